import fc from "fast-check";
import { expect, test } from "vitest";
import { defaultSettings } from "../../model/index";
import { addDays, daysBetween, usualDayMinutes, type WorkingWeek } from "../../time/index";
import { cardsWithin } from "./matrix";
import { dateWithSlack } from "./matrixDates";
import { workingDays } from "../pull/pull";

const today = "2026-11-24";
const week = defaultSettings.workingWeek;

test("the date of a slack is the first whose free time leaves it, as the matrix counts slack", () => {
  const gaps = fc.array(fc.nat(480), { minLength: 5, maxLength: 60 });
  fc.assert(
    fc.property(gaps, fc.float({ min: 0, max: 8, noNaN: true }), fc.nat(600), (free, slack, open) => {
      let sum = 0;
      const sums = Float64Array.from(free, (minutes) => (sum += minutes));
      const at = daysBetween(today, dateWithSlack(today, slack, open, sums, week));
      const slackOn = (day: number) => workingDays((sums[day] as number) - open, { ...defaultSettings });
      if (at < sums.length - 1) expect(slackOn(at)).toBeGreaterThanOrEqual(slack - 1e-9);
      for (let day = 0; day < at; day++) expect(slackOn(day)).toBeLessThan(slack);
    }),
  );
});

test("less than no slack is yesterday, and what is never free goes as far as is known", () => {
  expect(dateWithSlack(today, -0.5, 60, Float64Array.of(480), week)).toBe(addDays(today, -1));
  expect(dateWithSlack(today, 3, 60, Float64Array.of(0, 0, 0), week)).toBe(addDays(today, 2));
});

test("a usual day is the mean of the days that are worked, and eight hours where none is", () => {
  const none = week.map(() => null) as unknown as WorkingWeek;
  expect(usualDayMinutes(none)).toBe(480);
  const worked = week.flatMap((day) => (day ? [day.capacityMinutes] : []));
  expect(usualDayMinutes(week)).toBeCloseTo(worked.reduce((a, b) => a + b, 0) / worked.length);
});

test("a rectangle catches the cards that it touches, and no other", () => {
  const places = [
    { id: "a", band: 0, x: 10, y: 10 },
    { id: "b", band: 0, x: 200, y: 10 },
    { id: "c", band: 1, x: 10, y: 300 },
  ];
  const caught = (left: number, top: number, width: number, height: number) =>
    cardsWithin(places, [100, 50, 100], 26, { left, top, width, height });
  expect(caught(0, 0, 400, 400)).toEqual(["a", "b", "c"]);
  expect(caught(110, 0, 90, 400)).toEqual([]);
  expect(caught(109, 0, 92, 40)).toEqual(["a", "b"]);
  expect(caught(0, 36, 20, 264)).toEqual([]);
  expect(caught(50, 20, 0, 0)).toEqual(["a"]);
});
