import { isDate, isMoment, isZone, readRepeat } from "../time";
import { isId } from "./ids";
import type { Option, OwnType, Summary } from "./ownFields";
import { dyes, states } from "./values";

/** What a field holds, which decides how it is shown, edited and checked. */
export type FieldType =
  | OwnType
  | "title"
  | "state"
  | "dateOrMoment"
  | "priority"
  | "theme"
  | "task"
  | "people"
  | "tags"
  | "zone"
  | "dates"
  | "dye"
  | "repeat"
  | "held"
  | "count";

export interface Field {
  readonly name: string;
  readonly label: string;
  readonly type: FieldType;
  /** What it was called before. */
  readonly formerLabels?: readonly string[];
  /** A field that always has a value. */
  readonly required?: boolean;
  /** Kept by Pensum itself: shown, not edited. */
  readonly kept?: boolean;
  /** Whether Pensum sets it to the present whenever its record changes. */
  readonly follows?: boolean;
  /** Whether the person made it. */
  readonly own?: boolean;
  readonly hidden?: boolean;
  readonly options?: readonly Option[];
  readonly unit?: string;
  readonly decimals?: number;
  /** The least and the most a number can be, and whether it is a whole one. */
  readonly least?: number;
  readonly most?: number;
  readonly whole?: boolean;
  /** How many characters a text can have, where that is less than any text can. */
  readonly longest?: number;
  /** Whether its text is the name of a field of the same register that tells a number. */
  readonly namesNumber?: boolean;
  /** The register a link leads to. */
  readonly target?: string;
  /** Whether it leads to several records. */
  readonly many?: boolean;
  readonly formula?: string;
  readonly summary?: Summary;
  readonly start?: string;
  /** What of the plan of a task it says, which Pensum computes. */
  readonly ofPlan?: PlanAsked;
}

/**
 * Whether a task has hours, when the first of them begin, and how many minutes they are; how strongly it asks to be next, and
 * how much is planned on its day.
 */
export type PlanAsked = "has" | "first" | "placed" | "pull" | "load";

/** So many characters a text can have, and so many entries a list: more is a slip, or an attack. */
export const longestText = 10_000_000;
const longestTitle = 10_000_000;
const longestRepeat = 20_000;
const mostEntries = 500;
const mostOwnEntries = 5000;
const mostMinutes = 60_000;

/** What a field holds when it is emptied: some kinds of record always have their lists and some of their texts. */
export function emptyValue(field: Field): unknown {
  if (field.type === "text" && field.required) return "";
  // Hours without words of their own have an empty title; what must have one keeps it.
  if (field.type === "title" && !field.required) return "";
  return field.type === "tags" || field.type === "people" || field.type === "dates" ? [] : undefined;
}

/**
 * What is wrong with a value for a field, in a sentence, or undefined when it may stand there. The one place that says
 * what a field may hold: what is typed, pasted and set by an order is asked here, and what is read from a file too.
 */
export function fieldFault(field: Field, value: unknown): string | undefined {
  if (value === undefined) return field.required ? `${field.label} cannot be empty.` : undefined;
  const mostListed = field.own ? mostOwnEntries : mostEntries;
  switch (field.type) {
    case "title":
      if (typeof value !== "string" || (value.trim() === "" && field.required))
        return `${field.label} cannot be empty.`;
      return tooLong(field, value, longestTitle);
    case "text":
    case "longText":
      if (typeof value !== "string") return `${field.label} is a text.`;
      return tooLong(field, value, field.longest ?? longestText);
    case "state":
      return (states as readonly unknown[]).includes(value) ? undefined : `“${String(value)}” is not a state.`;
    case "number":
      if (typeof value !== "number" || !Number.isFinite(value)) return `“${String(value)}” is not a number.`;
      return numberFault(field, value);
    case "yesNo":
      return typeof value === "boolean" ? undefined : `${field.label} must be yes or no.`;
    case "choice":
    case "level":
      return field.options?.some(({ id }) => id === value)
        ? undefined
        : `“${String(value)}” isn't one of the options for ${field.label}.`;
    case "choices":
      return isList(value, mostListed) && value.every((id) => field.options?.some((option) => option.id === id))
        ? undefined
        : `${field.label} holds something that isn't one of its options.`;
    case "range":
      return isRange(value) ? undefined : `${field.label} needs two dates, with the start not after the end.`;
    case "files":
      return isList(value, mostListed) && value.every((one) => typeof one === "string" && keptFile.test(one))
        ? undefined
        : `${field.label} holds something that is not a file.`;
    case "url":
      return typeof value === "string" && isAddress(value) && value.length <= longestText
        ? undefined
        : `“${String(value).slice(0, 200)}” is not a web address. Enter one like https://example.org.`;
    case "formula":
    case "summary":
      return `${field.label} is calculated and cannot be edited.`;
    case "date":
      return isDate(value) ? undefined : `“${String(value)}” is not a valid date.`;
    case "changed":
    case "moment":
      return isMoment(value) ? undefined : `“${String(value)}” is not a valid date and time.`;
    case "dateOrMoment":
      return isDate(value) || isMoment(value) ? undefined : `“${String(value)}” is not a valid date.`;
    case "minutes":
    case "count":
      return isMinutes(value, field.most ?? mostMinutes)
        ? undefined
        : `${field.label} is a length of time up to ${((field.most ?? mostMinutes) / 60).toLocaleString("en-GB")} hours, like “45 min” or “1 h 30”.`;
    case "zone":
      return isZone(value) ? undefined : `“${String(value)}” is not a time zone. Enter one like Europe/Lisbon.`;
    case "priority":
      return typeof value === "string" && value.length <= 64 ? undefined : `${field.label} is one of your priorities.`;
    case "dye":
      return (dyes as readonly unknown[]).includes(value)
        ? undefined
        : `“${String(value)}” is not a colour Pensum has.`;
    case "repeat":
      return repeatFault(field, value);
    case "dates":
      return Array.isArray(value) && value.every(isDate)
        ? undefined
        : `${field.label} contains a value that is not a date.`;
    case "tags":
      return isList(value, mostEntries) && value.every((tag) => typeof tag === "string")
        ? undefined
        : `${field.label} is a list of up to ${mostEntries} tags.`;
    case "held":
      return isHeld(value) ? undefined : `${field.label} is a list of up to 100 tasks with their minutes.`;
    case "link":
    case "theme":
    case "task":
    case "people":
      if (!field.many) return isId(value) ? undefined : `${field.label} does not lead to a record.`;
      return isList(value, mostListed) && value.every(isId)
        ? undefined
        : `${field.label} is a list of up to ${mostListed} links.`;
  }
}

function tooLong(field: Field, text: string, longest: number): string | undefined {
  return text.length <= longest
    ? undefined
    : `${field.label} can have ${longest.toLocaleString("en-GB")} characters at most.`;
}

function numberFault({ label, unit, least, most, whole }: Field, value: number): string | undefined {
  if (whole && !Number.isInteger(value)) return `${label} is a whole number.`;
  const bound = (limit: number) => `${limit.toLocaleString("en-GB")}${unit ? ` ${unit}` : ""}`;
  if (least !== undefined && value < least) return `${label} is at least ${bound(least)}.`;
  return most !== undefined && value > most ? `${label} is at most ${bound(most)}.` : undefined;
}

function repeatFault(field: Field, value: unknown): string | undefined {
  if (typeof value !== "string" || value.length > longestRepeat) return `${field.label} is a repeat rule.`;
  const read = readRepeat(value);
  return "fault" in read ? `${field.label} is not a rule Pensum can follow: ${read.fault}` : undefined;
}

function isList(value: unknown, most: number): value is readonly unknown[] {
  return Array.isArray(value) && value.length <= most;
}

function isMinutes(value: unknown, most: number): boolean {
  return typeof value === "number" && Number.isInteger(value) && value >= 0 && value <= most;
}

/** Tells whether a value is a list of tasks with their minutes, as a time box holds them. */
function isHeld(value: unknown): boolean {
  return (
    isList(value, 100) &&
    value.every((one) => {
      const { task, minutes } = (one ?? {}) as { task?: unknown; minutes?: unknown };
      return typeof task === "string" && task.length <= 5000 && isMinutes(minutes, 1440) && (minutes as number) > 0;
    })
  );
}

const keptFile = /^[a-z][a-z0-9-]{1,63} \S/;

/** A file as a field holds it: its id and, behind a space, its name. */
export function fileOfField(held: string): { id: string; name: string } {
  const at = held.indexOf(" ");
  return { id: held.slice(0, at), name: held.slice(at + 1) };
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
