import type { ChartRow } from "@/core/insight";

/** The least and the most of the numbers of some columns, with zero among them; never nothing wide. */
export function extentFromZero(rows: readonly ChartRow[], columns: readonly number[]): readonly [number, number] {
  let [least, most] = [0, 0];
  for (const { values } of rows)
    for (const at of columns) {
      const value = values[at] ?? 0;
      if (value < least) least = value;
      if (value > most) most = value;
    }
  return [least, least === 0 && most === 0 ? 1 : most];
}
