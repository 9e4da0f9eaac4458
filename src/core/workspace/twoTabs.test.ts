import fc from "fast-check";
import { expect, test } from "vitest";
import { defaultSettings, mergeRuleOf, type Id, type PensumRecord } from "../model";
import { Journal, MemoryLog } from "../store";
import { byId } from "../testing/arbitraries";
import { clock, deeds } from "../testing/deeds";
import { perform, stateOf } from "../testing/perform";
import { openStore } from ".";

/*
 * Two tabs in which anything is done before either hears of the other. What they come to is held against what each had: nothing
 * that either added is lost. The oracle knows of no merging: it looks at what was there before, at what each tab had, and at the end.
 */

type Value = Readonly<Record<string, unknown>>;
type State = ReadonlyMap<Id, PensumRecord>;

/** The parts of a value of several, each by what tells it apart. */
function partsOf(record: PensumRecord, field: string, value: unknown): readonly string[] {
  const rule = mergeRuleOf(record, field, value);
  if (value === undefined || rule === "value" || rule === "text" || rule === "repeat") return [];
  if (rule === "byKey") return Object.keys(value as object);
  return (value as readonly unknown[]).map((one) => {
    const { id, task, lens, field: name } = (one ?? {}) as Record<string, string | undefined>;
    return typeof one === "string" ? one : (id ?? task ?? lens ?? name ?? JSON.stringify(one));
  });
}

/** What a tab added that is not there at the end, though nobody took it away. */
function lost(before: State, tab: State, takenAway: ReadonlySet<Id>, end: State): string[] {
  const missing: string[] = [];
  for (const [id, record] of tab) {
    const had = before.get(id);
    // Of two clocks that run, one ends where the other began, and under a minute is not kept: clockTruth.test watches that.
    if (takenAway.has(id) || (record.kind === "work" && record.end === undefined)) continue;
    const after = end.get(id);
    // What is dropped or gone has no hours.
    if (!after && record.kind === "block" && record.task !== undefined && isWithoutHours(end.get(record.task)))
      continue;
    if (!after) {
      if (!had) missing.push(`${record.kind} ${id}`);
      continue;
    }
    for (const [field, value] of Object.entries(record)) {
      const first = had ? partsOf(record, field, (had as unknown as Value)[field]) : [];
      const last = partsOf(after, field, (after as unknown as Value)[field]);
      for (const part of partsOf(record, field, value))
        if (!first.includes(part) && !last.includes(part)) missing.push(`${record.kind} ${id}: ${part} in ${field}`);
    }
  }
  return missing;
}

const isWithoutHours = (task: PensumRecord | undefined) => task?.kind !== "task" || task.state === "dropped";

const themes: PensumRecord[] = [
  { id: "field", kind: "theme", title: "Fieldwork", dye: "lichen", text: "" },
  { ...defaultSettings },
];
const names = Object.keys(deeds);
const done = (most: number) =>
  fc.array(fc.record({ name: fc.constantFrom(...names), seed: fc.nat(1e9) }), {
    maxLength: most,
    size: "max",
  });

test("whatever two tabs do while apart, nothing that either added is lost", async () => {
  await fc.assert(
    fc.asyncProperty(done(60), done(12), done(12), async (earlier, here, there) => {
      const log = new MemoryLog();
      const open = async (by: string) => {
        const { store } = await openStore(byId(themes), clock);
        return { store, journal: new Journal(store, log, { seq: 0, by }) };
      };
      const tabs = [await open("device.one"), await open("device.two")] as const;
      for (const { name, seed } of earlier) perform(tabs[0].store, name, seed);
      await tabs[0].journal.durable();
      await tabs[1].journal.pull();
      const before = stateOf(tabs[0].store);
      const takenAway = tabs.map(({ store }) => {
        const ids = new Set<Id>();
        store.onRecord(({ changes }) => {
          for (const id of changes.removed.keys()) ids.add(id);
        });
        return ids;
      }) as [Set<Id>, Set<Id>];
      for (const { name, seed } of here) perform(tabs[0].store, name, seed);
      for (const { name, seed } of there) perform(tabs[1].store, name, seed + 1);
      const [one, two] = tabs.map(({ store }) => stateOf(store)) as unknown as [State, State];
      for (let times = 0; times < 3; times++) {
        for (const { journal } of tabs) await journal.durable();
        for (const { journal } of tabs) await journal.pull();
      }
      const end = stateOf(tabs[0].store);
      expect([...lost(before, one, takenAway[1], end), ...lost(before, two, takenAway[0], end)]).toEqual([]);
    }),
    { numRuns: 300, interruptAfterTimeLimit: 40_000 },
  );
}, 240_000);
