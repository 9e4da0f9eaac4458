import fc from "fast-check";
import { beforeAll, describe, expect, test } from "vitest";
import {
  bareRecord,
  defaultSettings,
  type Event,
  type Note,
  type PensumRecord,
  type Task,
  type Work,
} from "../../model";
import { dayItems } from "../../plan";
import { apply, Store } from "../../store";
import { addDays, addMinutes, needLibrary, standingClock } from "../../time";
import { readCalendar, writeCalendar, type Writable } from ".";
import { folded } from "./lines";

beforeAll(needLibrary);

const now = "2026-11-24T11:07";
const zone = "Europe/Berlin";
const theme: PensumRecord = { id: "th", kind: "theme", title: "Fieldwork", dye: "woad", text: "" };

function reading(text: string, base: readonly PensumRecord[] = [theme]) {
  return readCalendar(text, { base, now, zone });
}
function records(text: string, base?: readonly PensumRecord[]): PensumRecord[] {
  return [...reading(text, base).changes.added.values()];
}
const calendar = (...lines: string[]) => ["BEGIN:VCALENDAR", "VERSION:2.0", ...lines, "END:VCALENDAR", ""].join("\r\n");
const event = (...lines: string[]) => calendar("BEGIN:VEVENT", "UID:one", ...lines, "END:VEVENT");

function written(all: readonly Writable[], base: readonly PensumRecord[] = []): string {
  const known = new Map([theme, defaultSettings, ...base, ...all].map((record) => [record.id, record as PensumRecord]));
  return writeCalendar(all, { find: (id) => known.get(id), now, zone });
}

describe("an event", () => {
  test("with all that Pensum knows of it", () => {
    const text = event(
      "DTSTART;TZID=America/Halifax:20261124T090000",
      "DTEND;TZID=America/Halifax:20261124T103000",
      "SUMMARY:Board\\, liaison\\; part 1",
      "DESCRIPTION:First line\\nsecond line",
      "LOCATION:river house",
      "CATEGORIES:Work,Fieldwork",
      "RRULE:FREQ=WEEKLY;BYDAY=TU",
      "EXDATE;TZID=America/Halifax:20261201T090000",
      "X-COLOUR:red",
      "BEGIN:VALARM",
      "TRIGGER:-PT15M",
      "ACTION:DISPLAY",
      "DESCRIPTION:soon",
      "END:VALARM",
    );
    expect(records(text)).toMatchObject([
      {
        kind: "event",
        title: "Board, liaison; part 1",
        text: "First line\nsecond line",
        place: "river house",
        start: "2026-11-24T09:00",
        end: "2026-11-24T10:30",
        zone: "America/Halifax",
        theme: "th",
        repeat: "FREQ=WEEKLY;BYDAY=TU EXDATE=20261201T090000",
        source: {
          uid: "one",
          calendar:
            "CATEGORIES:Work\r\nX-COLOUR:red\r\nBEGIN:VALARM\r\nTRIGGER:-PT15M\r\nACTION:DISPLAY\r\nDESCRIPTION:soon\r\nEND:VALARM",
        },
      },
    ]);
    // All of it is written again, alarm and unknown property too, and read as the same.
    const [read] = records(text) as [Event];
    const again = written([read]);
    for (const line of ["X-COLOUR:red", "TRIGGER:-PT15M", "CATEGORIES:Work", "CATEGORIES:Fieldwork", "UID:one"])
      expect(again).toContain(line);
    expect(reading(again, [theme, read])).toMatchObject({ same: 1, added: {}, changed: {} });
  });

  test.each<[string, string[], object]>([
    [
      "without an end lasts 15 minutes, and it is said",
      ["DTSTART:20261124T090000Z"],
      { start: "2026-11-24T09:00", end: "2026-11-24T09:15", zone: "UTC" },
    ],
    ["with a duration", ["DTSTART:20261124T090000", "DURATION:PT1H30M"], { end: "2026-11-24T10:30" }],
    ["of a whole day", ["DTSTART;VALUE=DATE:20261124"], { start: "2026-11-24", end: "2026-11-24" }],
    [
      "of several days, whose end is the day behind",
      ["DTSTART;VALUE=DATE:20261124", "DTEND;VALUE=DATE:20261127"],
      { end: "2026-11-26" },
    ],
    ["of several days by a duration", ["DTSTART;VALUE=DATE:20261124", "DURATION:P3D"], { end: "2026-11-26" }],
    [
      "that ends in another zone",
      ["DTSTART;TZID=Europe/Berlin:20261124T090000", "DTEND;TZID=Europe/London:20261124T090000"],
      { end: "2026-11-24T10:00" },
    ],
    [
      "in a zone with a path before it",
      ["DTSTART;TZID=/example.org/2026/Europe/Berlin:20261124T090000"],
      { zone: "Europe/Berlin" },
    ],
    ["of the year 1899", ["DTSTART;VALUE=DATE:18991231"], { start: "1899-12-31" }],
    [
      "in lower case and folded",
      ["dtstart:20261124T0900", " 00", "summary:A long", "  title"],
      { title: "A long title", start: "2026-11-24T09:00" },
    ],
  ])("%s", (_, lines, expected) => {
    expect(records(event(...lines))).toMatchObject([expected]);
  });

  test("of a zone that is not known is taken as it stands, or as the file describes it", () => {
    const unknown = reading(event("DTSTART;TZID=Mars:20261124T090000"));
    expect([...unknown.changes.added.values()]).toMatchObject([{ start: "2026-11-24T09:00" }]);
    expect(unknown.notes).toMatchObject([
      { line: 3, reason: expect.stringMatching(/“Mars” is unknown/) as string },
      {},
    ]);
    const described = calendar(
      "BEGIN:VTIMEZONE",
      "TZID:Works",
      "BEGIN:STANDARD",
      "DTSTART:19700101T000000",
      "TZOFFSETFROM:-0500",
      "TZOFFSETTO:-0500",
      "END:STANDARD",
      "END:VTIMEZONE",
      "BEGIN:VEVENT",
      "UID:one",
      "DTSTART;TZID=Works:20261124T090000",
      "END:VEVENT",
    );
    expect(records(described)).toMatchObject([{ start: "2026-11-24T09:00", zone: "Etc/GMT+5" }]);
  });

  test("of a series that was moved alone", () => {
    const text = calendar(
      "BEGIN:VEVENT",
      "UID:s",
      "RECURRENCE-ID:20261201T090000",
      "DTSTART:20261202T140000",
      "DURATION:PT1H",
      "SUMMARY:Call, late",
      "END:VEVENT",
      "BEGIN:VEVENT",
      "UID:s",
      "DTSTART:20261124T090000",
      "DURATION:PT1H",
      "RRULE:FREQ=WEEKLY;COUNT=3",
      "SUMMARY:Call",
      "END:VEVENT",
    );
    const store = new Store(new Map(), [], standingClock(now, zone));
    store.applyExactly(reading(text).changes);
    const starts = Array.from({ length: 21 }, (_, at) => addDays("2026-11-24", at)).flatMap((date) =>
      dayItems(store, date).map(({ record }) => `${record.start} ${(record as Event).title}`),
    );
    expect(starts).toEqual(["2026-11-24T09:00 Call", "2026-12-02T14:00 Call, late", "2026-12-08T09:00 Call"]);
    expect(reading(text, [...store.records()])).toMatchObject({ same: 2, added: {}, changed: {}, faults: [] });
    expect(reading(written([...store.records()] as Writable[]), [...store.records()])).toMatchObject({
      same: 2,
      added: {},
      changed: {},
    });
  });
});

test("tasks and journals", () => {
  const text = calendar(
    "BEGIN:VTODO",
    "UID:t",
    "SUMMARY:Order stakes",
    "DUE;VALUE=DATE:20261127",
    "DTSTART;VALUE=DATE:20261125",
    "DURATION:PT45M",
    "STATUS:IN-PROCESS",
    "PRIORITY:1",
    "END:VTODO",
    "BEGIN:VTODO",
    "UID:d",
    "SUMMARY:Done one",
    "STATUS:COMPLETED",
    "COMPLETED:20261120T100000Z",
    "PRIORITY:9",
    "END:VTODO",
    "BEGIN:VJOURNAL",
    "UID:j",
    "SUMMARY:Log",
    "DESCRIPTION:Rain.",
    "CATEGORIES:field log,Weir",
    "DTSTAMP:20261101T080000Z",
    "END:VJOURNAL",
  );
  expect(records(text)).toMatchObject([
    {
      kind: "task",
      title: "Order stakes",
      due: "2026-11-27",
      doDay: "2026-11-25",
      estimateMinutes: 45,
      state: "doing",
      priority: "vital",
    },
    { kind: "task", state: "done", doneAt: "2026-11-20T11:00", priority: "low" },
    { kind: "note", title: "Log", text: "Rain.", tags: ["field-log", "Weir"], createdAt: "2026-11-01T09:00" },
  ]);
});

test("a broken component is told of with its line, and the rest goes in", () => {
  const text = calendar(
    "BEGIN:VEVENT",
    "UID:a",
    "SUMMARY:No start",
    "END:VEVENT",
    "BEGIN:VEVENT",
    "UID:b",
    "DTSTART:99999999",
    "END:VEVENT",
    "BEGIN:VEVENT",
    "UID:c",
    "DTSTART;VALUE=DATE:20261124",
    "this is no line",
    "END:VEVENT",
    "BEGIN:VEVENT",
    "UID:never-ends",
    "DTSTART;VALUE=DATE:20261124",
    "BEGIN:VEVENT",
    "UID:ok",
    "DTSTART;VALUE=DATE:20261124",
    "SUMMARY:Whole",
    "END:VEVENT",
    "BEGIN:VEVENT",
    "UID:gone",
    "RECURRENCE-ID:20261201T090000",
    "DTSTART:20261202T140000",
    "END:VEVENT",
  );
  const { faults, changes } = reading(text);
  expect([...changes.added.values()]).toMatchObject([{ title: "Whole" }]);
  expect(faults.map(({ line }) => line).sort((a, b) => a - b)).toEqual([3, 7, 14, 16, 24]);
  expect(reading("nothing of the kind")).toMatchObject({ added: {}, faults: [] });
});

test("two megabytes in one line go in and out", () => {
  const long = "x".repeat(2_000_000);
  const [read] = records(event("DTSTART;VALUE=DATE:20261124", `DESCRIPTION:${long}`)) as [Event];
  expect(read.text).toHaveLength(2_000_000);
  expect(reading(written([read]), [theme, read]).same).toBe(1);
});

test("lines are folded at 75 octets, and no letter is cut", () => {
  fc.assert(
    fc.property(fc.string({ unit: "grapheme", maxLength: 400 }), (words) => {
      const text = `SUMMARY:${words.replace(/[\r\n\u2028\u2029]/g, " ")}`;
      const lines = folded(text).split("\r\n");
      for (const line of lines) expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(75);
      expect(lines.map((line, at) => (at === 0 ? line : line.slice(1))).join("")).toBe(text);
    }),
  );
});

const words = fc
  .string({ unit: fc.constantFrom("a", "B", "é", "水", ";", ",", "\\", ":", '"', " "), minLength: 1, maxLength: 60 })
  .map((text) => text.replace(/\s+/g, " ").trim() || "x");
const prose = fc.array(words, { maxLength: 4 }).map((lines) => lines.join("\n"));
const date = fc.integer({ min: -3000, max: 3000 }).map((days) => addDays("2026-11-24", days));
const moment = fc
  .tuple(date, fc.integer({ min: 0, max: 95 }))
  .map(([day, quarter]) => addMinutes(`${day}T00:00`, quarter * 15));
const option = <T>(of: fc.Arbitrary<T>) => fc.option(of, { nil: undefined });
const rule = fc.constantFrom(
  "FREQ=WEEKLY;BYDAY=MO",
  "FREQ=DAILY;COUNT=9",
  "FREQ=MONTHLY;BYDAY=-1FR;UNTIL=20301231",
  "FREQ=YEARLY EXDATE=20291124",
);
const anyEvent: fc.Arbitrary<Event> = fc
  .record({
    title: words,
    text: prose,
    place: words,
    start: fc.oneof(date, moment),
    length: fc.integer({ min: 1, max: 3000 }),
    zone: option(fc.constantFrom("America/New_York", "Asia/Kolkata", "UTC", "Europe/London")),
    repeat: option(rule),
    theme: option(fc.constant("th")),
    inCalendar: option(fc.constantFrom("Crew", "Home, garden; shed")),
    calendar: option(fc.constantFrom("X-A:1", "ATTENDEE;CN=Ines:mailto:ines@example.org")),
  })
  .map(({ start, length, zone: own, repeat, theme: of, calendar: kept, inCalendar, ...rest }) => ({
    ...rest,
    id: "",
    kind: "event",
    people: [],
    createdAt: "2026-11-01T08:00",
    start,
    end: start.length === 10 ? addDays(start, length % 9) : addMinutes(start, length),
    ...(own && start.length > 10 ? { zone: own } : {}),
    ...(repeat
      ? {
          repeat:
            start.length === 10
              ? repeat
              : repeat.replace(/EXDATE=(\d+)/, `EXDATE=$1T${start.slice(11).replace(":", "")}00`),
        }
      : {}),
    ...(of ? { theme: of } : {}),
    ...(inCalendar ? { calendar: inCalendar } : {}),
    ...(kept ? { source: { calendar: kept } } : {}),
  }));
test("events come into the calendar that the file names, and stay where they were put since", () => {
  const file = (name: string) =>
    `BEGIN:VCALENDAR\r\n${name}\r\nBEGIN:VEVENT\r\nUID:a\r\nSUMMARY:Tide\r\nDTSTART:20261124T090000\r\nDURATION:PT1H\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n`;
  for (const [name, calendar] of [
    ["NAME:Tides\\, north", "Tides, north"],
    ["X-WR-CALNAME:Tides", "Tides"],
    ["X-OTHER:Tides", undefined],
  ] as const) {
    const [event] = reading(file(name)).changes.added.values();
    expect((event as Event).calendar).toBe(calendar);
    const moved = { ...(event as Event), calendar: "Mine", notes: "page" };
    expect(reading(file(name), [moved])).toMatchObject({ same: 1, added: {}, changed: {} });
  }
});

const anyTask: fc.Arbitrary<Task> = fc
  .record({
    title: words,
    text: prose,
    state: fc.constantFrom("open" as const, "doing" as const, "done" as const, "dropped" as const),
    doDay: option(date),
    due: option(fc.oneof(date, moment)),
    estimateMinutes: option(fc.integer({ min: 1, max: 5000 })),
    priority: option(fc.constantFrom("vital", "high", "normal", "low")),
  })
  .map((fields) => ({
    ...(JSON.parse(JSON.stringify(fields)) as typeof fields),
    id: "",
    kind: "task",
    tags: [],
    people: [],
    carried: 0,
    createdAt: "2026-11-01T08:00",
    ...(fields.state === "done" ? { doneAt: "2026-11-20T09:30" } : {}),
  })) as fc.Arbitrary<Task>;
const anyNote: fc.Arbitrary<Note> = fc
  .record({ title: words, text: prose, tags: fc.uniqueArray(fc.constantFrom("log", "weir", "2026"), { maxLength: 3 }) })
  .map((fields) => ({ ...fields, id: "", kind: "note", createdAt: "2026-11-01T08:00" }));

test("what is written is read as the same, into this workspace and into an empty one, and a second time changes nothing", () => {
  fc.assert(
    fc.property(fc.array(fc.oneof(anyEvent, anyTask, anyNote), { maxLength: 8 }), (made) => {
      const all = made.map((record, at) => ({ ...record, id: `r${at}` })) as Writable[];
      const text = written(all);
      expect(reading(text, [theme, ...all])).toMatchObject({
        same: all.length,
        added: {},
        changed: {},
        faults: [],
        notes: [],
      });
      const fresh = new Map<string, PensumRecord>([[theme.id, theme]]);
      apply(
        {
          get: (id) => fresh.get(id),
          set: (id, record) => void fresh.set(id, record),
          delete: (id) => void fresh.delete(id),
        },
        reading(text).changes,
      );
      const without = ({ source: _source, ...rest }: PensumRecord & { source?: unknown }) => rest;
      expect([...fresh.values()].slice(1).map(without)).toEqual(all.map(without));
      expect(reading(text, [...fresh.values()])).toMatchObject({ same: all.length, added: {}, changed: {} });
    }),
    { numRuns: 200 },
  );
}, 60_000);

describe("an entry of the work log", () => {
  const task: Task = { ...bareRecord("task", { id: "ta", title: "Level [[Weir 3]]", now }), theme: "th" };
  const entry = (fields: Partial<Work> = {}): Work => ({
    ...bareRecord("work", { id: "we", now }),
    ...{ start: "2026-11-24T08:15", end: "2026-11-24T09:17", task: "ta" },
    ...fields,
  });

  test("goes out as time that blocks nothing, by what it was on, and without an end while it runs", () => {
    const text = written([entry({ text: "wet" })], [task]);
    expect(text).toContain("SUMMARY:Level Weir 3\r\n");
    expect(text).toContain("DTSTART:20261124T081500\r\nDTEND:20261124T091700\r\n");
    expect(text).toContain("CATEGORIES:Fieldwork\r\nTRANSP:TRANSPARENT");
    expect(text).toContain("DESCRIPTION:wet");
    const { end: _end, ...running } = entry();
    expect(written([running as Work], [task])).not.toContain("DTEND");
  });

  test("read back where it came from changes nothing; elsewhere it is an event", () => {
    const text = written([entry()], [task]);
    const { changes, faults } = reading(text, [theme, task, entry()]);
    expect([changes.added.size, changes.updated.size, changes.removed.size, faults.length]).toEqual([0, 0, 0, 0]);
    expect(records(text)).toMatchObject([{ kind: "event", title: "Level Weir 3", end: "2026-11-24T09:17" }]);
  });
});
