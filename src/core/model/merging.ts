import { isRange, types, type MergeRule } from "./types";
import { storedFields, type KeptKind } from "./kinds";
import type { Kind, PensumRecord, RecordOf } from "./records";

export type { MergeRule };

/** The fields of a record that hold more than one word or number. */
type Parts<R> = {
  [F in keyof R]-?: NonNullable<R[F]> extends string | number | boolean ? never : F;
}[keyof R];

/** Of what is kept beside the registers: each field that has parts has to be named here. */
const ofOthers: { readonly [K in Exclude<Kind, KeptKind>]: Readonly<Record<Parts<RecordOf<K>>, MergeRule>> } = {
  register: { done: "value" },
  field: { formerTitles: "set", options: "sequence", summary: "value" },
  lens: {
    ...{ registers: "set", where: "value", groups: "sequence", sorts: "sequence", shown: "sequence" },
    ...{ axes: "byKey", chart: "byKey", folded: "set", limits: "byKey", byHand: "byKey" },
  },
  template: { fields: "byKey" },
  standingOrder: { when: "value", where: "value", steps: "value" },
  orderRun: {},
  clock: { run: "value" },
  settings: {
    ...{
      workingWeek: "byKey",
      priorities: "sequence",
      patterns: "sequence",
      patternWeeks: "byKey",
      sharpHours: "value",
    },
    // Weights are one choice: two halves of two choices are none.
    ...{ pullWeights: "value", reviewSteps: "byKey", rhythms: "sequence", calendarDyes: "byKey", boards: "sequence" },
    layers: "sequence",
  },
};

const ofKept = new Map<string, ReadonlyMap<string, MergeRule>>(
  Object.entries(storedFields).map(([kind, fields]) => [
    kind,
    new Map(fields.map(({ name, type, many }) => [name, many ? "set" : types[type].merge])),
  ]),
);

/** How a field of a record is merged; `value` is one that it has or had. */
export function mergeRuleOf({ kind }: PensumRecord, field: string, value: unknown): MergeRule {
  if (field === "text") return "text";
  // From when to when is a list, and yet one value.
  if (field.startsWith("f_")) return isRange(value) || !Array.isArray(value) ? "value" : "set";
  const kept = ofKept.get(kind);
  if (kept) return kept.get(field) ?? "value";
  return (ofOthers[kind as Exclude<Kind, KeptKind>] as Readonly<Record<string, MergeRule>>)[field] ?? "value";
}
