import { isRepeating } from "../plan";
import { told } from "../model";
import { plainTitle } from "../page";
import { describeCommand } from "../store";
import { dateOf, counted } from "../time";
import { giveDay } from "./giveDay";
import { passOver } from "./series";
import { need } from "./shared";

/** One that comes again passes over this time only, and goes on to its next day. */
export const leave = describeCommand({
  name: "leave",
  does: "Leaves tasks that were not done where they were written, without a day.",
  input: told.parts({ tasks: told.ids("task") }),
  run(tx, { tasks }) {
    const chosen = tasks.map((id) => need(tx, "task", id));
    let skipped = 0;
    for (const task of chosen)
      if (isRepeating(task) && passOver(tx, task, dateOf(tx.now))) skipped++;
      else {
        if (isRepeating(task)) tx.update(task.id, { repeat: undefined });
        giveDay.run(tx, { tasks: [task.id], day: undefined });
      }
    const names = chosen.length === 1 ? `“${plainTitle(chosen[0]!.title)}”` : counted(chosen.length, "task");
    if (skipped === chosen.length) return `Skipped ${names} this time`;
    return skipped > 0
      ? `Left ${names}; ${skipped} of them repeat and were skipped this time`
      : `Left ${names} without a day`;
  },
});
