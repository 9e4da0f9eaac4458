import type { Clock } from "../time";
import { Purse, withBudget } from "./budget";
import { Compiler } from "./compile";
import { Frame, type FormulaNames } from "./frame";
import { FormulaError, parseFormula, type FormulaFault } from "./parse";
import { Scope } from "./scope";
import { nothing, withReason } from "./trouble";
import { measured } from "./measured";
import type { FeelValue } from "./values";

/** A formula, ready to be computed for any record. */
export interface Formula<R> {
  readonly text: string;
  /** The names it reads, each with the path that follows it; `*` at the end stands for anything. */
  readonly paths: readonly (readonly string[])[];
  /** Whether its value changes as time goes on. */
  readonly usesClock: false | "day" | "minute";
  /** The value for a record. Never throws: null where it makes no sense. */
  evaluate(record: R): FeelValue;
  /** The value, and when it is null the reason, in a sentence. */
  explain(record: R): { value: FeelValue; reason: string | undefined };
}

/**
 * Compiles an expression of FEEL (OMG DMN 1.5, chapter 10). Gives a fault with its place when it is none, or when it
 * names what is not there.
 */
export function compileFormula<R>(
  text: string,
  names: FormulaNames<R>,
  clock: Clock,
): Formula<R> | { readonly fault: FormulaFault } {
  try {
    const tree = parseFormula(text, names.shapes);
    const scope = Scope.of(names);
    const compiler = new Compiler<R>(text);
    const compute = compiler.expression(tree.topNode, scope);
    const purse = new Purse();
    const evaluate = (record: R): FeelValue =>
      withBudget<FeelValue>(() => measured(compute(new Frame(record, clock))), nothing, purse);
    return {
      text,
      paths: scope.paths,
      usesClock: compiler.usesClock,
      evaluate,
      explain: (record) => withReason(() => evaluate(record)),
    };
  } catch (error) {
    if (error instanceof FormulaError) return { fault: error.fault };
    throw error;
  }
}
