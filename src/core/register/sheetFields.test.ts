import { expect, test } from "vitest";
import { bareRecord, type Field, type Goal, type PensumRecord, type Task } from "../model";
import { addField } from "../shaping";
import { Store } from "../store";
import { someTask } from "../testing/arbitraries";
import { standingClock } from "../time";
import { sheetFields } from "./sheetFields";

const now = "2026-11-24T11:07";
const storeOf = (...records: PensumRecord[]) =>
  new Store(new Map(records.map((one) => [one.id, one])), [], standingClock(now));
const names = (fields: readonly Field[]) => fields.map(({ name }) => name);

test("a sheet shows what is usual and what is set, and each field once", () => {
  const task: Task = { ...someTask("level"), restUntil: "2026-12-01", tags: [] };
  const store = storeOf(task);
  store.act(addField, { register: "tasks", type: "number", id: "depth", setting: { title: "Depth" } });
  const { shown, more, computed } = sheetFields(store, task);
  expect(names(shown)).toEqual(expect.arrayContaining(["state", "due", "restUntil"]));
  expect(names(more)).toEqual(expect.arrayContaining(["tags", "f_depth"]));
  expect(names(computed)).toContain("createdAt");
  const all = [...shown, ...more, ...computed].map(({ name }) => name);
  expect(new Set(all).size).toBe(all.length);
  expect(all).not.toContain("title");
  expect(names(sheetFields(store, { ...task, f_depth: 3 } as unknown as PensumRecord).shown)).toContain("f_depth");
});

test("a goal is asked for the numbers of its measure only, and an open task not for how long it took", () => {
  const goal = { ...bareRecord("goal", { id: "reach", title: "Reach", now }), measure: "minutes" } as Goal;
  const asked = (record: PensumRecord) => {
    const { shown, more, computed } = sheetFields(storeOf(record), record);
    return names([...shown, ...more, ...computed]);
  };
  expect(asked(goal)).toContain("targetMinutes");
  expect(asked(goal)).not.toContain("targetNumber");
  expect(asked({ ...goal, measure: "number" })).toContain("targetNumber");
  expect(asked(someTask("level"))).not.toContain("tookMinutes");
  expect(asked({ ...someTask("level"), state: "done" })).toContain("tookMinutes");
});
