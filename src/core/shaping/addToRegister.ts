import { compileFormula, type FormulaNames } from "../formula";
import { dayPageId, newId, Refusal, type Field, type Id, type PensumRecord } from "../model";
import { oneLine } from "../page";
import { cellOf, cellType, fieldsIn, findRegister, type Register } from "../register";
import type { Command, Fields, Transaction } from "../store";
import { addMinutes, dateOf, isDate, standingClock, type DateText } from "../time";
import { dayPage, editFields } from "../commands";

/**
 * Adds a record to a register, with what its fields start with and what is given.
 * `openDay` is the day whose page was open last; the present day where none is told.
 */
export const addToRegister: Command<{ register: string; fields?: Fields; id?: Id; openDay?: DateText }> = {
  name: "addToRegister",
  run(tx, { register: name, fields = {}, id = newId(), openDay = dateOf(tx.now) }) {
    const register = findRegister(tx, name);
    if (!register) throw new Refusal("This register is no longer there.");
    if (register.kind === "day") {
      if (!isDate(fields.date)) throw new Refusal("A day page needs a date that exists.");
      return `Opened the page of ${dayPage(tx, fields.date).date}`;
    }
    tx.put(bareRecord(tx, register, id, fields));
    const record = tx.get(id) as PensumRecord;
    const { title, ...rest } = { ...startValues(tx, register, openDay), ...fields };
    const all = title === undefined || title === "" ? rest : { ...rest, title };
    if (Object.keys(all).length > 0) editFields(tx, record, all);
    const named = tx.get(id);
    return `Added ${named && "title" in named && named.title !== "" ? `“${named.title}”` : `a record to ${register.title}`}`;
  },
};

/** What every record of a register has, before anything is said of it. */
function bareRecord(tx: Transaction, register: Register, id: Id, fields: Fields): PensumRecord {
  const title = typeof fields.title === "string" ? oneLine(fields.title) : "";
  const base = { id, title, text: "", createdAt: tx.now };
  switch (register.kind) {
    case "task":
      return { ...base, kind: "task", state: "open", tags: [], people: [], carried: 0 };
    case "goal":
      return { ...base, kind: "goal", span: "quarter", state: "open" };
    case "project":
      return { ...base, kind: "project", state: "open" };
    case "event": {
      const start = `${tx.now.slice(0, 13)}:00`;
      return { ...base, kind: "event", start, end: addMinutes(start, 60), place: "", people: [] };
    }
    case "note":
      return { ...base, kind: "note", tags: [] };
    case "habit":
      return { ...base, kind: "habit", timesAWeek: 7, marks: [] };
    case "work":
      return { ...base, kind: "work", start: addMinutes(tx.now, -30), end: tx.now };
    case "row":
      return { ...base, kind: "row", register: register.id };
    case "block":
      return { ...base, kind: "block", start: tx.now, end: addMinutes(tx.now, 30) };
    case "day": {
      const date = dateOf(tx.now);
      return { id: dayPageId(date), kind: "day", date, text: "" };
    }
    case "person":
      return { id, kind: "person", title, role: "", text: "" };
    case "theme":
      return { id, kind: "theme", title, dye: "slate", text: "" };
    case "area":
      return { id, kind: "area", title, text: "" };
  }
}

/** What the fields of a register start with, by their formulas. */
function startValues(tx: Transaction, register: Register, openDay: DateText): Fields {
  const values: Record<string, unknown> = {};
  for (const field of fieldsIn(tx, register)) {
    if (field.start === undefined || field.start === "") continue;
    const value = startValue(tx, field, openDay);
    if (value !== undefined) values[field.name] = value;
  }
  return values;
}

/** The names that what a field starts with may use, besides what FEEL has: the person's own record, and the day page. */
export function startNames(reads: Pick<Transaction, "find">, openDay: DateText): FormulaNames<unknown> {
  const me = reads.find("person", reads.find("settings", "settings")?.me)?.id ?? null;
  const names: Readonly<Record<string, string | null>> = { me, "open day page": dayPageId(openDay) };
  return { read: (name) => (name in names ? () => names[name] as string | null : undefined), shapes: names };
}

function startValue(tx: Transaction, field: Field, openDay: DateText): unknown {
  const formula = compileFormula(field.start as string, startNames(tx, openDay), standingClock(tx.now));
  if ("fault" in formula) return undefined;
  const { cell } = cellOf(formula.evaluate({}));
  if (field.options && typeof cell === "string")
    return field.options.find(({ title }) => title.toLowerCase() === cell.toLowerCase())?.id;
  if (cell === dayPageId(openDay)) {
    if (field.type === "date") return openDay;
    dayPage(tx, openDay);
  }
  if (field.type === "date" && typeof cell === "string") return dateOf(cell);
  if (cellType(field) === "links" && typeof cell === "string") return [cell];
  return cell;
}
