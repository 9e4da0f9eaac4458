import { describe, expect, test } from "vitest";
import { isPage, type Block, type DayPage, type Event, type PensumRecord, type Task, type Theme } from "@/core/model";
import { faultOf } from "@/core/model/checks";
import { followPages, readOutline, stateOfLine } from "@/core/page";
import { dayItems, leftOver, loadOf, tray } from "@/core/plan";
import { Store } from "@/core/store";
import { addDays, standingClock, weekday, daysBetween } from "@/core/time";
import { demoRecords } from "./generate";

const now = "2026-11-24T11:07";
const options = { now, size: 4500, seed: 7 };
const records = demoRecords(options);
const of = <K extends PensumRecord["kind"]>(kind: K, from = records) =>
  from.filter((record): record is Extract<PensumRecord, { kind: K }> => record.kind === kind);
const store = new Store(
  new Map(records.map((record) => [record.id, record])),
  [followPages()],
  standingClock(now, "Europe/Berlin"),
);

describe("the demo", () => {
  test("is the same for the same seed, and another for another", () => {
    expect(demoRecords(options)).toEqual(records);
    expect(demoRecords({ ...options, seed: 8 })).not.toEqual(records);
  });

  test.each([1000, 10_000])("has about %i records when asked for so many, each with an id of its own", (size) => {
    const made = demoRecords({ ...options, size });
    expect(made.length).toBeGreaterThanOrEqual(size);
    expect(made.length).toBeLessThan(size * 1.05 + 20);
    expect(new Set(made.map((record) => record.id)).size).toBe(made.length);
  });

  test("is made of well-formed records, whose references lead somewhere", () => {
    const ids = new Set(records.map((record) => record.id));
    for (const record of records) {
      expect(faultOf(record)).toBeUndefined();
      if (record.kind !== "task" && record.kind !== "block" && record.kind !== "event") continue;
      const named = record.kind === "block" ? [record.task] : record.people;
      for (const id of [record.theme, ...named]) if (id !== undefined) expect(ids).toContain(id);
    }
  });

  test("has pages whose lines say what their records say", () => {
    let lines = 0;
    for (const page of records.filter(isPage))
      for (const line of readOutline(page.text).tasks) {
        const task = store.find("task", line.attributes?.id);
        expect(task).toMatchObject({ title: line.title, state: stateOfLine(line), page: page.id });
        lines++;
      }
    expect(lines).toBeGreaterThan(500);
  });

  test("has a year of day pages, without gaps", () => {
    const past = of("day")
      .map((page: DayPage) => daysBetween(page.date, now.slice(0, 10)))
      .filter((back) => back > 0)
      .sort((a, b) => a - b);
    expect(past.slice(0, 365)).toEqual(Array.from({ length: 365 }, (_, at) => at + 1));
  });

  test("has its themes, each with a dye of its own, and honest overruns", () => {
    const themes = of("theme");
    expect(themes.map((theme: Theme) => theme.title)).toContain("Reporting");
    expect(new Set(themes.map((theme) => theme.dye)).size).toBe(themes.length);
    const ratio = (title: string) => {
      const id = themes.find((theme) => theme.title === title)!.id;
      const done = of("task").filter((task: Task) => task.theme === id && task.state === "done" && task.tookMinutes);
      const sum = (pick: (task: Task) => number) => done.reduce((total, task) => total + pick(task), 0);
      return sum((task) => task.tookMinutes!) / sum((task) => task.estimateMinutes!);
    };
    expect(ratio("Reporting")).toBeCloseTo(1.6, 0);
    expect(ratio("Reporting")).toBeGreaterThan(1.4);
    expect(ratio("Desk")).toBeLessThan(1);
  });

  test("meets the crew on Mondays, the board every second Wednesday, and somebody in another zone", () => {
    const days = Array.from({ length: 84 }, (_, at) => addDays("2026-10-05", at));
    const dates = (title: string) =>
      days.filter((date) => dayItems(store, date).some(({ record }) => record.title === title));
    expect(dates("Crew call")).toEqual(days.filter((date) => weekday(date) === 1));
    const board = dates("Board liaison");
    expect(board).toContain("2026-11-25");
    expect(board.every((date) => weekday(date) === 3)).toBe(true);
    expect(new Set(board.slice(1).map((date, at) => daysBetween(board[at]!, date)))).toEqual(new Set([14]));
    expect(of("event").filter((event: Event) => event.zone)).toHaveLength(1);
  });

  test("has a double booking ahead, something left over, something late, and a day that is over", () => {
    const ahead = Array.from({ length: 14 }, (_, at) => `2026-11-${24 + at}`).filter((date) => date <= "2026-11-30");
    const booked = [...ahead, "2026-12-02"].some((date) =>
      dayItems(store, date).some((item, at, all) => at > 0 && item.startMinute < all[at - 1]!.endMinute),
    );
    expect(booked).toBe(true);
    expect(leftOver(store, "2026-11-24").length).toBeGreaterThan(1);
    const open = tray(store, "2026-11-24");
    expect(open.some((task) => task.due && task.due < "2026-11-24")).toBe(true);
    expect(Math.max(...open.map((task) => task.carried))).toBe(9);
    const wednesday = loadOf(store, "2026-11-25");
    expect(wednesday.plannedMinutes).toBeGreaterThan(wednesday.capacityMinutes);
  });

  test("is alive at any moment: what is over today is done, what is to come is open", () => {
    for (const moment of ["2027-02-28T07:30", "2028-02-29T11:07"]) {
      const made = demoRecords({ ...options, size: 1000, now: moment });
      const today = moment.slice(0, 10);
      expect(of("day", made).some((page) => page.date === today)).toBe(true);
      const done = of("task", made).filter((task) => task.doneAt);
      expect(done.every((task) => task.doneAt! <= moment)).toBe(true);
      const placed = new Map(of("block", made).map((block: Block) => [block.task, block]));
      const ahead = of("task", made).filter((task) => (placed.get(task.id)?.start ?? "") > moment);
      expect(ahead.every((task) => task.state !== "done")).toBe(true);
    }
  });
});
