import {
  fieldFault,
  fieldsOf,
  kindNames,
  Refusal,
  type Block,
  type Event,
  type Id,
  type PensumRecord,
  type Task,
} from "../model";
import { oneLine, stateFields } from "../page";
import type { Command, Fields, Transaction } from "../store";
import { addDays, addMinutes, dateOf, daysBetween, isDate, isMoment, minutesBetween } from "../time";
import { checkStretch, nameOf } from "./shared";

/** Sets fields of a record by hand. @throws Refusal, naming the first field that cannot hold its value */
export const editRecord: Command<{ id: Id; fields: Fields }> = {
  name: "editRecord",
  run(tx, { id, fields: given }) {
    const fields = typeof given.title === "string" ? { ...given, title: oneLine(given.title) } : given;
    const record = tx.get(id);
    if (!record || record.kind === "settings")
      throw new Refusal("This record is no longer there. Another tab may have removed it.");
    const labels: string[] = [];
    for (const [name, value] of Object.entries(fields)) {
      const field = fieldsOf[record.kind].find((known) => known.name === name);
      if (!field || field.kept) throw new Refusal(`A ${record.kind} has no field “${name}” to set.`);
      const fault = fieldFault(field, value);
      if (fault) throw new Refusal(`${fault} Nothing was changed.`);
      labels.push(field.label.toLowerCase());
    }
    if (record.kind === "theme" || record.kind === "person" || record.kind === "note")
      checkNameIsFree(tx, record, fields.title as string | undefined);
    if (record.kind === "task") {
      checkParent(tx, record, fields.parent as Id | undefined);
      const { state, ...rest } = fields;
      tx.update(id, { ...(state ? stateFields(tx, record, state as Task["state"]) : {}), ...rest });
    } else tx.update(id, record.kind === "block" || record.kind === "event" ? withEnd(record, fields) : fields);
    const edited = tx.get(id);
    if (edited?.kind === "block" || edited?.kind === "event") checkHours(edited.start, edited.end);
    return `Changed ${labels.join(" and ")} of “${nameOf(record, tx)}”`;
  },
};

const usualEventMinutes = 60;

/** A start that is moved takes the end along; one that gets a clock time, or loses it, gives the end one or takes it. */
function withEnd(record: Block | Event, fields: Fields): Fields {
  const { start, end } = { ...record, ...fields };
  if (fields.start === undefined || fields.end !== undefined) return fields;
  if (isMoment(start)) {
    const length = isMoment(record.start) ? minutesBetween(record.start, end) : usualEventMinutes;
    return { ...fields, end: addMinutes(start, length) };
  }
  return { ...fields, end: addDays(start, daysBetween(dateOf(record.start), dateOf(end))) };
}

function checkHours(start: string, end: string) {
  if (isMoment(start) !== isMoment(end))
    throw new Refusal("Start and end must both have a clock time, or neither: change the start. Nothing was changed.");
  if (isDate(start) && end < start) throw new Refusal("The end must not come before the start. Nothing was changed.");
  if (isMoment(start)) checkStretch(start, end);
}

function checkNameIsFree(tx: Transaction, record: PensumRecord, title: string | undefined) {
  const others = title === undefined ? [] : tx.list("named", title.toLowerCase());
  if (others.some((other) => other.kind === record.kind && other.id !== record.id))
    throw new Refusal(`There is a ${kindNames[record.kind].toLowerCase()} “${title}” already. Nothing was changed.`);
}

function checkParent(tx: Transaction, task: Task, parent: Id | undefined) {
  const seen = new Set<Id>([task.id]);
  for (let at = parent; at !== undefined; at = tx.find("task", at)?.parent) {
    if (seen.has(at)) throw new Refusal("A task cannot be a part of itself. Nothing was changed.");
    seen.add(at);
  }
}
