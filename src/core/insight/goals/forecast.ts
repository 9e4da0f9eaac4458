import { seededRandom } from "../../model";
import { valuesAt } from "./valuesAt";

/*
 * When something will be finished, told as a range from the pace so far. The weeks that were are drawn again and again as
 * weeks to come (bootstrap; Efron 1979), each run with weights of its own for them (Bayesian bootstrap; Rubin 1981), so that
 * a pace that is known from few weeks gives a wide range. docs/forecast.md has the method, its limits and its coverage.
 */

/** What is asked: how much is left, and how much was done in each of the last weeks, oldest first. */
export interface ForecastQuestion {
  readonly remaining: number;
  readonly gains: readonly number[];
}

/** In how many weeks from now it will be finished: with nine runs of ten later than `early`, half, and one of ten later than `late`. */
export interface Forecast {
  readonly early: number;
  readonly middle: number;
  readonly late: number;
}

/** With fewer weeks than this, or fewer in which anything was done, nothing is said. */
export const fewestWeeks = 8;
export const fewestActiveWeeks = 3;
/** Plain exponential weights held 69 to 80 of 100 ends in the range that should hold 80; heavier ones hold 74 to 82 (docs/forecast.md). */
const heavier = 1.5;
/** A week so long ago counts half. */
const halfLife = 13;
/** What is not finished by then is not forecast. */
export const mostWeeks = 520;
export const usualRuns = 10_000;
/** So many sets of weights are drawn, and used in turn. */
const weightSets = 500;
/** Beyond so many weeks the time to come is drawn from its normal limit (renewal theorem) instead of week by week. */
const manyWeeks = 10;

const weightsKnown = new Map<number, readonly Float64Array[]>();

/** Sets of weights for `count` weeks, each adding up to one; the newest weeks weigh most. */
function weightsFor(count: number): readonly Float64Array[] {
  const known = weightsKnown.get(count);
  if (known) return known;
  const random = seededRandom(count);
  const sets = Array.from({ length: weightSets }, () => {
    const weights = new Float64Array(count);
    let all = 0;
    for (let week = 0; week < count; week++) {
      const weight = (-Math.log(1 - random())) ** heavier * 2 ** (-(count - 1 - week) / halfLife);
      weights[week] = weight;
      all += weight;
    }
    for (let week = 0; week < count; week++) weights[week] = weights[week]! / all;
    return weights;
  });
  weightsKnown.set(count, sets);
  return sets;
}

/**
 * The range in which something will be finished, in weeks; undefined where too little is known to say, or where most runs
 * never finish.
 */
export function forecast({ remaining, gains }: ForecastQuestion, runs = usualRuns, seed = 1): Forecast | undefined {
  if (remaining <= 0) return { early: 0, middle: 0, late: 0 };
  const active = gains.filter((gain) => gain > 0).length;
  if (gains.length < fewestWeeks || active < fewestActiveWeeks) return undefined;
  const random = seededRandom(seed);
  const count = gains.length;
  const sets = weightsFor(count);
  const ends = new Float64Array(runs);
  const upTo = new Float64Array(count);
  const starts = new Uint16Array(shelves);
  let spare: number | undefined;
  /** A normal number (Box and Muller 1958); each second one is kept. */
  const normal = () => {
    if (spare !== undefined) {
      const kept = spare;
      spare = undefined;
      return kept;
    }
    const radius = Math.sqrt(-2 * Math.log(1 - random()));
    const angle = 2 * Math.PI * random();
    spare = radius * Math.sin(angle);
    return radius * Math.cos(angle);
  };
  let run = 0;
  for (let set = 0; set < sets.length && run < runs; set++) {
    const weights = sets[set]!;
    let [mean, squares, all] = [0, 0, 0];
    for (let week = 0; week < count; week++) {
      const weight = weights[week]!;
      mean += weight * gains[week]!;
      squares += weight * gains[week]! * gains[week]!;
      upTo[week] = all += weight;
    }
    // A mean from so few weeks leaves out part of the spread (Bessel).
    const variance = ((squares - mean * mean) * count) / (count - 1);
    const until = Math.round(((set + 1) * runs) / sets.length);
    const expected = remaining / mean;
    if (mean <= 0) ends.fill(mostWeeks, run, until);
    else if (expected > manyWeeks) {
      const spread = Math.sqrt(variance * expected) / mean;
      for (; run < until; run++) ends[run] = Math.min(mostWeeks, Math.max(expected / 4, expected + normal() * spread));
    } else {
      markStarts(upTo, starts);
      for (; run < until; run++) ends[run] = drawn(remaining, gains, upTo, starts, random);
    }
    run = until;
  }
  const places = [0.1, 0.5, 0.9].map((share) => Math.min(runs - 1, Math.floor(runs * share)));
  const [early, middle, late] = valuesAt(ends, places) as [number, number, number];
  return middle >= mostWeeks ? undefined : { early, middle, late };
}

/** A week is looked for from the beginning of its shelf on, and not from the first week. */
const shelves = 128;

/** Notes for each shelf the first week that a number in it may fall into. */
function markStarts(upTo: Float64Array, starts: Uint16Array): void {
  for (let shelf = 0, week = 0; shelf < shelves; shelf++) {
    while (week < upTo.length - 1 && upTo[week]! < shelf / shelves) week++;
    starts[shelf] = week;
  }
}

/** Weeks until the remainder is done, drawn week by week; the last one counts in part. */
function drawn(
  remaining: number,
  gains: readonly number[],
  upTo: Float64Array,
  starts: Uint16Array,
  random: () => number,
): number {
  const last = upTo.length - 1;
  let left = remaining;
  for (let weeks = 0; weeks < mostWeeks; weeks++) {
    const wanted = random();
    let week = starts[Math.floor(wanted * shelves)]!;
    while (week < last && upTo[week]! < wanted) week++;
    const gain = gains[week]!;
    if (gain >= left) return weeks + left / gain;
    left -= gain;
  }
  return mostWeeks;
}
