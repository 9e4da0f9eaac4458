import type { MergeRule } from "../model";
import { repeatOf, writeRepeat } from "../time";
import { sameValue } from "./changeSet";
import { mergeText } from "./mergeText";

type Keyed = Readonly<Record<string, unknown>>;

/**
 * What a value becomes that was `from`, which one writer made `to` and another, earlier in the log, `now`. Where only one
 * of them wrote it is what that one made, to the letter; what comes to nothing is as empty as `to` has it.
 */
export function mergeValue(rule: MergeRule, from: unknown, now: unknown, to: unknown): unknown {
  if (sameValue(from, now)) return to;
  if (sameValue(from, to)) return now;
  switch (rule) {
    case "value":
      return to;
    case "text":
      return typeof from === "string" && typeof now === "string" && typeof to === "string"
        ? mergeText(from, now, to)
        : to;
    case "set":
    case "sequence": {
      const lists = listsOf(from, now, to);
      if (!lists) return to;
      const merged = rule === "set" ? mergeSet(...lists) : mergeSequence(...lists);
      return merged.length === 0 && lists[2].length === 0 ? to : merged;
    }
    case "byKey":
      return mergeByKey(from, now, to);
    case "repeat":
      return mergeRepeat(from, now, to);
  }
}

type List = readonly unknown[];

/** Values as lists, one that is absent as an empty one; undefined where one of them is none. */
function listsOf(...values: readonly unknown[]): [List, List, List] | undefined {
  const lists = values.map((value) => value ?? []);
  return lists.every((list) => Array.isArray(list)) ? (lists as unknown as [List, List, List]) : undefined;
}

/** What either put in is in, what either took out is out; in order where all of them are. */
function mergeSet(from: List, now: List, to: List): List {
  const merged = [...now.filter((one) => to.includes(one) || !from.includes(one))];
  for (const one of to) if (!from.includes(one) && !merged.includes(one)) merged.push(one);
  return [from, now, to].every(isRising) ? merged.toSorted() : merged;
}

function isRising(list: List): boolean {
  return list.every((one, at) => at === 0 || String(list[at - 1]) <= String(one));
}

/** Things by their keys: what either put in, took out or changed; in the order of `to`, and what is not there behind what it stood behind. */
function mergeSequence(from: List, now: List, to: List): List {
  const [before, present, after] = [from, now, to].map((list) => new Map(list.map((one) => [keyOf(one), one])));
  if (before!.size !== from.length || present!.size !== now.length || after!.size !== to.length) return to;
  const merged: unknown[] = [];
  for (const [key, one] of after!) {
    if (!before!.has(key)) merged.push(one);
    else if (!sameValue(before!.get(key), one)) merged.push(one);
    else if (present!.has(key)) merged.push(present!.get(key));
  }
  const keys = [...present!.keys()];
  keys.forEach((key, at) => {
    // It is the other's, new or kept; what we took out is out, unless the other changed it.
    if (after!.has(key) || (before!.has(key) && sameValue(before!.get(key), present!.get(key)))) return;
    const behind = keys.slice(0, at).findLast((one) => merged.some((other) => keyOf(other) === one));
    merged.splice(
      behind === undefined ? 0 : merged.findIndex((one) => keyOf(one) === behind) + 1,
      0,
      present!.get(key),
    );
  });
  return merged;
}

/** What tells a thing apart from the others of its list. */
function keyOf(one: unknown): string {
  if (typeof one !== "object" || one === null) return String(one);
  const { id, task, lens, field, by } = one as Keyed;
  const name = id ?? task ?? lens;
  if (typeof name === "string") return name;
  return typeof field === "string" ? `${field} ${typeof by === "string" ? by : ""}` : JSON.stringify(one);
}

/** How something comes again: what either left out is out, what either put on top is there; the rule itself is one value. */
function mergeRepeat(from: unknown, now: unknown, to: unknown): unknown {
  const [before, present, after] = [from, now, to].map((text) =>
    typeof text === "string" ? repeatOf(text) : undefined,
  );
  if (!before || !present || !after) return to;
  const rule = mergeValue("value", before.rule?.text, present.rule?.text, after.rule?.text);
  return writeRepeat({
    ...(rule === after.rule?.text ? after : present),
    except: mergeSet(before.except, present.except, after.except) as string[],
    also: mergeSet(before.also, present.also, after.also) as string[],
    fromDone: mergeValue("value", before.fromDone, present.fromDone, after.fromDone) as boolean,
  });
}

/** A map, or a list whose places are its keys, each value as a whole. */
function mergeByKey(from: unknown, now: unknown, to: unknown): unknown {
  const [before, present, after] = [from, now, to].map((value) => value ?? {}) as [Keyed, Keyed, Keyed];
  const merged: Record<string, unknown> = { ...present };
  for (const key of new Set([...Object.keys(before), ...Object.keys(after)])) {
    if (sameValue(before[key], after[key])) continue;
    if (after[key] === undefined) delete merged[key];
    else merged[key] = after[key];
  }
  if (Array.isArray(to) || Array.isArray(now)) {
    const length = [from, now, to].map((value) => (Array.isArray(value) ? value.length : -1));
    return length.every((one) => one === length[0]) ? Array.from({ length: length[0]! }, (_, at) => merged[at]) : to;
  }
  return Object.keys(merged).length === 0 && Object.keys(after).length === 0 ? to : merged;
}
