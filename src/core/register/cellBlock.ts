import type { Field, PensumRecord } from "../model";
import type { Cell, CellType } from "./cells";
import { textOfCell } from "./cellTexts";
import { isComputed } from "./registers";
import type { FieldValues } from "./values";

/*
 * A block of cells of a table: what is copied, cleared, filled down and pasted. Values go along beside their texts, since
 * two records can have the same title, and a title alone does not say which of them was meant.
 */

/** The lines and columns of a table, as far as blocks of cells need them. */
export interface CellGrid {
  readonly count: number;
  /** The record of a line; undefined for the heading of a group. */
  recordAt(line: number): PensumRecord | undefined;
  readonly columns: readonly GridColumn[];
}

interface GridColumn {
  readonly name: string;
  readonly field: Field;
  readonly type: CellType;
  readonly read: (record: PensumRecord) => Cell;
}

/** A block of cells, by its first and last line and column. */
export interface CellRange {
  readonly from: number;
  readonly to: number;
  readonly left: number;
  readonly right: number;
}

/** A text for one field of one record; or the very value, where it is known. */
export interface CellText {
  readonly name: string;
  readonly text: string;
  readonly chosen?: { readonly value: unknown } | undefined;
}

/** The same for a record that is there. */
export interface CellChange extends CellText {
  readonly record: PensumRecord;
}

/** A cell that was copied: its text, and its value with what it may stand in. */
export interface CopiedCell {
  readonly text: string;
  /** What the value means: the register that it leads to, or the field whose option it is. */
  readonly meaning?: string | undefined;
  readonly value?: unknown;
}

/** Whether a person can type into a field's cells. */
export function isEditable(field: Field): boolean {
  return !field.kept && !isComputed(field);
}

/** Where the hand goes from a cell: down a line, or sideways. */
export type CellStep = "down" | "right" | "left" | "stay";

/**
 * The line and column of the cell in which one goes on after another was typed. Sideways it goes on in the next record's first
 * cell, or in the last one of the record before; where there is none it stays.
 */
export function cellAfter(grid: CellGrid, line: number, column: number, step: CellStep): readonly [number, number] {
  if (step === "stay") return [line, column];
  if (step === "down") return [line + 1, column];
  const way = step === "right" ? 1 : -1;
  const last = grid.columns.length - 1;
  if (column + way >= 0 && column + way <= last) return [line, column + way];
  for (let at = line + way; at >= 0 && at < grid.count; at += way)
    if (grid.recordAt(at)) return [at, way > 0 ? 0 : last];
  return [line, column];
}

/** The cells of a block, line by line; headings of groups are left out. */
export function copiedCells(values: FieldValues, grid: CellGrid, range: CellRange): CopiedCell[][] {
  return recordsOf(grid, range).map((record) =>
    columnsIn(grid, range).map(({ name, field, type, read }) => {
      const text = textOfCell(values, field, type, read(record));
      const meaning = meaningOf(field);
      return meaning === undefined ? { text } : { text, meaning, value: rawValue(record, name) };
    }),
  );
}

/** The cells of a block, emptied. */
export function clearedCells(grid: CellGrid, range: CellRange): CellChange[] {
  return recordsOf(grid, range).flatMap((record) =>
    columnsIn(grid, range).flatMap(({ name, field }) => (isEditable(field) ? [{ record, name, text: "" }] : [])),
  );
}

/** The first line of a block, in all lines below it; none where it has one line only, or begins with a heading. */
export function filledCells(values: FieldValues, grid: CellGrid, range: CellRange): CellChange[] {
  const first = grid.recordAt(range.from);
  if (!first) return [];
  return recordsOf(grid, { ...range, from: range.from + 1 }).flatMap((record) =>
    columnsIn(grid, range).flatMap(({ name, field, type, read }) =>
      isEditable(field)
        ? [
            {
              record,
              name,
              text: textOfCell(values, field, type, read(first)),
              chosen: { value: rawValue(first, name) },
            },
          ]
        : [],
    ),
  );
}

/**
 * Whether a pasted text is a table with more in it than the cells from the chosen one on have fields for, so that some of it
 * would be lost: it is read as a table then, with its columns. Commas and semicolons count as what parts the cells of a
 * table where several lines have the same number of them.
 */
export function isWiderTable(grid: CellGrid, range: CellRange, text: string): boolean {
  const lines = text.replace(/\s+$/, "").split(/\r\n|\r|\n/);
  if (lines.length < 2) return false;
  const columns = Math.max(...lines.map((line) => line.split("\t").length));
  if (columns > 1) return columns > grid.columns.length - range.left;
  const parted = (sign: string) => {
    const counts = new Set(lines.map((line) => line.replace(/"[^"]*"/g, "").split(sign).length - 1));
    return counts.size === 1 && !counts.has(0);
  };
  return [",", ";"].some(parted);
}

/**
 * What a pasted block changes. One cell fills all that is chosen; several go on from the first chosen cell.
 * @returns the changes, and the lines that go on below the last record
 */
export function pastedCells(
  grid: CellGrid,
  range: CellRange,
  block: readonly (readonly CopiedCell[])[],
): { cells: CellChange[]; below: CellText[][] } {
  const only = block.length === 1 && block[0]?.length === 1 ? block[0][0] : undefined;
  const across = only ? Array<CopiedCell>(range.right - range.left + 1).fill(only) : undefined;
  const textsAt = (line: readonly CopiedCell[]): CellText[] =>
    line.flatMap((cell, offset) => {
      const of = grid.columns[range.left + offset];
      if (!of || !isEditable(of.field)) return [];
      const same = cell.meaning !== undefined && cell.meaning === meaningOf(of.field);
      return [{ name: of.name, text: cell.text, ...(same ? { chosen: { value: cell.value } } : {}) }];
    });
  const cells: CellChange[] = [];
  const lines = only ? range.to - range.from + 1 : block.length;
  let taken = 0;
  for (let at = range.from; taken < lines && at < grid.count && (!only || at <= range.to); at++) {
    const record = grid.recordAt(at);
    if (!record) continue;
    for (const text of textsAt(across ?? (block[taken] as readonly CopiedCell[]))) cells.push({ ...text, record });
    taken++;
  }
  return { cells, below: only ? [] : block.slice(taken).map(textsAt) };
}

function recordsOf(grid: CellGrid, { from, to }: CellRange): PensumRecord[] {
  const records: PensumRecord[] = [];
  for (let line = from; line <= to; line++) records.push(...[grid.recordAt(line) ?? []].flat());
  return records;
}

function columnsIn(grid: CellGrid, { left, right }: CellRange): readonly GridColumn[] {
  return grid.columns.slice(left, right + 1);
}

function rawValue(record: PensumRecord, name: string): unknown {
  return (record as unknown as Record<string, unknown>)[name];
}

/** What a value of a field means beyond its text; undefined where the text says it all. */
function meaningOf(field: Field): string | undefined {
  if (field.target !== undefined) return `${field.many || field.type === "people" ? "some" : "one"} of ${field.target}`;
  if (field.type === "choice" || field.type === "choices" || field.type === "level")
    return `an option of ${field.name}`;
  return undefined;
}
