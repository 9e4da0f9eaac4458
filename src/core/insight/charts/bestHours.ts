import { clockText, dateOfDayNumber, dateText, dayNumber, weekday } from "../../time";
import type { Chart } from "../chart";
import type { Ledger } from "../ledger";
import { hoursInDay, spanSums, unbrokenMinutes } from "../spanSums";
import { entriesBehind, type Asking } from "./asking";

/** Any Monday: the names of weekdays are asked of it. */
const aMonday = dayNumber("2026-11-23");

/** When unbroken work falls: minutes in sittings of at least 40 minutes, by weekday and hour. */
export function bestHours(asking: Asking): Chart {
  const { span, style, firstWeekday } = asking;
  const cells = spanSums(asking.store, span, asking.who).byHour;
  const used = Array.from({ length: hoursInDay }, (_, hour) => hour).filter((hour) =>
    cells.some((one) => one[hour]! > 0),
  );
  const [firstHour, lastHour] = [used[0] ?? 8, used.at(-1) ?? 17];
  const hours = Array.from({ length: lastHour - firstHour + 1 }, (_, at) => firstHour + at);
  const days = Array.from({ length: 7 }, (_, at) => (firstWeekday - 1 + at) % 7);
  const nameOf = (day: number, look: "weekday" | "dayName") => dateText(dateOfDayNumber(aMonday + day), look, style);
  let best = { day: 0, hour: 0, minutes: 0 };
  for (const day of days)
    for (let hour = 0; hour + 1 < hoursInDay; hour++) {
      const minutes = cells[day]![hour]! + cells[day]![hour + 1]!;
      if (minutes > best.minutes) best = { day, hour, minutes };
    }
  return {
    answer:
      best.minutes === 0
        ? `No sitting in these days lasted ${unbrokenMinutes} min.`
        : `Your longest unbroken work is on ${nameOf(best.day, "dayName")} between ${clockText(best.hour * 60, style)} and ${clockText(best.hour * 60 + 120, style)}.`,
    about: `minutes worked in sittings of at least ${unbrokenMinutes} min, by weekday and hour`,
    form: "field",
    rowLabel: "Day",
    columns: hours.map((hour) => ({ label: clockText(hour * 60, style), measure: "minutes", drawn: "worked" })),
    rows: days.map((day) => ({
      key: String(day),
      label: nameOf(day, "weekday"),
      values: hours.map((hour) => cells[day]![hour]!),
      behind: () => entriesBehind(asking, span, isUnbrokenOn(day)),
      behindCell: (column) =>
        entriesBehind(asking, span, (row, ledger) => {
          const start = ledger.start[row]!;
          const hour = hours[column]!;
          const isThen = start < (hour + 1) * 60 && start + ledger.minutes[row]! > hour * 60;
          return isThen && isUnbrokenOn(day)(row, ledger);
        }),
    })),
    register: "work",
  };
}

/** Whether a row is part of a long sitting on a weekday, counted from 0 for Monday. */
const isUnbrokenOn = (day: number) => (row: number, ledger: Ledger) =>
  ledger.minutes[row]! >= unbrokenMinutes && weekday(dateOfDayNumber(ledger.day[row]!)) === day + 1;
