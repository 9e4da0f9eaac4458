import { readdirSync, readFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import fc from "fast-check";
import { expect, test } from "vitest";
import { defaultSettings, Refusal, type PensumRecord } from "../model";
import { Journal, MemoryLog, replay, type Store } from "../store";
import { clock, deeds, Hand, type Deed } from "../testing/deeds";
import { openStore } from ".";
import { oddities } from "./oddities";
import { commands } from "../acts";
import { byId } from "../testing/arbitraries";

/*
 * Everything a person can do, at random, in two tabs and across a restart, with the rules of the app. Whatever is done
 * one after the other: every record is one, every page agrees with its records, undo leads to the state before, both tabs
 * and the log come to the same.
 */

const names = Object.keys(deeds);

const plain = (store: Store) => new Map([...store.records()].map((record) => [record.id, record]));

/** What must never be: a record that is none, a page that says other than its records. A link may lead nowhere. */
function broken(store: Store) {
  return oddities(store)
    .filter(
      ({ what }) =>
        !/links to (?:nothing|a record)|register (?:is gone|no longer exists)|There is no|circular|circle|Missing|expected|needs/i.test(
          what,
        ),
    )
    .map(({ what, id }) => `${id}: ${what}`);
}

/** Does something as a person would: a refusal changes nothing, and what was done can be undone to the very state. */
function perform(store: Store, name: string, seed: number) {
  const before = plain(store);
  let acts = 0;
  const stop = store.onRecord(() => acts++);
  try {
    (deeds[name] as Deed)(new Hand(store, seed));
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    expect(plain(store)).toEqual(before);
    return;
  } finally {
    stop();
  }
  expect([name, acts]).toEqual([name, Math.min(acts, 1)]);
  expect([name, broken(store)]).toEqual([name, []]);
  if (acts === 0 || seed % 3 !== 0) return;
  const after = plain(store);
  store.undo();
  expect([name, plain(store)]).toEqual([name, before]);
  store.redo();
  expect([name, plain(store)]).toEqual([name, after]);
}

test("every command there is is among what is done at random", () => {
  const sources = ["commands", "shaping", "orders"].flatMap((floor) => {
    const folder = fileURLToPath(new URL(`../${floor}/`, import.meta.url));
    return readdirSync(folder).map((name) => readFileSync(folder + name, "utf8"));
  });
  const found = sources.flatMap((text) =>
    [...text.matchAll(/^export const (\w+) = describeCommand\(/gm)].map(([, name]) => name as string),
  );
  expect(found.length).toBeGreaterThan(100);
  expect([...commands.keys()].toSorted()).toEqual([...found, "together"].toSorted());
  expect(found.filter((name) => !names.includes(name as string))).toEqual([]);
});

const themes: PensumRecord[] = [
  { id: "field", kind: "theme", title: "Fieldwork", dye: "lichen", text: "" },
  { ...defaultSettings },
];

test("every command, at random, in two tabs and over a restart, leaves every record and page right", async () => {
  const moves = fc.array(
    fc.record({
      name: fc.constantFrom(...names),
      seed: fc.nat(1e9),
      tab: fc.nat(1),
      pull: fc.nat(3),
      restart: fc.nat(12),
    }),
    { minLength: 5, maxLength: 40 },
  );
  await fc.assert(
    fc.asyncProperty(moves, async (all) => {
      const log = new MemoryLog();
      const open = async () => {
        const seq = log.entries.length;
        const records = replay(byId(themes), 99, log.entries, [], 99);
        const { store } = await openStore(records, clock);
        const journal = new Journal(store, log, { seq, by: "device.tab" });
        return { store, journal };
      };
      const tabs = [await open(), await open()];
      for (const { name, seed, tab, pull, restart } of all) {
        const here = tabs[tab] as (typeof tabs)[number];
        perform(here.store, name, seed);
        if (pull === 0) await Promise.all(tabs.map(({ journal }) => journal.durable()));
        if (pull === 0) await Promise.all(tabs.map(({ journal }) => journal.pull()));
        if (restart === 0) {
          await here.journal.durable();
          tabs[tab] = await open();
        }
      }
      for (let times = 0; times < 3; times++) {
        for (const { journal } of tabs) await journal.durable();
        for (const { journal } of tabs) await journal.pull();
      }
      const [one, other] = tabs.map(({ store }) => plain(store));
      expect(other).toEqual(one);
      expect(plain((await open()).store)).toEqual(one);
      expect(broken(tabs[0]!.store)).toEqual([]);
    }),
    { numRuns: 60, interruptAfterTimeLimit: 40_000 },
  );
}, 240_000);
