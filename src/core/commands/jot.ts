import { Refusal, type ClockSubject } from "../model";
import { oneLine } from "../page";
import type { Command } from "../store";
import { subjectName } from "../things";
import { dateOf } from "../time";
import { appendToDay } from "./shared";

/** Writes what came up during work on the page of the day, with the hour and what was being worked on. */
export const jot: Command<{ words: string; on: ClockSubject }> = {
  name: "jot",
  run(tx, { words, on }) {
    const line = oneLine(words).trim();
    if (line === "") throw new Refusal("There is nothing to write down yet.");
    appendToDay(tx, dateOf(tx.now), [`- ${tx.now.slice(11)}, ${subjectName(tx, on)}: ${line}`]);
    return "Jotted it down on today’s page";
  },
};
