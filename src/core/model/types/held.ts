import type { HeldTask } from "../values";
import type { DefinedType } from "./describe";
import { isListOf, isMinutes } from "./faults";

function isHeldTask(one: unknown): boolean {
  const { task, minutes } = (one ?? {}) as { task?: unknown; minutes?: unknown };
  return typeof task === "string" && task.length <= 5000 && isMinutes(minutes, 1440) && minutes > 0;
}

/** Tasks with the minutes that each may take, in order. */
export const held: DefinedType<readonly HeldTask[]> = {
  short: "held",
  cell: "text",
  merge: "sequence",
  editor: "text",
  attribute: "text",
  isList: false,
  fault: ({ label }, value) =>
    isListOf(value, 100, isHeldTask) ? undefined : `${label} is a list of up to 100 tasks with their minutes.`,
  convert: () => undefined,
};
