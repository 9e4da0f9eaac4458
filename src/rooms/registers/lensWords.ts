import type { Comparison, Condition, DatePeriod, DoneShown, Field, LensLook, TotalWay } from "@/core/model";
import { fieldNamed, isAlone } from "@/core/lens";
import { findRegister, recordsIn, thingsWords, type CellType, type Register } from "@/core/register";
import { dateText } from "@/core/time";
import { cellWords, type Writing } from "@/panels/fields/cells";

/** What is said where a lens shows nothing: that nothing is there yet, or that nothing of what is there matches. */
export function nothingWords({ values }: Writing, register: Register): string {
  return `No ${thingsWords(register)} ${recordsIn(values.store, register).length > 0 ? "match" : "yet"}.`;
}

/** How a comparison is read, by what it compares. */
export function comparisonWords(is: Comparison, type: CellType): string {
  const dated = type === "date" || type === "range";
  const words: Record<Comparison, string> = {
    is: dated ? "on" : "is",
    isNot: "is not",
    oneOf: "is",
    noneOf: "is not",
    contains: "contains",
    containsNot: "does not contain",
    begins: "begins with",
    empty: "is empty",
    filled: "is filled",
    above: "above",
    atLeast: "at least",
    below: "below",
    atMost: "at most",
    before: "before",
    after: "after",
    onOrBefore: "on or before",
    onOrAfter: "on or after",
    thisWeek: "this week",
    thisMonth: "this month",
    withinNext: "within the next days",
    withinLast: "within the last days",
    aboveField: "is over",
  };
  return words[is];
}

/** A condition as a part of the sentence: "due before 15 December". */
export function conditionWords(writing: Writing, register: Register, condition: Condition): string {
  const join = (parts: readonly Condition[], word: string) =>
    parts.map((part) => conditionWords(writing, register, part)).join(` ${word} `);
  if ("all" in condition) return condition.all.length === 0 ? "anything" : join(condition.all, "and");
  if ("any" in condition) return join(condition.any, "or");
  if ("not" in condition) return `not ${conditionWords(writing, register, condition.not)}`;
  if ("feel" in condition) return condition.feel;
  if ("these" in condition)
    return condition.these.length === 1 ? "this one" : `these ${condition.these.length.toLocaleString()}`;
  const field = fieldNamed(writing.values, register, condition.field);
  if (!field) return "a deleted field";
  const type = writing.values.typeOf(register, field, recordsIn(writing.values.store, register));
  const name = field.label.toLowerCase();
  if (isAlone(condition.is)) return `${name} ${comparisonWords(condition.is, type)}`;
  const value = valueWords(writing, register, field, type, condition.is, condition.value);
  if (condition.is === "withinNext" || condition.is === "withinLast")
    return `${name} within the ${condition.is === "withinNext" ? "next" : "last"} ${value} days`;
  if (type === "yesNo") return condition.value === true ? name : `not ${name}`;
  return `${name} ${comparisonWords(condition.is, type)} ${value}`;
}

function valueWords(
  writing: Writing,
  register: Register,
  field: Field,
  type: CellType,
  is: Comparison,
  value: unknown,
): string {
  if (is === "aboveField")
    return fieldNamed(writing.values, register, String(value))?.label.toLowerCase() ?? "a deleted field";
  if (Array.isArray(value))
    return (
      value
        .map((id) =>
          cellWords(writing, field, type, type === "options" || type === "links" ? [id as string] : (id as string)),
        )
        .join(" or ") || "nothing yet"
    );
  if (value === "today" || value === "tomorrow" || value === "yesterday") return value;
  // A fixed date is written as one: never as a word that would be another date tomorrow.
  if ((type === "date" || type === "range") && typeof value === "string")
    return dateText(value.slice(0, 10), "day", writing.style);
  if (type === "text") return `“${String(value ?? "")}”`;
  if (is === "withinNext" || is === "withinLast") return String(value);
  return cellWords(writing, field, type, value as string | number);
}

/** What the registers of a lens are called together: "Tasks and events". */
export function registersWords(writing: Writing, ids: readonly string[]): string {
  const titles = ids.map((id) => findRegister(writing.values.store, id)?.title ?? "Deleted register");
  return titles.map((title, at) => (at === 0 ? title : title.toLowerCase())).join(" and ");
}

export const doneWords: Record<DoneShown, string> = {
  no: "open",
  today: "open or done today",
  week: "open or done this week",
  all: "open or done",
};

export const periodWords: Record<DatePeriod, string> = {
  hour: "hour",
  partOfDay: "time of day",
  day: "day",
  dayOrWeekend: "day, with weekends together",
  weekday: "weekday",
  week: "week",
  month: "month",
  year: "year",
};

export const lookWords: Record<LensLook, string> = {
  table: "table",
  list: "list",
  board: "board",
  matrix: "matrix",
  timeline: "timeline",
  timesheet: "timesheet",
  chart: "chart",
};

export const totalWords: Record<TotalWay, string> = {
  count: "count",
  sum: "sum",
  average: "average",
  median: "median",
  min: "smallest",
  max: "largest",
  earliest: "earliest",
  latest: "latest",
};
