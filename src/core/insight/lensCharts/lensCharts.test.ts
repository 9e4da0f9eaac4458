import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { LensView, total } from "../../lens";
import { bareRecord, defaultSettings, type Grouping, type LensChart, type PensumRecord, type Task } from "../../model";
import { fieldValues } from "../../register";
import { Store } from "../../store";
import { addDays, standingClock } from "../../time";
import { chartCsv } from "../chart";
import { lensChart, shownByChart, usualChart, type LensAsking } from ".";
import { rankCorrelation } from "./rankCorrelation";

const now = "2026-11-24T11:07";
const today = "2026-11-24";
const style = { locale: "en-GB", hour12: false };
const themes: readonly PensumRecord[] = [
  bareRecord("theme", { id: "field", title: "Fieldwork", now }),
  bareRecord("theme", { id: "desk", title: "Desk", now }),
];
const taskOf = (id: string, fields: Partial<Task>): Task => ({
  ...(bareRecord("task", { id, title: `Task ${id}`, now }) as Task),
  ...fields,
});

function asked(
  tasks: readonly PensumRecord[],
  groups: readonly Grouping[],
  chart: LensChart,
  more: Partial<LensAsking> = {},
) {
  const store = new Store(
    new Map([{ ...defaultSettings }, ...themes, ...tasks].map((one) => [one.id, one])),
    [],
    standingClock(now, "Europe/Berlin"),
  );
  const values = fieldValues(store);
  const query = { registers: ["tasks"], where: { all: [] }, done: "all" as const, groups, sorts: [] };
  const view = new LensView(values, { ...query, shown: shownByChart(chart) }, { firstWeekday: 1 });
  return lensChart({
    ...{ values, view, chart, style, today, firstWeekday: 1, register: "tasks", things: "tasks", thing: "task" },
    label: (_, key) => store.find("theme", key)?.title ?? (key || "None"),
    ...more,
  });
}

const few = [
  taskOf("a", { theme: "field", due: "2026-11-02", estimateMinutes: 60 }),
  taskOf("b", { theme: "desk", due: "2026-11-03", estimateMinutes: 90 }),
  taskOf("c", { theme: "desk", due: "2026-11-18", estimateMinutes: 30 }),
  taskOf("d", { due: "2026-11-18" }),
];
const table = (chart: ReturnType<typeof asked>) => chart.rows.map(({ label, values }) => [label, ...values]);

describe("a chart of a lens", () => {
  test("counts the records of each group, largest first where groups go by name", () => {
    const chart = asked(few, [{ field: "theme" }], { shape: "bars" });
    expect(chart.answer).toBe("Most in Desk: 2 of 4 tasks (50%).");
    expect(table(chart)).toEqual([["Desk", 2], ["Fieldwork", 1], ["None", 1]]); // prettier-ignore
    expect(chart.rows[0]!.behind!().toSorted()).toEqual(["b", "c"]);
  });

  test("adds up a field, and has the weeks in which there was nothing", () => {
    const chart = asked(few, [{ field: "due", by: "week" }], { shape: "columns", of: "estimateMinutes", total: "sum" });
    expect(table(chart)).toEqual([["2026-11-02", 150], ["2026-11-09", 0], ["2026-11-16", 30]]); // prettier-ignore
    expect(chart.form).toBe("columns");
    expect(chart.rows[1]!.behind).toBeUndefined();
    expect(chartCsv(chart).split(/\r?\n/)[0]).toBe("Due,Sum of estimate (h)");
  });

  test("leaves a gap where an average has nothing to say", () => {
    const chart = asked(few, [{ field: "due", by: "week" }], {
      shape: "line",
      of: "estimateMinutes",
      total: "average",
    });
    expect(table(chart)).toEqual([["2026-11-02", 75], ["2026-11-09", undefined], ["2026-11-16", 30]]); // prettier-ignore
    expect(chart.answer).toBe("Average estimate is highest in 2026-11-02: 1 h 15, against 1 h over all.");
  });

  test("has every weekday, in the order of the week", () => {
    const chart = asked(few, [{ field: "due", by: "weekday" }], { shape: "columns" }, { firstWeekday: 7 });
    expect(table(chart)).toEqual([["7", 0], ["1", 1], ["2", 1], ["3", 2], ["4", 0], ["5", 0], ["6", 0]]); // prettier-ignore
  });

  test("draws two groupings as a field, whose cells add up to its rows", () => {
    const chart = asked(few, [{ field: "theme" }, { field: "due", by: "week" }], { shape: "field" });
    expect(chart.columns.map(({ label }) => label)).toEqual(["2026-11-02", "2026-11-09", "2026-11-16"]);
    expect(table(chart)).toEqual([
      ["Desk", 1, undefined, 1],
      ["Fieldwork", 1, undefined, undefined],
      ["None", undefined, undefined, 1],
    ]);
    for (const { values, behind, behindCell } of chart.rows) {
      const cells = values.map((_, column) => behindCell!(column));
      expect(cells.map(({ length }) => length || undefined)).toEqual(values);
      expect(cells.flat().sort()).toEqual([...behind!()].sort());
    }
  });

  test("draws a dot for each record that has both values, and says whether they go together", () => {
    const tasks = Array.from({ length: 12 }, (_, at) =>
      taskOf(`t${at}`, { estimateMinutes: 20 * at, due: addDays("2026-11-01", at) }),
    );
    const chart = asked(
      [...tasks, ...few.slice(3)],
      [],
      { shape: "dots" },
      { axes: { across: "due", up: "estimateMinutes" } },
    );
    expect(chart.rows).toHaveLength(12);
    expect(chart.answer).toBe("Estimate is larger where due is later.");
    expect(chart.about).toContain("1 without one of both");
    expect(chartCsv(chart)).toContain("Task t1,2026-11-02,0.33");
  });

  test("says so where there is nothing, or too little, to draw", () => {
    expect(asked([], [{ field: "theme" }], { shape: "bars" }).answer).toBe("This lens shows no tasks.");
    expect(asked(few.slice(0, 1), [{ field: "theme" }], { shape: "bars" }).answer).toBe("Fieldwork: 1 task.");
    expect(asked(few, [], { shape: "bars" }).answer).toBe("4 tasks in all.");
    expect(asked(few, [{ field: "gone" }], { shape: "bars", of: "gone" }).answer).toBe("4 tasks in all.");
    expect(asked(few, [], { shape: "dots" }, { axes: { across: "due", up: "estimateMinutes" } }).answer).toBe(
      "3 with due and estimate: too few to say whether they go together.",
    );
  });

  test("adds up what it cannot draw as one more, so that shares make up the whole", () => {
    const many = Array.from({ length: 450 }, (_, at) => taskOf(`t${at}`, { estimateMinutes: 450 - at }));
    const chart = asked(many, [{ field: "title" }], { shape: "shares", of: "estimateMinutes", total: "sum" });
    expect(chart.rows).toHaveLength(401);
    expect(chart.rows.at(-1)!.label).toBe("50 more");
    expect(chart.rows.reduce((all, { values }) => all + values[0]!, 0)).toBeCloseTo(1, 9);
  });

  test("ends at the last date there is, and puts groups without a value behind all others", () => {
    const late = ["9999-12-29", "9999-12-31"].map((due, at) => taskOf(`t${at}`, { due }));
    expect(table(asked(late, [{ field: "due" }], { shape: "columns" })).map(([day]) => day)).toEqual([
      "9999-12-29",
      "9999-12-30",
      "9999-12-31",
    ]);
    expect(table(asked(late, [{ field: "due", by: "year" }], { shape: "columns" }))).toEqual([["9999", 2]]);
    const chart = asked([...few, taskOf("e", { theme: "gone" })], [{ field: "theme" }], {
      shape: "bars",
      of: "estimateMinutes",
      total: "average",
    });
    expect(chart.rows.map(({ values }) => values[0])).toEqual([60, 60, undefined, undefined]);
  });

  test("gives each group what adding up its records by hand gives", () => {
    const drawn = fc.record({
      theme: fc.constantFrom(undefined, "field", "desk"),
      due: fc.option(
        fc.integer({ min: 0, max: 60 }).map((day) => addDays("2026-10-01", day)),
        { nil: undefined },
      ),
      estimateMinutes: fc.option(fc.integer({ min: 0, max: 600 }), { nil: undefined }),
    });
    const ways = ["sum", "average", "median", "min", "max"] as const;
    fc.assert(
      fc.property(fc.array(drawn, { maxLength: 40 }), fc.constantFrom(...ways), fc.boolean(), (list, way, byTheme) => {
        const tasks = list.map((fields, at) => taskOf(`t${at}`, fields as Partial<Task>));
        const groups: Grouping[] = [byTheme ? { field: "theme" } : { field: "due", by: "month" }];
        const chart = asked(tasks, groups, { shape: "bars", of: "estimateMinutes", total: way });
        const keyOf = ({ theme, due }: Task) => (byTheme ? theme : due?.slice(0, 7)) ?? "";
        for (const { key, values, behind } of chart.rows) {
          const own = tasks.filter((task) => keyOf(task) === key);
          expect(behind?.().toSorted() ?? []).toEqual(own.map(({ id }) => id).toSorted());
          const expected = total(way, own.map(({ estimateMinutes }) => estimateMinutes)); // prettier-ignore
          expect(values[0]).toBe(expected ?? (way === "sum" ? 0 : undefined));
        }
        expect(new Set(chart.rows.map(({ key }) => key)).size).toBe(chart.rows.length);
        const all = chart.rows.flatMap(({ behind }) => behind?.() ?? []);
        expect(all.length).toBe(tasks.length);
      }),
      { numRuns: 60 },
    );
  });

  test("begins with what suits its groups", () => {
    const view = (groups: readonly Grouping[]) => {
      const store = new Store(new Map(themes.map((one) => [one.id, one])), [], standingClock(now, "Europe/Berlin"));
      const query = { registers: ["tasks"], where: { all: [] }, done: "all" as const, groups, sorts: [], shown: [] };
      return new LensView(fieldValues(store), query, { firstWeekday: 1 });
    };
    const shapeOf = (groups: readonly Grouping[]) => usualChart(view(groups), groups).shape;
    expect(shapeOf([{ field: "theme" }])).toBe("bars");
    expect(shapeOf([{ field: "due", by: "month" }])).toBe("columns");
    expect(shapeOf([{ field: "theme" }, { field: "due", by: "week" }])).toBe("field");
  });
});

describe("the agreement of ranks", () => {
  test("is that of the textbook", () => {
    expect(rankCorrelation([1, 2, 3, 4], [10, 20, 30, 90])).toBe(1);
    expect(rankCorrelation([1, 2, 3, 4], [9, 5, 2, 0])).toBe(-1);
    // Spearman 1904, by way of any textbook: 1 − 6 Σd² / (n (n² − 1)) where no ranks are shared.
    expect(rankCorrelation([106, 86, 100, 101, 99, 103, 97, 113, 112, 110], [7, 0, 27, 50, 28, 29, 20, 12, 6, 17])).toBeCloseTo(-29 / 165, 9); // prettier-ignore
    expect(rankCorrelation([1, 1, 1], [1, 2, 3])).toBeUndefined();
  });
});
