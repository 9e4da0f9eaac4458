import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { bareRecord, defaultSettings, type Goal, type PensumRecord, type Task, type Work } from "../../model";
import { entriesUnder, entryMinutes, goalsOfSpan } from "../../plan";
import { Store } from "../../store";
import { addDays, capacityMinutes, standingClock, workingMinutesBetween } from "../../time";
import { goalTree } from "./goalTree";
import { readingsBehind } from "./readings";
import { givenByWeek, standingOf, startOf, unplannedGoals } from "./standing";

const today = "2026-11-24";
const now = `${today}T11:07`;
const zone = "Europe/Berlin";
const goal = (id: string, fields: Partial<Goal> = {}): Goal => ({
  ...bareRecord("goal", { id, title: `Goal ${id}`, now: "2026-11-02T09:00" }),
  ...fields,
});
const task = (id: string, fields: Partial<Task> = {}): Task => ({
  ...bareRecord("task", { id, title: `Task ${id}`, now: "2026-11-02T09:00" }),
  ...fields,
});
const entry = (id: string, start: string, end: string, of: string, fields: Partial<Work> = {}): Work => ({
  ...bareRecord("work", { id, now }),
  ...{ start, end, task: of },
  ...fields,
});
const opened = (...records: PensumRecord[]) =>
  new Store(new Map([defaultSettings, ...records].map((one) => [one.id, one])), [], standingClock(now, zone));
const asked = (store: Store, day = today) => ({ store, settings: defaultSettings, today: day, firstWeekday: 1 });
const done = { state: "done", doneAt: "2026-11-20T10:00" } as const;

describe("where a goal stands", () => {
  const project: PensumRecord = { ...bareRecord("project", { id: "p", title: "Reach 5", now }), goal: "sub" };
  const ground = [
    goal("top", { due: "2026-12-18" }),
    goal("sub", { parent: "top", due: "2026-12-04" }),
    project,
    task("a", { goal: "top", ...done }),
    task("b", { goal: "sub", doDay: "2026-11-26" }),
    task("c", { project: "p" }),
    task("d", { project: "p", state: "dropped" }),
    task("e", { project: "p", goal: "other" }),
  ];

  test("counts the tasks of all that serves it, planned ones apart, and none that was dropped", () => {
    const store = opened(...ground);
    const standing = standingOf(asked(store), store.find("goal", "top")!);
    expect(standing).toMatchObject({ words: "1 of 3 tasks", done: 1 / 3, planned: 1 / 3 });
    expect(standingOf(asked(store), store.find("goal", "sub")!).words).toBe("0 of 2 tasks");
  });

  test("has given to it what its own sheet says was worked", () => {
    const store = opened(
      ...ground,
      entry("1", "2026-11-20T09:00", "2026-11-20T10:30", "a"),
      entry("2", "2026-11-23T09:00", "2026-11-23T09:40", "c", { person: "ines" }),
      entry("3", "2026-11-23T10:00", "2026-11-23T12:00", "e"),
    );
    for (const id of ["top", "sub"]) {
      const record = store.find("goal", id)!;
      const worked = entriesUnder(store, record)!.reduce((sum, one) => sum + entryMinutes(one, now, zone), 0);
      expect(standingOf(asked(store), record).givenMinutes).toBe(worked);
    }
    expect(givenByWeek(store, "top", today, 1, 2)).toEqual([
      { from: "2026-11-16", minutes: 90 },
      { from: "2026-11-23", minutes: 40 },
    ]);
  });

  test("is measured by hours, a number, the goals under it, or not at all", () => {
    const store = opened(
      goal("h", { measure: "minutes", targetMinutes: 600 }),
      task("a", { goal: "h" }),
      entry("1", "2026-11-20T09:00", "2026-11-20T12:00", "a"),
      goal("n", { measure: "number", startNumber: 10, targetNumber: 4, number: 7 }),
      goal("m", { measure: "milestones" }),
      goal("m1", { parent: "m", ...done }),
      goal("m2", { parent: "m" }),
      goal("m3", { parent: "m", state: "dropped" }),
      goal("y", { measure: "yesNo", ...done }),
    );
    const of = (id: string) => standingOf(asked(store), store.find("goal", id)!);
    expect(of("h")).toMatchObject({ words: "3 h of 10 h", done: 0.3 });
    expect(of("n")).toMatchObject({ words: "7 of 4", done: 0.5 });
    expect(of("m")).toMatchObject({ words: "1 of 2 goals", done: 0.5 });
    expect(of("y")).toMatchObject({ done: 1, course: { kind: "reached" } });
  });

  test("reads its number from a field of one's own, by name or by label, also a former one, as every screen does", () => {
    const field: PensumRecord = {
      ...{ id: "f", kind: "field", register: "goals", name: "f_f", title: "Reaches open", text: "" },
      ...{ type: "formula", formula: "2 + 3", order: 1, formerTitles: ["Stretches"] },
    };
    for (const numberField of ["f_f", "reaches OPEN", "stretches"]) {
      const store = opened(field, goal("n", { measure: "number", targetNumber: 10, number: 1, numberField }));
      expect(standingOf(asked(store), store.find("goal", "n")!)).toMatchObject({ words: "5 of 10", done: 0.5 });
    }
  });

  test("has as readings what its summary came to from day to day, whatever is summed up", () => {
    const own = (register: string, name: string, more: object): PensumRecord =>
      ({
        ...{ id: `${register}-${name}`, kind: "field", register, name, title: name, text: "", order: 1 },
        ...more,
      }) as PensumRecord;
    const run = (id: string, f_day: string | undefined, f_km: number) =>
      ({
        ...{ id, kind: "row", register: "runs", title: id, text: "", tags: [] },
        f_goal: "n",
        f_km,
        ...(f_day ? { f_day } : {}),
      }) as unknown as PensumRecord;
    const readings = (way: string, of: string | undefined) => {
      const store = opened(
        { ...{ id: "runs", kind: "register", title: "Runs", text: "" } } as PensumRecord,
        own("runs", "f_goal", { type: "link", target: "goals" }),
        own("runs", "f_day", { type: "date" }),
        own("runs", "f_km", { type: "number" }),
        own("goals", "f_sum", {
          type: "summary",
          summary: { register: "runs", link: "f_goal", way, ...(of ? { of } : {}) },
        }),
        goal("n", { measure: "number", targetNumber: 40, numberField: "f_sum" }),
        run("c", "2026-11-20", 8),
        run("a", "2026-11-02", 5),
        run("b", "2026-11-02", 6),
        run("d", undefined, 10),
      );
      const found = readingsBehind(store, store.find("goal", "n")!);
      const standing = standingOf(asked(store), store.find("goal", "n")!);
      expect(standing.words).toBe(`${found.at(-1)!.value} of 40`);
      return found.map(({ date, value }) => [date.slice(5), value]);
    };
    expect(readings("sum", "f_km")).toEqual([
      ["11-02", 21],
      ["11-20", 29],
    ]);
    expect(readings("latest", "f_km")).toEqual([
      ["11-02", 10],
      ["11-20", 10],
    ]);
    expect(readings("average", "f_km")).toEqual([
      ["11-02", 7],
      ["11-20", 7.25],
    ]);
    expect(readings("count", undefined)).toEqual([
      ["11-02", 3],
      ["11-20", 4],
    ]);
    const typed = opened(goal("n", { measure: "number", targetNumber: 10, number: 1 }));
    expect(readingsBehind(typed, typed.find("goal", "n")!)).toEqual([]);
  });

  test("should have come, over working time, as far as the working minutes so far say", () => {
    const dates = fc.integer({ min: -200, max: 200 }).map((days) => addDays(today, days));
    fc.assert(
      fc.property(dates, fc.integer({ min: 0, max: 300 }), (start, length) => {
        const due = addDays(start, length);
        const store = opened(goal("g", { start, due }), task("a", { goal: "g" }));
        const { expected } = standingOf(asked(store), store.find("goal", "g")!);
        let [all, past] = [0, 0];
        for (let day = start; day <= due; day = addDays(day, 1)) {
          const minutes = capacityMinutes(defaultSettings.workingWeek, day);
          all += minutes;
          if (day <= today) past += minutes;
        }
        if (all > 0) expect(expected).toBeCloseTo(past / all, 10);
        expect(workingMinutesBetween(defaultSettings.workingWeek, start, addDays(due, 1))).toBe(all);
      }),
    );
  });

  test("is behind by the days since it should have come so far, ahead, on course or late", () => {
    const course = (tasks: number, ended: number, due: string) => {
      const store = opened(
        goal("g", { start: "2026-11-02", due }),
        ...Array.from({ length: tasks }, (_, at) => task(`t${at}`, { goal: "g", ...(at < ended ? done : {}) })),
      );
      return standingOf(asked(store), store.find("goal", "g")!).course;
    };
    // 20 working days; a quarter is due by 6 November.
    expect(course(4, 1, "2026-11-27")).toEqual({ kind: "behind", days: 18 });
    expect(course(20, 17, "2026-11-27")).toEqual({ kind: "on" });
    expect(course(4, 3, "2026-12-25")).toMatchObject({ kind: "ahead" });
    expect(course(4, 1, "2026-11-20")).toEqual({ kind: "late", days: 4 });
    expect(course(4, 4, "2026-11-20")).toEqual({ kind: "reached" });
  });

  test("goes by the goals under it or by effort where it is to", () => {
    const store = opened(
      goal("m", { start: "2026-11-02", due: "2026-12-20", course: "milestones", measure: "milestones" }),
      goal("m1", { parent: "m", due: "2026-11-10" }),
      goal("m2", { parent: "m", due: "2026-12-10" }),
      goal("e", { start: "2026-11-02", due: "2026-12-20", course: "effort" }),
      task("a", { goal: "e", due: "2026-11-10", estimateMinutes: 90 }),
      task("b", { goal: "e", doDay: "2026-12-10", estimateMinutes: 30 }),
    );
    expect(standingOf(asked(store), store.find("goal", "m")!).expected).toBe(0.5);
    expect(standingOf(asked(store), store.find("goal", "e")!).expected).toBe(0.75);
  });

  test("begins with its period, or when it was made, whichever is later", () => {
    expect(startOf(goal("g", { span: "quarter", due: "2026-12-20" }), 1, today)).toBe("2026-11-02");
    expect(startOf(goal("g", { span: "week", due: "2026-11-27" }), 1, today)).toBe("2026-11-23");
    expect(startOf(goal("g", { start: "2026-10-01", due: "2026-12-20" }), 1, today)).toBe("2026-10-01");
  });
});

describe("the outline of goals", () => {
  test("puts what serves another below it, and ends where goals serve each other in a circle", () => {
    const area: PensumRecord = bareRecord("area", { id: "work", title: "Work", now });
    const store = opened(
      area,
      goal("year", { span: "year", area: "work" }),
      goal("quarter", { parent: "year" }),
      goal("week", { span: "week", parent: "quarter", state: "done" }),
      goal("x", { parent: "y" }),
      goal("y", { parent: "x" }),
    );
    const words = goalTree(store).map(({ area: of, nodes }) => [
      of?.title ?? "none",
      ...nodes.map(({ goal: { id }, depth }) => `${depth} ${id}`),
    ]);
    expect(words).toEqual([
      ["Work", "0 year", "1 quarter", "2 week"],
      ["none", "0 x", "0 y"],
    ]);
    // What is not wanted is passed over, and what stands below it moves up.
    expect(goalTree(store, ({ id }) => id !== "quarter")[0]!.nodes.map(({ depth }) => depth)).toEqual([0, 1]);
  });

  test("knows for which goals nothing is planned, and those of a week", () => {
    const store = opened(
      goal("a", { span: "week", due: "2026-11-27" }),
      goal("b"),
      goal("under", { parent: "b" }),
      task("t", { goal: "under", doDay: "2026-12-03" }),
      goal("life", { span: "life" }),
    );
    const goals = store.list("kind", "goal") as Goal[];
    expect(unplannedGoals(store, goals, today, "2026-12-06").map(({ id }) => id)).toEqual(["a"]);
    expect(unplannedGoals(store, goals, today, "2026-12-02").map(({ id }) => id)).toEqual(["a", "b", "under"]);
    expect(goalsOfSpan(store, "week", today, 1).map(({ id }) => id)).toEqual(["a"]);
    expect(goalsOfSpan(store, "week", "2026-11-30", 1)).toEqual([]);
  });
});
