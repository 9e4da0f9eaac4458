import { emptyValue, type Field, type Goal, type PensumRecord } from "../model";
import type { Fields, Store } from "../store";
import { fieldsOfRecord, isComputed } from "./registers";

/** The fields of a record as its sheet shows them. */
export interface SheetFields {
  /** What is set, and what is usual for its kind; its title stands above them. */
  readonly shown: readonly Field[];
  /** What is empty and asked for less often. */
  readonly more: readonly Field[];
  /** What is computed or kept by Pensum, and cannot be typed. */
  readonly computed: readonly Field[];
}

/** What is asked of a kind even where it is empty; of kinds that are not here, all fields are. */
const usual: Partial<Record<PensumRecord["kind"], ReadonlySet<string>>> = {
  task: new Set(["state", "doDay", "due", "estimateMinutes", "priority", "theme", "goal", "project", "repeat"]),
  event: new Set(["start", "end", "place", "people", "theme", "repeat"]),
  note: new Set(["folder", "tags"]),
};

/** The fields of a record's sheet, each in one of three lists, in the order of its register. */
export function sheetFields(store: Pick<Store, "list">, record: PensumRecord): SheetFields {
  const [shown, more, computed]: [Field[], Field[], Field[]] = [[], [], []];
  const values = record as unknown as Fields;
  for (const field of fieldsOfRecord(store, record)) {
    // The hours of a task stand below, each for itself; its pull has its reasons there.
    if (field.hidden || field.ofPlan || !isAsked(field.name, record)) continue;
    if (field.kept || isComputed(field)) {
      if (isComputed(field) || isSet(field, values[field.name])) computed.push(field);
    }
    // A title that is there is the heading.
    else if (field.type !== "title" || values.title === "") {
      const asks = usual[record.kind]?.has(field.name) ?? true;
      (asks || isSet(field, values[field.name]) ? shown : more).push(field);
    }
  }
  return { shown, more, computed };
}

function isSet(field: Field, value: unknown): boolean {
  if (value === undefined || value === "" || value === false) return false;
  return Array.isArray(value) ? value.length > 0 : value !== emptyValue(field);
}

const ofMeasure: Readonly<Record<string, Goal["measure"]>> = {
  targetMinutes: "minutes",
  startNumber: "number",
  targetNumber: "number",
  number: "number",
  numberField: "number",
};

/** What a goal is measured by says which of its numbers are asked for; how long a task took only once it is done. */
function isAsked(name: string, record: PensumRecord): boolean {
  if (record.kind === "goal") {
    const measure = ofMeasure[name];
    return measure === undefined || measure === record.measure;
  }
  if (record.kind !== "task" || record.state === "done") return true;
  return name !== "doneAt" && (name !== "tookMinutes" || record.tookMinutes !== undefined);
}
