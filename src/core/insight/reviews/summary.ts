import { isUnfinished, type Event, type PensumRecord, type Settings, type Task, type Theme } from "../../model";
import { plainTitle } from "../../page";
import { dayItems, goalsOfSpan, isMine, loadOf, isOver, occurrencesOn, warningsOn, weeklyTarget } from "../../plan";
import { remindersBetween } from "../../plan/day/reminders";
import type { Store } from "../../store";
import { titleOf } from "../../things";
import {
  addDays,
  clockText,
  dateOf,
  dateText,
  durationText,
  isDate,
  minuteOf,
  momentAt,
  type DateText,
  type TimeStyle,
} from "../../time";
import { minutesBy } from "../charts/asking";
import { spanDays, type Span } from "../span";

interface Asked {
  readonly store: Store;
  readonly settings: Settings;
  /** The days that were reviewed. */
  readonly span: Span;
  readonly firstWeekday: number;
  readonly style: TimeStyle;
}

/** No review looks further ahead than a month, whatever its days are. */
const mostDays = 31;

/**
 * What a review of a week or a month came to, as Markdown: where the hours went against what was wanted, what was done, and of
 * as many days after it its goals, dates, reminders and warnings.
 */
export function reviewSummary(asked: Asked): string {
  const { span, style } = asked;
  const next: Span = { from: addDays(span.to, 1), to: addDays(span.to, Math.min(spanDays(span), mostDays)) };
  const day = (date: DateText) => dateText(date, "short", style);
  const parts = [
    section(`From ${day(span.from)} to ${day(span.to)}`, hoursLines(asked)),
    section("Goals ahead", goalLines(asked, next)),
    section("Dates", dateLines(asked, next)),
    section("Reminders", reminderLines(asked, next)),
    section("Warnings", warningLines(asked, next)),
  ];
  return parts.filter((part) => part !== "").join("\n");
}

function section(title: string, lines: readonly string[]): string {
  return lines.length === 0 ? "" : `## ${title}\n\n${lines.map((line) => `- ${line}\n`).join("")}`;
}

function hoursLines({ store, settings, span }: Asked): string[] {
  const minutes = minutesBy({ store, who: "me" }, span, "theme");
  const weeks = spanDays(span) / 7;
  const themes = store.list("kind", "theme") as readonly Theme[];
  const all = [...minutes.values()].reduce((sum, one) => sum + one, 0);
  const done = (store.list("kind", "task") as readonly Task[]).filter(
    ({ state, doneAt }) => state === "done" && doneAt && dateOf(doneAt) >= span.from && dateOf(doneAt) <= span.to,
  ).length;
  const lines = [`Worked ${durationText(all)}; ${done} ${done === 1 ? "task was" : "tasks were"} done.`];
  for (const theme of themes) {
    const worked = minutes.get(theme.id) ?? 0;
    const target = weeklyTarget(theme, settings.workingWeek);
    if (worked === 0 && target === undefined) continue;
    const wanted = target === undefined ? "" : ` of ${durationText(Math.round(target * weeks))}`;
    lines.push(`${plainTitle(theme.title)}: ${durationText(worked)}${wanted}`);
  }
  return lines;
}

function goalLines({ store, span, firstWeekday }: Asked, next: Span): string[] {
  const length = spanDays(span) > 7 ? "month" : "week";
  return goalsOfSpan(store, length, next.from, firstWeekday)
    .filter(({ state }) => isUnfinished(state))
    .map((goal) => plainTitle(goal.title));
}

/** The events of each day, and what is due on it. */
function dateLines({ store, style }: Asked, next: Span): string[] {
  const lines: string[] = [];
  for (let date = next.from; date <= next.to; date = addDays(date, 1)) {
    const timed = dayItems(store, date)
      .filter(({ record }) => record.kind === "event")
      .map(({ record, startMinute }) => `${clockText(startMinute, style)} ${titleOf(record, store)}`);
    const whole = [...(store.list("eventsByDay", date) as readonly Event[]), ...occurrencesOn(store, date)]
      .filter((one): one is Event => one.kind === "event" && isDate(one.start))
      .map((event) => titleOf(event, store));
    const due = (store.list("openByDueDay", date) as readonly PensumRecord[])
      .filter((record) => record.kind !== "task" || isMine(store, record))
      .map((record) => `${titleOf(record, store)} is due`);
    const words = [...new Set([...whole, ...timed, ...due])];
    if (words.length > 0) lines.push(`${dateText(date, "short", style)}: ${words.join("; ")}`);
  }
  return lines;
}

function reminderLines({ store, style }: Asked, next: Span): string[] {
  const own = remindersBetween(store, momentAt(next.from, 0), momentAt(addDays(next.to, 1), 0));
  const asked = [
    ...(store.list("unfinishedTasks", "all") as readonly Task[]),
    ...(store.list("kind", "event") as readonly Event[]).filter(({ start }) => dateOf(start) >= next.from),
  ].filter(({ inSummary }) => inSummary === true);
  const ringing = own
    .filter(({ what }) => what === "own")
    .map(({ at, title }) => `${dateText(dateOf(at), "short", style)}, ${clockText(minuteOf(at), style)}: ${title}`);
  return [...asked.map((record) => titleOf(record, store)), ...ringing];
}

function warningLines({ store, style }: Asked, next: Span): string[] {
  const lines: string[] = [];
  for (let date = next.from; date <= next.to; date = addDays(date, 1)) {
    const load = loadOf(store, date);
    if (isOver(load))
      lines.push(
        `${dateText(date, "short", style)} is over by ${durationText(load.plannedMinutes - load.capacityMinutes)}`,
      );
  }
  const nextDates = Array.from({ length: spanDays(next) }, (_, day) => addDays(next.from, day));
  for (const { date, doubles } of warningsOn(store, nextDates))
    for (const { first, second, startMinute } of doubles)
      lines.push(
        `${dateText(date, "short", style)}, ${clockText(startMinute, style)}: ${titleOf(first.record, store)} and ${titleOf(second.record, store)} at the same time`,
      );
  return lines;
}
