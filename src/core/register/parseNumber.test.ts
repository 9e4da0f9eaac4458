import { expect, test } from "vitest";
import { parseNumber } from "./parseNumber";

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
