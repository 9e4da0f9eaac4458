import type { Clock } from "../time";
import type { FeelValue } from "./values";

/** What a formula is evaluated in: a record, and the values of the names that the formula itself gives. */
export class Frame<R> {
  constructor(
    readonly record: R,
    readonly clock: Clock,
    /** By the slot that the compiler gave each name. */
    readonly locals: FeelValue[] = [],
  ) {}

  /** The same record with slots of its own, for the body of a function that is called later. */
  copy(): Frame<R> {
    return new Frame(this.record, this.clock, this.locals.slice());
  }
}

export type Evaluate<R> = (frame: Frame<R>) => FeelValue;

/** Whether a value passes; null where that cannot be said. */
export type Test<R> = (value: FeelValue, frame: Frame<R>) => boolean | null;

/** The names a formula may use, and how each is read from a record. */
export interface FormulaNames<R> {
  /** Undefined when there is no such name. */
  read(name: string): ((record: R) => FeelValue) | undefined;
  /** All names, for the parser and for completion; a link leads to the names of the other register. */
  readonly shapes: Readonly<Record<string, unknown>>;
}
