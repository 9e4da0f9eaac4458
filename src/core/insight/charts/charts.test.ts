import fc from "fast-check";
import { describe, expect, test } from "vitest";
import {
  bareRecord,
  defaultSettings,
  type Habit,
  type PensumRecord,
  type Task,
  type Theme,
  type Work,
} from "../../model";
import { Store } from "../../store";
import { addDays, momentAt, standingClock } from "../../time";
import { chartCsv, measureText, type Chart } from "../chart";
import { hoursOfProject, hoursWays, insights, type Asking, type InsightName } from ".";
import { stepsOf } from "./steps";

const today = "2026-11-24";
const now = `${today}T18:00`;
const week = { from: "2026-11-16", to: "2026-11-22" };
const style = { locale: "en-GB", hour12: false };

const theme = (id: string, title: string, weeklyMinutes?: number): Theme => ({
  ...bareRecord("theme", { id, title, now }),
  ...(weeklyMinutes ? { weeklyMinutes } : {}),
});
const task = (id: string, fields: Partial<Task> = {}): Task => ({
  ...bareRecord("task", { id, title: `Task ${id}`, now: "2026-11-02T09:00" }),
  ...fields,
});
/** An entry on a day of the week that is asked about, 0 for its Monday. */
const entry = (id: string, day: number, start: number, minutes: number, fields: Partial<Work> = {}): Work => ({
  ...bareRecord("work", { id, now }),
  ...{ start: momentAt(addDays(week.from, day), start), end: momentAt(addDays(week.from, day), start + minutes) },
  ...fields,
});
const block = (id: string, day: number, start: number, minutes: number, of: string): PensumRecord => ({
  ...bareRecord("block", { id, title: "", now }),
  ...{ start: momentAt(addDays(week.from, day), start), end: momentAt(addDays(week.from, day), start + minutes) },
  task: of,
});
const opened = (...records: PensumRecord[]) =>
  new Store(
    new Map([defaultSettings, ...records].map((one) => [one.id, one])),
    [],
    standingClock(now, "Europe/Berlin"),
  );
const answer = (name: InsightName, store: Store, more: Partial<Asking> = {}): Chart =>
  insights[name].answer({
    ...{ store, settings: defaultSettings, span: week, who: "me", way: "theme", today, firstWeekday: 1, style },
    ...more,
  });
const rowsOf = ({ rows }: Chart) => rows.map(({ label, values }) => [label, ...values]);
const behind = ({ rows }: Chart, label: string) => rows.find((row) => row.label === label)?.behind?.();

describe("where the hours went", () => {
  const ground = [
    theme("r", "Reporting", 540),
    theme("d", "Desk", 60),
    theme("l", "Learning"),
    task("a", { theme: "r" }),
    task("b", { theme: "d" }),
    task("c"),
  ];
  const entries = [
    entry("1", 0, 540, 120, { task: "a" }),
    entry("2", 1, 540, 150, { task: "b" }),
    entry("3", 2, 540, 30, { task: "c" }),
    entry("4", -7, 540, 60, { task: "a" }),
    entry("5", 1, 800, 300, { task: "a", person: "ines" }),
  ];

  test("is against the targets of the weeks, beside the span before, each row with its entries", () => {
    const chart = answer("hours", opened(...ground, ...entries), { beside: { from: "2026-11-09", to: "2026-11-15" } });
    expect(rowsOf(chart)).toEqual([
      ["Desk", 150, 60, 2.5, 0.5, 0],
      ["Reporting", 120, 540, 120 / 540, 0.4, 60],
      ["Without a theme", 30, undefined, undefined, 0.1, 0],
    ]);
    expect(chart.answer).toBe("Reporting got 2 h of the 9 h you want for it; Desk got 1 h 30 more than its 1 h.");
    expect(chart.about).toBe("5 h logged, 30 min of it without a theme; the short rule is the target");
    expect(behind(chart, "Without a theme")).toEqual(["3"]);
  });

  test("is by a choice or a link of tasks that the person added, whose hours add up to all of them", () => {
    const field = (id: string, name: string, more: object) =>
      ({ id, kind: "field", title: id, text: "", register: "tasks", name, order: 1, ...more }) as PensumRecord;
    const own = (id: string, fields: object) => ({ ...task(id), ...fields }) as PensumRecord;
    const store = opened(
      ...[theme("r", "Reporting", 540), bareRecord("note", { id: "mill", title: "Mill", now })],
      field("Stage", "f_stage", { type: "choice", options: [{ id: "o1", title: "Draft", dye: "madder" }] }),
      field("Site", "f_site", { type: "link", target: "notes" }),
      field("Tools", "f_tools", { type: "choices" }),
      ...[own("a", { f_stage: "o1", f_site: "mill" }), own("b", { f_stage: "gone" }), own("c", {})],
      ...entries,
    );
    expect(hoursWays(store).slice(-2)).toEqual([
      ["f_stage", "Stage"],
      ["f_site", "Site"],
    ]);
    const stage = answer("hours", store, { way: "f_stage", beside: { from: "2026-11-09", to: "2026-11-15" } });
    expect(rowsOf(stage)).toEqual([
      ["Deleted", 150, 0.5, 0],
      ["Draft", 120, 0.4, 60],
      ["Without Stage", 30, 0.1, 0],
    ]);
    expect([stage.rowLabel, stage.rows[1]!.dye, behind(stage, "Draft")]).toEqual(["Stage", "madder", ["1"]]);
    expect(stage.about).toBe("5 h logged, 30 min of it without Stage");
    expect(rowsOf(answer("hours", store, { way: "f_site" }))).toEqual([
      ["Without Site", 180, 0.6],
      ["Mill", 120, 0.4],
    ]);
    // A field that was taken away since it was chosen: the hours are told by theme again.
    expect(answer("hours", store, { way: "f_gone" })).toEqual(
      expect.objectContaining({ rowLabel: "Theme", answer: answer("hours", store).answer }),
    );
  });

  test("counts everybody by person, and a span that is not over by the days so far", () => {
    const store = opened(...ground, ...entries, bareRecord("person", { id: "ines", title: "Ines", now }));
    expect(rowsOf(answer("hours", store, { way: "person" })).map(([label, minutes]) => [label, minutes])).toEqual([
      ["Ines", 300],
      ["Me", 300],
    ]);
    const month = answer("hours", store, { span: { from: "2026-11-01", to: "2026-11-30" } });
    // 24 of its days have passed.
    expect(month.rows.find(({ label }) => label === "Reporting")?.values[1]).toBeCloseTo((540 * 24) / 7, 6);
  });
});

test("planned and worked are held against each other day by day, what overlaps counting once, and nothing of days to come", () => {
  const store = opened(
    task("a"),
    block("p", 0, 540, 120, "a"),
    block("q", 0, 600, 120, "a"),
    entry("1", 0, 540, 60, { task: "a" }),
    entry("2", 0, 570, 90, { task: "a" }),
    block("r", 8, 540, 30, "a"),
  );
  const chart = answer("planned", store);
  expect(rowsOf(chart)[0]).toEqual(["Mon", 180, 120, -60, 480]);
  expect(chart.answer).toBe("You worked 1 h less than the 3 h that you had set aside.");
  const ahead = answer("planned", store, { span: { from: "2026-11-23", to: "2026-11-29" } });
  expect(rowsOf(ahead).map(([, planned, worked]) => [planned, worked])).toEqual([
    ...[
      [0, 0],
      [30, 0],
    ],
    ...Array.from({ length: 5 }, () => [0, undefined]),
  ]);
});

test("the few things that took half are named, the others counted", () => {
  const tasks = Array.from({ length: 12 }, (_, at) => task(`t${at}`));
  const entries = tasks.map(({ id }, at) => entry(`e${at}`, at % 5, 480, at === 3 ? 110 : 10, { task: id }));
  const chart = answer("few", opened(...tasks, ...entries));
  expect(chart.answer).toBe("Task t3 alone took 50% of your hours.");
  expect(chart.rows).toHaveLength(10);
  expect(chart.rows.at(-1)?.values[2]).toBeCloseTo(200 / 220);
  expect(chart.about).toContain("2 more took 20 min");
});

test("estimates are held against the log of tasks done in the span, by quartiles, and not said of too few", () => {
  const done = { state: "done", doneAt: "2026-11-18T10:00", theme: "r", estimateMinutes: 60 } as const;
  const few = Array.from({ length: 4 }, (_, at) => task(`d${at}`, { ...done, theme: "d" })).slice(1);
  const tasks = Array.from({ length: 5 }, (_, at) => task(`t${at}`, done));
  const entries = tasks.map(({ id }, at) => entry(`e${at}`, at, 480, 60 + at * 30, { task: id }));
  const chart = answer("estimates", opened(theme("r", "Reporting"), theme("d", "Desk"), ...tasks, ...few, ...entries));
  expect(rowsOf(chart)).toEqual([["Reporting", 1.5, 2, 2.5, 5]]);
  expect(chart.answer).toBe("Reporting takes 2 times what you estimate. Plan 60 min as 2 h.");
});

test("sittings are told by their length; one is broken off where something else follows a short one at once", () => {
  const chart = answer(
    "sittings",
    opened(
      task("a"),
      task("b"),
      entry("1", 0, 540, 10, { task: "a" }),
      entry("2", 0, 552, 50, { task: "b" }),
      entry("3", 0, 700, 10, { task: "a" }),
      // The same thing again, and something else after a pause, break nothing off.
      entry("4", 0, 711, 30, { task: "a" }),
      entry("5", 1, 540, 10, { task: "a" }),
      entry("6", 1, 556, 200, { task: "b" }),
    ),
  );
  expect(chart.answer).toBe(
    "Half of your 6 sittings lasted 30 min or more; 1 was broken off within a quarter of an hour.",
  );
  expect(rowsOf(chart).map(([label, minutes, count]) => [label, minutes, count])).toEqual([
    ["Under 15 min", 30, 3],
    ["15 min to 30 min", 0, 0],
    ["30 min to 45 min", 30, 1],
    ["45 min to 1 h", 50, 1],
    ["1 h to 1 h 30", 0, 0],
    ["1 h 30 to 2 h", 0, 0],
    ["2 h and more", 200, 1],
  ]);
});

test("the best hours are those of unbroken work, by the person's first day of the week", () => {
  const store = opened(task("a"), entry("1", 1, 555, 90, { task: "a" }), entry("2", 3, 840, 20, { task: "a" }));
  const chart = answer("best", store);
  expect(chart.answer).toBe("Your longest unbroken work is on Tuesday between 9:00 and 11:00.");
  expect(chart.columns.map(({ label }) => label)).toEqual(["9:00", "10:00"]);
  expect(rowsOf(chart)[1]).toEqual(["Tue", 45, 45]);
  expect(behind(chart, "Tue")).toEqual(["1"]);
  // Behind an hour is what was worked in it, and behind one without work nothing.
  expect(chart.columns.map((_, hour) => chart.rows[1]!.behindCell!(hour))).toEqual([["1"], ["1"]]);
  expect(chart.columns.map((_, hour) => chart.rows[2]!.behindCell!(hour))).toEqual([[], []]);
  expect(rowsOf(answer("best", store, { firstWeekday: 7 }))[0]?.[0]).toBe("Sun");
});

test("tasks are told by when they were added and done, and those that pages sent on", () => {
  const page: PensumRecord = {
    ...{ id: "day-2026-11-17", kind: "day", date: "2026-11-17", portion: [] as never },
    text: "- [ ] x\n- y {.carried task=a to=2026-11-18}\n- z {.carried task=b to=2026-11-18}\n",
  };
  const store = opened(
    page,
    task("a", { createdAt: "2026-11-16T09:00" }),
    task("b", { state: "done", doneAt: "2026-11-18T09:00" }),
  );
  const chart = answer("flow", store);
  expect(chart.answer).toBe("1 task was done and 1 added; 2 were carried to another day.");
  expect(rowsOf(chart).slice(0, 3)).toEqual([
    ["Mon", 1, 0, 0],
    ["Tue", 0, 0, 2],
    ["Wed", 0, 1, 0],
  ]);
});

test("what is open and what was done have their ages", () => {
  const store = opened(
    task("a", { createdAt: "2026-11-20T09:00" }),
    task("b", { createdAt: "2026-09-20T09:00" }),
    task("c", { createdAt: "2026-11-10T09:00", state: "done", doneAt: "2026-11-20T09:00" }),
  );
  expect(rowsOf(answer("ages", store)).map(([, count]) => count)).toEqual([1, 0, 1, 0, 0]);
  expect(answer("waits", store).answer).toBe("The one task done had waited 10 days.");
});

test("habits are held against how often they were meant", () => {
  const habit = (id: string, fields: Partial<Habit>): Habit => ({
    ...bareRecord("habit", { id, title: `Habit ${id}`, now: "2026-11-01T09:00" }),
    ...fields,
  });
  const chart = answer(
    "habits",
    opened(
      habit("walk", { timesAWeek: 4, marks: ["2026-11-16", "2026-11-18", "2026-11-30"] }),
      habit("scales", {
        repeat: "FREQ=WEEKLY;BYDAY=MO,TH",
        marks: ["2026-11-16", "2026-11-19"],
        skips: ["2026-11-17"],
      }),
    ),
  );
  expect(rowsOf(chart)).toEqual([
    ["Habit scales", 2, 2, 0, 1, 1],
    ["Habit walk", 2, 4, 0, 0, 0.5],
  ]);
  expect(chart.answer).toBe("Habit scales was done 2 of 2 times, Habit walk 2 of 4 times.");
});

describe("a chart", () => {
  test("goes out as CSV with decimal hours and per cent, its texts no formulas", () => {
    const chart = answer("hours", opened(theme("x", '=SUM("a"),b', 60), entry("1", 0, 540, 90, { theme: "x" })));
    expect(chartCsv(chart)).toBe(
      'Theme,Hours (h),Target (h),Of the target (%),Share of all (%)\r\n"\'=SUM(""a""),b",1.50,1.00,150.0,100.0\r\n',
    );
    expect([measureText(1.234, "times"), measureText(1, "days"), measureText(0.005, "share")]).toEqual([
      "1.23 ×",
      "1 day",
      "1%",
    ]);
  });

  test("of any span has steps that follow each other without a gap and fill it", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 900 }),
        fc.integer({ min: 1, max: 1500 }),
        fc.constantFrom(1, 6, 7),
        (start, length, first) => {
          const span = { from: addDays("2024-01-01", start), to: addDays("2024-01-01", start + length - 1) };
          const steps = stepsOf({ span, firstWeekday: first, style });
          expect([steps[0]?.from, steps.at(-1)?.to]).toEqual([span.from, span.to]);
          steps.slice(1).forEach(({ from }, at) => expect(from).toBe(addDays(steps[at]!.to, 1)));
          expect(steps.length).toBeLessThanOrEqual(62);
        },
      ),
    );
  });

  test("answers every question of an empty workspace in a sentence", () => {
    for (const name of Object.keys(insights) as InsightName[]) {
      const chart = answer(name, opened(), { beside: week });
      expect(chart.answer).toMatch(/^[A-Z].*\.$/);
      expect(chartCsv(chart)).toContain(chart.rowLabel);
    }
  });
});

describe("planned and worked by hour", () => {
  const ground = [
    task("a"),
    // Planned from 9 to 11 and 10:30 to 11:30: what overlaps counts once.
    block("p1", 0, 540, 120, "a"),
    block("p2", 0, 630, 60, "a"),
    entry("1", 0, 570, 45, { task: "a" }),
    entry("2", 1, 23 * 60 + 30, 60, { task: "a" }),
  ];

  test("spreads what was planned and worked over the hours that it lies in", () => {
    const chart = answer("hourly", opened(...ground));
    expect(rowsOf(chart).filter(([, planned, worked]) => planned || worked)).toEqual([
      ["0:00", 0, 30],
      ["9:00", 60, 30],
      ["10:00", 60, 15],
      ["11:00", 30, 0],
      ["23:00", 0, 30],
    ]);
    expect(chart.answer).toBe("Least came of what was set aside between 10:00 and 11:00: 15 min of 1 h.");
    expect(behind(chart, "10:00")).toEqual(["1"]);
    expect(behind(chart, "0:00")).toEqual(["2"]);
  });

  test("counts nothing of days that are still to come", () => {
    const ahead = { from: "2026-11-30", to: "2026-12-06" };
    expect(answer("hourly", opened(...ground), { span: ahead }).answer).toBe(
      "Nothing was set aside or worked in these days.",
    );
    expect(rowsOf(answer("hourly", opened(...ground), { who: "ines" }))).toEqual([]);
  });
});

describe("where the hours of a project went", () => {
  test("is by its tasks, of everybody, and of no other project", () => {
    const project = (id: string): PensumRecord => bareRecord("project", { id, title: `Project ${id}`, now });
    const store = opened(
      ...[
        project("p"),
        project("q"),
        task("a", { project: "p" }),
        task("b", { project: "p" }),
        task("c", { project: "q" }),
      ],
      entry("1", 0, 540, 30, { task: "a" }),
      entry("2", 1, 540, 60, { task: "b" }),
      entry("3", 2, 540, 15, { task: "b", person: "ines" }),
      entry("4", 2, 600, 90, { task: "c" }),
      // Before the days that are asked about.
      entry("5", -1, 540, 60, { task: "a" }),
    );
    const asking = {
      store,
      settings: defaultSettings,
      span: week,
      who: "all",
      way: "task",
      today,
      firstWeekday: 1,
      style,
    } as const;
    const chart = hoursOfProject(asking, "p");
    expect(rowsOf(chart)).toEqual([["Task b", 75, 75 / 105], ["Task a", 30, 30 / 105]]); // prettier-ignore
    expect(chart.answer).toBe("Project p got 1 h 45, most of it Task b: 1 h 15.");
    expect(behind(chart, "Task b")!.toSorted()).toEqual(["2", "3"]);
    expect(hoursOfProject({ ...asking, span: { from: "2026-10-01", to: "2026-10-02" } }, "p").answer).toBe(
      "Nothing was logged for Project p in these days.",
    );
  });
});

test("the load ahead leads to the tasks that are in it, each once", () => {
  const placed = (id: string, of: string, start: number): PensumRecord => ({
    ...bareRecord("block", { id, title: "", now }),
    ...{ start: momentAt(today, start), end: momentAt(today, start + 30), task: of },
  });
  const store = opened(
    task("a"),
    task("b", { doDay: today, estimateMinutes: 20 }),
    task("c"),
    placed("p", "a", 600),
    placed("q", "a", 700),
  );
  const chart = answer("ahead", store);
  expect(chart.rows[0]!.behind!()).toEqual(["a", "b"]);
  expect(chart.rows[1]!.behind!()).toEqual([]);
});
