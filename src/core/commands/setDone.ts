import { Refusal, told } from "../model";
import { doneFields } from "../register/doneness";
import { describeCommand } from "../store";
import { counted } from "../time";
import { nameOf } from "../things";
import { editFields } from "./editRecord";
import { setState } from "./setState";
import { takenOut } from "./shared";

/** @throws Refusal where none of them can be done */
export const setDone = describeCommand({
  name: "setDone",
  does: "Marks records as done, or opens them again: tasks and goals by their state, those of an own register by the field that means it there.",
  input: told.parts({ ids: told.ids(), done: told.yesNo }),
  run(tx, { ids, done }) {
    const tasks = ids.filter((id) => takenOut(tx, id)?.kind === "task");
    if (tasks.length > 0 && tasks.length === ids.length)
      return setState.run(tx, { tasks, state: done ? "done" : "open" });
    if (tasks.length > 0) setState.run(tx, { tasks, state: done ? "done" : "open" });
    let last = tasks[0];
    let changed = tasks.length;
    for (const id of ids) {
      const record = tx.get(id);
      if (!record || record.kind === "task") continue;
      const fields = record.kind === "goal" ? { state: done ? "done" : "open" } : doneFields(tx, record, done);
      if (!fields) continue;
      editFields(tx, record, fields);
      changed++;
      last = id;
    }
    const only = last === undefined ? undefined : tx.get(last);
    if (!only)
      throw new Refusal("Nothing here can be marked as done. Choose the field that means done in its register.");
    const names = changed === 1 ? `“${nameOf(only, tx)}”` : counted(changed, "record");
    return `${done ? "Completed" : "Reopened"} ${names}`;
  },
});
