import { expect, it } from "vitest";
import { bareRecord, dayPageId, defaultSettings, type PensumRecord } from "../model";
import { openStore } from "../workspace";
import { standingClock } from "../time";
import { deletedByWriting, removeRecord, writePage } from ".";
import { startClock } from "./clock";

const now = "2026-11-24T11:07";
const page = dayPageId("2026-11-24");
const task = (id: string, fields: object = {}): PensumRecord => ({
  ...bareRecord("task", { id, title: `Task ${id}`, now: "2026-11-02T09:00" }),
  ...fields,
});
const records: readonly PensumRecord[] = [
  defaultSettings,
  { id: page, kind: "day", date: "2026-11-24", text: "- [ ] Task ta {#ta}\n- [ ] Task tb {#tb}" },
  task("ta", { page, estimateMinutes: 240 }),
  task("tb", { page }),
  task("tc", { after: ["ta"] }),
  {
    ...bareRecord("block", { id: "ba", title: "", now }),
    start: "2026-11-25T09:00",
    end: "2026-11-25T11:00",
    task: "ta",
  },
  { ...bareRecord("work", { id: "wa", now }), start: "2026-11-23T09:00", end: "2026-11-23T10:30", task: "ta" },
];
const opened = async () =>
  (await openStore(new Map(records.map((one) => [one.id, one])), standingClock(now, "Europe/Berlin"))).store;
const all = "; the clock that was on it is off; 1 h 30 of work stays in the log under its name; 1 record linked to it";

it("says what goes with a task and what stays without it, deleted from its record or with its line; undo brings all of it back", async () => {
  for (const way of ["record", "line"] as const) {
    const store = await opened();
    store.act(startClock, { on: { id: "ta" }, at: Date.UTC(2026, 10, 24, 10, 7), zone: "Europe/Berlin" });
    const before = new Map([...store.records()].map((one) => [one.id, one]));
    const said =
      way === "record"
        ? store.act(removeRecord, { id: "ta" }).said
        : deletedByWriting(store, store.act(writePage, { id: page, text: "- [ ] Task tb {#tb}" }).changes);
    expect(said).toBe(`Deleted “Task ta”, with 2 h of hours${all}`);
    expect(store.get("wa")).toMatchObject({ title: "Task ta" });
    expect(store.get("clock")).not.toHaveProperty("run");
    store.undo();
    expect(new Map([...store.records()].map((one) => [one.id, one]))).toEqual(before);
  }
});

it("says nothing of words that are no task, nor of a line that was just being written", async () => {
  const store = await opened();
  expect(
    deletedByWriting(
      store,
      store.act(writePage, { id: page, text: "- [ ] Task ta {#ta}\n- [ ] Task tb {#tb}\nwords" }).changes,
    ),
  ).toBeUndefined();
  store.act(writePage, { id: page, text: "- [ ] Task ta {#ta}\n- [ ] Task tb {#tb}\n- [ ] new" });
  const text = "- [ ] Task ta {#ta}\n- [ ] Task tb {#tb}\n";
  expect(deletedByWriting(store, store.act(writePage, { id: page, text }).changes)).toBeUndefined();
  expect(deletedByWriting(store, store.act(writePage, { id: page, text: "" }).changes)).toMatch(
    /^Deleted “Task ta” and “Task tb”, with 2 h/,
  );
});
