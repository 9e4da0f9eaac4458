import {
  defaultSettings,
  isKeptKind,
  kindOf,
  type DatedBy,
  type Field,
  type Lens,
  type PensumRecord,
  type Settings,
} from "../model";
import type { Store } from "../store";
import { fieldsOfRecord, isComputed, registerOf } from "./registers";

/** A field by which a record stands on a day, with the one that says until when. */
export interface DayField extends DatedBy {
  readonly of: Field;
}

const dated: ReadonlySet<Field["type"]> = new Set(["date", "dateOrMoment", "moment", "range"]);

/**
 * The date by which a record is given a day: of a task its do day; else when it is due, the date by which a lens puts such
 * records on the calendar, or the first that can be set. Undefined for what has none.
 */
export function dayField(reads: Pick<Store, "list">, record: PensumRecord): DayField | undefined {
  const day = isKeptKind(record.kind) ? kindOf[record.kind].day : "due";
  if (day === "itself") return undefined;
  const fields = fieldsOfRecord(reads, record).filter(
    (field) => dated.has(field.type) && !field.kept && !field.hidden && !isComputed(field),
  );
  const named = (name: string | undefined) => fields.find((field) => field.name === name);
  const own = named(day);
  if (own) return { field: own.name, of: own };
  const [settings = defaultSettings] = reads.list("kind", "settings") as readonly Settings[];
  const lenses = reads.list("kind", "lens") as readonly Lens[];
  const register = registerOf(record);
  for (const { lens, field, end } of settings.layers ?? []) {
    const of = named(field);
    const isOfIt = lenses.some(({ id, registers }) => id === lens && registers.includes(register ?? ""));
    if (of && isOfIt) return { field, of, ...(end === undefined ? {} : { end }) };
  }
  const [first] = fields;
  return first && { field: first.name, of: first };
}
