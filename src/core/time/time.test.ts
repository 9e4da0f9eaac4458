import fc from "fast-check";
import { Temporal } from "temporal-polyfill";
import { describe, expect, test } from "vitest";
import { parseClock } from "./clockTimes";
import {
  addDays,
  dateFromParts,
  dateOfDayNumber,
  daysBetween,
  isDate,
  startOfWeek,
  weekday,
  mondayOfWeek,
  weekNumber,
  weekYear,
} from "./dates";
import { durationText, estimateText, parseDuration } from "./durations";
import { addMinutes, clockChange, elapsedMinutes, isMoment, minutesBetween, momentAt, moveZone } from "./moments";
import {
  bareClockText,
  clockText,
  dateText,
  rangeText,
  relativeDateText,
  relativeMomentText,
  stretchText,
} from "./wording";

const date = fc.integer({ min: -300_000, max: 900_000 }).map(dateOfDayNumber);
const moment = fc.tuple(date, fc.nat(1439)).map(([day, minute]) => momentAt(day, minute));
const british = { locale: "en-GB", hour12: false };

describe("dates agree with Temporal", () => {
  test("in weekdays, week numbers, sums and differences", () => {
    fc.assert(
      fc.property(date, fc.integer({ min: -5000, max: 5000 }), (day, days) => {
        const oracle = Temporal.PlainDate.from(day);
        expect(weekday(day)).toBe(oracle.dayOfWeek);
        expect(weekNumber(day)).toBe(oracle.weekOfYear);
        expect(weekYear(day)).toBe(oracle.yearOfWeek);
        expect(mondayOfWeek(weekYear(day), weekNumber(day))).toBe(startOfWeek(day, 1));
        expect(addDays(day, days)).toBe(oracle.add({ days }).toString());
        expect(daysBetween(day, addDays(day, days))).toBe(days);
      }),
    );
  });

  test("in which days exist", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1000, max: 9998 }), fc.nat(14), fc.nat(33), (year, month, day) => {
        let oracle: string | undefined;
        try {
          oracle = Temporal.PlainDate.from({ year, month, day }, { overflow: "reject" }).toString();
        } catch {
          oracle = undefined;
        }
        expect(dateFromParts(year, month, day)).toBe(oracle);
      }),
    );
  });

  test("a week begins on its first weekday, at most six days before", () => {
    fc.assert(
      fc.property(date, fc.integer({ min: 1, max: 7 }), (day, first) => {
        const start = startOfWeek(day, first);
        expect(weekday(start)).toBe(first);
        expect(daysBetween(start, day)).toBeGreaterThanOrEqual(0);
        expect(daysBetween(start, day)).toBeLessThan(7);
      }),
    );
  });

  test.each(["2026-02-31", "2026-13-01", "26-01-01", "0999-01-01", "2026-1-1", "", 20261124, null])(
    "%j is no date",
    (value) => {
      expect(isDate(value)).toBe(false);
    },
  );
  test.each(["2026-11-24T24:00", "2026-11-24T09:60", "2026-02-30T09:00", "2026-11-24"])("%s is no moment", (value) => {
    expect(isMoment(value)).toBe(false);
  });
});

describe("moments", () => {
  test("add and subtract as clocks without changes do", () => {
    fc.assert(
      fc.property(moment, fc.integer({ min: -9000, max: 9000 }), (start, minutes) => {
        const end = addMinutes(start, minutes);
        expect(end).toBe(Temporal.PlainDateTime.from(start).add({ minutes }).toString().slice(0, 16));
        expect(minutesBetween(start, end)).toBe(minutes);
      }),
    );
  });

  test("elapse as the zone's clocks say, over changes too", () => {
    const inYear = fc
      .tuple(fc.integer({ min: 0, max: 364 }), fc.nat(1439))
      .map(([day, minute]) => momentAt(addDays("2026-01-01", day), minute));
    const zone = fc.constantFrom("Europe/Berlin", "America/Halifax", "Asia/Kolkata", "Pacific/Auckland");
    fc.assert(
      fc.property(inYear, fc.integer({ min: 1, max: 3000 }), zone, (start, minutes, name) => {
        const end = addMinutes(start, minutes);
        const epoch = (value: string) => Temporal.PlainDateTime.from(value).toZonedDateTime(name).epochMilliseconds;
        expect(elapsedMinutes(start, end, name)).toBe((epoch(end) - epoch(start)) / 60_000);
      }),
    );
  });

  test("move from zone to zone and back", () => {
    expect(moveZone("2026-11-26T08:00", "America/Halifax", "Europe/Berlin")).toBe("2026-11-26T13:00");
    expect(moveZone("2026-11-26T13:00", "Europe/Berlin", "America/Halifax")).toBe("2026-11-26T08:00");
    expect([
      clockChange("2026-03-29", "Europe/Berlin"),
      clockChange("2026-10-25", "Europe/Berlin"),
      clockChange("2026-11-24", "Europe/Berlin"),
    ]).toEqual([60, -60, 0]);
  });
});

describe("lengths of time", () => {
  test("are read as they are written", () => {
    fc.assert(
      fc.property(fc.nat(5999), (minutes) => {
        expect(parseDuration(durationText(minutes))).toBe(minutes);
        expect(parseDuration(estimateText(minutes))).toBe(minutes);
      }),
    );
  });
  test.each([
    ["45", 45],
    ["1.5 h", 90],
    ["1,5 h", 90],
    ["2 hours", 120],
    ["1h30", 90],
    ["1 h 5 min", 65],
  ])("%s", (text, minutes) => expect(parseDuration(text)).toBe(minutes));
  test.each(["soon", "", "-5 min", "1 h 300", "9999 h"])("“%s” is none", (text) =>
    expect(parseDuration(text)).toBeUndefined(),
  );
});

describe("times in words", () => {
  test("follow the clock of 24 or 12 hours", () => {
    const american = { locale: "en-US", hour12: true };
    expect([0, 570, 720, 1440].map((minute) => clockText(minute, british))).toEqual(["0:00", "9:30", "12:00", "24:00"]);
    expect([0, 570, 720, 1439].map((minute) => clockText(minute, american))).toEqual([
      "12:00 am",
      "9:30 am",
      "12:00 pm",
      "11:59 pm",
    ]);
    expect(rangeText(615, 705, british)).toBe("10:15 to 11:45");
    const said = (start: number, end: number) => rangeText(start, end, american);
    expect([said(615, 705), said(690, 750), said(15, 90), said(720, 780), said(1380, 1440), said(1410, 1530)]).toEqual([
      "10:15 to 11:45 am",
      "11:30 am to 12:30 pm",
      "12:15 to 1:30 am",
      "12:00 to 1:00 pm",
      "11:00 pm to 12:00 am",
      "11:30 pm to 1:30 am",
    ]);
    expect([570, 780].map((minute) => bareClockText(minute, american))).toEqual(["9:30", "1:00"]);
  });
  test("say a stretch by its days, or by its hours and what days it needs", () => {
    const at = (day: number, minute = 0) => (daysBetween("1970-01-01", "2026-11-24") + day) * 1440 + minute;
    const said = (start: number, end: number, coarse = false) => stretchText({ start, end }, british, coarse);
    expect([
      said(at(0), at(1)),
      said(at(0), at(3)),
      said(at(0, 540), at(0, 690)),
      said(at(0, 1380), at(1)),
      said(at(0, 1380), at(1, 60)),
      said(at(0, 540), at(2, 690), true),
      said(at(0), at(0)),
    ]).toEqual([
      "Tue 24 Nov",
      "Tue 24 Nov to Thu 26 Nov",
      "Tue 24 Nov 9:00 to 11:30",
      "Tue 24 Nov 23:00 to 24:00",
      "Tue 24 Nov 23:00 to Wed 25 Nov 1:00",
      "Tue 24 Nov to Thu 26 Nov",
      "Tue 24 Nov",
    ]);
  });
  test("are read back as clock times", () => {
    fc.assert(
      fc.property(fc.nat(1439), fc.boolean(), (minute, hour12) => {
        expect(parseClock(clockText(minute, { locale: "en", hour12 }))).toBe(minute);
      }),
    );
    for (const text of ["25:00", "9:75", "13 pm", "noon"]) expect(parseClock(text)).toBeUndefined();
  });
  test("say dates as seen from today", () => {
    const from = (days: number) => relativeDateText(addDays("2026-11-24", days), "2026-11-24", british);
    expect([-1, 0, 1, 2, 8, 60].map(from)).toEqual([
      "yesterday",
      "today",
      "tomorrow",
      "Thu",
      "Wed 2 Dec",
      "23 Jan 2027",
    ]);
    expect(relativeMomentText("2026-11-26T09:30", "2026-11-24", british)).toBe("Thu 9:30");
    expect(dateText("2026-11-24", "full", british)).toBe("Tuesday 24 November");
  });
});
