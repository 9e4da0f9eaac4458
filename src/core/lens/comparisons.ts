import type { Comparison, Field } from "../model";
import type { CellType } from "../register";

/** The comparisons that make sense for a type of cell, in the order in which they are offered. */
const comparisonsOf: Readonly<Record<CellType, readonly Comparison[]>> = {
  text: ["contains", "containsNot", "is", "isNot", "begins", "empty", "filled"],
  number: ["is", "isNot", "above", "atLeast", "below", "atMost", "empty", "filled"],
  minutes: ["above", "atLeast", "below", "atMost", "is", "empty", "filled", "aboveField"],
  yesNo: ["is"],
  option: ["oneOf", "noneOf", "atLeast", "atMost", "empty", "filled"],
  options: ["oneOf", "noneOf", "empty", "filled"],
  date: [
    "is",
    "before",
    "after",
    "onOrBefore",
    "onOrAfter",
    "thisWeek",
    "thisMonth",
    "withinNext",
    "withinLast",
    "empty",
    "filled",
  ],
  range: ["is", "before", "after", "thisWeek", "thisMonth", "withinNext", "withinLast", "empty", "filled"],
  link: ["oneOf", "noneOf", "empty", "filled"],
  links: ["oneOf", "noneOf", "empty", "filled"],
};

/** Whether a comparison stands alone, with nothing to compare with. */
export function isAlone(comparison: Comparison): boolean {
  return ["empty", "filled", "thisWeek", "thisMonth"].includes(comparison);
}

/** Comparisons of order need options that have one. */
export function comparisonsFor(field: Field, type: CellType): readonly Comparison[] {
  const ordered = field.type === "level" || field.type === "priority";
  return comparisonsOf[type].filter((one) => type !== "option" || ordered || (one !== "atLeast" && one !== "atMost"));
}
