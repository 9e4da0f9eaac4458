import type { PlanContext } from "../context";
import type { Id, Pattern, PatternHours, Settings, Theme } from "../../model/index";
import { startOfWeek, weekday, type DateText, type WorkingWeek } from "../../time/index";
import { dayItems } from "../day/dayItems";
import { gapsBetween } from "./freeTime";
import { weeklyTarget } from "./weeklyTarget";

/** The pattern that holds in the week of a date: the one chosen for it, else the usual one; none where there is none. */
export function patternOf({ patterns = [], patternWeeks = {} }: Settings, date: DateText): Pattern | undefined {
  const chosen = patternWeeks[startOfWeek(date, 1)];
  if (chosen === "") return undefined;
  return patterns.find(({ id }) => id === chosen) ?? patterns[0];
}

/** The hours of a pattern on a date, in order. */
export function patternHours(pattern: Pattern | undefined, date: DateText): readonly PatternHours[] {
  const day = weekday(date);
  return (pattern?.hours ?? [])
    .filter((hours) => hours.weekday === day)
    .sort((a, b) => a.startMinute - b.startMinute || a.endMinute - b.endMinute);
}

/** The theme whose hour it is at a minute of a day: that of a block of its own, else that of the pattern; and until when. */
export function themeOfHour(
  reads: PlanContext,
  date: DateText,
  minute: number,
): { readonly theme: Id; readonly untilMinute: number } | undefined {
  const isNow = (hours: { startMinute: number; endMinute: number }) =>
    hours.startMinute <= minute && minute < hours.endMinute;
  for (const { record, endMinute, ...item } of dayItems(reads, date)) {
    if (!isNow({ ...item, endMinute })) continue;
    // An event, or a block of something else, is what the hour is for.
    if (record.kind !== "block" || record.theme === undefined || record.task !== undefined) return undefined;
    return { theme: record.theme, untilMinute: endMinute };
  }
  const hours = patternHours(patternOf(reads.settings, date), date).find(isNow);
  return hours?.theme === undefined ? undefined : { theme: hours.theme, untilMinute: hours.endMinute };
}

/** How many minutes a week a pattern gives each theme, against what the theme should get. */
export function patternSums(
  pattern: Pattern,
  themes: readonly Pick<Theme, "id" | "weeklyMinutes" | "weeklyShare">[],
  week: WorkingWeek,
) {
  return themes.map(({ id, ...wanted }) => ({
    theme: id,
    minutes: pattern.hours.reduce(
      (sum, { theme, startMinute, endMinute }) => sum + (theme === id ? endMinute - startMinute : 0),
      0,
    ),
    target: weeklyTarget(wanted, week) ?? 0,
  }));
}

/** Hours of a pattern that can be laid into a date as blocks: those of a theme, where nothing is yet. */
export function layable(reads: PlanContext, pattern: Pattern | undefined, date: DateText): readonly PatternHours[] {
  const taken = dayItems(reads, date);
  return patternHours(pattern, date)
    .filter(({ theme }) => theme !== undefined)
    .flatMap((hours) =>
      gapsBetween(taken, hours.startMinute, hours.endMinute)
        .filter((gap) => gap.endMinute - gap.startMinute >= 15)
        .map((gap) => ({ ...hours, ...gap })),
    );
}
