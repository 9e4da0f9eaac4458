import { Refusal, told } from "../model";
import { appendLines, plainTitle, readAttributes, readTimeRange, writeTimeRange } from "../page";
import { describeCommand } from "../store";
import { dateOf, minuteOf, minuteOn, momentAt } from "../time";
import { usualBlockMinutes } from "./place";
import { checkStretch, clock, dayPage, need } from "./shared";

/** On the rail of another day the line is written on that day's page. */
export const placeLine = describeCommand({
  name: "placeLine",
  does: "Gives a plain line of a day page a clock time, by writing its hours before its words; the line is then a block.",
  input: told.parts({
    page: told.id(),
    lineFrom: told.number,
    line: told.text,
    start: told.moment,
    minutes: told.maybe(told.minutes),
  }),
  again: "merge",
  run(tx, { page: pageId, lineFrom, line, start, minutes }) {
    const page = need(tx, "day", pageId);
    if (page.text.slice(lineFrom, lineFrom + line.length) !== line)
      throw new Refusal("The line has changed in the meantime. Nothing was placed.");
    const end = momentAt(dateOf(start), minuteOf(start) + (minutes ?? usualBlockMinutes));
    checkStretch(start, end);
    const mark = /^\s*(?:[-*+]\s+|\d{1,9}[.)]\s+|#{1,6}\s+|>\s+)?/.exec(line)?.[0] ?? "";
    const words = line.slice(mark.length);
    const range = readTimeRange(words);
    const title = (range ? words.slice(range.length) : words).trim();
    if (title === "") throw new Refusal("An empty line cannot be placed.");
    const hours = writeTimeRange(minuteOf(start), minuteOn(dateOf(start), end));
    const attributes = readAttributes(line);
    const fresh = attributes ? "" : ` {#${tx.newId()}}`;
    if (dateOf(start) === page.date) {
      const listMark = /^\s*[-*+]\s+$/.test(mark) ? mark : "- ";
      const written = `${listMark}${hours} ${title}${fresh}`;
      tx.update(pageId, { text: page.text.slice(0, lineFrom) + written + page.text.slice(lineFrom + line.length) });
    } else {
      const other = dayPage(tx, dateOf(start));
      tx.update(other.id, { text: appendLines(other.text, [`- ${hours} ${title}${fresh}`]) });
    }
    return `Placed “${plainTitle(title.replace(/\s*\{[^{}]*\}$/, ""))}” at ${clock(start)}`;
  },
});
