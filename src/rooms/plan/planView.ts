"use client";
import { useSyncExternalStore } from "react";
import { timelineWays, type TimelineWay } from "@/core/plan";

/** By what the things on the calendar are dyed. */
export const dyeWays = ["theme", "priority", "goal", "state"] as const;
export type DyeWay = (typeof dyeWays)[number];

/** By what the tray is divided. */
export const trayWays = ["goal", "project", "theme", "none"] as const;
export type TrayWay = (typeof trayWays)[number];

/** What can be shown on the calendar, each switched on and off. */
export const shownThings = ["events", "blocks", "tasks", "dues"] as const;
export type ShownThing = (typeof shownThings)[number];

/** What runs across the matrix. */
export const acrossWays = ["slack", "due", "doDay"] as const;
export type AcrossWay = (typeof acrossWays)[number];

/** Which tasks the matrix shows. */
export const matrixTasks = ["soon", "open", "notPlaced"] as const;
export type MatrixTasks = (typeof matrixTasks)[number];

/** How the plan is looked at on this device. */
export interface PlanView {
  readonly hourPixels: number;
  readonly dyeBy: DyeWay;
  readonly trayBy: TrayWay;
  readonly order: "pull" | "newest" | "warmUp";
  readonly hidden: readonly ShownThing[];
  /** Whether the pattern stands behind the hours. */
  readonly pattern: boolean;
  /** Other time zones whose hours stand beside the hours. */
  readonly zones: readonly string[];
  readonly across: AcrossWay;
  /** Where on the matrix urgent begins, in days. */
  readonly urgentDays: number;
  readonly matrixTasks: MatrixTasks;
  /** Whether the matrix stands as a list. */
  readonly asList: boolean;
  /** What the rows of the timeline are. */
  readonly rowsBy: TimelineWay;
  readonly foldedRows: readonly string[];
  /** Whether the timeline shows what comes after what. */
  readonly threads: boolean;
}

const usual: PlanView = {
  hourPixels: 51,
  dyeBy: "theme",
  trayBy: "goal",
  order: "pull",
  hidden: [],
  pattern: true,
  zones: [],
  across: "slack",
  urgentDays: 3,
  matrixTasks: "soon",
  asList: false,
  rowsBy: "goal",
  foldedRows: [],
  threads: true,
};
export const [leastHourPixels, mostHourPixels] = [20, 150];

const key = "pensum-plan";
const listeners = new Set<() => void>();
let known: PlanView | undefined;

function read(): PlanView {
  if (known) return known;
  try {
    const stored: unknown = JSON.parse(localStorage.getItem(key) ?? "{}");
    known = isShape(stored) ? sound({ ...usual, ...stored }) : usual;
  } catch {
    known = usual;
  }
  return known;
}

const isShape = (value: unknown): value is Partial<PlanView> => typeof value === "object" && value !== null;

/** What was stored, with the usual in place of whatever is not as it should be. */
function sound(view: PlanView): PlanView {
  const height = Number(view.hourPixels);
  return {
    hourPixels: height >= leastHourPixels && height <= mostHourPixels ? height : usual.hourPixels,
    dyeBy: dyeWays.includes(view.dyeBy) ? view.dyeBy : usual.dyeBy,
    trayBy: trayWays.includes(view.trayBy) ? view.trayBy : usual.trayBy,
    order: ["pull", "newest", "warmUp"].includes(view.order) ? view.order : usual.order,
    hidden: Array.isArray(view.hidden) ? view.hidden.filter((one) => shownThings.includes(one)) : [],
    across: acrossWays.includes(view.across) ? view.across : usual.across,
    urgentDays: view.urgentDays >= 0 && view.urgentDays <= 21 ? view.urgentDays : usual.urgentDays,
    matrixTasks: matrixTasks.includes(view.matrixTasks) ? view.matrixTasks : usual.matrixTasks,
    pattern: view.pattern !== false,
    asList: view.asList === true,
    rowsBy: timelineWays.includes(view.rowsBy) ? view.rowsBy : usual.rowsBy,
    foldedRows: Array.isArray(view.foldedRows) ? view.foldedRows.filter((one) => typeof one === "string") : [],
    threads: view.threads !== false,
    zones: Array.isArray(view.zones) ? view.zones.filter((zone) => typeof zone === "string").slice(0, 2) : [],
  };
}

function change(part: Partial<PlanView>) {
  known = { ...read(), ...part };
  try {
    localStorage.setItem(key, JSON.stringify(known));
  } catch {
    // Without storage the choice holds until the page is closed.
  }
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** How the plan is looked at, and how to change that. */
export function usePlanView(): readonly [PlanView, (part: Partial<PlanView>) => void] {
  return [useSyncExternalStore(subscribe, read, () => usual), change];
}
