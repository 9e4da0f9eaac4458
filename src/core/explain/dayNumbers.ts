import type { Task } from "../model";
import { freeOn, freeTime, isLate, leftMinutes, loadOf, loadParts, totalMinutes } from "../plan";
import type { Store } from "../store";
import { nameOf } from "../things";
import { clockText, durationText, rangeText, type DateText, type TimeStyle } from "../time";
import type { Explained } from "./explained";

/** A day of which something is asked. */
export interface DayAsked {
  readonly store: Store;
  readonly date: DateText;
  readonly style: TimeStyle;
}

/** Where the load of a day comes from: each thing that counts in it. */
export function explainLoad({ store, date, style }: DayAsked): Explained {
  const { plannedMinutes, capacityMinutes } = loadOf(store, date);
  return {
    rule: "Your own work that has hours on this day, overlaps counted once, and what is left of the tasks that are meant for it or due on it: their length less what was worked and what has hours. Hours of a theme are room for its tasks and count as far as tasks are in them. Blocks of plain text, such as lunch, do not count.",
    lines: [
      ...loadParts(store, date).map(({ record, minutes, startMinute }) => ({
        label: `${nameOf(record, store)}, ${startMinute === undefined ? "no hours yet" : `at ${clockText(startMinute, style)}`}`,
        ...{ value: durationText(minutes), id: record.id },
      })),
      { label: "Planned", value: durationText(plannedMinutes), isResult: true },
      ...(capacityMinutes > 0
        ? [{ label: "A day like this holds, by Settings", value: durationText(capacityMinutes) }]
        : []),
    ],
  };
}

/** Where the free time of a day comes from, from a minute of it on. */
export function explainFree({ store, date, style }: DayAsked, fromMinute: number): Explained {
  const gaps = freeTime(store, date, fromMinute, "ofAll");
  const { placedMinutes, capacityMinutes } = loadOf(store, date);
  const [between, beside] = [totalMinutes(gaps), Math.max(0, capacityMinutes - placedMinutes)];
  return {
    rule: "The stretches of your working hours that hold nothing, hours of a theme without tasks among them, but never more than the day has room for beside what has its hours.",
    lines: [
      ...gaps.map(({ startMinute, endMinute }) => ({
        ...{ label: rangeText(startMinute, endMinute, style), value: durationText(endMinute - startMinute) },
      })),
      { label: "Hours that hold nothing", value: durationText(between), isResult: true },
      {
        label: `Room beside what has its hours, ${durationText(capacityMinutes)} less ${durationText(placedMinutes)}`,
        ...{ value: durationText(beside), isResult: true },
      },
      {
        label: "Free: the smaller of both",
        value: durationText(freeOn(store, date, fromMinute)),
        isResult: true,
      },
    ],
  };
}

/** Where the slack of a task comes from. @param slackMinutes as the pull has it */
export function explainSlack(store: Store, task: Task, slackMinutes: number): Explained {
  const late = isLate(task, store.now);
  const left = leftMinutes(store, task, late ? undefined : task.due);
  return {
    rule: "The working time that is free before it is due, less the work on it that is neither done nor has hours. What is late has no time left.",
    lines: [
      { label: "Free before it is due", value: durationText(late ? 0 : slackMinutes + left) },
      { label: "Still to do, without hours", value: durationText(left) },
      {
        label: slackMinutes < 0 ? "Short by" : "Slack",
        ...{ value: durationText(Math.abs(slackMinutes)), isResult: true },
      },
    ],
  };
}
