import { nameOf, endFrom } from "../things";
import {
  emptyValue,
  fieldFault,
  kindNames,
  kindOf,
  Refusal,
  type Block,
  type Event,
  type Field,
  type Goal,
  type Id,
  type KeptKind,
  type Kind,
  type Note,
  type PensumRecord,
  type Person,
  type Task,
  type Theme,
  type Work,
  told,
} from "../model";
import { oneLine, plainTitle, renameLinks, stateFields } from "../page";
import { fieldsOfRecord, registerOf } from "../register/registers";
import { describeCommand, type Fields, type Transaction } from "../store";
import { addDays, dateOf, daysBetween, isDate, isMoment, counted } from "../time";
import { checkStretch, takenOut } from "./shared";

/** @throws Refusal, naming the first field that cannot hold its value */
export const editRecord = describeCommand({
  name: "editRecord",
  does: "Sets fields of a record by hand.",
  input: told.parts({ id: told.id(), fields: told.values }),
  again: "merge",
  run(tx, { id, fields }) {
    const record = takenOut(tx, id);
    const labels = record ? editFields(tx, record, fields) : [];
    if (!record) throw new Refusal("This record no longer exists. It may have been deleted in another tab.");
    return `Changed ${labels.join(" and ")} of “${nameOf(record, tx)}”`;
  },
});

export const editRecords = describeCommand({
  name: "editRecords",
  does: "Sets fields of several records in one step: cells that were pasted or filled, or one value for all that are chosen.",
  input: told.list(told.parts({ id: told.id(), fields: told.values })),
  again: "merge",
  run(tx, edits) {
    const [only] = edits;
    if (only && edits.length === 1) return editRecord.run(tx, only);
    const labels = new Set<string>();
    let changed = 0;
    for (const { id, fields } of edits) {
      const record = takenOut(tx, id);
      if (!record) continue;
      changed++;
      for (const label of editFields(tx, record, fields)) labels.add(label);
    }
    if (changed === 0) throw new Refusal("These records no longer exist. They may have been deleted in another tab.");
    return `Changed ${[...labels].join(" and ")} of ${counted(changed, "record")}`;
  },
});

/** Sets fields after looking at each, and gives their labels. @throws Refusal, with nothing changed */
export function editFields(tx: Transaction, record: PensumRecord, given: Fields): string[] {
  const fields: Record<string, unknown> = { ...given };
  if (typeof given.title === "string") fields.title = oneLine(given.title);
  const known = fieldsOfRecord(tx, record);
  const labels: string[] = [];
  for (const name of Object.keys(fields)) {
    const field = known.find((one) => one.name === name);
    if (!field || field.kept) throw new Refusal(`There is no field “${name}” to set here.`);
    if (fields[name] === undefined) fields[name] = emptyValue(field);
    const value = fields[name];
    const fault = fieldFault(field, value) ?? linkFault(tx, field, value);
    if (fault) throw new Refusal(`${fault}`);
    labels.push(field.label.toLowerCase());
  }
  if (isNamed(record)) checkNameIsFree(tx, record, fields.title as string | undefined);
  if (record.kind === "task" || record.kind === "goal") checkParent(tx, record, fields.parent as Id | undefined);
  if (record.kind === "work" && "end" in fields && fields.end === undefined && record.end !== undefined)
    throw new Refusal("Only what the clock runs on has no end yet. Start the clock instead.");
  if (record.kind === "task" && Array.isArray(fields.after)) checkAfter(tx, record, fields.after as Id[]);
  tx.update(record.id, fieldsToWrite(tx, record, fields));
  if (isNamed(record) && typeof fields.title === "string" && fields.title !== record.title)
    leadLinksOn(tx, record.title, fields.title);
  const edited = tx.get(record.id);
  if (edited?.kind === "block" || edited?.kind === "event" || (edited?.kind === "work" && edited.end !== undefined))
    checkHours(edited.start, edited.end as string);
  return labels;
}

function fieldsToWrite(tx: Transaction, record: PensumRecord, fields: Fields): Fields {
  if (record.kind === "block" || record.kind === "event" || record.kind === "work") return withEnd(record, fields);
  const { state, ...rest } = fields;
  if (state === undefined) return fields;
  if (record.kind === "task") return { ...stateFields(tx, record, state as Task["state"]), ...rest };
  return { state, doneAt: state === "done" ? tx.now : undefined, ...rest };
}

/** A link must lead to a record of the register it is meant for. */
function linkFault(tx: Transaction, field: Field, value: unknown): string | undefined {
  if (!field.target || value === undefined) return undefined;
  const ids = Array.isArray(value) ? (value as Id[]) : [value as Id];
  const wrong = ids.some((id) => {
    const record = tx.get(id);
    return !record || registerOf(record) !== field.target;
  });
  return wrong ? `${field.label} links to a record that does not exist.` : undefined;
}

/** A start that is moved takes the end along; one that gets a clock time, or loses it, gives the end one or takes it. */
function withEnd(record: Block | Event | Work, fields: Fields): Fields {
  const { start } = { ...record, ...fields };
  if (fields.start === undefined || "end" in fields || record.end === undefined) return fields;
  if (isMoment(start)) return { ...fields, end: endFrom(start, { start: record.start, end: record.end }) };
  return { ...fields, end: addDays(start, daysBetween(dateOf(record.start), dateOf(record.end))) };
}

function checkHours(start: string, end: string) {
  if (isMoment(start) !== isMoment(end))
    throw new Refusal("Start and end must both have a time, or neither. Change the start first.");
  if (isDate(start) && end < start) throw new Refusal("The end cannot be before the start.");
  if (isMoment(start)) checkStretch(start, end);
}

/** Whether links may be written in the words of what is kept beside the registers. */
const othersWithLinks: Readonly<Record<Exclude<Kind, KeptKind>, boolean>> = {
  ...{ template: true, register: true, field: true, lens: true, standingOrder: true, settings: true },
  ...{ clock: false, orderRun: false },
};
const linkingKinds: readonly Kind[] = [
  ...(Object.keys(kindOf) as KeptKind[]).filter((kind) => kindOf[kind].links),
  ...(Object.keys(othersWithLinks) as (keyof typeof othersWithLinks)[]).filter((kind) => othersWithLinks[kind]),
];

/** After a title changed: every link that led to it leads to it still. Pages first, whose lines own titles of tasks. */
function leadLinksOn(tx: Transaction, from: string, to: string) {
  for (const kind of linkingKinds)
    for (const record of [...tx.list("kind", kind)]) {
      const fields: Record<string, string> = {};
      if ("text" in record && record.text.includes("[[")) fields.text = renameLinks(record.text, from, to);
      if ("title" in record && record.title.includes("[[")) fields.title = renameLinks(record.title, from, to);
      if (record.kind === "task" && record.page !== undefined) delete fields.title;
      if (Object.keys(fields).length > 0) tx.update(record.id, fields);
    }
}

/** Whether links are written by its title, which no other of its kind may have then. */
function isNamed(record: PensumRecord): record is Theme | Person | Note {
  return record.kind === "theme" || record.kind === "person" || record.kind === "note";
}

function checkNameIsFree(tx: Transaction, record: PensumRecord, title: string | undefined) {
  const others = title === undefined ? [] : tx.list("named", title.toLowerCase());
  if (others.some((other) => other.kind === record.kind && other.id !== record.id && sameTitle(other, title)))
    throw new Refusal(`A ${kindNames[record.kind].toLowerCase()} called “${title}” already exists.`);
}

/** A note is found by the name of its file too, which is nobody's title. */
function sameTitle(record: PensumRecord, title: string | undefined): boolean {
  return "title" in record && record.title.toLowerCase() === title?.toLowerCase();
}

/** A task cannot wait for itself, by whatever way round. */
function checkAfter(tx: Transaction, record: Task, after: readonly Id[]) {
  const seen = new Set<Id>();
  const waiting = [...after];
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    if (id === record.id) {
      const names = after.map((one) => `“${plainTitle(tx.find("task", one)?.title ?? "")}”`).join(", ");
      throw new Refusal(`“${plainTitle(record.title)}” would wait for itself, because ${names} already waits for it.`);
    }
    if (seen.has(id)) continue;
    seen.add(id);
    waiting.push(...(tx.find("task", id)?.after ?? []));
  }
}

function checkParent(tx: Transaction, record: Task | Goal, parent: Id | undefined) {
  const seen = new Set<Id>([record.id]);
  for (let at = parent; at !== undefined; at = tx.find(record.kind, at)?.parent) {
    if (seen.has(at)) throw new Refusal(`A ${record.kind} cannot be part of itself.`);
    seen.add(at);
  }
}
