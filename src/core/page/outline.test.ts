import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { readOutline, type Outline } from "./outline";
import { rangeText } from "../time";
import { readTimeRange, writeTimeRange } from "./timeRange";
import { plainTitle, tagsIn, mentionsIn } from "./references";

const line = fc.constantFrom(
  "- [ ] Stakes {#stakes00001}",
  "  - [x] Nested *part*",
  "text",
  "",
  "```",
  "- 9:00-9:30 call",
  "# Head",
  "> - [ ] q",
  "12:00-13:00 lunch",
  "  more",
  "===",
  "a | b",
  "--|--",
  "words of a paragraph that go on",
  "[ref]:",
  "<div>",
  "<!-- words",
  "ends --> here",
  "    code",
  "1. [ ] numbered",
  "---",
);
const piece = fc.constantFrom(
  ...[
    "x",
    "words",
    " ",
    "\n",
    "- ",
    "[ ] ",
    "`",
    "```",
    "#",
    "{",
    "}",
    "|",
    "9",
    ":",
    "é🌱",
    "=",
    "<",
    "-->",
    "1.",
    "\t",
  ],
);

/** What matters of an outline, with parents by where they stand. */
const shape = ({ tasks, blocks }: Outline) => ({
  tasks: tasks.map(({ parent, ...task }) => ({ ...task, parent: parent?.from })),
  blocks,
});

describe("an outline", () => {
  test("read anew where a page changed is the outline of the whole page", () => {
    fc.assert(
      fc.property(
        fc.array(line, { maxLength: 14 }),
        fc.array(fc.record({ at: fc.nat(), remove: fc.nat(6), piece }), { maxLength: 12 }),
        (lines, edits) => {
          let text = lines.join("\n");
          let outline = readOutline(text);
          for (const { at, remove, piece: typed } of edits) {
            const from = at % (text.length + 1);
            text = text.slice(0, from) + typed + text.slice(from + remove);
            outline = readOutline(text, outline);
            expect(shape(outline)).toEqual(shape(readOutline(text)));
          }
        },
      ),
      { numRuns: 800 },
    );
  });

  test("read anew where a table ends is the outline of the whole page: the lines above are its heading then", () => {
    const before = "12:00-13:00 lunch\n12:00-13:00 rest\n--|--\n--|--\nthe end";
    const after = before.replace("--|--\nthe", "--\nthe");
    expect(shape(readOutline(after, readOutline(before)))).toEqual(shape(readOutline(after)));
    expect(readOutline(after).blocks).toEqual([]);
    expect(readOutline(before).blocks).toHaveLength(2);
  });
});

describe("a stretch of time at the beginning of a line", () => {
  test.each([
    ["12:15-13:00 lunch", 735, 780],
    ["9.00 to 10.30", 540, 630],
    ["9-10:30 desk", 540, 630],
    ["1-2 pm", 780, 840],
    ["11-1 pm", 660, 780],
    ["9:30am - 10am", 570, 600],
    ["23:00-01:00", 1380, 1500],
    ["22:30-24:00", 1350, 1440],
  ])("%s", (text, startMinute, endMinute) => {
    expect(readTimeRange(text)).toMatchObject({ startMinute, endMinute });
  });

  test.each([
    "10-12 volunteers",
    "14:00-13:00",
    "25:00-26:00",
    "12:00-12:00",
    "9:75-10:00",
    "2026-11-24",
    "13-14 pm x",
  ])("%s is none", (text) => {
    expect(readTimeRange(text)).toBeUndefined();
  });

  test("is read as it was written", () => {
    fc.assert(
      fc.property(fc.nat(1439), fc.integer({ min: 1, max: 700 }), (startMinute, minutes) => {
        const endMinute = startMinute + minutes;
        expect(readTimeRange(writeTimeRange(startMinute, endMinute))).toMatchObject({ startMinute, endMinute });
        for (const hour12 of [true, false])
          expect(readTimeRange(rangeText(startMinute, endMinute, { locale: "en", hour12 }))).toMatchObject({
            startMinute,
            endMinute,
          });
      }),
    );
  });
});

test("a title is plain without its marks", () => {
  expect(plainTitle("Finish **the** write-up for [[Reach 4]] with [map](https://example.org) and `code`")).toBe(
    "Finish the write-up for Reach 4 with map and code",
  );
  expect(plainTitle("2 * 3 * 4 and snake_case_name")).toBe("2 * 3 * 4 and snake_case_name");
});

test("tags and people are names after a sign, not numbers, addresses or colours of a word", () => {
  expect(tagsIn("#field-work and a#b, #12 #a1 see &#39;")).toEqual(["field-work", "a1"]);
  expect(mentionsIn("@Ines, mail me@example.org")).toEqual(["Ines"]);
});
