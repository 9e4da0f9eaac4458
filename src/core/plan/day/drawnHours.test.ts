import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { bareRecord, type PensumRecord } from "../../model/index";
import { Store } from "../../store/index";
import { momentAt, standingClock } from "../../time/index";
import { dayItems } from "./dayItems";
import { drawnHours, wholeDay } from "./drawnHours";

const day = "2026-11-24";
const storeOf = (...records: PensumRecord[]) =>
  new Store(new Map(records.map((record) => [record.id, record])), [], standingClock(momentAt(day, 540)));

describe("the hours that are drawn", () => {
  test("are those that were chosen, where nothing lies outside of them", () => {
    expect(drawnHours(storeOf(), [day], { firstHour: 7, lastHour: 19 })).toEqual({ firstHour: 7, lastHour: 19 });
    expect(drawnHours(storeOf(), [day], wholeDay)).toBe(wholeDay);
  });

  test("reach to whatever lies on the days, and are never narrower than what was chosen", () => {
    const hour = fc.integer({ min: 0, max: 23 });
    const span = fc.tuple(fc.nat(1438), fc.integer({ min: 1, max: 600 }));
    fc.assert(
      fc.property(hour, hour, fc.array(span, { maxLength: 4 }), (one, other, spans) => {
        const events = spans.map(([start, minutes], at) => {
          const bare = bareRecord("event", { id: `e${at}`, title: "x", now: momentAt(day, 0) });
          return { ...bare, start: momentAt(day, start), end: momentAt(day, start + minutes) };
        });
        const store = storeOf(...events);
        const chosen = { firstHour: Math.min(one, other), lastHour: Math.max(one, other) + 1 };
        const drawn = drawnHours(store, [day], chosen);
        expect(drawn.firstHour).toBeLessThanOrEqual(chosen.firstHour);
        expect(drawn.lastHour).toBeGreaterThanOrEqual(chosen.lastHour);
        for (const { startMinute, endMinute } of dayItems(store, day)) {
          expect(startMinute).toBeGreaterThanOrEqual(drawn.firstHour * 60);
          expect(endMinute).toBeLessThanOrEqual(drawn.lastHour * 60);
        }
        // Not an hour wider than it must be.
        if (spans.length === 0)
          expect(drawn).toEqual(chosen.firstHour === 0 && chosen.lastHour === 24 ? wholeDay : chosen);
      }),
    );
  });
});
