import { nothing } from "../trouble";
import { DaysDuration, isList, MonthsDuration } from "../values";
import { define } from "./define";

/** A number rounded at a decimal place by `round`, which works on whole numbers. */
function at(scale: number, value: number, round: (value: number) => number): number | null {
  if (!Number.isInteger(scale) || Math.abs(scale) > 300) return nothing("The scale must be a whole number.");
  // Through the decimal text: 1.005 * 100 is 100.49999999999999 in binary, and would round the wrong way.
  const [digits, exponent = "0"] = String(value).split("e") as [string, string?];
  const scaled = round(Number(`${digits}e${Number(exponent) + scale}`));
  const [whole, power = "0"] = String(scaled).split("e") as [string, string?];
  return Number(`${whole}e${Number(power) - scale}`) || 0;
}

const halfUp = (value: number) => Math.sign(value) * Math.round(Math.abs(value));
const halfDown = (value: number) => Math.sign(value) * Math.ceil(Math.abs(value) - 0.5);
const up = (value: number) => Math.sign(value) * Math.ceil(Math.abs(value));

/** To the nearest, and to the even one of two that are as near. */
function halfEven(value: number): number {
  const below = Math.floor(value);
  const rest = value - below;
  if (rest !== 0.5) return Math.round(value);
  return below % 2 === 0 ? below : below + 1;
}

const scaled = { n: "number", scale: "number?" } as const;

/** Functions of numbers (DMN 1.5, 10.3.4.5). */
export const numberFunctions = {
  decimal: define({ n: "number", scale: "number" }, ({ n, scale }) => at(scale, n, halfEven)),
  floor: define(scaled, ({ n, scale = 0 }) => at(scale, n, Math.floor)),
  ceiling: define(scaled, ({ n, scale = 0 }) => at(scale, n, Math.ceil)),
  "round up": define(scaled, ({ n, scale = 0 }) => at(scale, n, up)),
  "round down": define(scaled, ({ n, scale = 0 }) => at(scale, n, Math.trunc)),
  "round half up": define(scaled, ({ n, scale = 0 }) => at(scale, n, halfUp)),
  "round half down": define(scaled, ({ n, scale = 0 }) => at(scale, n, halfDown)),
  abs: define({ n: "any" }, ({ n: given }) => {
    const n = isList(given) && given.length === 1 ? given[0] : given;
    if (typeof n === "number") return Math.abs(n);
    if (n instanceof DaysDuration) return new DaysDuration(Math.abs(n.seconds));
    if (n instanceof MonthsDuration) return new MonthsDuration(Math.abs(n.months));
    return nothing("“n” must be a number or a duration.");
  }),
  modulo: define({ dividend: "number", divisor: "number" }, ({ dividend, divisor }) =>
    divisor === 0 ? nothing("Division by zero.") : dividend - divisor * Math.floor(dividend / divisor),
  ),
  sqrt: define({ number: "number" }, ({ number }) =>
    number < 0 ? nothing("The square root of a negative number does not exist.") : Math.sqrt(number),
  ),
  log: define({ number: "number" }, ({ number }) =>
    number <= 0 ? nothing("The logarithm needs a number above zero.") : Math.log(number),
  ),
  exp: define({ number: "number" }, ({ number }) => Math.exp(number)),
  odd: define({ number: "number" }, ({ number }) => Math.abs(number % 2) === 1),
  even: define({ number: "number" }, ({ number }) => number % 2 === 0),
};
