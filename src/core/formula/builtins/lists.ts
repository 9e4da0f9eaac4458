import { add, divide } from "../arithmetic";
import { compare, equal } from "../comparing";
import { spend } from "../budget";
import { nothing } from "../trouble";
import {
  ContextOfEntries,
  DaysDuration,
  FeelFunction,
  MonthsDuration,
  isContext,
  isList,
  typeOf,
  type FeelContext,
  type FeelValue,
} from "../values";
import { alsoNamed, define, defineOverList } from "./define";

type Values = readonly FeelValue[];

/** The numbers of a list; null when it holds something else. */
function numbers(list: Values): readonly number[] | null {
  const other = list.find((one) => typeof one !== "number");
  return other === undefined
    ? (list as readonly number[])
    : nothing(`The list must contain only numbers, but it contains a ${typeOf(other)}.`);
}

function extreme(list: Values, sign: 1 | -1): FeelValue {
  let best: FeelValue | undefined;
  for (const one of list) {
    const order = best === undefined ? compare(one, one) : compare(one, best);
    if (order === null) return nothing(`The list contains a ${typeOf(one)} that cannot be compared with the rest.`);
    if (best === undefined || order * sign > 0) best = one;
  }
  return best ?? null;
}

/** The sum of a list of numbers or durations; null of an empty one. */
export function sumOf(list: Values): FeelValue {
  const [first, ...rest] = list;
  if (first === undefined) return null;
  if (!(typeof first === "number" || first instanceof DaysDuration || first instanceof MonthsDuration))
    return nothing(`The list contains a ${typeOf(first)}, which cannot be added up.`);
  return rest.reduce<FeelValue>((sum, one) => (sum === null ? null : add(sum, one)), first);
}

/** Whether all hold, or any does, by the rules of three-valued logic. */
function together(list: Values, decisive: boolean): boolean | null {
  let unknown = false;
  for (const one of list) {
    if (one === decisive) return decisive;
    if (typeof one !== "boolean") unknown = true;
  }
  return unknown ? nothing("The list contains a value that is neither true nor false.") : !decisive;
}

function distinct(list: Values): FeelValue[] {
  const found: FeelValue[] = [];
  const plain = new Set<FeelValue>();
  const others: FeelValue[] = [];
  for (const one of list) {
    // Numbers, texts and truths are known by themselves; what is made of parts is compared.
    const isPlain = typeof one !== "object" || one === null;
    if (isPlain ? plain.has(one) : others.some((other) => equal(one, other) === true)) continue;
    if (isPlain) plain.add(one);
    else others.push(one);
    found.push(one);
  }
  return found;
}

function flat(list: Values, into: FeelValue[] = []): FeelValue[] {
  for (const one of list) {
    spend();
    if (isList(one)) flat(one, into);
    else into.push(one);
  }
  return into;
}

const whole = (position: number, length: number) =>
  Number.isInteger(position) && position !== 0 && Math.abs(position) <= length;
/** Where a position of the standard lies, from 0. */
const place = (position: number, length: number) => (position > 0 ? position - 1 : length + position);
const outside = () => nothing("The list has no item at this position.");

function sorted(list: Values, before: FeelFunction | undefined): FeelValue {
  if (before)
    return list.toSorted((a, b) => (before.call([a, b]) === true ? -1 : before.call([b, a]) === true ? 1 : 0));
  if (list.some((one) => compare(one, list[0] as FeelValue) === null)) return nothing("The list cannot be sorted.");
  return list.toSorted((a, b) => compare(a, b) as number);
}

function putIn(context: FeelContext, key: string, value: FeelValue): FeelContext {
  spend(context.names().length);
  const entries = new Map(context.names().map((name) => [name, context.get(name) as FeelValue]));
  return new ContextOfEntries(entries.set(key, value));
}

/** A context with a value at the end of a path of names, each of which leads into a context. */
function putAt(context: FeelContext, [key, ...rest]: Values, value: FeelValue): FeelContext | null {
  if (typeof key !== "string") return nothing("“key” must be a text or a list of texts.");
  if (rest.length === 0) return putIn(context, key, value);
  const held = context.get(key) ?? new ContextOfEntries(new Map());
  if (!isContext(held)) return nothing(`“${key}” is not a context.`);
  const inner = putAt(held, rest, value);
  return inner && putIn(context, key, inner);
}

/** Functions of lists and contexts (DMN 1.5, 10.3.4.4 and 10.3.4.12). */
export const listFunctions = {
  count: define({ list: "list" }, ({ list }) => list.length),
  min: defineOverList((list) => extreme(list, -1)),
  max: defineOverList((list) => extreme(list, 1)),
  sum: defineOverList(sumOf),
  product: defineOverList((list) =>
    list.length === 0 ? null : (numbers(list)?.reduce((all, one) => all * one, 1) ?? null),
  ),
  mean: defineOverList((list) => (list.length === 0 ? null : divide(sumOf(list), list.length))),
  median: defineOverList((list) => {
    const ordered = numbers(list)?.toSorted((a, b) => a - b);
    if (!ordered || ordered.length === 0) return null;
    const middle = Math.floor(ordered.length / 2);
    return ordered.length % 2
      ? (ordered[middle] as number)
      : ((ordered[middle - 1] as number) + (ordered[middle] as number)) / 2;
  }),
  stddev: defineOverList((list) => {
    const all = numbers(list);
    if (!all || all.length < 2) return null;
    const mean = all.reduce((sum, one) => sum + one, 0) / all.length;
    return Math.sqrt(all.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (all.length - 1));
  }),
  mode: defineOverList((list) => {
    const all = numbers(list);
    if (!all) return null;
    const counts = new Map<number, number>();
    for (const one of all) counts.set(one, (counts.get(one) ?? 0) + 1);
    const most = Math.max(...counts.values());
    return [...counts].flatMap(([one, count]) => (count === most ? [one] : [])).toSorted((a, b) => a - b);
  }),
  all: defineOverList((list) => together(list, false)),
  any: defineOverList((list) => together(list, true)),
  "list contains": define({ list: "list", element: "any" }, ({ list, element }) =>
    list.some((one) => equal(one, element) === true),
  ),
  "list replace": alsoNamed(
    define({ list: "list", position: "any", newItem: "any" }, ({ list, position, newItem }) => {
      if (position instanceof FeelFunction)
        return list.map((one) => (position.call([one, newItem]) === true ? newItem : one));
      if (typeof position !== "number" || !whole(position, list.length)) return outside();
      return list.with(place(position, list.length), newItem);
    }),
    ["list", "match", "newItem"],
  ),
  sublist: define(
    { list: "list", "start position": "number", length: "number?" },
    ({ list, "start position": start, length }) => {
      if (!whole(start, list.length)) return outside();
      const from = place(start, list.length);
      return list.slice(from, length === undefined ? undefined : from + length);
    },
  ),
  append: new FeelFunction(["list", "item"], ([list, ...items]) => {
    if (list === undefined) return nothing("“list” is missing.");
    return [...(isList(list) ? list : [list]), ...items];
  }),
  concatenate: new FeelFunction(["list"], (lists) => lists.flatMap((one) => (isList(one) ? [...one] : [one]))),
  union: new FeelFunction(["list"], (lists) => distinct(lists.flatMap((one) => (isList(one) ? [...one] : [one])))),
  "insert before": define({ list: "list", position: "number", newItem: "any" }, ({ list, position, newItem }) =>
    whole(position, list.length) ? list.toSpliced(place(position, list.length), 0, newItem) : outside(),
  ),
  remove: define({ list: "list", position: "number" }, ({ list, position }) =>
    whole(position, list.length) ? list.toSpliced(place(position, list.length), 1) : outside(),
  ),
  reverse: define({ list: "list" }, ({ list }) => list.toReversed()),
  "index of": define({ list: "list", match: "any" }, ({ list, match }) =>
    list.flatMap((one, at) => (equal(one, match) === true ? [at + 1] : [])),
  ),
  "distinct values": define({ list: "list" }, ({ list }) => distinct(list)),
  "duplicate values": define({ list: "list" }, ({ list }) =>
    distinct(list.filter((one) => list.filter((other) => equal(one, other) === true).length > 1)),
  ),
  flatten: define({ list: "list" }, ({ list }) => flat(list)),
  sort: define({ list: "list", precedes: "function?" }, ({ list, precedes }) => sorted(list, precedes)),
  "get value": define({ m: "context", key: "any" }, ({ m, key }): FeelValue => {
    if (typeof key === "string") return m.get(key) ?? nothing(`There is no entry “${key}”.`);
    if (!isList(key)) return nothing("“key” must be a text or a list of texts.");
    let at: FeelValue = m;
    for (const name of key) at = isContext(at) && typeof name === "string" ? (at.get(name) ?? null) : null;
    return at;
  }),
  "get entries": define({ m: "context" }, ({ m }) =>
    m.names().map(
      (key) =>
        new ContextOfEntries(
          new Map([
            ["key", key],
            ["value", m.get(key) as FeelValue],
          ]),
        ),
    ),
  ),
  "context put": alsoNamed(
    define({ context: "context", key: "any", value: "any" }, ({ context, key, value }) =>
      putAt(context, isList(key) ? key : [key], value),
    ),
    ["context", "keys", "value"],
  ),
  "context merge": define({ contexts: "list" }, ({ contexts }): FeelValue => {
    if (!contexts.every(isContext)) return nothing("Only contexts can be merged.");
    return contexts.reduce<FeelContext>(
      (all, one) => one.names().reduce((into, name) => putIn(into, name, one.get(name) as FeelValue), all),
      new ContextOfEntries(new Map()),
    );
  }),
  context: define({ entries: "list" }, ({ entries }): FeelValue => {
    const all = new Map<string, FeelValue>();
    for (const entry of entries) {
      const key = isContext(entry) ? entry.get("key") : undefined;
      const value = isContext(entry) ? entry.get("value") : undefined;
      if (typeof key !== "string" || value === undefined || all.has(key))
        return nothing("Each entry needs its own key and a value.");
      all.set(key, value);
    }
    return new ContextOfEntries(all);
  }),
};
