import { expect, test } from "vitest";
import { bareRecord, defaultSettings, type Block, type Habit, type PensumRecord, type Settings } from "../model";
import { Journal, MemoryLog, type Store } from "../store";
import { someTask } from "../testing/arbitraries";
import { standingClock } from "../time";
import { openStore } from "../workspace/openStore";
import { editRecord, markHabit, putInBox, saveSettings } from ".";

/* Two tabs that put something into one list before either has heard of the other: nothing that either put in is lost. */

const now = "2026-11-24T11:07";
const clock = standingClock(now, "Europe/Berlin");

/** What both tabs have after both did something at once. */
async function atOnce(records: readonly PensumRecord[], ...acts: readonly ((store: Store) => void)[]): Promise<Store> {
  const log = new MemoryLog();
  const tabs = await Promise.all(
    acts.map(async (_, at) => {
      const known = new Map([defaultSettings, ...records].map((record) => [record.id, record]));
      const { store } = await openStore(known, clock);
      return { store, journal: new Journal(store, log, { seq: 0, by: `tab${at}`, retryAfter: [1] }) };
    }),
  );
  acts.forEach((act, at) => act(tabs[at]!.store));
  for (const { journal } of tabs) await journal.durable();
  for (const { journal } of tabs) await journal.pull();
  const [first, ...others] = tabs.map(({ store }) => store);
  const contents = (store: Store) => [...store.records()].toSorted((a, b) => (a.id < b.id ? -1 : 1));
  for (const other of others) expect(contents(other)).toEqual(contents(first!));
  return first!;
}

const habit: Habit = { ...bareRecord("habit", { id: "ha", title: "Walk the dyke", now }), marks: ["2026-11-20"] };
const habitIn = (store: Store) => store.get("ha") as Habit;
const settingsIn = (store: Store) => store.get("settings") as Settings;

test("a habit is marked for two days", async () => {
  const store = await atOnce(
    [habit],
    (one) => one.act(markHabit, { habit: "ha", date: "2026-11-23", as: "done" }),
    (other) => other.act(markHabit, { habit: "ha", date: "2026-11-22", as: "done" }),
  );
  expect(habitIn(store).marks).toEqual(["2026-11-20", "2026-11-22", "2026-11-23"]);
});

test("a habit is marked twice for one day: it has one mark", async () => {
  const store = await atOnce(
    [habit],
    (one) => one.act(markHabit, { habit: "ha", date: "2026-11-23", as: "done" }),
    (other) => other.act(markHabit, { habit: "ha", date: "2026-11-23", as: "skipped", reason: "Flood" }),
  );
  const { marks, partMarks, skips } = habitIn(store);
  expect([...marks, ...partMarks, ...skips].toSorted()).toEqual(["2026-11-20", "2026-11-23"]);
});

test("two tasks are put into one box", async () => {
  const box: Block = {
    ...bareRecord("block", { id: "box", title: "Calls", now }),
    ...{ start: "2026-11-25T09:00", end: "2026-11-25T12:00" },
  };
  const store = await atOnce(
    [box, someTask("ta"), someTask("tb")],
    (one) => one.act(putInBox, { box: "box", task: "ta" }),
    (other) => other.act(putInBox, { box: "box", task: "tb" }),
  );
  expect((store.get("box") as Block).holds?.map(({ task }) => task).toSorted()).toEqual(["ta", "tb"]);
});

test("a task gets two tags and somebody, and loses a tag", async () => {
  const store = await atOnce(
    [someTask("ta", { tags: ["old", "urgent"] })],
    (one) => one.act(editRecord, { id: "ta", fields: { tags: ["old", "urgent", "field"] } }),
    (other) => other.act(editRecord, { id: "ta", fields: { tags: ["urgent", "office"] } }),
  );
  expect(store.get("ta")).toMatchObject({ tags: ["urgent", "field", "office"] });
});

test("patterns are chosen for two weeks, and two lenses put on the calendar", async () => {
  const choose = (monday: string, pattern: string) => (store: Store) =>
    store.act(saveSettings, { patternWeeks: { ...settingsIn(store).patternWeeks, [monday]: pattern } });
  const weeks = await atOnce([], choose("2026-11-30", "pa"), choose("2026-12-07", "pb"));
  expect(settingsIn(weeks).patternWeeks).toEqual({ "2026-11-30": "pa", "2026-12-07": "pb" });
  const show = (lens: string) => (store: Store) =>
    store.act(saveSettings, {
      layers: [...(settingsIn(store).layers ?? []), { lens, field: "due", dye: "ochre" as const }],
    });
  const layers = await atOnce([], show("la"), show("lb"));
  expect(
    settingsIn(layers)
      .layers?.map(({ lens }) => lens)
      .toSorted(),
  ).toEqual(["la", "lb"]);
});

test("an act is undone whose list another went on with: what the other put in stays", async () => {
  const log = new MemoryLog();
  const open = async (by: string) => {
    const { store } = await openStore(new Map([habit].map((one) => [one.id, one])), clock);
    return { store, journal: new Journal(store, log, { seq: 0, by, retryAfter: [1] }) };
  };
  const [one, other] = [await open("one"), await open("other")];
  one.store.act(markHabit, { habit: "ha", date: "2026-11-23", as: "done" });
  await one.journal.durable();
  await other.journal.pull();
  other.store.act(markHabit, { habit: "ha", date: "2026-11-24", as: "done" });
  await other.journal.durable();
  await one.journal.pull();
  one.store.undo();
  expect(habitIn(one.store).marks).toEqual(["2026-11-20", "2026-11-24"]);
});
