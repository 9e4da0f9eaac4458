import { afterEach, expect, test, vi } from "vitest";
import { systemClock } from "./clock";

afterEach(() => {
  vi.useRealTimers();
  vi.restoreAllMocks();
});

test("the clock of the device tells each minute, also when it is set back or taken to another zone within one", () => {
  vi.useFakeTimers();
  const clock = systemClock();
  const at = (year: number, month: number, day: number, hour: number, minute: number, second = 0) => {
    vi.setSystemTime(new Date(year, month - 1, day, hour, minute, second));
    return clock.now();
  };
  expect(at(2026, 11, 24, 9, 59, 58)).toBe("2026-11-24T09:59");
  expect(at(2026, 11, 24, 9, 59, 59)).toBe("2026-11-24T09:59");
  expect(at(2026, 11, 24, 10, 0)).toBe("2026-11-24T10:00");
  expect(at(2027, 1, 1, 0, 0)).toBe("2027-01-01T00:00");
  expect(at(2026, 11, 24, 9, 59, 59)).toBe("2026-11-24T09:59");
  const offset = new Date().getTimezoneOffset();
  vi.spyOn(Date.prototype, "getTimezoneOffset").mockReturnValue(offset - 60);
  vi.spyOn(Date.prototype, "getHours").mockReturnValue(10);
  expect(clock.now()).toBe("2026-11-24T10:59");
});
