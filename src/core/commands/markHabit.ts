import { Refusal, type Id } from "../model";
import type { Command } from "../store";
import { dateOf, isDate, type DateText } from "../time";
import { need } from "./shared";

/** Marks a habit as done on a day, or takes the mark back. */
export const markHabit: Command<{ habit: Id; date: DateText; done: boolean }> = {
  name: "markHabit",
  run(tx, { habit: id, date, done }) {
    const habit = need(tx, "habit", id);
    if (!isDate(date) || date > dateOf(tx.now))
      throw new Refusal("A habit is marked on its day or later, not before. Nothing was changed.");
    const marks = habit.marks.filter((one) => one !== date);
    tx.update(id, { marks: done ? [...marks, date].sort() : marks });
    return done ? `Did “${habit.title}” on ${date}` : `Took back “${habit.title}” on ${date}`;
  },
};
