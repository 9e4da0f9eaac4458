import { describe, expect, test } from "vitest";
import fc from "fast-check";
import { bareRecord, fieldsOf, type PensumRecord, type Task } from "../model";
import { standingClock } from "../time";
import { openStore } from "../workspace";
import {
  cellAfter,
  clearedCells,
  copiedCells,
  filledCells,
  isWiderTable,
  pastedCells,
  type CellGrid,
} from "./cellBlock";
import { cellType, type Cell } from "./cells";
import { fieldValues } from "./values";

const now = "2026-11-02T09:00";
const task = (id: string, more: Partial<Task> = {}): Task => ({
  ...bareRecord("task", { id, title: `Task ${id}`, now }),
  ...more,
});
const tasks = [
  task("ra", { parent: "second", estimateMinutes: 30, tags: ["mill"] }),
  task("rb"),
  task("rc", { parent: "first" }),
];
const named = [task("first", { title: "Survey" }), task("second", { title: "Survey" })];
const { store } = await openStore(
  new Map([...tasks, ...named].map((record) => [record.id, record])),
  standingClock(now, "Europe/Berlin"),
);
const values = fieldValues(store);
const names = ["title", "parent", "estimateMinutes", "tags", "createdAt"];
const columns = names.map((name) => {
  const field = fieldsOf.task.find((one) => one.name === name)!;
  const read = (record: PensumRecord) => (record as unknown as Record<string, unknown>)[name] as Cell;
  return { name, field, type: cellType(field), read };
});
/** A heading, two tasks, a heading, a task. */
const lines: readonly (Task | undefined)[] = [undefined, tasks[0], tasks[1], undefined, tasks[2]];
const grid: CellGrid = { count: lines.length, recordAt: (line) => lines[line], columns };
const all = { from: 0, to: 4, left: 0, right: 4 };
const said = (cells: readonly { record: PensumRecord; name: string; text: string; chosen?: unknown }[]) =>
  cells.map(({ record, name, text, chosen }) => [record.id, name, text, chosen]);

describe("a block of cells", () => {
  test("with more columns than there are fields, or with commas between its cells, is a table of its own", () => {
    const at = (left: number) => ({ from: 1, to: 1, left, right: left });
    expect(isWiderTable(grid, at(4), "Name\tCity\nKern\tLeipzig\n")).toBe(true);
    expect(isWiderTable(grid, at(0), "Name\tCity\nKern\tLeipzig\n")).toBe(false);
    expect(isWiderTable(grid, at(0), 'Name,City,Fee\n"Kern, Sohn",Leipzig,12\nOakfield,Leeds,13')).toBe(true);
    expect(isWiderTable(grid, at(0), "order stakes, 45 min")).toBe(false);
    expect(isWiderTable(grid, at(0), "order stakes\ncall the mill, then the yard\nwalk")).toBe(false);
  });

  test("is copied line by line without headings, with values where a title is not enough", () => {
    expect(copiedCells(values, grid, { from: 0, to: 2, left: 0, right: 2 })).toEqual([
      [{ text: "Task ra" }, { text: "Survey", meaning: "one of tasks", value: "second" }, { text: "30 min" }],
      [{ text: "Task rb" }, { text: "", meaning: "one of tasks", value: undefined }, { text: "" }],
    ]);
  });

  test("is cleared but for what Pensum keeps", () => {
    expect(said(clearedCells(grid, all)).map(([id, name]) => `${id} ${name}`)).toEqual(
      ["ra", "rb", "rc"].flatMap((id) => names.slice(0, 4).map((name) => `${id} ${name}`)),
    );
  });

  test("is filled down from its first line with the very values of that", () => {
    expect(said(filledCells(values, grid, { from: 1, to: 4, left: 1, right: 1 }))).toEqual([
      ["rb", "parent", "Survey", { value: "second" }],
      ["rc", "parent", "Survey", { value: "second" }],
    ]);
    expect(filledCells(values, grid, all)).toEqual([]);
    expect(filledCells(values, grid, { ...all, from: 1, to: 1 })).toEqual([]);
  });

  test("of one cell fills all that is chosen, and nothing beyond it", () => {
    const { cells, below } = pastedCells(grid, { from: 1, to: 4, left: 1, right: 2 }, [[{ text: "45 min" }]]);
    expect(said(cells).map(([id, name, text]) => `${id} ${name} ${text}`)).toEqual(
      ["ra", "rb", "rc"].flatMap((id) => [`${id} parent 45 min`, `${id} estimateMinutes 45 min`]),
    );
    expect(below).toEqual([]);
    expect(said(pastedCells(grid, { from: 1, to: 1, left: 0, right: 0 }, [[{ text: "x" }]]).cells)).toHaveLength(1);
  });

  test("goes on below the last line as lines of its own, and ends at the last column", () => {
    const block = ["a", "b", "c"].map((text) => [{ text }, { text: "1h" }, { text: "t" }, { text: "never" }]);
    const { cells, below } = pastedCells(grid, { from: 2, to: 2, left: 2, right: 2 }, block);
    expect(said(cells).map(([id, name, text]) => [id, name, text])).toEqual([
      ["rb", "estimateMinutes", "a"],
      ["rb", "tags", "1h"],
      ["rc", "estimateMinutes", "b"],
      ["rc", "tags", "1h"],
    ]);
    expect(below).toEqual([
      [
        { name: "estimateMinutes", text: "c" },
        { name: "tags", text: "1h" },
      ],
    ]);
  });

  test("pasted elsewhere as it was copied sets the same values, wherever these mean the same", () => {
    const range = fc.record({ from: fc.nat(4), to: fc.nat(4), left: fc.nat(3), right: fc.nat(3) });
    fc.assert(
      fc.property(range, fc.nat(4), ({ from, to, left, right }, at) => {
        const source = { from: Math.min(from, to), to: Math.max(from, to), left: Math.min(left, right), right };
        const block = copiedCells(values, grid, { ...source, right: Math.max(left, right) });
        const target = { from: at, to: at, left: source.left, right: source.left };
        const { cells, below } = pastedCells(grid, target, block);
        const single = block.length === 1 && block[0]?.length === 1;
        if (!single) expect(new Set(cells.map(({ record }) => record.id)).size + below.length).toBe(block.length);
        for (const { name, chosen } of cells) expect(chosen !== undefined).toBe(name === "parent");
      }),
    );
  });

  test("takes a value only where it means the same", () => {
    const link = { text: "Survey", meaning: "one of tasks", value: "second" };
    const at = (left: number) => pastedCells(grid, { from: 2, to: 2, left, right: left }, [[link]]).cells;
    expect(said(at(1))).toEqual([["rb", "parent", "Survey", { value: "second" }]]);
    expect(said(at(0))).toEqual([["rb", "title", "Survey", undefined]]);
  });
});

test("from a cell one goes on sideways through all records, and comes back the same way", () => {
  const record = task("ta");
  // The first and the fourth line are headings of groups.
  const grid = {
    count: 6,
    recordAt: (line: number) => ([0, 3].includes(line) ? undefined : record),
    columns: ["title", "due"].map((name) => ({ name }) as CellGrid["columns"][number]),
  };
  const walked: (readonly [number, number])[] = [[1, 0]];
  for (let step = 0; step < 9; step++) walked.push(cellAfter(grid, ...walked.at(-1)!, "right"));
  expect(walked.map(String)).toEqual(["1,0", "1,1", "2,0", "2,1", "4,0", "4,1", "5,0", "5,1", "5,1", "5,1"]);
  const back: (readonly [number, number])[] = [[5, 1]];
  for (let step = 0; step < 8; step++) back.push(cellAfter(grid, ...back.at(-1)!, "left"));
  expect(back.map(String)).toEqual(["5,1", "5,0", "4,1", "4,0", "2,1", "2,0", "1,1", "1,0", "1,0"]);
  expect([cellAfter(grid, 2, 1, "down"), cellAfter(grid, 2, 1, "stay")]).toEqual([
    [3, 1],
    [2, 1],
  ]);
});
