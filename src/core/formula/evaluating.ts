import { add, divide, multiply, raise, subtract } from "./arithmetic";
import { checkLength, checkTextLength, longestList, spend } from "./budget";
import { temporalProperty } from "./builtins/dates";
import { equal, isWithin } from "./comparing";
import type { Evaluate, Frame } from "./frame";
import { nothing } from "./trouble";
import type { FeelFunction } from "./values";
import { FeelDate, FeelRange, isContext, isList, typeOf, type FeelValue } from "./values";

/* What compiled formulas do when they are evaluated, and know nothing of syntax. */

/** Calls a function and charges for what it goes through and what it makes. */
export function charged(called: FeelFunction, values: readonly FeelValue[]): FeelValue {
  for (const value of values) spend(sizeOf(value));
  const result = called.call(values);
  if (isList(result)) checkLength(result.length);
  if (typeof result === "string") checkTextLength(result.length);
  spend(sizeOf(result));
  return result;
}

const charactersPerStep = 32;

function sizeOf(value: FeelValue): number {
  if (isList(value)) return value.length + 1;
  return typeof value === "string" ? 1 + Math.floor(value.length / charactersPerStep) : 1;
}

export const operations: Readonly<Record<string, (a: FeelValue, b: FeelValue) => FeelValue>> = {
  "+": add,
  "-": subtract,
  "*": multiply,
  "/": divide,
  "**": raise,
};

export const orders: Readonly<Record<string, (order: number) => boolean>> = {
  "<": (order) => order < 0,
  "<=": (order) => order <= 0,
  ">": (order) => order > 0,
  ">=": (order) => order >= 0,
};

export function constant(value: FeelValue): () => FeelValue {
  return () => value;
}

export function unlike(a: FeelValue, b: FeelValue): null {
  return nothing(`Cannot compare ${typeOf(a)} with ${typeOf(b)}.`);
}

/** Whether a value passes what stands after `in`: it lies in the range, is in the list, or is the same. */
export function passes(value: FeelValue, wanted: FeelValue): boolean | null {
  if (wanted instanceof FeelRange && !(value instanceof FeelRange)) return isWithin(value, wanted);
  if (isList(wanted) && !isList(value)) return wanted.some((one) => passes(value, one) === true);
  if (isList(wanted) && equal(value, wanted) !== true) return wanted.some((one) => equal(value, one) === true);
  return equal(value, wanted);
}

/** The value of an entry, of a property of a date or a range, or of each thing of a list. */
export function property(value: FeelValue, name: string): FeelValue {
  if (value === null) return nothing(`The value before “.${name}” is empty.`);
  if (isList(value)) {
    spend(value.length);
    return value.map((one) => property(one, name));
  }
  if (isContext(value)) return value.get(name) ?? nothing(`There is no “${name}”.`);
  if (value instanceof FeelRange) {
    if (name === "start") return value.start ?? null;
    if (name === "end") return value.end ?? null;
    if (name === "start included") return value.startIncluded;
    if (name === "end included") return value.endIncluded;
  }
  return temporalProperty(value, name) ?? nothing(`A ${typeOf(value)} has no “${name}”.`);
}

export interface Gather {
  enough(result: FeelValue): boolean;
  value(results: readonly FeelValue[]): FeelValue;
}

const unknownAmong = (results: readonly FeelValue[]) => results.some((one) => typeof one !== "boolean");
export const collect: Gather = { enough: () => false, value: (results) => results };
export const some: Gather = {
  enough: (result) => result === true,
  value: (results) => results.includes(true) || (unknownAmong(results) ? null : false),
};
export const every: Gather = {
  enough: (result) => result === false,
  value: (results) => !results.includes(false) && (unknownAmong(results) ? null : true),
};

/** Whole numbers or dates from one end to the other, downwards where the second is smaller. */
export function steps(from: FeelValue, to: FeelValue): FeelValue {
  if (from instanceof FeelDate && to instanceof FeelDate) {
    const days = steps(from.day, to.day);
    return isList(days) ? days.map((day) => new FeelDate(day as number)) : days;
  }
  if (typeof from !== "number" || typeof to !== "number")
    return nothing("The range must go from a number to a number, or from a date to a date.");
  const size = Math.floor(Math.abs(to - from)) + 1;
  if (size > longestList) return nothing(`The range has more than ${longestList.toLocaleString("en-GB")} steps.`);
  spend(size >> 2);
  const step = to < from ? -1 : 1;
  return Array.from({ length: size }, (_, at) => from + at * step);
}

export function stepsOfRange({ start, end, startIncluded, endIncluded }: FeelRange): FeelValue {
  const all = steps(start ?? null, end ?? null);
  if (!isList(all)) return all;
  return all.slice(startIncluded ? 0 : 1, endIncluded ? undefined : -1);
}

/** The text of a literal in quotes, its escapes resolved. */
export function unescaped(literal: string): string {
  return literal
    .slice(1, -1)
    .replace(/\\(?:u([0-9a-fA-F]{4})|U([0-9a-fA-F]{6})|(.))/gs, (_, four?: string, six?: string, letter?: string) => {
      if (four ?? six) return codePoint(Number.parseInt((four ?? six)!, 16));
      return { n: "\n", r: "\r", t: "\t" }[letter!] ?? letter!;
    });
}

function codePoint(code: number): string {
  return code <= 0x10ffff ? String.fromCodePoint(code) : "\ufffd";
}

/** Values that are given by name, in their places; null in those that are not given. */
export function placed<R>(places: readonly number[], values: readonly Evaluate<R>[], frame: Frame<R>): FeelValue[] {
  const given: FeelValue[] = Array.from({ length: Math.max(0, ...places) + 1 }, () => null);
  places.forEach((place, at) => (given[place] = values[at]!(frame)));
  return given;
}
