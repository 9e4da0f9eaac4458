import { bareRecord, newId, Refusal, type Habit, type Id } from "../model";
import { oneLine } from "../page";
import { dayItems, fitFor, gapsBetween, partsOfDay, type HabitMark } from "../plan";
import type { Command } from "../store";
import { dateOf, isDate, minuteOf, momentAt, type DateText } from "../time";
import { clock, need } from "./shared";

const said: Record<HabitMark, string> = { done: "Did", part: "Did a part of", skipped: "Skipped" };

/**
 * Marks a habit on a day: done, done in part, or skipped for a reason; or takes the mark back where `as` is left out. The
 * reason goes into its note.
 */
export const markHabit: Command<{ habit: Id; date: DateText; as?: HabitMark | undefined; reason?: string }> = {
  name: "markHabit",
  run(tx, { habit: id, date, as, reason = "" }) {
    const habit = need(tx, "habit", id);
    if (!isDate(date) || (date > dateOf(tx.now) && as !== "skipped"))
      throw new Refusal("A habit is marked on its day or later, not before. Nothing was changed.");
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
    return as ? `${said[as]} “${habit.title}” on ${date}` : `Took back “${habit.title}” on ${date}`;
  },
};

function withReason({ text }: Habit, date: DateText, words: string): string {
  const line = `- ${date}: ${words}`;
  return text.trim() === "" ? `${line}\n` : `${text.trimEnd()}\n${line}\n`;
}

const usualLength = 30;

/** Sets time aside for a habit on a day: in the first gap of its part of the day, else of the day, that holds it. */
export const layHabit: Command<{ habit: Id; date: DateText; zone: string }> = {
  name: "layHabit",
  run(tx, { habit: id, date, zone }) {
    const habit = need(tx, "habit", id);
    if (!isDate(date)) throw new Refusal("That is not a date that exists. Nothing was changed.");
    const length = habit.lengthMinutes || usualLength;
    const from = date === dateOf(tx.now) ? minuteOf(tx.now) : 0;
    const taken = dayItems(tx, date, zone);
    const [begin, end] = partsOfDay[habit.partOfDay ?? "morning"];
    const within = (first: number, last: number) => gapsBetween(taken, Math.max(first, Math.ceil(from / 5) * 5), last);
    const wanted = habit.partOfDay === undefined ? [] : within(begin, end);
    const start = fitFor([...wanted, ...within(partsOfDay.morning[0], partsOfDay.evening[1])], length);
    if (start === undefined)
      throw new Refusal(`There is no room for “${habit.title}” on this day. Nothing was changed.`);
    tx.put({
      ...bareRecord("block", { id: newId(), title: habit.title, now: tx.now }),
      ...{ start: momentAt(date, start), end: momentAt(date, start + length) },
      ...(habit.theme ? { theme: habit.theme } : {}),
    });
    return `Set ${clock(momentAt(date, start))} aside for “${habit.title}”`;
  },
};
