import { valueIn, type PensumRecord } from "../model";
import { plainTitle } from "../page";
import { cellType, fieldsOfRecord, isComputed, textOfCell, type Cell, type FieldValues } from "../register";
import type { SearchDocument } from "./searchIndex";

const searched: ReadonlySet<string> = new Set(["text", "option", "options", "link", "links"]);

/** What is looked through of a record; undefined for what nobody looks for (settings, lenses, fields). */
export function documentOf(values: FieldValues, record: PensumRecord): SearchDocument | undefined {
  if (record.kind === "settings" || record.kind === "clock" || record.kind === "lens") return undefined;
  if (record.kind === "field" || record.kind === "block") return undefined;
  const fields = fieldsOfRecord(values.store, record).flatMap((field) => {
    const type = cellType(field);
    if (field.name === "title" || field.name === "state" || isComputed(field) || !searched.has(type)) return [];
    const cell = valueIn(record, field.name) as Cell;
    const words = textOfCell(values, field, type, cell);
    return words === "" ? [] : [words];
  });
  const title = record.kind === "day" ? record.date : "title" in record ? plainTitle(record.title) : "";
  return { id: record.id, title, text: record.text, fields: fields.join(" ") };
}

/** The words around the first of some words in a text, for a line of results. */
export function wordsAround(text: string, words: readonly string[], length = 110): string {
  const at = placeOf(text, words);
  if (at === undefined) return "";
  const start = Math.max(0, text.lastIndexOf("\n", at) + 1, at - length / 2);
  const line = text.slice(start, start + length).split("\n")[0] as string;
  return `${start > 0 && text[start - 1] !== "\n" ? "… " : ""}${plainTitle(line.replace(/\s*\{[^{}]*\}\s*$/, "").replace(/^\s*[-*+]\s+(\[[ xX]\]\s+)?/, ""))}`;
}

/** Where the first of some words stands in a text. */
export function placeOf(text: string, words: readonly string[]): number | undefined {
  const small = text.toLowerCase();
  for (const word of words) {
    const at = small.indexOf(word.toLowerCase());
    if (at >= 0) return at;
  }
  return undefined;
}
