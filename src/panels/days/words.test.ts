import { afterEach, describe, expect, test, vi } from "vitest";
import { becomesText, loadText } from "./LoadBar";
import { spokenText } from "@/core/time";
import { currentNotice, notify, onNotice } from "@/ui/notices";

const day = { locale: "en-GB", hour12: false };
const half = { locale: "en-US", hour12: true };
const load = (plannedMinutes: number, capacityMinutes: number) => ({
  plannedMinutes,
  capacityMinutes,
  placedMinutes: 0,
});

test.each([
  ["Moved “x” to 2026-11-25 T14:05", day, "Moved “x” to Wed 25 Nov 14:05"],
  ["Moved “x” to 2026-11-25 T14:05", half, "Moved “x” to Wed Nov 25 2:05 pm"],
  ["Set “x” from T00:30 to T12:00", half, "Set “x” from 12:30 am to 12:00 pm"],
  ["Added “part T25:00 of 2026-02-31 at 9:30”", half, "Added “part T25:00 of 2026-02-31 at 9:30”"],
])("%j is said as this person writes dates and clock times", (text, style, said) => {
  expect(spokenText(text, style)).toBe(said);
});

test("a load is told of its capacity, where the day has one", () => {
  expect(loadText(load(375, 480))).toBe("6 h 15 of 8 h planned");
  expect(loadText(load(60, 0))).toBe("1 h planned");
  expect(loadText(load(0, 0))).toBe("free");
  expect(becomesText(load(480, 480), 65)).toBe("day becomes 9 h 05 of 8 h");
  expect(becomesText(load(0, 0), 30)).toBe("day becomes 30 min");
});

describe("the line that says what happened", () => {
  afterEach(() => notify(undefined));

  test("shows the last of what was said, and tells who listens until they stop", () => {
    const heard = vi.fn();
    const stop = onNotice(heard);
    notify({ text: "one" });
    notify({ text: "two", undo: true });
    expect(currentNotice()).toEqual({ text: "two", undo: true });
    stop();
    notify({ text: "three" });
    expect(heard).toHaveBeenCalledTimes(2);
  });
});
