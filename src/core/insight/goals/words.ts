import { isUnfinished } from "../../model";
import { addDays, dateText, type DateText, type TimeStyle } from "../../time";
import { percent } from "../chart";
import type { Forecast } from "./forecast";
import type { Course, GoalStanding } from "./standing";

/** "3 days", "2 weeks", "4 months": so much time as one says it. */
export function daysWords(days: number): string {
  const counted = (count: number, unit: string) => `${count} ${unit}${count === 1 ? "" : "s"}`;
  if (days < 14) return counted(days, "day");
  return days < 92 ? counted(Math.round(days / 7), "week") : counted(Math.round(days / 30.4), "month");
}

/** How a goal stands against its course, in two or three words. */
export function courseWords(course: Course): string {
  switch (course.kind) {
    case "reached":
      return "reached";
    case "on":
      return "on course";
    case "undated":
      return "no due date";
    case "unmeasured":
      return "nothing to measure";
    case "notBegun":
      return "not begun";
    default:
      return `${daysWords(course.days)} ${course.kind}`;
  }
}

/** Whether that is something to look into. */
export function isOffCourse({ kind }: Course): boolean {
  return kind === "behind" || kind === "late";
}

/** Between what dates a goal will likely be reached: "5 to 30 Jan". */
export function forecastWords(range: Forecast | undefined, today: DateText, style: TimeStyle): string {
  if (!range) return "too little to say";
  const [from, to] = [range.early, range.late].map((weeks) => addDays(today, Math.round(weeks * 7))) as [
    string,
    string,
  ];
  const sameYear = from.slice(0, 4) === to.slice(0, 4);
  const day = (date: DateText, hasYear: boolean) => dateText(date, hasYear ? "day" : "dayMonth", style);
  const hasYear = to.slice(0, 4) !== today.slice(0, 4);
  return from === to ? day(from, hasYear) : `${day(from, hasYear && !sameYear)} to ${day(to, hasYear)}`;
}

/** Why a goal is said to be on its course or off it: the rule and its parts, in sentences. */
export function courseReason(
  { goal, start, due, done, expected, words }: GoalStanding,
  today: DateText,
  style: TimeStyle,
): string {
  const day = (date: DateText) => dateText(date, "day", style);
  const stands = `It stands at ${percent(done)} (${words}).`;
  if (!isUnfinished(goal.state)) return `${stands} It is ${goal.state}.`;
  if (due === undefined || expected === undefined)
    return `${stands} Without a due date there is nothing to hold it against.`;
  if (today > due) return `${stands} It was due on ${day(due)}.`;
  if (today < start) return `${stands} It begins on ${day(start)}.`;
  const should: Record<string, string> = {
    even: `${percent(expected)} of the working time from ${day(start)} to ${day(due)} has passed`,
    milestones: `${percent(expected)} of the goals under it were due by today`,
    effort: `${percent(expected)} of the effort of its tasks was to be done by today`,
  };
  return `${stands} ${should[goal.course ?? "even"]}.`;
}
