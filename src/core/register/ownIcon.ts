import { valueIn, type FieldRecord, type PensumRecord } from "../model";
import type { Store } from "../store";
import { taskOf, themeOf } from "../things";

/** So many characters an icon can have: one sign may be made of several. */
const longestIcon = 16;

/** The last sign of what was typed for an icon, whole: a new one takes the place of the one before. Empty where there is none. */
export function lastSign(typed: string): string {
  const signs = [...new Intl.Segmenter("en", { granularity: "grapheme" }).segment(typed.trim())];
  return signs.map(({ segment }) => segment).findLast(({ length }) => length <= longestIcon) ?? "";
}

/**
 * The icon that a person gave to what a record is: of its theme, or of its choice in a field of this name. Hours have those
 * of their task.
 */
export function ownIcon(
  reads: Pick<Store, "list" | "find" | "get">,
  record: PensumRecord,
  way: "theme" | `f_${string}`,
): string | undefined {
  if (way === "theme") return themeOf(record, reads)?.icon;
  const task = taskOf(record, reads);
  const value = valueIn(record, way) ?? (task && valueIn(task, way));
  if (typeof value !== "string") return undefined;
  const fields = reads.list("kind", "field") as readonly FieldRecord[];
  return fields.find(({ name }) => name === way)?.options?.find(({ id }) => id === value)?.icon;
}
