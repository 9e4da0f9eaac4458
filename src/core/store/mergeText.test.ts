import fc from "fast-check";
import { expect, test } from "vitest";
import { mergeText, spliceBetween } from "./mergeText";

const lines = fc
  .array(fc.constantFrom("# Day", "- stakes", "- letter", "", "a longer line of words"), { maxLength: 8 })
  .map((all) => all.join("\n"));

test("one side's changes alone are taken as they are", () => {
  fc.assert(
    fc.property(lines, lines, (base, changed) => {
      expect(mergeText(base, changed, base)).toBe(changed);
      expect(mergeText(base, base, changed)).toBe(changed);
      expect(mergeText(base, changed, changed)).toBe(changed);
    }),
  );
});

test("words that either side typed are in the merged text", () => {
  const at = fc.nat(200);
  fc.assert(
    fc.property(lines, at, at, (base, a, b) => {
      const insert = (position: number, word: string) => {
        const place = position % (base.length + 1);
        return base.slice(0, place) + word + base.slice(place);
      };
      const merged = mergeText(base, insert(a, "«theirs»"), insert(b, "«ours»"));
      expect(merged).toContain("«theirs»");
      expect(merged).toContain("«ours»");
      for (const line of base.split("\n")) expect(merged.replace(/«theirs»|«ours»/g, "")).toContain(line);
    }),
  );
});

test("a line that both rewrote is kept twice", () => {
  expect(mergeText("a\nold\nz", "a\ntheirs\nz", "a\nours\nz")).toBe("a\ntheirs\nours\nz");
});

test("changes to different places of one line are put together", () => {
  expect(mergeText("order 400 stakes", "order 500 stakes", "order 400 stakes soon")).toBe("order 500 stakes soon");
});

test("the splice between two texts makes one of the other, and never parts a surrogate pair", () => {
  fc.assert(
    fc.property(fc.string({ unit: "grapheme" }), fc.string({ unit: "grapheme" }), (from, to) => {
      const { at, removed, inserted } = spliceBetween(from, to);
      expect(from.slice(at, at + removed.length)).toBe(removed);
      expect(from.slice(0, at) + inserted + from.slice(at + removed.length)).toBe(to);
      for (const part of [removed, inserted]) expect(part.isWellFormed()).toBe(true);
    }),
  );
});
