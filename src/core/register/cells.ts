import { states, types, type CellType, type Field, type Option, type PriorityLevel } from "../model";
import { dateOf, dateOfDayNumber, dayNumber, isDate, isMoment, minuteOf, momentAt } from "../time";
import {
  DaysDuration,
  FeelDate,
  FeelDateTime,
  FeelRange,
  feelText,
  FeelTime,
  isContext,
  isList,
  MonthsDuration,
  type FeelValue,
} from "../formula";

/** What a field holds as it is stored and compared; a date is ISO text, a duration its minutes, a link an id. */
export type Cell = string | number | boolean | readonly string[] | undefined;

export type { CellType };

/** The cell type of every field but of computed ones, whose values tell it. */
export function cellType({ type, many }: Field): CellType {
  const { cell } = types[type];
  return cell === "link" && many ? "links" : cell;
}

/** The options of a field that has some, in their order. */
export function optionsOf(field: Field, priorities: readonly PriorityLevel[]): readonly Option[] {
  if (field.type === "priority") return priorities;
  if (field.type === "state") return states.map((id) => ({ id, title: id[0]!.toUpperCase() + id.slice(1) }));
  return field.options ?? [];
}

const minuteSeconds = 60;

/** A date or moment as FEEL has it. */
export function feelDate(text: string): FeelValue {
  if (isMoment(text)) return new FeelDateTime(dayNumber(dateOf(text)), minuteOf(text) * minuteSeconds);
  return isDate(text) ? new FeelDate(dayNumber(text)) : null;
}

/** The cell of a value that a formula came to, and of which type it is. */
export function cellOf(value: FeelValue): { cell: Cell; type: CellType } {
  if (value === null) return { cell: undefined, type: "text" };
  if (typeof value === "number") return { cell: value, type: "number" };
  if (typeof value === "boolean") return { cell: value, type: "yesNo" };
  if (value instanceof DaysDuration) return { cell: value.seconds / minuteSeconds, type: "minutes" };
  if (value instanceof FeelDate) return { cell: dateOfDayNumber(value.day), type: "date" };
  if (value instanceof FeelDateTime)
    return { cell: momentAt(dateOfDayNumber(value.day), Math.floor(value.seconds / minuteSeconds)), type: "date" };
  if (isList(value)) return { cell: value.map((one) => wordsOf(one)), type: "options" };
  return { cell: wordsOf(value), type: "text" };
}

function wordsOf(value: FeelValue): string {
  if (isContext(value)) return feelText(value.get("title") ?? "");
  if (value instanceof MonthsDuration) {
    const years = Math.trunc(value.months / 12);
    const months = value.months % 12;
    const part = (count: number, word: string) =>
      count ? [`${count} ${word}${Math.abs(count) === 1 ? "" : "s"}`] : [];
    return [...part(years, "year"), ...part(months, "month")].join(" ") || "0 months";
  }
  if (value instanceof FeelTime) return feelText(value).slice(0, 5);
  return feelText(value);
}

/** A range as FEEL has it: both ends belong to it. */
export function feelRange(cell: readonly string[]): FeelValue {
  return new FeelRange(feelDate(cell[0] as string), feelDate(cell[1] as string), true, true);
}
