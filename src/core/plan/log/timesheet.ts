import type { PlanContext } from "../context";
import type { Id, PensumRecord, Work } from "../../model/index";
import { taskOf, themeOf, titleOf, type ThingReads } from "../../things/index";
import { parseDuration, addDays, type DateText } from "../../time/index";
import { csvText } from "./csvText";
import { meIn } from "../day/mine";
import { dayIn, isMyEntry, minutesOn } from "./workLog";

/** What the rows of a timesheet stand for. */
export const timesheetWays = ["task", "project", "theme", "person"] as const;
export type TimesheetWay = (typeof timesheetWays)[number];

/** One row: what was worked on one thing, day by day. */
export interface TimesheetRow {
  /** The record that it stands for; absent for what is of none. */
  readonly id: Id | undefined;
  readonly title: string;
  /** Minutes of each day of the week, and of all of them. */
  readonly minutes: readonly number[];
  readonly sum: number;
}

export interface Timesheet {
  readonly dates: readonly DateText[];
  readonly rows: readonly TimesheetRow[];
  readonly sums: readonly number[];
  readonly sum: number;
}

interface Asking {
  readonly reads: PlanContext;
  /** The first of the seven days. */
  readonly from: DateText;
  readonly way: TimesheetWay;
  /** Cells are shown in steps of so many minutes; 0 or 1 for as they are. */
  readonly rounding?: number;
  /** Which entries count; where it is left out, the person's own, or everybody's where the rows are people. */
  readonly counts?: (entry: Work) => boolean;
}

const daysInWeek = 7;

/** What was worked in a week, by task, project, theme or person; the most worked first. Sums are of what is shown. */
export function timesheet({ reads, from, way, rounding = 0, counts }: Asking): Timesheet {
  const { now, zone } = reads;
  const dates = Array.from({ length: daysInWeek }, (_, day) => addDays(from, day));
  const isCounted = counts ?? ((entry: Work) => countsInTimesheet(reads, way, entry));
  const rows = new Map<Id | undefined, number[]>();
  const names = new Map<Id | undefined, string>();
  const running = reads.list("workByDay", "running") as readonly Work[];
  for (const [at, date] of dates.entries()) {
    const day = dayIn(date, zone);
    const entries = new Set([...(reads.list("workByDay", date) as readonly Work[]), ...running]);
    for (const entry of entries) {
      const minutes = minutesOn(date, entry, now, zone, day);
      if (minutes <= 0 || !isCounted(entry)) continue;
      const row = rowOf(reads, entry, way);
      if (!names.has(row)) names.set(row, rowTitle(reads, row, way) ?? titleOf(entry, reads));
      let known = rows.get(row);
      if (!known) rows.set(row, (known = new Array<number>(daysInWeek).fill(0)));
      known[at] = (known[at] as number) + minutes;
    }
  }
  const all = [...rows]
    .map(([id, exact]) => {
      const minutes = exact.map((one) => rounded(one, rounding));
      return { id, title: names.get(id) as string, minutes, sum: total(minutes) };
    })
    .sort((a, b) => b.sum - a.sum || (a.title < b.title ? -1 : 1));
  const sums = dates.map((_, day) => total(all.map(({ minutes }) => minutes[day] as number)));
  return { dates, rows: all, sums, sum: total(sums) };
}

/** Whether an entry counts where nothing else is said: the person's own, or everybody's where the rows are people. */
export function countsInTimesheet(reads: PlanContext, way: TimesheetWay, entry: Work): boolean {
  return way === "person" || isMyEntry(reads, entry);
}

/** The record that an entry counts for. */
export function rowOf(reads: PlanContext, entry: Work, way: TimesheetWay): Id | undefined {
  switch (way) {
    case "task":
      return entry.task ?? entry.event ?? entry.theme;
    case "project":
      return taskOf(entry, reads)?.project;
    case "theme":
      return themeOf(entry, reads)?.id;
    case "person":
      return entry.person ?? meIn(reads);
  }
}

const nothingWords: Record<TimesheetWay, string> = {
  task: "Without a task",
  project: "Without a project",
  theme: "Without a theme",
  person: "Me",
};

/** What a row is called; undefined where its record was deleted, so that only its entries know. */
function rowTitle(reads: ThingReads, id: Id | undefined, way: TimesheetWay): string | undefined {
  if (id === undefined) return nothingWords[way];
  for (const kind of ["task", "event", "theme", "project", "person"] as const) {
    const record: PensumRecord | undefined = reads.find(kind, id);
    if (record) return titleOf(record, reads);
  }
  return undefined;
}

function rounded(minutes: number, step: number): number {
  return step > 1 ? Math.round(minutes / step) * step : minutes;
}

function total(minutes: readonly number[]): number {
  return minutes.reduce((sum, one) => sum + one, 0);
}

/** A timesheet as CSV (RFC 4180), in decimal hours, with its sums. */
export function timesheetCsv({ dates, rows, sums, sum }: Timesheet): string {
  const hours = (minutes: number) => (minutes / 60).toFixed(2);
  return csvText([
    ["", ...dates, "Sum"],
    ...rows.map(({ title, minutes, sum: all }) => [title, ...minutes.map(hours), hours(all)]),
    ["Sum", ...sums.map(hours), hours(sum)],
  ]);
}

/** Minutes of what was typed in a cell: a bare number up to 24 is hours there, "2" or "1.5"; all else is a length as anywhere. */
export function readSheetLength(text: string): number | undefined {
  const words = text.trim();
  const bare = /^\d{1,2}(?:[.,]\d{1,2})?$/.test(words) ? Number(words.replace(",", ".")) : undefined;
  return bare !== undefined && bare <= 24 ? Math.round(bare * 60) : parseDuration(words);
}
