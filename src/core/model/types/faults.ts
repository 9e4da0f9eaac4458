import { isDate, isMoment } from "../../time";
import type { FieldLimits } from "./describe";

/** So many characters a text can have, and so many entries a list: more is a slip, or an attack. */
export const longestText = 10_000_000;
const mostEntries = 500;
const mostOwnEntries = 5000;
const mostMinutes = 60_000;

export const mostListed = ({ own }: FieldLimits): number => (own ? mostOwnEntries : mostEntries);

export function tooLong({ label }: FieldLimits, text: string, longest: number): string | undefined {
  return text.length <= longest
    ? undefined
    : `${label} can have ${longest.toLocaleString("en-GB")} characters at most.`;
}

export function textFault(field: FieldLimits, value: unknown): string | undefined {
  if (typeof value !== "string") return `${field.label} is a text.`;
  return tooLong(field, value, field.longest ?? longestText);
}

export function numberFault({ label, unit, least, most, whole }: FieldLimits, value: unknown): string | undefined {
  if (typeof value !== "number" || !Number.isFinite(value)) return `“${String(value)}” is not a number.`;
  if (whole && !Number.isInteger(value)) return `${label} is a whole number.`;
  const bound = (limit: number) => `${limit.toLocaleString("en-GB")}${unit ? ` ${unit}` : ""}`;
  if (least !== undefined && value < least) return `${label} is at least ${bound(least)}.`;
  return most !== undefined && value > most ? `${label} is at most ${bound(most)}.` : undefined;
}

export function minutesFault({ label, most = mostMinutes }: FieldLimits, value: unknown): string | undefined {
  return isMinutes(value, most)
    ? undefined
    : `${label} is a length of time up to ${(most / 60).toLocaleString("en-GB")} hours, like “45 min” or “1 h 30”.`;
}

export function optionFault({ label, options }: FieldLimits, value: unknown): string | undefined {
  return options?.some(({ id }) => id === value)
    ? undefined
    : `“${String(value)}” isn't one of the options for ${label}.`;
}

export function momentFault(_field: FieldLimits, value: unknown): string | undefined {
  return isMoment(value) ? undefined : `“${String(value)}” is not a valid date and time.`;
}

export const computedFault = ({ label }: FieldLimits): string => `${label} is calculated and cannot be edited.`;

export function linkFault(isOne: (value: unknown) => boolean) {
  return (field: FieldLimits, value: unknown): string | undefined => {
    if (!field.many) return isOne(value) ? undefined : `${field.label} does not lead to a record.`;
    return isListOf(value, mostListed(field), isOne)
      ? undefined
      : `${field.label} is a list of up to ${mostListed(field)} links.`;
  };
}

export function isListOf(value: unknown, most: number, isOne: (one: unknown) => boolean): value is readonly unknown[] {
  return Array.isArray(value) && value.length <= most && value.every(isOne);
}

export function isMinutes(value: unknown, most: number): value is number {
  return typeof value === "number" && Number.isInteger(value) && value >= 0 && value <= most;
}

/** Tells whether a value is two dates or two moments in their order. */
export function isRange(value: unknown): value is readonly [string, string] {
  if (!Array.isArray(value) || value.length !== 2) return false;
  const [start, end] = value as unknown[];
  if (isDate(start) && isDate(end)) return start <= end;
  return isMoment(start) && isMoment(end) && start <= end;
}

/** Tells whether a text is an address that a browser may be sent to: never one that runs a script. */
export function isAddress(text: string): boolean {
  return /^(https?:\/\/|mailto:|tel:)\S+$/i.test(text);
}
