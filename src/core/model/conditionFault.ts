import { comparisons } from "./lens";

const deepest = 12;
const longestList = 200;
const mostRecords = 100_000;

/** What is wrong with a value that should be a lens's condition, or undefined when it is one. */
export function conditionFault(value: unknown, depth = 0): string | undefined {
  if (depth > deepest) return "the condition is nested too deeply";
  if (typeof value !== "object" || value === null) return "a condition is missing";
  const one = value as Record<string, unknown>;
  for (const key of ["all", "any"])
    if (key in one) {
      const parts = one[key];
      if (!Array.isArray(parts) || parts.length > longestList) return `“${key}” is not a list of conditions`;
      return parts.map((part) => conditionFault(part, depth + 1)).find((fault) => fault !== undefined);
    }
  if ("not" in one) return conditionFault(one.not, depth + 1);
  if ("feel" in one) return typeof one.feel === "string" ? undefined : "the FEEL condition is not a text";
  if ("these" in one) {
    const { these } = one;
    const isList = Array.isArray(these) && these.length <= mostRecords && these.every((id) => typeof id === "string");
    return isList ? undefined : "“these” is not a list of records";
  }
  if (typeof one.field !== "string") return "a condition names no field";
  if (!comparisons.includes(one.is as never)) return `“${String(one.is)}” is not a comparison`;
  const { value: to } = one;
  const listed = Array.isArray(to) && to.length <= 1000 && to.every((text) => typeof text === "string");
  return to === undefined || listed || ["string", "number", "boolean"].includes(typeof to)
    ? undefined
    : "a condition has a comparison value that is not valid";
}
