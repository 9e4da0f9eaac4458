import { describe, expect, test } from "vitest";
import { editRecord, setState } from "../commands";
import type { Condition, OrderStep, PensumRecord, StandingOrder, Task } from "../model";
import { followPages } from "../page";
import { fieldValues } from "../register";
import { addTemplate } from "../shaping";
import { Store, type Act } from "../store";
import { someTask } from "../testing/arbitraries";
import { standingClock } from "../time";
import {
  calledByAct,
  calledByDay,
  changeLines,
  lookedAt,
  mostRecords,
  planRun,
  runsOf,
  runToAdopt,
  undoRun,
} from "./index";

const today = "2026-11-24";
const vital: Condition = { field: "priority", is: "is", value: "vital" };

function order(fields: Partial<StandingOrder>): StandingOrder {
  return {
    ...{ id: "so", kind: "standingOrder", title: "Keep watch", active: true, register: "tasks" },
    ...{ when: { on: "dayBegins" }, where: { all: [] }, steps: [], order: 0, text: "" },
    ...fields,
  };
}

function workspace(orders: readonly StandingOrder[], tasks: readonly Task[], now = `${today}T11:07`) {
  const records: readonly PensumRecord[] = [...orders, ...tasks];
  const store = new Store(new Map(records.map((one) => [one.id, one])), [followPages()], standingClock(now));
  const values = fieldValues(store);
  const reading = { values, today: now.slice(0, 10), firstWeekday: 1 };
  /** Carries out what is called up, the way the app does. */
  const carryOut = (found: ReturnType<typeof calledByAct>, causes: readonly string[] = []) => {
    for (const happening of found)
      if (!causes.includes(happening.order.id))
        store.adopt(runToAdopt(store, happening.order, planRun(values, happening), causes));
  };
  const acts: Act[] = [];
  store.onAct((act) => {
    acts.push(act);
    if (!act.turn) carryOut(calledByAct(reading, act.changes), act.causes);
  });
  return { store, values, reading, carryOut, acts };
}

const set = (field: string, to: string): OrderStep => ({ do: "set", field, to });

describe("when its time comes", () => {
  const late = order({ when: { on: "late", field: "due" }, where: vital, steps: [{ do: "carry", days: 0 }] });
  const tasks = [
    someTask("ta", { priority: "vital", due: "2026-11-23" }),
    someTask("tb", { priority: "low", due: "2026-11-23" }),
    someTask("tc", { priority: "vital", due: "2026-11-22" }),
    someTask("td", { priority: "vital", due: "2026-11-23", state: "done" }),
    someTask("te", { priority: "vital", due: "2026-11-24" }),
  ];

  test("a day calls up what became late on it, and what became late since the order was last looked at", () => {
    const called = (one: StandingOrder) => calledByDay(workspace([one], tasks).reading)[0]?.records;
    expect(called(late)).toEqual(["ta"]);
    expect(called({ ...late, lookedOn: "2026-11-20" })).toEqual(["ta", "tc"]);
    expect(called({ ...late, lookedOn: today })).toBeUndefined();
    expect(called({ ...late, active: false })).toBeUndefined();
    expect(called({ ...late, when: { on: "due", field: "due" } })).toEqual(["te"]);
  });

  test("a day that begins calls up whatever the condition holds for, once", () => {
    const day = order({ where: vital, steps: [set("tags", "today")] });
    const { store, reading, carryOut } = workspace([day], tasks);
    carryOut(calledByDay(reading));
    store.act(lookedAt, { orders: ["so"], today });
    const tagged = tasks.filter(({ id }) => store.find("task", id)?.tags.includes("today")).map(({ id }) => id);
    expect(tagged).toEqual(["ta", "tc", "td", "te"]);
    expect(calledByDay(reading)).toEqual([]);
    expect(calledByDay({ ...reading, today: "2026-11-25" })).toMatchObject([{ records: tagged }]);
  });

  test("an act calls up the orders about what it added and the fields it changed, and no other", () => {
    const { store } = workspace(
      [
        order({
          id: "sa",
          when: { on: "changed", field: "priority" },
          where: vital,
          steps: [set("doDay", "tomorrow")],
        }),
        order({ id: "sb", when: { on: "added" }, where: vital, steps: [set("estimateMinutes", "25 min")] }),
      ],
      [someTask("ta"), someTask("tb")],
    );
    store.act(editRecord, { id: "ta", fields: { priority: "vital" } });
    expect(store.get("ta")).toMatchObject({ doDay: "2026-11-25" });
    store.act(editRecord, { id: "tb", fields: { due: "2026-12-01" } });
    expect(store.get("tb")).not.toHaveProperty("doDay");
    store.act({ name: "test", run: (tx) => (tx.put(someTask("tn", { priority: "vital" })), "Added") }, {});
    expect(store.get("tn")).toMatchObject({ estimateMinutes: 25 });
  });
});

describe("what it does", () => {
  test("is one step that undoes, is kept in a log, and is taken back long after, other changes staying", () => {
    const rule = order({
      when: { on: "changed", field: "state" },
      where: { all: [] },
      steps: [set("tags", "seen"), { do: "dayPage" }],
    });
    const { store } = workspace([rule], [someTask("ta", { title: "Stakes" })]);
    store.act(setState, { tasks: ["ta"], state: "doing" });
    expect(store.find("task", "ta")).toMatchObject({ tags: ["seen"], doDay: today, page: `day-${today}` });
    expect(store.find("day", `day-${today}`)?.text).toContain("- [ ] Stakes {#ta .doing}");
    const [run] = runsOf(store, "so");
    expect(run?.title).toBe("Standing order “Keep watch”: “Stakes”");
    store.undo();
    expect(store.find("task", "ta")).toMatchObject({ state: "doing", tags: [] });
    expect(runsOf(store, "so")).toEqual([]);
    store.redo();
    store.act(editRecord, { id: "ta", fields: { due: "2026-12-01" } });
    store.act(undoRun, { run: run!.id });
    expect(store.find("task", "ta")).toMatchObject({ tags: [], due: "2026-12-01" });
    expect(store.find("task", "ta")).not.toHaveProperty("doDay");
    expect(store.find("day", `day-${today}`)?.text ?? "").not.toContain("Stakes");
    expect(() => store.act(undoRun, { run: run!.id })).toThrow("already been undone");
  });

  test("puts every task on the day’s page, from the page of another day and from a note too", () => {
    const rule = order({ when: { on: "changed", field: "priority" }, where: { all: [] }, steps: [{ do: "dayPage" }] });
    const yesterday = "2026-11-23";
    const pages = [
      { id: `day-${yesterday}`, kind: "day", date: yesterday, text: "- [ ] Letter {#ta}" },
      { id: "nn", kind: "note", title: "Reach 4", tags: [], text: "- [ ] Stakes {#tb}", createdAt: "2026-11-01T08:00" },
    ] as const;
    const { store } = workspace(
      [rule],
      [
        someTask("ta", { title: "Letter", page: `day-${yesterday}`, doDay: yesterday }),
        someTask("tb", { title: "Stakes", page: "nn" }),
        ...(pages as unknown as Task[]),
      ],
    );
    for (const id of ["ta", "tb"]) store.act(editRecord, { id, fields: { priority: "vital" } });
    const text = store.find("day", `day-${today}`)?.text ?? "";
    expect(text).toContain("- [ ] Letter {#ta}");
    expect(text).toContain("- Stakes, on [[Reach 4]]");
    expect(store.find("task", "ta")).toMatchObject({ doDay: today, page: `day-${today}` });
    expect(store.find("task", "tb")).toMatchObject({ doDay: today, page: "nn" });
    expect(store.find("note", "nn")?.text).toBe("- [ ] Stakes {#tb}");
  });

  test("can be tried without changing anything, and says what would change", () => {
    const rule = order({
      where: vital,
      steps: [
        { do: "carry", days: 1 },
        { do: "notify", words: "Look at {{title}}" },
      ],
    });
    const { store, values, reading } = workspace(
      [rule],
      [someTask("ta", { title: "Stakes", priority: "vital", doDay: "2026-11-20" })],
    );
    const before = [...store.records()];
    const run = planRun(values, calledByDay(reading)[0]!);
    expect([...store.records()]).toEqual(before);
    expect(run.words).toEqual(["Look at Stakes"]);
    expect(changeLines(values, run.act)).toContainEqual({
      name: "Stakes",
      what: expect.stringContaining("do day 2026-11-20 → 2026-11-25") as string,
    });
  });

  test("makes something from a template, with the record's title in its place", () => {
    const rule = order({
      when: { on: "changed", field: "priority" },
      where: vital,
      steps: [{ do: "make", template: "tm" }],
    });
    const { store } = workspace([rule], [someTask("ta", { title: "Weir" })]);
    store.act(addTemplate, {
      title: "Brief",
      id: "tm",
      setting: { naming: "Brief: {{Title}}", text: "For [[{{record}}]]\n" },
    });
    store.act(editRecord, { id: "ta", fields: { priority: "vital" } });
    expect(store.list("kind", "note")).toMatchObject([{ title: "Brief: Weir", text: "For [[Weir]]\n" }]);
  });
});

describe("a guard", () => {
  test("keeps two orders that call each other up from going round for ever", () => {
    const { store, acts } = workspace(
      [
        order({
          id: "sa",
          title: "Up",
          when: { on: "changed", field: "estimateMinutes" },
          steps: [set("tookMinutes", "5 min")],
        }),
        order({
          id: "sb",
          title: "Down",
          when: { on: "changed", field: "tookMinutes" },
          steps: [set("estimateMinutes", "50 min")],
        }),
      ],
      [someTask("ta")],
    );
    store.act(editRecord, { id: "ta", fields: { estimateMinutes: 10 } });
    expect(acts.map(({ causes = [] }) => causes)).toEqual([["sa", "sb"], ["sa"], []].reverse());
    expect(store.find("task", "ta")).toMatchObject({ estimateMinutes: 50, tookMinutes: 5 });
  });

  test("refuses a run over more records than anybody means", () => {
    const tasks = Array.from({ length: mostRecords + 1 }, (_, at) => someTask(`t${at}`));
    const { values, reading } = workspace([order({ steps: [set("tags", "x")] })], tasks);
    expect(() => planRun(values, calledByDay(reading)[0]!)).toThrow("1,001 records at once");
  });

  test("changes nothing where a step cannot be done", () => {
    const { store, values, reading } = workspace(
      [order({ steps: [set("tags", "x"), set("due", "someday")] })],
      [someTask("ta")],
    );
    expect(() => planRun(values, calledByDay(reading)[0]!)).toThrow("“someday” is not a valid date");
    expect(store.get("ta")).toEqual(someTask("ta"));
  });
});
