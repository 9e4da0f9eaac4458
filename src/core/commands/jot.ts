import { Refusal, type ClockSubject, told } from "../model";
import { oneLine } from "../page";
import { describeCommand } from "../store";
import { subjectName } from "../things";
import { dateOf } from "../time";
import { appendToDay } from "./shared";

export const jot = describeCommand({
  name: "jot",
  does: "Writes what came up during work on the page of the day, with the hour and what was being worked on.",
  input: told.parts({ words: told.text, on: told.whole<ClockSubject>("what is worked on") }),
  run(tx, { words, on }) {
    const line = oneLine(words).trim();
    if (line === "") throw new Refusal("There is nothing to write down yet.");
    appendToDay(tx, dateOf(tx.now), [`- ${tx.now.slice(11)}, ${subjectName(tx, on)}: ${line}`]);
    return "Jotted it down on today’s page";
  },
});
