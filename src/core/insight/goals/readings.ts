import { valueIn, type Goal, type PensumRecord } from "../../model";
import {
  fieldNamed,
  fieldsIn,
  fieldValues,
  findRegister,
  isComputed,
  linkedRecords,
  summarise,
  type Register,
} from "../../register";
import type { Store } from "../../store";
import { dateOf, isDate, isMoment, type DateText } from "../../time";

/** What a number came to on a day. */
export interface Reading {
  readonly date: DateText;
  readonly value: number;
}

/** So many days are told of, the newest. */
const mostDays = 400;
/** The days by which the records of built-in registers count, where they have other dates too. */
const datedBy: Readonly<Record<string, readonly string[]>> = { tasks: ["doneAt"], work: ["start"] };

/**
 * What a goal's number came to from day to day, the first day first, where a summary gives it: the summary over the records
 * that are dated up to each of their days, and over those without a date, so that the last one is the number as it stands. Empty
 * where the number is typed or comes from a formula.
 */
export function readingsBehind(store: Store, goal: Goal): readonly Reading[] {
  const { register, field } = (goal.numberField && fieldNamed(store, "goals", goal.numberField)) || {};
  const { summary } = field ?? {};
  const other = summary && findRegister(store, summary.register);
  if (!register || !summary || !other) return [];
  const values = fieldValues(store);
  const linked = linkedRecords(values, register, summary)?.(goal) ?? [];
  const dateIn = dateReader(store, other);
  const dated = linked
    .flatMap((record) => {
      const date = dateIn(record);
      return date === undefined ? [] : [{ date, record }];
    })
    .sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
  const undated = linked.filter((record) => dateIn(record) === undefined);
  const records = dated.map(({ record }) => record);
  const ends = dated.flatMap(({ date }, at) => (date === dated[at + 1]?.date ? [] : [{ date, count: at + 1 }]));
  const { over } = summarise(values, register, summary);
  return ends.slice(-mostDays).flatMap(({ date, count }) => {
    const value = over([...undated, ...records.slice(0, count)]);
    return typeof value === "number" ? [{ date, value }] : [];
  });
}

/** Reads the day by which a record of a register counts: the first of its dates that it has. */
function dateReader(store: Store, register: Register): (record: PensumRecord) => DateText | undefined {
  const types = new Set(["date", "moment", "dateOrMoment", "range"]);
  const own = fieldsIn(store, register).filter((field) => types.has(field.type) && !field.kept && !isComputed(field));
  const names = datedBy[register.id] ?? own.map(({ name }) => name);
  return (record) => {
    for (const name of names) {
      const value = valueIn(record, name);
      const first: unknown = Array.isArray(value) ? value[0] : value;
      if (isDate(first)) return first;
      if (isMoment(first)) return dateOf(first);
    }
    return undefined;
  };
}
