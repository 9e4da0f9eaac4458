import { fieldFault, type Field, type FieldType } from "./fields";
import type { Kind } from "./records";
import type { Id } from "./values";
import type { DateText, MomentText } from "../time";

/*
 * What a command is told: described once, by the types that fields have, so that it can be checked, kept in the log, asked for in a
 * form and read by a program. The type of the input follows from its description.
 */

declare const holds: unique symbol;

/** A description of a value of type `T`. */
export type Input<T> = Described & { readonly [holds]?: T };

/** What an input is, for whoever reads descriptions. */
type Described =
  | { readonly is: "field"; readonly field: Omit<Field, "name" | "label">; readonly kinds?: readonly Kind[] }
  | { readonly is: "word"; readonly words: readonly (string | number)[] }
  | { readonly is: "list"; readonly of: Described }
  /** Values by keys that are not known before. */
  | { readonly is: "map"; readonly of: Described }
  | { readonly is: "parts"; readonly parts: Readonly<Record<string, Described>> }
  | { readonly is: "maybe"; readonly of: Described }
  | { readonly is: "either"; readonly of: readonly Described[] }
  /** Something with a shape of its own, which whoever makes it answers for. */
  | { readonly is: "whole"; readonly what: string };

export type InputOf<I> = I extends Input<infer T> ? T : never;

interface Maybe<T> {
  readonly is: "maybe";
  readonly of: Described;
  readonly [holds]?: T;
}
type Parts = Readonly<Record<string, Input<unknown>>>;
type Given<P> = {
  readonly [K in keyof P as P[K] extends Maybe<unknown> ? never : K]: InputOf<P[K]>;
} & {
  readonly [K in keyof P as P[K] extends Maybe<unknown> ? K : never]?: InputOf<P[K]> | undefined;
};
type Flat<T> = { readonly [K in keyof T]: T[K] };

const leaf = <T>(type: FieldType, more: Partial<Field> = {}): Input<T> => ({ is: "field", field: { type, ...more } });

/** The id of a record, of one of these kinds where some are named. Whether it is there, the command finds out. */
export const id = (...kinds: readonly Kind[]): Input<Id> => ({ is: "field", field: { type: "link" }, kinds });
export const ids = (...kinds: readonly Kind[]): Input<readonly Id[]> => list(id(...kinds));
export const text = leaf<string>("longText");
export const number = leaf<number>("number");
/** Minutes; fewer than none where something is moved back. */
export const minutes = leaf<number>("number", { unit: "min" });
export const yesNo = leaf<boolean>("yesNo");
export const date = leaf<DateText>("date");
export const moment = leaf<MomentText>("moment");
export const dateOrMoment = leaf<DateText | MomentText>("dateOrMoment");
export const zone = leaf<string>("zone");
export const word = <const W extends string | number>(...words: readonly W[]): Input<W> => ({ is: "word", words });
export const list = <T>(of: Input<T>): Input<readonly T[]> => ({ is: "list", of });
export const map = <T>(of: Input<T>): Input<Readonly<Record<string, T>>> => ({ is: "map", of });
export const maybe = <T>(of: Input<T>): Maybe<T> => ({ is: "maybe", of });
export const parts = <P extends Parts>(of: P): Input<Flat<Given<P>>> => ({ is: "parts", parts: of });
export const either = <A, B>(a: Input<A>, b: Input<B>): Input<A | B> => ({ is: "either", of: [a, b] });
export const whole = <T extends object>(what: string): Input<T> => ({ is: "whole", what });
/** Values of fields by their names; one that is undefined is taken out. Each is checked where it is put in. */
export const values: Input<Readonly<Record<string, unknown>>> = {
  is: "whole",
  what: "values of fields by their names",
};

/** What is wrong with a value where an input is expected; undefined where nothing is. Faults name the place as `tasks.2`. */
export function inputFault(input: Input<unknown>, value: unknown, place = "The input"): string | undefined {
  switch (input.is) {
    case "maybe":
      return value === undefined ? undefined : inputFault(input.of, value, place);
    case "field":
      if (value === undefined) return `${place} is missing.`;
      return input.field.type === "link" || input.field.type === "longText"
        ? typeof value === "string"
          ? undefined
          : `${place} has to be a text.`
        : fieldFault({ ...input.field, name: place, label: place }, value);
    case "word":
      return input.words.includes(value as string)
        ? undefined
        : `${place} has to be one of these: ${input.words.join(", ")}.`;
    case "list":
      if (!Array.isArray(value)) return `${place} has to be a list.`;
      return firstFault(value.entries(), place, () => input.of);
    case "map":
      if (!isPlain(value)) return `${place} has to be values by their names.`;
      return firstFault(Object.entries(value), place, () => input.of);
    case "parts": {
      if (!isPlain(value)) return `${place} has to have parts: ${Object.keys(input.parts).join(", ")}.`;
      return firstFault(
        Object.keys(input.parts).map((key) => [key, value[key]]),
        place,
        (key) => input.parts[key] as Described,
      );
    }
    case "either": {
      const faults = input.of.map((one) => inputFault(one, value, place));
      return faults.includes(undefined) ? undefined : faults[0];
    }
    case "whole":
      return typeof value === "object" && value !== null ? undefined : `${place} has to be ${input.what}.`;
  }
}

function firstFault(
  entries: Iterable<readonly [string | number, unknown]>,
  place: string,
  inputAt: (key: string) => Described,
): string | undefined {
  const within = place === "The input" ? "" : `${place}.`;
  for (const [key, value] of entries) {
    const fault = inputFault(inputAt(String(key)), value, `${within}${key}`);
    if (fault !== undefined) return fault;
  }
  return undefined;
}

function isPlain(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}

/** Whether an input can be written down by somebody who knows no more of it than its description. */
export function isWritten(input: Input<unknown>): boolean {
  switch (input.is) {
    case "whole":
      return input === values;
    case "list":
    case "map":
    case "maybe":
      return isWritten(input.of);
    case "parts":
      return Object.values(input.parts).every(isWritten);
    case "either":
      return input.of.some(isWritten);
    default:
      return true;
  }
}

const typeWords: Partial<Record<FieldType, string>> = {
  longText: "text",
  number: "number",
  yesNo: "true or false",
  date: "date",
  moment: "date and time",
  dateOrMoment: "date, or date and time",
  zone: "time zone",
};

/** An input as it is written down: `{ tasks: [id of a task], day?: date }`. */
export function inputWords(input: Input<unknown>): string {
  switch (input.is) {
    case "field": {
      const { type, unit } = input.field;
      if (type === "link") return input.kinds?.length ? `id of a ${input.kinds.join(" or ")}` : "id";
      return unit === "min" ? "minutes" : (typeWords[type] ?? type);
    }
    case "word":
      return input.words.map((word) => JSON.stringify(word)).join(" or ");
    case "list":
      return `[${inputWords(input.of)}]`;
    case "map":
      return `{ any name: ${inputWords(input.of)} }`;
    case "maybe":
      return inputWords(input.of);
    case "either":
      return input.of.map(inputWords).join(" or ");
    case "parts":
      return `{ ${Object.entries(input.parts)
        .map(([name, part]) => `${name}${part.is === "maybe" ? "?" : ""}: ${inputWords(part)}`)
        .join(", ")} }`;
    case "whole":
      return input === values ? "{ field: value }" : input.what;
  }
}

/**
 * What was written down for an input: a value that is null in it is one that is not there, as JSON has no other word for that.
 * @throws Error where it has a part that the input does not know
 */
export function writtenInput(input: Input<unknown>, written: unknown): unknown {
  if (written === null) return undefined;
  const inner = input.is === "maybe" ? (input.of as Input<unknown>) : input;
  if (inner.is === "list" && Array.isArray(written)) return written.map((one) => writtenInput(inner.of, one));
  if (!isPlain(written)) return written;
  const of = (name: string): Input<unknown> => {
    if (inner.is === "map") return inner.of;
    if (inner.is !== "parts") return values;
    const part = inner.parts[name];
    if (!part) throw new Error(`There is no “${name}” in it. It has ${Object.keys(inner.parts).join(", ")}.`);
    return part;
  };
  if (inner.is === "either" || inner.is === "whole")
    return Object.fromEntries(Object.entries(written).map(([name, value]) => [name, value ?? undefined]));
  return Object.fromEntries(Object.entries(written).map(([name, value]) => [name, writtenInput(of(name), value)]));
}
