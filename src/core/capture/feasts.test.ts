import { expect, test } from "vitest";
import { captureContext } from "../testing/captureLines";
import { understand } from "./understand";

/** When a line typed on a day is due. */
const dueOn = (line: string, date: string) => understand(line, { ...captureContext, now: `${date}T09:00` }).due;

test.each([
  ["2024-01-02", "2024-03-31"],
  ["2025-01-02", "2025-04-20"],
  ["2026-01-02", "2026-04-05"],
  ["2038-01-02", "2038-04-25"],
  ["2285-01-02", "2285-03-22"],
  ["2026-04-06", "2027-03-28"],
])("Easter after %s is on %s", (date, easter) => expect(dueOn("call Jo by Easter", date)).toBe(easter));

test.each([
  ["Good Friday", "2026-04-03"],
  ["easter monday", "2026-04-06"],
  ["Christmas", "2026-12-25"],
  ["Christmas Eve", "2026-12-24"],
  ["Boxing Day", "2026-12-26"],
  ["New Year’s Eve", "2026-12-31"],
  ["New Year's Day", "2027-01-01"],
  ["new year", "2027-01-01"],
])("a feast is the next one of its name: %s", (feast, day) =>
  expect(dueOn(`call Jo by ${feast}`, "2026-01-02")).toBe(day),
);

test("a feast is today on its day", () => expect(dueOn("call Jo by Christmas", "2026-12-25")).toBe("2026-12-25"));
