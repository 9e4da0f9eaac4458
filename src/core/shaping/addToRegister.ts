import { compileFormula, type FormulaNames } from "../formula";
import { bareRecord, bareRow, dayPageId, Refusal, type Field, type Id, type PensumRecord, told } from "../model";
import { oneLine } from "../page";
import { cellOf, cellType, fieldsIn, findRegister, type Register } from "../register";
import { describeCommand, withFields, type Fields, type Transaction } from "../store";
import { dateOf, isDate, standingClock, type DateText } from "../time";
import { dayPage, editFields } from "../commands";

export const addToRegister = describeCommand({
  name: "addToRegister",
  does: "Adds a record to a register, with what its fields start with and what is given.",
  input: told.parts({
    register: told.text,
    fields: told.maybe(told.values),
    id: told.maybe(told.id()),
    /** The day whose page was open last; the present day where none is told. */
    openDay: told.maybe(told.date),
  }),
  run(tx, { register: name, fields = {}, id = tx.newId(), openDay = dateOf(tx.now) }) {
    const register = findRegister(tx, name);
    if (!register) throw new Refusal("This register no longer exists.");
    if (register.kind === "day") {
      if (!isDate(fields.date)) throw new Refusal("A day page needs a valid date.");
      return `Opened the page of ${dayPage(tx, fields.date).date}`;
    }
    const { title, ...rest } = { ...startValues(tx, register, openDay), ...fields };
    const all = title === undefined || title === "" ? rest : { ...rest, title };
    const record = filled(tx, newRecord(tx, register, id, fields), all);
    tx.put(record);
    return `Added ${"title" in record && record.title !== "" ? `“${record.title}”` : `a record to ${register.title}`}`;
  },
});

/** A record that is not there yet with these fields set as by hand: it is put as a whole, which takes half of putting and changing it. */
function filled(tx: Transaction, record: PensumRecord, fields: Fields): PensumRecord {
  let made = record;
  const { id } = record;
  const within: Transaction = {
    ...tx,
    get: (asked) => (asked === id ? made : tx.get(asked)),
    update: (asked, values) => (asked === id ? (made = withFields(made, values)) : tx.update(asked, values)),
  };
  if (Object.keys(fields).length > 0) editFields(within, record, fields);
  return made;
}

/** What every record of a register has, before anything is said of it. */
function newRecord(tx: Transaction, { kind, id: register }: Register, id: Id, fields: Fields): PensumRecord {
  const fresh = { id, title: typeof fields.title === "string" ? oneLine(fields.title) : "", now: tx.now };
  if (kind === "day") throw new Error("A day page is made by its date.");
  return kind === "row" ? bareRow(register, fresh) : (bareRecord(kind, fresh) as PensumRecord);
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
