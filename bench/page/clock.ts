import { startClock } from "@/core/commands/clock";
import { moveEntry } from "@/core/commands/workLog";
import { bareRecord, defaultSettings, seededRandom, type PensumRecord, type Task, type Work } from "@/core/model";
import { clockFace, clockRun, namedItems, strandMarks, timesheet, workedOn } from "@/core/plan";
import { Store } from "@/core/store";
import { addDays, momentAt, standingClock } from "@/core/time";

/* What runs in Node for the questions about the clock and the work log. */

const today = "2026-11-24";
const now = `${today}T18:00`;
const zone = "Europe/Berlin";

const task = (at: number): Task => bareRecord("task", { id: `task${at}`, title: `Task ${at}`, now });
const entry = (id: string, date: string, start: number, minutes: number, of: number): Work => ({
  ...(bareRecord("work", { id, now }) as Work),
  ...{ start: momentAt(date, start), end: momentAt(date, start + minutes), task: `task${of}` },
});
const timed = (work: () => void) => {
  const start = performance.now();
  work();
  return performance.now() - start;
};
const storeOf = (records: PensumRecord[]) =>
  new Store(new Map([defaultSettings, ...records].map((record) => [record.id, record])), [], standingClock(now, zone));

/** A day with 200 entries, gaps and overlaps among them: from cold, and after each of many changes. */
export function strand() {
  const random = seededRandom(7);
  const tasks = Array.from({ length: 20 }, (_, at) => task(at));
  const entries = Array.from({ length: 200 }, (_, at) =>
    entry(`entry${at}`, today, 60 + Math.floor(random() * 900), 2 + Math.floor(random() * 30), at % 20),
  );
  const ask = (store: Store) => {
    const worked = workedOn(store, today, now);
    return strandMarks(worked, namedItems(store, today), 1080).length + worked.overlaps.length;
  };
  const cold = Math.min(
    ...Array.from({ length: 9 }, () => {
      const store = storeOf([...tasks, ...entries]);
      return timed(() => ask(store));
    }),
  );
  const store = storeOf([...tasks, ...entries]);
  ask(store);
  const changed = Array.from({ length: 200 }, (_, at) => {
    store.act(moveEntry, { id: `entry${at}`, start: momentAt(today, 100 + at) });
    return timed(() => ask(store));
  });
  return { cold, changed };
}

/** A week of the timesheet with 100,000 entries behind it: from cold, in a workspace that has shown a day, and after one more entry. */
export function sheet() {
  const random = seededRandom(11);
  const tasks = Array.from({ length: 500 }, (_, at) => task(at));
  const entries = Array.from({ length: 100_000 }, (_, at) =>
    entry(
      `entry${at}`,
      addDays(today, -Math.floor(random() * 3000)),
      480 + Math.floor(random() * 500),
      5 + Math.floor(random() * 90),
      at % 500,
    ),
  );
  const all = [...tasks, ...entries];
  const ask = (store: Store) => timesheet({ reads: store, from: addDays(today, -1), way: "task" }).sum;
  const cold = Math.min(
    ...Array.from({ length: 5 }, () => {
      const store = storeOf(all);
      return timed(() => ask(store));
    }),
  );
  const opened = Math.min(
    ...Array.from({ length: 5 }, () => {
      const store = storeOf(all);
      store.list("workByDay", today);
      return timed(() => ask(store));
    }),
  );
  const store = storeOf(all);
  ask(store);
  const changed = Array.from({ length: 100 }, (_, at) => {
    store.act({ name: "put", run: (tx) => (tx.put(entry(`more${at}`, today, 400 + at, 10, at)), "") }, {});
    return timed(() => ask(store));
  });
  return { cold, opened, changed };
}

/** By how many milliseconds a clock that nobody looked at for 90 minutes is wrong then. */
export function drift() {
  const store = storeOf([{ ...task(0), estimateMinutes: 120 }]);
  const start = Date.UTC(2026, 10, 24, 9, 0, 0, 123);
  store.act(startClock, { on: { id: "task0" }, at: start, zone });
  const face = clockFace(clockRun(store)!, start + 90 * 60_000);
  return Math.abs((face.leftMs as number) - 30 * 60_000) + Math.abs(face.passedMs - 90 * 60_000);
}
