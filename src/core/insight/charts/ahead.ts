import { freeOn, isOver, loadOf, loadParts } from "../../plan";
import { taskOf } from "../../things";
import { addDays, dateText, durationText, minuteOf } from "../../time";
import type { Chart } from "../chart";
import { sum, type Asking } from "./asking";

const days = 14;

/** What the next two weeks hold against the working hours there are. */
export function ahead({ store, today, style }: Asking): Chart {
  const rows = Array.from({ length: days }, (_, at) => addDays(today, at)).map((date) => {
    const load = loadOf(store, date);
    return {
      key: date,
      label: dateText(date, "short", style),
      values: [
        load.plannedMinutes,
        load.placedMinutes,
        load.capacityMinutes || undefined,
        freeOn(store, date, date === today ? minuteOf(store.now) : 0),
      ],
      isOver: isOver(load),
      behind: () => [...new Set(loadParts(store, date).flatMap(({ record }) => taskOf(record, store)?.id ?? []))],
    };
  });
  const over = rows.filter((row) => row.isOver);
  const left = sum(rows.map(({ values }) => values[3]!));
  const [first] = over;
  return {
    answer: first
      ? `${first.label} is over by ${durationText(first.values[0]! - first.values[2]!)}${over.length > 1 ? `, and so ${over.length === 2 ? "is one more day" : `are ${over.length - 1} more`}` : ""}; ${durationText(left)} is free.`
      : `No day is over; ${durationText(left)} of the next two weeks is free.`,
    about:
      "load of the next 14 days: events, hours of work, and tasks of the day that have no hours; the rule is the working hours",
    form: "columns",
    rowLabel: "Day",
    columns: [
      { label: "Planned", measure: "minutes", drawn: "planned" },
      { label: "With hours", measure: "minutes", drawn: "hidden" },
      { label: "Working hours", measure: "minutes", drawn: "target" },
      { label: "Free", measure: "minutes", drawn: "said" },
    ],
    rows,
    register: "tasks",
  };
}
