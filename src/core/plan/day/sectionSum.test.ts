import { expect, test } from "vitest";
import { bareRecord, type PensumRecord, type Task, type Work } from "../../model/index";
import { Store } from "../../store/index";
import { someTask } from "../../testing/arbitraries";
import { standingClock } from "../../time/index";
import { sectionSum } from "..";

const now = "2026-11-24T11:07";
const task = (id: string, more: Partial<Task>): Task => ({ ...someTask(id), ...more });
const sum = (ids: readonly string[], ...records: PensumRecord[]) =>
  sectionSum(new Store(new Map(records.map((one) => [one.id, one])), [], standingClock(now)), ids);

test("tasks are counted, done ones told apart, and dropped ones and strange ids left out", () => {
  const records = [task("a", {}), task("b", { state: "done", estimateMinutes: 60 }), task("c", { state: "dropped" })];
  expect(sum(["a", "b", "c", "gone"], ...records)).toBe("1 of 2 tasks done");
  expect(sum(["a"], ...records)).toBe("1 task");
  expect(sum(["c", "gone"], ...records)).toBe("");
});

test("a whole and its parts count once, also where the parts are longer", () => {
  const whole = task("whole", { estimateMinutes: 60 });
  const part = task("part", { estimateMinutes: 20, parent: "whole" });
  expect(sum(["whole", "part"], whole, part)).toBe("2 tasks, 1 h left");
  expect(sum(["part"], whole, part)).toBe("1 task, 20 min left");
  expect(sum(["whole", "part"], whole, { ...part, estimateMinutes: 90 })).toBe("2 tasks, 1 h 30 left");
});

test("what was worked is not left, up to now where somebody is at it", () => {
  const entry = (id: string, start: string, end?: string): Work =>
    ({ ...bareRecord("work", { id, title: "", now }), start, task: "a", ...(end ? { end } : {}) }) as Work;
  const long = task("a", { estimateMinutes: 120 });
  expect(sum(["a"], long, entry("w", "2026-11-24T08:00", "2026-11-24T08:45"))).toBe("1 task, 1 h 15 left");
  expect(sum(["a"], long, entry("w", "2026-11-24T10:37"))).toBe("1 task, 1 h 30 left");
  expect(sum(["a"], long, entry("w", "2026-11-24T06:00", "2026-11-24T09:00"))).toBe("1 task");
});
