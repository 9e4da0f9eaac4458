import { serialize } from "node:v8";
import { demoRecords } from "@demo/generate";
import { editRecord, giveDay, place, setState, shiftBar, writePage } from "@/core/commands";
import type { Block, DayPage, Id, PensumRecord, Task } from "@/core/model";
import { Branch, Journal, MemoryLog, order, type Order, type Store } from "@/core/store";
import { addDays, instantOf, momentAt, standingClock } from "@/core/time";
import { openStore } from "@/core/workspace/openStore";

/* What runs in Node for the questions about acts and branches, on 100,000 records of the demo. */

const clock = standingClock("2026-11-24T11:07");
const today = "2026-11-24";

async function opened(records: readonly PensumRecord[]): Promise<Store> {
  const { store } = await openStore(new Map(records.map((record) => [record.id, record])), clock);
  // It is as in a running app: its lists stand.
  for (const list of ["task", "block"] as const) store.list("kind", list);
  store.list("tasksByDoDay", today);
  store.list("blocksByDay", today);
  return store;
}

/** Acts such as a person does, on other records each time. */
function acts(store: Store, count: number, seed: number): Order[] {
  const open = store.list("unfinishedTasks", "all") as readonly Task[];
  const blocks = (store.list("kind", "block") as readonly Block[]).filter(({ repeat }) => repeat === undefined);
  const page = (store.list("kind", "day") as readonly DayPage[]).toSorted((a, b) => b.text.length - a.text.length)[0];
  return Array.from({ length: count }, (_, at): Order => {
    const task = open[(seed + at * 7) % open.length]?.id as Id;
    const block = blocks[(seed + at * 11) % blocks.length]?.id as Id;
    const date = addDays(today, at % 14);
    const made = [
      () => order(place, { task, start: momentAt(date, 480 + (at % 30) * 15), minutes: 30 }),
      () => order(giveDay, { tasks: [task], day: date }),
      () => order(editRecord, { id: task, fields: { estimateMinutes: 15 + at, tags: [`tag${at}`] } }),
      () => order(shiftBar, { id: block, minutes: 15 }),
      () => order(setState, { tasks: [task], state: "waiting" }),
      () => order(writePage, { id: page?.id as Id, text: `${page?.text}\nLine ${seed} ${at}` }),
    ];
    return (made[at % made.length] as () => Order)();
  });
}

const timed = (work: () => void): number => {
  const start = performance.now();
  work();
  return performance.now() - start;
};

/** The times of making a branch; and those of acts in one, and of the same acts in the store below. */
export async function branches(count: number) {
  const store = await opened(demoRecords({ now: clock.now(), size: count, seed: 7 }));
  const made = Array.from({ length: 200 }, () => {
    let branch: Branch | undefined;
    const time = timed(() => (branch = new Branch(store)));
    branch?.close();
    return time;
  });
  const all = acts(store, 600, 3);
  const doneIn = (where: Store) =>
    all.map(({ command, input }) => {
      const time = timed(() => where.act(command, input));
      where.undo();
      return time;
    });
  doneIn(store);
  const branch = new Branch(store);
  doneIn(branch.store);
  branch.close();
  const [inBranch, outside]: [number[], number[]] = [[], []];
  for (let round = 0; round < 3; round++) {
    outside.push(...doneIn(store));
    const another = new Branch(store);
    inBranch.push(...doneIn(another.store));
    another.close();
  }
  return { made, inBranch, outside };
}

/** Two tabs that each did so many acts while apart: the time until both have it all, in milliseconds. */
export async function merged(count: number, each: number) {
  const records = demoRecords({ now: clock.now(), size: count, seed: 7 });
  const log = new MemoryLog();
  const tabs = await Promise.all(
    ["one", "two"].map(async (by) => {
      const store = await opened(records);
      return { store, journal: new Journal(store, log, { seq: 0, by }) };
    }),
  );
  const [one, two] = tabs as [(typeof tabs)[number], (typeof tabs)[number]];
  for (const { command, input } of acts(one.store, each, 3)) one.store.act(command, input);
  await one.journal.durable();
  for (const { command, input } of acts(two.store, each, 5)) two.store.act(command, input);
  const start = performance.now();
  await two.journal.durable();
  await one.journal.pull();
  const milliseconds = performance.now() - start;
  const contents = ({ store }: (typeof tabs)[number]) =>
    JSON.stringify([...store.records()].map((record) => record.id).sort());
  if (contents(one) !== contents(two)) throw new Error("The tabs differ.");
  return milliseconds;
}

/** How long the log is with what was called, and without, in characters. */
export async function logSize(count: number) {
  const store = await opened(demoRecords({ now: clock.now(), size: 3000, seed: 7 }));
  const log = new MemoryLog();
  const now = () => instantOf(clock);
  const journal = new Journal(store, log, { seq: 0, by: "kx3mfu2k9ab.q7d", now });
  for (const { command, input } of acts(store, count, 3)) store.act(command, input);
  await journal.durable();
  // As the database keeps it: a structured clone of each entry.
  const size = (entries: readonly object[]) => entries.reduce((sum, entry) => sum + serialize(entry).length, 0);
  return { with: size(log.entries), without: size(log.entries.map(({ call: _call, ...entry }) => entry)) };
}
