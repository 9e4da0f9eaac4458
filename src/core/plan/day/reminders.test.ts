import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { readCalendar, writeCalendar } from "../../interop/icalendar/index";
import {
  bareRecord,
  defaultSettings,
  type Event,
  type PensumRecord,
  type Settings,
  type Task,
} from "../../model/index";
import { understand } from "../../capture/index";
import { Store } from "../../store/index";
import { addDays, addMinutes, momentAt, standingClock, workingDay } from "../../time/index";
import { remindersBetween, stillRings } from "./reminders";

const today = "2026-11-24";
const now = `${today}T08:00`;
const zone = "Europe/Berlin";
const settings: Settings = { ...defaultSettings, remindOfEvents: 10 };
const event = (id: string, start: string, fields: Partial<Event> = {}): PensumRecord => ({
  ...bareRecord("event", { id, title: `Event ${id}`, now }),
  ...{ start: `${today}T${start}`, end: `${today}T20:00` },
  ...fields,
});
const task = (id: string, fields: Partial<Task>): PensumRecord => ({
  ...bareRecord("task", { id, title: `Task ${id}`, now }),
  ...fields,
});
const opened = (...records: PensumRecord[]) =>
  new Store(new Map([settings, ...records].map((one) => [one.id, one])), [], standingClock(now, zone));
const rings = (store: Store, until = `${today}T23:59`, from = now) =>
  remindersBetween(store, from, until).map(({ record, at, what }) => `${record} ${what} ${at.slice(5)}`);

describe("what rings", () => {
  const drawn = fc.array(
    fc.record({
      day: fc.integer({ min: -3, max: 50 }),
      minute: fc.integer({ min: 0, max: 1439 }),
      before: fc.oneof(fc.constantFrom(0, 10, 1440, 10080, 10081, 20160, 60000), fc.integer({ min: 0, max: 60000 })),
      what: fc.constantFrom("event", "wholeDay", "daily", "due", "dueDay", "block", "task"),
      isDone: fc.boolean(),
    }),
    { maxLength: 12 },
  );
  test("is all that a count over everything finds, however long before and in whatever window", () => {
    fc.assert(
      fc.property(
        drawn,
        fc.integer({ min: 0, max: 20000 }),
        fc.integer({ min: 1, max: 20000 }),
        (all, from, length) => {
          const after = addMinutes(now, from);
          const until = addMinutes(after, length);
          const expected = new Set<string>();
          const ring = (id: string, what: string, start: string, before: number) => {
            const at = addMinutes(start, -before);
            if (at > after && at <= until) expected.add(`${id} ${what} ${at.slice(5)}`);
          };
          const records = all.flatMap(({ day, minute, before, what, isDone }, n): PensumRecord[] => {
            const date = addDays(today, day);
            const start = momentAt(date, minute);
            const hours = { start, end: addMinutes(start, 30) };
            const id = `r${n}`;
            switch (what) {
              case "event":
                ring(id, "start", start, before);
                return [event(id, "08:00", { ...hours, remindMinutes: before })];
              case "wholeDay":
                ring(id, "start", momentAt(date, workingDay(settings.workingWeek, date)?.startMinute ?? 540), before);
                return [event(id, "08:00", { start: date, end: date, remindMinutes: before })];
              case "daily":
                for (let more = 0; more < 90; more++) {
                  const again = addMinutes(start, more * 1440);
                  ring(`${id}-${again.replace(/[-:]/g, "").toLowerCase()}00`, "start", again, before);
                }
                return [event(id, "08:00", { ...hours, remindMinutes: before, repeat: "FREQ=DAILY" })];
              case "due":
                if (!isDone) ring(id, "due", start, before);
                return [task(id, { due: start, remindMinutes: before, state: isDone ? "done" : "open" })];
              case "dueDay":
                ring(id, "due", momentAt(date, workingDay(settings.workingWeek, date)?.startMinute ?? 540), before);
                return [task(id, { due: date, remindMinutes: before })];
              case "block":
                ring(id, "start", start, before);
                return [{ ...bareRecord("block", { id, title: "Block", now }), ...hours, remindMinutes: before }];
              default:
                if (!isDone) ring(`b${n}`, "start", start, before);
                return [
                  task(id, { remindMinutes: before, state: isDone ? "done" : "open" }),
                  { ...bareRecord("block", { id: `b${n}`, title: "", now }), ...hours, task: id },
                ];
            }
          });
          expect(rings(opened(...records, defaultSettings), until, after).sort()).toEqual([...expected].sort());
        },
      ),
      { numRuns: 300 },
    );
  });

  it("is before events as they say or as all do, told in whatever zone, and each time that they come again", () => {
    const events = [
      event("own", "13:00", { remindMinutes: 30 }),
      event("all", "15:00"),
      event("day", "09:00", { start: today, end: today }),
      event("far", "09:00", { zone: "America/New_York" }),
      event("again", "10:00", { repeat: "FREQ=DAILY", end: `${today}T10:30` }),
    ];
    const store = opened(...events);
    expect(rings(store, "2026-11-25T12:00")).toEqual([
      "again-20261124t100000 start 11-24T09:50",
      "own start 11-24T12:30",
      "all start 11-24T14:50",
      "far start 11-24T14:50",
      "again-20261125t100000 start 11-25T09:50",
    ]);
    expect(rings(opened(...events, defaultSettings))).toEqual(["own start 11-24T12:30"]);
  });

  it("is before a task's hours, before it is due and at a time of its own; not for what is done or a colleague's", () => {
    const store = opened(
      { ...bareRecord("person", { id: "me", title: "Me", now }), role: "" },
      { ...bareRecord("person", { id: "ines", title: "Ines", now }), role: "" },
      { ...settings, me: "me" },
      task("due", { due: `${today}T12:00`, remindMinutes: 60 }),
      task("day", { due: "2026-11-25", remindMinutes: 0 }),
      task("own", { remindAt: `${today}T16:00` }),
      task("placed", { remindMinutes: 5 }),
      { ...bareRecord("block", { id: "b", now }), start: `${today}T18:00`, end: `${today}T19:00`, task: "placed" },
      task("done", { due: `${today}T12:00`, remindMinutes: 60, state: "done" }),
      task("hers", { due: `${today}T12:00`, remindMinutes: 60, people: ["ines"] }),
    );
    expect(rings(store, "2026-11-25T23:00")).toEqual([
      "due due 11-24T11:00",
      "own own 11-24T16:00",
      "b start 11-24T17:55",
      // What is due on a date rings when work begins on it.
      "day due 11-25T08:00",
    ]);
  });

  it("is no longer what moved or was done, and nothing twice from one look to the next", () => {
    const store = opened(event("own", "13:00", { remindMinutes: 30 }));
    const [first] = remindersBetween(store, now, `${today}T12:30`);
    expect(rings(store, `${today}T23:00`, `${today}T12:30`)).toEqual([]);
    expect(stillRings(store, first!)).toBe(true);
    store.act({ name: "move", run: (tx) => (tx.update("own", { start: `${today}T14:00` }), "") }, {});
    expect(stillRings(store, first!)).toBe(false);
  });
});

describe("reminders in a calendar file", () => {
  const written = (...records: (Event | Task)[]) =>
    writeCalendar(records, { find: (id) => records.find((one) => one.id === id), now, zone });
  const readInto = (text: string, ...records: PensumRecord[]) => readCalendar(text, { base: records, now, zone });

  it("go out as alarms and come back as they were, with nothing changed", () => {
    const records = [
      event("eone00000001", "13:00", { remindMinutes: 30, title: "Site; meeting" }),
      task("tone00000001", { due: `${today}T12:00`, remindMinutes: 0 }),
    ] as (Event | Task)[];
    const text = written(...records);
    expect(text).toContain("TRIGGER:-PT30M");
    expect(text).toContain("TRIGGER;RELATED=END:PT0M");
    const { changes } = readInto(text, ...records);
    expect([changes.added.size, changes.updated.size]).toEqual([0, 0]);
  });
});

describe("a typed line", () => {
  const context = {
    now,
    style: { locale: "en-GB", hour12: false },
    priorities: defaultSettings.priorities,
    theme: () => undefined,
    person: () => undefined,
  };
  it.each([
    ["call the mill 14:00 remind me 10 min before", "call the mill", 10],
    ["event: site visit friday 9:00, remind me an hour ahead", "site visit", 60],
    ["letter due friday 12:00 remind me 1 h 30 before", "letter", 90],
    ["stakes 14:00 remind me then", "stakes", 0],
    ["remind Ines of the key", "remind Ines of the key", undefined],
    ["order stakes remind me in the week’s summary", "order stakes", undefined],
    ["order stakes, reminder in the weekly review", "order stakes", undefined],
  ])("%s", (line, title, minutes) => {
    const draft = understand(line, context);
    expect([draft.title, draft.remindMinutes]).toEqual([title, minutes]);
  });
});
