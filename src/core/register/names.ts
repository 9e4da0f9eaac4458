import { fileOfField, valueIn, type Field, type Id, type PensumRecord, type Settings } from "../model";
import { DaysDuration, type FeelContext, type FeelValue } from "../formula";
import { cellType, feelDate, feelRange, optionsOf } from "./cells";
import { builtInRegisters, fieldsIn, isComputed, ownRegisters, registerOf, type Register } from "./registers";
import type { Store } from "../store";

/** What a name of a register stands for: one of its fields, or the records of another that lead here. */
export interface NameEntry {
  readonly field?: Field;
  /** Whether the field is called otherwise by now. */
  readonly isFormer?: boolean;
  readonly back?: { readonly register: Register; readonly field: Field };
  read(record: PensumRecord): FeelValue;
}

/** Where values come from that are not in the record itself. */
export interface NameSource {
  readonly store: Pick<Store, "list" | "get" | "find">;
  computed(register: Register, field: Field, record: PensumRecord): FeelValue;
  context(record: PensumRecord): FeelContext;
  readonly settings: Settings;
}

/** The name of a field in a formula: its label in small letters. */
export function formulaName(label: string): string {
  return label.toLowerCase().replace(/\s+/g, " ").trim();
}

/** All names of a register: its fields by their labels, and what leads here from other registers. */
export function namesOf(source: NameSource, register: Register): Map<string, NameEntry> {
  const names = new Map<string, NameEntry>();
  const add = (name: string, entry: NameEntry) => {
    if (!names.has(name)) names.set(name, entry);
  };
  for (const field of fieldsIn(source.store, register)) {
    const entry = { field, read: feelReader(source, register, field) };
    add(formulaName(field.label), entry);
    add(field.label, entry);
  }
  const title = fieldsIn(source.store, register).find((field) => field.name === "title");
  if (title) add("title", { field: title, read: feelReader(source, register, title) });
  add("text", { read: (record) => ("text" in record ? record.text : null) });
  for (const { register: other, field } of linksTo(source.store, register.id)) {
    const entry = {
      back: { register: other, field },
      read: (record: PensumRecord) =>
        backLinks(source.store, other, field, record.id).map((one) => source.context(one)),
    };
    add(formulaName(other.title), entry);
    add(`${formulaName(other.title)} by ${formulaName(field.label)}`, entry);
  }
  for (const field of fieldsIn(source.store, register))
    for (const label of field.formerLabels?.toReversed() ?? [])
      add(formulaName(label), { field, isFormer: true, read: feelReader(source, register, field) });
  return names;
}

/** The links of all registers that lead to a register. */
export function linksTo(store: Pick<Store, "list">, register: string): { register: Register; field: Field }[] {
  return [...builtInRegisters, ...ownRegisters(store)].flatMap((other) =>
    fieldsIn(store, other)
      .filter((field) => field.target === register)
      .map((field) => ({ register: other, field })),
  );
}

/** The records of a register that lead to a record by a link. */
export function backLinks(
  store: Pick<Store, "list">,
  register: Register,
  field: Field,
  id: Id,
): readonly PensumRecord[] {
  return store.list("links", `${field.name}:${id}`).filter((record) => registerOf(record) === register.id);
}

/** How a field is read as a value of FEEL. */
export function feelReader(source: NameSource, register: Register, field: Field): (record: PensumRecord) => FeelValue {
  if (isComputed(field)) return (record) => source.computed(register, field, record);
  const { name } = field;
  const read = (record: PensumRecord) => valueIn(record, name);
  const contextOf = (id: unknown): FeelValue => {
    const record = source.store.get(id as Id);
    return record ? source.context(record) : null;
  };
  switch (cellType(field)) {
    case "number":
      return (record) => (read(record) as number | undefined) ?? null;
    case "minutes":
      return (record) => {
        const minutes = read(record);
        return typeof minutes === "number" ? new DaysDuration(minutes * 60) : null;
      };
    case "yesNo":
      return (record) => read(record) === true;
    case "date":
      return (record) => {
        const date = read(record);
        return typeof date === "string" ? feelDate(date) : null;
      };
    case "range":
      return (record) => {
        const range = read(record);
        return Array.isArray(range) ? feelRange(range as string[]) : null;
      };
    case "link":
      return (record) => contextOf(read(record));
    case "links":
      return (record) => ((read(record) as readonly Id[] | undefined) ?? []).map(contextOf);
    case "option": {
      if (field.type === "state" || field.type === "dye")
        return (record) => (read(record) as string | undefined) ?? null;
      const titles = new Map(optionsOf(field, source.settings.priorities).map(({ id, title }) => [id, title]));
      return (record) => titles.get(read(record) as string) ?? null;
    }
    case "options": {
      const titles = new Map(optionsOf(field, source.settings.priorities).map(({ id, title }) => [id, title]));
      const plain = (id: string) => (field.type === "files" ? fileOfField(id).name : (titles.get(id) ?? id));
      const one = field.type === "dates" ? feelDate : plain;
      return (record) => ((read(record) as readonly string[] | undefined) ?? []).map(one);
    }
    default:
      return (record) => {
        const text = read(record);
        return typeof text === "string" && text !== "" ? text : null;
      };
  }
}

const deepestShape = 3;

/** The names of a register for the parser, with those of the registers it leads to inside. */
export function shapesOf(
  names: (register: string) => ReadonlyMap<string, NameEntry>,
  register: string,
  depth = 0,
): Record<string, unknown> {
  const shapes: Record<string, unknown> = {};
  for (const [name, { field, back }] of names(register)) {
    const target = back?.register.id ?? field?.target;
    const inner = target && depth < deepestShape ? shapesOf(names, target, depth + 1) : undefined;
    shapes[name] = inner ? (back || field?.many ? [inner] : inner) : 1;
  }
  return shapes;
}
