import { beforeEach, describe, expect, test } from "vitest";
import type { DayPage, Task } from "../model";
import { followPages } from "../page";
import { Store } from "../store";
import { standingClock } from "../time";
import { addRecord } from "./addRecord";
import { clarify, gatherPage, looseTasks, mergeTask, splitTask } from "./clarify";
import { understand } from "../capture";
import { writePage } from "./writePage";

const page = "day-2026-11-24";
let store: Store;
let task: Task;
beforeEach(() => {
  store = new Store(new Map(), [followPages()], standingClock("2026-11-24T11:07"));
  store.act(writePage, { id: page, text: "# Day\n\n- [ ] plant alders @Ines\n- [ ] pump\n" });
  store.act(gatherPage, { page });
  task = (store.list("unclarified", "all") as Task[]).find(({ title }) => title.startsWith("plant"))!;
});
const text = () => (store.get(page) as DayPage).text;
const inbox = () => (store.list("unclarified", "all") as Task[]).map(({ title }) => title);

describe("what was gathered", () => {
  test("leaves the inbox as a task with what was said of it, its line where it was", () => {
    const fields = { estimateMinutes: 90, priority: "vital" };
    store.act(clarify, { tasks: [task.id], as: "task", fields, day: "2026-11-26" });
    expect(store.find("task", task.id)).toMatchObject({ ...fields, doDay: "2026-11-26", page });
    expect(store.find("task", task.id)).not.toHaveProperty("unclarified");
    expect(text()).toContain("plant alders");
    expect(inbox()).toEqual(["pump"]);
  });

  test.each([
    ["event", "event"],
    ["note", "note"],
    ["goal", "goal"],
  ] as const)("becomes a record of another kind, %s, and its line goes", (as, kind) => {
    store.act(clarify, { tasks: [task.id], as, day: "2026-11-26" });
    const [made] = store.list("kind", kind);
    expect(made).toMatchObject({ title: "plant alders @Ines" });
    if (made?.kind === "event") expect([made.start, made.end]).toEqual(["2026-11-26", "2026-11-26"]);
    expect(text()).toBe("# Day\n\n- [ ] pump {#" + (store.list("unclarified", "all")[0] as Task).id + "}\n");
    store.undo();
    expect(inbox()).toHaveLength(2);
    expect(text()).toContain("plant alders");
  });

  test("is let go, several at once", () => {
    const ids = (store.list("unclarified", "all") as Task[]).map(({ id }) => id);
    expect(store.act(clarify, { tasks: ids, as: "nothing" }).said).toBe("Discarded 2 items");
    expect(inbox()).toEqual([]);
    expect(text()).toBe("# Day\n\n");
  });

  const context = {
    now: "2026-11-24T11:07",
    style: { locale: "en-GB", hour12: false },
    priorities: [{ id: "high", title: "High" }],
    theme: () => undefined,
    person: () => undefined,
  };
  const parts = (...lines: string[]) => lines.map((line) => understand(line, context));

  test("is split into lines in the place of the one it was, and that one is gone", () => {
    store.act(splitTask, { task: task.id, parts: parts("cuttings", " ", "spade") });
    expect(inbox().toSorted()).toEqual(["cuttings", "pump", "spade"]);
    expect(store.get(task.id)).toBeUndefined();
    expect(text()).toMatch(/^# Day\n\n- \[ \] cuttings \{#\w+\}\n- \[ \] spade \{#\w+\}\n- \[ \] pump \{#\w+\}\n$/);
    expect((store.list("unfinishedTasks", "all") as Task[]).map(({ title }) => title).toSorted()).toEqual([
      "cuttings",
      "pump",
      "spade",
    ]);
    const [pump] = store.list("unclarified", "all") as Task[];
    expect(() => store.act(splitTask, { task: pump!.id, parts: parts("one") })).toThrow("at least two lines");
    store.undo();
    expect(inbox().toSorted()).toEqual(["plant alders @Ines", "pump"]);
  });

  test("is split into parts that are understood as lines are that are captured", () => {
    store.act(splitTask, { task: task.id, parts: parts("call the nursery tomorrow 18:00 10 min", "buy spade high") });
    const all = store.list("unfinishedTasks", "all") as Task[];
    const call = all.find(({ title }) => title === "call the nursery")!;
    expect(call).toMatchObject({ doDay: "2026-11-25" });
    expect(call).not.toHaveProperty("unclarified");
    expect(store.list("blocksByTask", call.id)).toMatchObject([{ start: "2026-11-25T18:00", end: "2026-11-25T18:10" }]);
    expect(all.find(({ title }) => title === "buy spade")).toMatchObject({ priority: "high", page });
    expect(all).toHaveLength(3);
  });

  test("is merged into its own page, and its line becomes words there", () => {
    store.act(mergeTask, { task: task.id, into: page });
    expect(store.get(task.id)).toBeUndefined();
    expect(text()).toMatch(/^# Day\n\n- \[ \] pump \{#\w+\}\n- plant alders @Ines\n$/);
  });

  test("is merged into a page as a line of words, or refused where there is nothing to merge into", () => {
    store.act(addRecord, { kind: "note", title: "Planting", id: "note1" });
    store.act(mergeTask, { task: task.id, into: "note1" });
    expect(store.find("note", "note1")?.text).toBe("- plant alders @Ines\n");
    expect(inbox()).toEqual(["pump"]);
    const left = (store.list("unclarified", "all")[0] as Task).id;
    expect(() => store.act(mergeTask, { task: left, into: "nobody" })).toThrow("no page or task with that name");
  });

  test("is taken for loose only while nothing was said of it", () => {
    store.act(clarify, { tasks: [task.id], as: "task", fields: {} });
    expect(looseTasks(store, page).map(({ title }) => title)).toEqual(["plant alders @Ines"]);
    store.act(clarify, { tasks: [task.id], as: "task", fields: { estimateMinutes: 5 } });
    expect(looseTasks(store, page)).toEqual([]);
    expect(() => store.act(gatherPage, { page })).toThrow("is already clarified");
  });
});
