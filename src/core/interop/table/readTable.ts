import Papa from "papaparse";
import { Refusal } from "../../model";

/** A file of comma- or tab-separated values, as it was read. */
export interface Table {
  readonly header: readonly string[];
  readonly rows: readonly TableLine[];
  /** Whether its dates begin with the day; undefined where they could be read either way. */
  readonly dayFirst: boolean | undefined;
}

interface TableLine {
  /** The line of the file it begins on, from 1. */
  readonly line: number;
  readonly cells: readonly string[];
}

/** No table is larger, in letters, nor has more columns. */
export const largestTable = 60_000_000;
export const mostColumns = 1000;

/**
 * Reads a table. What separates the cells is found out; a byte order mark and empty lines are passed over.
 * @throws Refusal when there is no table in it
 */
export function readTable(text: string): Table {
  if (text.length > largestTable) throw new Refusal("This file is larger than 60 MB. Nothing was changed.");
  const plain = text.replace(/^\uFEFF/, "");
  const parsed = Papa.parse<string[]>(plain, { delimiter: separatorOf(plain), skipEmptyLines: false });
  const open = parsed.errors.find(({ code }) => code === "MissingQuotes");
  if (open)
    throw new Refusal(
      `A quote that begins in row ${(open.row ?? 0) + 1} is never closed, so that all after it would be one cell. Nothing was changed.`,
    );
  const rows: TableLine[] = [];
  let line = 1;
  for (const cells of parsed.data) {
    if (cells.some((cell) => cell.trim() !== "")) rows.push({ line, cells: cells.map(withoutGuard) });
    line += 1 + cells.reduce((breaks, cell) => breaks + (cell.match(/\r\n|\r|\n/g)?.length ?? 0), 0);
  }
  const [first, ...rest] = rows;
  if (!first || text.includes("\u0000")) throw new Refusal("This file does not contain a table. Nothing was changed.");
  if (first.cells.length > mostColumns)
    throw new Refusal(
      `This table has ${first.cells.length.toLocaleString("en-GB")} columns; ${mostColumns.toLocaleString("en-GB")} is the most. Nothing was changed.`,
    );
  return { header: namesOf(first.cells), rows: rest, dayFirst: dayComesFirst(rest) };
}

/**
 * Whether the dates of a table begin with the day. Undefined where all of them could be read either way and would mean
 * another date: then the person is asked.
 */
function dayComesFirst(rows: readonly TableLine[]): boolean | undefined {
  let unclear = false;
  for (const { cells } of rows)
    for (const cell of cells) {
      const [, first, second] = /^\s*(\d{1,2})[/-](\d{1,2})[/-]\d{2,4}/.exec(cell) ?? [];
      if (first === undefined || second === undefined) continue;
      const [a, b] = [Number(first), Number(second)];
      if (a > 12 && b <= 12) return true;
      if (b > 12 && a <= 12) return false;
      if (a <= 12 && a !== b) unclear = true;
    }
  return unclear ? undefined : true;
}

/** What separates the cells: what stands most often between the names of the first line. */
function separatorOf(text: string): string {
  const first = (/\S.*/.exec(text)?.[0] ?? "").replace(/"[^"]*"/g, "");
  const counts = [",", ";", "\t", "|"].map((sign) => [first.split(sign).length, sign] as const);
  return counts.reduce((most, one) => (one[0] > most[0] ? one : most))[1];
}

/** A quote that was written to keep a spreadsheet program from running the cell is no part of it. */
function withoutGuard(cell: string): string {
  return /^'+[=+@\t\r-]/.test(cell) ? cell.slice(1) : cell;
}

/** The names of the columns: each its own, also where the file has none or has one twice. */
function namesOf(cells: readonly string[]): string[] {
  const taken = new Set<string>();
  /** From which number on a name may be free. */
  const next = new Map<string, number>();
  return cells.map((cell, at) => {
    const name = cell.trim() || `Column ${at + 1}`;
    const key = name.toLowerCase();
    let own = name;
    let number = next.get(key) ?? 2;
    while (taken.has(own.toLowerCase())) own = `${name} ${number++}`;
    next.set(key, number);
    taken.add(own.toLowerCase());
    return own;
  });
}
