import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { parse } from "yaml";
import { readEntries, splitFrontMatter, unknownLines, writeEntry } from "./frontMatter";

describe("front matter", () => {
  test.each([
    ["---\na: 1\n---\nwords", "---\na: 1\n---\n", "words"],
    ["\uFEFF---\r\na: 1\r\n---\r\nwords", "\uFEFF---\r\na: 1\r\n---\r\n", "words"],
    ["---\n---\n", "---\n---\n", ""],
    ["---\na: 1\n...\nwords", "---\na: 1\n...\n", "words"],
    ["---\na: 1\n---", "---\na: 1\n---", ""],
    ["---\na: 1\nwords", "", "---\na: 1\nwords"],
    ["----\na: 1\n---\n", "", "----\na: 1\n---\n"],
    [" ---\na: 1\n---\n", "", " ---\na: 1\n---\n"],
  ])("of %j ends where it does", (text, raw, body) => {
    expect(splitFrontMatter(text)).toMatchObject({ raw, body });
  });

  test("that was written is read as it was, by our own reader and by any reader of YAML", () => {
    const value = fc.oneof(
      fc.string(),
      fc.double({ noNaN: true, noDefaultInfinity: true }),
      fc.boolean(),
      fc.array(fc.string()),
    );
    fc.assert(
      fc.property(value, (one) => {
        // JSON has no negative zero.
        fc.pre(!Object.is(one, -0));
        const line = writeEntry("key", one);
        expect(readEntries(line)?.get("key")).toEqual(one);
        expect((parse(line) as { key: unknown }).key).toEqual(one);
      }),
      { numRuns: 500 },
    );
  });

  test("that is no mapping, or names a key twice, is none", () => {
    expect(readEntries("- a\n- b\n")).toBeUndefined();
    expect(readEntries("a: 1\na: 2\n")).toBeUndefined();
    expect(readEntries("a: [\n")).toBeUndefined();
    expect(readEntries("")).toEqual(new Map());
  });

  test("keeps the lines of keys that nobody knows, with what belongs to them", () => {
    const inner = "tags: [a]\nauthor:\n  name: Ines # who\n# a remark\ntitle: x\nlast: 1";
    expect(unknownLines(inner, (key) => key === "tags" || key === "title")).toBe(
      "author:\n  name: Ines # who\n# a remark\nlast: 1\n",
    );
  });
});
