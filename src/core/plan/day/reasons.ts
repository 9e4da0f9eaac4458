import type { Settings, Task } from "../../model/index";
import {
  dateOf,
  daysBetween,
  relativeDateText,
  relativeMomentText,
  type DateText,
  type MomentText,
  type TimeStyle,
} from "../../time/index";

/** Why a task asks to be looked at. */
interface Reason {
  readonly what: "late" | "due" | "carried" | "priority" | "doDay" | "rested";
  /** In a few words, as a part of a sentence: "due Fri". */
  readonly text: string;
}

/** The reasons of a task, the strongest first; none for one that merely exists. */
export function reasonsOf(task: Task, now: MomentText, settings: Settings, style: TimeStyle): Reason[] {
  const today = dateOf(now);
  const reasons: Reason[] = [];
  if (task.due && isLate(task, now)) reasons.push({ what: "late", text: lateText(task.due, now) });
  else if (task.due) reasons.push({ what: "due", text: `due ${relativeMomentText(task.due, today, style)}` });
  const pressing = pressingPriority(task, settings);
  if (pressing) reasons.push({ what: "priority", text: pressing });
  if (task.carried > 0) reasons.push({ what: "carried", text: carriedText(task.carried) });
  if (task.doDay && task.doDay < today)
    reasons.push({ what: "doDay", text: `from ${relativeDateText(task.doDay, today, style)}` });
  if (task.doDay && task.doDay > today && isPlannedTooLate(task))
    reasons.push({ what: "doDay", text: `planned for ${relativeDateText(task.doDay, today, style)}, after it is due` });
  if (task.restUntil === today) reasons.push({ what: "rested", text: "rested until today" });
  return reasons;
}

/** Tells whether a task is past its due date, or past its due moment. */
export function isLate(task: Pick<Task, "due">, now: MomentText): boolean {
  return task.due !== undefined && (task.due.length > 10 ? task.due <= now : task.due < dateOf(now));
}

/** Tells whether a task would be late by the day it is meant to be done. */
export function isPlannedTooLate({ due, doDay }: Pick<Task, "due" | "doDay">): boolean {
  return due !== undefined && doDay !== undefined && dateOf(due) < doDay;
}

/** The priority of a task in small letters, where it is one of the upper half of the levels, which are worth saying. */
export function pressingPriority(task: Pick<Task, "priority">, { priorities }: Settings): string | undefined {
  const level = priorities.findIndex((priority) => priority.id === task.priority);
  return level >= 0 && level < priorities.length / 2 ? priorities[level]?.title.toLowerCase() : undefined;
}

/** How late, in words: "1 day late", "late since 9:30" is said as "late today". */
export function lateText(due: string, now: MomentText): string {
  const days = daysBetween(dateOf(due), dateOf(now));
  return days === 0 ? "late today" : days === 1 ? "1 day late" : `${days} days late`;
}

export function carriedText(times: number): string {
  return times === 1 ? "carried once" : times === 2 ? "carried twice" : `carried ${times} times`;
}

/**
 * Tasks by what presses most: late first, then by the nearest of due and do day, then priority, then how often
 * carried, then age.
 */
export function byPressing(tasks: readonly Task[], now: MomentText, settings: Settings): Task[] {
  const today = dateOf(now);
  const last = settings.priorities.length;
  const key = (task: Task): readonly number[] => {
    const level = settings.priorities.findIndex((priority) => priority.id === task.priority);
    const due = task.due ? daysBetween(today, dateOf(task.due)) : 400;
    const planned: DateText | undefined = task.doDay;
    return [
      isLate(task, now) ? 0 : 1,
      Math.min(due, planned && planned <= today ? 3 : 400),
      level < 0 ? last / 2 : level,
      -task.carried,
    ];
  };
  const keyed = tasks.map((task) => ({ task, key: key(task) }));
  keyed.sort((a, b) => {
    for (let at = 0; at < a.key.length; at++) if (a.key[at] !== b.key[at]) return a.key[at]! - b.key[at]!;
    return a.task.createdAt < b.task.createdAt ? -1 : a.task.createdAt > b.task.createdAt ? 1 : 0;
  });
  return keyed.map(({ task }) => task);
}
