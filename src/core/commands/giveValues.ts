import { addTo, type InputOf, type Id, type State, told } from "../model";
import { describeCommand, type Fields } from "../store";
import type { DateText } from "../time";
import { editRecords } from "./editRecord";
import { giveDay } from "./giveDay";
import { setState } from "./setState";
import { takenOut } from "./shared";

/** What a record gets where it is put: values of its fields, and of a task a day, or none where `day` is undefined. */
export const givenValues = told.parts({ id: told.id(), fields: told.values, day: told.maybe(told.date) });
export type GivenValues = InputOf<typeof givenValues>;

/** A task that gets a state or a day gets it as by the act for that: what hangs on it goes along. */
export const giveValues = describeCommand({
  name: "giveValues",
  does: "Gives records the values that a place on a matrix or a board stands for, all in one act.",
  input: told.list(givenValues),
  again: "merge",
  run(tx, all) {
    const states = new Map<State, Id[]>();
    const days = new Map<DateText | undefined, Id[]>();
    const edits: { id: Id; fields: Fields }[] = [];
    for (const { id, fields, ...more } of all) {
      const { state, ...others } = fields;
      const isTask = takenOut(tx, id)?.kind === "task";
      if (isTask && state !== undefined) addTo(states, state as State, id);
      const rest = isTask ? others : fields;
      if (Object.keys(rest).length > 0) edits.push({ id, fields: rest });
      if ("day" in more) addTo(days, more.day, id);
    }
    return [
      ...(edits.length > 0 ? [editRecords.run(tx, edits)] : []),
      ...[...states].map(([state, tasks]) => setState.run(tx, { tasks, state })),
      ...[...days].map(([day, tasks]) => giveDay.run(tx, { tasks, day })),
    ].join(". ");
  },
});
