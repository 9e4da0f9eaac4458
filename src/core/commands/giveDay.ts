import { isUnfinished, told } from "../model";
import { letGo, plainTitle } from "../page";
import { isPlaced, isRepeating, partsOf } from "../plan";
import type { Block } from "../model";
import { describeCommand } from "../store";
import { addMinutes, dateOf, isDate, minuteOf, minutesBetween, momentAt, counted } from "../time";
import { Refusal } from "../model";
import { need } from "./shared";

/** Hours that are still to come on the old do day move along to the same clock time. Without a day the tasks are only for some time. */
export const giveDay = describeCommand({
  name: "giveDay",
  does: "Sets the do day of tasks; their lines stay where they were written.",
  input: told.parts({ tasks: told.ids("task"), day: told.maybe(told.date) }),
  run(tx, { tasks, day }) {
    if (day !== undefined && !isDate(day)) throw new Refusal("That is not a valid date.");
    const chosen = tasks.map((id) => need(tx, "task", id));
    const repeating =
      day === undefined ? chosen.find((task) => isRepeating(task) && task.due === undefined) : undefined;
    if (repeating)
      throw new Refusal(
        `“${plainTitle(repeating.title)}” repeats, and needs a day to repeat from. Skip it, or end its rule.`,
      );
    for (const task of chosen) {
      const before = task.doDay;
      if (day && before && before !== day && isPlaced(tx, task))
        for (const block of tx.list("blocksByTask", task.id) as Block[])
          if (block.task !== task.id) {
            // The box stays; it holds the task no more.
            if (block.end > tx.now) letGo(tx, block, task.id);
          } else if (dateOf(block.start) === before && block.start > tx.now) {
            const start = momentAt(day, minuteOf(block.start));
            tx.update(block.id, { start, end: addMinutes(start, minutesBetween(block.start, block.end)) });
          }
      for (const one of [task, ...partsOf(tx, task)])
        if (one.id === task.id || (isUnfinished(one.state) && one.doDay === before))
          tx.update(one.id, { doDay: day, restUntil: undefined });
    }
    const names = chosen.length === 1 ? `“${plainTitle(chosen[0]!.title)}”` : counted(chosen.length, "task");
    return day ? `Set the day of ${names} to ${day}` : `Cleared the day of ${names}`;
  },
});
