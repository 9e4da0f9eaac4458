/*
 * What an evaluation may cost. A formula comes from a person, a file or another device: whatever it says, it ends soon,
 * with a value or with the reason why there is none.
 */

/** Steps of one evaluation: things gone through, functions called, values compared. About 0.1 s of work. */
const mostSteps = 1_000_000;
/** Functions inside each other. */
const mostDepth = 400;
/** Things in one list, characters in one text. */
export const longestList = 100_000;
export const longestText = 1_000_000;

/** Thrown where an evaluation would cost too much; `withBudget` turns it into null. */
class OverBudget extends Error {
  override readonly name = "OverBudget";
}

let left = mostSteps;
let depth = 0;
let isRunning = false;

/** Takes note that something was done. @throws OverBudget when it was too much */
export function spend(steps = 1): void {
  left -= steps;
  if (left < 0) throw new OverBudget("This formula needs too many steps, or never ends.");
}

/** Runs the body of a function. @throws OverBudget when too many are inside each other */
export function oneDeeper<T>(body: () => T): T {
  if (depth >= mostDepth) throw new OverBudget("Its functions call each other too deeply, or without end.");
  depth++;
  try {
    return body();
  } finally {
    depth--;
  }
}

/** @throws OverBudget when a list is too long to go on with */
export function checkLength(length: number): void {
  if (length > longestList)
    throw new OverBudget(`A list in this formula has more than ${longestList.toLocaleString("en-GB")} entries.`);
}

/** @throws OverBudget when a text is too long to go on with */
export function checkTextLength(length: number): void {
  if (length > longestText)
    throw new OverBudget(`A text in this formula has more than ${longestText.toLocaleString("en-GB")} characters.`);
}

/**
 * Runs an evaluation with a budget of its own; one inside another shares that of the outer one, so that formulas which
 * read formulas cost what they cost. Returns what `over` makes of it when it is too much.
 * @param purse the budget of all evaluations of one formula together, where there is one
 */
export function withBudget<T>(evaluate: () => T, over: (reason: string) => T, purse?: Purse): T {
  if (isRunning) return evaluate();
  if (purse?.isEmpty) return over("This formula needs too much work for so many records.");
  [left, depth, isRunning] = [mostSteps, 0, true];
  try {
    return evaluate();
  } catch (error) {
    if (error instanceof OverBudget) {
      purse?.strike();
      return over(error.message);
    }
    // The platform's own limits: its stack, or the length of a text or list.
    if (error instanceof RangeError) return over("This formula goes too deep, or never ends.");
    throw error;
  } finally {
    isRunning = false;
    purse?.take(mostSteps - left);
  }
}

const mostInPurse = 20_000_000;
const filledPerMillisecond = 2000;
/** So many evaluations of a formula may cost more than one is allowed, until its purse is filled up again. */
const mostStrikes = 3;

/**
 * The budget of a formula over all records it is computed for: a few seconds of work, filled up again as time goes by.
 * So a table of many records is not held up by a formula that takes its whole budget for each.
 */
export class Purse {
  #steps = mostInPurse;
  #at = performance.now();

  get isEmpty(): boolean {
    const now = performance.now();
    this.#steps = Math.min(mostInPurse, this.#steps + (now - this.#at) * filledPerMillisecond);
    this.#at = now;
    return this.#steps <= 0;
  }

  take(steps: number): void {
    this.#steps -= Math.max(1, steps);
  }

  /** Takes note that an evaluation went over its own budget. */
  strike(): void {
    this.#steps -= mostInPurse / mostStrikes;
  }
}
