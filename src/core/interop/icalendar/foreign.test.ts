import { beforeAll, describe, expect, test } from "vitest";
import { defaultSettings, type PensumRecord } from "../../model";
import { dayItems, occurrencesOn, recordOrOccurrence } from "../../plan";
import { apply, Store } from "../../store";
import { addDays, moveZone, needLibrary, standingClock } from "../../time";
import { readCalendar, writeCalendar, type Writable } from ".";

beforeAll(needLibrary);

const now = "2026-11-24T11:07";
const zone = "Europe/Berlin";
const calendar = (...lines: string[]) => ["BEGIN:VCALENDAR", "VERSION:2.0", ...lines, "END:VCALENDAR", ""].join("\r\n");

function readInto(records: Map<string, PensumRecord>, text: string, own = zone) {
  const reading = readCalendar(text, { base: records.values(), now, zone: own });
  apply(records, reading.changes);
  return reading;
}

/** The instants, in UTC, at which something of that title starts between two dates. */
function instants(records: ReadonlyMap<string, PensumRecord>, title: string, from: string, to: string, own = zone) {
  const store = new Store(new Map(records), [], standingClock(now, own));
  const found = new Set<string>();
  for (let date = from; date <= to; date = addDays(date, 1))
    for (const item of dayItems(store, date)) {
      const record = recordOrOccurrence(store, item.record.id);
      if (record?.kind === "event" && record.title === title)
        found.add(moveZone(record.start, record.zone ?? own, "UTC"));
    }
  return [...found].sort();
}

const oddZone = (name: string, winter: string, summer: string, from: string, to: string) => [
  "BEGIN:VTIMEZONE",
  `TZID:${name}`,
  "BEGIN:STANDARD",
  "DTSTART:20071104T020000",
  `RRULE:FREQ=YEARLY;${to}`,
  `TZOFFSETFROM:${summer}`,
  `TZOFFSETTO:${winter}`,
  "END:STANDARD",
  "BEGIN:DAYLIGHT",
  "DTSTART:20070311T020000",
  `RRULE:FREQ=YEARLY;${from}`,
  `TZOFFSETFROM:${winter}`,
  `TZOFFSETTO:${summer}`,
  "END:DAYLIGHT",
  "END:VTIMEZONE",
];
const series = (tzid: string, start: string, rule: string, ...more: string[]) => [
  "BEGIN:VEVENT",
  "UID:e1@elsewhere",
  `DTSTART;TZID=${tzid}:${start}`,
  "DURATION:PT1H",
  `RRULE:${rule}`,
  "SUMMARY:Series",
  ...more,
  "END:VEVENT",
];

describe.each(["Europe/Berlin", "America/New_York", "Asia/Tokyo"])("read in %s", (own) => {
  test("a series in a zone that only its file names stands at the right instants, over changes of the clock", () => {
    const east = oddZone("Mill office (East)", "-0500", "-0400", "BYMONTH=3;BYDAY=2SU", "BYMONTH=11;BYDAY=1SU");
    const records = new Map<string, PensumRecord>();
    readInto(
      records,
      calendar(...east, ...series("Mill office (East)", "20260224T200000", "FREQ=WEEKLY;COUNT=4")),
      own,
    );
    expect(instants(records, "Series", "2026-02-20", "2026-03-31", own)).toEqual([
      "2026-02-25T01:00",
      "2026-03-04T01:00",
      "2026-03-11T00:00",
      "2026-03-18T00:00",
    ]);
  });

  test("a series in a zone whose clock no place on earth has stands at the right instants", () => {
    const odd = oddZone("Weir time", "+0337", "+0437", "BYMONTH=2;BYDAY=1MO", "BYMONTH=10;BYDAY=2TU");
    const records = new Map<string, PensumRecord>();
    readInto(
      records,
      calendar(
        ...odd,
        ...series(
          "Weir time",
          "20260130T010000",
          "FREQ=DAILY;UNTIL=20260203T203000Z",
          "EXDATE;TZID=Weir time:20260201T010000",
        ),
      ),
      own,
    );
    expect(instants(records, "Series", "2026-01-25", "2026-02-10", own)).toEqual([
      "2026-01-29T21:23",
      "2026-01-30T21:23",
      "2026-02-01T21:23",
      "2026-02-02T20:23",
      "2026-02-03T20:23",
    ]);
  });

  test.each([
    ["in UTC", "RECURRENCE-ID:20260112T080000Z"],
    ["in another zone", "RECURRENCE-ID;TZID=America/New_York:20260112T030000"],
    ["as a date", "RECURRENCE-ID;VALUE=DATE:20260112"],
  ])("an occurrence told %s replaces the one it moves", (_, recurrence) => {
    const records = new Map<string, PensumRecord>();
    const text = calendar(
      ...series("Europe/Berlin", "20260105T090000", "FREQ=WEEKLY;COUNT=3"),
      "BEGIN:VEVENT",
      "UID:e1@elsewhere",
      recurrence,
      "DTSTART;TZID=Europe/Paris:20260113T140000",
      "DURATION:PT1H",
      "SUMMARY:Moved",
      "END:VEVENT",
    );
    readInto(records, text, own);
    expect(instants(records, "Series", "2026-01-01", "2026-01-31", own)).toEqual([
      "2026-01-05T08:00",
      "2026-01-19T08:00",
    ]);
    expect(instants(records, "Moved", "2026-01-01", "2026-01-31", own)).toEqual(["2026-01-13T13:00"]);
    const out = writeCalendar([...records.values()] as Writable[], { find: (id) => records.get(id), now, zone: own });
    expect(out).toMatch(/RECURRENCE-ID(;TZID=Europe\/Berlin:20260112T090000|:20260112T080000Z)/);
    expect(readInto(records, out, own)).toMatchObject({ added: {}, changed: {} });
  });
});

test("a description of a zone that is written holds for as long as its series goes", () => {
  const records = new Map<string, PensumRecord>();
  readInto(records, calendar(...series("Europe/Berlin", "20260105T090000", "FREQ=WEEKLY")));
  const out = writeCalendar([...records.values()] as Writable[], { find: (id) => records.get(id), now, zone });
  expect(out).toContain("DTSTART:20400325T020000");
});

test("a name that sounds like one of ours never touches a record of another kind, nor the settings", () => {
  const theme: PensumRecord = { id: "field", kind: "theme", title: "Fieldwork", dye: "woad", text: "" };
  const task = { id: "abc", kind: "task", title: "Mine", state: "open" } as unknown as PensumRecord;
  const base = new Map<string, PensumRecord>([defaultSettings, theme, task].map((record) => [record.id, record]));
  const event = (uid: string) => [
    "BEGIN:VEVENT",
    `UID:${uid}`,
    "DTSTART:20260110T100000Z",
    "DTEND:20260110T110000Z",
    `SUMMARY:${uid}`,
    "END:VEVENT",
  ];
  const text = calendar(...["settings@pensum", "field@pensum", "abc@pensum", "__proto__@pensum"].flatMap(event));
  expect(readInto(base, text)).toMatchObject({ added: { event: 4 }, changed: {} });
  expect([base.get("settings"), base.get("field"), base.get("abc")]).toEqual([defaultSettings, theme, task]);
  expect(readInto(base, text)).toMatchObject({ added: {}, changed: {}, same: 4 });
});

test("one name on an event and a task, an entry of a journal with an exception, and no name at all: known again each time", () => {
  const text = calendar(
    "BEGIN:VEVENT",
    "UID:both",
    "DTSTART:20260110T100000Z",
    "DTEND:20260110T110000Z",
    "SUMMARY:Event",
    "X-A:1",
    "END:VEVENT",
    "BEGIN:VTODO",
    "UID:both",
    "SUMMARY:Task",
    "END:VTODO",
    "BEGIN:VJOURNAL",
    "UID:journal",
    "DTSTART;VALUE=DATE:20260110",
    "SUMMARY:Entry",
    "END:VJOURNAL",
    "BEGIN:VJOURNAL",
    "UID:journal",
    "RECURRENCE-ID;VALUE=DATE:20260111",
    "DTSTART;VALUE=DATE:20260111",
    "SUMMARY:Entry, otherwise",
    "END:VJOURNAL",
    "BEGIN:VEVENT",
    "DTSTART:20260111T100000Z",
    "DTEND:20260111T110000Z",
    "SUMMARY:Nameless",
    "END:VEVENT",
  );
  const records = new Map<string, PensumRecord>();
  readInto(records, text);
  const size = records.size;
  expect(size).toBe(5);
  for (let times = 0; times < 3; times++) expect(readInto(records, text)).toMatchObject({ added: {}, changed: {} });
  expect(records.size).toBe(size);
});

test("nothing here makes a calendar fail that has an occurrence of every rule of a month", () => {
  const records = new Map<string, PensumRecord>();
  readInto(records, calendar(...series("Europe/Berlin", "20260105T090000", "FREQ=HOURLY;INTERVAL=6;COUNT=9")));
  const store = new Store(records, [], standingClock(now, zone));
  expect(occurrencesOn(store, "2026-01-06").length).toBeGreaterThan(2);
});

test.each([
  ["RECURRENCE-ID;RANGE=THISANDFUTURE;TZID=Europe/Berlin:20260119T090000", /Only this one is changed/],
  ["EXRULE:FREQ=WEEKLY;INTERVAL=2", /EXRULE/],
  ["RDATE;VALUE=PERIOD:20260201T090000Z/PT2H", /lengths of their own/],
])("what cannot be followed is told of: %s", (line, told) => {
  const records = new Map<string, PensumRecord>();
  const weekly = series("Europe/Berlin", "20260112T090000", "FREQ=WEEKLY;COUNT=4");
  const isOverride = line.startsWith("RECURRENCE-ID");
  const text = isOverride
    ? calendar(...weekly, ...series("Europe/Berlin", "20260119T100000", "x", line).filter((one) => !/^RRULE/.test(one)))
    : calendar(...weekly.toSpliced(-1, 0, line));
  const { notes, faults } = readInto(records, text);
  expect(faults).toEqual([]);
  expect(notes.map(({ reason }) => reason).join(" ")).toMatch(told);
  expect(records.size).toBe(isOverride ? 2 : 1);
});

test("a rule by another calendar is told of", () => {
  const rule = "RSCALE=CHINESE;FREQ=YEARLY;BYMONTH=1;BYMONTHDAY=1";
  const { notes } = readInto(new Map(), calendar(...series("Europe/Berlin", "20260217T090000", rule)));
  expect(notes.map(({ reason }) => reason).join(" ")).toMatch(/RSCALE/);
});

describe("what was cancelled, and what is older than what is here", () => {
  const event = (more: readonly string[], title = "Site meeting", head: readonly string[] = []) =>
    calendar(
      ...head,
      ...["BEGIN:VEVENT", "UID:site@example", "DTSTART:20260112T090000", "DTEND:20260112T100000"],
      ...[...more, `SUMMARY:${title}`, "END:VEVENT"],
    );
  const opened = (...more: string[]) => {
    const records = new Map<string, PensumRecord>();
    readInto(records, event(more));
    return records;
  };
  const titles = (records: ReadonlyMap<string, PensumRecord>) =>
    [...records.values()].map((record) => ("title" in record ? record.title : ""));

  test.each([
    ["by its state", event(["STATUS:CANCELLED", "SEQUENCE:3"])],
    ["by the method of the file", event(["SEQUENCE:3"], "Site meeting", ["METHOD:CANCEL"])],
  ])("goes where it is here, and does not come where it is not: %s", (_, cancelled) => {
    const records = opened("SEQUENCE:2");
    expect(readInto(records, cancelled)).toMatchObject({ cancelled: 1, added: {}, changed: {}, faults: [] });
    expect(records.size).toBe(0);
    const none = readInto(records, cancelled);
    expect([none.cancelled, records.size]).toEqual([0, 0]);
    expect(none.notes[0]?.reason).toBe("It was cancelled, and is left out.");
  });

  test("of a series leaves out that one occurrence, and goes with its series", () => {
    const records = opened("RRULE:FREQ=WEEKLY;COUNT=4", "SEQUENCE:2");
    const one = event(["RECURRENCE-ID:20260119T090000", "STATUS:CANCELLED"]);
    expect(readInto(records, one).faults).toEqual([]);
    expect(instants(records, "Site meeting", "2026-01-01", "2026-02-20")).toEqual([
      "2026-01-12T08:00",
      "2026-01-26T08:00",
      "2026-02-02T08:00",
    ]);
    // The same once more changes nothing.
    expect(readInto(records, one)).toMatchObject({ same: 1, changed: {} });
    readInto(records, event(["STATUS:CANCELLED", "SEQUENCE:3"]));
    expect(titles(records)).toEqual([]);
  });

  test("an older version leaves what is here as it is; a newer one and one of the same age change it", () => {
    const records = opened("SEQUENCE:2");
    const older = readInto(records, event(["SEQUENCE:1"], "Old name"));
    expect([older.same, older.notes[0]?.reason]).toEqual([
      1,
      "It is an older version of what is here, which stays as it is.",
    ]);
    expect(readInto(records, event(["STATUS:CANCELLED", "SEQUENCE:1"])).cancelled).toBe(0);
    expect(titles(records)).toEqual(["Site meeting"]);
    for (const sequence of [2, 3]) {
      readInto(records, event([`SEQUENCE:${sequence}`], `Name ${sequence}`));
      expect(titles(records)).toEqual([`Name ${sequence}`]);
    }
  });
});
