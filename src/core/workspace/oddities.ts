import { Ledger, ledgerOf } from "../insight";
import { isPage, type PensumRecord, type Work } from "../model";
import { faultOf } from "../model/checks";
import { linkedTitles, namedRecord, plainTitle, readOutline, stateOfLine } from "../page";
import { clockRun, entryMinutes, runningEntry } from "../plan";
import {
  builtInRegisters,
  fieldsIn,
  fieldsOfRecord,
  fieldValues,
  isComputed,
  linkedIds,
  ownRegisters,
  titleOf,
} from "../register";
import type { Store } from "../store";
import { dateOf, daysBetween } from "../time";

/** Something in a workspace that is not as it should be. */
export interface Oddity {
  readonly what: string;
  readonly id: string;
  readonly title: string;
}

type Say = (record: PensumRecord, what: string) => void;

/** What is odd in a workspace: links that lead nowhere, lines and records that disagree, formulas with faults. */
export function oddities(store: Store): Oddity[] {
  const found: Oddity[] = [];
  const say = sayInto(found);
  for (const record of store.records()) checkRecord(store, record, say);
  checkFormulas(store, found);
  checkLog(store, found);
  return found;
}

/** The same without holding anything up: `pause` is waited for after every few records. Stops where it throws. */
export async function odditiesInSteps(store: Store, pause: (share: number) => Promise<void>): Promise<Oddity[]> {
  const found: Oddity[] = [];
  const say = sayInto(found);
  const all = [...store.records()];
  for (const [at, record] of all.entries()) {
    if (at % recordsPerStep === 0) await pause(at / all.length);
    if (store.get(record.id) === record) checkRecord(store, record, say);
  }
  checkFormulas(store, found);
  checkLog(store, found);
  return found;
}

const recordsPerStep = 40;

function sayInto(found: Oddity[]): Say {
  return (record, what) => found.push({ what, id: record.id, title: titleOf(record) });
}

function checkRecord(store: Store, record: PensumRecord, say: Say) {
  const fault = faultOf(record);
  if (fault) say(record, fault);
  for (const field of fieldsOfRecord(store, record)) {
    // The log outlives what it was about: an entry keeps its name.
    if (!field.target || (record.kind === "work" && record.title !== "")) continue;
    for (const id of linkedIds(record, field.name))
      if (!store.get(id)) say(record, `${field.label} links to a record that no longer exists`);
  }
  if (record.kind === "task" && record.page !== undefined && !isPage(store.get(record.page)))
    say(record, "its line was on a page that no longer exists");
  if (record.kind === "task" && record.page !== undefined) {
    const page = store.get(record.page);
    if (isPage(page) && !page.text.includes(record.id)) say(record, "its page has no line of it");
  }
  if (record.kind === "row" && !store.find("register", record.register)) say(record, "its register no longer exists");
  if (isPage(record)) checkPage(store, record, say);
}

function checkFormulas(store: Store, found: Oddity[]) {
  const values = fieldValues(store);
  for (const register of [...builtInRegisters, ...ownRegisters(store)])
    for (const field of fieldsIn(store, register).filter(isComputed)) {
      const circle = values.circleWith(register, field);
      if (circle)
        found.push({
          what: `is circular: ${circle.join(", ")}`,
          id: field.name,
          title: `${register.title}: ${field.label}`,
        });
      if (field.type === "formula" && !field.ofPlan) {
        const compiled = values.compile(register, field.formula ?? "");
        if ("fault" in compiled)
          found.push({ what: compiled.fault.message, id: field.name, title: `${register.title}: ${field.label}` });
      }
    }
}

/** What the log says of when: what runs is what the clock is on, what is over has its end, and the sums that are kept are those of the entries. */
function checkLog(store: Store, found: Oddity[]) {
  const { zone } = store.clock;
  const now = store.clock.now();
  const runs = runningEntry(clockRun(store));
  const odd = (entry: Work, what: string) => found.push({ what, id: entry.id, title: plainTitle(entry.title) });
  const entries = store.list("kind", "work") as readonly Work[];
  for (const entry of entries) {
    if (entry.end === undefined && entry.id !== runs) odd(entry, "has no end, and the clock is not on it");
    if (entry.end !== undefined && entry.end <= entry.start) odd(entry, "ends before it begins");
    if (entry.endedAt !== undefined && entry.startedAt !== undefined && entry.endedAt <= entry.startedAt)
      odd(entry, "was ended by the clock before it was begun");
  }
  if (runs !== undefined && store.find("work", runs)?.end !== undefined)
    found.push({ what: "the clock is on an entry that is not running", id: "clock", title: "The clock" });
  const cold = new Ledger(store);
  const sum = ({ minutes, size }: Ledger) => minutes.subarray(0, size).reduce((all, one) => all + one, 0);
  const kept = sum(ledgerOf(store));
  if (kept !== sum(cold))
    found.push({
      what: `the hours are kept as ${kept} minutes and are ${sum(cold)}`,
      id: "log",
      title: "The work log",
    });
  const days = entries.reduce((all, one) => all + Math.min(entryMinutes(one, now, zone), 400 * 1500), 0);
  if (entries.every(({ start, end = now }) => daysBetween(dateOf(start), dateOf(end)) < 400) && sum(cold) !== days)
    found.push({
      what: `the hours by day are ${sum(cold)} minutes, and the entries ${days}`,
      id: "log",
      title: "The work log",
    });
}

function checkPage(store: Store, page: PensumRecord & { text: string }, say: Say) {
  for (const line of readOutline(page.text).tasks) {
    const id = line.attributes?.id;
    // A box with nothing behind it is about to be written, and no task yet.
    if (id === undefined && line.title === "") continue;
    const task = id === undefined ? undefined : store.find("task", id);
    if (!task) say(page, `the task line “${line.title}” has no record`);
    else if (task.title !== line.title || task.state !== stateOfLine(line))
      say(page, `the line “${line.title}” does not match its task`);
  }
  for (const title of linkedTitles(page.text)) {
    const named = (["note", "person", "theme"] as const).some((kind) => namedRecord(store, kind, title));
    const isDay = /^\d{4}-\d{2}-\d{2}$/.test(title);
    const isTitle =
      named ||
      isDay ||
      [...store.list("kind", "task")].some((task) => titleOf(task).toLowerCase() === title.toLowerCase());
    if (!isTitle) say(page, `[[${title}]] links to nothing yet`);
  }
}
