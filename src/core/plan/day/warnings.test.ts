import fc from "fast-check";
import { describe, expect, test } from "vitest";
import {
  bareRecord,
  defaultSettings,
  type Block,
  type Event,
  type PensumRecord,
  type Settings,
} from "../../model/index";
import { Store } from "../../store/index";
import {
  leastPauseMinutes,
  runsWithoutPause,
  datesAhead,
  overlapping,
  themeOfHour,
  warningsOn,
  type DayItem,
} from "..";

const item = (startMinute: number, endMinute: number, task: string | undefined = "t") => ({
  record: { kind: "block", ...(task ? { task } : {}) } as Block,
  startMinute,
  endMinute,
});

test("a run goes on until somebody could breathe, minute by minute", () => {
  const items = fc.array(fc.tuple(fc.nat(1300), fc.integer({ min: 5, max: 140 }), fc.boolean()), { maxLength: 14 });
  fc.assert(
    fc.property(items, fc.integer({ min: 30, max: 240 }), (all, longest) => {
      const sorted = all
        .map(([start, length, work]) => item(start, Math.min(1440, start + length), work ? "t" : ""))
        .sort((a, b) => a.startMinute - b.startMinute || b.endMinute - a.endMinute);
      const isTaken = Array.from({ length: 1441 }, (_, minute) =>
        sorted.some(({ record, startMinute, endMinute }) => record.task && startMinute <= minute && minute < endMinute),
      );
      const expected: { startMinute: number; endMinute: number }[] = [];
      let start = -1;
      let free = 0;
      for (let minute = 0; minute <= 1440; minute++) {
        if (isTaken[minute]) {
          if (start < 0) start = minute;
          free = 0;
        } else if (start >= 0) free++;
        if (start >= 0 && (free === leastPauseMinutes || minute === 1440)) {
          const end = minute - free + 1;
          if (end - start > longest) expected.push({ startMinute: start, endMinute: end });
          start = -1;
          free = 0;
        }
      }
      expect(runsWithoutPause(sorted, longest)).toEqual(expected);
    }),
  );
});

test("days ahead tell their double bookings and what leaves no pause; days that hold are left out", () => {
  const event = (id: string, start: string, end: string): Event => ({
    id,
    kind: "event",
    title: id,
    start,
    end,
    place: "",
    people: [],
    text: "",
    createdAt: "2026-11-01T08:00",
  });
  const records: PensumRecord[] = [
    event("a", "2026-11-25T09:00", "2026-11-25T11:00"),
    event("b", "2026-11-25T10:30", "2026-11-25T12:30"),
    event("c", "2026-11-26T09:00", "2026-11-26T11:00"),
  ];
  const store = new Store(new Map(records.map((record) => [record.id, record])));
  const found = warningsOn(store, datesAhead(store, "2026-11-24", 7));
  expect(found.map(({ date }) => date)).toEqual(["2026-11-25"]);
  expect(found[0]!.doubles).toMatchObject([{ startMinute: 630, endMinute: 660 }]);
  expect(found[0]!.runs).toEqual([{ startMinute: 540, endMinute: 750 }]);
  const unwarned = new Store(
    new Map([...records, { ...defaultSettings, longestRunMinutes: 0 }].map((record) => [record.id, record])),
  );
  expect(warningsOn(unwarned, datesAhead(unwarned, "2026-11-24", 7))[0]!.runs).toEqual([]);
  // What is far ahead is looked at too, where something stands there.
  const far = new Store(
    new Map(
      [event("d", "2027-06-01T09:00", "2027-06-01T11:00"), event("e", "2027-06-01T10:00", "2027-06-01T12:00")].map(
        (record) => [record.id, record],
      ),
    ),
  );
  expect(datesAhead(far, "2026-11-24", 2)).toEqual(["2026-11-24", "2026-11-25", "2027-06-01"]);
  const later = warningsOn(far, datesAhead(far, "2026-11-24", 2));
  expect(later.map(({ date, doubles }) => [date, doubles.length])).toEqual([["2027-06-01", 1]]);
});

describe("the hours that somebody is in", () => {
  const block = (id: string, more: Partial<Block>): Block => ({
    ...bareRecord("block", { id, title: "", now: "2026-11-01T08:00" }),
    ...{ start: "2026-11-24T10:00", end: "2026-11-24T12:00" },
    ...more,
  });
  const settings: Settings = {
    ...defaultSettings,
    patterns: [
      { id: "usual", title: "Usual", hours: [{ weekday: 2, startMinute: 540, endMinute: 720, theme: "desk" }] },
    ],
  };
  const themeAt = (minute: number, ...records: PensumRecord[]) =>
    themeOfHour(new Store(new Map([settings, ...records].map((record) => [record.id, record]))), "2026-11-24", minute);

  test("are of the theme of a block, else of the pattern, and of none where something else stands there", () => {
    expect(themeAt(600)).toEqual({ theme: "desk", untilMinute: 720 });
    expect(themeAt(720)).toBeUndefined();
    expect(themeAt(630, block("box", { theme: "field" }))).toEqual({ theme: "field", untilMinute: 720 });
    expect(themeAt(630, block("lunch", { title: "Lunch" }))).toBeUndefined();
  });

  test("overlap with what is to be added, but for hours of a theme, which are there to be filled", () => {
    const items = [block("box", { theme: "field" }), block("lunch", { title: "Lunch" })].map((record) => ({
      ...{ record, startMinute: 600, endMinute: 720, beginsBefore: false, endsAfter: false },
    }));
    const found = overlapping(items as unknown as DayItem[], { startMinute: 700, endMinute: 760 });
    expect(found.map(({ record }) => record.id)).toEqual(["lunch"]);
    expect(overlapping(items as unknown as DayItem[], { startMinute: 720, endMinute: 760 })).toEqual([]);
  });
});
