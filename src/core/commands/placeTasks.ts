import { isUnfinished, Refusal, told } from "../model";
import { plainTitle } from "../page";
import { firstRoomFor } from "../plan";
import { describeCommand } from "../store";
import { counted, dateOf, isDate, listed, minuteOf, momentAt } from "../time";
import { minutesToPlace, place } from "./place";
import { need } from "./shared";

const roundMinutes = 5;

/** What fits nowhere stays without hours, and is named. Of a task and its parts the parts get hours. */
export const placeTasks = describeCommand({
  name: "placeTasks",
  does: "Gives several tasks hours on a day, in their order, each where it first fits behind what stands there already.",
  input: told.parts({ tasks: told.ids("task"), day: told.date }),
  run(tx, { tasks, day }) {
    if (!isDate(day)) throw new Refusal("That is not a valid date. Nothing was placed.");
    const all = tasks.map((id) => need(tx, "task", id));
    const chosen = all.filter(({ id, state }) => isUnfinished(state) && !all.some(({ parent }) => parent === id));
    if (chosen.length === 0) throw new Refusal("These tasks are done. Nothing was placed.");
    const left: string[] = [];
    for (const task of chosen) {
      const minutes = minutesToPlace(tx, task);
      const from = day === dateOf(tx.now) ? Math.ceil(minuteOf(tx.now) / roundMinutes) * roundMinutes : 0;
      const at = firstRoomFor(tx, task, minutes, day, from);
      if (at === undefined) left.push(`“${plainTitle(task.title)}”`);
      else place.run(tx, { task: task.id, start: momentAt(day, at), minutes });
    }
    if (left.length === chosen.length)
      throw new Refusal(
        `There is no room on that day for ${chosen.length === 1 ? left[0] : "any of these tasks"}. Nothing was placed.`,
      );
    const rest = left.length > 0 ? `; no room for ${listed(left)}` : "";
    return `Placed ${counted(chosen.length - left.length, "task")}${rest}`;
  },
});
