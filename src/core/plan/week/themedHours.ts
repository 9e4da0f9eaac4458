import type { PlanContext } from "../context";
import type { Block, Task } from "../../model/index";
import { addDays, dateOf, minuteOf, momentAt, type DateText, type MomentText } from "../../time/index";
import { isBox, roomMinutes } from "../day/box";
import { dayItems } from "../day/dayItems";
import { gapsBetween } from "./freeTime";
import { patternHours, patternOf } from "./pattern";

/** Where a task may go among the hours of its theme: into hours that are set aside, or to a free time of the pattern. */
type ThemedHour =
  | { readonly box: Block; readonly date: DateText; readonly startMinute: number }
  | { readonly start: MomentText; readonly minutes: number; readonly date: DateText; readonly startMinute: number };

const leastMinutes = 15;

/**
 * The next hours of a theme within three weeks that have room for something of `minutes`, or for a part of it: hours
 * set aside for it that are not full, else hours of the pattern where nothing lies. `zone` is the person's own.
 */
export function nextThemedHour(
  reads: PlanContext,
  { theme }: Pick<Task, "theme">,
  minutes: number,
): ThemedHour | undefined {
  const { now } = reads;
  if (theme === undefined) return undefined;
  const today = dateOf(now);
  for (let day = 0; day < 21; day++) {
    const date = addDays(today, day);
    const from = day === 0 ? Math.ceil(minuteOf(now) / 5) * 5 : 0;
    const items = dayItems(reads, date);
    const boxes = items.flatMap(({ record, startMinute }): ThemedHour[] =>
      isBox(record) && record.theme === theme && startMinute >= from && roomMinutes(record) >= leastMinutes
        ? [{ box: record, date, startMinute }]
        : [],
    );
    const free = patternHours(patternOf(reads.settings, date), date)
      .filter((hours) => hours.theme === theme)
      .flatMap(({ startMinute, endMinute }) => gapsBetween(items, Math.max(startMinute, from), endMinute))
      .filter((gap) => gap.endMinute - gap.startMinute >= leastMinutes)
      .map((gap): ThemedHour => ({
        start: momentAt(date, gap.startMinute),
        minutes: Math.min(minutes, gap.endMinute - gap.startMinute),
        date,
        startMinute: gap.startMinute,
      }));
    const [first] = [...boxes, ...free].sort((a, b) => a.startMinute - b.startMinute);
    if (first) return first;
  }
  return undefined;
}
