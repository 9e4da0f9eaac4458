import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { changesOfStep, stateArbitrary, stepArbitrary, type Step } from "../testing/arbitraries";
import { apply, invert, isEmpty, squash, type ChangeSet } from "./changeSet";
import { decodeChanges, encodeChanges } from "./codec";

const steps = fc.array(stepArbitrary, { maxLength: 12 });

function run(start: ReadonlyMap<string, never> | Map<string, never>, sequence: readonly Step[]) {
  const state = new Map(start) as Map<string, never>;
  const made: ChangeSet[] = [];
  for (const step of sequence) {
    const changes = changesOfStep(state, step);
    apply(state as never, changes);
    made.push(changes);
  }
  return { state, made };
}

describe("a change set", () => {
  test("is undone by its inverse", () => {
    fc.assert(
      fc.property(stateArbitrary, steps, (start, sequence) => {
        const { state, made } = run(start as never, sequence as Step[]);
        for (const changes of made.toReversed()) apply(state as never, invert(changes));
        expect(new Map(state)).toEqual(start);
      }),
    );
  });

  test("squashed from a sequence has the effect of the sequence, and is undone in one step", () => {
    fc.assert(
      fc.property(stateArbitrary, steps, (start, sequence) => {
        const { state, made } = run(start as never, sequence as Step[]);
        const whole = squash(made);
        const other = new Map(start);
        apply(other, whole);
        expect(other).toEqual(state);
        apply(other, invert(whole));
        expect(other).toEqual(start);
      }),
    );
  });

  test("that leads back to where it began is empty", () => {
    fc.assert(
      fc.property(stateArbitrary, steps, (start, sequence) => {
        const { made } = run(start as never, sequence as Step[]);
        expect(isEmpty(squash([...made, ...made.toReversed().map(invert)]))).toBe(true);
      }),
    );
  });

  test("reads back from the log's text as it was written", () => {
    fc.assert(
      fc.property(stateArbitrary, steps, fc.string({ maxLength: 300 }), (start, sequence, long) => {
        const state = new Map(start);
        for (const step of sequence as Step[]) {
          const task = step.what === "put" ? { ...step.task, text: long + step.task.text } : undefined;
          const changes = changesOfStep(state, task ? { what: "put", task } : step);
          const before = new Map(state);
          apply(state, changes);
          const read = decodeChanges(encodeChanges(changes), (id) => before.get(id));
          apply(before, read);
          expect(before).toEqual(state);
          apply(before, invert(read));
          apply(state, invert(changes));
          expect(before).toEqual(state);
          apply(state, changes);
        }
      }),
    );
  });
});
