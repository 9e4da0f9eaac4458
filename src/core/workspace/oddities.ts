import { isPage, type PensumRecord } from "../model";
import { faultOf } from "../model/checks";
import { linkedTitles, namedRecord, readOutline, stateOfLine } from "../page";
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
    if (!field.target) continue;
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
