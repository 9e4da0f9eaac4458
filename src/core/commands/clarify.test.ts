import { beforeEach, describe, expect, test } from "vitest";
import type { DayPage, Task } from "../model";
import { followPages } from "../page";
import { Store } from "../store";
import { standingClock } from "../time";
import { addRecord } from "./addRecord";
import { clarify, gatherPage, looseTasks, mergeTask, splitTask } from "./clarify";
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
    expect(store.act(clarify, { tasks: ids, as: "nothing" }).said).toBe("Let 2 things go");
    expect(inbox()).toEqual([]);
    expect(text()).toBe("# Day\n\n");
  });

  test("is split into lines of the same page, each still to be clarified", () => {
    store.act(splitTask, { task: task.id, titles: ["cuttings", " ", "spade"] });
    expect(inbox().toSorted()).toEqual(["cuttings", "pump", "spade"]);
    expect(text()).toMatch(/pump \{#\w+\}\n- \[ \] cuttings \{#\w+\}\n- \[ \] spade \{#\w+\}\n$/);
    expect(() => store.act(splitTask, { task: task.id, titles: ["one"] })).toThrow("at least two lines");
  });

  test("is merged into a page as a line of words, or refused where there is nothing to merge into", () => {
    store.act(addRecord, { kind: "note", title: "Planting", id: "note1" });
    store.act(mergeTask, { task: task.id, into: "note1" });
    expect(store.find("note", "note1")?.text).toBe("- plant alders @Ines\n");
    expect(inbox()).toEqual(["pump"]);
    const left = (store.list("unclarified", "all")[0] as Task).id;
    expect(() => store.act(mergeTask, { task: left, into: "nobody" })).toThrow("nothing of that name");
  });

  test("is taken for loose only while nothing was said of it", () => {
    store.act(clarify, { tasks: [task.id], as: "task", fields: {} });
    expect(looseTasks(store, page).map(({ title }) => title)).toEqual(["plant alders @Ines"]);
    store.act(clarify, { tasks: [task.id], as: "task", fields: { estimateMinutes: 5 } });
    expect(looseTasks(store, page)).toEqual([]);
    expect(() => store.act(gatherPage, { page })).toThrow("has been clarified already");
  });
});
