import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { PatternHours } from "../../model/index";
import { drawnHours, pulledHours, steppedHours } from "./patternEdit";

const scale = { firstMinute: 360, lastMinute: 1320, step: 15 };
const minute = fc.integer({ min: 24, max: 88 }).map((quarter) => quarter * 15);
const weekday = fc.integer({ min: 1, max: 7 });
const hours = fc
  .tuple(weekday, minute, minute)
  .filter(([, from, to]) => from !== to)
  .map(([day, from, to]): PatternHours => ({
    ...{ weekday: day, startMinute: Math.min(from, to), endMinute: Math.max(from, to) },
    theme: "field",
  }));
const length = ({ startMinute, endMinute }: PatternHours) => endMinute - startMinute;

describe("hours of a pattern", () => {
  test("are drawn downward and upward, a step long at least", () => {
    expect(drawnHours(2, 540, 600, scale)).toEqual({ weekday: 2, startMinute: 540, endMinute: 600 });
    expect(drawnHours(2, 600, 540, scale)).toEqual({ weekday: 2, startMinute: 540, endMinute: 600 });
    expect(drawnHours(2, 600, 600, scale)).toEqual({ weekday: 2, startMinute: 600, endMinute: 615 });
  });

  test("keep their length and theme when they are moved, and stay in the day that is shown", () => {
    fc.assert(
      fc.property(hours, minute, weekday, fc.nat(90), (own, at, day, grabbed) => {
        const moved = pulledHours(own, { minute: at, weekday: day }, { grabbed }, scale);
        expect(length(moved)).toBe(length(own));
        expect(moved).toMatchObject({ weekday: day, theme: "field" });
        expect(moved.startMinute).toBeGreaterThanOrEqual(scale.firstMinute);
        expect(moved.endMinute).toBeLessThanOrEqual(scale.lastMinute);
      }),
    );
  });

  test("keep their other end and their day when they are stretched", () => {
    fc.assert(
      fc.property(hours, minute, weekday, (own, at, day) => {
        const to = { minute: at, weekday: day };
        const later = pulledHours(own, to, "end", scale);
        const sooner = pulledHours(own, to, "start", scale);
        expect([later.weekday, later.startMinute]).toEqual([own.weekday, own.startMinute]);
        expect([sooner.weekday, sooner.endMinute]).toEqual([own.weekday, own.endMinute]);
        expect(length(later)).toBeGreaterThanOrEqual(scale.step);
        expect(length(sooner)).toBeGreaterThanOrEqual(scale.step);
      }),
    );
  });

  test("go back by the opposite key, and never leave the day", () => {
    const opposite = { ArrowUp: "ArrowDown", ArrowDown: "ArrowUp", ArrowLeft: "ArrowRight", ArrowRight: "ArrowLeft" };
    fc.assert(
      fc.property(hours, fc.constantFrom(...Object.keys(opposite)), fc.boolean(), (own, key, shiftKey) => {
        const next = steppedHours(own, { key, shiftKey }, scale);
        if (next === undefined || next === "gone") return;
        expect(next.startMinute).toBeGreaterThanOrEqual(0);
        expect(next.endMinute).toBeLessThanOrEqual(1440);
        const back = opposite[key as keyof typeof opposite];
        expect(steppedHours(next, { key: back, shiftKey }, scale)).toEqual(own);
      }),
    );
  });

  test("are taken away by Delete, and left alone by other keys", () => {
    const own = { weekday: 1, startMinute: 0, endMinute: 15 };
    const by = (key: string, shiftKey = false) => steppedHours(own, { key, shiftKey }, scale);
    expect([by("Delete"), by("Backspace")]).toEqual(["gone", "gone"]);
    expect([by("Enter"), by("a"), by("ArrowUp"), by("ArrowUp", true)]).toEqual(Array(4).fill(undefined));
    expect(by("ArrowLeft")).toMatchObject({ weekday: 7 });
  });
});
