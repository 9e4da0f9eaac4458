import fc from "fast-check";
import type { PensumRecord, Task } from "../model";
import { fieldChange, noChanges, type ChangeSet, type Runnable, type FieldChange } from "../store";

/** Records as a snapshot gives them. */
export function byId(records: readonly object[]): Map<string, PensumRecord> {
  return new Map((records as readonly PensumRecord[]).map((record) => [record.id, record]));
}

/** A task of the given id for tests, with what matters to the test set. */
export function someTask(id: string, fields: Partial<Task> = {}): Task {
  return {
    id,
    kind: "task",
    title: `Task ${id}`,
    state: "open",
    tags: [],
    people: [],
    text: "",
    carried: 0,
    createdAt: "2026-11-24T08:00",
    ...fields,
  };
}

const ids = ["ta", "tb", "tc", "td", "te"] as const;

/** Tasks with few ids and few values, so that changes of them meet each other often. */
export const taskArbitrary: fc.Arbitrary<Task> = fc
  .record({
    id: fc.constantFrom(...ids),
    title: fc.constantFrom("stakes", "letter", "gauge"),
    carried: fc.integer({ min: 0, max: 3 }),
    due: fc.option(fc.constantFrom("2026-11-25", "2026-12-02"), {
      nil: undefined,
    }),
    tags: fc.subarray(["field", "desk"]),
    text: fc.array(fc.constantFrom("one", "two", "three", ""), { maxLength: 4 }).map((lines) => lines.join("\n")),
  })
  .map(({ due, ...fields }) => someTask(fields.id, { ...fields, ...(due ? { due } : {}) }));

/** A state of a workspace: a map of such tasks. */
export const stateArbitrary = fc
  .uniqueArray(taskArbitrary, { selector: (task) => task.id })
  .map((tasks) => new Map<string, PensumRecord>(tasks.map((task) => [task.id, task])));

/** One step: what to do with one id. */
export const stepArbitrary = fc.oneof(
  fc.record({ what: fc.constant("put" as const), task: taskArbitrary }),
  fc.record({
    what: fc.constant("remove" as const),
    id: fc.constantFrom(...ids),
  }),
);
export type Step = { what: "put"; task: Task } | { what: "remove"; id: string };

/** Does a step. */
export const step: Runnable<Step> = {
  name: "step",
  run(tx, change) {
    if (change.what === "put") tx.put(change.task);
    else tx.remove(change.id);
    return "Stepped";
  },
};

/** The change set that a step makes on a state. */
export function changesOfStep(state: ReadonlyMap<string, PensumRecord>, step: Step): ChangeSet {
  if (step.what === "remove") {
    const record = state.get(step.id);
    return record ? { ...noChanges, removed: new Map([[step.id, record]]) } : noChanges;
  }
  const before = state.get(step.task.id);
  if (!before) return { ...noChanges, added: new Map([[step.task.id, step.task]]) };
  const change = fieldChange(before, step.task);
  return change
    ? {
        ...noChanges,
        updated: new Map<string, FieldChange>([[step.task.id, change]]),
      }
    : noChanges;
}
