import type { Kind } from "./records";

/** What a record of each kind has where nothing else is said. */
const bare: Readonly<Partial<Record<Kind, Readonly<Record<string, unknown>>>>> = {
  task: { state: "open", tags: [], people: [], carried: 0 },
  event: { place: "", people: [] },
  note: { tags: [] },
  habit: { timesAWeek: 7, marks: [] },
  goal: { span: "quarter", state: "open" },
  project: { state: "open" },
  person: { role: "" },
  theme: { dye: "slate" },
};
const nothing: Readonly<Record<string, unknown>> = {};

/** The fields that a record of a kind has where nothing else is said, beside its id, title, text and dates. */
export function usualFields(kind: Kind): Readonly<Record<string, unknown>> {
  return bare[kind] ?? nothing;
}
