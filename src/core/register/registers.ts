import {
  fieldsOf,
  kindNames,
  kinds,
  type Field,
  type FieldRecord,
  type KeptKind,
  type OwnRegister,
  type PensumRecord,
} from "../model";
import type { Store } from "../store";
import { counted } from "../time";

/** A table of records of one kind: built in, or the person's own. */
export interface Register {
  readonly id: string;
  readonly title: string;
  /** What one of its records is called. */
  readonly one: string;
  readonly kind: KeptKind;
  /** The record of a register that the person made. */
  readonly own?: OwnRegister;
}

/** So many records of a register in words: "1 entry", "3 tasks". */
export function countedThings(register: Register, count: number): string {
  return counted(count, register.one.toLowerCase(), thingsWords(register));
}

/** What the records of a register are called together, in lower case; a name without a plural counts in entries. */
export function thingsWords({ id, title }: Register): string {
  return id === "work" ? "entries" : title.toLowerCase();
}

export type Reads = Pick<Store, "list">;

/** The built-in registers, in the order in which they are shown. */
export const builtInRegisters: readonly Register[] = Object.values(kinds).flatMap((described) =>
  "register" in described ? [{ ...described.register, kind: described.kind }] : [],
);

const byKind = new Map<string, Register>(builtInRegisters.map((register) => [register.kind, register]));
const byId = new Map<string, Register>(builtInRegisters.map((register) => [register.id, register]));

/** The id of the register that a record belongs to; undefined for what is in none (blocks, settings). */
export function registerOf(record: PensumRecord): string | undefined {
  return record.kind === "row" ? record.register : byKind.get(record.kind)?.id;
}

/** What a record is, in words with a capital: "Task", "Entry", or what the person calls one of a register of theirs. */
export function kindOfRecord(store: Reads, record: PensumRecord): string {
  return findRegister(store, registerOf(record) ?? "")?.one ?? kindNames[record.kind];
}

/** The person's own registers, in their order. */
export function ownRegisters(store: Reads): Register[] {
  return (store.list("kind", "register") as readonly OwnRegister[])
    .toSorted((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1))
    .map(asRegister);
}

function asRegister(own: OwnRegister): Register {
  return { id: own.id, title: own.title, one: own.one, kind: "row", own };
}

export function findRegister(store: Reads, id: string): Register | undefined {
  const own = () => (store.list("kind", "register") as readonly OwnRegister[]).find((record) => record.id === id);
  const known = byId.get(id);
  if (known) return known;
  const found = own();
  return found && asRegister(found);
}

/** The records of a register, in no particular order. */
export function recordsIn(store: Reads, register: Register): readonly PensumRecord[] {
  return register.kind === "row" ? store.list("rowsByRegister", register.id) : store.list("kind", register.kind);
}

const known = new WeakMap<readonly PensumRecord[], Map<string, readonly Field[]>>();

/**
 * The fields of a register: the built-in ones as the person has changed them, and the person's own; in their order,
 * hidden ones too, removed ones not. The same list as before while nothing of it changed.
 */
export function fieldsIn(store: Reads, register: Register): readonly Field[] {
  return register.own?.titleFormula ? withBuiltTitle(plainFields(store, register)) : plainFields(store, register);
}

const builtTitles = new WeakMap<readonly Field[], readonly Field[]>();

/** A title that is built from other fields is kept by Pensum. */
function withBuiltTitle(fields: readonly Field[]): readonly Field[] {
  let built = builtTitles.get(fields);
  if (!built) {
    built = fields.map((field) => (field.name === "title" ? { ...field, kept: true, required: false } : field));
    builtTitles.set(fields, built);
  }
  return built;
}

function plainFields(store: Reads, register: Register): readonly Field[] {
  const changed = store.list("fieldsByRegister", register.id);
  const cached = known.get(changed)?.get(register.id);
  if (cached) return cached;
  const fields = merged(fieldsOf[register.kind], changed as readonly FieldRecord[]);
  known.set(changed, new Map(known.get(changed)).set(register.id, fields));
  return fields;
}

function merged(builtIn: readonly Field[], changed: readonly FieldRecord[]): readonly Field[] {
  const places: { field: Field; order: number }[] = builtIn.map((field, at) => ({ field, order: at }));
  for (const record of changed) {
    const place = places.find(({ field }) => field.name === record.name);
    if (place) {
      place.order = record.order;
      const label = place.field.label;
      const formerLabels = [...(record.title === label ? [] : [label]), ...(record.formerTitles ?? [])];
      place.field = {
        ...{ ...place.field, label: record.title },
        ...(formerLabels.length > 0 ? { formerLabels } : {}),
        ...(record.hidden ? { hidden: true } : {}),
      };
    } else if (record.type && !record.removed) places.push({ field: ownField(record), order: record.order });
  }
  return places.toSorted((a, b) => a.order - b.order).map(({ field }) => field);
}

/** A field that a person made, as every other field is described. */
function ownField(record: FieldRecord): Field {
  const { name, title, type, options, unit, decimals, target, many, formula, summary, start, hidden } = record;
  const more = {
    formerLabels: record.formerTitles,
    options,
    unit,
    decimals,
    target,
    many,
    formula,
    summary,
    start,
    hidden,
  };
  const given = Object.fromEntries(Object.entries(more).filter(([, value]) => value !== undefined));
  // When a record last changed is a moment like any other, but for who sets it.
  const as = type === "changed" ? ({ type: "moment", kept: true, follows: true } as const) : { type: type ?? "text" };
  return { name, label: title, own: true, ...as, ...given };
}

/** Whether a field's value is computed, and so can never be set. */
export function isComputed(field: Field): boolean {
  return field.type === "formula" || field.type === "summary";
}

/** The fields of a record, whichever register it is in; a block is in none and has its own. */
export function fieldsOfRecord(store: Reads, record: PensumRecord): readonly Field[] {
  if (record.kind === "block") return fieldsOf.block;
  const register = findRegister(store, registerOf(record) ?? "");
  return register ? fieldsIn(store, register) : [];
}
