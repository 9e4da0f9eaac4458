import { counted, durationText } from "../time";
import { isUnfinished, Refusal, states, type Id, type State, type Task, told } from "../model";
import { dropHoursAhead, plainTitle, stateFields } from "../page";
import { partsOf } from "../plan";
import { describeCommand } from "../store";
import { need } from "./shared";

const said: Record<State, string> = {
  open: "Reopened",
  doing: "Started",
  waiting: "Marked as waiting:",
  done: "Completed",
  dropped: "Dropped",
};

/** Dropping a task drops its unfinished parts with it; ticking one off leaves them. */
export const setState = describeCommand({
  name: "setState",
  does: "Sets the state of tasks.",
  input: told.parts({ tasks: told.ids("task"), state: told.word(...states) }),
  run(tx, { tasks, state }) {
    if (!states.includes(state)) throw new Refusal(`“${String(state)}” is not a state.`);
    const chosen = tasks.map((id) => need(tx, "task", id));
    const all = new Map<Id, Task>(chosen.map((task) => [task.id, task]));
    if (state === "dropped")
      for (const task of chosen)
        for (const part of partsOf(tx, task)) if (isUnfinished(part.state)) all.set(part.id, part);
    for (const task of all.values()) tx.update(task.id, stateFields(tx, task, state));
    const freed = state === "dropped" ? [...all.keys()].reduce((sum, id) => sum + dropHoursAhead(tx, id), 0) : 0;
    const hours = freed > 0 ? `, and took off ${durationText(freed)} of hours to come` : "";
    return `${said[state]} ${chosen.length === 1 ? `“${plainTitle(chosen[0]!.title)}”` : counted(chosen.length, "task")}${hours}`;
  },
});
