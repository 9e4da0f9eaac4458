import type { DateText } from "../time";
import { dateOfDayNumber } from "../time";

/** A calendar date, as whole days since 1970-01-01. */
export class FeelDate {
  constructor(readonly day: number) {}
}

/** Where a time is told: an offset from UTC in seconds, with the zone's name when it was given by name. */
export interface FeelZone {
  readonly offsetSeconds: number;
  readonly name?: string;
}

/** A time of day, in seconds since midnight. */
export class FeelTime {
  constructor(
    readonly seconds: number,
    readonly zone?: FeelZone,
  ) {}
}

/** A date with a time of day. */
export class FeelDateTime {
  constructor(
    readonly day: number,
    readonly seconds: number,
    readonly zone?: FeelZone,
  ) {}
}

/** A duration of days and time, in seconds. */
export class DaysDuration {
  constructor(readonly seconds: number) {}
}

/** A duration of years and months, in months. */
export class MonthsDuration {
  constructor(readonly months: number) {}
}

/** All values between two ends; an end that is undefined is open without limit. */
export class FeelRange {
  constructor(
    readonly start: FeelValue | undefined,
    readonly end: FeelValue | undefined,
    readonly startIncluded: boolean,
    readonly endIncluded: boolean,
  ) {}
}

/** A function, built in or written in a formula. */
export class FeelFunction {
  /** @param others what its parameters are called as well, in other ways to call it */
  constructor(
    readonly parameters: readonly string[],
    readonly call: (values: readonly FeelValue[]) => FeelValue,
    readonly others: readonly (readonly string[])[] = [],
  ) {}

  /**
   * The places of values that are given by name; undefined where no way to call it has all of these names. Where several
   * ways have them, the order in which they are given tells which is meant: a point and a range, or a range and a point.
   */
  placesOf(names: readonly string[]): readonly number[] | undefined {
    const ways = [this.parameters, ...this.others]
      .filter((known) => names.every((name) => known.includes(name)))
      .map((known) => names.map((name) => known.indexOf(name)));
    return ways.find((places) => places.every((place, at) => at === 0 || place > places[at - 1]!)) ?? ways[0];
  }
}

/** Something with named entries: a context of FEEL, or a record. */
export interface FeelContext {
  readonly isContext: true;
  /** The id of the record it is; two that are the same record are equal, and one is written as its title. */
  readonly identity?: string;
  /** The value of an entry; undefined when there is none of that name. */
  get(name: string): FeelValue | undefined;
  names(): readonly string[];
}

export type FeelValue =
  | number
  | string
  | boolean
  | null
  | FeelDate
  | FeelTime
  | FeelDateTime
  | DaysDuration
  | MonthsDuration
  | FeelRange
  | FeelFunction
  | FeelContext
  | readonly FeelValue[];

/** A context that holds its entries. */
export class ContextOfEntries implements FeelContext {
  readonly isContext = true;
  readonly #entries: ReadonlyMap<string, FeelValue>;

  constructor(entries: ReadonlyMap<string, FeelValue>) {
    this.#entries = entries;
  }

  get(name: string): FeelValue | undefined {
    return this.#entries.get(name);
  }

  names(): readonly string[] {
    return [...this.#entries.keys()];
  }
}

export function isContext(value: FeelValue | undefined): value is FeelContext {
  return typeof value === "object" && value !== null && "isContext" in value;
}

export function isList(value: FeelValue | undefined): value is readonly FeelValue[] {
  return Array.isArray(value);
}

/** What kind of value it is, in the standard's words. */
export function typeOf(value: FeelValue): string {
  if (value === null) return "null";
  if (typeof value === "number" || typeof value === "string" || typeof value === "boolean") return typeof value;
  if (isList(value)) return "list";
  if (value instanceof FeelDate) return "date";
  if (value instanceof FeelTime) return "time";
  if (value instanceof FeelDateTime) return "date and time";
  if (value instanceof DaysDuration) return "days and time duration";
  if (value instanceof MonthsDuration) return "years and months duration";
  if (value instanceof FeelRange) return "range";
  return value instanceof FeelFunction ? "function" : "context";
}

const secondsPerDay = 86_400;

/** A value as FEEL writes it. A text stands in quotes where it is part of something larger. */
export function feelText(value: FeelValue, nested = false): string {
  if (value === null) return "null";
  if (typeof value === "string") return nested ? JSON.stringify(value) : value;
  if (typeof value === "number" || typeof value === "boolean") return String(value);
  if (isList(value)) return `[${value.map((one) => feelText(one, true)).join(", ")}]`;
  if (value instanceof FeelDate) return dateText(value.day);
  if (value instanceof FeelTime) return timeText(value.seconds) + zoneText(value.zone);
  if (value instanceof FeelDateTime) return `${dateText(value.day)}T${timeText(value.seconds)}${zoneText(value.zone)}`;
  if (value instanceof DaysDuration) return daysText(value.seconds);
  if (value instanceof MonthsDuration) return monthsText(value.months);
  if (value instanceof FeelRange) {
    const { start, end } = value;
    const open = `${value.startIncluded ? "[" : "("}${start === undefined ? "" : feelText(start, true)}`;
    return `${open}..${end === undefined ? "" : feelText(end, true)}${value.endIncluded ? "]" : ")"}`;
  }
  if (value instanceof FeelFunction) return `function(${value.parameters.join(", ")})`;
  if (value.identity !== undefined) return feelText(value.get("title") ?? "", nested);
  return `{${value
    .names()
    .map(
      (name) =>
        `${/^[\p{L}_][\p{L}\p{N}_]*$/u.test(name) ? name : JSON.stringify(name)}: ${feelText(value.get(name) ?? null, true)}`,
    )
    .join(", ")}}`;
}

function dateText(day: number): DateText {
  return dateOfDayNumber(day);
}

function timeText(seconds: number): string {
  const two = (number: number) => String(number).padStart(2, "0");
  const whole = Math.floor(seconds);
  const fraction = seconds === whole ? "" : (seconds - whole).toFixed(9).slice(1).replace(/0+$/, "");
  return `${two(Math.floor(whole / 3600))}:${two(Math.floor(whole / 60) % 60)}:${two(whole % 60)}${fraction}`;
}

function zoneText(zone: FeelZone | undefined): string {
  if (!zone) return "";
  if (zone.name) return `@${zone.name}`;
  if (zone.offsetSeconds === 0) return "Z";
  const size = Math.abs(zone.offsetSeconds);
  const two = (number: number) => String(number).padStart(2, "0");
  return `${zone.offsetSeconds < 0 ? "-" : "+"}${two(Math.floor(size / 3600))}:${two(Math.floor(size / 60) % 60)}`;
}

function daysText(seconds: number): string {
  if (seconds === 0) return "PT0S";
  const size = Math.abs(seconds);
  const days = Math.floor(size / secondsPerDay);
  const hours = Math.floor(size / 3600) % 24;
  const minutes = Math.floor(size / 60) % 60;
  const rest = Math.round((size % 60) * 1e9) / 1e9;
  const time = `${hours ? `${hours}H` : ""}${minutes ? `${minutes}M` : ""}${rest ? `${rest}S` : ""}`;
  return `${seconds < 0 ? "-" : ""}P${days ? `${days}D` : ""}${time ? `T${time}` : ""}`;
}

function monthsText(months: number): string {
  if (months === 0) return "P0M";
  const size = Math.abs(months);
  const years = Math.floor(size / 12);
  return `${months < 0 ? "-" : ""}P${years ? `${years}Y` : ""}${size % 12 ? `${size % 12}M` : ""}`;
}
