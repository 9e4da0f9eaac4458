import { expect, test } from "vitest";
import { bareRecord, defaultSettings, type Task } from "../../model/index";
import { Store } from "../../store/index";
import { standingClock } from "../../time/index";
import { lateCount } from "./lateTasks";

test("what is late is counted by date and by moment, without what is done and what a colleague does", () => {
  const now = "2026-11-24T11:07";
  const task = (id: string, fields: Partial<Task>): Task => ({
    ...bareRecord("task", { id, title: id, now }),
    ...fields,
  });
  const records = [
    { ...defaultSettings, me: "me" },
    { ...bareRecord("person", { id: "me", title: "Me", now }), role: "" },
    { ...bareRecord("person", { id: "ines", title: "Ines", now }), role: "" },
    task("yesterday", { due: "2026-11-23" }),
    task("this morning", { due: "2026-11-24T11:00" }),
    task("this afternoon", { due: "2026-11-24T15:00" }),
    task("today", { due: "2026-11-24" }),
    task("done", { due: "2026-11-20", state: "done" }),
    task("hers", { due: "2026-11-20", people: ["ines"] }),
    task("ours", { due: "2026-11-20", people: ["ines", "me"] }),
    task("without a date", {}),
  ];
  const lateAt = (moment: string) =>
    lateCount(new Store(new Map(records.map((one) => [one.id, one])), [], standingClock(moment, "Europe/Berlin")));
  expect(lateAt(now)).toBe(3);
  expect(lateAt("2026-11-25T00:00")).toBe(5);
});
