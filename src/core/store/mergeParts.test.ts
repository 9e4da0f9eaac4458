import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { MergeRule } from "../model";
import { mergeValue } from "./mergeParts";

const rules: readonly MergeRule[] = ["value", "set", "byKey", "sequence"];
const letters = fc.uniqueArray(fc.constantFrom(..."abcdefghij"), { maxLength: 7 });
const things = fc
  .uniqueArray(
    fc.record({ id: fc.constantFrom(..."abcdefghij"), minutes: fc.nat({ max: 3 }) }, { noNullPrototype: true }),
    {
      selector: ({ id }) => id,
      maxLength: 7,
    },
  )
  .map((list) => list as readonly { id: string; minutes: number }[]);
const maps = fc.dictionary(fc.constantFrom(..."abcdefghij"), fc.nat({ max: 3 }), { maxKeys: 7, noNullPrototype: true });
const idsOf = (value: unknown) => (value as readonly { id: string }[] | undefined)?.map(({ id }) => id) ?? [];
const valueFor = (rule: MergeRule): fc.Arbitrary<unknown> =>
  fc.option<unknown, undefined>(rule === "byKey" ? maps : rule === "sequence" ? things : letters, { nil: undefined });

describe("what two writers made of one value", () => {
  test.each(rules)("is, as a %s, what one of them made where the other did nothing", (rule) => {
    const any = valueFor(rule);
    fc.assert(
      fc.property(any, any, (from, to) => {
        expect(mergeValue(rule, from, from, to)).toEqual(to);
        expect(mergeValue(rule, from, to, from)).toEqual(to);
      }),
    );
  });

  test("as a set: what either put in is in, what either took out is out, and nothing else", () => {
    fc.assert(
      fc.property(letters, letters, letters, (from, now, to) => {
        const expected = [..."abcdefghij"].filter((one) =>
          from.includes(one) ? now.includes(one) && to.includes(one) : now.includes(one) || to.includes(one),
        );
        expect([...(mergeValue("set", from, now, to) as string[])].sort()).toEqual(expected);
      }),
    );
  });

  test("as a sequence: nothing that either put in or changed is lost, and each stands there once", () => {
    fc.assert(
      fc.property(things, things, things, (from, now, to) => {
        const merged = mergeValue("sequence", from, now, to) as typeof to;
        expect(new Set(idsOf(merged)).size).toBe(merged.length);
        const find = (list: typeof to, id: string) => list.find((one) => one.id === id);
        for (const id of "abcdefghij") {
          const [before, present, after] = [from, now, to].map((list) => find(list, id)?.minutes);
          // Who changes it has it; a change outlasts a removal; the later writer wins where both changed it.
          const expected =
            after !== before && after !== undefined
              ? after
              : present !== before && present !== undefined
                ? present
                : after === before && present === before
                  ? before
                  : undefined;
          expect([id, find(merged, id)?.minutes]).toEqual([id, expected]);
        }
      }),
    );
  });

  test("as a sequence: what somebody put in stands behind what it was put behind", () => {
    const list = (...ids: string[]) => ids.map((id) => ({ id }));
    expect(mergeValue("sequence", list("a", "b", "c"), list("a", "x", "b", "c"), list("c", "a", "y", "b"))).toEqual(
      list("c", "a", "x", "y", "b"),
    );
  });

  test("by its keys: each key has what was made of it last", () => {
    fc.assert(
      fc.property(maps, maps, maps, (from, now, to) => {
        const merged = mergeValue("byKey", from, now, to) as Record<string, number>;
        for (const key of "abcdefghij")
          expect([key, merged[key]]).toEqual([key, to[key] === from[key] ? now[key] : to[key]]);
      }),
    );
  });

  test("by its places, as the days of a week", () => {
    const day = (capacityMinutes: number) => ({ capacityMinutes });
    const [from, now, to] = [
      [day(1), day(1), null],
      [day(2), day(1), null],
      [day(1), day(1), day(3)],
    ];
    expect(mergeValue("byKey", from, now, to)).toEqual([day(2), day(1), day(3)]);
  });
});
