import type { Group, LensField, LensView } from "../lens";
import type { TotalWay } from "../model";
import type { Cell } from "../register";
import { nameOf } from "../things";
import type { Store } from "../store";
import { mostLines, type Explained } from "./explained";

const ways: Record<TotalWay, string> = {
  count: "How many have a value of",
  sum: "The sum of",
  average: "The average of",
  median: "The middle value of",
  min: "The smallest of",
  max: "The largest of",
  earliest: "The earliest of",
  latest: "The latest of",
};

/**
 * Where a total of a lens comes from: what of which records.
 * @param write a cell of the field in words
 */
export function explainTotal(
  store: Store,
  view: LensView,
  of: LensField,
  way: TotalWay,
  write: (cell: Cell) => string,
  group?: Group,
): Explained {
  const entries = group ? view.entries.slice(group.start, group.end) : view.entries;
  const all = new Map(entries.map(({ record }) => [record.id, record]));
  const filled = [...all.values()].flatMap((record) => {
    const cell = of.read(record);
    return cell === undefined || cell === "" || (Array.isArray(cell) && cell.length === 0) ? [] : [{ record, cell }];
  });
  const isLow = way === "min" || way === "earliest";
  const ordered = filled.toSorted((a, b) => (isLow ? 1 : -1) * compared(a.cell, b.cell));
  const more = ordered.length - mostLines;
  return {
    rule: `${ways[way]} ${of.field.label.toLowerCase()}, over the ${counted(filled.length)} that ${filled.length === 1 ? "has" : "have"} one, of ${all.size.toLocaleString("en")} shown here.`,
    lines: [
      ...ordered.slice(0, mostLines).map(({ record, cell }) => ({
        ...{ label: nameOf(record, store), value: write(cell), id: record.id },
      })),
      ...(more > 0 ? [{ label: `${more.toLocaleString("en")} more`, value: "" }] : []),
      {
        label: "Comes to",
        value: way === "count" ? filled.length.toLocaleString("en") : write(view.total(of.name, group)),
        isResult: true,
      },
    ],
  };
}

const counted = (count: number) => `${count.toLocaleString("en")} ${count === 1 ? "record" : "records"}`;

function compared(a: Cell, b: Cell): number {
  if (typeof a === "number" && typeof b === "number") return a - b;
  return String(a) < String(b) ? -1 : 1;
}
