import {
  fieldFault,
  newId,
  types,
  valueIn,
  type Field,
  type Id,
  type Option,
  type OwnType,
  type PensumRecord,
} from "../model";
import { plainTitle } from "../page";
import { cellType, findRegister, recordsIn, type Cell } from "../register";
import type { Transaction } from "../store";
import { durationText } from "../time";
import type { FieldSetting } from "./ownFields";

/** In an act, what is made gets its ids from it. */
type Reads = Pick<Transaction, "list" | "get" | "find"> & Partial<Pick<Transaction, "newId">>;

/** What a change of type does, before it is done. */
export interface Conversion {
  readonly values: ReadonlyMap<Id, Cell>;
  /** The choices that come of texts, where the new type has some. */
  readonly options: readonly Option[] | undefined;
  /** The records whose value has no counterpart in the new type, with the value as it was. */
  readonly lost: readonly { readonly id: Id; readonly was: string }[];
}

/** What the values of a field become when it gets another type. */
export function convert(
  reads: Reads,
  field: Field,
  type: OwnType,
  setting: FieldSetting,
  records: readonly PensumRecord[],
): Conversion {
  const values = new Map<Id, Cell>();
  const lost: { id: Id; was: string }[] = [];
  const options = hasOptions(type) ? [...(setting.options ?? field.options ?? [])] : undefined;
  const target = setting.target ?? field.target;
  const as = type === "changed" ? "moment" : type;
  const next: Field = { ...field, ...setting, label: field.label, type: as, ...(options ? { options } : {}) };
  for (const record of records) {
    const value = valueIn(record, field.name) as Cell;
    if (value === undefined || value === "" || (Array.isArray(value) && value.length === 0)) continue;
    const words = textsOf(reads, field, value);
    const converted = fromTexts(reads, next, target, words, options, value);
    if (converted === undefined || fieldFault(next, converted)) lost.push({ id: record.id, was: words.join(", ") });
    else values.set(record.id, converted);
  }
  return { values, options, lost };
}

function hasOptions(type: OwnType): boolean {
  return type === "choice" || type === "choices" || type === "level";
}

/** A value in words, one for each thing it holds. */
export function textsOf(reads: Reads, field: Field, value: Cell): string[] {
  if (value === undefined) return [];
  const option = (id: string) => field.options?.find((one) => one.id === id)?.title ?? id;
  const title = (id: string) => {
    const record = reads.get(id);
    return record && "title" in record ? plainTitle(record.title) : id;
  };
  switch (cellType(field)) {
    case "option":
      return [option(value as string)];
    case "options":
      return (value as readonly string[]).map(option);
    case "link":
      return [title(value as string)];
    case "links":
      return (value as readonly string[]).map(title);
    case "minutes":
      return [durationText(value as number)];
    case "range":
      return [(value as readonly string[]).join(" to ")];
    case "yesNo":
      return [value ? "yes" : "no"];
    default:
      return [String(value)];
  }
}

/** The value of a field that texts say; undefined where they say none. Options that are missing are made. */
export function fromTexts(
  reads: Reads,
  field: Field,
  target: string | undefined,
  words: readonly string[],
  options: Option[] | undefined,
  was?: Cell,
): Cell {
  const optionId = (title: string) => {
    const known = options?.find((one) => one.title.toLowerCase() === title.trim().toLowerCase());
    if (known) return known.id;
    const made: Option = { id: (reads.newId ?? newId)(), title: title.trim() };
    options?.push(made);
    return made.id;
  };
  const linkId = (title: string) => {
    const register = target && findRegister(reads, target);
    const wanted = title.trim().toLowerCase();
    return register
      ? recordsIn(reads, register).find((one) => "title" in one && plainTitle(one.title).toLowerCase() === wanted)?.id
      : undefined;
  };
  const converted = types[field.type].convert({
    words,
    was,
    many: field.many ?? false,
    option: optionId,
    link: linkId,
  });
  return converted as Cell;
}
