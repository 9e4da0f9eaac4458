import { dayPageId, isPage, isUnfinished, Refusal, type Id, type Page, type Task, told } from "../model";
import { applyEdits, plainTitle, readOutline, writeCarriedLine, writeTaskLine, type Edit } from "../page";
import { partsOf } from "../plan";
import { describeCommand, type Transaction } from "../store";
import { dateOf, isDate, type DateText, counted } from "../time";
import { appendToDay, need } from "./shared";

/** Their lines move to that day's page; where they stood, a mark says where they went. Each is counted as carried once more; `why` goes into their notes with the day. */
export const carry = describeCommand({
  name: "carry",
  does: "Moves unfinished tasks to another day, with their unfinished parts.",
  input: told.parts({ tasks: told.ids("task"), to: told.date, why: told.maybe(told.text) }),
  run(tx, { tasks, to, why = "" }) {
    if (!isDate(to)) throw new Refusal("That is not a valid date. Nothing was carried.");
    const chosen = tasks.map((id) => need(tx, "task", id));
    const moving = new Map<Id, Task>();
    for (const task of chosen) {
      moving.set(task.id, task);
      for (const part of partsOf(tx, task)) if (isUnfinished(part.state)) moving.set(part.id, part);
    }
    leaveMarks(tx, moving, to);
    const target = dayPageId(to);
    const lines: string[] = [];
    for (const [id, depth] of nestedOrder(moving)) {
      const task = moving.get(id) as Task;
      if (task.page !== target) lines.push(writeTaskLine(task, "  ".repeat(depth)));
      const asked = chosen.some((one) => one.id === id);
      const carried = asked ? task.carried + 1 : task.carried;
      const reason = asked && why.trim() !== "" ? `Carried on [[${dateOf(tx.now)}]]: ${why.trim()}` : "";
      const text = [task.text, reason].filter(Boolean).join("\n");
      tx.update(id, { doDay: to, restUntil: undefined, page: target, carried, ...(reason ? { text } : {}) });
    }
    if (lines.length > 0) appendToDay(tx, to, lines);
    return `Carried ${chosen.length === 1 ? `“${plainTitle(chosen[0]!.title)}”` : counted(chosen.length, "task")} to ${to}`;
  },
});

/** Turns the lines of these tasks, on whatever pages they stand, into marks of where they went. */
function leaveMarks(tx: Transaction, moving: ReadonlyMap<Id, Task>, to: DateText) {
  const pages = new Map<Id, Page>();
  for (const { page } of moving.values()) {
    const record = page === undefined || page === dayPageId(to) ? undefined : tx.get(page);
    if (isPage(record)) pages.set(record.id, record);
  }
  for (const page of pages.values()) {
    const edits: Edit[] = [];
    for (const line of readOutline(page.text).tasks) {
      const id = line.attributes?.id;
      if (id && moving.get(id)?.page === page.id)
        edits.push({ from: line.from, to: line.to, insert: writeCarriedLine(line, page.text, id, to) });
    }
    for (const task of moving.values()) if (task.page === page.id) tx.update(task.id, { page: dayPageId(to) });
    tx.update(page.id, { text: applyEdits(page.text, edits) });
  }
}

/** Wholes before their parts, each part right under its whole, with how deep it is nested. */
function nestedOrder(moving: ReadonlyMap<Id, Task>): Map<Id, number> {
  const depths = new Map<Id, number>();
  const visit = (id: Id, depth: number) => {
    if (depths.has(id)) return;
    depths.set(id, depth);
    for (const task of moving.values()) if (task.parent === id) visit(task.id, depth + 1);
  };
  for (const task of moving.values()) if (!task.parent || !moving.has(task.parent)) visit(task.id, 0);
  for (const id of moving.keys()) visit(id, 0);
  return depths;
}
