import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { lineAround, linkMention, mentionOf, renameLinks } from "./renameLinks";
import { linkedTitles } from "./references";

describe("links", () => {
  test("lead to the new title after it changed, in any case, with what they show kept", () => {
    expect(renameLinks("See [[Reach 4]], [[reach 4|the reach]] and [[Reach 41]].", "Reach 4", "Reach 4a")).toBe(
      "See [[Reach 4a]], [[Reach 4a|the reach]] and [[Reach 41]].",
    );
    expect(renameLinks("[[a.b (c) - d]] [[axb (c) - d]]", "a.b (c) - d", "$& new")).toBe("[[$& new]] [[axb (c) - d]]");
  });

  test("are as many after a title changed as before, and none leads to the old one", () => {
    const title = fc.constantFrom("Reach", "Reach 4", "Weir", "a-b", "C++", "für");
    const text = fc.array(
      fc.oneof(
        title.map((one) => `[[${one}]]`),
        title.map((one) => `[[${one}|x]]`),
        fc.constantFrom(" Reach ", "\n", "[[", "]]"),
      ),
    );
    fc.assert(
      fc.property(text, title, (parts, from) => {
        const whole = parts.join("");
        const before = linkedTitles(whole);
        const after = linkedTitles(renameLinks(whole, from, "Elsewhere"));
        expect(after).toEqual(before.map((one) => (one.toLowerCase() === from.toLowerCase() ? "Elsewhere" : one)));
      }),
    );
  });
});

describe("a mention without a link", () => {
  test("is whole words outside any link", () => {
    expect(mentionOf("near reach 4, then [[Reach 4]]", "Reach 4")).toEqual({ from: 5, to: 12 });
    expect(mentionOf("[[Reach 4]] and [[the|Reach 4]]", "Reach 4")).toBeUndefined();
    expect(mentionOf("Reach 41 outreach 4", "Reach 4")).toBeUndefined();
    expect(mentionOf("an ash", "ash")).toBeUndefined();
  });

  test("becomes a link that shows the words as they were", () => {
    expect(linkMention("near reach 4.", "Reach 4")).toBe("near [[Reach 4|reach 4]].");
    expect(linkMention("Reach 4 and Reach 4", "Reach 4")).toBe("[[Reach 4]] and Reach 4");
  });

  test("is shown with the line around it, without its marks", () => {
    expect(lineAround("# Day\n\n- [ ] walk to [[Reach 4]] {#k3 .doing}\n", "Reach 4")).toBe("walk to [[Reach 4]]");
    expect(lineAround("1. the Reach 4 log", "reach 4")).toBe("the Reach 4 log");
    expect(lineAround("nothing", "Reach 4")).toBeUndefined();
  });
});
