import { demoRecords } from "@demo/generate";
import { describe, expect, test } from "vitest";
import { LensView } from "../lens";
import { bareRecord, defaultSettings, type PensumRecord, type Settings, type Task, type Work } from "../model";
import {
  countsInTimesheet,
  FreeAhead,
  loadOf,
  loadParts,
  pullOf as pullsOf,
  freeOn,
  timesheet,
  timesheetWays,
} from "../plan";
import { fieldValues, fieldsIn, findRegister, type Cell } from "../register";
import { addDays, durationText, minuteOf, parseDuration, standingClock } from "../time";
import { openStore } from "../workspace";
import {
  explainField,
  explainFree,
  explainLoad,
  explainLoads,
  explainSlack,
  explainTotal,
  explainWorked,
  type Explained,
} from ".";

const now = "2026-11-24T11:07";
const today = "2026-11-24";
const zone = "Europe/Berlin";
const style = { locale: "en-GB", hour12: false };
const write = (cell: Cell) => String(cell ?? "");

async function demo(...more: PensumRecord[]) {
  const records = [...demoRecords({ now, size: 1000, seed: 7 }), ...more];
  const { store } = await openStore(new Map(records.map((one) => [one.id, one])), standingClock(now, zone));
  const settings: Settings = store.find("settings", "settings") ?? defaultSettings;
  return { store, settings };
}
const result = ({ lines }: { lines: readonly { isResult?: boolean; value: string }[] }) =>
  lines.findLast(({ isResult }) => isResult)?.value;

describe("where a number comes from", () => {
  test("the parts of a day’s load add up to it, and free time to what is free", async () => {
    const { store } = await demo();
    for (let day = -20; day < 40; day++) {
      const date = addDays(today, day);
      const { plannedMinutes } = loadOf(store, date);
      expect(loadParts(store, date).reduce((all, { minutes }) => all + minutes, 0)).toBe(plannedMinutes);
      const explained = explainLoad({ store, date, style });
      if (plannedMinutes > 0) expect(result(explained)).toBe(durationText(plannedMinutes));
      const from = day === 0 ? minuteOf(now) : 0;
      expect(result(explainFree({ store, date, style }, from))).toBe(durationText(freeOn(store, date, from)));
    }
  });

  test("the load of a week is that of its days", async () => {
    const { store } = await demo();
    const days = Array.from({ length: 7 }, (_, at) => loadOf(store, addDays("2026-11-23", at)));
    const explained = explainLoads({ store, date: "2026-11-23", style }, 7);
    expect(explained.lines).toHaveLength(9);
    expect(result(explained)).toBe(durationText(days.reduce((sum, { plannedMinutes }) => sum + plannedMinutes, 0)));
  });

  test("every number of a timesheet is the entries that count in it, rounded or not, in every way", async () => {
    const { store } = await demo();
    for (const way of timesheetWays)
      for (const rounding of [0, 15]) {
        const sheet = timesheet({ reads: store, from: "2026-11-16", way, rounding });
        const counts = (entry: Work) => countsInTimesheet(store, way, entry);
        const told = (dates: readonly string[], minutes: number, row?: string | null) =>
          explainWorked(store, { dates, way, row, rounding, minutes, counts }, style);
        /** What the entries come to that are named one by one. */
        const byEntries = ({ lines }: Explained) =>
          lines.reduce((sum, { id, value }) => sum + (id === undefined ? 0 : (parseDuration(value) ?? 0)), 0);
        for (const row of sheet.rows)
          row.minutes.forEach((minutes, day) => {
            const explained = told([sheet.dates[day]!], minutes, row.id ?? null);
            expect(result(explained)).toBe(durationText(minutes));
            if (rounding === 0) expect(byEntries(explained)).toBe(minutes);
            else expect(Math.abs(byEntries(explained) - minutes)).toBeLessThanOrEqual(7.5);
          });
        sheet.sums.forEach((minutes, day) => {
          const explained = told([sheet.dates[day]!], minutes);
          if (rounding === 0) expect(byEntries(explained)).toBe(minutes);
        });
        expect(result(told(sheet.dates, sheet.sum))).toBe(durationText(sheet.sum));
      }
  });

  test("slack is what is free before it is due, less what is to do", async () => {
    const { store } = await demo();
    const pullOf = pullsOf({ reads: store, free: new FreeAhead(store) });
    const due = (store.list("kind", "task") as readonly Task[]).filter(
      (task) => task.due !== undefined && task.state === "open",
    );
    expect(due.length).toBeGreaterThan(5);
    for (const task of due) {
      const { slackMinutes } = pullOf(task);
      const { lines } = explainSlack(store, task, slackMinutes!);
      expect(lines[2]!.value).toBe(durationText(Math.abs(slackMinutes!)));
      expect(lines[0]!.value).not.toContain("-");
    }
  });

  test("a total names the records with the most, and how many have none", async () => {
    const { store } = await demo();
    const values = fieldValues(store);
    const query = {
      ...{ registers: ["tasks"], where: { all: [] }, done: "no" as const, groups: [], sorts: [] },
      shown: [{ field: "estimateMinutes", total: "sum" as const }],
    };
    const view = new LensView(values, query, { firstWeekday: 1 });
    const of = view.fields.find(({ name }) => name === "estimateMinutes")!;
    const { rule, lines } = explainTotal(store, view, of, "sum", write);
    const filled = view.entries.flatMap(({ record }) => (record as Task).estimateMinutes ?? []);
    expect(rule).toBe(
      `The sum of estimate, over the ${filled.length} records that have one, of ${view.count} shown here.`,
    );
    expect(lines[0]!.value).toBe(String(Math.max(...filled)));
    expect(lines.at(-1)!.value).toBe(String(filled.reduce((a, b) => a + b, 0)));
    expect(store.get(lines[0]!.id!)).toBeDefined();
  });

  test("a summary names what is linked, a formula what it reads", async () => {
    const formula = {
      ...{ id: "f1", kind: "field", title: "Overrun", text: "", register: "tasks" },
      ...{ name: "overrun", type: "formula", formula: "logged - estimate", order: 99 },
    } as PensumRecord;
    const task = { ...(bareRecord("task", { id: "t1", title: "Redd count", now }) as Task), estimateMinutes: 60 };
    const entry = (id: string, end: string) => ({
      ...bareRecord("work", { id, now }),
      ...{ task: "t1", start: "2026-11-23T09:00", end },
    });
    const { store } = await demo(formula, task, entry("w1", "2026-11-23T09:40"), entry("w2", "2026-11-23T10:00"));
    const values = fieldValues(store);
    const register = findRegister(store, "tasks")!;
    const field = (name: string) => fieldsIn(store, register).find((one) => one.name === name)!;
    const logged = explainField(values, register, field("logged"), task, write)!;
    expect(logged.rule).toBe("The sum of length, of 2 entries linked.");
    expect(logged.lines.map(({ value, id }) => [id, value])).toEqual([["w1", "40"], ["w2", "60"], [undefined, "100"]]); // prettier-ignore
    const overrun = explainField(values, register, field("overrun"), task, write)!;
    expect(overrun.rule).toBe("The formula logged - estimate");
    expect(overrun.lines.map(({ label, value }) => [label, value])).toEqual([["Logged", "100"], ["Estimate", "60"], ["Overrun", "40"]]); // prettier-ignore
    expect(explainField(values, register, field("title"), task, write)).toBeUndefined();
  });
});
