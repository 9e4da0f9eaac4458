import { defaultSettings, newId, Refusal, type Block, type Event, type Id, type Work } from "../model";
import {
  fitFor,
  gapsBetween,
  isMyEntry,
  localSpan,
  minutesOn,
  minutesOver,
  rowOf,
  stretchFor,
  workedOn,
} from "../plan";
import { datesTouched, type Command, type Transaction } from "../store";
import { nameOf, subjectName } from "../things";
import {
  addMinutes,
  isDate,
  minuteOn,
  minutesBetween,
  momentAt,
  workingDay,
  type DateText,
  type MomentText,
} from "../time";
import { entryOn, subjectFor, type StartOn } from "./clock";
import { checkStretch, clock, need, takenOut } from "./shared";

/** Logs a stretch of time that was worked, on a record or for what a few words say. */
export const logWork: Command<{ on: StartOn; start: MomentText; end: MomentText; person?: Id; id?: Id }> = {
  name: "logWork",
  run(tx, { on: given, start, end, person, id }) {
    checkWorked(tx, start, end);
    const on = subjectFor(tx, given, true);
    tx.put(entryOn(tx, on, { start, end, id, person }));
    const who = tx.find("person", person);
    return `Logged ${clock(start)} to ${clock(end)} on “${subjectName(tx, on)}”${who ? ` for ${who.title}` : ""}`;
  },
};

/**
 * Logs the hours of a block or an event as they were planned, as far as they are over and nothing is logged in them yet; of
 * a time box the hours of each of its tasks.
 */
export const logAsPlanned: Command<{ item: Id; zone: string }> = {
  name: "logAsPlanned",
  run(tx, { item, zone }) {
    const record = takenOut(tx, item);
    if (record?.kind !== "block" && record?.kind !== "event") throw new Refusal("These hours are no longer there.");
    if (isDate(record.start)) throw new Refusal("An event of whole days has no hours to log.");
    const span = localSpan(record, zone);
    if (span.start >= tx.now) throw new Refusal("These hours are still to come. Nothing was changed.");
    let logged = 0;
    for (const { id, start, end } of partsToLog(record, span))
      for (const free of notLogged(tx, start, end < tx.now ? end : tx.now, zone)) {
        tx.put(entryOn(tx, subjectFor(tx, { id }, true), free));
        logged += minutesBetween(free.start, free.end);
      }
    if (logged === 0) throw new Refusal("These hours are logged already. Nothing was changed.");
    return `Logged ${logged} min of “${nameOf(record, tx)}” as planned`;
  },
};

/** Moves or stretches an entry. One that runs keeps having no end. */
export const moveEntry: Command<{ id: Id; start: MomentText; end?: MomentText }> = {
  name: "moveEntry",
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
    return `“${nameOf(entry, tx)}” was worked from ${clock(start)}`;
  },
};

/** Makes two entries of one, at a moment within it. */
export const splitEntry: Command<{ id: Id; at: MomentText }> = {
  name: "splitEntry",
  run(tx, { id, at }) {
    const entry = need(tx, "work", id);
    if (at <= entry.start || at >= (entry.end ?? tx.now))
      throw new Refusal("An entry is split at a time within it. Nothing was changed.");
    // What runs goes on as the entry that the clock knows; what is over becomes the other one.
    if (entry.end === undefined) {
      tx.put({ ...entry, id: newId(), end: at });
      tx.update(id, { start: at });
    } else {
      tx.put({ ...entry, id: newId(), start: at });
      tx.update(id, { end: at });
    }
    return `Split “${nameOf(entry, tx)}” at ${clock(at)}`;
  },
};

/** Makes one entry of two that are of the same: from the first beginning to the last end, with the notes of both. */
export const joinEntries: Command<{ first: Id; second: Id }> = {
  name: "joinEntries",
  run(tx, { first, second }) {
    const [a, b] = [need(tx, "work", first), need(tx, "work", second)].sort((one, other) =>
      one.start < other.start ? -1 : 1,
    ) as [Work, Work];
    if (
      a.id === b.id ||
      a.task !== b.task ||
      a.event !== b.event ||
      a.person !== b.person ||
      nameOf(a, tx) !== nameOf(b, tx)
    )
      throw new Refusal("Only two entries of the same work can be joined. Nothing was changed.");
    // The entry that runs stays, since the clock knows it.
    const [kept, gone] = b.end === undefined ? [b, a] : [a, b];
    const text = [a.text, b.text].filter((one) => one.trim() !== "").join("\n");
    const end = a.end === undefined || b.end === undefined ? undefined : a.end > b.end ? a.end : b.end;
    tx.update(kept.id, { start: a.start, end, text });
    tx.remove(gone.id);
    return `Joined the entries of “${nameOf(a, tx)}”`;
  },
};

/** Of entries that say the same stretch was worked, one counts for it: the others lose that stretch. */
export const settleOverlap: Command<{ keep: Id; from: MomentText; to: MomentText }> = {
  name: "settleOverlap",
  run(tx, { keep, from, to }) {
    const kept = need(tx, "work", keep);
    let cut = 0;
    for (const other of entriesBetween(tx, from, to)) {
      if (other.id === keep || other.person !== kept.person) continue;
      cutOut(tx, other, from, to);
      cut++;
    }
    if (cut === 0) throw new Refusal("Nothing overlaps there any longer.");
    return `${clock(from)} to ${clock(to)} counts for “${nameOf(kept, tx)}”`;
  },
};

/**
 * Makes what was worked on a thing on a day as long as was typed: what is missing becomes an entry in the first gap of the
 * working hours that holds it, else after the last entry; what is too much is taken off the last entries.
 */
export const setWorked: Command<{ on: Id; way: "task" | "theme"; date: DateText; minutes: number; zone: string }> = {
  name: "setWorked",
  run(tx, { on: id, way, date, minutes, zone }) {
    if (!isDate(date) || !Number.isInteger(minutes) || minutes < 0 || minutes > 1440)
      throw new Refusal("A day has up to 24 hours. Nothing was changed.");
    const on = subjectFor(tx, { id }, true);
    const entries = (tx.list("workByDay", date) as readonly Work[])
      .filter((entry) => isMyEntry(tx, entry) && entry.end !== undefined && rowOf(tx, entry, way) === id)
      .toSorted((a, b) => (a.start > b.start ? -1 : 1));
    const worked = entries.reduce((sum, entry) => sum + minutesOn(date, entry, tx.now, zone), 0);
    if (minutes > worked) {
      tx.put(entryOn(tx, on, roomFor(tx, date, minutes - worked, zone)));
    } else {
      let tooMuch = worked - minutes;
      for (const entry of entries) {
        const own = minutesOn(date, entry, tx.now, zone);
        if (tooMuch <= 0) break;
        if (own <= tooMuch) tx.remove(entry.id);
        else tx.update(entry.id, { end: addMinutes(entry.end as MomentText, -tooMuch) });
        tooMuch -= own;
      }
    }
    return `Logged ${minutes} min of “${subjectName(tx, on)}”`;
  },
};

/** Where so many minutes of a day can be logged. @throws Refusal where the day has no room, or not yet */
function roomFor(tx: Transaction, date: DateText, minutes: number, zone: string) {
  const { workingWeek } = tx.find("settings", "settings") ?? defaultSettings;
  const hours = workingDay(workingWeek, date);
  const until = minutesOver(date, tx.now);
  const taken = workedOn(tx, date, tx.now, zone).entries;
  const from = hours?.startMinute ?? usualStart;
  const last = taken.reduce((latest, { endMinute }) => Math.max(latest, endMinute), from);
  const gaps = [
    ...gapsBetween(taken, from, Math.min(until, hours?.endMinute ?? until)),
    ...gapsBetween(taken, 0, until),
  ];
  const fit = fitFor(gaps, minutes) ?? (last + minutes <= until ? last : undefined);
  if (fit === undefined) throw new Refusal("So much time is not free in this day’s log. Nothing was changed.");
  return { start: momentAt(date, fit), end: momentAt(date, fit + minutes) };
}
const usualStart = 540;

/** @throws Refusal for a stretch that is none, or that is not over yet */
function checkWorked(tx: Transaction, start: MomentText, end: MomentText) {
  checkStretch(start, end);
  if (end > tx.now) throw new Refusal("Work is logged when it is done: this is still to come. Nothing was changed.");
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
function notLogged(tx: Transaction, start: MomentText, end: MomentText, zone: string) {
  return datesTouched(start, end).flatMap((date) => {
    const taken = workedOn(tx, date, tx.now, zone).entries;
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
      if (entry.start < to && (entry.end ?? tx.now) > from && isMyEntry(tx, entry)) all.add(entry);
  return [...all];
}

/** Takes a stretch out of an entry: off its beginning, off its end, or out of its middle. */
function cutOut(tx: Transaction, entry: Work, from: MomentText, to: MomentText) {
  const end = entry.end ?? tx.now;
  const before = entry.start < from;
  const isAfter = end > to || entry.end === undefined;
  if (before && isAfter) {
    tx.put({ ...entry, id: newId(), end: from });
    tx.update(entry.id, { start: to });
  } else if (before) tx.update(entry.id, { end: from });
  else if (isAfter) tx.update(entry.id, { start: to });
  else tx.remove(entry.id);
}
