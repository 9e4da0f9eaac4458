import { addDays, dateOf, repeatOf, repeatPhrases, repeatWords, ruleOfPhrase, startsOf, type DateText } from "../time";
import type { CaptureContext, Found } from "./found";

/** The first day from `today` on that a rule has: today itself for one that names no day. */
function firstDay(rule: string, today: DateText): DateText {
  if (!rule.includes(";BY")) return today;
  // From yesterday on, and each time: where a rule starts always counts as one of its days.
  const yesterday = addDays(today, -1);
  const repeat = repeatOf(`RRULE:${rule.replace(/;INTERVAL=\d+/, "")}`);
  const [first = today] = repeat ? startsOf(yesterday, repeat, today, addDays(today, 400)) : [];
  return dateOf(first);
}

/** "every Monday", "every 2 weeks", "every last Friday of the month": how something comes again, and from when. */
export function* repeatParts(text: string, { now, style }: CaptureContext): Generator<Found> {
  for (const found of text.matchAll(repeatPhrases())) {
    const rule = ruleOfPhrase(found.groups ?? {});
    const repeat = rule === undefined ? undefined : repeatOf(`RRULE:${rule}`);
    if (!rule || !repeat) continue;
    const first = firstDay(rule, dateOf(now));
    yield {
      what: "repeat",
      fills: ["repeat"],
      from: found.index,
      to: found.index + found[0].length,
      meaning: repeatWords(repeat, style),
      apply(draft) {
        draft.repeat = `RRULE:${rule}`;
        draft.day ??= first;
      },
    };
  }
}
