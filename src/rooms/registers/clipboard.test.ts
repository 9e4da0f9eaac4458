import fc from "fast-check";
import { expect, test } from "vitest";
import { blockOfText, putOnClipboard, takenFromClipboard, textOfBlock } from "./clipboard";

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

/** A clipboard as a browser has it. */
function clipboard(texts: Record<string, string> = {}) {
  const data = {
    getData: (type: string) => texts[type] ?? "",
    setData: (type: string, text: string) => void (texts[type] = text),
  };
  return { texts, data: data as unknown as DataTransfer };
}

test("values go along within Pensum, and only with the text that they were copied with", () => {
  const block = [[{ text: "Survey", meaning: "one of tasks", value: "second" }, { text: "a\tb" }]];
  const { texts, data } = clipboard();
  putOnClipboard(data, block);
  expect(texts["text/plain"]).toBe('Survey\t"a\tb"\n');
  expect(takenFromClipboard(data)).toEqual(block);
  texts["text/plain"] = "Another\tthing\n";
  expect(takenFromClipboard(data)).toEqual([[{ text: "Another" }, { text: "thing" }]]);
});

test("values that somebody else put there are no cells, and the text is taken", () => {
  for (const odd of ["{", "[1]", "null", "[[null]]", '"x"'])
    expect(takenFromClipboard(clipboard({ "text/plain": "a", "text/x-pensum-cells": odd }).data)).toEqual([
      [{ text: "a" }],
    ]);
});
