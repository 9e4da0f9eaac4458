import { RRuleTemporal } from "rrule-temporal";
import { Temporal } from "temporal-polyfill";
import { addDays, type DateText } from "../dates";
import { dateOf, isMoment, moveZone } from "../moments";
import type { Series } from "./expand";
import { compactMoment } from "./rule";

/** The starts of a series whose rule goes by hours, weeks of the year and the like, by the library for the standard. */
export function byLibrary({ start, rule, zone }: Series, from: DateText, to: DateText): string[] {
  const local = isMoment(start) ? start : `${start}T00:00`;
  const dtstart = Temporal.PlainDateTime.from(local).toZonedDateTime("UTC");
  // Times are expanded as they stand on the wall; an end in UTC is moved onto that wall.
  const until =
    rule.until?.endsWith("Z") && rule.until.length > 8 && zone !== undefined ? moved(rule.until, zone) : rule.until;
  const text = rule.text.replace(
    /UNTIL=[^;]+/,
    until === undefined ? "" : `UNTIL=${until}${until.length > 8 && !until.endsWith("Z") ? "Z" : ""}`,
  );
  const library = new RRuleTemporal({ rruleString: text, dtstart, includeDtstart: true, maxIterations: mostSteps });
  const day = (date: DateText) => Temporal.PlainDate.from(date).toZonedDateTime("UTC");
  return between(() => library.between(day(from), day(addDays(to, 1)), true), day(start.slice(0, 10)))
    .map((moment) => moment.toPlainDateTime().toString({ smallestUnit: "minute" }))
    .map((moment) => (isMoment(start) ? moment : moment.slice(0, 10)))
    .filter((moment) => dateOf(moment) <= to);
}

/** So many steps the library looks ahead for a rule that hardly ever holds, or never. */
const mostSteps = 20_000;

/** What is found, or the own start alone where a rule is looked for in vain: a calendar is shown in any case. */
function between(find: () => Temporal.ZonedDateTime[], start: Temporal.ZonedDateTime): Temporal.ZonedDateTime[] {
  try {
    return find();
  } catch (error) {
    if (error instanceof Error && /iterations/i.test(error.message)) return [start];
    throw error;
  }
}

function moved(until: string, zone: string): string {
  const written = `${until.slice(0, 4)}-${until.slice(4, 6)}-${until.slice(6, 8)}T${until.slice(9, 11)}:${until.slice(11, 13)}`;
  return compactMoment(moveZone(written, "UTC", zone));
}
