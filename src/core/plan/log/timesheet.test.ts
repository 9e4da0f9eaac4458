import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { setWorked } from "../../commands/workLog";
import { bareRecord, defaultSettings, type PensumRecord, type Work } from "../../model/index";
import { Store } from "../../store/index";
import { addDays, minutesBetween, momentAt, standingClock } from "../../time/index";
import { entriesUnder } from "./workLog";
import { readSheetLength, timesheet, timesheetCsv, timesheetWays, type TimesheetWay } from "./timesheet";

const monday = "2026-11-23";
const now = "2026-11-29T20:00";
const zone = "UTC";
const task = (id: string, fields: object = {}): PensumRecord => ({
  ...bareRecord("task", { id, title: `Task ${id}`, now: "2026-11-01T09:00" }),
  ...fields,
});
const entry = (id: string, day: number, start: number, minutes: number, fields: object = {}): Work => ({
  ...(bareRecord("work", { id, now }) as Work),
  ...{ start: momentAt(addDays(monday, day), start), end: momentAt(addDays(monday, day), start + minutes) },
  ...fields,
});
const ground: PensumRecord[] = [
  defaultSettings,
  { id: "field", kind: "theme", title: "Fieldwork", dye: "lichen", text: "" },
  { ...bareRecord("person", { id: "ines", title: "Ines", now }), role: "" },
  { ...bareRecord("project", { id: "reach", title: "Reach 5", now }) },
  task("ta", { theme: "field", project: "reach" }),
  task("tb"),
];
const opened = (...records: PensumRecord[]) =>
  new Store(new Map([...ground, ...records].map((one) => [one.id, one])), [], standingClock(now, zone));
const sheetOf = (store: Store, way: TimesheetWay = "task", rounding = 0) =>
  timesheet({ reads: store, from: monday, way, rounding });
const rowsOf = (store: Store, way: TimesheetWay = "task") =>
  sheetOf(store, way).rows.map(({ title, minutes }) => `${title}: ${minutes.join(" ")}`);

describe("a timesheet", () => {
  const all = [
    entry("a", 0, 540, 90, { task: "ta" }),
    entry("b", 0, 700, 30, { task: "tb" }),
    entry("c", 2, 540, 60, { task: "ta" }),
    entry("d", 1, 540, 45, { title: "Telephone" }),
    entry("e", 1, 600, 120, { task: "ta", person: "ines" }),
  ];

  it("is by task, project, theme or person, the most worked first, and counts a colleague's work as theirs", () => {
    const store = opened(...all);
    expect(rowsOf(store)).toEqual([
      "Task ta: 90 0 60 0 0 0 0",
      "Without a task: 0 45 0 0 0 0 0",
      "Task tb: 30 0 0 0 0 0 0",
    ]);
    expect(rowsOf(store, "project")[0]).toBe("Reach 5: 90 0 60 0 0 0 0");
    expect(rowsOf(store, "theme")[0]).toBe("Fieldwork: 90 0 60 0 0 0 0");
    expect(rowsOf(store, "person")).toEqual(["Me: 120 45 60 0 0 0 0", "Ines: 0 120 0 0 0 0 0"]);
    expect(sheetOf(store)).toMatchObject({ sums: [120, 45, 60, 0, 0, 0, 0], sum: 225 });
  });

  it("has one row for a person, whether entries name them or nobody", () => {
    const store = opened(entry("a", 0, 540, 30), entry("b", 0, 600, 20, { person: "ines" }));
    store.act({ name: "me", run: (tx) => (tx.update("settings", { me: "ines" }), "") }, {});
    expect(rowsOf(store, "person")).toEqual(["Ines: 50 0 0 0 0 0 0"]);
    expect(entriesUnder(store, store.get("ines")!)?.length).toBe(2);
  });

  it("is rounded cell by cell, so that its sums are those of what is shown, and goes out as CSV", () => {
    const store = opened(entry("a", 0, 540, 52, { task: "ta" }), entry("b", 0, 700, 7, { title: '=2+2 "x"' }));
    expect(sheetOf(store, "task", 15)).toMatchObject({ sums: [45, 0, 0, 0, 0, 0, 0], sum: 45 });
    const named = opened({ ...task("tc"), title: '=A1 "x"' } as PensumRecord, entry("a", 0, 540, 90, { task: "tc" }));
    expect(timesheetCsv(sheetOf(named)).split("\r\n")).toEqual([
      ",2026-11-23,2026-11-24,2026-11-25,2026-11-26,2026-11-27,2026-11-28,2026-11-29,Sum",
      `"'=A1 ""x""",1.50,0.00,0.00,0.00,0.00,0.00,0.00,1.50`,
      "Sum,1.50,0.00,0.00,0.00,0.00,0.00,0.00,1.50",
      "",
    ]);
  });

  test("adds up, by whatever it is asked, to what was worked minute by minute", () => {
    const one = fc.record({
      start: fc.integer({ min: -600, max: 7 * 1440 }),
      minutes: fc.integer({ min: 1, max: 900 }),
      of: fc.constantFrom(
        { task: "ta" },
        { task: "tb" },
        { theme: "field" },
        { title: "x" },
        { task: "ta", person: "ines" },
      ),
    });
    fc.assert(
      fc.property(fc.array(one, { maxLength: 20 }), fc.constantFrom(...timesheetWays), (stretches, way) => {
        const entries = stretches.map(({ start, minutes, of }, at) => ({
          ...entry(`e${at}`, 0, 0, 1, of),
          ...{ start: momentAt(monday, start), end: momentAt(monday, start + minutes) },
        }));
        const sheet = sheetOf(opened(...entries), way);
        const ends = `${addDays(monday, 7)}T00:00`;
        const min = (a: string, b: string) => (a < b ? a : b);
        const expected = entries
          .filter(({ person }) => way === "person" || person === undefined)
          .map(({ start, end }) => {
            const from = start < `${monday}T00:00` ? `${monday}T00:00` : start;
            return Math.max(0, minutesBetween(from, min(min(end, ends), now)));
          });
        // What is logged ahead of the present is kept as it is typed; here none is.
        const ahead = entries.some(({ end }) => end > now);
        if (!ahead) expect(sheet.sum).toBe(expected.reduce((sum, minutes) => sum + minutes, 0));
        expect(sheet.sum).toBe(sheet.rows.reduce((sum, row) => sum + row.sum, 0));
        for (const [day, sum] of sheet.sums.entries())
          expect(sum).toBe(sheet.rows.reduce((all, { minutes }) => all + minutes[day]!, 0));
      }),
    );
  });
});

describe("typing in a cell", () => {
  const set = (store: Store, minutes: number, on = "ta", date = monday) =>
    store.act(setWorked, { on, way: "task", date, minutes });
  const log = (store: Store) =>
    (store.list("kind", "work") as Work[]).map(({ start, end }) => `${start.slice(11)} ${end?.slice(11)}`).sort();

  it("puts what is missing into the first gap that holds it, and takes what is too much off the last entries", () => {
    const store = opened(entry("a", 0, 540, 60, { task: "tb" }), entry("b", 0, 630, 30, { task: "tb" }));
    set(store, 120);
    // The gaps before 9:00 and at 10:00 are too short.
    expect(log(store)).toEqual(["09:00 10:00", "10:30 11:00", "11:00 13:00"]);
    set(store, 150);
    expect(log(store)).toEqual(["08:00 08:30", "09:00 10:00", "10:30 11:00", "11:00 13:00"]);
    set(store, 40);
    expect(log(store)).toEqual(["08:00 08:30", "09:00 10:00", "10:30 11:00", "11:00 11:10"]);
    set(store, 0);
    expect(log(store)).toEqual(["09:00 10:00", "10:30 11:00"]);
    expect(() => set(store, 1441)).toThrow("24 hours");
    expect(() => set(store, 1400)).toThrow("not free");
    expect(() => set(store, 60, "ta", "2026-11-30")).toThrow("not free");
  });

  it("of a theme makes its cell what was typed, with what its tasks have", () => {
    const store = opened(entry("a", 0, 540, 90, { task: "ta" }));
    store.act(setWorked, { on: "field", way: "theme", date: monday, minutes: 120 });
    expect(rowsOf(store, "theme")).toEqual(["Fieldwork: 120 0 0 0 0 0 0"]);
    store.act(setWorked, { on: "field", way: "theme", date: monday, minutes: 60 });
    expect(rowsOf(store, "theme")).toEqual(["Fieldwork: 60 0 0 0 0 0 0"]);
  });

  test("makes a day's cell what was typed wherever there is room, and changes nothing else", () => {
    const stretch = fc.tuple(
      fc.integer({ min: 0, max: 1300 }),
      fc.integer({ min: 1, max: 100 }),
      fc.constantFrom("ta", "tb"),
    );
    fc.assert(
      fc.property(fc.array(stretch, { maxLength: 6 }), fc.integer({ min: 0, max: 600 }), (stretches, minutes) => {
        const store = opened(
          ...stretches.map(([start, length, of], at) => entry(`e${at}`, 0, start, length, { task: of })),
        );
        const others = () => rowsOf(store).filter((row) => !row.startsWith("Task ta"));
        const before = others();
        try {
          set(store, minutes);
        } catch {
          return;
        }
        const row = sheetOf(store).rows.find(({ id }) => id === "ta");
        expect(row?.sum ?? 0).toBe(minutes);
        expect(others()).toEqual(before);
      }),
    );
  });

  it.each([
    ["2", 120],
    ["1.5", 90],
    ["1,5", 90],
    ["90", 90],
    ["45 min", 45],
    ["1 h 30", 90],
    ["24", 1440],
    ["25", 25],
    ["x", undefined],
  ])("%s is %s minutes", (typed, minutes) => expect(readSheetLength(typed)).toBe(minutes));
});
