import {
  dyes,
  emptyValue,
  fieldFault,
  fileOfField,
  newId,
  type Field,
  type Id,
  type Option,
  type PensumRecord,
} from "../model";
import { plainTitle } from "../page";
import { dateMeantBy, durationText, isMoment, parseClock, parseDuration, ruleOfWords, type DateText } from "../time";
import { parseNumber, type DecimalSign } from "./parseNumber";
import { cellType, optionsOf, type Cell, type CellType } from "./cells";
import { findRegister, isComputed, recordsIn } from "./registers";
import type { FieldValues } from "./values";

/** Reads what a person writes as they would say it; each gives undefined where the text says anything else as well. */
export interface CellLanguage {
  /** "next friday", "tomorrow 9:30": a date, or a date with its clock time. */
  date(text: string): string | undefined;
  /** "20 December to 3 January": the first day and the last. */
  range(text: string): readonly [DateText, DateText] | undefined;
  /** "an hour and a half", in minutes. */
  minutes(text: string): number | undefined;
  /** "mon wed fri until 20 December": a rule of RFC 5545. */
  rule(text: string): string | undefined;
}

/** What a typed or pasted text is read in. */
export interface Reading {
  readonly values: FieldValues;
  readonly today: DateText;
  /** Whether 3/4 is the third of April. */
  readonly dayFirst: boolean;
  /** What stands before decimals, where that is known of the whole column. */
  readonly decimalSign?: DecimalSign | undefined;
  /** What reads words that are no plain date, length or rule; absent where only these count, as in imported tables. */
  readonly language?: CellLanguage | undefined;
}

/** A value that a text means, with an option it had to make; or why it means none. */
export type ReadCell = { readonly value: unknown; readonly made?: readonly Option[] } | { readonly fault: string };

/** What a record is called where it is linked to. */
export function titleOf(record: PensumRecord | undefined): string {
  if (!record) return "gone";
  if (record.kind === "day") return record.date;
  return "title" in record ? plainTitle(record.title) : "";
}

/** A cell as plain text, the way `readText` reads it again: dates in ISO 8601, options and links by their titles. */
export function textOfCell(values: FieldValues, field: Field, type: CellType, cell: Cell): string {
  if (cell === undefined) return "";
  const option = (id: string) => optionsOf(field, values.settings.priorities).find((one) => one.id === id)?.title ?? id;
  switch (type) {
    case "option":
      return option(cell as string);
    case "options":
      return (cell as readonly string[])
        .map((one) => (field.type === "files" ? fileOfField(one).name : option(one)))
        .join(", ");
    case "link":
      return titleOf(values.store.get(cell as Id));
    case "links":
      return (cell as readonly Id[]).map((id) => titleOf(values.store.get(id))).join(", ");
    case "minutes":
      return durationText(cell as number);
    case "yesNo":
      return cell ? "yes" : "no";
    case "range":
      return (cell as readonly string[]).join(" to ");
    case "date":
      return (cell as string).replace("T", " ");
    default:
      return String(cell);
  }
}

/** The value of a field that a text means. An empty text means none. */
export function readText(reading: Reading, field: Field, text: string): ReadCell {
  if (field.kept || isComputed(field)) return { fault: `Pensum sets ${field.label}; it cannot be edited.` };
  const typed = text.trim();
  if (typed === "") return checked(field, emptyValue(field));
  const found = valueMeant(reading, field, typed);
  return "fault" in found
    ? found
    : { ...checked(field, found.value, found.made), ...(found.made ? { made: found.made } : {}) };
}

function checked(field: Field, value: unknown, made: readonly Option[] = []): ReadCell {
  const fault = fieldFault({ ...field, options: [...(field.options ?? []), ...made] }, value);
  return fault ? { fault } : { value };
}

function valueMeant(reading: Reading, field: Field, typed: string): ReadCell {
  const { values } = reading;
  switch (cellType(field)) {
    case "number": {
      const number = parseNumber(field.unit ? typed.replace(field.unit, "") : typed, reading.decimalSign);
      return number === undefined ? { fault: `“${typed}” is not a number.` } : { value: number };
    }
    case "minutes": {
      const minutes = parseDuration(typed) ?? reading.language?.minutes(typed);
      return minutes === undefined
        ? { fault: `“${typed}” is not a length of time. Enter one like “45 min” or “1 h 30”.` }
        : { value: minutes };
    }
    case "yesNo":
      if (/^(yes|y|true|1|x|on)$/i.test(typed)) return { value: true };
      return /^(no|n|false|0|off)$/i.test(typed)
        ? { value: undefined }
        : { fault: `“${typed}” is not valid. Enter yes or no.` };
    case "date":
      return dateRead(reading, field, typed);
    case "range": {
      const [start, end = start] = typed
        .split(/\s+(?:to|until)\s+|\s*\.\.\s*/)
        .map((part) => dateMeantBy(part!, reading.today, reading.dayFirst));
      const range = start && end ? [start, end] : reading.language?.range(typed);
      return range
        ? { value: range }
        : { fault: `“${typed}” is not a date range. Enter one like 1 Dec 2026 to 5 Dec 2026.` };
    }
    case "option":
    case "options":
      if (field.type === "files") return { fault: `To add a file to ${field.label}, open the record.` };
      return optionRead(
        field,
        field.type === "dye" ? dyes.map((id) => ({ id, title: id })) : optionsOf(field, values.settings.priorities),
        typed,
      );
    case "link":
    case "links":
      return linkRead(values, field, typed);
    default:
      if (field.type === "repeat") return repeatRead(typed, reading.language);
      return { value: typed };
  }
}

/** A rule in words, or one of RFC 5545. */
function repeatRead(typed: string, language: CellLanguage | undefined): ReadCell {
  const rule = ruleOfWords(typed) ?? language?.rule(typed) ?? typed.replace(/^RRULE:/i, "");
  if (/(?:FREQ|RDATE)=/i.test(rule)) return { value: rule };
  return { fault: `“${typed}” is not a repeat rule, like “every Monday” or “every 2 weeks”.` };
}

function dateRead({ today, dayFirst, language }: Reading, field: Field, typed: string): ReadCell {
  const parts = /^(.*?)(?:[T\s,]+(\d{1,2}(?::\d{2})?\s*(?:am|pm)?|\d{1,2}:\d{2}))?$/i.exec(typed);
  const date = dateMeantBy(typed, today, dayFirst) ?? dateMeantBy(parts?.[1] ?? "", today, dayFirst);
  const said = date ? undefined : language?.date(typed);
  if (said !== undefined) {
    if (field.type === "date") return { value: said.slice(0, 10) };
    return { value: field.type === "moment" && !isMoment(said) ? `${said}T00:00` : said };
  }
  if (!date) return { fault: `“${typed}” is not a valid date. Enter one like 1 Dec 2026.` };
  if (field.type === "date") return { value: date };
  const minute = dateMeantBy(typed, today, dayFirst) ? undefined : parseClock(parts?.[2] ?? "");
  if (minute === undefined) {
    if (field.type === "dateOrMoment") return { value: date };
    return { value: `${date}T00:00` };
  }
  const moment = `${date}T${String(Math.floor(minute / 60)).padStart(2, "0")}:${String(minute % 60).padStart(2, "0")}`;
  return isMoment(moment)
    ? { value: moment }
    : { fault: `“${typed}” is not a valid date and time. Enter one like 1 Dec 2026 9:30.` };
}

/** Choices of the person's own are made where a title is new; built-in ones are not. */
function optionRead(field: Field, options: readonly Option[], typed: string): ReadCell {
  if (field.type === "tags")
    return {
      value: [
        ...new Set(
          typed
            .split(/[,;\s]+/)
            .map((tag) => tag.replace(/^#/, ""))
            .filter(Boolean),
        ),
      ],
    };
  const many = cellType(field) === "options";
  const made: Option[] = [];
  const ids: string[] = [];
  for (const title of many ? typed.split(/\s*[,;]\s*/).filter(Boolean) : [typed]) {
    const known = [...options, ...made].find(
      (one) => one.title.toLowerCase() === title.toLowerCase() || one.id === title,
    );
    if (known) ids.push(known.id);
    else if (!field.own)
      return {
        fault: `“${title}” is not one of the choices of ${field.label}: ${options.map((one) => one.title).join(", ")}.`,
      };
    else {
      const option = { id: newId(), title };
      made.push(option);
      ids.push(option.id);
    }
  }
  return { value: many ? [...new Set(ids)] : ids[0], ...(made.length > 0 ? { made } : {}) };
}

const known = new WeakMap<readonly PensumRecord[], Map<string, Id | "several">>();

/**
 * Ids by titles in small letters, or that several records have a title; kept as long as the list is the same, so that a
 * long table looks each up at once.
 */
function idsByTitle(records: readonly PensumRecord[]): Map<string, Id | "several"> {
  let ids = known.get(records);
  if (!ids) {
    ids = new Map();
    for (const record of records) {
      const title = titleOf(record).toLowerCase();
      ids.set(title, ids.has(title) ? "several" : record.id);
    }
    known.set(records, ids);
  }
  return ids;
}

function linkRead(values: FieldValues, field: Field, typed: string): ReadCell {
  const register = findRegister(values.store, field.target ?? "");
  if (!register) return { fault: `${field.label} links to a register that no longer exists.` };
  const titles = idsByTitle(recordsIn(values.store, register));
  const find = (title: string) => titles.get(title.toLowerCase());
  const many = cellType(field) === "links";
  const whole = find(typed);
  const names = many && !whole ? typed.split(/\s*[,;]\s*/).filter(Boolean) : [typed];
  const ids = names.map((title) => find(title));
  const missing = names[ids.indexOf(undefined)];
  if (missing !== undefined) return { fault: `There is no “${missing}” in ${register.title}.` };
  const several = names[ids.indexOf("several")];
  if (several !== undefined)
    return { fault: `Several ${register.title.toLowerCase()} are called “${several}”. Choose one from the list.` };
  return { value: many ? [...new Set(ids)] : ids[0] };
}
