import { nameOf } from "../things";
import { appendToDay, carry, editFields } from "../commands";
import {
  dayPageId,
  isUnfinished,
  newId,
  Refusal,
  valueIn,
  type Id,
  type OrderRun,
  type OrderStep,
  type PensumRecord,
  type StandingOrder,
  told,
} from "../model";
import { writeTaskLine } from "../page";
import { fieldsOfRecord, readText, textOfCell, cellType, isComputed, type FieldValues } from "../register";
import { makeFromTemplate } from "../shaping";
import {
  describeCommand,
  type Runnable,
  noChanges,
  squash,
  takeBack,
  type Act,
  type ChangeSet,
  type Fields,
  type Store,
  type Transaction,
} from "../store";
import { addDays, dateOf, counted } from "../time";
import type { Happening } from "./happenings";

/** An order that would touch more records at once is not carried out: it is likelier a slip than meant. */
export const mostRecords = 1000;
/** So many runs are kept of each order, the newest. */
const keptRuns = 50;

/** What a run came to: one act, with the record of the run in it, and words to be shown. */
export interface Run {
  readonly act: Act;
  readonly words: readonly string[];
}

/**
 * Works out a run of a standing order, without doing it.
 * @throws Refusal where one of its steps cannot be done, or it would touch too much
 */
export function planRun(values: FieldValues, { order, records }: Happening): Run {
  if (records.length > mostRecords)
    throw new Refusal(
      `The standing order “${order.title}” would change ${records.length.toLocaleString("en-GB")} records at once. It did not run.`,
    );
  const words: string[] = [];
  const { said, changes } = values.store.rehearse(doSteps, { order, records, values, words });
  return { act: { said, changes }, words };
}

/** The act of a run with the run itself in it, as it is done and kept. */
export function runToAdopt(store: Store, order: StandingOrder, { act }: Run, causes: readonly Id[] = []): Act {
  const run: OrderRun = {
    id: newId(),
    kind: "orderRun",
    standingOrder: order.id,
    at: store.clock.now(),
    title: act.said,
    changes: writeChanges(act.changes),
    text: "",
  };
  const earlier = runsOf(store, order.id).slice(keptRuns - 1);
  const kept: ChangeSet = {
    ...noChanges,
    added: new Map([[run.id, run]]),
    removed: new Map(earlier.map((one) => [one.id, one])),
  };
  return { said: act.said, changes: squash([act.changes, kept]), causes: [...causes, order.id] };
}

/** The runs of an order, the newest first. */
export function runsOf(store: Pick<Store, "list">, order: Id): OrderRun[] {
  return (store.list("kind", "orderRun") as readonly OrderRun[])
    .filter(({ standingOrder }) => standingOrder === order)
    .toSorted((a, b) => (a.at > b.at ? -1 : a.at < b.at ? 1 : a.id < b.id ? -1 : 1));
}

interface Doing {
  readonly order: StandingOrder;
  readonly records: readonly Id[];
  readonly values: FieldValues;
  readonly words: string[];
}

const doSteps: Runnable<Doing> = {
  name: "runOrder",
  run(tx, doing) {
    for (const step of doing.order.steps) doStep(tx, step, doing);
    const [only] = doing.records;
    const record = only === undefined ? undefined : (tx.get(only) ?? tx.before(only));
    const what =
      doing.records.length === 1 && record ? `“${nameOf(record, tx)}”` : counted(doing.records.length, "record");
    return `Standing order “${doing.order.title}”: ${what}`;
  },
};

function doStep(tx: Transaction, step: OrderStep, { records: ids, values, words }: Doing) {
  const today = dateOf(tx.now);
  const records = ids.flatMap((id) => tx.get(id) ?? []);
  switch (step.do) {
    case "set":
      for (const record of records) {
        const value = valueToSet(values, record, step, today);
        if (valueIn(record, step.field) !== value) editFields(tx, record, { [step.field]: value });
      }
      return;
    case "carry": {
      const to = addDays(today, step.days);
      const tasks = records.filter((one) => one.kind === "task" && isUnfinished(one.state) && one.doDay !== to);
      if (tasks.length > 0) carry.run(tx, { tasks: tasks.map(({ id }) => id), to });
      return;
    }
    case "dayPage":
      for (const record of records) putOnDay(tx, record, today);
      return;
    case "make":
      for (const record of records) {
        const name = nameOf(record, tx);
        makeFromTemplate.run(tx, { template: step.template, fills: { Title: name, record: name } });
      }
      return;
    case "notify":
      for (const record of records) words.push(step.words.replace(/\{\{\s*title\s*\}\}/gi, nameOf(record, tx)));
  }
}

function valueToSet(
  values: FieldValues,
  record: PensumRecord,
  step: OrderStep & { do: "set" },
  today: string,
): unknown {
  const field = fieldsOfRecord(values.store, record).find(({ name }) => name === step.field);
  if (!field) throw new Refusal(`The field that the standing order sets no longer exists.`);
  const read = readText({ values, today, dayFirst: true }, field, step.to);
  if ("fault" in read) throw new Refusal(read.fault);
  return read.value;
}

/** Every record gets a line on the page of today, where it has none there: a task its own line, from whatever day it stood on. */
function putOnDay(tx: Transaction, record: PensumRecord, today: string) {
  if (record.kind !== "task") return appendToDay(tx, today, [`- [[${nameOf(record, tx)}]]`]);
  if (record.page === dayPageId(today)) return tx.update(record.id, { doDay: today, restUntil: undefined });
  const page = record.page === undefined ? undefined : tx.get(record.page);
  if (page?.kind === "day") return void carry.run(tx, { tasks: [record.id], to: today });
  tx.update(record.id, { doDay: today, restUntil: undefined });
  // A line on a note stays there, and is told of.
  if (page?.kind === "note") return appendToDay(tx, today, [`- ${nameOf(record, tx)}, on [[${page.title}]]`]);
  appendToDay(tx, today, [writeTaskLine(record)]);
  tx.update(record.id, { page: dayPageId(today) });
}

interface WrittenChanges {
  readonly added: readonly PensumRecord[];
  readonly removed: readonly PensumRecord[];
  readonly updated: readonly (readonly [Id, Fields, Fields])[];
}

/** Changes as text that can be read without the state they were made on; what a field did not have is null. */
function writeChanges({ added, removed, updated }: ChangeSet): string {
  const whole = (fields: Fields) =>
    Object.fromEntries(Object.entries(fields).map(([key, value]) => [key, value ?? null]));
  const written: WrittenChanges = {
    added: [...added.values()],
    removed: [...removed.values()],
    updated: [...updated].map(([id, [from, to]]) => [id, whole(from), whole(to)]),
  };
  return JSON.stringify(written);
}

function readChanges(text: string): ChangeSet {
  const { added, removed, updated } = JSON.parse(text) as WrittenChanges;
  const fields = (whole: Fields) =>
    Object.fromEntries(Object.entries(whole).map(([key, value]) => [key, value ?? undefined]));
  const byId = (records: readonly PensumRecord[]) => new Map(records.map((record) => [record.id, record]));
  return {
    added: byId(added),
    removed: byId(removed),
    updated: new Map(updated.map(([id, from, to]) => [id, [fields(from), fields(to)]])),
  };
}

export const undoRun = describeCommand({
  name: "undoRun",
  does: "Takes a run back, however long ago it was: what was changed since stays where it is about other fields and lines.",
  input: told.parts({ run: told.id("orderRun") }),
  again: "merge",
  run(tx, { run: id }) {
    const run = tx.find("orderRun", id);
    if (!run || run.undone) throw new Refusal("This run has already been undone.");
    takeBack(tx, readChanges(run.changes));
    tx.update(id, { undone: true });
    return `Undid: ${run.title}`;
  },
});

/** What a run would change, in words: each record, and its fields as they were and would be. */
export function changeLines(values: FieldValues, { changes }: Act): { name: string; what: string }[] {
  const { store } = values;
  const lines: { name: string; what: string }[] = [];
  for (const record of changes.added.values())
    if (record.kind !== "orderRun") lines.push({ name: nameOf(record, store), what: "is added" });
  for (const record of changes.removed.values()) lines.push({ name: nameOf(record, store), what: "goes" });
  for (const [id, [from, to]] of changes.updated) {
    const record = store.get(id);
    if (!record) continue;
    const fields = fieldsOfRecord(store, record);
    const parts = Object.keys(to).flatMap((name) => {
      const field = fields.find((one) => one.name === name && !isComputed(one));
      if (!field) return name === "text" ? ["the text changes"] : [];
      const say = (value: unknown) => textOfCell(values, field, cellType(field), value as never) || "nothing";
      return [`${field.label.toLowerCase()} ${say(from[name])} → ${say(to[name])}`];
    });
    lines.push({ name: nameOf(record, store), what: parts.join(", ") || "changes" });
  }
  return lines;
}
