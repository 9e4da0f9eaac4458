import { compare } from "../comparing";
import { atLiteral } from "../literals";
import { nothing } from "../trouble";
import { FeelFunction, FeelRange, type FeelValue } from "../values";
import { define } from "./define";

/*
 * The relations of Allen's interval algebra (DMN 1.5, 10.3.4.10). A point is a range from itself to itself, so that one
 * set of rules holds for points and ranges alike. An open end without limit is compared as beyond everything.
 */

interface End {
  readonly at: FeelValue | undefined;
  /** -1 where an open end is without limit downwards, 1 upwards. */
  readonly side: -1 | 1;
  readonly included: boolean;
}

interface Span {
  readonly start: End;
  readonly end: End;
}

class NoOrder extends Error {}

function spanOf(value: FeelValue): Span {
  if (value instanceof FeelRange)
    return {
      start: { at: value.start, side: -1, included: value.startIncluded },
      end: { at: value.end, side: 1, included: value.endIncluded },
    };
  return { start: { at: value, side: -1, included: true }, end: { at: value, side: 1, included: true } };
}

/** The order of two ends by their values alone. */
function order(a: End, b: End): number {
  if (a.at === undefined || b.at === undefined) {
    const size = (end: End) => (end.at === undefined ? end.side : 0);
    return size(a) - size(b);
  }
  const found = compare(a.at, b.at);
  if (found === null) throw new NoOrder();
  return found;
}

const before = (a: Span, b: Span) => {
  const gap = order(a.end, b.start);
  return gap < 0 || (gap === 0 && !(a.end.included && b.start.included));
};
const meets = (a: Span, b: Span) => order(a.end, b.start) === 0 && a.end.included && b.start.included;
/** Whether the start of `a` comes no later than that of `b`. */
const startsByThen = (a: Span, b: Span) => {
  const gap = order(a.start, b.start);
  return gap < 0 || (gap === 0 && (a.start.included || !b.start.included));
};
const endsByThen = (a: Span, b: Span) => {
  const gap = order(a.end, b.end);
  return gap < 0 || (gap === 0 && (b.end.included || !a.end.included));
};
const sameStart = (a: Span, b: Span) => order(a.start, b.start) === 0 && a.start.included === b.start.included;
const sameEnd = (a: Span, b: Span) => order(a.end, b.end) === 0 && a.end.included === b.end.included;
const overlaps = (a: Span, b: Span) => !before(a, b) && !before(b, a);
const includes = (a: Span, b: Span) => startsByThen(a, b) && endsByThen(b, a);
const startsEarlier = (a: Span, b: Span) => startsByThen(a, b) && !sameStart(a, b);

/** A point may stand for each of the two ranges, and is then named so. */
const otherNames = [
  ["point1", "point2"],
  ["point", "range"],
  ["range", "point"],
];

function relation(holds: (a: Span, b: Span) => boolean): FeelFunction {
  return new FeelFunction(
    ["range1", "range2"],
    (values) => {
      const [a, b] = values;
      if (a === undefined || b === undefined || values.length > 2) return nothing("The function compares two values.");
      if (a === null || b === null) return nothing("One of the two values is empty.");
      try {
        return holds(spanOf(a), spanOf(b));
      } catch (error) {
        if (error instanceof NoOrder) return nothing("The two values cannot be compared.");
        throw error;
      }
    },
    otherNames,
  );
}

const rangeShape = /^\s*([[(\]])(.*?)\.\.(.*)([\])[])\s*$/s;

/** The range that a text writes, with a literal at each end or at one; null where it is none. */
function rangeOfText(text: string): FeelRange | null {
  const [, open = "", from = "", to = "", close = ""] = rangeShape.exec(text) ?? [];
  const [start, end] = [endOfText(from), endOfText(to)];
  const isOrdered = start === undefined || end === undefined || (compare(start, end) ?? 1) <= 0;
  const isUnbounded = (start === undefined && open === "[") || (end === undefined && close === "]");
  if (open === "" || start === null || end === null || (start ?? end) === undefined || isUnbounded || !isOrdered)
    return nothing(`“${text}” is not a range.`);
  return new FeelRange(start, end, open === "[", close === "]");
}

/** The literal at an end; undefined where there is none, null where it is no literal that has an order. */
function endOfText(text: string): FeelValue | undefined {
  const words = text.trim();
  if (words === "") return undefined;
  if (/^-?(\d+(\.\d+)?|\.\d+)$/.test(words)) return Number(words);
  if (/^"[^"\\]*"$/.test(words)) return words.slice(1, -1);
  const [, quoted] = /^(?:@|(?:date|time|date and time|duration)\s*\(\s*)"([^"]*)"\s*\)?$/.exec(words) ?? [];
  return quoted === undefined ? null : atLiteral(quoted);
}

export const rangeFunctions = {
  range: define({ from: "string" }, ({ from }) => rangeOfText(from)),
  before: relation(before),
  after: relation((a, b) => before(b, a)),
  meets: relation(meets),
  "met by": relation((a, b) => meets(b, a)),
  overlaps: relation(overlaps),
  "overlaps before": relation((a, b) => overlaps(a, b) && startsEarlier(a, b) && endsByThen(a, b)),
  "overlaps after": relation((a, b) => overlaps(a, b) && startsEarlier(b, a) && endsByThen(b, a)),
  includes: relation(includes),
  during: relation((a, b) => includes(b, a)),
  starts: relation((a, b) => sameStart(a, b) && endsByThen(a, b)),
  "started by": relation((a, b) => sameStart(a, b) && endsByThen(b, a)),
  finishes: relation((a, b) => sameEnd(a, b) && startsByThen(b, a)),
  "finished by": relation((a, b) => sameEnd(a, b) && startsByThen(a, b)),
  coincides: relation((a, b) => sameStart(a, b) && sameEnd(a, b)),
};
