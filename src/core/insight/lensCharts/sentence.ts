import type { Group } from "../../lens";
import type { Dye } from "../../model";
import { columnText, percent } from "../chart";
import type { valueOf } from "./asking";

/** A group with what it adds up to. */
export interface Row {
  readonly key: string;
  readonly label: string;
  readonly groups: readonly Group[];
  readonly value: number | undefined;
  readonly dye: Dye | undefined;
}

export const sumOf = (rows: readonly Row[]) => rows.reduce((all, { value }) => all + (value ?? 0), 0);

type Value = ReturnType<typeof valueOf>;

/** What is most, in a sentence. */
export function sentence(
  rows: readonly Row[],
  all: number | undefined,
  { column, isSum, way, things, thing }: Value,
): string {
  const filled = rows.filter((row): row is Row & { value: number } => row.value !== undefined && row.groups.length > 0);
  const words = (number: number) => columnText({ ...column, drawn: "worked" }, number);
  const counted = (number: number) =>
    way === "count" ? `${words(number)} ${number === 1 ? thing : things}` : words(number);
  if (filled.length === 0)
    return rows[0]?.value === undefined
      ? `This lens shows no ${things}${way === "count" ? "" : " with a value"}.`
      : `${counted(rows[0].value)} in all.`;
  const most = filled.reduce((a, b) => (b.value > a.value ? b : a));
  if (!isSum)
    return `${column.label} is highest in ${most.label}: ${words(most.value)}${all === undefined ? "" : `, against ${words(all)} over all`}.`;
  if (!all) return `Nothing is added up yet: every group stands at ${words(0)}.`;
  if (filled.length === 1) return `${most.label}: ${counted(most.value)}.`;
  const share = most.value > 0 && filled.every((row) => row.value >= 0) ? ` (${percent(most.value / all)})` : "";
  return `Most in ${most.label}: ${words(most.value)} of ${counted(all)}${share}.`;
}
