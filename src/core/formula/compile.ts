import type { SyntaxNode } from "@lezer/common";
import { dayNumber, dateOf, minuteOf } from "../time";
import { negate } from "./arithmetic";
import { checkLength, oneDeeper, spend } from "./budget";
import { builtins } from "./builtins";
import { compare, equal, isWithin } from "./comparing";
import {
  charged,
  collect,
  constant,
  every,
  operations,
  orders,
  passes,
  placed,
  property,
  some,
  steps,
  stepsOfRange,
  unescaped,
  unlike,
  type Gather,
} from "./evaluating";
import type { Evaluate, Test } from "./frame";
import { atLiteral } from "./literals";
import { FormulaError, nameIn } from "./parse";
import type { Path, Scope } from "./scope";
import { nothing } from "./trouble";
import { typeTest } from "./types";
import {
  ContextOfEntries,
  FeelDate,
  FeelDateTime,
  FeelFunction,
  FeelRange,
  isList,
  typeOf,
  type FeelValue,
} from "./values";

/*
 * From the syntax tree of a formula to closures, once; evaluating a record then costs no parsing and no looking up of
 * names. A value that makes no sense gives null, and the reason is noted (see trouble.ts).
 */

/** The compiler of one formula: its text, and what it found out on the way. */
export class Compiler<R> {
  readonly text: string;
  /** Whether the value depends on the present. */
  usesClock: false | "day" | "minute" = false;

  constructor(text: string) {
    this.text = text;
  }

  expression(node: SyntaxNode, scope: Scope<R>): Evaluate<R> {
    const compile = this.#kinds[node.name];
    if (!compile) throw this.#fault(node, `“${this.#words(node)}” does not give a value.`);
    return compile(node, scope);
  }

  readonly #kinds: Readonly<Record<string, (node: SyntaxNode, scope: Scope<R>) => Evaluate<R>>> = {
    Expression: (node, scope) => this.expression(this.#only(node), scope),
    ParenthesizedExpression: (node, scope) => this.expression(this.#only(node), scope),
    NumericLiteral: (node) => constant(Number(this.#words(node).replace(/\s/g, ""))),
    StringLiteral: (node) => constant(unescaped(this.#words(node))),
    BooleanLiteral: (node) => constant(this.#words(node) === "true"),
    null: () => constant(null),
    DateTimeLiteral: (node, scope) => this.#temporal(node, scope),
    VariableName: (node, scope) => scope.need(nameIn(this.text, node), node.from, node.to),
    "?": (node, scope) => scope.need(tested, node.from, node.to),
    ArithmeticExpression: (node, scope) => this.#arithmetic(node, scope),
    Comparison: (node, scope) => this.#comparison(node, scope),
    Conjunction: (node, scope) => this.#logic(node, scope, false),
    Disjunction: (node, scope) => this.#logic(node, scope, true),
    IfExpression: (node, scope) => {
      const [condition, then, otherwise] = this.#operands(node).map((part) => this.expression(part, scope));
      return (frame) => (condition!(frame) === true ? then!(frame) : otherwise!(frame));
    },
    List: (node, scope) => {
      const parts = this.#operands(node).map((part) => this.expression(part, scope));
      return (frame) => {
        spend(parts.length);
        return parts.map((part) => part(frame));
      };
    },
    Context: (node, scope) => this.#context(node, scope),
    PathExpression: (node, scope) => this.#path(node, scope),
    FilterExpression: (node, scope) => this.#filter(node, scope),
    ForExpression: (node, scope) => this.#loop(node, scope, collect),
    QuantifiedExpression: (node, scope) => this.#loop(node, scope, node.firstChild?.name === "every" ? every : some),
    FunctionInvocation: (node, scope) => this.#invocation(node, scope),
    FunctionDefinition: (node, scope) => this.#definition(node, scope),
    InstanceOfExpression: (node, scope) => {
      const value = this.expression(node.firstChild!, scope);
      const isOfType = typeTest(this.text, node.lastChild!);
      return (frame) => isOfType(value(frame));
    },
    Interval: (node, scope) => this.#interval(node, scope),
    SimplePositiveUnaryTest: (node, scope) => {
      const first = node.firstChild!;
      if (first.name !== "CompareOp") return this.expression(first, scope);
      const end = this.expression(first.nextSibling!, scope);
      return this.#halfOpen(first, end);
    },
  };

  #words(node: SyntaxNode): string {
    return this.text.slice(node.from, node.to);
  }

  #fault(node: SyntaxNode, message: string): FormulaError {
    return new FormulaError({ from: node.from, to: Math.max(node.to, node.from + 1), message });
  }

  /** The children that are not words or signs of the syntax itself. */
  #operands(node: SyntaxNode): SyntaxNode[] {
    const found: SyntaxNode[] = [];
    for (let child = node.firstChild; child; child = child.nextSibling)
      if (child.name in this.#kinds || /^[A-Z]/.test(child.name)) if (!skipped.test(child.name)) found.push(child);
    return found;
  }

  #only(node: SyntaxNode): SyntaxNode {
    const [only] = this.#operands(node);
    if (!only) throw this.#fault(node, "There is nothing to calculate here.");
    return only;
  }

  #temporal(node: SyntaxNode, scope: Scope<R>): Evaluate<R> {
    const first = node.firstChild!;
    if (first.name === "AtLiteral") {
      const value = atLiteral(unescaped(this.#words(first.firstChild!)));
      if (value === null) throw this.#fault(node, `${this.#words(node)} is not a valid date, time or duration.`);
      return constant(value);
    }
    return this.#call(node, builtins.get(nameIn(this.text, first))!, scope);
  }

  #arithmetic(node: SyntaxNode, scope: Scope<R>): Evaluate<R> {
    const [left, right] = this.#operands(node).map((part) => this.expression(part, scope));
    const sign = this.#words(node.getChild("ArithOp")!);
    if (!right) return (frame) => negate(left!(frame));
    const operation = operations[sign]!;
    return (frame) => operation(left!(frame), right(frame));
  }

  #comparison(node: SyntaxNode, scope: Scope<R>): Evaluate<R> {
    const value = this.expression(node.firstChild!, scope);
    if (node.getChild("between")) {
      const [, low, high] = this.#operands(node).map((part) => this.expression(part, scope));
      return (frame) => isWithin(value(frame), new FeelRange(low!(frame), high!(frame), true, true));
    }
    if (node.getChild("in")) {
      const tests = [
        ...node.getChildren("PositiveUnaryTest"),
        ...(node.getChild("PositiveUnaryTests")?.getChildren("PositiveUnaryTest") ?? []),
      ].map((part) => this.#test(part, scope));
      return (frame) => {
        const held = value(frame);
        let said: boolean | null = false;
        for (const test of tests) {
          const passed = test(held, frame);
          if (passed === true) return true;
          if (passed === null) said = null;
        }
        return said;
      };
    }
    const operator = this.#words(node.getChild("CompareOp")!);
    const other = this.expression(node.lastChild!, scope);
    if (operator === "=") return (frame) => equal(value(frame), other(frame)) ?? unlike(value(frame), other(frame));
    if (operator === "!=")
      return (frame) => {
        const same = equal(value(frame), other(frame));
        return same === null ? unlike(value(frame), other(frame)) : !same;
      };
    const holds = orders[operator]!;
    return (frame) => {
      const [a, b] = [value(frame), other(frame)];
      if (typeof a === "number" && typeof b === "number") return holds(a - b);
      const order = compare(a, b);
      return order === null ? unlike(a, b) : holds(order);
    };
  }

  #test(node: SyntaxNode, scope: Scope<R>): Test<R> {
    let first = node.firstChild;
    if (!first || first.name === "Wildcard") return () => true;
    while (first.name === "ParenthesizedExpression") first = this.#only(first);
    if (first.name === "SimplePositiveUnaryTest" && this.#words(first.firstChild!) === "!=") {
      const unwanted = this.expression(first.lastChild!, scope);
      return (value, frame) => {
        const same = equal(value, unwanted(frame));
        return same === null ? null : !same;
      };
    }
    if (!namesTested(first)) {
      const wanted = this.expression(first, scope);
      return (value, frame) => passes(value, wanted(frame));
    }
    const { scope: inner, slot } = scope.with(tested);
    const holds = this.expression(first, inner);
    return (value, frame) => {
      frame.locals[slot] = value;
      const said = holds(frame);
      return typeof said === "boolean" ? said : null;
    };
  }

  #logic(node: SyntaxNode, scope: Scope<R>, decisive: boolean): Evaluate<R> {
    const [left, right] = this.#operands(node).map((part) => this.expression(part, scope)) as [
      Evaluate<R>,
      Evaluate<R>,
    ];
    return (frame) => {
      const a = left(frame);
      if (a === decisive) return decisive;
      const b = right(frame);
      if (b === decisive) return decisive;
      return typeof a === "boolean" && typeof b === "boolean" ? !decisive : null;
    };
  }

  #context(node: SyntaxNode, scope: Scope<R>): Evaluate<R> {
    const entries: { name: string; slot: number; value: Evaluate<R> }[] = [];
    let inner = scope;
    for (const entry of node.getChildren("ContextEntry")) {
      const key = entry.getChild("Key")!.firstChild!;
      const name = key.name === "StringLiteral" ? unescaped(this.#words(key)) : nameIn(this.text, key);
      if (entries.some((other) => other.name === name)) throw this.#fault(key, `“${name}” appears twice.`);
      const value = this.expression(entry.lastChild!, inner);
      const { scope: next, slot } = inner.with(name);
      inner = next;
      entries.push({ name, slot, value });
    }
    return (frame) => {
      const values = new Map<string, FeelValue>();
      for (const { name, slot, value } of entries) values.set(name, (frame.locals[slot] = value(frame)));
      return new ContextOfEntries(values);
    };
  }

  #path(node: SyntaxNode, scope: Scope<R>): Evaluate<R> {
    const base = node.firstChild!;
    const name = nameIn(this.text, node.lastChild!);
    const value = this.expression(base, scope);
    const known = this.#pathOf(base, scope);
    if (known) scope.paths.push([...known, name]);
    return (frame) => property(value(frame), name);
  }

  /** The path of names from the record that an expression follows, if that is all it does. */
  #pathOf(node: SyntaxNode, scope: Scope<R>): Path | undefined {
    if (node.name === "VariableName") return scope.pathOf(nameIn(this.text, node));
    if (node.name === "FilterExpression") return this.#pathOf(node.firstChild!, scope);
    if (node.name === "ParenthesizedExpression" || node.name === "IterationContext") {
      const [only, another] = this.#operands(node);
      return only && !another ? this.#pathOf(only, scope) : undefined;
    }
    if (node.name !== "PathExpression") return undefined;
    const base = this.#pathOf(node.firstChild!, scope);
    return base && [...base, nameIn(this.text, node.lastChild!)];
  }

  #filter(node: SyntaxNode, scope: Scope<R>): Evaluate<R> {
    const [base, condition] = this.#operands(node) as [SyntaxNode, SyntaxNode];
    const list = this.expression(base, scope);
    const { scope: inner, slot } = scope.withItem(this.#pathOf(base, scope));
    const holds = this.expression(condition, inner);
    return (frame) => {
      const value = list(frame);
      const all = isList(value) ? value : value === null ? [] : [value];
      const kept: FeelValue[] = [];
      for (const one of all) {
        spend();
        frame.locals[slot] = one;
        const said = holds(frame);
        if (typeof said === "number") return all[said > 0 ? said - 1 : all.length + said] ?? null;
        if (said === true) kept.push(one);
      }
      if (all.length > 0) return kept;
      frame.locals[slot] = null;
      return typeof holds(frame) === "number" ? null : kept;
    };
  }

  #loop(node: SyntaxNode, scope: Scope<R>, gather: Gather): Evaluate<R> {
    const levels: { slot: number; each: Evaluate<R> }[] = [];
    let inner = scope;
    for (const part of node.getChild("InExpressions")!.getChildren("InExpression")) {
      const context = part.getChild("IterationContext")!;
      const each = this.#iteration(context, inner);
      const { scope: next, slot } = inner.with(nameIn(this.text, part.getChild("Name")!), this.#pathOf(context, inner));
      inner = next;
      levels.push({ slot, each });
    }
    const partial = inner.with("partial");
    const body = this.expression(node.lastChild!, partial.scope);
    return (frame) => {
      const results: FeelValue[] = [];
      frame.locals[partial.slot] = results;
      let failed = false;
      const run = (level: number): boolean => {
        const here = levels[level];
        if (!here) {
          spend();
          const result = body(frame);
          results.push(result);
          checkLength(results.length);
          frame.locals[partial.slot] = results;
          return gather.enough(result);
        }
        const list = here.each(frame);
        if (!isList(list)) return (failed = true);
        for (const one of list) {
          spend();
          frame.locals[here.slot] = one;
          if (run(level + 1)) return true;
        }
        return false;
      };
      run(0);
      return failed ? null : gather.value(results);
    };
  }

  #iteration(node: SyntaxNode, scope: Scope<R>): Evaluate<R> {
    const parts = this.#operands(node).map((part) => this.expression(part, scope));
    const [from, to] = parts as [Evaluate<R>, Evaluate<R> | undefined];
    if (to) return (frame) => steps(from(frame), to(frame));
    return (frame) => {
      const value = from(frame);
      if (isList(value)) return value;
      if (value instanceof FeelRange) return stepsOfRange(value);
      return value === null ? nothing("There is no list or range to go through.") : [value];
    };
  }

  #invocation(node: SyntaxNode, scope: Scope<R>): Evaluate<R> {
    const callee = node.firstChild!;
    const name = nameIn(this.text, callee);
    const own =
      callee.name === "VariableName" ? scope.isLocal(name) && scope.find(name) : this.#calleeOf(callee, scope);
    const parts = node.getChild("NamedParameters")?.getChildren("NamedParameter");
    if (own && parts) {
      const { names, values } = this.#named(parts, scope);
      return (frame) => {
        const called = own(frame);
        if (!(called instanceof FeelFunction)) return nothing(`“${name}” is not a function.`);
        const places = called.placesOf(names);
        return places ? charged(called, placed(places, values, frame)) : nothing(`“${name}” takes other names.`);
      };
    }
    if (own) {
      const values = this.#positional(node, scope);
      return (frame) => {
        const called = own(frame);
        return called instanceof FeelFunction
          ? charged(
              called,
              values.map((value) => value(frame)),
            )
          : nothing(`“${name}” is not a function.`);
      };
    }
    if (name === "today" || name === "now") return this.#present(name);
    const known = builtins.get(name);
    if (!known) throw this.#fault(callee, `There is no function “${name}”.`);
    return this.#call(node, known, scope);
  }

  #calleeOf(callee: SyntaxNode, scope: Scope<R>): Evaluate<R> | undefined {
    return callee.name === "SpecialFunctionName" ? undefined : this.expression(callee, scope);
  }

  #present(name: "today" | "now"): Evaluate<R> {
    if (this.usesClock !== "minute") this.usesClock = name === "today" ? "day" : "minute";
    if (name === "today") return ({ clock }) => new FeelDate(dayNumber(dateOf(clock.now())));
    return ({ clock }) => {
      const moment = clock.now();
      return new FeelDateTime(dayNumber(dateOf(moment)), minuteOf(moment) * 60);
    };
  }

  #positional(node: SyntaxNode, scope: Scope<R>): Evaluate<R>[] {
    const parameters = node.getChild("PositionalParameters");
    return parameters ? this.#operands(parameters).map((part) => this.expression(part, scope)) : [];
  }

  #call(node: SyntaxNode, called: FeelFunction, scope: Scope<R>): Evaluate<R> {
    const named = node.getChild("NamedParameters")?.getChildren("NamedParameter");
    if (!named) {
      const values = this.#positional(node, scope);
      const [first, second] = values;
      if (values.length === 1) return (frame) => charged(called, [first!(frame)]);
      if (values.length === 2) return (frame) => charged(called, [first!(frame), second!(frame)]);
      return (frame) =>
        charged(
          called,
          values.map((value) => value(frame)),
        );
    }
    const { names, values } = this.#named(named, scope);
    const places = called.placesOf(names);
    if (!places) throw this.#namesUnknown(named, names, called);
    return (frame) => charged(called, placed(places, values, frame));
  }

  /** Values that are given by name. */
  #named(parts: readonly SyntaxNode[], scope: Scope<R>) {
    return {
      names: parts.map((part) => nameIn(this.text, part.getChild("ParameterName")!)),
      values: parts.map((part) => this.expression(part.lastChild!, scope)),
    };
  }

  #namesUnknown(parts: readonly SyntaxNode[], names: readonly string[], called: FeelFunction) {
    const known = new Set([called.parameters, ...called.others].flat());
    const at = Math.max(
      0,
      names.findIndex((name) => !known.has(name)),
    );
    const list = [...known].map((name) => `“${name}”`).join(", ");
    return this.#fault(parts[at]!, `It takes no “${names[at]}” in this way, but ${list}.`);
  }

  #definition(node: SyntaxNode, scope: Scope<R>): Evaluate<R> {
    const parts = node.getChild("FormalParameters")?.getChildren("FormalParameter") ?? [];
    const names = parts.map((part) => nameIn(this.text, part.getChild("ParameterName")!));
    const types = parts.map((part) => part.getChild("Type")).map((type) => type && typeTest(this.text, type));
    let inner = scope;
    const slots = names.map((name) => {
      const { scope: next, slot } = inner.with(name);
      inner = next;
      return slot;
    });
    const body = this.expression(this.#only(node.getChild("FunctionBody")!), inner);
    return (frame) => {
      const captured = frame.copy();
      return new FeelFunction(names, (values) => {
        if (values.length > names.length)
          return nothing(`The function takes ${names.length} values, not ${values.length}.`);
        const wrong = values.findIndex((value, at) => value !== null && types[at]?.(value) === false);
        if (wrong >= 0) return nothing(`“${names[wrong]}” cannot be a ${typeOf(values[wrong] as FeelValue)}.`);
        const called = captured.copy();
        slots.forEach((slot, at) => (called.locals[slot] = values[at] ?? null));
        spend(1 + called.locals.length);
        return oneDeeper(() => body(called));
      });
    };
  }

  #interval(node: SyntaxNode, scope: Scope<R>): Evaluate<R> {
    const [start, end] = this.#operands(node).map((part) => this.expression(part, scope)) as [Evaluate<R>, Evaluate<R>];
    const from = this.#words(node.firstChild!) === "[";
    const to = this.#words(node.lastChild!) === "]";
    return (frame) => new FeelRange(start(frame), end(frame), from, to);
  }

  #halfOpen(operator: SyntaxNode, end: Evaluate<R>): Evaluate<R> {
    const sign = this.#words(operator);
    if (sign === "=") return end;
    if (sign === "!=") throw this.#fault(operator, "“!=” needs a value on its left.");
    const included = sign.length === 2;
    return sign[0] === "<"
      ? (frame) => new FeelRange(undefined, end(frame), false, included)
      : (frame) => new FeelRange(end(frame), undefined, included, false);
  }
}

/** What is tested by `in`, where a test names it. */
const tested = "?";

function namesTested(node: SyntaxNode): boolean {
  let isNamed = false;
  node.cursor().iterate(({ name }) => {
    isNamed ||= name === tested;
  });
  return isNamed;
}

const skipped = /^(ArithOp|CompareOp|LineComment|BlockComment)$/;
