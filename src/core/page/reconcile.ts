import {
  dayPageId,
  isId,
  isUnfinished,
  type Block,
  type Id,
  type Page,
  type PensumRecord,
  type Task,
  bareRecord,
} from "../model";
import type { Transaction } from "../store";
import { minutesBetween, momentAt } from "../time";
import { applyEdits, type Edit } from "./edits";
import { idEdit, stateOfLine } from "./lines";
import type { BlockLine, Outline, TaskLine } from "./outline";
import { mentionsIn, tagsIn } from "./references";
import { dropHours } from "./taskHours";

/**
 * Brings the records of a page's task lines and block lines to what the lines say: title, state and nesting of tasks,
 * hours and words of blocks. New lines get an id, written behind their words, and a record; a line that is gone takes
 * its record along; one that comes back within the session, cut here and pasted there, brings its record back. Every
 * other byte of the page stays as it was.
 *
 * Returns the page's text with the new ids in it.
 */
export function reconcile(tx: Transaction, page: Page, outline: Outline): string {
  const edits: Edit[] = [];
  const seen = new Set<Id>();
  const ids = new Map<TaskLine, Id>();
  for (const line of outline.tasks) {
    if (line.title === "" && !line.attributes?.id) continue;
    const id = lineId(tx, page, outline, line, "task", seen, edits);
    ids.set(line, id);
    followTask(tx, page, line, id, line.parent ? ids.get(line.parent) : undefined);
  }
  if (page.kind === "day")
    for (const line of outline.blocks) {
      const id = lineId(tx, page, outline, line, "block", seen, edits);
      followBlock(tx, page, line, id);
    }

  // Looked for in the text as it is now: a line that became one of another kind has given its old id up.
  const text = applyEdits(outline.text, edits);
  for (const record of tx.list("linesByPage", page.id))
    if (!seen.has(record.id)) removeFollowed(tx, page, text, record);
  if (text !== page.text) tx.update(page.id, { text });
  return text;
}

/** The id a line goes by: its own, unless it is a copy of a line that stands elsewhere; else a new one. */
function lineId(
  tx: Transaction,
  page: Page,
  outline: Outline,
  line: TaskLine | BlockLine,
  kind: "task" | "block",
  seen: Set<Id>,
  edits: Edit[],
): Id {
  const written = line.attributes?.id;
  if (written && !seen.has(written) && isOwn(tx, page, written, kind)) {
    seen.add(written);
    return written;
  }
  const id = tx.newId();
  seen.add(id);
  edits.push(idEdit(line, outline.text, id));
  const original = written ? tx.find(kind, written) : undefined;
  if (original?.kind === "task") {
    const { doneAt: _doneAt, tookMinutes: _took, ...rest } = original;
    tx.put({ ...rest, id, page: page.id, ...doDayHere(original, page), carried: 0, createdAt: tx.now });
  }
  return id;
}

function isOwn(tx: Transaction, page: Page, id: Id, kind: "task" | "block"): boolean {
  const record = tx.get(id);
  if (!record) return isId(id);
  if (record.kind !== kind) return false;
  if (record.page === undefined || record.page === page.id) return true;
  const elsewhere = tx.get(record.page);
  if (!elsewhere || !("text" in elsewhere) || !elsewhere.text.includes(`#${id}`)) return true;
  // Its words were cut out there and put in here: the line that was left without any goes.
  const empty = new RegExp(
    `^[ \\t]*(?:[-*+][ \\t]+)?(?:\\[[ xX]\\][ \\t]*)?\\{#${id}[^{}\\n]*\\}[ \\t]*(?:\\n|$)`,
    "m",
  );
  if (!empty.test(elsewhere.text)) return false;
  tx.update(elsewhere.id, { text: elsewhere.text.replace(empty, "") });
  return true;
}

function followTask(tx: Transaction, page: Page, line: TaskLine, id: Id, parent: Id | undefined) {
  const state = stateOfLine(line);
  let task = tx.find("task", id);
  // Nearly every line says what its record says already: on a page of 400 tasks this halves the time.
  if (
    task?.title === line.title &&
    task.state === state &&
    task.page === page.id &&
    (task.parent === parent || (parent === undefined && !isOnPage(tx, task.parent, page)))
  )
    return;
  if (!task) {
    task = bringBack(tx, id) ?? {
      ...bareRecord("task", { id, now: tx.now }),
      ...(page.kind === "day" ? { doDay: page.date } : {}),
    };
    task = { ...task, ...doDayHere(task, page) };
    tx.put({ ...task, page: page.id });
  }
  const next: Record<string, unknown> = {};
  if (task.title !== line.title) Object.assign(next, { title: line.title }, namedInTitle(tx, task, line.title));
  if (task.state !== state) Object.assign(next, stateFields(tx, task, state));
  if (task.page !== page.id) Object.assign(next, { page: page.id }, doDayHere(task, page));
  if (task.parent !== parent && (parent !== undefined || isOnPage(tx, task.parent, page))) next.parent = parent;
  tx.update(id, next);
}

/** A task meant for the day whose page its line stood on is meant for the day whose page its line stands on now. */
function doDayHere(task: Task, page: Page): Partial<Task> {
  const movesAlong = page.kind === "day" && task.doDay !== undefined && task.page === dayPageId(task.doDay);
  return movesAlong ? { doDay: page.date } : {};
}

function isOnPage(tx: Transaction, id: Id | undefined, page: Page): boolean {
  const record = tx.find("task", id);
  return id !== undefined && (!record || record.page === page.id);
}

/** The boxes that held tasks whose lines were taken out, so that a line that comes back is in its box again. */
const boxesOf = new Map<Id, readonly { readonly block: Id; readonly minutes: number; readonly at: number }[]>();
const mostBoxesKept = 500;

/** A task that was removed earlier in the session, with the hours that were set aside for it. */
function bringBack(tx: Transaction, id: Id): Task | undefined {
  const [task] = tx.removedEarlier((record) => record.kind === "task" && record.id === id);
  if (!task) return undefined;
  for (const block of tx.removedEarlier((record) => record.kind === "block" && record.task === id)) tx.put(block);
  for (const { block, minutes, at } of boxesOf.get(id) ?? []) {
    const box = tx.find("block", block);
    if (!box || box.task !== undefined || box.holds?.some((held) => held.task === id)) continue;
    tx.update(block, { holds: (box.holds ?? []).toSpliced(at, 0, { task: id, minutes }) });
  }
  return task as Task;
}

function rememberBoxes(tx: Transaction, id: Id) {
  const boxes = (tx.list("blocksByTask", id) as readonly Block[]).flatMap((block) => {
    const at = block.holds?.findIndex((held) => held.task === id) ?? -1;
    return at < 0 ? [] : [{ block: block.id, minutes: block.holds![at]!.minutes, at }];
  });
  boxesOf.delete(id);
  if (boxes.length > 0) boxesOf.set(id, boxes);
  if (boxesOf.size > mostBoxesKept) boxesOf.delete(boxesOf.keys().next().value as Id);
}

/** Tags, people and a theme that a title began or ceased to name; what was given to the task elsewhere stays. */
function namedInTitle(tx: Transaction, task: Task, title: string): Partial<Task> {
  const before = new Set(tagsIn(task.title));
  const after = tagsIn(title);
  const peopleBefore = new Set(mentionsIn(task.title).map((name) => namedRecord(tx, "person", name)?.id));
  const peopleAfter = mentionsIn(title).flatMap((name) => namedRecord(tx, "person", name)?.id ?? []);
  const fresh = after.filter((tag) => !before.has(tag));
  const themes = fresh.flatMap((tag) => namedRecord(tx, "theme", tag)?.id ?? []);
  const tags = [...new Set([...task.tags.filter((tag) => !before.has(tag) || after.includes(tag)), ...fresh])];
  const people = [
    ...new Set([...task.people.filter((id) => !peopleBefore.has(id) || peopleAfter.includes(id)), ...peopleAfter]),
  ];
  return {
    ...(tags.join() !== task.tags.join() ? { tags } : {}),
    ...(people.join() !== task.people.join() ? { people } : {}),
    ...(themes[0] ? { theme: themes[0] } : {}),
  };
}

/** The theme, person or note of a name, in any case, with hyphens or underscores for spaces. */
export function namedRecord(
  tx: Pick<Transaction, "list">,
  kind: "theme" | "person" | "note",
  name: string,
): PensumRecord | undefined {
  const plain = name.toLowerCase();
  const find = (title: string) => {
    const found = tx.list("named", title).filter((record) => record.kind === kind);
    return found.find((record) => "title" in record && record.title.toLowerCase() === title) ?? found[0];
  };
  return find(plain) ?? find(plain.replace(/[-_]/g, " "));
}

/**
 * What else changes when a task's state does: the moment it was done, and how long it took, where the log says it. Hours that
 * were set aside say how long it was meant to take, and nothing is learnt from that.
 */
export function stateFields(tx: Transaction, task: Task, state: Task["state"]): Partial<Record<keyof Task, unknown>> {
  if (state !== "done")
    return {
      state,
      doneAt: undefined,
      ...(isUnfinished(state) && task.doneAt ? { tookMinutes: undefined } : {}),
    };
  const logged = loggedUpTo(tx, task.id);
  if (logged > 0) return { state, doneAt: tx.now, tookMinutes: logged };
  return { state, doneAt: tx.now };
}

/** Minutes that the log says were worked on a task up to now; what the clock runs on counts too. */
function loggedUpTo(tx: Transaction, task: Id): number {
  let minutes = 0;
  for (const entry of tx.list("links", `task:${task}`))
    if (entry.kind === "work") minutes += Math.max(0, minutesBetween(entry.start, entry.end ?? tx.now));
  return Math.min(minutes, 60_000);
}

function followBlock(tx: Transaction, page: Page & { kind: "day" }, line: BlockLine, id: Id) {
  const start = momentAt(page.date, line.range.startMinute);
  const end = momentAt(page.date, line.range.endMinute);
  const theme = tagsIn(line.title).flatMap((tag) => namedRecord(tx, "theme", tag)?.id ?? [])[0];
  const block = tx.find("block", id);
  if (!block) {
    const [earlier] = tx.removedEarlier((record) => record.kind === "block" && record.id === id) as Block[];
    const fresh: Block = earlier ?? {
      id,
      kind: "block",
      start,
      end,
      title: "",
      text: "",
      createdAt: tx.now,
    };
    tx.put({
      ...fresh,
      start,
      end,
      title: line.title,
      page: page.id,
      ...(theme ? { theme } : {}),
    });
    return;
  }
  tx.update(id, {
    start,
    end,
    title: line.title,
    page: page.id,
    ...(theme ? { theme } : {}),
  });
}

/**
 * Takes a record whose line is gone out of the workspace, and the hours set aside for it. Not one whose id still stands
 * in the text, in what an open code fence has swallowed for now, and not one that was only just put on this page.
 */
function removeFollowed(tx: Transaction, page: Page, text: string, record: PensumRecord) {
  if (text.includes(`#${record.id}`)) return;
  const before = tx.before(record.id);
  if (!before || !("page" in before) || before.page !== page.id) return tx.update(record.id, { page: undefined });
  if (record.kind === "task") {
    rememberBoxes(tx, record.id);
    dropHours(tx, record.id);
  }
  tx.remove(record.id);
}
