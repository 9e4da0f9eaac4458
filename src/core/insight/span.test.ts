import { describe, expect, test } from "vitest";
import { boundedSpan, spanBeside, spanDays, spanNamed, spanNames, type SpanName } from "./span";

const today = "2026-11-24";
const reach = { from: "2020-02-01", to: "2026-11-23" };
const named = (name: SpanName, firstWeekday = 1) => spanNamed(name, { today, firstWeekday, reach });

describe("a span", () => {
  test("is whole weeks, months, quarters and years, by the person's own first day of the week", () => {
    expect(named("thisWeek")).toEqual({ from: "2026-11-23", to: "2026-11-29" });
    expect(named("thisWeek", 7)).toEqual({ from: "2026-11-22", to: "2026-11-28" });
    expect(named("lastWeek")).toEqual({ from: "2026-11-16", to: "2026-11-22" });
    expect(named("fourWeeks")).toEqual({ from: "2026-10-26", to: "2026-11-22" });
    expect(named("lastMonth")).toEqual({ from: "2026-10-01", to: "2026-10-31" });
    expect(named("thisQuarter")).toEqual({ from: "2026-10-01", to: "2026-12-31" });
    expect(named("twelveMonths")).toEqual({ from: "2025-11-01", to: "2026-10-31" });
    expect(named("all")).toEqual(reach);
    for (const name of spanNames) expect(spanDays(named(name))).toBeGreaterThan(0);
  });

  test("is held against the one just before it, or the year before: months against months, weekdays against weekdays", () => {
    expect(spanBeside(named("lastMonth"), "before")).toEqual({ from: "2026-09-01", to: "2026-09-30" });
    expect(spanBeside(named("thisQuarter"), "before")).toEqual({ from: "2026-07-01", to: "2026-09-30" });
    expect(spanBeside({ from: "2024-02-01", to: "2024-02-29" }, "yearBefore")).toEqual({
      ...{ from: "2023-02-01", to: "2023-02-28" },
    });
    expect(spanBeside(named("lastWeek"), "before")).toEqual({ from: "2026-11-09", to: "2026-11-15" });
    expect(spanBeside(named("lastWeek"), "yearBefore")).toEqual({ from: "2025-11-17", to: "2025-11-23" });
    expect(spanBeside(named("lastWeek"), "nothing")).toBeUndefined();
  });

  test("is bounded, so that an absurd date makes no question endless", () => {
    expect(boundedSpan(named("lastWeek"), today)).toEqual(named("lastWeek"));
    expect(spanDays(boundedSpan({ from: "1000-01-01", to: "9998-12-31" }, today))).toBeLessThan(13_000);
    expect(spanDays(boundedSpan({ from: "9000-01-01", to: "9998-12-31" }, today))).toBe(1);
  });
});
