import type { Habit } from "../model";
import type { Store } from "../store";
import { addDays, repeatOf, startOfWeek, startsOf, type DateText } from "../time";
import { seriesStart } from "./series";

/** A habit on a day on which its rule has it, and whether it was done. */
interface HabitDay {
  readonly habit: Habit;
  readonly done: boolean;
}

/**
 * The habits that a date has: those whose rules have them on it, and those without a rule on every day from the one they
 * were made on, until they were done as often in that week (from Monday) as they are meant to be.
 */
export function habitsOn(reads: Pick<Store, "list">, date: DateText): HabitDay[] {
  return (reads.list("kind", "habit") as readonly Habit[]).flatMap((habit) => {
    const done = habit.marks.includes(date);
    const repeat = habit.repeat === undefined ? undefined : repeatOf(habit.repeat);
    const start = seriesStart(habit);
    if (start === undefined) return [];
    const isMeant = repeat
      ? startsOf(start, repeat, date, date).length > 0
      : habit.repeat === undefined && date >= start && (done || marksInWeek(habit, date) < habit.timesAWeek);
    return isMeant ? [{ habit, done }] : [];
  });
}

function marksInWeek({ marks }: Habit, date: DateText): number {
  const monday = startOfWeek(date, 1);
  const sunday = addDays(monday, 6);
  return marks.filter((mark) => mark >= monday && mark <= sunday).length;
}
