import type { Draft, PartKind } from "../capture/draft";
import { told } from "../model";
import { plainTitle } from "../page";
import { describeCommand } from "../store";
import { dateOf, listed } from "../time";
import { placeAsSaid, taskFieldsOf } from "./capture";
import { editFields } from "./editRecord";
import { giveDay } from "./giveDay";
import { need } from "./shared";

const saidOf: Partial<Record<PartKind, string>> = {
  day: "day",
  time: "hours",
  length: "length",
  repeat: "repeat rule",
  due: "due date",
  until: "due date",
  priority: "priority",
  person: "people",
  remind: "reminder",
  rest: "hidden days",
};

/** What the task has beside that stays. */
export const takeFromLine = describeCommand({
  name: "takeFromLine",
  does: "Sets what was understood of the words of a task's line, and takes it out of them; the line on its page follows.",
  input: told.parts({ task: told.id("task"), draft: told.whole<Draft>("an entry as it was understood") }),
  run(tx, { task: id, draft }) {
    const task = need(tx, "task", id);
    const { tags: _tags, people, text: _text, ...said } = taskFieldsOf(tx, draft);
    const day = draft.day ?? (draft.repeat ? (task.doDay ?? dateOf(tx.now)) : undefined);
    const hasDay = day !== undefined && day !== task.doDay;
    if (hasDay && !draft.restUntil) giveDay.run(tx, { tasks: [id], day });
    const { unclarified: _unclarified, ...fields } = said;
    editFields(tx, need(tx, "task", id), {
      ...fields,
      title: draft.title,
      ...(hasDay && draft.restUntil ? { doDay: day } : {}),
      ...(people.length > 0 ? { people: [...new Set([...task.people, ...people])] } : {}),
    });
    placeAsSaid(tx, id, draft, day ?? dateOf(tx.now));
    const names = [...new Set(draft.parts.flatMap(({ what }) => saidOf[what] ?? []))];
    return names.length > 0
      ? `Set the ${listed(names)} of “${plainTitle(draft.title)}”`
      : `Changed “${plainTitle(draft.title)}”`;
  },
});
