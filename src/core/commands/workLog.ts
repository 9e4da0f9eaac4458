import { Refusal, type Block, type Event, type Id, type Work, told } from "../model";
import {
  gapsBetween,
  localSpan,
  meIn,
  minutesOver,
  rowOf,
  stretchFor,
  workedOn,
  type Gap,
  type PlanContext,
} from "../plan";
import { describeCommand, datesTouched, type Transaction } from "../store";
import { nameOf, subjectName } from "../things";
import {
  addMinutes,
  durationText,
  elapsedMinutes,
  instantAt,
  instantShown,
  isDate,
  minuteOn,
  minutesBetween,
  momentAt,
  momentOfInstant,
  workingDay,
  type DateText,
  type MomentText,
} from "../time";
import { entryOn, subjectFor, startOn } from "./clock";
import { endEntry } from "./clockRules";
import { checkStretch, clock, need, takenOut } from "./shared";

export const logWork = describeCommand({
  name: "logWork",
  does: "Logs a stretch of time that was worked, on a record or for what a few words say.",
  input: told.parts({
    on: startOn,
    start: told.moment,
    end: told.moment,
    person: told.maybe(told.id("person")),
    id: told.maybe(told.id()),
  }),
  run(tx, { on: given, start, end, person, id }) {
    checkWorked(tx, start, end);
    const on = subjectFor(tx, given, true);
    tx.put(entryOn(tx, on, { start, end, id, person }));
    const who = tx.find("person", person);
    return `Logged ${clock(start)} to ${clock(end)} on “${subjectName(tx, on)}”${who ? ` for ${who.title}` : ""}`;
  },
});

export const logAsPlanned = describeCommand({
  name: "logAsPlanned",
  does: "Logs the hours of a block or an event as they were planned, as far as they are over and nothing is logged in them yet; of a time box the hours of each of its tasks.",
  input: told.parts({ item: told.id() }),
  run(tx, { item }) {
    const record = takenOut(tx, item);
    if (record?.kind !== "block" && record?.kind !== "event") throw new Refusal("These hours are no longer there.");
    if (isDate(record.start)) throw new Refusal("An event of whole days has no hours to log.");
    const span = localSpan(record, tx.zone);
    if (span.start >= tx.now) throw new Refusal("These hours are still to come.");
    let logged = 0;
    for (const { id, start, end } of partsToLog(record, span))
      for (const free of notLogged(tx, start, end < tx.now ? end : tx.now)) {
        tx.put(entryOn(tx, subjectFor(tx, { id }, true), free));
        logged += minutesBetween(free.start, free.end);
      }
    if (logged === 0) throw new Refusal("These hours are logged already.");
    return `Logged ${durationText(logged)} of “${nameOf(record, tx)}” as planned`;
  },
});

/** One that runs keeps having no end. */
export const moveEntry = describeCommand({
  name: "moveEntry",
  does: "Moves or stretches an entry.",
  input: told.parts({ id: told.id(), start: told.moment, end: told.maybe(told.moment) }),
  run(tx, { id, start, end }) {
    const entry = need(tx, "work", id);
    if (entry.end === undefined) {
      if (start > tx.now) throw new Refusal("It has begun already: it cannot start later than now.");
      tx.update(id, { start });
    } else {
      const to = end ?? addMinutes(start, minutesBetween(entry.start, entry.end));
      checkWorked(tx, start, to);
      tx.update(id, { start, end: to });
    }
    const moved = need(tx, "work", id);
    return `“${nameOf(entry, tx)}” was worked from ${clock(moved.start)}${moved.end === undefined ? "" : ` to ${clock(moved.end)}`}`;
  },
});

export const splitEntry = describeCommand({
  name: "splitEntry",
  does: "Makes two entries of one, at a moment within it.",
  input: told.parts({ id: told.id(), at: told.moment }),
  run(tx, { id, at }) {
    const entry = need(tx, "work", id);
    if (at <= entry.start || at >= (entry.end ?? tx.now)) throw new Refusal("An entry is split at a time within it.");
    // What runs goes on as the entry that the clock knows; what is over becomes the other one. The note stays with the first.
    if (entry.end === undefined) {
      tx.put({ ...entry, id: tx.newId(), end: at });
      tx.update(id, { start: at, text: "" });
    } else {
      tx.put({ ...entry, id: tx.newId(), start: at, text: "" });
      tx.update(id, { end: at });
    }
    return `Split “${nameOf(entry, tx)}” at ${clock(at)}`;
  },
});

export const joinEntries = describeCommand({
  name: "joinEntries",
  does: "Makes one entry of two that are of the same: from the first beginning to the last end, with the notes of both.",
  input: told.parts({ first: told.id("work"), second: told.id("work") }),
  run(tx, { first, second }) {
    const [a, b] = [need(tx, "work", first), need(tx, "work", second)].sort((one, other) =>
      one.start < other.start ? -1 : 1,
    ) as [Work, Work];
    if (
      a.id === b.id ||
      a.task !== b.task ||
      a.event !== b.event ||
      workerOf(tx, a) !== workerOf(tx, b) ||
      nameOf(a, tx) !== nameOf(b, tx)
    )
      throw new Refusal("Only two entries of the same work can be joined.");
    const between = a.end === undefined || a.end >= b.start ? 0 : minutesBetween(a.end, b.start);
    if (between > mostBetween)
      throw new Refusal(
        `There are ${durationText(between)} between these entries, which would count as worked. Log what was worked in them first.`,
      );
    // The entry that runs stays, since the clock knows it.
    const [kept, gone] = b.end === undefined ? [b, a] : [a, b];
    const text = [...new Set([a.text, b.text])].filter((one) => one.trim() !== "").join("\n");
    const last = a.end === undefined || (b.end !== undefined && a.end > b.end) ? a : b;
    const { end, endedAt } = last;
    tx.update(kept.id, { start: a.start, startedAt: a.startedAt, end, endedAt, text });
    tx.remove(gone.id);
    return `Joined the entries of “${nameOf(a, tx)}”${between > 0 ? `, with the ${durationText(between)} between them` : ""}`;
  },
});

/** So many minutes between two entries may be a way that belongs to the work; more would be made up. */
const mostBetween = 60;

/** Who worked: the person themselves where nobody else is named. */
const workerOf = (reads: PlanContext, { person }: Work): Id | undefined => person ?? meIn(reads);

export const settleOverlap = describeCommand({
  name: "settleOverlap",
  does: "Of entries that say the same stretch was worked, one counts for it: the others lose that stretch.",
  input: told.parts({ keep: told.id("work"), from: told.moment, to: told.moment }),
  run(tx, { keep, from, to }) {
    const kept = need(tx, "work", keep);
    let cut = 0;
    for (const other of entriesBetween(tx, from, to)) {
      if (other.id === keep || workerOf(tx, other) !== workerOf(tx, kept)) continue;
      cutOut(tx, other, from, to);
      cut++;
    }
    if (cut === 0) throw new Refusal("Nothing overlaps there any longer.");
    return `${clock(from)} to ${clock(to)} counts for “${nameOf(kept, tx)}”`;
  },
});

/** What is missing becomes an entry: in the first gap of the working hours that holds it, else after the last entry, else in the latest gap of the day. What is too much is taken off that day's part of the last entries; what else these hold, before midnight or after the next, stays. What the clock is on counts, and stays as it is. */
export const setWorked = describeCommand({
  name: "setWorked",
  does: "Makes what was worked on a thing on a day as long as was typed.",
  input: told.parts({
    on: told.id(),
    way: told.word("task", "theme"),
    date: told.date,
    minutes: told.minutes,
  }),
  run(tx, { on: id, way, date, minutes }) {
    if (!isDate(date) || !Number.isInteger(minutes) || minutes < 0 || minutes > 1440)
      throw new Refusal("A day has up to 24 hours.");
    const on = subjectFor(tx, { id }, true);
    const name = subjectName(tx, on);
    const entries = workedOn(tx, date, tx.now).entries.filter(({ record }) => rowOf(tx, record, way) === id);
    const worked = entries.reduce((sum, entry) => sum + entry.minutes, 0);
    if (minutes === worked) return `Logged ${durationText(minutes)} of “${name}”`;
    if (minutes > worked) {
      const room = roomFor(tx, date, minutes - worked);
      tx.put(entryOn(tx, on, room));
      return `Logged ${durationText(minutes - worked)} more of “${name}”, ${clock(room.start)} to ${clock(room.end)}`;
    }
    let tooMuch = worked - minutes;
    const cuts: string[] = [];
    for (const entry of entries.filter(({ isRunning }) => !isRunning).toReversed()) {
      if (tooMuch <= 0) break;
      const off = Math.min(entry.minutes, tooMuch);
      const { record, startMinute, endMinute } = entry;
      const end = momentAt(date, endMinute);
      const from =
        off === entry.minutes
          ? { start: momentAt(date, startMinute), startedAt: entry.beginsBefore ? undefined : record.startedAt }
          : timeBefore(end, entry.endsAfter ? undefined : record.endedAt, off, tx.zone);
      cutOut(tx, record, from.start, end, from.startedAt);
      cuts.push(`${clock(from.start)} to ${clock(end)}`);
      tooMuch -= off;
    }
    if (tooMuch > 0)
      throw new Refusal(
        `The clock is on “${name}” and has counted ${durationText(minutes + tooMuch)} of this day already.`,
      );
    return `Took ${cuts.join(" and ")} off “${name}”`;
  },
});

/** The time so many minutes, as they really pass, before another. */
function timeBefore(end: MomentText, endedAt: number | undefined, minutes: number, zone: string) {
  const startedAt = instantShown(end, endedAt, zone) - minutes * 60_000;
  return { start: momentOfInstant(startedAt, zone), startedAt };
}

/** Where so many minutes of a day can be logged. @throws Refusal where the day has no room, or not yet */
function roomFor(tx: Transaction, date: DateText, minutes: number) {
  const { zone } = tx;
  const { workingWeek } = tx.settings;
  const hours = workingDay(workingWeek, date);
  const until = minutesOver(date, tx.now);
  const taken = workedOn(tx, date, tx.now).entries;
  const from = hours?.startMinute ?? usualStart;
  const last = taken.reduce((latest, { endMinute }) => Math.max(latest, endMinute), from);
  const holds = ({ startMinute, endMinute }: Gap) =>
    elapsedMinutes(momentAt(date, startMinute), momentAt(date, endMinute), zone) >= minutes;
  const first = [
    ...gapsBetween(taken, from, Math.min(until, hours?.endMinute ?? until)),
    ...(last < until ? [{ startMinute: last, endMinute: until }] : []),
  ].find(holds);
  // At any other time of the day the latest is the likeliest: nobody works after midnight who began at eight.
  const latest = first ? undefined : gapsBetween(taken, 0, until).findLast(holds);
  const end = latest && momentAt(date, latest.endMinute);
  const start =
    end === undefined ? first && momentAt(date, first.startMinute) : timeBefore(end, undefined, minutes, zone).start;
  if (start === undefined) throw new Refusal("So much time is not free in this day’s log.");
  const endedAt = instantAt(start, zone) + minutes * 60_000;
  const stretch = { start, end: momentOfInstant(endedAt, zone), endedAt };
  if (stretch.end <= start) throw new Refusal("The clocks go back in the only time that is free. Log it by its times.");
  return stretch;
}
const usualStart = 540;

/** @throws Refusal for a stretch that is none, or that is not over yet */
function checkWorked(tx: Transaction, start: MomentText, end: MomentText) {
  checkStretch(start, end);
  if (end > tx.now) throw new Refusal("Work is logged when it is done: this is still to come.");
}

/** What is logged for hours: themselves, or the tasks of a box one after the other, and the box for what none of them has. */
function partsToLog(record: Block | Event, span: { start: MomentText; end: MomentText }) {
  if (record.kind === "event" || !record.holds || record.task) return [{ id: record.id, ...span }];
  return record.holds.map(({ task }) => {
    const { start, end } = stretchFor(record, task);
    return { id: task, start, end: end < span.end ? end : span.end };
  });
}

/** The stretches between two moments in which nothing of the person's own is logged. */
function notLogged(tx: Transaction, start: MomentText, end: MomentText) {
  return datesTouched(start, end).flatMap((date) => {
    const taken = workedOn(tx, date, tx.now).entries;
    const from = Math.max(0, minuteOn(date, start));
    return gapsBetween(taken, from, Math.min(1440, minuteOn(date, end))).map(({ startMinute, endMinute }) => ({
      start: momentAt(date, startMinute),
      end: momentAt(date, endMinute),
    }));
  });
}

function entriesBetween(tx: Transaction, from: MomentText, to: MomentText): Work[] {
  const all = new Set<Work>();
  for (const date of [...datesTouched(from, to), "running"])
    for (const entry of tx.list("workByDay", date) as readonly Work[])
      if (entry.start < to && (entry.end ?? tx.now) > from) all.add(entry);
  return [...all];
}

/**
 * Takes a stretch out of an entry: off its beginning, off its end, or out of its middle.
 * @param noted the instant at which the stretch begins, where clocks show that time twice
 */
function cutOut(tx: Transaction, entry: Work, from: MomentText, to: MomentText, noted?: number) {
  const end = entry.end ?? tx.now;
  const before =
    entry.start < from || (noted !== undefined && instantShown(entry.start, entry.startedAt, tx.zone) < noted);
  const isAfter = end > to || entry.end === undefined;
  // Where the clocks went back meanwhile, a stretch may end at an earlier time than it began.
  const endAtCut = (part: Work) => {
    if (from <= part.start) endEntry(tx, part, noted as number);
    else tx.update(part.id, { end: from, ...(noted === undefined ? {} : { endedAt: noted }) });
  };
  if (before && isAfter) {
    const first = { ...entry, id: tx.newId() };
    tx.put(first);
    endAtCut(first);
    tx.update(entry.id, { start: to });
  } else if (before) endAtCut(entry);
  else if (isAfter) tx.update(entry.id, { start: to });
  else tx.remove(entry.id);
}
