import { demoRecords } from "@demo/generate";
import { planAsItStood } from "@/core/insight";
import { modelVersion, seededRandom, type Task } from "@/core/model";
import { encodeChanges, Store, touchedIds, type LogEntry } from "@/core/store";
import { instantAt, standingClock, startOfWeek } from "@/core/time";
import { replaceContents } from "@/data/contents";
import { openPast } from "@/data/pastWorkspace";
import { recordsAt } from "@/data/recordsThen";
import { openWorkspace, type Workspace } from "@/data/workspace";
import { WorkspaceDatabase } from "@/data/database";

/* What runs in the browser for the questions about earlier moments: a year of a log behind a hundred thousand records. */

const now = "2026-11-24T18:00";
const zone = "Europe/Berlin";
const clock = standingClock(now, zone);
const yearMilliseconds = 365 * 86_400_000;
const perWrite = 10_000;

/** Fills a workspace with records, and with a log of so many entries that lie evenly over the year before. */
async function fill(recordCount: number, entryCount: number): Promise<void> {
  const records = demoRecords({ now, size: recordCount, seed: 7 });
  const store = new Store(new Map(records.map((record) => [record.id, record])), [], clock);
  const tasks = (store.list("kind", "task") as readonly Task[]).map(({ id }) => id);
  const random = seededRandom(11);
  const end = instantAt(now, zone);
  const entries: LogEntry[] = [];
  store.onRecord(({ said, changes }) => {
    const seq = entries.length + 1;
    entries.push({
      ...{ seq, at: Math.round(end - yearMilliseconds * (1 - seq / entryCount)), by: "bench.page", said },
      ...{ version: modelVersion, changes: encodeChanges(changes), ids: [...touchedIds(changes)] },
    });
  });
  const change = {
    name: "change",
    run: (tx: { update: (id: string, fields: object) => unknown }, at: number) => {
      tx.update(tasks[Math.floor(random() * tasks.length)]!, { estimateMinutes: 5 + (at % 97) * 5 });
      return "Changed a length";
    },
  };
  while (entries.length < entryCount) store.act(change as never, entries.length as never);
  const database = new WorkspaceDatabase("bench");
  await database.open();
  await replaceContents(database, { records: [...store.records()], log: [], files: [] });
  const last = (await database.snapshots.orderBy(":id").last())!.seq;
  for (let at = 0; at < entries.length; at += perWrite)
    await database.log.bulkPut(entries.slice(at, at + perWrite).map((entry) => ({ ...entry, seq: last + entry.seq })));
  database.close();
}

let workspace: Workspace | undefined;

/** Opens what was filled. */
async function open(): Promise<number> {
  workspace = await openWorkspace("bench", { clock });
  return workspace.journal.seq;
}

async function timed(work: () => Promise<unknown>): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}

/** Milliseconds until the plan of this week stands as it stood on Monday at eight. */
function week(): Promise<number> {
  const { store, journal, database } = workspace!;
  const from = startOfWeek(now.slice(0, 10), 1);
  return timed(async () => {
    const then = await recordsAt({ store, journal, database: database! }, instantAt(`${from}T08:00`, zone));
    if (!then || then.records.size === 0) throw new Error("Nothing was read back.");
    planAsItStood(store, then, { from, to: "2026-11-29" });
  });
}

/** Milliseconds until the whole workspace stands as it stood a year ago, the longest that the page was held up, and how often it told of its progress. */
async function year() {
  let told = 0;
  let longest = 0;
  let last = performance.now();
  const watch = setInterval(() => {
    const at = performance.now();
    longest = Math.max(longest, at - last);
    last = at;
  }, 1);
  const took = await timed(async () => {
    const past = await openPast(workspace!, "2025-11-25T08:00", () => told++, new AbortController().signal);
    if (!past || past.store.size === 0) throw new Error("Nothing was read back.");
  });
  clearInterval(watch);
  return { took, told, longest };
}

(globalThis as unknown as { benchStorage: object }).benchStorage = { fill, open, week, year };
