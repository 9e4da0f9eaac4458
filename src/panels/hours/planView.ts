"use client";
import { deviceChoice } from "@/ui/deviceChoice";
import { iconWays, type IconWay } from "@/panels/hours/iconWays";
import { isZone } from "@/core/time";
import { timelineWays, wholeDay, type TimelineWay } from "@/core/plan";

/** By what the things on the calendar are dyed. */
export const dyeWays = ["theme", "priority", "calendar", "goal", "state"] as const;
/** One of these, or the name of a choice that the person made. */
export type DyeWay = (typeof dyeWays)[number] | `f_${string}`;

/** By what the tray is divided. */
export const trayWays = ["goal", "project", "theme", "none"] as const;
export type TrayWay = (typeof trayWays)[number];

/** What can be shown on the calendar, each switched on and off. */
export const shownThings = ["events", "blocks", "tasks", "dues", "habits"] as const;
type ShownThing = (typeof shownThings)[number];

export const thingWords: Record<ShownThing, string> = {
  events: "events",
  blocks: "blocks",
  tasks: "tasks with a do day",
  dues: "due dates",
  habits: "habits",
};

/** The fields that can stand on an item, beside those a person made. */
export const itemFields = [
  ["place", "place"],
  ["people", "people"],
  ["priority", "priority"],
  ["due", "due"],
  ["goal", "goal"],
  ["project", "project"],
  ["calendar", "calendar"],
] as const;

/** What runs across the matrix. */
const acrossWays = ["slack", "due", "doDay"] as const;
export type AcrossWay = (typeof acrossWays)[number];

/** Which tasks the matrix shows. */
export const matrixTasks = ["soon", "open", "notPlaced"] as const;
export type MatrixTasks = (typeof matrixTasks)[number];

/** How the plan is looked at on this device. */
export interface PlanView {
  readonly hourPixels: number;
  /** The hours that are drawn, 0 to 24. */
  readonly firstHour: number;
  readonly lastHour: number;
  readonly dyeBy: DyeWay;
  readonly trayBy: TrayWay;
  /** The lens whose tasks alone stand in the tray; empty for all. */
  readonly trayLens: string;
  readonly order: "pull" | "newest" | "warmUp";
  readonly hidden: readonly ShownThing[];
  /** Calendars that are not shown, by their names; the person's own has none. */
  readonly hiddenCalendars: readonly string[];
  /** Priorities whose tasks are not shown, by their ids; the empty text is none. */
  readonly hiddenPriorities: readonly string[];
  /** The lens whose records alone are shown of the registers that it asks; empty for all. */
  readonly onlyLens: string;
  /** Lenses on the calendar that are not shown. */
  readonly hiddenLayers: readonly string[];
  /** The fields that stand on each item. */
  readonly itemFields: readonly string[];
  readonly icons: IconWay;
  /** Whether a month has all that lies on its days, and not just as much as fits. */
  readonly wholeMonth: boolean;
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
  /** Whether the timeline stands as a list. */
  readonly timelineAsList: boolean;
  /** What the rows of the timeline are. */
  readonly rowsBy: TimelineWay;
  readonly foldedRows: readonly string[];
  /** Whether the timeline shows what comes after what. */
  readonly threads: boolean;
}

const usual: PlanView = {
  hourPixels: 51,
  ...wholeDay,
  dyeBy: "theme",
  trayBy: "goal",
  trayLens: "",
  order: "pull",
  hidden: [],
  hiddenCalendars: [],
  hiddenPriorities: [],
  onlyLens: "",
  hiddenLayers: [],
  itemFields: [],
  icons: "none",
  wholeMonth: false,
  pattern: true,
  zones: [],
  across: "slack",
  urgentDays: 3,
  matrixTasks: "soon",
  asList: false,
  timelineAsList: false,
  rowsBy: "goal",
  foldedRows: [],
  threads: true,
};
export const [leastHourPixels, mostHourPixels] = [20, 150];

const textsIn = (value: unknown): string[] =>
  Array.isArray(value) ? value.filter((one): one is string => typeof one === "string") : [];
/** What was stored, with the usual in place of whatever is not as it should be. */
function sound(view: PlanView): PlanView {
  const height = Number(view.hourPixels);
  const { firstHour, lastHour } = view;
  const areHours = Number.isInteger(firstHour) && Number.isInteger(lastHour) && firstHour >= 0 && lastHour <= 24;
  return {
    ...(areHours && firstHour < lastHour ? { firstHour, lastHour } : wholeDay),
    hourPixels: height >= leastHourPixels && height <= mostHourPixels ? height : usual.hourPixels,
    dyeBy: (dyeWays as readonly string[]).includes(view.dyeBy) || /^f_/.test(view.dyeBy) ? view.dyeBy : usual.dyeBy,
    trayBy: trayWays.includes(view.trayBy) ? view.trayBy : usual.trayBy,
    trayLens: typeof view.trayLens === "string" ? view.trayLens : "",
    order: ["pull", "newest", "warmUp"].includes(view.order) ? view.order : usual.order,
    hidden: Array.isArray(view.hidden) ? view.hidden.filter((one) => shownThings.includes(one)) : [],
    hiddenCalendars: textsIn(view.hiddenCalendars),
    hiddenPriorities: textsIn(view.hiddenPriorities),
    onlyLens: typeof view.onlyLens === "string" ? view.onlyLens : "",
    hiddenLayers: textsIn(view.hiddenLayers),
    itemFields: textsIn(view.itemFields),
    icons: (iconWays as readonly string[]).includes(view.icons) || /^f_/.test(view.icons) ? view.icons : usual.icons,
    across: acrossWays.includes(view.across) ? view.across : usual.across,
    urgentDays: view.urgentDays >= 0 && view.urgentDays <= 21 ? view.urgentDays : usual.urgentDays,
    matrixTasks: matrixTasks.includes(view.matrixTasks) ? view.matrixTasks : usual.matrixTasks,
    pattern: view.pattern !== false,
    wholeMonth: view.wholeMonth === true,
    asList: view.asList === true,
    timelineAsList: view.timelineAsList === true,
    rowsBy: timelineWays.includes(view.rowsBy) ? view.rowsBy : usual.rowsBy,
    foldedRows: textsIn(view.foldedRows),
    threads: view.threads !== false,
    zones: textsIn(view.zones).filter(isZone).slice(0, 2),
  };
}

const choice = deviceChoice<PlanView>("pensum-plan", usual, (stored) => sound({ ...usual, ...stored } as PlanView));
/** Has the plan looked at otherwise on this device. */
export const choosePlanView = (part: Partial<PlanView>) => choice.choose({ ...choice.read(), ...part });

/** How the plan is looked at, and how to change that. */
export function usePlanView(): readonly [PlanView, (part: Partial<PlanView>) => void] {
  return [choice.use(), choosePlanView];
}
