import type { Chart } from "../chart";
import { ahead } from "./ahead";
import type { Asking } from "./asking";
import { bestHours } from "./bestHours";
import { plannedByHour } from "./byHour";
import { estimatesByTheme } from "./estimatesByTheme";
import { fewThings } from "./fewThings";
import { habitsKept } from "./habitsKept";
import { hoursBy } from "./hoursBy";
import { openAges, waits } from "./openAges";
import { plannedAndWorked } from "./plannedAndWorked";
import { sittingLengths } from "./sittings";
import { taskFlow } from "./taskFlow";
import { weeksAsPlanned } from "./weeksAsPlanned";

export { minutesBy, type Asking } from "./asking";

/** The questions that can be looked at, in the order in which they are shown, with their names. */
export const insights = {
  hours: { title: "Where the hours went", answer: hoursBy },
  planned: { title: "Set aside and worked", answer: plannedAndWorked },
  hourly: { title: "Set aside and worked by hour", answer: plannedByHour },
  estimates: { title: "How estimates hold", answer: estimatesByTheme },
  best: { title: "Best hours", answer: bestHours },
  few: { title: "What took most", answer: fewThings },
  sittings: { title: "Sittings", answer: sittingLengths },
  flow: { title: "Added and done", answer: taskFlow },
  habits: { title: "Habits", answer: habitsKept },
  ahead: { title: "The next two weeks", answer: ahead },
  ages: { title: "What is open", answer: openAges },
  waits: { title: "How long things wait", answer: waits },
  weeks: { title: "Weeks as they were planned", answer: weeksAsPlanned },
} satisfies Record<string, { title: string; answer: (asking: Asking) => Chart }>;
export type InsightName = keyof typeof insights;
/** Those that have more to say where the change log was read. */
export const askOfLog: ReadonlySet<InsightName> = new Set(["flow", "weeks"]);
export { hoursBy } from "./hoursBy";
export { hoursWays, type HoursWay } from "./hoursWays";
export { hoursOfProject } from "./hoursOfProject";
