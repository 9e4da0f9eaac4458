import { describe, expect, test } from "vitest";
import type { PensumRecord } from "../model";
import { someTask } from "../testing/arbitraries";
import { apply, invert, isEmpty, noChanges, type ChangeSet } from "./changeSet";
import { changesOf, encodeChanges } from "./codec";
import { datesTouched } from "./indexes";
import { mergeOnto } from "./mergeChanges";

const updated = (id: string, from: object, to: object): ChangeSet => ({
  ...noChanges,
  updated: new Map([[id, [from, to] as never]]),
});

/** What becomes of a present state when changes that were made on another are done on it. */
function merged(present: PensumRecord[], changes: ChangeSet, ours: PensumRecord[] = []) {
  const state = new Map(present.map((record) => [record.id, record]));
  const known = new Map(ours.map((record) => [record.id, record]));
  const onto = mergeOnto(
    (id) => state.get(id),
    changes,
    (id) => known.get(id),
  );
  const before = new Map(state);
  apply(state, onto);
  const back = new Map(state);
  apply(back, invert(onto));
  expect([...back.values()].sort(byId)).toEqual([...before.values()].sort(byId));
  return { records: [...state.values()], onto };
}
const byId = (a: PensumRecord, b: PensumRecord) => (a.id < b.id ? -1 : 1);

describe("changes made on another state", () => {
  test("leave the fields alone that they say nothing of", () => {
    const present = someTask("ta", { title: "renamed", estimateMinutes: 20 });
    const { records } = merged([present], updated("ta", { carried: 0 }, { carried: 1 }));
    expect(records).toEqual([{ ...present, carried: 1 }]);
  });

  test("come later, and so win where both set a field", () => {
    const { records } = merged([someTask("ta", { title: "theirs" })], updated("ta", { title: "a" }, { title: "ours" }));
    expect(records[0]).toMatchObject({ title: "ours" });
  });

  test("bring both sides' words into a text", () => {
    const { records } = merged(
      [someTask("ta", { text: "one\ntheirs\ntwo" })],
      updated("ta", { text: "one\ntwo" }, { text: "one\ntwo\nours" }),
    );
    expect(records[0]).toMatchObject({ text: "one\ntheirs\ntwo\nours" });
  });

  test("take a field out that they took out", () => {
    const { records } = merged(
      [someTask("ta", { due: "2026-11-25" })],
      updated("ta", { due: "2026-11-25" }, { due: undefined }),
    );
    expect(records[0]).not.toHaveProperty("due");
  });

  test("that remove what is gone do nothing; an edit outlasts a removal", () => {
    const task = someTask("ta", { title: "edited" });
    expect(isEmpty(merged([], { ...noChanges, removed: new Map([["ta", task]]) }).onto)).toBe(true);
    const edit = updated("ta", { title: "a" }, { title: "edited" });
    expect(merged([], edit, [task]).records).toEqual([task]);
    expect(merged([], edit).records).toEqual([]);
  });

  test("remove what was changed meanwhile as it is now, so that undo brings that back", () => {
    const present = someTask("ta", { title: "changed meanwhile" });
    const { onto } = merged([present], { ...noChanges, removed: new Map([["ta", someTask("ta")]]) });
    expect(onto.removed.get("ta")).toBe(present);
  });

  test("that add what is there already make one record of both", () => {
    const page = (text: string): PensumRecord => ({ id: "day-2026-11-24", kind: "day", date: "2026-11-24", text });
    const { records } = merged([page("theirs")], {
      ...noChanges,
      added: new Map([["day-2026-11-24", page("ours")]]),
    });
    expect(records).toHaveLength(1);
    expect(records[0]).toMatchObject({ text: expect.stringMatching(/theirs[^]*ours|ours[^]*theirs/) });
  });
});

describe("what an entry of the log says of one record", () => {
  test("is that it came, went, or which of its fields changed, long texts included", () => {
    const task = someTask("ta");
    const long = "words ".repeat(40);
    const say = (changes: ChangeSet, id = "ta") => changesOf(encodeChanges(changes), id);
    expect(say({ ...noChanges, added: new Map([["ta", task]]) })).toEqual({ what: "added", fields: [] });
    expect(say({ ...noChanges, removed: new Map([["ta", task]]) })).toEqual({ what: "removed", fields: [] });
    expect(say(updated("ta", { carried: 0, text: long }, { carried: 1, text: `${long}more` }))).toEqual({
      what: "updated",
      fields: ["carried", "text"],
    });
    expect(say(updated("tb", { carried: 0 }, { carried: 1 }))).toBeUndefined();
  });
});

test.each([
  ["2026-11-24T09:00", "2026-11-24T10:00", ["2026-11-24"]],
  ["2026-11-24T23:00", "2026-11-25T00:00", ["2026-11-24"]],
  ["2026-11-24T23:00", "2026-11-25T00:01", ["2026-11-24", "2026-11-25"]],
  ["2028-02-28", "2028-03-01", ["2028-02-28", "2028-02-29", "2028-03-01"]],
])("a stretch from %s to %s touches %j", (start, end, dates) => {
  expect(datesTouched(start, end)).toEqual(dates);
});
