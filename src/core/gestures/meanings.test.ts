import { describe, expect, test } from "vitest";
import { bareRecord, type Event, type PensumRecord } from "../model";
import { Store, type Order } from "../store";
import { someTask } from "../testing/arbitraries";
import { standingClock } from "../time";
import { meaningOf, type Carried, type Target } from ".";

const now = "2026-11-24T11:07";
const event = (id: string, fields: Partial<Event>): Event => ({
  ...bareRecord("event", { id, title: id, now }),
  ...{ start: "2026-11-24T10:00", end: "2026-11-24T11:00" },
  ...fields,
});
const records: PensumRecord[] = [
  someTask("task1"),
  event("meeting", {}),
  event("fair", { start: "2026-11-24", end: "2026-11-25" }),
  event("call", { start: "2026-11-24T04:00", end: "2026-11-24T05:00", zone: "America/New_York" }),
  {
    ...bareRecord("block", { id: "hours", title: "", now }),
    ...{ task: "task1", start: now, end: "2026-11-24T12:07" },
  },
  { ...bareRecord("block", { id: "lunch", title: "Lunch", now }), ...{ start: now, end: "2026-11-24T12:07" } },
];
const store = new Store(new Map(records.map((one) => [one.id, one])), [], standingClock(now, "Europe/Berlin"));
const item = (id: string, grabDays = 0): Carried => ({
  ...{ kind: "item", id, title: id, minutes: 60, grabMinutes: 0 },
  ...(grabDays ? { grabDays } : {}),
});
const task: Carried = { kind: "task", task: "task1", title: "Task", minutes: 45 };
const line: Carried = { kind: "line", page: "day-2026-11-24", lineFrom: 3, line: "- x", title: "x", minutes: 30 };
const dated: Carried = { kind: "dated", id: "task1", by: { field: "due" } as never, title: "Task", minutes: 0 };

/** An order as its command's name and what it takes, those of several in a list. */
function spelled({ command, input }: Order): unknown {
  const { orders } = input as { orders?: readonly Order[] };
  return orders ? orders.map(spelled) : [command.name, input];
}
const meant = (carried: Carried, target: Target) => {
  const meaning = meaningOf(store, carried, target);
  return meaning && spelled(meaning.act);
};
const day = "2026-11-26";
const hour: Target = { at: "hour", date: day, minute: 570 };
const box: Target = { at: "box", box: "box1", date: day };
const wholeDay: Target = { at: "whole", date: day };
const sameHour: Target = { at: "day", date: day };

describe("what it means to put", () => {
  test.each<[string, Carried, [hour: unknown, box: unknown, whole: unknown, sameHour: unknown]]>([
    [
      "a task",
      task,
      [
        ["place", { task: "task1", start: `${day}T09:30`, minutes: 45 }],
        ["putInBox", { box: "box1", task: "task1", minutes: 45 }],
        ["giveDay", { tasks: ["task1"], day }],
        ["giveDay", { tasks: ["task1"], day }],
      ],
    ],
    [
      "a line",
      line,
      [
        ["placeLine", { page: "day-2026-11-24", lineFrom: 3, line: "- x", start: `${day}T09:30`, minutes: 30 }],
        undefined,
        undefined,
        ["placeLine", { page: "day-2026-11-24", lineFrom: 3, line: "- x", start: `${day}T12:00`, minutes: 30 }],
      ],
    ],
    [
      "hours of a task",
      item("hours"),
      [
        ["moveItem", { id: "hours", start: `${day}T09:30` }],
        [
          ["takeOff", { block: "hours" }],
          ["putInBox", { box: "box1", task: "task1", minutes: 60 }],
        ],
        ["takeOff", { block: "hours", day }],
        ["moveItem", { id: "hours", start: `${day}T11:07` }],
      ],
    ],
    [
      "hours of plain words",
      item("lunch"),
      [
        ["moveItem", { id: "lunch", start: `${day}T09:30` }],
        undefined,
        ["takeOff", { block: "lunch", day }],
        ["moveItem", { id: "lunch", start: `${day}T11:07` }],
      ],
    ],
    [
      "an event",
      item("meeting"),
      [
        ["moveItem", { id: "meeting", start: `${day}T09:30` }],
        undefined,
        ["setEventTime", { id: "meeting", start: day }],
        ["moveItem", { id: "meeting", start: `${day}T10:00` }],
      ],
    ],
    [
      "an event of whole days",
      item("fair"),
      [
        ["setEventTime", { id: "fair", start: `${day}T09:30` }],
        undefined,
        ["setEventTime", { id: "fair", start: day }],
        ["setEventTime", { id: "fair", start: day }],
      ],
    ],
    [
      "an event told in another zone",
      item("call"),
      [
        ["moveItem", { id: "call", start: `${day}T03:30` }],
        undefined,
        ["setEventTime", { id: "call", start: day }],
        ["moveItem", { id: "call", start: `${day}T04:00` }],
      ],
    ],
    ["what is gone", item("gone"), [undefined, undefined, undefined, undefined]],
    [
      "a record by one of its dates",
      dated,
      [
        ["moveDated", { id: "task1", field: "due", to: `${day}T09:30` }],
        undefined,
        ["moveDated", { id: "task1", field: "due", to: day }],
        ["moveDated", { id: "task1", field: "due", to: day }],
      ],
    ],
    [
      "a record that only goes about in a list",
      { kind: "record", id: "task1", title: "", minutes: 0 },
      [undefined, undefined, undefined, undefined],
    ],
  ])("%s at an hour, in a box, on a whole day, on a day at its hour", (_what, carried, means) => {
    expect([hour, box, wholeDay, sameHour].map((target) => meant(carried, target))).toEqual(means);
  });

  test("something on the day on which it is at its hour: nothing; a copy at an hour is one more", () => {
    expect(meant(item("meeting"), { at: "day", date: "2026-11-24" })).toBeUndefined();
    expect(meant(item("meeting"), { ...hour, copying: true })).toEqual([
      "copyItem",
      { id: "meeting", start: `${day}T09:30` },
    ]);
  });

  test("what was taken by its second day: its first day lies a day before, except at an hour", () => {
    expect(meant(item("fair", 1), wholeDay)).toEqual(["setEventTime", { id: "fair", start: "2026-11-25" }]);
    expect(meant(item("fair", 1), sameHour)).toEqual(["setEventTime", { id: "fair", start: "2026-11-25" }]);
    expect(meant(item("fair", 1), hour)).toEqual(["setEventTime", { id: "fair", start: `${day}T09:30` }]);
    expect(meaningOf(store, item("hours", 1), box)?.date).toBe(day);
  });

  test("several things: those that can go, in one act; at an hour tasks follow each other until the day is over", () => {
    const several = (...of: Carried[]): Carried => ({ kind: "several", of, title: "", minutes: 0 });
    expect(meant(several(task, task), box)).toBeUndefined();
    expect(meant(several(line), wholeDay)).toBeUndefined();
    expect(meant(several(line, task), wholeDay)).toEqual(["giveDay", { tasks: ["task1"], day }]);
    const late: Target = { at: "hour", date: day, minute: 1440 - 90 };
    expect(meant(several(task, item("meeting"), task, task), late)).toEqual([
      ["place", { task: "task1", start: `${day}T22:30`, minutes: 45 }],
      ["place", { task: "task1", start: `${day}T23:15`, minutes: 45 }],
    ]);
    expect((meaningOf(store, several(task, task), wholeDay)!.act.input as { said: string }).said).toBe(
      `Moved 2 records to ${day}`,
    );
  });
});
