import { bareRecord, Refusal, type Block, type Habit, type Id, told } from "../model";
import { oneLine } from "../page";
import { dayItems, fitFor, gapsBetween, habitsOn, partsOfDay, type HabitMark, type PlanContext } from "../plan";
import { describeCommand, type Rule, type Transaction } from "../store";
import { dateOf, isDate, minuteOf, momentAt, type DateText } from "../time";
import { clock, need } from "./shared";

const said: Record<HabitMark, string> = { done: "Did", part: "Did a part of", skipped: "Skipped" };

/** The reason goes into its note. */
export const markHabit = describeCommand({
  name: "markHabit",
  does: "Marks a habit on a day as done, done in part, or skipped for a reason; or takes the mark back.",
  input: told.parts({
    habit: told.id("habit"),
    date: told.date,
    as: told.maybe(told.word("done", "part", "skipped")),
    reason: told.maybe(told.text),
  }),
  run(tx, { habit: id, date, as, reason = "" }) {
    const habit = need(tx, "habit", id);
    if (!isDate(date) || (date > dateOf(tx.now) && as !== "skipped"))
      throw new Refusal("A habit can only be marked on its day or later.");
    const without = (dates: readonly DateText[] = []) => dates.filter((one) => one !== date);
    const withDate = (dates: readonly DateText[] | undefined, isIt: boolean) =>
      isIt ? [...without(dates), date].sort() : without(dates);
    const words = oneLine(reason).trim();
    tx.update(id, {
      marks: withDate(habit.marks, as === "done"),
      partMarks: withDate(habit.partMarks, as === "part"),
      skips: withDate(habit.skips, as === "skipped"),
      ...(words === "" ? {} : { text: withReason(habit, date, words) }),
    });
    return as ? `${said[as]} “${habit.title}” on ${date}` : `Marked “${habit.title}” as not done on ${date}`;
  },
});

const markLists = ["marks", "partMarks", "skips"] as const;

/** A habit has one mark a day: of two that two tabs gave it, the one that came later. */
export const oneMarkADay: Rule = (tx) => {
  for (const id of tx.touched()) {
    const habit = tx.find("habit", id);
    if (!habit) continue;
    const datesIn = (of: Habit | undefined, list: (typeof markLists)[number]) => of?.[list] ?? [];
    const days = markLists.flatMap((list) => datesIn(habit, list));
    if (new Set(days).size === days.length) continue;
    const before = tx.before(id);
    const had = before?.kind === "habit" ? before : undefined;
    /** The list in which a day stays: the first to which it was just added, else the first that has it. */
    const listOf = (date: DateText) => {
      const having = markLists.filter((list) => datesIn(habit, list).includes(date));
      return having.find((list) => !datesIn(had, list).includes(date)) ?? having[0];
    };
    tx.update(
      id,
      Object.fromEntries(markLists.map((list) => [list, datesIn(habit, list).filter((date) => listOf(date) === list)])),
    );
  }
};

function withReason({ text }: Habit, date: DateText, words: string): string {
  const line = `- ${date}: ${words}`;
  return text.trim() === "" ? `${line}\n` : `${text.trimEnd()}\n${line}\n`;
}

const usualLength = 30;

export const layHabit = describeCommand({
  name: "layHabit",
  does: "Sets time aside for a habit on a day: in the first gap of its part of the day, else of the day, that holds it.",
  input: told.parts({ habit: told.id("habit"), date: told.date }),
  run(tx, { habit: id, date }) {
    const habit = need(tx, "habit", id);
    if (!isDate(date)) throw new Refusal("That is not a valid date.");
    const start = roomForHabit(tx, habit, date);
    if (start === undefined) throw new Refusal(`There is no room for “${habit.title}” on this day.`);
    setAside(tx, habit, date, start, tx.newId());
    return `Set ${clock(momentAt(date, start))} aside for “${habit.title}”`;
  },
});

/** That they have looked is noted apart (`noteHabitsLaid`), so that hours that are undone or taken away stay away. */
export const layOwnHabits = describeCommand({
  name: "layOwnHabits",
  does: "Sets time aside for the habits of a day that find their hours by themselves and have not looked for any yet.",
  input: told.parts({ date: told.date, firstWeekday: told.number }),
  run(tx, { date, firstWeekday }) {
    if (!isDate(date)) throw new Refusal("That is not a valid date.");
    const laid: string[] = [];
    for (const habit of habitsToLay(tx, date, firstWeekday)) {
      const start = isLaid(tx, habit, date) ? undefined : roomForHabit(tx, habit, date);
      if (start === undefined) continue;
      // By a name of its own, so that two tabs that begin the day at once set it aside once.
      setAside(tx, habit, date, start, `${habit.id.slice(0, 50)}-${date}`);
      laid.push(`${clock(momentAt(date, start))} for “${habit.title}”`);
    }
    return laid.length === 0 ? "No habit found hours" : `Set aside ${laid.join(", ")}`;
  },
});

/** It keeps the books, and is no step of undo. */
export const noteHabitsLaid = describeCommand({
  name: "noteHabitsLaid",
  does: "Notes that the habits of a day have looked for their hours.",
  input: told.parts({ date: told.date, firstWeekday: told.number }),
  run(tx, { date, firstWeekday }) {
    if (!isDate(date)) throw new Refusal("That is not a valid date.");
    for (const { id } of habitsToLay(tx, date, firstWeekday)) tx.update(id, { foundOn: date });
    return "Looked for the hours of habits";
  },
});

/** The habits of a day that are to find their hours by themselves and have not looked for any yet. */
export function habitsToLay(reads: PlanContext, date: DateText, firstWeekday: number): Habit[] {
  return habitsOn(reads, date, firstWeekday)
    .filter(({ habit, mark }) => habit.findsHours === true && habit.foundOn !== date && mark === undefined)
    .map(({ habit }) => habit);
}

/** Whether a habit has hours on a day already. */
export function isLaid(reads: PlanContext, { id }: Habit, date: DateText): boolean {
  return (reads.list("blocksByDay", date) as readonly Block[]).some(({ habit }) => habit === id);
}

/** Where a habit first fits on a day, in minutes since midnight; undefined where it does not. */
export function roomForHabit(tx: Transaction, habit: Habit, date: DateText): number | undefined {
  const length = habit.lengthMinutes || usualLength;
  const from = date === dateOf(tx.now) ? minuteOf(tx.now) : 0;
  const taken = dayItems(tx, date);
  const [begin, end] = partsOfDay[habit.partOfDay ?? "morning"];
  const within = (first: number, last: number) => gapsBetween(taken, Math.max(first, Math.ceil(from / 5) * 5), last);
  const wanted = habit.partOfDay === undefined ? [] : within(begin, end);
  return fitFor([...wanted, ...within(partsOfDay.morning[0], partsOfDay.evening[1])], length);
}

export function setAside(tx: Transaction, habit: Habit, date: DateText, start: number, id: Id): void {
  tx.put({
    ...bareRecord("block", { id, title: habit.title, now: tx.now }),
    ...{ start: momentAt(date, start), end: momentAt(date, start + (habit.lengthMinutes || usualLength)) },
    ...{ habit: habit.id },
    ...(habit.theme ? { theme: habit.theme } : {}),
  });
}
