import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { defaultSettings, type Event, type PensumRecord, type Task } from "../model";
import { Store } from "../store";
import { someTask } from "../testing/arbitraries";
import { standingClock } from "../time";
import {
  allDayEvents,
  byPressing,
  columns,
  dayItems,
  firstFit,
  gapsBetween,
  isLate,
  lateText,
  partsOf,
  reasonsOf,
  totalMinutes,
  tray,
} from ".";

const stretches = fc
  .array(fc.tuple(fc.nat(1400), fc.integer({ min: 1, max: 300 })), { maxLength: 25 })
  .map((all) =>
    all
      .map(([startMinute, minutes]) => ({ startMinute, endMinute: Math.min(1440, startMinute + minutes) }))
      .sort((a, b) => a.startMinute - b.startMinute || b.endMinute - a.endMinute),
  );
const now = "2026-11-24T11:07";
const style = { locale: "en-GB", hour12: false };
const storeOf = (...records: PensumRecord[]) =>
  new Store(new Map(records.map((record) => [record.id, record])), [], standingClock(now, "Europe/Berlin"));

test("stretches laid in columns never cover each other, and stay inside their group", () => {
  fc.assert(
    fc.property(stretches, fc.constantFrom(0, 18), (all, least) => {
      const placed = columns(all, least);
      const end = (at: number) => Math.max(all[at]!.endMinute, all[at]!.startMinute + least);
      all.forEach((one, a) => {
        const own = placed[a]!;
        expect(own.column + own.span).toBeLessThanOrEqual(own.of);
        all.forEach((other, b) => {
          if (b <= a || other.startMinute >= end(a) || end(b) <= one.startMinute) return;
          const next = placed[b]!;
          const apart = own.column + own.span <= next.column || next.column + next.span <= own.column;
          expect(apart && own.of === next.of).toBe(true);
        });
      });
    }),
  );
});

test("the gaps between stretches are just the minutes that none takes", () => {
  fc.assert(
    fc.property(stretches, fc.nat(700), fc.integer({ min: 700, max: 1440 }), (taken, start, end) => {
      const free = new Set<number>();
      for (let minute = start; minute < end; minute++)
        if (!taken.some((one) => one.startMinute <= minute && minute < one.endMinute)) free.add(minute);
      const gaps = gapsBetween(taken, start, end);
      expect(totalMinutes(gaps)).toBe(free.size);
      for (const gap of gaps)
        for (let minute = gap.startMinute; minute < gap.endMinute; minute++) expect(free.has(minute)).toBe(true);
    }),
  );
  expect(
    firstFit(
      [
        { startMinute: 0, endMinute: 20 },
        { startMinute: 60, endMinute: 120 },
      ],
      30,
    ),
  ).toBe(60);
  expect(
    firstFit(
      [
        { startMinute: 0, endMinute: 20 },
        { startMinute: 60, endMinute: 70 },
      ],
      30,
    ),
  ).toBe(0);
  expect(firstFit([], 30)).toBeUndefined();
});

describe("an event", () => {
  const event = (fields: Partial<Event>): Event => ({
    id: "ea",
    kind: "event",
    title: "Call",
    start: "2026-11-24T22:00",
    end: "2026-11-24T23:00",
    place: "",
    people: [],
    text: "",
    createdAt: now,
    ...fields,
  });

  test("told in another zone lies where the person's clock has it, on the next day too", () => {
    const store = storeOf(event({ zone: "America/Halifax" }));
    expect(dayItems(store, "2026-11-24")).toEqual([]);
    expect(dayItems(store, "2026-11-25")).toMatchObject([{ startMinute: 180, endMinute: 240 }]);
  });

  test("of whole days stands on each of them and has no hours", () => {
    const store = storeOf(event({ start: "2026-11-24", end: "2026-11-26" }));
    for (const day of ["2026-11-24", "2026-11-26"]) expect(allDayEvents(store, day)).toHaveLength(1);
    expect(allDayEvents(store, "2026-11-27")).toEqual([]);
    expect(dayItems(store, "2026-11-25")).toEqual([]);
  });
});

describe("what presses", () => {
  test("is late after its date or its moment, and says so in words", () => {
    const late = (due: string) => isLate({ due }, now);
    expect(["2026-11-23", "2026-11-24", "2026-11-24T11:00", "2026-11-24T12:00"].map(late)).toEqual([
      true,
      false,
      true,
      false,
    ]);
    expect(["2026-11-24T09:00", "2026-11-23", "2026-11-20"].map((due) => lateText(due, now))).toEqual([
      "late today",
      "1 day late",
      "4 days late",
    ]);
  });

  test("comes with its reasons, the strongest first", () => {
    const task = someTask("ta", { due: "2026-11-23", priority: "vital", carried: 2, doDay: "2026-11-20" });
    expect(reasonsOf(task, now, defaultSettings, style).map((reason) => reason.text)).toEqual([
      "1 day late",
      "vital",
      "carried twice",
      "from Fri 20 Nov",
    ]);
    expect(reasonsOf(someTask("tb", { priority: "low" }), now, defaultSettings, style)).toEqual([]);
  });

  test("is ordered by lateness, nearness, priority, times carried and age", () => {
    const tasks: Task[] = [
      someTask("plain"),
      someTask("older", { createdAt: "2026-11-20T08:00" }),
      someTask("carried", { carried: 3 }),
      someTask("vital", { priority: "vital" }),
      someTask("soon", { due: "2026-11-26" }),
      someTask("late", { due: "2026-11-01" }),
    ];
    expect(byPressing(tasks, now, defaultSettings).map((task) => task.id)).toEqual([
      "late",
      "soon",
      "vital",
      "carried",
      "older",
      "plain",
    ]);
  });
});

test("the tray holds what has no hour to come: not what rests, is planned for later or stands under its whole", () => {
  const block = (id: string, task: string, end: string): PensumRecord => ({
    id,
    kind: "block",
    start: "2026-11-24T09:00",
    end,
    task,
    title: "",
    text: "",
    createdAt: now,
  });
  const store = storeOf(
    someTask("open"),
    someTask("resting", { restUntil: "2026-11-30" }),
    someTask("later", { doDay: "2026-11-27" }),
    someTask("latersoon", { doDay: "2026-12-20", due: "2026-11-27" }),
    someTask("part", { parent: "open" }),
    someTask("placed"),
    block("ba", "placed", "2026-11-24T12:00"),
    someTask("over"),
    block("bb", "over", "2026-11-24T10:00"),
    someTask("done", { state: "done" }),
  );
  expect(new Set(tray(store, "2026-11-24").map((task) => task.id))).toEqual(new Set(["open", "latersoon", "over"]));
  const ahead = tray(store, "2026-11-27").map((task) => task.id);
  expect(ahead[0]).toBe("later");
  expect(new Set(ahead)).toEqual(new Set(["later", "open", "over"]));
  expect(tray(store, "2026-11-23")).toEqual([]);
});

test("the parts of a task are found at any depth, once each, even in a circle", () => {
  const store = storeOf(
    someTask("ta", { parent: "tc" }),
    someTask("tb", { parent: "ta" }),
    someTask("tc", { parent: "tb" }),
  );
  expect(partsOf(store, store.find("task", "ta")!).map((part) => part.id)).toEqual(["tb", "tc"]);
});
