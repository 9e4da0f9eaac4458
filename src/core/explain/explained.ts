import type { Id } from "../model";

/** One part of a number. */
export interface ExplainedLine {
  readonly label: string;
  readonly value: string;
  /** The record that it is of. */
  readonly id?: Id;
  /** Whether it is what the lines before it come to. */
  readonly isResult?: boolean;
}

/** Where a number comes from: by what rule, and of what parts. */
export interface Explained {
  readonly rule: string;
  readonly lines: readonly ExplainedLine[];
}

/** So many parts are told one by one; the others are told together. */
export const mostLines = 20;
