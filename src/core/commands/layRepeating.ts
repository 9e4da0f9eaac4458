import { isUnfinished, Refusal, type Habit, type Id, type Task, told } from "../model";
import { firstRoomFor, habitsOn, hasHoursAgain, isPlaced, markOn, occurrencesOn, type PlanContext } from "../plan";
import { describeCommand } from "../store";
import { addDays, counted, dateOf, minuteOf, momentAt, startOfWeek, type DateText } from "../time";
import { isLaid, roomForHabit, setAside } from "./markHabit";
import { place, usualBlockMinutes } from "./place";
import { takenOut } from "./shared";

/** Something that comes again and has no hours on one of its days. */
export interface WithoutHours {
  readonly record: Task | Habit;
  readonly date: DateText;
}

/** What comes again on days and has no hours there: repeating tasks, and habits that have a length. */
export function repeatingWithoutHours(
  reads: PlanContext,
  dates: readonly DateText[],
  firstWeekday: number,
): readonly WithoutHours[] {
  /** How often each habit without days of its own will have got hours in a week by then. */
  const given = new Map<string, number>();
  const isEnough = (habit: Habit, date: DateText) => {
    if (habit.repeat !== undefined) return false;
    const key = `${habit.id} ${startOfWeek(date, firstWeekday)}`;
    const times = given.get(key) ?? timesInWeek(reads, habit, date, firstWeekday);
    given.set(key, times + 1);
    return times >= habit.timesAWeek;
  };
  return dates.flatMap((date) => [
    ...repeatingOn(reads, date).map((record) => ({ record, date })),
    ...habitsWithoutHours(reads, date, firstWeekday)
      .filter((habit) => !isEnough(habit, date))
      .map((record) => ({ record, date })),
  ]);
}

/** The habits of a date that have a length, are not marked, and have no hours yet. */
function habitsWithoutHours(reads: PlanContext, date: DateText, firstWeekday: number): Habit[] {
  return habitsOn(reads, date, firstWeekday).flatMap(({ habit, mark }) =>
    habit.lengthMinutes &&
    mark === undefined &&
    !isLaid(reads, habit, date) &&
    !hasAllOfWeek(reads, habit, date, firstWeekday)
      ? [habit]
      : [],
  );
}

/** Whether a habit that is meant so many times a week, on no day in particular, is done or has its hours so often in that week. */
function hasAllOfWeek(reads: PlanContext, habit: Habit, date: DateText, firstWeekday: number): boolean {
  return habit.repeat === undefined && timesInWeek(reads, habit, date, firstWeekday) >= habit.timesAWeek;
}

/** On how many days of the week of a date a habit is done or has its hours. */
function timesInWeek(reads: PlanContext, habit: Habit, date: DateText, firstWeekday: number): number {
  const first = startOfWeek(date, firstWeekday);
  const days = Array.from({ length: 7 }, (_, day) => addDays(first, day));
  return days.filter((day) => markOn(habit, day) === "done" || isLaid(reads, habit, day)).length;
}

/** The tasks that come again on a date and have no hours yet: the next one itself, and those that follow its rule. */
function repeatingOn(tx: PlanContext, date: DateText): Task[] {
  const own = (tx.list("tasksByDoDay", date) as Task[]).filter(
    (task) => (task.repeat !== undefined || task.series !== undefined) && isUnfinished(task.state),
  );
  const ahead = occurrencesOn(tx, date).filter(
    (one): one is Task => one.kind === "task" && !hasHoursAgain(tx, one.series, date),
  );
  return [...own, ...ahead].filter((task) => !isPlaced(tx, task));
}

/** Then the habits that have a length and no hours yet, in their part of the day. What fits nowhere on its day stays without hours. */
export const layRepeating = describeCommand({
  name: "layRepeating",
  does: "Gives the repeating tasks of days hours, each on its day where it first fits, the longest first; they are records of their own from then on and can be moved one by one.",
  input: told.parts({ dates: told.list(told.date), firstWeekday: told.number }),
  run(tx, { dates, firstWeekday }) {
    const today = dateOf(tx.now);
    let [laid, left, habits] = [0, 0, 0];
    for (const date of dates.filter((day) => day >= today)) {
      const minutesOf = (task: Task) => tx.lengthOf(task) ?? usualBlockMinutes;
      const tasks = repeatingOn(tx, date).sort((a, b) => minutesOf(b) - minutesOf(a) || (a.id < b.id ? -1 : 1));
      for (const task of tasks) {
        const from = date === today ? Math.ceil(minuteOf(tx.now) / 5) * 5 : 0;
        const at = firstRoomFor(tx, task, minutesOf(task), date, from);
        if (at === undefined) left++;
        else {
          const id: Id | undefined = takenOut(tx, task.id)?.id;
          if (id === undefined) continue;
          place.run(tx, { task: id, start: momentAt(date, at) });
          laid++;
        }
      }
      for (const habit of habitsWithoutHours(tx, date, firstWeekday)) {
        const at = roomForHabit(tx, habit, date);
        if (at === undefined) continue;
        setAside(tx, habit, date, at, tx.newId());
        habits++;
      }
    }
    if (laid + habits === 0)
      throw new Refusal(
        left > 0
          ? `There is no room for ${left === 1 ? "1 repeating task on its day" : `${left} repeating tasks on their days`}.`
          : "No repeating task needs hours on these days.",
      );
    const rest = left > 0 ? `; no room for ${counted(left, "task")}` : "";
    const what = [
      ...(laid > 0 ? [counted(laid, "repeating task")] : []),
      ...(habits > 0 ? [counted(habits, "habit")] : []),
    ];
    return `Laid out ${what.join(" and ")}${rest}`;
  },
});
