import { isDate, isMoment, isZone } from "../time";
import { states, type Kind } from "./records";

/** What a field holds, which decides how it is shown, edited and checked. */
export type FieldType =
  | "title"
  | "state"
  | "date"
  | "moment"
  | "dateOrMoment"
  | "minutes"
  | "priority"
  | "theme"
  | "task"
  | "people"
  | "tags"
  | "zone"
  | "text"
  | "dye"
  | "count";

export interface Field {
  readonly name: string;
  readonly label: string;
  readonly type: FieldType;
  /** A field that always has a value. */
  readonly required?: boolean;
  /** Kept by Pensum itself: shown, not edited. */
  readonly kept?: boolean;
}

const title: Field = { name: "title", label: "Title", type: "title", required: true };
const theme: Field = { name: "theme", label: "Theme", type: "theme" };
const people: Field = { name: "people", label: "People", type: "people" };

/** The fields of each kind that a person sees, in the order in which the record sheet shows them. */
export const fieldsOf: Record<Exclude<Kind, "settings">, readonly Field[]> = {
  task: [
    title,
    { name: "state", label: "State", type: "state", required: true },
    { name: "doDay", label: "Do day", type: "date" },
    { name: "due", label: "Due", type: "dateOrMoment" },
    { name: "restUntil", label: "Rest until", type: "date" },
    { name: "estimateMinutes", label: "Estimate", type: "minutes" },
    { name: "tookMinutes", label: "Took", type: "minutes" },
    { name: "priority", label: "Priority", type: "priority" },
    theme,
    { name: "parent", label: "Part of", type: "task" },
    people,
    { name: "tags", label: "Tags", type: "tags" },
    { name: "doneAt", label: "Done at", type: "moment" },
    { name: "carried", label: "Carried", type: "count", kept: true },
  ],
  event: [
    title,
    { name: "start", label: "Start", type: "dateOrMoment", required: true },
    { name: "end", label: "End", type: "dateOrMoment", required: true },
    { name: "zone", label: "Time zone", type: "zone" },
    { name: "place", label: "Place", type: "text" },
    theme,
    people,
  ],
  block: [
    { name: "title", label: "Title", type: "title" },
    { name: "start", label: "Start", type: "moment", required: true },
    { name: "end", label: "End", type: "moment", required: true },
    { name: "task", label: "Task", type: "task" },
    theme,
  ],
  theme: [
    title,
    { name: "dye", label: "Dye", type: "dye", required: true },
    { name: "weeklyMinutes", label: "Weekly target", type: "minutes" },
  ],
  day: [],
  note: [title, { name: "tags", label: "Tags", type: "tags" }],
  person: [title, { name: "role", label: "Role", type: "text" }],
};

/** What is wrong with a value for a field, in a sentence, or undefined when it may stand there. */
export function fieldFault(field: Field, value: unknown): string | undefined {
  if (value === undefined) return field.required ? `${field.label} cannot be empty.` : undefined;
  switch (field.type) {
    case "title":
      return typeof value === "string" && (value.trim() !== "" || !field.required)
        ? undefined
        : `${field.label} cannot be empty.`;
    case "state":
      return (states as readonly unknown[]).includes(value) ? undefined : `“${String(value)}” is not a state.`;
    case "date":
      return isDate(value) ? undefined : `“${String(value)}” is not a date that exists.`;
    case "moment":
      return isMoment(value) ? undefined : `“${String(value)}” is not a date and time that exist.`;
    case "dateOrMoment":
      return isDate(value) || isMoment(value) ? undefined : `“${String(value)}” is not a date that exists.`;
    case "minutes":
    case "count":
      return typeof value === "number" && Number.isInteger(value) && value >= 0 && value <= 60_000
        ? undefined
        : `${field.label} is a time up to 1,000 hours, like “45 min” or “1 h 30”.`;
    case "zone":
      return isZone(value) ? undefined : `“${String(value)}” is not a time zone, like Europe/Lisbon.`;
    default:
      return undefined;
  }
}
