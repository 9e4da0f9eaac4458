import type { Id } from "../model";
import { daysBetween, type DateText } from "../time";

/*
 * How long work takes this person, learnt from what was estimated and what was worked. The ratio of the two is taken as
 * log-normal (errors of human estimates multiply), its mean partly pooled: all work, then who does it, then the theme, then
 * the size within the theme, each drawn to the one before it the more, the fewer cases it has. docs/estimates.md has the
 * method with its sources, and what its error is.
 */

/** Work that was done: what it was thought to take, and what it took. */
export interface EstimateCase {
  readonly id: Id;
  /** When it was done. */
  readonly date: DateText;
  /** What was thought, in minutes; absent where nobody said. */
  readonly estimateMinutes?: number | undefined;
  readonly workedMinutes: number;
  readonly theme?: Id | undefined;
  readonly person?: Id | undefined;
}

/** What is asked: something that is to be done. */
export type EstimateQuestion = Pick<EstimateCase, "estimateMinutes" | "theme" | "person">;

/** How long something will likely take, in minutes. */
export interface LikelyLength {
  /** As likely more as less. */
  readonly minutes: number;
  /** Half of all such work falls between these. */
  readonly half: readonly [number, number];
  /** Four fifths of it. */
  readonly most: readonly [number, number];
  /** How many cases of the narrowest group with enough of them it is from, and which group that is. */
  readonly cases: number;
  readonly from: "theme" | "person" | "all";
}

/** After so many days a case counts half. */
const halfLife = 365;
/** So many cases a group needs before it is named as the source. */
const fewest = 5;
/** A group is drawn to the one it lies in as by so many cases. */
const pull = 4;
/** The spread of a group is drawn to that of all work as by so many cases. */
const spreadPull = 12;
/** Ratios beyond these are slips of the clock or of the estimate, and count as these. */
const mostRatio = Math.log(8);
/** Before there is any case: that estimates hold, give or take a third. */
const [priorCases, priorSpread] = [3, Math.log(1.35)];
const firstDay = "2000-01-01";

/** Sums of the cases of one group; weights grow with the date, and are brought down to today when they are asked. */
interface Cell {
  weight: number;
  sum: number;
  squares: number;
  count: number;
}

const sizes = [15, 30, 60, 120, 240];
const sizeOf = (minutes: number) => sizes.findIndex((most) => minutes <= most);

/** What was learnt of how long work takes. Cases are added and taken out one by one, in constant time. */
export class Estimates {
  /** Of ratios of worked to estimate, and of plain lengths where nothing was estimated; in logarithms. */
  readonly #ratios = new Map<string, Cell>();
  readonly #lengths = new Map<string, Cell>();

  get count(): number {
    return this.#ratios.get("")?.count ?? 0;
  }

  add(one: EstimateCase) {
    this.#count(one, 1);
  }

  remove(one: EstimateCase) {
    this.#count(one, -1);
  }

  /** How long something will likely take; undefined where nothing was estimated and too little is known. */
  likely(question: EstimateQuestion, today: DateText): LikelyLength | undefined {
    const { estimateMinutes } = question;
    const isTyped = estimateMinutes !== undefined && estimateMinutes > 0;
    const cells = isTyped ? this.#ratios : this.#lengths;
    const chain = keysOf(question).map((key) => cells.get(key));
    const fade = 2 ** (-daysBetween(firstDay, today) / halfLife);
    const [all] = chain;
    if (!isTyped && (all?.count ?? 0) < fewest) return undefined;
    let mean = isTyped ? 0 : ((all!.sum / all!.weight) as number);
    let spread = priorSpread;
    let known = 0;
    chain.forEach((cell, level) => {
      if (!cell || cell.count === 0) return;
      const weight = cell.weight * fade;
      const by = level === 0 ? priorCases : pull;
      const next = (cell.sum * fade + by * mean) / (weight + by);
      // The spread about the mean that this level comes to.
      const about = Math.max(0, cell.squares - 2 * next * cell.sum + next * next * cell.weight) * fade;
      const drawn = level === 0 ? priorCases : spreadPull;
      spread = Math.sqrt((about + drawn * spread * spread) / (weight + drawn));
      mean = next;
      known = weight + by;
    });
    // That the mean is itself only known so well.
    const deviation = spread * Math.sqrt(1 + 1 / Math.max(1, known));
    const base = isTyped ? estimateMinutes : 1;
    const at = (z: number) => Math.max(1, Math.round(base * Math.exp(mean + z * deviation)));
    return {
      minutes: at(0),
      half: [at(-0.6745), at(0.6745)],
      most: [at(-1.2816), at(1.2816)],
      ...sourceOf(question, cells),
    };
  }

  #count(one: EstimateCase, sign: 1 | -1) {
    const { estimateMinutes, workedMinutes, date } = one;
    if (!(workedMinutes > 0)) return;
    const weight = 2 ** (daysBetween(firstDay, date) / halfLife);
    const put = (cells: Map<string, Cell>, value: number) => {
      for (const key of keysOf(one)) {
        let cell = cells.get(key);
        if (!cell) cells.set(key, (cell = { weight: 0, sum: 0, squares: 0, count: 0 }));
        cell.count += sign;
        cell.weight += sign * weight;
        cell.sum += sign * weight * value;
        cell.squares += sign * weight * value * value;
        // What is left of sums that took turns is dust, and must not be read as a case.
        if (cell.count === 0) cells.delete(key);
      }
    };
    put(this.#lengths, Math.log(workedMinutes));
    if (estimateMinutes === undefined || estimateMinutes <= 0) return;
    const ratio = Math.log(workedMinutes / estimateMinutes);
    put(this.#ratios, Math.max(-mostRatio, Math.min(mostRatio, ratio)));
  }
}

/** The groups that a case is in, each within the one before. */
function keysOf({ person = "", theme, estimateMinutes }: EstimateQuestion): string[] {
  const keys = ["", `${person}`.concat("\u001f")];
  if (theme === undefined) return keys;
  keys.push(`${person}\u001f${theme}`);
  if (estimateMinutes !== undefined && estimateMinutes > 0)
    keys.push(`${person}\u001f${theme}\u001f${sizeOf(estimateMinutes)}`);
  return keys;
}

function sourceOf(question: EstimateQuestion, cells: ReadonlyMap<string, Cell>): Pick<LikelyLength, "cases" | "from"> {
  const [all, person, theme] = keysOf(question).map((key) => cells.get(key)?.count ?? 0);
  if (theme !== undefined && theme >= fewest) return { cases: theme, from: "theme" };
  if (person !== undefined && person >= fewest) return { cases: person, from: "person" };
  return { cases: all ?? 0, from: "all" };
}

/** Whether enough is known to say how long something will likely take, rather than to repeat what was typed. */
export function isWorthSaying(likely: LikelyLength | undefined): likely is LikelyLength {
  return likely !== undefined && likely.cases >= fewest;
}

/** A length as people say it: to the minute below ten, to five below an hour and a half, then to ten and to thirty. */
export function roundLength(minutes: number): number {
  const step = minutes < 10 ? 1 : minutes < 90 ? 5 : minutes < 300 ? 10 : 30;
  return Math.max(1, Math.round(minutes / step) * step);
}
