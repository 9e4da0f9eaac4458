import { isUnfinished, type Block, type Id, type Task } from "@/core/model";
import { isLate, lateText, pressingPriority } from "@/core/plan";
import type { Store } from "@/core/store";
import {
  dateOf,
  daysBetween,
  estimateText,
  minuteOf,
  minuteOn,
  rangeText,
  relativeDateText,
  relativeMomentText,
  type MomentText,
} from "@/core/time";
import type { DrawnFrom } from "./drawn";
import type { Chip } from "./widgets";

/** The facts shown beside a task: theme, estimate and how long it took, another do day, priority, due. */
export function chipsOf(task: Task, { store, style, date }: DrawnFrom): Chip[] {
  const now = store.clock.now();
  const today = dateOf(now);
  const open = isUnfinished(task.state);
  const chips: Chip[] = [];
  const theme = store.find("theme", task.theme);
  if (theme && open) chips.push({ text: theme.title, dye: theme.dye });
  const took = !open && task.tookMinutes !== undefined;
  if (task.estimateMinutes && took)
    chips.push({ text: `${estimateText(task.estimateMinutes)}, took ${estimateText(task.tookMinutes as number)}` });
  else if (took) chips.push({ text: `took ${estimateText(task.tookMinutes as number)}` });
  else if (task.estimateMinutes) chips.push({ text: estimateText(task.estimateMinutes) });
  if (!open) return chips;
  const hours = nextHours(store, task.id, now);
  if (hours) {
    const [startMinute, endMinute] = [minuteOf(hours.start), minuteOn(dateOf(hours.start), hours.end)];
    const range = rangeText(startMinute, endMinute, style);
    const on = dateOf(hours.start);
    chips.push({ text: on === (date ?? today) ? range : `${relativeDateText(on, today, style)}, ${range}`, date: on });
  }
  const pressing = pressingPriority(task, store.settings);
  if (pressing) chips.push({ text: pressing });
  if (task.restUntil && task.restUntil > today)
    chips.push({ text: `rests until ${relativeDateText(task.restUntil, today, style)}`, date: task.restUntil });
  else if (task.doDay && date && task.doDay !== date && !(hours && dateOf(hours.start) === task.doDay))
    chips.push({
      text: `do ${relativeDateText(task.doDay, today, style)}`,
      date: task.doDay,
    });
  if (task.due) {
    const near = daysBetween(today, dateOf(task.due)) <= 1;
    if (isLate(task, now)) chips.push({ text: lateText(task.due, now), late: true });
    else chips.push({ text: `due ${relativeMomentText(task.due, today, style)}`, ...(near ? { late: true } : {}) });
  }
  return chips;
}

/** The hours that a task has next: those under way, or the first that come. */
function nextHours(store: Store, task: Id, now: MomentText): Block | undefined {
  let next: Block | undefined;
  for (const block of store.list("blocksByTask", task) as readonly Block[])
    if (block.end > now && (next === undefined || block.start < next.start)) next = block;
  return next;
}
