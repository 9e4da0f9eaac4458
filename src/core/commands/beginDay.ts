import { dayPageId, Refusal, type Template, told } from "../model";
import { fillPlaces, readAttributes } from "../page";
import { describeCommand, type Transaction } from "../store";
import { dateOf, isDate, listed, type DateText } from "../time";
import { knownFills } from "../things";
import { dayPage } from "./shared";

/** The templates whose lines are to begin a day and have not begun it yet, in their order. */
export function templatesToBegin(reads: Pick<Transaction, "list">, date: DateText): Template[] {
  return (reads.list("kind", "template") as readonly Template[])
    .filter(({ beginsDays, begunOn, register }) => beginsDays === true && register === "days" && begunOn !== date)
    .toSorted((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1));
}

/** That they have begun it is noted apart (`noteDayBegun`), so that lines that are undone or deleted stay away. Lines that are there already came from another tab, which has not noted it yet. */
export const beginDay = describeCommand({
  name: "beginDay",
  does: "Puts the lines of the templates that begin every day at the head of today's page.",
  input: told.parts({ date: told.date }),
  run(tx, { date }) {
    checkToday(tx, date);
    const written = tx.find("day", dayPageId(date))?.text ?? "";
    const begun = templatesToBegin(tx, date).filter(
      (template) => template.text.trim() !== "" && !isThere(written, linesOf(template, date)),
    );
    if (begun.length === 0) return "No template begins this day";
    const lines = begun.flatMap((template) => linesOf(template, date));
    const page = dayPage(tx, date);
    const below = page.text.trim() === "" ? "" : `\n\n${page.text}`;
    tx.update(dayPageId(date), { text: lines.join("\n") + below });
    return `Began the day with ${listed(begun.map(({ title }) => `“${title}”`))}`;
  },
});

/** It keeps the books, and is no step of undo. */
export const noteDayBegun = describeCommand({
  name: "noteDayBegun",
  does: "Notes which templates have begun a day.",
  input: told.parts({ date: told.date }),
  run(tx, { date }) {
    checkToday(tx, date);
    for (const { id } of templatesToBegin(tx, date)) tx.update(id, { begunOn: date });
    return "Began the day";
  },
});

/** Whether a page has the lines of a template: its tasks by their names, however they were changed since, or all of them as they are. */
function isThere(text: string, lines: readonly string[]): boolean {
  const names = lines.flatMap((line) => /\{#([\w-]+)\}$/.exec(line)?.[1] ?? []);
  return names.length > 0
    ? names.some((name) => new RegExp(`\\{#${name}\\b`).test(text))
    : text.includes(lines.join("\n"));
}

function checkToday(tx: Transaction, date: DateText) {
  if (!isDate(date) || date !== dateOf(tx.now)) throw new Refusal("Only today can be begun.");
}

/** The lines of a template for a day. Its tasks have names of their own, so that two tabs that begin the day at once make them once. */
function linesOf({ id, text }: Template, date: DateText): string[] {
  return fillPlaces(text, knownFills(date))
    .trimEnd()
    .split("\n")
    .map((line, at) => {
      if (!/^\s*- \[[ xX]\] \S/.test(line) || readAttributes(line)) return line;
      return `${line.trimEnd()} {#${id.slice(0, 40)}-${date.replaceAll("-", "")}-${at}}`;
    });
}
