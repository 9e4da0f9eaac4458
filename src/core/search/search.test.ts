import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { fieldValues } from "../register";
import { Store } from "../store";
import { someTask } from "../testing/arbitraries";
import { standingClock } from "../time";
import { documentOf, wordsAround } from "./documents";
import { SearchIndex } from "./searchIndex";

const index = new SearchIndex();
index.put([
  { id: "a", title: "Gravel survey", text: "Reach 4, coarse gravel.", fields: "Fieldwork" },
  { id: "b", title: "Loggers", text: "Gravel bars and batteries", fields: "Desk Ines" },
  { id: "c", title: "Tüfteln", text: "naïve café", fields: "" },
]);
const found = (typed: string) => index.search(typed).map(({ id }) => id);

describe("the search", () => {
  test("finds titles before texts, words that are only begun, and fields", () => {
    expect(found("gravel")).toEqual(["a", "b"]);
    expect(found("gravel sur")).toEqual(["a"]);
    expect(found("ines batt")).toEqual(["b"]);
    expect(found("reach fieldwork")).toEqual(["a"]);
    expect(found("gravel nothing")).toEqual([]);
    expect(found("  ")).toEqual([]);
  });

  test("forgives slips of the fingers in longer words, and accents everywhere", () => {
    expect(found("gravle")).toContain("a");
    expect(found("bateries")).toEqual(["b"]);
    expect(found("tufteln")).toEqual(["c"]);
    expect(found("cafe")).toEqual(["c"]);
    expect(index.search("grvel")[0]?.words).toContain("gravel");
  });

  test("finds every word of every document, also after others came and went", () => {
    const words = fc.stringMatching(/^[a-z]{5,9}$/);
    fc.assert(
      fc.property(fc.uniqueArray(words, { minLength: 3, maxLength: 12 }), (all) => {
        const fresh = new SearchIndex();
        fresh.put(all.map((word, at) => ({ id: `r${at}`, title: "", text: `${word} old`, fields: "" })));
        fresh.put([{ id: "r0", title: "new", text: all[0] as string, fields: "" }]);
        fresh.remove(["r1"]);
        all.forEach((word, at) => expect(fresh.search(word).some(({ id }) => id === `r${at}`)).toBe(at !== 1));
        expect(fresh.size).toBe(all.length - 1);
      }),
    );
  });

  test("finds the same letter by letter as at once, whatever was typed before", () => {
    const words = fc.constantFrom("ga", "gauge", "gaug", "gravel", "grave", "reach", "rea", "old-mill", "mill");
    const titles = fc.array(fc.array(words, { minLength: 1, maxLength: 4 }), { minLength: 50, maxLength: 70 });
    fc.assert(
      fc.property(titles, fc.array(fc.array(words, { minLength: 1, maxLength: 3 }), { maxLength: 4 }), (all, typed) => {
        const documents = all.map(([title, ...text], at) => ({
          id: `r${at}`,
          title: title as string,
          text: text.join(" "),
          fields: "",
        }));
        const typing = new SearchIndex();
        typing.put(documents);
        for (const line of typed.map((some) => some.join(" ")))
          for (let length = 1; length <= line.length; length++) {
            const fresh = new SearchIndex();
            fresh.put(documents);
            expect(typing.search(line.slice(0, length))).toEqual(fresh.search(line.slice(0, length)));
          }
      }),
      { numRuns: 15 },
    );
  });

  test("looks through what fields say in words, and shows the words around what it found", () => {
    const task = someTask("ta", {
      title: "Write up [[Reach 4]]",
      theme: "th",
      tags: ["flood"],
      text: "one\n- two gravel bars {#x}",
    });
    const theme = { id: "th", kind: "theme", title: "Reporting", dye: "slate", text: "" } as const;
    const store = new Store(
      new Map([
        ["ta", task],
        ["th", theme],
      ] as never),
      [],
      standingClock("2026-11-24T11:07"),
    );
    expect(documentOf(fieldValues(store), task)).toEqual({
      id: "ta",
      title: "Write up Reach 4",
      text: task.text,
      fields: "Reporting flood",
    });
    expect(wordsAround(task.text, ["gravel"])).toBe("two gravel bars");
  });
});

test("puts what is called just so first, numbers of two figures among it", () => {
  const index = new SearchIndex();
  index.put(
    Array.from({ length: 60 }, (_, at) => ({ id: `s${at}`, title: `Thesis section ${at}`, text: "", fields: "" })),
  );
  expect(index.search("thesis section 33")[0]?.id).toBe("s33");
  expect(index.search("section 7")[0]?.id).toBe("s7");
});
