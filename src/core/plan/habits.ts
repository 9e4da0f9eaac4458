import type { Habit } from "../model";
import type { Store } from "../store";
import { repeatOf, startsOf, type DateText } from "../time";
import { seriesStart } from "./series";

/** A habit on a day on which its rule has it, and whether it was done. */
export interface HabitDay {
  readonly habit: Habit;
  readonly done: boolean;
}

/** The habits whose rules have them on a date. Those without a rule have no days of their own. */
export function habitsOn(reads: Pick<Store, "list">, date: DateText): HabitDay[] {
  return (reads.list("kind", "habit") as readonly Habit[]).flatMap((habit) => {
    const repeat = habit.repeat === undefined ? undefined : repeatOf(habit.repeat);
    const start = seriesStart(habit);
    if (!repeat || start === undefined || startsOf(start, repeat, date, date).length === 0) return [];
    return [{ habit, done: habit.marks.includes(date) }];
  });
}
