import { Refusal, told } from "../model";
import { plainTitle } from "../page";
import { describeCommand } from "../store";
import { dateOf, isDate, counted } from "../time";
import { isRepeating } from "../plan";
import { passOver } from "./series";
import { need } from "./shared";

/** They have no do day while they rest. */
export const rest = describeCommand({
  name: "rest",
  does: "Puts tasks out of sight until a day.",
  input: told.parts({ tasks: told.ids("task"), until: told.date }),
  run(tx, { tasks, until }) {
    if (!isDate(until) || until <= dateOf(tx.now)) throw new Refusal("A task can only rest until a future day.");
    const chosen = tasks.map((id) => need(tx, "task", id));
    for (const task of chosen)
      // One that comes again goes on to its first day from then on; without a day it would come no more.
      if (!(isRepeating(task) && passOver(tx, task, until))) tx.update(task.id, { restUntil: until, doDay: undefined });
    return `Let ${chosen.length === 1 ? `“${plainTitle(chosen[0]!.title)}”` : counted(chosen.length, "task")} rest until ${until}`;
  },
});
