import { nameOf } from "../things";
import { isMoment, addDays, addMinutes, dateOf, minutesPerDay } from "../time";
import { Refusal, type Block, type Id, type Task, told } from "../model";
import { plainTitle } from "../page";
import { recordOrOccurrence } from "../plan";
import { describeCommand, type Transaction } from "../store";
import { editRecord } from "./editRecord";
import { giveDay } from "./giveDay";
import { moveItem } from "./place";

export interface Shift {
  readonly id: Id;
  /** So many minutes later; negative is earlier. */
  readonly minutes: number;
  /** The end alone is moved, where it is given. */
  readonly edge?: "end";
}

/** Days on the calendar are never made into hours of work. @throws Refusal where the bar has nothing that moves so */
export const shiftBar = describeCommand({
  name: "shiftBar",
  does: "Moves a bar of the timeline, or its end only: hours and events by minutes, days and due dates by whole days.",
  input: told.parts({
    id: told.id(),
    /** So many minutes later; negative is earlier. */
    minutes: told.minutes,
    /** The end alone is moved, where it is given. */
    edge: told.maybe(told.word("end")),
  }),
  run(tx, { id, minutes, edge }) {
    const record = recordOrOccurrence(tx, id);
    const days = Math.round(minutes / minutesPerDay);
    switch (record?.kind) {
      case "event":
      case "block": {
        if (!isMoment(record.start)) throw new Refusal(`“${nameOf(record, tx)}” lasts whole days. Open it to move it.`);
        if (edge && record.kind === "block") checkHours(record.start, record.end, minutes);
        const start = edge ? record.start : addMinutes(record.start, minutes);
        return moveItem.run(tx, { id, start, end: addMinutes(record.end, minutes) });
      }
      case "goal":
      case "project":
        if (!record.due || days === 0) throw new Refusal(`“${record.title}” moves by whole days. Zoom out to move it.`);
        return editRecord.run(tx, { id, fields: { due: addDays(record.due, days) } });
      case "task":
        return edge ? stretchTask(tx, record, minutes) : moveTask(tx, record, minutes, days);
      default:
        throw new Refusal("This bar no longer exists. It may have been deleted in another tab.");
    }
  },
});

/** The hours of a task's own that are still ahead, in order. */
function hoursAhead(tx: Transaction, task: Task): Block[] {
  const own = (tx.list("blocksByTask", task.id) as readonly Block[]).filter((block) => block.task === task.id);
  return own.filter(({ end }) => end > tx.now).sort((a, b) => (a.start < b.start ? -1 : 1));
}

/** Hours set aside stay within a day. */
function checkHours(start: string, end: string, minutes: number) {
  if (addMinutes(end, minutes) > addMinutes(start, minutesPerDay))
    throw new Refusal("Hours set aside last a day at most. Zoom in to stretch them by less.");
}

function stretchTask(tx: Transaction, task: Task, minutes: number) {
  const last = hoursAhead(tx, task).at(-1);
  if (last) {
    checkHours(last.start, last.end, minutes);
    return moveItem.run(tx, { id: last.id, start: last.start, end: addMinutes(last.end, minutes) });
  }
  if (Math.abs(minutes) >= minutesPerDay)
    throw new Refusal(
      `“${plainTitle(task.title)}” has no hours to stretch, and days are no length of work. Zoom in to stretch its estimate.`,
    );
  const estimateMinutes = Math.max(leastEstimate, (task.estimateMinutes ?? usualEstimate) + minutes);
  return editRecord.run(tx, { id: task.id, fields: { estimateMinutes } });
}

const leastEstimate = 5;
const usualEstimate = 60;

function moveTask(tx: Transaction, task: Task, minutes: number, days: number) {
  const ahead = hoursAhead(tx, task);
  if (ahead.length > 0) {
    const said = ahead.map(({ id, start, end }) =>
      moveItem.run(tx, { id, start: addMinutes(start, minutes), end: addMinutes(end, minutes) }),
    );
    return said.length === 1 ? said[0]! : `Moved the ${said.length} sittings of “${plainTitle(task.title)}”`;
  }
  if (days === 0 || !(task.doDay || task.due))
    throw new Refusal(`“${plainTitle(task.title)}” has no hours to move. Zoom out to move it by days.`);
  if (task.doDay) return giveDay.run(tx, { tasks: [task.id], day: addDays(task.doDay, days) });
  const due = task.due as string;
  return editRecord.run(tx, { id: task.id, fields: { due: `${addDays(dateOf(due), days)}${due.slice(10)}` } });
}
