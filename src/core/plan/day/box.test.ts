import fc from "fast-check";
import { expect, test } from "vitest";
import { giveDay, moveItem, putInBox, removeRecord, setBoxMinutes, setState, takeOutOfBox } from "../../commands/index";
import { type Block, type PensumRecord } from "../../model/index";
import { faultOf } from "../../model/checks";
import { Store } from "../../store/index";
import { someTask } from "../../testing/arbitraries";
import { addDays, standingClock } from "../../time/index";
import {
  boxAt,
  dayItems,
  FreeAhead,
  heldMinutes,
  isPlaced,
  loadOf,
  nextIn,
  leftMinutes,
  roomMinutes,
  stretchFor,
  unplacedTasks,
} from "..";

const now = "2026-11-24T11:07";
const day = "2026-11-25";
const theme: PensumRecord = { id: "field", kind: "theme", title: "Fieldwork", dye: "walnut", text: "" };
const box: Block = {
  id: "box",
  kind: "block",
  start: `${day}T09:00`,
  end: `${day}T12:00`,
  theme: "field",
  title: "",
  text: "",
  createdAt: now,
};
const storeOf = (...records: PensumRecord[]) =>
  new Store(new Map(records.map((record) => [record.id, record])), [], standingClock(now));
const boxOf = (store: Store) => store.find("block", "box") as Block;

test("a box gives what it holds its minutes, in order, and no more than there is room", () => {
  const tasks = [30, 60, 240].map((estimateMinutes, at) => ({ ...someTask(`t${at}`), estimateMinutes }));
  const store = storeOf(theme, box, ...tasks);
  for (const { id } of tasks) store.act(putInBox, { box: "box", task: id });
  expect(boxOf(store).holds).toEqual([
    { task: "t0", minutes: 30 },
    { task: "t1", minutes: 60 },
    { task: "t2", minutes: 90 },
  ]);
  expect(roomMinutes(boxOf(store))).toBe(0);
  expect(stretchFor(boxOf(store), "t1")).toEqual({ start: `${day}T09:30`, end: `${day}T10:30` });
  expect(store.get("t2")).toMatchObject({ doDay: day });
  // What did not fit waits in the tray with its rest; what did has its hours.
  expect(unplacedTasks(store, day).map(({ task, restMinutes }) => [task.id, restMinutes])).toEqual([["t2", 150]]);
  store.act(putInBox, { box: "box", task: "t2", before: "t0" });
  expect(boxOf(store).holds?.map((held) => held.task)).toEqual(["t2", "t0", "t1"]);
  expect(nextIn(store, boxOf(store))?.id).toBe("t2");
  store.act(setState, { tasks: ["t2"], state: "done" });
  expect(nextIn(store, boxOf(store))?.id).toBe("t0");
});

test("a day counts the hours of a box once, and what it holds is no longer free", () => {
  const store = storeOf(theme, box, { ...someTask("t0"), estimateMinutes: 60, doDay: day });
  const load = () => loadOf(store, day).plannedMinutes;
  const free = () => new FreeAhead(store).until(now, day);
  // Hours of a theme are room for its tasks: they count as far as tasks are in them, and never on top of these.
  expect(load()).toBe(60);
  const before = free();
  store.act(putInBox, { box: "box", task: "t0" });
  expect(load()).toBe(60);
  expect(before - free()).toBe(60);
});

test("whatever is done with a box, its tasks and it agree", () => {
  const acts = fc.array(fc.record({ what: fc.nat(6), task: fc.nat(4), minutes: fc.integer({ min: 1, max: 200 }) }), {
    maxLength: 25,
  });
  fc.assert(
    fc.property(acts, (all) => {
      const ids = ["t0", "t1", "t2", "t3", "t4"];
      const store = storeOf(theme, box, ...ids.map((id) => ({ ...someTask(id), estimateMinutes: 90 })));
      for (const { what, task: at, minutes } of all) {
        const task = ids[at] as string;
        if (!store.get(task)) continue;
        if (what === 0 || what === 1) store.act(putInBox, { box: "box", task, before: ids[minutes % 5] });
        else if (what === 2) store.act(takeOutOfBox, { box: "box", task });
        else if (what === 3) store.act(setBoxMinutes, { box: "box", task, minutes });
        else if (what === 4) store.act(removeRecord, { id: task });
        else if (what === 5) store.act(giveDay, { tasks: [task], day: "2026-11-27" });
        else store.undo();
        const held = boxOf(store).holds ?? [];
        expect(new Set(held.map((one) => one.task)).size).toBe(held.length);
        expect(heldMinutes(boxOf(store))).toBe(held.reduce((sum, one) => sum + one.minutes, 0));
        for (const id of ids) {
          const record = store.find("task", id);
          const minutesHeld = held.find((one) => one.task === id)?.minutes;
          if (!record) expect(minutesHeld).toBeUndefined();
          else {
            expect(isPlaced(store, record)).toBe(minutesHeld !== undefined);
            expect(leftMinutes(store, record)).toBe(Math.max(0, 90 - Math.min(180, minutesHeld ?? 0)));
            if (minutesHeld !== undefined) expect(record.doDay).toBe(day);
          }
        }
      }
    }),
    { numRuns: 60 },
  );
});

test("a task goes into the box it is put on, but not where another thing lies in it", () => {
  const inside: Block = { ...box, id: "inside", task: "t0", start: `${day}T10:00`, end: `${day}T10:30` };
  const store = storeOf(theme, box, inside, someTask("t0"));
  const items = dayItems(store, day);
  expect(boxAt(items, 9 * 60)?.id).toBe("box");
  expect(boxAt(items, 10 * 60 + 15)).toBeUndefined();
  expect(boxAt(items, 12 * 60)).toBeUndefined();
});

test("a task goes in with the minutes it is carried with", () => {
  const store = storeOf(theme, box, { ...someTask("t0"), estimateMinutes: 240 });
  store.act(putInBox, { box: "box", task: "t0", minutes: 60 });
  expect(boxOf(store).holds).toEqual([{ task: "t0", minutes: 60 }]);
});

test("whatever is carried into a box, and however long it is, what the box holds can be kept", () => {
  for (const [estimateMinutes, minutes] of [
    [45, 0],
    [45, 0.4],
    [45, 100_000],
    [30 * 60, undefined],
  ] as const) {
    const full: Block = { ...box, holds: [{ task: "t1", minutes: 180 }] };
    const task = { ...someTask("t0"), estimateMinutes };
    for (const into of [box, full, { ...box, end: `${addDays(day, 3)}T09:00` }]) {
      const store = storeOf(theme, into, task, someTask("t1"));
      store.act(putInBox, { box: "box", task: "t0", ...(minutes === undefined ? {} : { minutes }) });
      expect(boxOf(store).holds?.at(-1)?.task).toBe("t0");
      expect(faultOf(boxOf(store))).toBeUndefined();
    }
  }
});

test("one box of a series takes tasks alone, and what it holds goes along to another day", () => {
  const weekly: Block = { ...box, repeat: "RRULE:FREQ=WEEKLY" };
  const store = storeOf(theme, weekly, { ...someTask("t0"), estimateMinutes: 45 });
  const later = dayItems(store, "2026-12-02")[0]!.record;
  store.act(putInBox, { box: later.id, task: "t0" });
  expect(store.find("block", later.id)?.holds).toEqual([{ task: "t0", minutes: 45 }]);
  expect((dayItems(store, "2026-12-09")[0]!.record as Block).holds).toBeUndefined();
  store.act(moveItem, { id: later.id, start: "2026-12-03T09:00", end: "2026-12-03T12:00" });
  expect(store.find("task", "t0")?.doDay).toBe("2026-12-03");
  expect(() => store.act(putInBox, { box: "nowhere", task: "t0" })).toThrow(/cannot hold tasks/);
});
