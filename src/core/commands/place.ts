import { nameOf, endFrom, usualEventMinutes } from "../things";
import { Refusal, type Block, type Event, type Task, bareRecord, told } from "../model";
import { applyEdits, plainTitle, readOutline, withoutIdEdit } from "../page";
import { describeCommand } from "../store";
import { addDays, addMinutes, dateOf, daysBetween, isDate, isMoment, minutesBetween, type MomentText } from "../time";
import { occurrenceRecord, leftMinutes, tasksIn, type PlanContext } from "../plan";
import { leaveOut } from "./series";
import { checkStretch, clock, need, takenOut } from "./shared";

/** How long a block is when nothing says so. */
export const usualBlockMinutes = 30;

/** Its do day becomes that day. */
export const place = describeCommand({
  name: "place",
  does: "Gives a task a clock time: a block as long as what is left of it, or as long as said.",
  input: told.parts({ task: told.id("task"), start: told.moment, minutes: told.maybe(told.minutes) }),
  run(tx, { task: id, start, minutes }) {
    const task = need(tx, "task", id);
    const end = addMinutes(start, minutes ?? minutesToPlace(tx, task));
    checkStretch(start, end);
    tx.put({ id: tx.newId(), kind: "block", start, end, task: id, title: "", text: "", createdAt: tx.now });
    tx.update(id, { doDay: dateOf(start), restUntil: undefined });
    return `Placed “${plainTitle(task.title)}” at ${clock(start)}`;
  },
});

/** How long the hours are that a task gets: what has none of it yet, or else its whole length; the usual where it has none. */
export function minutesToPlace(reads: PlanContext, task: Task): number {
  return leftMinutes(reads, task) || reads.lengthOf(task) || usualBlockMinutes;
}

export const addBlock = describeCommand({
  name: "addBlock",
  does: "Sets time aside for a theme or for plain text.",
  input: told.parts({
    start: told.moment,
    end: told.moment,
    title: told.text,
    theme: told.maybe(told.id("theme")),
    id: told.maybe(told.id()),
  }),
  run(tx, { start, end, title, theme, id }) {
    checkStretch(start, end);
    if (title.trim() === "" && !theme) throw new Refusal("A block needs a title, a task or a theme.");
    const block: Block = {
      ...bareRecord("block", { id: id ?? tx.newId(), title: title.trim(), now: tx.now }),
      start,
      end,
      ...(theme ? { theme } : {}),
    };
    tx.put(block);
    return `Set aside ${clock(start)} for “${nameOf(block, tx)}”`;
  },
});

export const addEvent = describeCommand({
  name: "addEvent",
  does: "Adds an event.",
  input: told.parts({
    start: told.moment,
    end: told.moment,
    title: told.text,
    theme: told.maybe(told.id("theme")),
    calendar: told.maybe(told.text),
    id: told.maybe(told.id()),
  }),
  run(tx, { start, end, title, theme, calendar, id }) {
    checkStretch(start, end);
    if (title.trim() === "") throw new Refusal("An event needs a title.");
    tx.put({
      ...bareRecord("event", { id: id ?? tx.newId(), title: title.trim(), now: tx.now }),
      start,
      end,
      ...(calendar ? { calendar } : {}),
      ...(theme ? { theme } : {}),
    });
    return `Added the event “${title.trim()}” at ${clock(start)}`;
  },
});

/** The do days of its tasks move along when a block goes to another day. */
export const moveItem = describeCommand({
  name: "moveItem",
  does: "Moves a block or an event, which keeps its length where no other end is given.",
  input: told.parts({ id: told.id(), start: told.moment, end: told.maybe(told.moment) }),
  run(tx, { id, start, end: given }) {
    const record = takenOut(tx, id);
    if (record?.kind !== "block" && record?.kind !== "event")
      throw new Refusal("This is no longer on the rail. It may have been taken off in another tab.");
    const end = given ?? endFrom(start, record);
    checkStretch(start, end);
    tx.update(id, { start, end });
    if (record.kind === "block" && dateOf(record.start) !== dateOf(start)) {
      const task = tx.find("task", record.task);
      for (const one of [task, ...tasksIn(tx, record).map((held) => held.task)])
        if (one?.doDay === dateOf(record.start)) tx.update(one.id, { doDay: dateOf(start) });
    }
    return movedText(nameOf(record, tx), record, start, end);
  },
});

export const copyItem = describeCommand({
  name: "copyItem",
  does: "Sets the same time aside once more, at another time; what the other holds stays as it is.",
  input: told.parts({ id: told.id(), start: told.moment, newId: told.maybe(told.id()) }),
  run(tx, { id, start, newId: fresh = tx.newId() }) {
    const record = tx.get(id) ?? occurrenceRecord(tx, id);
    if (record?.kind !== "block" && record?.kind !== "event")
      throw new Refusal("This is no longer on the rail. It may have been taken off in another tab.");
    const end = endFrom(start, record);
    checkStretch(start, end);
    const {
      source: _source,
      madeFrom: _madeFrom,
      repeat: _repeat,
      series: _series,
      occurrence: _occurrence,
      ...rest
    } = record;
    const copy = { ...rest, id: fresh, start, end, createdAt: tx.now };
    if (copy.kind === "block") {
      // Its line is the other's, and so is what it holds.
      const { page: _page, holds: _holds, ...own } = copy;
      tx.put(own);
    } else {
      const { notes: _notes, ...own } = copy;
      tx.put(own);
    }
    return `Copied “${nameOf(record, tx)}” to ${dateOf(start)} ${clock(start)}`;
  },
});

export const setEventTime = describeCommand({
  name: "setEventTime",
  does: "Makes an event one of whole days, or gives one of whole days an hour.",
  input: told.parts({ id: told.id(), start: told.dateOrMoment, end: told.maybe(told.date) }),
  run(tx, { id, start, end: last }) {
    const event = need(tx, "event", id);
    const name = nameOf(event, tx);
    if (isDate(start) && last !== undefined) {
      if (!isDate(last) || last < start) throw new Refusal("The end must not be before the start.");
      tx.update(id, { start, end: last, zone: undefined });
      return `Set “${name}” from ${start} to ${last}`;
    }
    if (isDate(start)) {
      const days = isDate(event.start) ? daysBetween(event.start, dateOf(event.end)) : 0;
      tx.update(id, { start, end: addDays(start, days), zone: undefined });
      return `Made “${name}” an all-day event on ${start}`;
    }
    const end = addMinutes(start, usualEventMinutes);
    checkStretch(start, end);
    tx.update(id, { start, end });
    return `Moved “${name}” to ${dateOf(start)} ${clock(start)}`;
  },
});

function movedText(name: string, before: Block | Event, start: MomentText, end: MomentText): string {
  if (!isMoment(before.start) || minutesBetween(before.start, before.end) !== minutesBetween(start, end))
    return `Set “${name}” from ${clock(start)} to ${clock(end)}`;
  const day = dateOf(before.start) === dateOf(start) ? "" : `${dateOf(start)} `;
  return `Moved “${name}” to ${day}${clock(start)}`;
}

/** A task stays, without that clock time, and is meant for `day` where one is given; a line that set hours aside keeps its words. */
export const takeOff = describeCommand({
  name: "takeOff",
  does: "Takes a block off the rail.",
  input: told.parts({ block: told.id("block"), day: told.maybe(told.date) }),
  run(tx, { block: id, day }) {
    const block = need(tx, "block", id);
    const name = nameOf(block, tx);
    const page = tx.find("day", block.page);
    const line = page && readOutline(page.text).blocks.find(({ attributes }) => attributes?.id === id);
    if (page && line) {
      const edits = [{ from: line.rangeFrom, to: line.titleFrom, insert: "" }, withoutIdEdit(line)];
      tx.update(page.id, { text: applyEdits(page.text, edits) });
    }
    tx.remove(id);
    leaveOut(tx, block.series, block.occurrence);
    const task = day === undefined ? undefined : tx.find("task", block.task);
    if (task) tx.update(task.id, { doDay: day, restUntil: undefined });
    return `Took off “${name}”`;
  },
});
