import type { Summary } from "./ownFields";
import { types, type FieldType } from "./types";
import type { FieldLimits } from "./types/describe";

export { isAddress, isRange, longestText, types } from "./types";
export type { CellType, EditorName, FieldType, Option } from "./types";

export interface Field extends FieldLimits {
  readonly name: string;
  readonly type: FieldType;
  /** What it was called before. */
  readonly formerLabels?: readonly string[];
  /** Kept by Pensum itself: shown, not edited. */
  readonly kept?: boolean;
  /** Whether Pensum sets it to the present whenever its record changes. */
  readonly follows?: boolean;
  readonly hidden?: boolean;
  readonly decimals?: number;
  /** Whether its text is the name of a field of the same register that tells a number. */
  readonly namesNumber?: boolean;
  /** The register a link leads to. */
  readonly target?: string;
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

/** What a field holds when it is emptied: some kinds of record always have their lists and some of their texts. */
export function emptyValue(field: Field): unknown {
  if (field.type === "text" && field.required) return "";
  // Hours without words of their own have an empty title; what must have one keeps it.
  if (field.type === "title" && !field.required) return "";
  return types[field.type].isList ? [] : undefined;
}

/**
 * What is wrong with a value for a field, in a sentence, or undefined when it may stand there. The one place that says
 * what a field may hold: what is typed, pasted and set by an order is asked here, and what is read from a file too.
 */
export function fieldFault(field: Field, value: unknown): string | undefined {
  if (value === undefined) return field.required ? `${field.label} cannot be empty.` : undefined;
  return types[field.type].fault(field, value);
}

/** A file as a field holds it: its id and, behind a space, its name. */
export function fileOfField(held: string): { id: string; name: string } {
  const at = held.indexOf(" ");
  return { id: held.slice(0, at), name: held.slice(at + 1) };
}
