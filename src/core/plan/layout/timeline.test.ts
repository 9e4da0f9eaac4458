import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { PensumRecord, Task } from "../../model/index";
import { Store } from "../../store/index";
import { someTask } from "../../testing/arbitraries";
import { barLanes, decidingChain, minutesSince, timelineRows, tooEarly, type TimelineBar } from "..";

const base = { text: "", createdAt: "2026-11-01T08:00" };
const task = (id: string, fields: Partial<Task> = {}): Task =>
  someTask(id, { title: id, createdAt: base.createdAt, ...fields });
const bar = (id: string, start: number, end: number, after: string[] = [], done = false): TimelineBar => ({
  id,
  kind: "task",
  title: id,
  start,
  end,
  done,
  theme: undefined,
  sittings: [],
  worked: [],
  after,
});
const setting = { now: "2026-11-24T11:07", zone: "Europe/Berlin", doneSince: "2026-11-01", events: true };

test("bars of a row never cover one another or their words", () => {
  const bars = fc.array(fc.tuple(fc.nat(5000), fc.integer({ min: 1, max: 800 })), { maxLength: 60 });
  fc.assert(
    fc.property(bars, fc.integer({ min: 0, max: 400 }), (all, words) => {
      const sorted = all
        .map(([start, length], at) => bar(`b${at}`, start, start + length))
        .sort((a, b) => a.start - b.start);
      const lanes = barLanes(sorted, () => words);
      // Each takes the first lane that is free.
      const ends: number[] = [];
      const first = sorted.map(({ start, end }) => {
        const free = ends.findIndex((taken) => taken <= start);
        const lane = free < 0 ? ends.length : free;
        ends[lane] = Math.max(end, start + words);
        return lane;
      });
      expect(lanes).toEqual(first);
      sorted.forEach((one, at) =>
        sorted.slice(0, at).forEach((other, before) => {
          if (lanes[before] === lanes[at])
            expect(Math.max(other.end, other.start + words)).toBeLessThanOrEqual(one.start);
        }),
      );
    }),
  );
});

describe("the timeline", () => {
  const goal: PensumRecord = {
    ...base,
    id: "g",
    kind: "goal",
    title: "Grant claim",
    span: "quarter",
    state: "open",
    due: "2026-11-27",
  };
  const records: PensumRecord[] = [
    goal,
    task("placed", { goal: "g", doDay: "2026-11-24" }),
    { ...base, id: "b1", kind: "block", title: "", task: "placed", start: "2026-11-25T09:00", end: "2026-11-25T10:00" },
    { ...base, id: "b2", kind: "block", title: "", task: "placed", start: "2026-11-26T09:00", end: "2026-11-26T11:00" },
    task("day", { goal: "g", doDay: "2026-11-24", estimateMinutes: 90 }),
    task("due", { goal: "g", due: "2026-11-27T12:00", estimateMinutes: 120 }),
    task("none", { goal: "g" }),
    task("old", { state: "done", doneAt: "2026-10-01T09:00", doDay: "2026-10-01" }),
    task("alone", { doDay: "2026-11-30" }),
    { ...base, id: "w", kind: "work", title: "", task: "day", start: "2026-11-24T09:00", end: "2026-11-24T09:30" },
  ];
  const store = new Store(new Map(records.map((record) => [record.id, record])));

  test("gives each thing its time: its hours, its do day, or the time before it is due", () => {
    const [grant, none] = timelineRows(store, "goal", setting);
    const times = Object.fromEntries(grant!.bars.map(({ id, start, end }) => [id, [start, end]]));
    expect(times).toEqual({
      placed: [minutesSince("2026-11-25T09:00"), minutesSince("2026-11-26T11:00")],
      day: [minutesSince("2026-11-24T09:00"), minutesSince("2026-11-24T09:30")],
      due: [minutesSince("2026-11-27T10:00"), minutesSince("2026-11-27T12:00")],
    });
    expect(grant!.span).toMatchObject({ start: minutesSince("2026-11-01"), end: minutesSince("2026-11-28") });
    expect(grant!.leftMinutes).toBe(60 + 120);
    expect(none).toMatchObject({ id: "", bars: [{ id: "alone" }] });
    expect(timelineRows(store, "none", setting)).toHaveLength(1);
  });

  test("marks the chain that decides the end, and what begins too early", () => {
    const bars = [
      bar("a", 0, 10),
      bar("b", 0, 30),
      bar("c", 20, 40, ["a", "b"]),
      bar("d", 50, 60, ["c"]),
      bar("e", 0, 90),
    ];
    expect(decidingChain(bars)).toEqual(["b", "c", "d"]);
    expect(tooEarly(bars).map(({ bar: one, waitsFor }) => [one.id, waitsFor.id])).toEqual([["c", "b"]]);
    expect(decidingChain([bar("x", 0, 1, ["y"]), bar("y", 0, 2, ["x"])])).toHaveLength(2);
    expect(decidingChain([bar("a", 0, 10)])).toEqual([]);
  });
});

test("what comes again has a bar each time, and hours of a theme stand with their theme, tasks in boxes in their part", () => {
  const records: PensumRecord[] = [
    { ...base, id: "desk", kind: "theme", title: "Desk", dye: "slate" } as PensumRecord,
    {
      ...base,
      id: "call",
      kind: "event",
      title: "Call",
      start: "2026-11-23T09:00",
      end: "2026-11-23T09:45",
      repeat: "RRULE:FREQ=WEEKLY;COUNT=4",
      place: "",
      people: [],
      theme: "desk",
    },
    {
      ...base,
      id: "box",
      kind: "block",
      title: "",
      theme: "desk",
      start: "2026-11-25T09:00",
      end: "2026-11-25T12:00",
      holds: [
        { task: "first", minutes: 30 },
        { task: "second", minutes: 45 },
      ],
    },
    task("first", { theme: "desk" }),
    task("second", { theme: "desk" }),
  ];
  const store = new Store(new Map(records.map((record) => [record.id, record])));
  const [row] = timelineRows(store, "theme", setting);
  const at = (wanted: string) => row!.bars.filter(({ title }) => title === wanted).map(({ start }) => start);
  expect(at("Call")).toEqual(
    ["2026-11-23", "2026-11-30", "2026-12-07", "2026-12-14"].map((day) => minutesSince(`${day}T09:00`)),
  );
  expect(at("Desk")).toEqual([minutesSince("2026-11-25T09:00")]);
  expect(row!.bars.find(({ id }) => id === "second")).toMatchObject({
    start: minutesSince("2026-11-25T09:30"),
    end: minutesSince("2026-11-25T10:15"),
  });
});
