import fc from "fast-check";
import { expect, test } from "vitest";
import { decimalSignOf, parseNumber } from "./parseNumber";

test.each([
  ["1240.5", 1240.5],
  ["1,240.50", 1240.5],
  ["1.240,50", 1240.5],
  ["1 240,5", 1240.5],
  ["1,240", 1240],
  ["1.240", 1.24],
  ["0,42", 0.42],
  ["1.240.000", 1_240_000],
  ["-3", -3],
  ["−3", -3],
  [".5", 0.5],
  ["1e3", 1000],
  ["12 apples", undefined],
  ["", undefined],
  ["1,2,3,", undefined],
])("“%s” is %s", (text, number) => expect(parseNumber(text)).toBe(number));

test.each([
  ["1,240", ",", 1.24],
  ["1.240", ",", 1240],
  ["1.240,5", ",", 1240.5],
  ["1.5", ",", undefined],
  ["1,240", ".", 1240],
  ["1.240", ".", 1.24],
  ["1,2,3", ".", undefined],
  ["1,240,000.25", ".", 1_240_000.25],
  ["12", ",", 12],
  ["", ",", undefined],
] as const)("“%s” with “%s” before decimals is %s", (text, sign, number) =>
  expect(parseNumber(text, sign)).toBe(number),
);

test.each([
  [["12", "1,240", "0,5"], ","],
  [["1,240", "3.5"], "."],
  [["1.240,50"], ","],
  [["1.240.000"], ","],
  [["1,240", "2,500"], undefined],
  [["12", "apples, and 1,5 pears"], undefined],
  [[], undefined],
] as const)("the numbers %j have “%s” before decimals", (texts, sign) => expect(decimalSignOf(texts)).toBe(sign));

test("numbers of a column are read as they were written, in either notation", () => {
  const number = fc.integer({ min: -10_000_000, max: 10_000_000 }).map((hundredths) => hundredths / 100);
  fc.assert(
    fc.property(fc.array(number, { minLength: 1 }), fc.constantFrom("en-GB", "de-DE"), (numbers, locale) => {
      const format = new Intl.NumberFormat(locale, { minimumFractionDigits: 2, maximumFractionDigits: 2 });
      const texts = numbers.map((one) => format.format(one));
      const sign = decimalSignOf(texts);
      expect(sign).toBe(locale === "de-DE" ? "," : ".");
      expect(texts.map((text) => parseNumber(text, sign))).toEqual(numbers);
    }),
  );
});
