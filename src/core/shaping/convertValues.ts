import {
  fieldFault,
  newId,
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
import { dateOf, durationText, isDate, isMoment, parseDuration } from "../time";
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
  const [first = ""] = words;
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
  switch (field.type) {
    case "number": {
      if (typeof was === "number") return was;
      if (typeof was === "boolean") return was ? 1 : 0;
      return /^[-+]?\d*[.,]?\d+$/.test(first.trim()) ? Number(first.replace(",", ".")) : undefined;
    }
    case "minutes":
      return typeof was === "number" ? Math.round(was) : parseDuration(first);
    case "yesNo":
      if (typeof was === "number") return was !== 0;
      return /^(yes|true|1|x|✓)$/i.test(first) ? true : /^(no|false|0|-)$/i.test(first) ? false : undefined;
    case "choice":
    case "level":
      return words.length === 1 ? optionId(first) : undefined;
    case "choices":
      return words
        .flatMap((one) => one.split(/\s*[,;]\s*/))
        .filter(Boolean)
        .map(optionId);
    case "date":
      return isMoment(first) ? dateOf(first) : isDate(first) ? first : undefined;
    case "moment":
      return isMoment(first) ? first : isDate(first) ? `${first}T00:00` : undefined;
    case "range": {
      const [start, end = start] = first.split(" to ");
      return start && end ? [start, end] : undefined;
    }
    case "link": {
      const ids = words.map(linkId);
      if (ids.length === 0 || ids.includes(undefined)) return undefined;
      return field.many ? (ids as Id[]) : ids.length === 1 ? ids[0] : undefined;
    }
    case "formula":
    case "summary":
      return undefined;
    default:
      return words.join(", ");
  }
}
