import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { demoRecords } from "@demo/generate";
import { editRecord } from "../commands";
import { bareRecord, Refusal, type Block, type PensumRecord } from "../model";
import { dayItems, loadOf, recordOrOccurrence } from "../plan";
import type { Store } from "../store";
import { addDays, dateOf, isMoment, minutesBetween, moveZone, standingClock } from "../time";
import { openStore } from "../workspace";
import { carriedRecord, loadAfter, meaningOf, type Carried, type Meaning, type Target } from ".";

const carryOut = (on: Store, { act }: Meaning) => on.act(act.command, act.input);

const zone = "Europe/Berlin";
const today = "2026-11-24";
const records = demoRecords({ now: `${today}T11:07`, size: 1000, seed: 7 });
const opened = async (all: readonly PensumRecord[] = records) =>
  (await openStore(new Map(all.map((record) => [record.id, record])), standingClock(`${today}T11:07`, zone))).store;
const loadNow = (store: Store, date: string) => loadOf(store, date);
const plain = (store: Store) => new Map([...store.records()].map((record) => [record.id, record]));

const near = fc.integer({ min: -3, max: 12 }).map((days) => addDays(today, days));
const target: fc.Arbitrary<Target> = fc.oneof(
  fc.record({
    at: fc.constant("hour" as const),
    date: near,
    minute: fc.integer({ min: 0, max: 95 }).map((quarter) => quarter * 15),
    copying: fc.boolean(),
  }),
  fc.record({ at: fc.constantFrom("day" as const, "whole" as const), date: near }),
);

describe("a gesture", () => {
  test("does what its preview says, in one act, and one undo brings the very state back", async () => {
    const store = await opened();
    const tasks = store.list("unfinishedTasks", "all");
    const items = Array.from({ length: 16 }, (_, at) => dayItems(store, addDays(today, at - 3))).flat();
    const boxes = [...store.records()].filter((record) => record.kind === "block" && record.holds !== undefined);
    const carried: fc.Arbitrary<Carried> = fc.oneof(
      fc.constantFrom(...tasks).map((task) => ({
        kind: "task" as const,
        task: task.id,
        title: "",
        minutes: 45,
      })),
      fc.constantFrom(...items).map(({ record }) => ({
        kind: "item" as const,
        id: record.id,
        title: "",
        minutes: isMoment(record.start) ? minutesBetween(record.start, record.end) : 60,
        grabMinutes: 0,
      })),
    );
    const anywhere: fc.Arbitrary<Target> = fc.oneof(
      { arbitrary: target, weight: 4 },
      {
        arbitrary: fc.record({
          at: fc.constant("box" as const),
          box: fc.constantFrom(...boxes.map(({ id }) => id), "gone"),
          date: near,
        }),
        weight: 1,
      },
    );
    fc.assert(
      fc.property(carried, anywhere, (thing, to) => {
        const meaning = meaningOf(store, thing, to);
        if (!meaning) return;
        const before = plain(store);
        const promised = loadAfter(store, meaning);
        expect(plain(store)).toEqual(before);
        let acts = 0;
        const stop = store.onAct(() => acts++);
        try {
          const { changes } = carryOut(store, meaning);
          const changed = changes.added.size + changes.updated.size + changes.removed.size > 0;
          expect(acts).toBe(changed ? 1 : 0);
          expect(promised).toEqual({ load: loadNow(store, meaning.date) });
          if (changed) store.undo();
        } catch (error) {
          if (!(error instanceof Refusal)) throw error;
          expect(promised).toEqual({ refused: error.message.replace(/ Nothing was changed\.$/, "") });
        } finally {
          stop();
        }
        expect(plain(store)).toEqual(before);
      }),
      { numRuns: 400 },
    );
  }, 120_000);

  test("an event told in another zone goes to the day it is put on, at the hour that this clock shows", async () => {
    const event = {
      id: "far",
      kind: "event",
      title: "Call Auckland",
      start: "2026-11-25T08:00",
      end: "2026-11-25T09:00",
      zone: "Pacific/Auckland",
      place: "",
      people: [],
      text: "",
      createdAt: "2026-11-01T08:00",
    } as unknown as PensumRecord;
    const store = await opened([event]);
    // 8:00 there is 20:00 here, on the day before.
    const carried: Carried = { kind: "item", id: "far", title: "", minutes: 60, grabMinutes: 0 };
    carryOut(store, meaningOf(store, carried, { at: "day", date: "2026-11-27" })!);
    const moved = recordOrOccurrence(store, "far");
    const local = moved?.kind === "event" ? moveZone(moved.start, "Pacific/Auckland", zone) : "";
    expect([dateOf(local), local.slice(11)]).toEqual(["2026-11-27", "20:00"]);
    expect(meaningOf(store, carried, { at: "day", date: "2026-11-27" })).toBeUndefined();
  });

  test("a task with hours that is put on a full box keeps its hours, and the preview says why", async () => {
    const tasks = Array.from({ length: 101 }, (_, at) => ({
      id: `t${at}`,
      kind: "task",
      title: `Task ${at}`,
      state: "open",
      tags: [],
      people: [],
      text: "",
      carried: 0,
      createdAt: "2026-11-01T08:00",
    })) as unknown as PensumRecord[];
    const block = (id: string, more: object) =>
      ({
        id,
        kind: "block",
        title: "",
        start: "2026-11-25T09:00",
        end: "2026-11-25T12:00",
        text: "",
        createdAt: "2026-11-01T08:00",
        ...more,
      }) as unknown as PensumRecord;
    const full = Array.from({ length: 100 }, (_, at) => ({ task: `t${at}`, minutes: 1 }));
    const store = await opened([
      ...tasks,
      block("box", { title: "Small things", holds: full }),
      block("hours", { task: "t100", start: "2026-11-25T14:00", end: "2026-11-25T15:00" }),
    ]);
    const meaning = meaningOf(
      store,
      { kind: "item", id: "hours", title: "", minutes: 60, grabMinutes: 0 },
      { at: "box", box: "box", date: "2026-11-25" },
    )!;
    expect(loadAfter(store, meaning)).toMatchObject({ refused: expect.stringContaining("100 tasks") as string });
    expect(() => carryOut(store, meaning)).toThrow(/100 tasks/);
    expect(store.get("hours")).toMatchObject({ task: "t100", start: "2026-11-25T14:00" });
  });
});

test("of a list and a board, what has a date can be put on a day, several at once too, and nothing else pretends to", async () => {
  const store = await opened();
  const all = [...store.records()];
  const event = all.find((one) => one.kind === "event" && isMoment(one.start) && !one.zone && !one.repeat)!;
  const [task] = store.list("unfinishedTasks", "all");
  const note = all.find(({ kind }) => kind === "note")!;
  const on = (record: PensumRecord) =>
    meaningOf(store, carriedRecord(store, record), { at: "day", date: addDays(today, 5) });
  carryOut(store, on(event)!);
  expect(dayItems(store, addDays(today, 5)).some(({ record }) => record.id === event.id)).toBe(true);
  carryOut(store, on(task!)!);
  expect(store.get(task!.id)).toMatchObject({ doDay: addDays(today, 5) });
  expect(on(note)).toBeUndefined();

  // One that has no date gets it.
  const goal = all.find(({ kind }) => kind === "goal")!;
  store.act(editRecord, { id: goal.id, fields: { due: undefined } });
  carryOut(store, on(store.get(goal.id)!)!);
  expect(store.get(goal.id)).toMatchObject({ due: addDays(today, 5) });

  const before = plain(store);
  const tasks = store.list("unfinishedTasks", "all").slice(3, 6);
  const several: Carried = {
    ...{ kind: "several", title: "5 cards", minutes: 0 },
    of: [...tasks, goal, note].map((record) => carriedRecord(store, record)),
  };
  // At an hour tasks come one after the other, and what would go beyond midnight stays.
  const hours = (minute: number) => {
    carryOut(store, meaningOf(store, several, { at: "hour", date: addDays(today, 9), minute })!);
    const found = tasks.map(({ id }) => {
      const [block] = (store.list("blocksByTask", id) as readonly Block[]).filter(
        ({ start }) => start >= addDays(today, 9),
      );
      return block && [block.start.slice(11), minutesBetween(block.start, block.end)];
    });
    store.undo();
    return found;
  };
  const lengths = several.of.slice(0, 3).map(({ minutes }) => minutes) as [number, number, number];
  expect(hours(600).map((one) => one?.[1])).toEqual(lengths);
  expect(hours(600)[0]?.[0]).toBe("10:00");
  expect(minutesBetween(`${today}T10:00`, `${today}T${hours(600)[1]![0]}`)).toBe(lengths[0]);
  expect(hours(1440 - lengths[0])).toEqual([expect.anything(), undefined, undefined]);
  const { said } = carryOut(store, meaningOf(store, several, { at: "day", date: addDays(today, 9) })!);
  expect(said).toMatch(/^Moved 4 records to/);
  for (const { id } of tasks) expect(store.get(id)).toMatchObject({ doDay: addDays(today, 9) });
  expect(store.get(goal.id)).toMatchObject({ due: addDays(today, 9) });
  store.undo();
  expect(plain(store)).toEqual(before);
});

test("what has several days goes to a day by the one that it was taken by", async () => {
  const base = await opened();
  const event = {
    ...bareRecord("event", { id: "trip", title: "Trip", now: `${today}T09:00` }),
    start: "2026-11-20",
    end: "2026-11-23",
  };
  base.act({ name: "put", run: (tx) => (tx.put(event), "") }, undefined);
  const carried: Carried = { ...(carriedRecord(base, event) as Extract<Carried, { kind: "item" }>), grabDays: 2 };
  for (const at of ["day", "whole"] as const) {
    carryOut(base, meaningOf(base, carried, { at, date: "2026-12-10" })!);
    expect(base.get("trip")).toMatchObject({ start: "2026-12-08", end: "2026-12-11" });
    base.undo();
  }
});
