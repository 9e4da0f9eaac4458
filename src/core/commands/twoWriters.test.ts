import { expect, test } from "vitest";
import {
  bareRecord,
  defaultSettings,
  type Block,
  type DayPage,
  type Event,
  type Habit,
  type PensumRecord,
  type Settings,
} from "../model";
import { occurrenceId } from "../plan";
import { Journal, MemoryLog, type Store } from "../store";
import { someTask } from "../testing/arbitraries";
import { standingClock } from "../time";
import { openStore } from "../workspace/openStore";
import { editRecord, markHabit, putInBox, saveSettings, skipOccurrence } from ".";
import { jot } from "./jot";
import { addToPortion } from "./portion";

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

test("two tabs make the page of one day, and put a task each into its portion", async () => {
  const add = (task: string) => (store: Store) => store.act(addToPortion, { date: "2026-11-24", task });
  const store = await atOnce([someTask("ta"), someTask("tb")], add("ta"), add("tb"), (third) =>
    third.act(jot, { words: "Call the mill", on: {} }),
  );
  const page = store.get("day-2026-11-24") as DayPage;
  expect(page.portion?.map(({ task }) => task).toSorted()).toEqual(["ta", "tb"]);
  expect(page.text).toContain("Call the mill");
});

test("a task gets two tags and somebody, and loses a tag", async () => {
  const store = await atOnce(
    [someTask("ta", { tags: ["old", "urgent"] })],
    (one) => one.act(editRecord, { id: "ta", fields: { tags: ["old", "urgent", "field"] } }),
    (other) => other.act(editRecord, { id: "ta", fields: { tags: ["urgent", "office"] } }),
  );
  expect(store.get("ta")).toMatchObject({ tags: ["urgent", "field", "office"] });
});

test("two occurrences of a series are left out, and its rule is changed", async () => {
  const event: Event = {
    ...bareRecord("event", { id: "ev", title: "Standup", now }),
    ...{ start: "2026-11-23T09:00", end: "2026-11-23T09:15", repeat: "FREQ=DAILY" },
  };
  const leaveOut = (date: string) => (store: Store) =>
    store.act(skipOccurrence, { id: occurrenceId("ev", `${date}T09:00`), scope: "one" });
  const out = await atOnce([event], leaveOut("2026-11-25"), leaveOut("2026-11-27"));
  expect((out.get("ev") as Event).repeat).toBe("FREQ=DAILY EXDATE=20261125T090000,20261127T090000");
  const changed = await atOnce([event], leaveOut("2026-11-25"), (store) =>
    store.act(editRecord, { id: "ev", fields: { repeat: "FREQ=DAILY;COUNT=20" } }),
  );
  expect((changed.get("ev") as Event).repeat).toBe("FREQ=DAILY;COUNT=20 EXDATE=20261125T090000");
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
