import type { PlanContext } from "../context";
import type { Review, Settings } from "../../model/index";
import {
  addDays,
  addMonths,
  dateOf,
  minuteOf,
  startOfWeek,
  workingDay,
  type DateText,
  type MomentText,
} from "../../time/index";

/** What can be reviewed. */
export type ReviewWay = Review["way"];

interface ReviewStep {
  readonly id: string;
  readonly title: string;
}

/** The reviews that come ready, with their steps in order. */
export const reviews: Readonly<Record<ReviewWay, { readonly title: string; readonly steps: readonly ReviewStep[] }>> = {
  opening: {
    title: "Opening the day",
    steps: [
      { id: "leftOver", title: "Left over" },
      { id: "events", title: "Events and load" },
      { id: "aims", title: "Aims and portion" },
    ],
  },
  closing: {
    title: "Closing the day",
    steps: [
      { id: "ticks", title: "What was done" },
      { id: "gaps", title: "Gaps in the log" },
      { id: "left", title: "What is left" },
      { id: "line", title: "How it went" },
      { id: "tomorrow", title: "Tomorrow’s first thing" },
    ],
  },
  week: {
    title: "The week",
    steps: [
      { id: "inbox", title: "Inbox" },
      { id: "projects", title: "Projects" },
      { id: "withoutDay", title: "Tasks without a day" },
      { id: "goals", title: "Goals of next week" },
      { id: "pattern", title: "Ideal week" },
      { id: "repeating", title: "Repeating work" },
      { id: "overfull", title: "Days that are too full" },
      { id: "summary", title: "Summary" },
    ],
  },
  month: {
    title: "The month",
    steps: [
      { id: "hours", title: "Where the hours went" },
      { id: "courses", title: "Goals and their course" },
      { id: "projects", title: "Projects" },
      { id: "monthGoals", title: "Goals of next month" },
      { id: "summary", title: "Summary" },
    ],
  },
  project: {
    title: "A project",
    steps: [
      { id: "projectHours", title: "Where its hours went" },
      { id: "project", title: "Its tasks, its log, its next step" },
    ],
  },
};
/** The reviews whose time comes by the calendar; that of a project is begun where the project is. */
export const reviewWays: readonly ReviewWay[] = ["opening", "closing", "week", "month"];

/** The steps of a review in the order in which this person takes them, their own ones among them. */
export function stepsOfReview(settings: Settings, way: ReviewWay): readonly ReviewStep[] {
  const ready = reviews[way].steps;
  const chosen = settings.reviewSteps?.[way];
  if (!chosen) return ready;
  const known = chosen.flatMap(({ id, title }) => {
    const own = ready.find((step) => step.id === id);
    return own ?? (title === undefined ? [] : { id, title });
  });
  return known.length > 0 ? known : ready;
}

/** The days that a review is of when it is begun on a date: the day, its week, or its month; of the month before in its first days. */
export function reviewSpan(way: ReviewWay, today: DateText, firstWeekday: number): { from: DateText; to: DateText } {
  if (way === "week") {
    const from = startOfWeek(today, firstWeekday);
    return { from, to: addDays(from, 6) };
  }
  if (way === "month") {
    const day = Number(today.slice(8)) <= monthDays ? addMonths(today, -1) : today;
    const from = `${day.slice(0, 7)}-01`;
    return { from, to: addDays(addMonths(from, 1), -1) };
  }
  return { from: today, to: today };
}

/** A month is reviewed in so many last days of it, or in as many first ones of the next. */
const monthDays = 3;
/** The day is closed from so many minutes before its working hours end. */
const closingMinutes = 60;

/** How it stands with a review. */
export interface ReviewStanding {
  readonly way: ReviewWay;
  readonly span: { readonly from: DateText; readonly to: DateText };
  /** One of these days that was begun and has not ended. */
  readonly running: Review | undefined;
  /** One of these days that has ended. */
  readonly done: Review | undefined;
  /** The last one of any days that has ended. */
  readonly last: Review | undefined;
  readonly isDue: boolean;
}

/** How it stands with each review at a moment. */
export function reviewStandings(reads: PlanContext, firstWeekday: number): ReviewStanding[] {
  const { now } = reads;
  const today = dateOf(now);
  const all = reads.list("kind", "review") as readonly Review[];
  return reviewWays.map((way) => {
    const span = reviewSpan(way, today, firstWeekday);
    const own = all.filter((review) => review.way === way);
    const ofSpan = own.filter(({ from }) => from === span.from);
    const done = ofSpan.find(({ endedAt }) => endedAt !== undefined);
    const running = ofSpan.find(({ endedAt }) => endedAt === undefined);
    const last = own
      .filter(({ endedAt }) => endedAt !== undefined)
      .reduce<Review | undefined>((a, b) => (a && a.endedAt! > b.endedAt! ? a : b), undefined);
    return { way, span, running, done, last, isDue: !done && isTime(way, reads.settings, now, span) };
  });
}

function isTime(way: ReviewWay, settings: Settings, now: MomentText, { from, to }: ReviewStanding["span"]): boolean {
  const today = dateOf(now);
  const hours = workingDay(settings.workingWeek, today);
  switch (way) {
    case "opening":
      return hours !== null && minuteOf(now) < hours.endMinute - closingMinutes;
    case "closing":
      return hours !== null && minuteOf(now) >= hours.endMinute - closingMinutes;
    case "week": {
      // From the last working day of the week on.
      let last = to;
      while (last > from && !workingDay(settings.workingWeek, last)) last = addDays(last, -1);
      return today >= last;
    }
    case "month":
      return today > to || today > addDays(to, -monthDays);
    case "project":
      return false;
  }
}
