import fc from "fast-check";
import { expect, test } from "vitest";
import { blockOfText, textOfBlock } from "./clipboard";

test("a block of cells is the same after it went over the clipboard", () => {
  const cell = fc.oneof(fc.string(), fc.constantFrom("", '"', 'a "b" c', "two\nlines", "tab\there", '""', "x\r\ny"));
  const block = fc
    .integer({ min: 1, max: 4 })
    .chain((columns) =>
      fc.array(fc.array(cell, { minLength: columns, maxLength: columns }), { minLength: 1, maxLength: 5 }),
    );
  fc.assert(
    fc.property(block, (lines) => {
      expect(blockOfText(textOfBlock(lines))).toEqual(lines);
    }),
  );
});

test("what a spreadsheet program puts there is read, with its line break at the end", () => {
  expect(blockOfText("a\tb\r\nc\t\r\n")).toEqual([
    ["a", "b"],
    ["c", ""],
  ]);
  expect(blockOfText('"say ""so"""\t2\n')).toEqual([['say "so"', "2"]]);
  expect(blockOfText("one")).toEqual([["one"]]);
});
