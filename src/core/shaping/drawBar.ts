import { place } from "../commands";
import { type Id, told } from "../model";
import { describeCommand, type Fields } from "../store";
import { addMinutes, dateOfDayNumber, minutesPerDay } from "../time";
import { addToRegister } from "./addToRegister";

export interface DrawnBar {
  readonly id: Id;
  readonly title: string;
  /** Local minutes since the beginning of 1970. */
  readonly start: number;
  readonly end: number;
  /** Whether hours were drawn, and not days. */
  readonly exact: boolean;
  /** What the row says of it: its goal, project, theme or people. */
  readonly belongs?: Fields;
}

export const drawBar = describeCommand({
  name: "drawBar",
  does: "Makes a task of a bar that was drawn on the timeline: with its hours, or else for its first day and due on its last.",
  input: told.parts({
    id: told.id(),
    title: told.text,
    /** Local minutes since the beginning of 1970. */
    start: told.number,
    end: told.number,
    /** Whether hours were drawn, and not days. */
    exact: told.yesNo,
    /** What the row says of it: its goal, project, theme or people. */
    belongs: told.maybe(told.values),
  }),
  run(tx, { id, title, start, end, exact, belongs = {} }) {
    const day = dateOfDayNumber(Math.floor(start / minutesPerDay));
    const last = dateOfDayNumber(Math.floor((end - 1) / minutesPerDay));
    const fields = exact ? { estimateMinutes: end - start } : { doDay: day, ...(last > day ? { due: last } : {}) };
    const said = addToRegister.run(tx, { register: "tasks", id, fields: { title, ...belongs, ...fields } });
    const at = start - Math.floor(start / minutesPerDay) * minutesPerDay;
    return exact ? place.run(tx, { task: id, start: addMinutes(`${day}T00:00`, at), minutes: end - start }) : said;
  },
});
