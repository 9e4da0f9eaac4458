import {
  isUnfinished,
  type Comparison,
  type Condition,
  type DoneShown,
  type Field,
  type PensumRecord,
  type State,
} from "../model";
import {
  isComputed,
  optionsOf,
  recordsIn,
  type Cell,
  type CellType,
  type Column,
  type FieldValues,
  type Register,
  type RegisterColumns,
} from "../register";
import { addDays, dateOf, isDate, startOfWeek, type DateText } from "../time";
import { fieldNamed } from "./fieldNamed";

export type Predicate = (record: PensumRecord) => boolean;

/** What conditions are read in. */
interface Setting {
  readonly values: FieldValues;
  readonly register: Register;
  readonly today: DateText;
  /** 1 for Monday to 7 for Sunday. */
  readonly firstWeekday: number;
}

const always: Predicate = () => true;

/** The test that a condition is. A field that the register does not have is empty in all its records. */
export function predicateOf(condition: Condition, setting: Setting): Predicate {
  if ("all" in condition) {
    const parts = condition.all.map((part) => predicateOf(part, setting));
    const [only] = parts;
    if (parts.length <= 1) return only ?? always;
    return (record) => parts.every((part) => part(record));
  }
  if ("any" in condition) {
    if (condition.any.length === 0) return always;
    const parts = condition.any.map((part) => predicateOf(part, setting));
    return (record) => parts.some((part) => part(record));
  }
  if ("not" in condition) {
    const part = predicateOf(condition.not, setting);
    return (record) => !part(record);
  }
  if ("feel" in condition) {
    // As a computed field of its own, so that what it reads through links is followed as that of fields is.
    const { values, register } = setting;
    const { feel } = condition;
    const field: Field = { name: `where ${feel}`, label: feel, type: "formula", formula: feel, kept: true };
    return (record) => values.computed(register, field, record) === true;
  }
  if ("these" in condition) {
    const ids = new Set(condition.these);
    return ({ id }) => ids.has(id);
  }
  const field = fieldNamed(setting.values, setting.register, condition.field);
  if (!field) return condition.is === "empty" ? always : () => false;
  const read = setting.values.reader(setting.register, field);
  const test = testOfField(condition, field, setting);
  return (record) => test(read(record), record);
}

type FieldCondition = Extract<Condition, { field: string }>;

function testOfField({ is, value }: FieldCondition, field: Field, setting: Setting): CellTest {
  const records = recordsIn(setting.values.store, setting.register);
  const type = setting.values.typeOf(setting.register, field, records);
  return testOf(is, value, { ...setting, field, type });
}

/**
 * The same as `predicateOf`, asked of all records of a register at once: 1 in the row of each that the condition holds
 * for, 0 in those of all others. A test of a stored field is done once for each different cell.
 */
export function rowsWhere(condition: Condition, setting: Setting): Uint8Array {
  const columns = setting.values.columns(setting.register);
  const size = columns.records.length;
  const mixed = (parts: readonly Condition[], start: 0 | 1) => {
    const rows = new Uint8Array(size).fill(start);
    for (const part of parts) {
      const own = rowsWhere(part, setting);
      for (let row = 0; row < size; row++)
        rows[row] = start ? (rows[row] as number) & (own[row] as number) : (rows[row] as number) | (own[row] as number);
    }
    return rows;
  };
  if ("all" in condition) return mixed(condition.all, 1);
  if ("any" in condition) return mixed(condition.any, condition.any.length === 0 ? 1 : 0);
  if ("not" in condition) return rowsWhere(condition.not, setting).map((held) => held ^ 1);
  const field = "field" in condition ? fieldNamed(setting.values, setting.register, condition.field) : undefined;
  if (!field || isComputed(field) || (condition as FieldCondition).is === "aboveField")
    return rowsThat(columns, predicateOf(condition, setting));
  const test = testOfField(condition as FieldCondition, field, setting);
  // None of the other comparisons looks at more than the cell.
  return rowsWithCells(columns.column(field.name), size, (cell) => test(cell, undefined as never));
}

function rowsThat({ records }: RegisterColumns, holds: Predicate): Uint8Array {
  return Uint8Array.from(records, (record) => (record && holds(record) ? 1 : 0));
}

function rowsWithCells(column: Column, size: number, holds: (cell: Cell) => boolean): Uint8Array {
  const held = Uint8Array.from(column.cells, (cell) => (holds(cell) ? 1 : 0));
  const { numbers } = column;
  const rows = new Uint8Array(size);
  for (let row = 0; row < size; row++) rows[row] = held[numbers[row] as number] as number;
  return rows;
}

interface Compared extends Setting {
  readonly field: Field;
  readonly type: CellType;
}

type CellTest = (cell: Cell, record: PensumRecord) => boolean;

function isEmpty(cell: Cell): boolean {
  return cell === undefined || cell === "" || (Array.isArray(cell) && cell.length === 0);
}

function testOf(is: Comparison, value: unknown, compared: Compared): CellTest {
  if (is === "empty") return isEmpty;
  if (is === "filled") return (cell) => !isEmpty(cell);
  if (is === "isNot") {
    const same = testOf("is", value, compared);
    return (cell, record) => !same(cell, record);
  }
  if (is === "containsNot") {
    const contains = testOf("contains", value, compared);
    return (cell, record) => !contains(cell, record);
  }
  if (is === "noneOf") {
    const among = testOf("oneOf", value, compared);
    return (cell, record) => !among(cell, record);
  }
  if (is === "oneOf") return amongTest(value);
  if (is === "aboveField") return aboveFieldTest(String(value), compared);
  switch (compared.type) {
    case "date":
    case "range":
      return dateTest(is, value, compared);
    case "option":
      return is === "is" ? amongTest([String(value)]) : levelTest(is, String(value), compared);
    case "number":
    case "minutes":
      return numberTest(is, Number(value));
    case "yesNo":
      return (cell) => (cell === true) === (value === true);
    default:
      return textTest(is, String(value ?? ""));
  }
}

function amongTest(value: unknown): CellTest {
  const wanted = new Set(Array.isArray(value) ? (value as string[]) : [String(value)]);
  return (cell) => (Array.isArray(cell) ? cell.some((one) => wanted.has(one as string)) : wanted.has(cell as string));
}

function textTest(is: Comparison, value: string): CellTest {
  const wanted = value.toLowerCase();
  const words = (cell: Cell) => (Array.isArray(cell) ? cell.join(", ") : String(cell ?? "")).toLowerCase();
  if (is === "contains") return (cell) => words(cell).includes(wanted);
  if (is === "begins") return (cell) => words(cell).startsWith(wanted);
  return (cell) => words(cell) === wanted;
}

function numberTest(is: Comparison, value: number): CellTest {
  const number = (holds: (cell: number) => boolean) => (cell: Cell) => typeof cell === "number" && holds(cell);
  if (is === "above") return number((cell) => cell > value);
  if (is === "atLeast") return number((cell) => cell >= value);
  if (is === "below") return number((cell) => cell < value);
  if (is === "atMost") return number((cell) => cell <= value);
  return number((cell) => cell === value);
}

/** "At least high" is high and all that presses more: options stand from the most to the least. */
function levelTest(is: Comparison, value: string, { field, values }: Compared): CellTest {
  const ids = optionsOf(field, values.settings.priorities).map(({ id }) => id);
  const place = ids.indexOf(value);
  const wanted = new Set(is === "atLeast" ? ids.slice(0, place + 1) : ids.slice(Math.max(0, place)));
  return (cell) => wanted.has(cell as string);
}

function aboveFieldTest(name: string, { values, register }: Compared): CellTest {
  const other = fieldNamed(values, register, name);
  if (!other) return () => false;
  const read = values.reader(register, other);
  return (cell, record) => {
    const limit = read(record);
    return typeof cell === "number" && typeof limit === "number" && cell > limit;
  };
}

function dateTest(is: Comparison, value: unknown, { today, firstWeekday }: Compared): CellTest {
  const between =
    (first: DateText, last: DateText): CellTest =>
    (cell) => {
      const [start, end] = spanOf(cell);
      return start !== undefined && start <= last && (end as string) >= first;
    };
  const from = startOfWeek(today, firstWeekday);
  if (is === "thisWeek") return between(from, addDays(from, 6));
  if (is === "thisMonth") return between(`${today.slice(0, 7)}-01`, `${today.slice(0, 7)}-31`);
  if (is === "withinNext") return between(today, addDays(today, Number(value)));
  if (is === "withinLast") return between(addDays(today, -Number(value)), today);
  const date = dateMeant(value, today);
  if (date === undefined) return () => false;
  const compare =
    (holds: (start: DateText, end: DateText) => boolean): CellTest =>
    (cell) => {
      const [start, end] = spanOf(cell);
      return start !== undefined && holds(start, end as DateText);
    };
  if (is === "before") return compare((_, end) => end < date);
  if (is === "after") return compare((start) => start > date);
  if (is === "onOrBefore") return compare((_, end) => end <= date);
  if (is === "onOrAfter") return compare((start) => start >= date);
  return compare((start, end) => start <= date && date <= end);
}

/** The first and the last day of a date, a moment or a range. */
function spanOf(cell: Cell): readonly [DateText | undefined, DateText | undefined] {
  if (typeof cell === "string") return [dateOf(cell), dateOf(cell)];
  return Array.isArray(cell) ? [dateOf(cell[0] as string), dateOf(cell[1] as string)] : [undefined, undefined];
}

/** The date that a word or a text means today; undefined when it means none. */
export function dateMeant(value: unknown, today: DateText): DateText | undefined {
  if (value === "today") return today;
  if (value === "tomorrow") return addDays(today, 1);
  if (value === "yesterday") return addDays(today, -1);
  return isDate(value) ? value : undefined;
}

/** From which day on what was done is shown; undefined where nothing done is. */
function doneSince(done: DoneShown, today: DateText, firstWeekday: number): DateText | undefined {
  return done === "today" ? today : done === "week" ? startOfWeek(today, firstWeekday) : undefined;
}

/** Whether a record is shown by what a lens says of things that are done. */
export function donePredicate(done: DoneShown, today: DateText, firstWeekday: number): Predicate {
  if (done === "all") return always;
  const since = doneSince(done, today, firstWeekday);
  return (record) => {
    if (!("state" in record) || isUnfinished(record.state)) return true;
    return since !== undefined && record.doneAt !== undefined && record.doneAt.slice(0, 10) >= since;
  };
}

/** The same for all records of a register at once, as `rowsWhere` gives it. */
export function rowsNotDone(done: DoneShown, { values, register, today, firstWeekday }: Setting): Uint8Array {
  const columns = values.columns(register);
  const size = columns.records.length;
  if (done === "all") return new Uint8Array(size).fill(1);
  const since = doneSince(done, today, firstWeekday);
  const open = rowsWithCells(
    columns.column("state"),
    size,
    (cell) => cell === undefined || isUnfinished(cell as State),
  );
  if (since === undefined) return open;
  const lately = rowsWithCells(
    columns.column("doneAt"),
    size,
    (cell) => cell !== undefined && (cell as string).slice(0, 10) >= since,
  );
  return open.map((held, row) => held | (lately[row] as number));
}

/** What holds all of these words; all records where there are none. */
export function searchPredicate(search: string | undefined): Predicate {
  const words = (search ?? "").toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return () => true;
  return (record) => {
    const title = "title" in record ? record.title : "date" in record ? record.date : "";
    const text = `${title}\n${"text" in record ? record.text : ""}`.toLowerCase();
    return words.every((word) => text.includes(word));
  };
}
