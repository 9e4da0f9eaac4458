import { describe, expect, test } from "vitest";
import { standingClock } from "../time";
import { compileFormula, type Formula } from "./formula";
import { Purse } from "./budget";

const clock = standingClock("2026-11-24T11:07");
function formula(text: string): Formula<unknown> {
  const compiled = compileFormula<unknown>(text, { read: () => undefined, shapes: {} }, clock);
  if ("fault" in compiled) throw new Error(compiled.fault.message);
  return compiled;
}

describe("a formula that would never end, or fill the memory, gives an empty cell and the reason", () => {
  const long = "a".repeat(60);
  test.each([
    ["for i in 1..99999, j in 1..99999 return 1", /steps|entries/],
    ["count(for i in 1..9999 return for j in 1..9999 return 1)", /steps/],
    ["some i in 1..99999 satisfies (some j in 1..99999 satisfies i + j < 0)", /steps/],
    ["every i in 1..99999 satisfies (some j in 1..99999 satisfies true)", /steps/],
    ["{f: function(g, n) if n < 1 then 1 else g(g, n - 1) + g(g, n - 1), y: f(f, 34)}.y", /steps/],
    ["{f: function(g) g(g), y: f(f)}.y", /deep/],
    [
      "{f: function(g, x) if count(x) > 999999 then 1 else g(g, concatenate(x, x)), y: f(f, [1])}.y",
      /100,000 entries|steps/,
    ],
    [
      '{f: function(g, x) if string length(x) > 99999999 then 1 else g(g, x + x), y: f(f, "a")}.y',
      /1,000,000 characters|steps/,
    ],
    ["for i in 1..60 return if count(partial) = 0 then [1] else [partial[-1], partial[-1]]", /steps|deep/],
    ["string({f: function(g, n, x) if n < 1 then x else g(g, n - 1, [x, x]), y: f(f, 40, 1)}.y)", /steps/],
    ["count(duplicate values(for i in 1..90000 return i))", /steps/],
    ["for i in 1..90000 return context put(if i = 1 then {} else partial[-1], string(i), i)", /steps|entries/],
    ["flatten({f: function(g, n, x) if n < 1 then x else g(g, n - 1, [x, x]), y: f(f, 40, 1)}.y)", /steps/],
  ])("%s", (text, why) => {
    const { value, reason } = formula(text).explain({});
    expect(value).toBeNull();
    expect(reason).toMatch(why);
  });

  test.each([
    [`matches("${long}!", "^(a+)+$")`, false],
    [`matches("${long}!", "^(a|a)*$")`, false],
    [`matches("${long}!", "(a*)*b")`, false],
    [`matches("${long}b", "(x+x+)+y|b$")`, true],
    [`string length(replace("${long}!", "^(a+)+$", "x"))`, 61],
    [`count(split("${long}!", "(a+)+$"))`, 1],
    [`matches("${long}${long}", "^(([a-z])+.)+[A-Z]([a-z])+$")`, false],
  ])("%s is answered", (text, answer) => expect(formula(text).evaluate({})).toBe(answer));

  test("a pattern that looks back or ahead is none here", () => {
    expect(formula('matches("abab", "(a)\\\\1")').explain({}).reason).toMatch(/looks back or ahead/);
  });

  test("what is long and still reasonable is computed", () => {
    expect(formula("count(distinct values(for i in 1..90000 return modulo(i, 1000)))").evaluate({})).toBe(1000);
    expect(formula("sum(for i in 1..50000 return i)").evaluate({})).toBe(1_250_025_000);
    expect(formula("{f: function(g, n) if n < 1 then 0 else 1 + g(g, n - 1), y: f(f, 300)}.y").evaluate({})).toBe(300);
  });
});

test("a formula that takes its whole budget for each record is stopped for the rest of them, and says so", () => {
  const endless = formula("for i in 1..99999, j in 1..99999 return 1");
  const reasons = Array.from({ length: 2000 }, () => endless.explain({}).reason ?? "");
  // Two thousand times the budget of one would be minutes.
  expect(reasons.filter((reason) => reason.includes("so many records")).length).toBeGreaterThan(1900);
  const purse = new Purse();
  purse.take(1e9);
  expect(purse.isEmpty).toBe(true);
});
