import fc from "fast-check";
import { describe, expect, test } from "vitest";
import {
  defaultSettings,
  type Block,
  type Event,
  type PensumRecord,
  type Settings,
  type Task,
} from "../../model/index";
import { Store } from "../../store/index";
import { someTask } from "../../testing/arbitraries";
import { addDays, addMinutes, dateOf, minuteOf, minuteOn, momentAt, workingDay } from "../../time/index";
import {
  dueTasks,
  FreeAhead,
  goalStanding,
  inNextOrder,
  isLongCarried,
  movable,
  leftMinutes,
  pullOf,
  shortages,
  usualWeights,
} from "..";

const now = "2026-11-24T11:07";
const today = dateOf(now);
const zone = "Europe/Berlin";
const base = { text: "", createdAt: "2026-11-20T09:00" };
const task = (id: string, fields: Partial<Task> = {}): Task =>
  someTask(id, { title: id, createdAt: base.createdAt, ...fields });
const block = (id: string, start: string, minutes: number, fields: Partial<Block> = {}): Block => ({
  ...base,
  id,
  kind: "block",
  title: "",
  start,
  end: addMinutes(start, minutes),
  ...fields,
});
const event = (id: string, start: string, minutes: number): Event => ({
  ...base,
  id,
  kind: "event",
  title: id,
  start,
  end: addMinutes(start, minutes),
  place: "",
  people: [],
});
const storeOf = (records: readonly PensumRecord[]) =>
  new Store(new Map(records.map((record) => [record.id, record])), [], { now: () => now, zone } as never);

/** Moments of the eight days from today on, at every five minutes. */
const moment = fc.tuple(fc.nat(7), fc.nat(287)).map(([day, step]) => momentAt(addDays(today, day), step * 5));
const item = fc.record({
  kind: fc.constantFrom("event", "task", "theme", "plain"),
  start: moment,
  minutes: fc.integer({ min: 1, max: 60 }).map((steps) => steps * 5),
});
const openTask = fc.record({
  estimate: fc.integer({ min: 0, max: 400 }),
  due: fc.option(
    fc.oneof(
      fc.integer({ min: -2, max: 9 }).map((days) => addDays(today, days)),
      moment,
    ),
    { nil: undefined },
  ),
});
const buffers = fc.constantFrom(0, 10, 25);

function made(
  items: readonly { kind: string; start: string; minutes: number }[],
  tasks: readonly { estimate: number; due: string | undefined }[],
  settings: Settings = defaultSettings,
) {
  const records: PensumRecord[] = [settings, { id: "th", kind: "theme", title: "Fieldwork", dye: "woad", text: "" }];
  for (const [at, one] of tasks.entries())
    records.push(task(`t${at}`, { estimateMinutes: one.estimate, ...(one.due ? { due: one.due } : {}) }));
  for (const [at, one] of items.entries()) {
    const id = `i${at}`;
    if (one.kind === "event") records.push(event(id, one.start, one.minutes));
    else if (one.kind === "task" && tasks.length > 0)
      records.push(block(id, one.start, one.minutes, { task: `t${at % tasks.length}` }));
    else records.push(block(id, one.start, one.minutes, one.kind === "theme" ? { theme: "th" } : { title: "Lunch" }));
  }
  return storeOf(records);
}

/** The oracle: the free minutes up to a time, asked one by one, and of each day no more than its capacity leaves beside what has hours. */
function freeCount(store: Store, settings: Settings, until: string, from = now): number {
  const byDay = new Map<string, number>();
  for (const at of freeMinutes(store, settings, until))
    if (at >= from) byDay.set(dateOf(at), (byDay.get(dateOf(at)) ?? 0) + 1);
  let sum = 0;
  for (const [date, minutes] of byDay) {
    let placed = 0;
    for (let minute = 0; minute < 1440; minute++) {
      const at = momentAt(date, minute);
      const isTaken = [...store.records()].some(
        (record) =>
          (record.kind === "event" || (record.kind === "block" && record.task !== undefined)) &&
          record.start <= at &&
          record.end > at,
      );
      if (isTaken) placed++;
    }
    const day = settings.workingWeek[weekdayOf(date) - 1];
    sum += Math.min(minutes, Math.max(0, (day?.capacityMinutes ?? 0) - placed));
  }
  return sum;
}
const weekdayOf = (date: string) => new Date(`${date}T00:00Z`).getUTCDay() || 7;

/** Every minute from now on in which nothing stands, asked one by one. */
function freeMinutes(store: Store, settings: Settings, until: string): Set<string> {
  const free = new Set<string>();
  const end = until.length === 10 ? `${until}T24:00` : until;
  const buffer = settings.bufferMinutes ?? 0;
  const taken = [...store.records()].flatMap((record) => {
    if (record.kind === "event") return [[record.start, record.end, buffer] as const];
    if (record.kind === "block" && (record.task || !record.theme)) return [[record.start, record.end, 0] as const];
    return [];
  });
  for (let date = today; date <= dateOf(until); date = addDays(date, 1)) {
    const hours = workingDay(settings.workingWeek, date);
    for (let minute = hours?.startMinute ?? 0; hours && minute < hours.endMinute; minute++) {
      const at = momentAt(date, minute);
      if (at < now || at >= end) continue;
      const isTaken = taken.some(([from, to, around]) => {
        // A buffer stays on the days of its event.
        if (date < dateOf(from) || date > dateOf(to)) return false;
        if (date === dateOf(to) && minuteOf(to) === 0 && dateOf(from) !== date) return false;
        return minute >= minuteOn(date, from) - around && minute < minuteOn(date, to) + around;
      });
      if (!isTaken) free.add(at);
    }
  }
  return free;
}

describe("free working time", () => {
  test("between any two moments is just the free minutes that lie there", () => {
    fc.assert(
      fc.property(fc.array(item, { maxLength: 14 }), moment, moment, buffers, (items, one, other, bufferMinutes) => {
        const settings = { ...defaultSettings, bufferMinutes };
        const store = made(items, [], settings);
        const [from = one, to = other] = [one, other].sort().map((at) => (at < now ? now : at));
        const wanted = freeCount(store, settings, to, from);
        expect(new FreeAhead(store).between(from, to)).toBe(wanted);
      }),
      { numRuns: 100 },
    );
  });

  test("is what is left of every working minute, buffers and boxes of a theme counted", () => {
    fc.assert(
      fc.property(
        fc.array(item, { maxLength: 14 }),
        fc.oneof(
          moment,
          fc.nat(8).map((days) => addDays(today, days)),
        ),
        buffers,
        (items, until, bufferMinutes) => {
          const settings = { ...defaultSettings, bufferMinutes };
          const store = made(items, [], settings);
          expect(new FreeAhead(store).until(now, until)).toBe(freeCount(store, settings, until));
        },
      ),
      { numRuns: 150 },
    );
  });

  test("follows every change", () => {
    fc.assert(
      fc.property(fc.array(item, { maxLength: 8 }), fc.array(item, { minLength: 1, maxLength: 4 }), (first, more) => {
        const store = made(first, []);
        const ahead = new FreeAhead(store);
        ahead.sums(now, 10);
        for (const [at, one] of more.entries()) {
          const added = new Map([[`m${at}`, event(`m${at}`, one.start, one.minutes) as PensumRecord]]);
          store.applyExactly({ added, updated: new Map(), removed: new Map() });
          expect(ahead.sums(now, 10)).toEqual(new FreeAhead(store).sums(now, 10));
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe("demand against supply", () => {
  test("tells every due date by which the work does not fit, minute for minute", () => {
    fc.assert(
      fc.property(fc.array(item, { maxLength: 10 }), fc.array(openTask, { maxLength: 8 }), (items, tasks) => {
        const store = made(items, tasks);
        const found = shortages(dueTasks(store), new FreeAhead(store), now);
        const dues = new Set(
          tasks.flatMap(({ due }) =>
            due ? [due.length === 10 ? (due < today ? today : due) : due <= now ? today : due] : [],
          ),
        );
        // The end of a day and the midnight after it are one moment.
        const key = (due: string) => (due.length === 10 ? `${addDays(due, 1)}T00:00` : due);
        let worst = 0;
        const expected: (readonly [string, number])[] = [];
        for (const due of [...dues].sort((a, b) => (key(a) < key(b) ? -1 : 1))) {
          let work = 0;
          for (const one of store.list("unfinishedTasks", "all") as Task[]) {
            if (!one.due) continue;
            const own = one.due.length === 10 ? (one.due < today ? today : one.due) : one.due <= now ? today : one.due;
            if (key(own) > key(due)) continue;
            let left = one.estimateMinutes ?? 0;
            for (const record of store.records())
              if (record.kind === "block" && record.task === one.id)
                for (let at = record.start; at < record.end; at = addMinutes(at, 1))
                  if (at >= now && at < key(own)) left--;
            work += one.estimateMinutes === 0 ? 0 : Math.max(0, left);
          }
          const short = work - freeCount(store, defaultSettings, due);
          if (short > worst) {
            worst = short;
            expected.push([key(due), short]);
          }
        }
        expect(found.map(({ until, shortMinutes }) => [key(until), shortMinutes])).toEqual(expected);
      }),
      { numRuns: 80 },
    );
  }, 60_000);

  test("says what could move: later work that has hours before, what presses least first", () => {
    const store = storeOf([
      task("claim", { due: "2026-11-24", estimateMinutes: 600 }),
      task("archive", { priority: "low" }),
      task("vital", { priority: "vital", due: "2026-12-20" }),
      block("ba", "2026-11-24T13:00", 60, { task: "archive" }),
      block("bv", "2026-11-24T14:00", 60, { task: "vital" }),
      block("bn", "2026-11-25T14:00", 60, { task: "archive" }),
    ]);
    const [short] = shortages(dueTasks(store), new FreeAhead(store), now);
    expect(short).toMatchObject({ until: "2026-11-24", workMinutes: 600, freeMinutes: 383 - 120, shortMinutes: 337 });
    expect(movable(store, short!).map(({ block }) => block.id)).toEqual(["ba", "bv"]);
  });

  test("counts what was worked, and parts for themselves", () => {
    const store = storeOf([
      task("whole", { estimateMinutes: 240 }),
      task("part", { parent: "whole", estimateMinutes: 60 }),
      { ...base, id: "w", kind: "work", title: "", task: "whole", start: "2026-11-23T09:00", end: "2026-11-23T09:50" },
    ]);
    expect(leftMinutes(store, store.find("task", "whole")!)).toBe(240 - 60 - 50);
  });
});

describe("the pull of a task", () => {
  const pulled = (records: readonly PensumRecord[], settings = defaultSettings) => {
    const store = storeOf([settings, ...records]);
    return pullOf({ reads: store, free: new FreeAhead(store) });
  };

  test("is the sum of its parts, from 0 to 100, and grows with what presses", () => {
    const anyTask = fc.record({
      estimateMinutes: fc.integer({ min: 0, max: 600 }),
      carried: fc.nat(12),
      priority: fc.option(fc.constantFrom("vital", "high", "normal", "low"), { nil: undefined }),
      due: fc.option(
        fc.integer({ min: -5, max: 60 }).map((days) => addDays(today, days)),
        { nil: undefined },
      ),
    });
    fc.assert(
      fc.property(anyTask, (fields) => {
        const one = task("t", JSON.parse(JSON.stringify(fields)) as Partial<Task>);
        const { points, parts } = pulled([one])(one);
        // As they are shown, in whole points, the parts add up to the whole.
        expect(parts.reduce((sum, part) => sum + part.points, 0)).toBe(points);
        expect(points).toBeGreaterThanOrEqual(0);
        expect(points).toBeLessThanOrEqual(100);
        for (const { share, most, points: own } of parts) {
          expect(Number.isInteger(own)).toBe(true);
          expect(Math.abs(own - share * most)).toBeLessThanOrEqual(1);
        }
        const more = [{ carried: one.carried + 1 }, { priority: "vital" }, { due: addDays(today, -6) }];
        for (const fields of more) {
          const pressed = { ...one, ...fields };
          expect(pulled([pressed])(pressed).points).toBeGreaterThanOrEqual(points);
        }
      }),
    );
  });

  test("counts by the weights of the person", () => {
    const one = task("t", { carried: 3 });
    const weights = { ...usualWeights, priority: 0, slack: 0, goal: 0, age: 0, awaited: 0, length: 0, carried: 50 };
    expect(pulled([one], { ...defaultSettings, pullWeights: weights })(one).points).toBe(
      Math.round(100 * (1 - 0.75 ** 3)),
    );
  });

  test("knows who waits for it, and its goal", () => {
    const goal = {
      ...base,
      id: "g",
      kind: "goal",
      title: "Grant",
      span: "quarter",
      state: "open",
      due: "2026-11-28",
    } as const;
    const free = task("free");
    const wanted = task("wanted", { goal: "g" });
    const pull = pulled([free, wanted, task("waits", { after: ["wanted"] }), goal]);
    const share = (one: Task, part: string) => pull(one).parts.find((own) => own.part === part)!.share;
    expect(share(free, "awaited")).toBe(0);
    expect(share(wanted, "awaited")).toBeCloseTo(0.6);
    expect(share(wanted, "goal")).toBeCloseTo(0.3 + 4 / 8);
    expect(goalStanding(storeOf([task("d", { goal: "g", state: "done" })]), goal, today)).toBeCloseTo(0.3);
  });
});

test("warming up takes short fresh ones first, then what was put off longest", () => {
  const store = storeOf([
    task("big", { priority: "vital", estimateMinutes: 240 }),
    task("easy", { estimateMinutes: 10 }),
    task("short", { estimateMinutes: 20, priority: "high" }),
    task("old", { carried: 6, estimateMinutes: 90 }),
    task("older", { carried: 9, estimateMinutes: 90 }),
  ]);
  const tasks = store.list("unfinishedTasks", "all") as Task[];
  const pull = pullOf({
    reads: store,
    free: new FreeAhead(store),
  });
  expect(isLongCarried(store.find("task", "old")!, today)).toBe(true);
  const order = inNextOrder(tasks, "warmUp", pull, today).map(({ id }) => id);
  expect(order.slice(0, 3)).toEqual(["short", "easy", "older"]);
  expect(new Set(order)).toEqual(new Set(tasks.map(({ id }) => id)));
});
