import { begunLedgerOf, insights, Ledger, ledgerOf, type Asking, type InsightName } from "@/core/insight";
import { minutesBy } from "@/core/insight/charts/asking";
import {
  bareRecord,
  defaultSettings,
  newId,
  seededRandom,
  type PensumRecord,
  type Task,
  type Work,
} from "@/core/model";
import { packRecords, RecordTable, Store } from "@/core/store";
import { addDays, momentAt, standingClock } from "@/core/time";

/* What runs in Node for the questions about the past. */

const today = "2026-11-24";
const now = `${today}T18:00`;
const zone = "Europe/Berlin";
const days = 3650;
const themeCount = 8;
const style = { locale: "en-GB", hour12: false };
const span = { from: addDays(today, -days), to: today };

const timed = (work: () => void) => {
  const start = performance.now();
  work();
  return performance.now() - start;
};

const idRandom = seededRandom(7);
const taskIds = Array.from({ length: 5000 }, () => newId(idRandom));

/** Ten years of a log: 100,000 entries of 5,000 tasks in 8 themes. */
function records(): PensumRecord[] {
  const random = seededRandom(5);
  const themes = Array.from({ length: themeCount }, (_, at): PensumRecord => ({
    ...bareRecord("theme", { id: `theme${at}`, title: `Theme ${at}`, now }),
    weeklyMinutes: 300,
  }));
  const tasks = Array.from({ length: 5000 }, (_, at): Task => {
    const made = addDays(today, -Math.floor(random() * days));
    return {
      ...bareRecord("task", { id: taskIds[at] as string, title: `Task ${at}`, now: `${made}T09:00` }),
      ...{ theme: `theme${Math.floor(random() * themeCount)}`, estimateMinutes: 60 },
      ...(at % 10 ? { state: "done", doneAt: `${addDays(made, 3)}T10:00` } : {}),
    } as Task;
  });
  const entries = Array.from({ length: 100_000 }, () => entry(newId(idRandom), random));
  return [defaultSettings, ...themes, ...tasks, ...entries];
}

function entry(id: string, random: () => number): Work {
  const date = addDays(today, -Math.floor(random() * days));
  const start = 420 + Math.floor(random() * 600);
  return {
    ...(bareRecord("work", { id, now }) as Work),
    ...{ start: momentAt(date, start), end: momentAt(date, start + 5 + Math.floor(random() * 90)) },
    task: taskIds[Math.floor(random() * 5000)] as string,
  };
}

/** As many records as a snapshot has in one part. */
const partSize = 1000;
const packed = (all: readonly PensumRecord[]) =>
  Array.from({ length: Math.ceil(all.length / partSize) }, (_, part) =>
    packRecords(all.slice(part * partSize, (part + 1) * partSize)),
  );

/**
 * A workspace as it is opened from its snapshot and shows a day: nothing of the log is made but what was worked on that day. Or
 * some seconds later, when all records were made while nothing else was to do, and after them the ledger laid.
 */
function storeOf(parts: readonly string[], isMade: boolean, isLaid = false): Store {
  const table = new RecordTable();
  for (const part of parts) table.addPacked(part);
  if (isMade) while (table.makeSome());
  const store = new Store(table, [], standingClock(now, zone));
  store.list("workByDay", today);
  store.get("settings");
  if (isLaid) while (begunLedgerOf(store).layMore());
  return store;
}
const askingOf = (store: Store): Asking => ({
  ...{ store, span, who: "me", way: "theme", today, firstWeekday: 1, settings: defaultSettings, style },
  beside: { from: addDays(span.from, -days), to: addDays(span.from, -1) },
});
const names = Object.keys(insights) as InsightName[];
const askAll = (asking: Asking) => names.map((name) => insights[name].answer(asking).rows.length);

/**
 * Every chart over ten years, each by itself and all of them one after the other: some seconds after a start, the moment after
 * it, and after one more entry. Beside them the least that a look at each entry takes: one sum by hand.
 */
export function charts() {
  const parts = packed(records());
  const quietest = (open: () => Store, work: (store: Store) => void) =>
    Math.min(
      ...Array.from({ length: 5 }, () => {
        const store = open();
        return timed(() => work(store));
      }),
    );
  /** Each chart in turns with the sum by hand, since a shared machine is not equally fast for long: the turn in the middle by how many sums it took. */
  const besideByHand = (work: (store: Store) => void) =>
    Array.from({ length: 7 }, () => {
      const [store, made] = [storeOf(parts, false), storeOf(parts, true)];
      const ours = timed(() => work(store));
      const byHand = timed(() => void minutesByTask(made.list("kind", "work") as readonly Work[]));
      return { ours, byHand, ratio: ours / byHand };
    }).sort((a, b) => a.ratio - b.ratio)[3]!;
  const from = (open: () => Store) => ({
    all: quietest(open, (store) => void askAll(askingOf(store))),
    alone: Object.fromEntries(
      names.map((name) => [name, quietest(open, (store) => void insights[name].answer(askingOf(store)))]),
    ),
  });
  const settled = from(() => storeOf(parts, true, true));
  const atOnce = {
    all: quietest(
      () => storeOf(parts, false),
      (store) => void askAll(askingOf(store)),
    ),
    alone: Object.fromEntries(
      names.map((name) => [name, besideByHand((store) => void insights[name].answer(askingOf(store)))]),
    ),
  };
  const store = storeOf(parts, true);
  const asking = askingOf(store);
  askAll(asking);
  const random = seededRandom(9);
  const oneMore = () => void store.act({ name: "put", run: (tx) => (tx.put(entry(newId(idRandom), random)), "") }, {});
  const changed = Array.from({ length: 60 }, () => {
    oneMore();
    return timed(() => void askAll(asking));
  });
  const changedAlone = Object.fromEntries(
    names.map((name) => [
      name,
      Array.from({ length: 60 }, () => {
        oneMore();
        return timed(() => void insights[name].answer(asking));
      }),
    ]),
  );
  return { settled, atOnce, changed, changedAlone };
}

/** Minutes by task, as somebody would write it for this one question: the times are read out of their texts. */
function minutesByTask(entries: readonly Work[]): ReadonlyMap<string | undefined, number> {
  const minutes = new Map<string | undefined, number>();
  for (const { start, end, task } of entries)
    if (end !== undefined)
      minutes.set(task, (minutes.get(task) ?? 0) + (Date.parse(`${end}Z`) - Date.parse(`${start}Z`)) / 60_000);
  return minutes;
}

/** The rows that a database is filled with, and our own answer to the same question: minutes by theme over all of it. */
export function aggregate() {
  const all = records();
  const parts = packed(all);
  const cold = Math.min(
    ...Array.from({ length: 5 }, () => {
      const opened = storeOf(parts, true);
      return timed(() => {
        const ledger = new Ledger(opened);
        return ledger.size;
      });
    }),
  );
  const store = storeOf(parts, true);
  ledgerOf(store);
  const asked = Array.from({ length: 20 }, () => timed(() => void minutesBy(askingOf(store), span, "theme")));
  const answer = [...minutesBy(askingOf(store), span, "theme")].sort();
  const tasks = new Map(all.flatMap((one) => (one.kind === "task" ? [[one.id, one.theme]] : [])));
  const rows = all.flatMap((one) =>
    one.kind === "work" ? [[one.start, one.end, tasks.get(one.task!), one.task]] : [],
  );
  return { cold, asked, answer, rows };
}
