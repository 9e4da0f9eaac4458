import { describe, expect, test } from "vitest";
import { addBlock, place, saveSettings, setState } from "../commands";
import { loadAfter, meaningOf, type Meaning } from "../gestures";
import { bareRecord, defaultSettings, type Block, type PensumRecord, type Settings, type Task } from "../model";
import { dueTasks, loadOf, leftMinutes, unplacedTasks, type Load } from "../plan";
import { openStore } from "../workspace";
import { estimatesOf } from "./estimatesOf";
import { roundLength } from "./estimates";

const zone = "Europe/Berlin";
const today = "2026-11-24";
/** A clock whose present can be set. */
const moving = () => {
  let present = `${today}T08:00`;
  return { zone, now: () => present, set: (to: string) => (present = to) };
};
const task = (id: string, more: Partial<Task> = {}): Task => ({
  ...bareRecord("task", { id, title: id, now: `${today}T07:00` }),
  ...{ theme: "reporting" },
  ...more,
});
/** Twelve reports that were thought to take an hour and took 96 minutes. */
const reports = Array.from({ length: 12 }, (_, at) =>
  task(`r${at}`, { estimateMinutes: 60, state: "done", doneAt: `2026-11-${10 + at}T15:00`, tookMinutes: 96 }),
);
const theme = { ...bareRecord("theme", { id: "reporting", title: "Reporting", now: `${today}T07:00` }) };
const opened = async (settings: Partial<Settings>, ...more: PensumRecord[]) => {
  const clock = moving();
  const all: PensumRecord[] = [{ ...defaultSettings, ...settings }, theme, ...reports, ...more];
  const { store } = await openStore(new Map(all.map((record) => [record.id, record])), clock);
  const load = (date = today) => loadOf(store, date).plannedMinutes;
  return { store, clock, load };
};
/** The setting is taken up when its part has been loaded. */
const settled = () => new Promise((resolve) => setTimeout(resolve, 20));

describe("lengths that count as they were learnt", () => {
  test("count in the load, in what is open and due, and in the tray; the typed one where the setting is off", async () => {
    const one = task("one", { estimateMinutes: 60, doDay: today, due: today });
    const typed = await opened({}, one);
    expect(typed.load()).toBe(60);
    const { store, load } = await opened({ countLearnt: true }, one);
    const learnt = roundLength(estimatesOf(store).likely({ estimateMinutes: 60, theme: "reporting" }, today)!.minutes);
    expect(learnt).toBeGreaterThan(75);
    expect(load()).toBe(learnt);
    expect(leftMinutes(store, one)).toBe(learnt);
    expect(dueTasks(store).map(({ minutes }) => minutes)).toEqual([learnt]);
    expect(unplacedTasks(store, today)).toMatchObject([{ restMinutes: learnt, countedMinutes: learnt }]);
    store.act(place, { task: "one", start: `${today}T09:00` });
    const [block] = store.list("blocksByTask", "one") as readonly Block[];
    expect(block!.end).toBe(
      `${today}T${String(9 + Math.floor(learnt / 60)).padStart(2, "0")}:${String(learnt % 60).padStart(2, "0")}`,
    );
    expect(load()).toBe(learnt);
  });

  test("are turned on and off by the setting, by its undo, and whoever follows is told", async () => {
    const { store, load } = await opened({}, task("one", { estimateMinutes: 60, doDay: today }));
    let told = 0;
    store.subscribe("lengths", () => told++);
    store.act(saveSettings, { countLearnt: true });
    await settled();
    expect(load()).toBeGreaterThan(75);
    store.undo();
    expect(load()).toBe(60);
    store.redo();
    await settled();
    expect(load()).toBeGreaterThan(75);
    store.act(saveSettings, { countLearnt: undefined });
    expect(load()).toBe(60);
    expect(told).toBe(4);
  });

  test("do not move while one works: what is done today counts from tomorrow on", async () => {
    const fast = task("fast", { estimateMinutes: 60, doDay: "2026-11-23", tookMinutes: 10 });
    const { store, clock, load } = await opened(
      { countLearnt: true },
      fast,
      task("one", { estimateMinutes: 60, doDay: "2026-11-26" }),
    );
    const before = load("2026-11-26");
    store.act(setState, { tasks: ["fast"], state: "done" });
    expect(load("2026-11-26")).toBe(before);
    clock.set("2026-11-25T08:00");
    expect(load("2026-11-26")).toBeLessThan(before);
    store.undo();
    expect(load("2026-11-26")).toBe(before);
  });

  test("a task without a length counts what its theme usually takes; one of no known theme counts nothing", async () => {
    const { load } = await opened({ countLearnt: true }, task("one", { doDay: today }));
    expect(load()).toBeGreaterThan(75);
    const bare = await opened({ countLearnt: true }, { ...task("two", { doDay: today }), theme: "none" });
    expect(bare.load()).toBe(0);
  });

  test("a preview counts as the act will: into hours, and beside a block that is there", async () => {
    const { store, load } = await opened({ countLearnt: true }, task("one", { estimateMinutes: 60, doDay: today }));
    store.act(addBlock, { start: `${today}T13:00`, end: `${today}T14:00`, title: "", theme: "reporting" });
    const dragged = { kind: "task", task: "one", title: "one", minutes: 30 } as const;
    const meaning = meaningOf(store, dragged, { at: "hour", date: today, minute: 600 }) as Meaning;
    const after = loadAfter(store, meaning) as { load: Load };
    store.act(place, { task: "one", start: `${today}T10:00`, minutes: 30 });
    expect(after.load.plannedMinutes).toBe(load());
  });
});
