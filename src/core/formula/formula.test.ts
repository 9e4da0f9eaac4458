import { describe, expect, test } from "vitest";
import { standingClock } from "../time";
import { compileFormula, type Formula } from "./formula";
import { ContextOfEntries, feelText, FeelDate, type FeelValue } from "./values";

const clock = standingClock("2026-11-24T11:07");
const area = new ContextOfEntries(new Map<string, FeelValue>([["name", "Work"]]));
const record: Record<string, FeelValue> = {
  "last paid": new FeelDate(20_500),
  "every n months": 3,
  "if late then fine": 12,
  goal: new ContextOfEntries(new Map<string, FeelValue>([["area", area]])),
  nobody: null,
  parts: [1, 2, 3].map((cost) => new ContextOfEntries(new Map<string, FeelValue>([["unit cost", cost]]))),
};
const names = {
  read: (name: string) => (name in record ? () => record[name] as FeelValue : undefined),
  shapes: { ...record, parts: [{ "unit cost": 1 }] },
};

function formula(text: string): Formula<unknown> {
  const compiled = compileFormula<unknown>(text, names, clock);
  if ("fault" in compiled) throw new Error(compiled.fault.message);
  return compiled;
}
const value = (text: string) => feelText(formula(text).evaluate(record));
const reason = (text: string) => formula(text).explain(record).reason;
function fault(text: string) {
  const compiled = compileFormula<unknown>(text, names, clock);
  return "fault" in compiled ? compiled.fault : undefined;
}

describe("a formula", () => {
  test("reads fields whose names have spaces, and words of the language in them", () => {
    expect(value("every n months * if late then fine")).toBe("36");
    expect(value('last paid + duration("P" + string(every n months) + "M")')).toBe("2026-05-16");
    expect(value("parts[unit cost > 1].unit cost")).toBe("[2, 3]");
  });

  test("follows links by a path, and says where a path ends in nothing", () => {
    expect(value("goal.area.name")).toBe("Work");
    expect(value("nobody.area.name")).toBe("null");
    expect(reason("nobody.area.name")).toBe("The value before “.area” is empty.");
    expect(reason("goal.area.size")).toBe("There is no “size”.");
  });

  test("gives nothing, with a reason, where types do not fit, and never throws", () => {
    expect(reason('1 + "a"')).toBe("Cannot use “+” with number and string.");
    expect(reason("last paid < 3")).toBe("Cannot compare date with number.");
    expect(reason('substring("a", "b")')).toBe("“start position” must be a number, not string.");
    expect(reason("1 / 0")).toMatch("division by zero");
    expect(reason('date("2026-02-30")')).toBe("“2026-02-30” is not a valid date.");
    expect(reason('date("9998-12-31") + duration("P1D")')).toMatch("outside the years");
    expect(reason("for i in 1..9999999 return i")).toMatch("more than 100,000 steps");
    expect(value("{f: function(g) g(g), y: f(f)}.y")).toBe("null");
  });

  test("keeps the two kinds of duration apart", () => {
    expect(value('@"P1Y2M" + @"P11M"')).toBe("P2Y1M");
    expect(value('@"P1D" + @"PT36H"')).toBe("P2DT12H");
    expect(reason('@"P1M" + @"P1D"')).toBe("Cannot use “+” with years and months duration and days and time duration.");
    expect(value('duration("P1M2D")')).toBe("null");
    expect(value('@"P1D" / @"PT1H"')).toBe("24");
    expect(value('years and months duration(@"2025-11-30", @"2026-02-28")')).toBe("P2M");
  });

  test("asks the clock for today, and says that it does", () => {
    expect(value("today()")).toBe("2026-11-24");
    expect(value("now().hour")).toBe("11");
    expect(formula("today()").usesClock).toBe("day");
    expect(formula("last paid").usesClock).toBe(false);
  });

  test("knows what it depends on", () => {
    expect(formula("goal.area.name = string(every n months)").paths).toEqual(
      expect.arrayContaining([["goal", "area", "name"], ["every n months"]]),
    );
    expect(formula("sum(parts[unit cost > 1].unit cost)").paths).toEqual(
      expect.arrayContaining([["parts"], ["parts", "unit cost"]]),
    );
    expect(formula("for goal in [1] return goal").paths).toEqual([]);
  });

  test("is refused with the place, what stands there and what was expected", () => {
    expect(fault("every n months +")).toEqual({
      from: 16,
      to: 16,
      message: "Something is missing after “+”. Expected: a value, such as a field, a number or a text in quotes.",
    });
    expect(fault("cost * 2")).toEqual({ from: 0, to: 4, message: "There is no field “cost” here." });
    expect(fault("Nobody")?.message).toBe("There is no field “Nobody” here. Did you mean “nobody”?");
    expect(fault("if nobody then 1")?.message).toMatch(/if … then … else/);
    expect(fault("summe(1)")).toMatchObject({ from: 0, message: "There is no function “summe”." });
    expect(fault('substring(string: "a", from: 1)')?.message).toMatch("takes no “from”");
    expect(fault('@"2026-02-30"')?.message).toMatch("not a valid date");
    expect(fault("  ")?.message).toBe("Enter a formula.");
    expect(fault("{a: 1, a: 2}")?.message).toBe("“a” appears twice.");
  });

  test("gives functions that keep what was around them", () => {
    expect(value("{twice: function(f, x) f(f(x)), add: function(x) x + every n months, y: twice(add, 1)}.y")).toBe("7");
    expect(value("for i in 1..3 return {f: function(x) x * i, y: f(10)}.y")).toBe("[10, 20, 30]");
    expect(value("for i in 1..5 return if i < 3 then 1 else partial[-1] + partial[-2]")).toBe("[1, 1, 2, 3, 5]");
  });

  test("rounds decimals as they are written, not as they are stored", () => {
    expect(value("round half up(1.005, 2)")).toBe("1.01");
    expect(value("decimal(2.5, 0)")).toBe("2");
    expect(value("decimal(3.5, 0)")).toBe("4");
    expect(value("round half down(-2.5, 0)")).toBe("-2");
    expect(value("round up(1250, -2)")).toBe("1300");
  });

  test("relates points and ranges by the algebra of intervals", () => {
    expect(value("overlaps before([1..5], [3..8])")).toBe("true");
    expect(value("meets([1..5), [5..8])")).toBe("false");
    expect(value("includes([1..10], [2..10))")).toBe("true");
    expect(value("during(5, (5..10])")).toBe("false");
    expect(value('before(1, "a")')).toBe("null");
  });
});
