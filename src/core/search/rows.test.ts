import { expect, test } from "vitest";
import { bareRecord, type Event, type PensumRecord, type Task } from "../model";
import { daysOfSpan, foundRows } from "./rows";

const today = "2026-11-24";
const now = `${today}T11:07`;
const task = (id: string, title: string, fields: Partial<Task> = {}): Task => ({
  ...bareRecord("task", { id, title, now }),
  ...fields,
});
const event = (id: string, title: string, day: string): Event => ({
  ...bareRecord("event", { id, title, now }),
  ...{ start: day, end: day },
});
const rows = (records: readonly PensumRecord[], filter = {}) =>
  foundRows(
    records.map((record) => ({ record, words: [] })),
    today,
    filter,
  ).map(({ record, times, first, last }) => [record.id, times, first, last]);

const culverts = [
  task("done 1", "Clear the culvert", { state: "done", doneAt: "2026-09-01T10:00" }),
  task("done 2", "Clear the culvert", { state: "done", doneAt: "2026-10-01T10:00" }),
  task("open", "clear the culvert ", { doDay: "2026-12-01" }),
];

test("a title that comes often is one row, told by the one that is open, with how often and when", () => {
  expect(rows(culverts)).toEqual([["open", 3, "2026-09-01", "2026-12-01"]]);
  expect(rows(culverts.slice(0, 2))).toEqual([["done 2", 2, "2026-09-01", "2026-10-01"]]);
});

test("what is open and near comes before what is done and far, each in the order in which it was found", () => {
  const found = [
    event("past", "Weir tour", "2025-05-01"),
    task("done", "Weir letter", { state: "done", doneAt: "2026-11-20T09:00" }),
    bareRecord("note", { id: "note", title: "Weir", now }),
    event("soon", "Weir meeting", "2026-12-03"),
    task("open", "Weir survey"),
  ];
  expect(rows(found).map(([id]) => id)).toEqual(["note", "soon", "open", "past", "done"]);
});

test("a kind and a span leave out the rest, and two notes of one title stay two", () => {
  const found = [...culverts, event("tour", "Culvert tour", "2026-11-26")];
  expect(rows(found, { kind: "event" }).map(([id]) => id)).toEqual(["tour"]);
  expect(rows(found, daysOfSpan("ahead", today)).map(([id]) => id)).toEqual(["open", "tour"]);
  expect(rows(found, daysOfSpan("year", today)).map(([id]) => id)).toEqual(["done 2"]);
  const notes = ["a", "b"].map((id) => bareRecord("note", { id, title: "Same", now }));
  expect(rows(notes)).toHaveLength(2);
});
