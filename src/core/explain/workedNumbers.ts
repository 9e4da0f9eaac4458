import type { Id, Work } from "../model";
import { loadOf, minutesOn, rowOf, type TimesheetWay } from "../plan";
import type { Store } from "../store";
import { titleOf } from "../things";
import { addDays, clockText, dateOf, dateText, durationText, minuteOf, type DateText, type TimeStyle } from "../time";
import { mostLines, type Explained } from "./explained";
import type { DayAsked } from "./dayNumbers";

/** What a number of a timesheet counts. */
export interface WorkedAsked {
  readonly dates: readonly DateText[];
  readonly way: TimesheetWay;
  /** The row; all rows where it is left out, and what is of none where it is null. */
  readonly row?: Id | null | undefined;
  /** Cells are rounded to so many minutes, where they are. */
  readonly rounding: number;
  /** The number itself, in minutes. */
  readonly minutes: number;
  readonly counts: (entry: Work) => boolean;
}

/** Where a number of a timesheet comes from: the entries of the log that count in it. */
export function explainWorked(store: Store, asked: WorkedAsked, style: TimeStyle): Explained {
  const { dates, way, row, rounding, minutes, counts } = asked;
  const { zone } = store.clock;
  const running = store.list("workByDay", "running") as readonly Work[];
  const parts = dates.flatMap((date) =>
    [...new Set([...(store.list("workByDay", date) as readonly Work[]), ...running])].flatMap((entry) => {
      const own = minutesOn(date, entry, store.now, zone);
      const isOfRow = row === undefined || (rowOf(store, entry, way) ?? null) === row;
      return own > 0 && isOfRow && counts(entry) ? [{ date, entry, own }] : [];
    }),
  );
  const exact = parts.reduce((sum, { own }) => sum + own, 0);
  const told = parts.slice(0, mostLines);
  const more = exact - told.reduce((sum, { own }) => sum + own, 0);
  return {
    rule: `What the work log says of ${dates.length === 1 ? "this day" : "these days"}, each entry in full.${
      rounding > 1 ? ` Each cell is rounded to ${rounding} min, and sums add up what the cells show.` : ""
    }`,
    lines: [
      ...told.map(({ date, entry, own }) => ({
        label: `${titleOf(entry, store)}, ${dateText(date, "short", style)} at ${clockText(startOn(date, entry), style)}`,
        ...{ value: durationText(own), id: entry.id },
      })),
      ...(more > 0 ? [{ label: `${parts.length - told.length} more entries`, value: durationText(more) }] : []),
      ...(exact === minutes ? [] : [{ label: "By the log", value: durationText(exact) }]),
      { label: "Worked", value: durationText(minutes), isResult: true },
    ],
  };
}

/** When on a date an entry begins: at midnight where it began the day before. */
function startOn(date: DateText, { start }: Work): number {
  return dateOf(start) === date ? minuteOf(start) : 0;
}

/** Where the load of several days comes from: that of each of them. */
export function explainLoads({ store, date, style }: DayAsked, days: number): Explained {
  let [planned, capacity] = [0, 0];
  const lines = Array.from({ length: days }, (_, at) => {
    const day = addDays(date, at);
    const load = loadOf(store, day);
    planned += load.plannedMinutes;
    capacity += load.capacityMinutes;
    const held = load.capacityMinutes > 0 ? ` of ${durationText(load.capacityMinutes)}` : "";
    return { label: dateText(day, "short", style), value: `${durationText(load.plannedMinutes)}${held}` };
  });
  return {
    rule: "What is planned on each of these days, of what your working hours hold.",
    lines: [
      ...lines,
      { label: "Planned", value: durationText(planned), isResult: true },
      { label: "These days hold, by Settings", value: durationText(capacity) },
    ],
  };
}
