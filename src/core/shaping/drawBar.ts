import { place } from "../commands";
import type { Id } from "../model";
import type { Command, Fields } from "../store";
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

/** Makes a task of a bar that was drawn on the timeline: with its hours, or else for its first day and due on its last. */
export const drawBar: Command<DrawnBar> = {
  name: "drawBar",
  run(tx, { id, title, start, end, exact, belongs = {} }) {
    const day = dateOfDayNumber(Math.floor(start / minutesPerDay));
    const last = dateOfDayNumber(Math.floor((end - 1) / minutesPerDay));
    const fields = exact ? { estimateMinutes: end - start } : { doDay: day, ...(last > day ? { due: last } : {}) };
    const said = addToRegister.run(tx, { register: "tasks", id, fields: { title, ...belongs, ...fields } });
    const at = start - Math.floor(start / minutesPerDay) * minutesPerDay;
    return exact ? place.run(tx, { task: id, start: addMinutes(`${day}T00:00`, at), minutes: end - start }) : said;
  },
};
