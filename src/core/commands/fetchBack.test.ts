import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { bareRecord, defaultSettings, type Block, type PensumRecord, type Task } from "../model";
import { heldMinutes } from "../plan";
import { Store } from "../store";
import { standingClock } from "../time";
import { takeOutOfBox } from "./box";
import { fetchBack, fetchFieldBack, fieldsThatDiffer, partsOf } from "./fetchBack";
import { removeRecord } from "./removeRecord";

const now = "2026-11-24T11:07";
const from = "2026-11-23";
const tasks = ["ta", "tb", "tc", "td"];
const box: PensumRecord = {
  ...(bareRecord("block", { id: "box", title: "Desk", now }) as Block),
  ...{ start: "2026-11-24T13:00", end: "2026-11-24T15:00" },
  holds: tasks.map((task, at) => ({ task, minutes: 10 + at })),
};
const all: readonly PensumRecord[] = [
  defaultSettings,
  ...tasks.map((id) => bareRecord("task", { id, title: `Task ${id}`, now })),
  box,
];
const opened = () => new Store(new Map(all.map((one) => [one.id, one])), [], standingClock(now, "UTC"));
const recordOf = (id: string) => all.find((one) => one.id === id) as PensumRecord;
const held = (store: Store) => (store.get("box") as Block).holds?.map(({ task }) => task) ?? [];
const back = (store: Store, id: string) =>
  store.act(fetchBack, { record: recordOf(id), from, parts: partsOf(all, recordOf(id)) });

describe("what is fetched back", () => {
  test("stands in its box again where it stood, whatever went and came in between", () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(tasks, { minLength: 1 }), fc.boolean(), (gone, isTurned) => {
        const store = opened();
        for (const id of gone) store.act(removeRecord, { id });
        const kept = tasks.filter((id) => !gone.includes(id));
        expect(held(store)).toEqual(kept);
        const order = isTurned ? gone.toReversed() : gone;
        order.forEach((id, at) => {
          back(store, id);
          const here = [...kept, ...order.slice(0, at + 1)];
          expect(held(store)).toEqual(tasks.filter((one) => here.includes(one)));
        });
        expect(heldMinutes(store.get("box") as Block)).toBe(heldMinutes(recordOf("box") as Block));
        for (const _ of order) store.undo();
        expect(held(store)).toEqual(kept);
      }),
    );
  });

  test("is not put into a box twice, and a box that is gone stays so", () => {
    const store = opened();
    store.act(takeOutOfBox, { box: "box", task: "ta" });
    back(store, "tb");
    expect(held(store)).toEqual(["tb", "tc", "td"]);
    store.act(removeRecord, { id: "tb" });
    store.act(removeRecord, { id: "box" });
    back(store, "tb");
    expect([store.find("task", "tb")?.title, store.get("box")]).toEqual(["Task tb", undefined]);
  });

  test("is told field by field, in what a person sets and not in what is kept by itself", () => {
    const store = opened();
    const then = store.get("ta") as Task;
    const later = { ...then, title: "Order stakes", estimateMinutes: 45, carried: 3, text: "Ring first." };
    const different = fieldsThatDiffer(store, then, later);
    expect(different.map(({ label }) => label).sort()).toEqual(["Estimate", "Title", "Words"]);
    expect(fieldsThatDiffer(store, then, { ...then })).toEqual([]);
    store.act({ name: "put", run: (tx) => (tx.put(later), "Put") }, undefined);
    for (const { name, label } of different) store.act(fetchFieldBack, { record: then, field: name, label, from });
    expect(store.get("ta")).toEqual({ ...then, carried: 3 });
  });

  test("is refused where it cannot be", () => {
    const store = opened();
    expect(() => store.act(fetchBack, { record: defaultSettings, from })).toThrow("on their own");
    store.act(removeRecord, { id: "ta" });
    expect(() => store.act(fetchFieldBack, { record: recordOf("ta"), field: "title", label: "Title", from })).toThrow(
      "Fetch all of it back instead",
    );
  });
});
