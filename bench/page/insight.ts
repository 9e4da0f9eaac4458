import { insights, Ledger, ledgerOf, type Asking, type InsightName } from "@/core/insight";
import { minutesBy } from "@/core/insight/charts/asking";
import { bareRecord, defaultSettings, seededRandom, type PensumRecord, type Task, type Work } from "@/core/model";
import { Store } from "@/core/store";
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

/** As they come from a snapshot, where an id that many records share is one text. */
const taskIds = Array.from({ length: 5000 }, (_, at) => JSON.parse(`"task${at}"`) as string);

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
  const entries = Array.from({ length: 100_000 }, (_, at) => entry(`entry${at}`, random));
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

const storeOf = (all: readonly PensumRecord[]) =>
  new Store(new Map(all.map((record) => [record.id, record])), [], standingClock(now, zone));
const askingOf = (store: Store): Asking => ({
  ...{ store, span, who: "me", way: "theme", today, firstWeekday: 1, settings: defaultSettings, style },
  beside: { from: addDays(span.from, -days), to: addDays(span.from, -1) },
});
const names = Object.keys(insights) as InsightName[];
const askAll = (asking: Asking) => names.map((name) => insights[name].answer(asking).rows.length);

/**
 * Every chart over ten years: each by itself from cold, the ledger made with it; all of them one after the other from cold; and
 * after one more entry. Beside them the least that any of it takes: to look once at each entry, by hand.
 */
export function charts() {
  const all = records();
  const opened = () => {
    const store = storeOf(all);
    // The list of a kind is there whenever a workspace is open, and so is the way to a record by its id.
    store.list("kind", "work");
    store.get("settings");
    return store;
  };
  const quietest = (work: (store: Store) => void) =>
    Math.min(
      ...Array.from({ length: 5 }, () => {
        const store = opened();
        return timed(() => work(store));
      }),
    );
  const cold = quietest((store) => void askAll(askingOf(store)));
  const alone = Object.fromEntries(
    names.map((name) => [name, quietest((store) => void insights[name].answer(askingOf(store)))]),
  );
  const byHand = quietest((store) => void minutesByTask(store.list("kind", "work") as readonly Work[]));
  const store = storeOf(all);
  const asking = askingOf(store);
  askAll(asking);
  const each = Object.fromEntries(names.map((name) => [name, timed(() => void insights[name].answer(asking))]));
  const random = seededRandom(9);
  const changed = Array.from({ length: 60 }, (_, at) => {
    store.act({ name: "put", run: (tx) => (tx.put(entry(`more${at}`, random)), "") }, {});
    return timed(() => void askAll(asking));
  });
  return { cold, alone, byHand, each, changed };
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
  const store = storeOf(all);
  const cold = Math.min(
    ...Array.from({ length: 5 }, () =>
      timed(() => {
        const ledger = new Ledger(store);
        return ledger.size;
      }),
    ),
  );
  ledgerOf(store);
  const asked = Array.from({ length: 20 }, () => timed(() => void minutesBy(askingOf(store), span, "theme")));
  const answer = [...minutesBy(askingOf(store), span, "theme")].sort();
  const tasks = new Map(all.flatMap((one) => (one.kind === "task" ? [[one.id, one.theme]] : [])));
  const rows = all.flatMap((one) =>
    one.kind === "work" ? [[one.start, one.end, tasks.get(one.task!), one.task]] : [],
  );
  return { cold, asked, answer, rows };
}
