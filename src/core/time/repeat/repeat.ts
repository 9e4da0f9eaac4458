import { addDays, isDate, type DateText } from "../dates";
import { dateOf, isMoment, type MomentText } from "../moments";
import { occurrences } from "./expand";
import { compactMoment, readRule, type RepeatRule } from "./rule";

/** How something comes again: a rule, with dates that are left out and dates that come on top. */
export interface Repeat {
  /** Absent where only dates are listed. */
  readonly rule?: RepeatRule;
  /** Starts that are left out, local as the own start is. */
  readonly except: readonly string[];
  readonly also: readonly string[];
  /** Whether the next is counted from when one was done, and not from when it was planned. */
  readonly fromDone: boolean;
}

/**
 * Reads how something comes again, as it is kept: the rule as RFC 5545 has it, then `EXDATE=` and `RDATE=` with what is
 * left out and what comes on top, and `FROM=DONE`; with spaces between them.
 */
export function readRepeat(text: string): Repeat | { readonly fault: string } {
  let rule: RepeatRule | undefined;
  let fromDone = false;
  const lists = { EXDATE: [] as string[], RDATE: [] as string[] };
  for (const word of text.trim().split(/\s+/).filter(Boolean)) {
    const [, name, value] = /^(EXDATE|RDATE|FROM)=(.*)$/i.exec(word) ?? [];
    if (name?.toUpperCase() === "FROM") fromDone = value?.toUpperCase() === "DONE";
    else if (name && value) {
      const moments = value.split(",").map(plainMoment);
      const wrong = moments.findIndex((moment) => moment === undefined);
      if (wrong >= 0) return { fault: `“${value.split(",")[wrong]}” is no date.` };
      lists[name.toUpperCase() as keyof typeof lists].push(...(moments as string[]));
    } else {
      if (rule) return { fault: `“${word}” is a second rule. Only one is allowed.` };
      const read = readRule(word);
      if ("fault" in read) return read;
      rule = read;
    }
  }
  if (!rule && lists.RDATE.length === 0) return { fault: "It has neither a rule nor dates." };
  return { ...(rule ? { rule } : {}), except: lists.EXDATE, also: lists.RDATE, fromDone };
}

/** `20261124T090000` as `2026-11-24T09:00`, and `20261124` as a date; undefined for what is neither. */
export function plainMoment(text: string): string | undefined {
  const [, year, month, day, hour, minute] =
    /^(\d{4})-?(\d\d)-?(\d\d)(?:T(\d\d):?(\d\d)(?::?\d\d)?)?$/.exec(text) ?? [];
  const date = `${year}-${month}-${day}`;
  if (!isDate(date)) return undefined;
  const moment = hour === undefined ? date : `${date}T${hour}:${minute}`;
  return hour === undefined || isMoment(moment) ? moment : undefined;
}

export function writeRepeat({ rule, except, also, fromDone }: Repeat): string {
  const list = (name: string, moments: readonly string[]) =>
    moments.length > 0 ? [`${name}=${[...new Set(moments)].sort().map(compactMoment).join(",")}`] : [];
  return [
    ...(rule ? [rule.text] : []),
    ...list("EXDATE", except),
    ...list("RDATE", also),
    ...(fromDone ? ["FROM=DONE"] : []),
  ].join(" ");
}

const known = new Map<string, Repeat | { readonly fault: string }>();

/** How something comes again, read once for each text; undefined where it cannot be read. */
export function repeatOf(text: string | undefined): Repeat | undefined {
  if (text === undefined) return undefined;
  let repeat = known.get(text);
  if (!repeat) {
    if (known.size > 5000) known.clear();
    known.set(text, (repeat = readRepeat(text)));
  }
  return "fault" in repeat ? undefined : repeat;
}

/**
 * The starts of what comes again on the days from `from` to `to`, in order, without those left out.
 * @param start the first one's, a moment or a date
 * @param zone the IANA zone of a start that is told in one
 */
export function startsOf(
  start: DateText | MomentText,
  repeat: Repeat,
  from: DateText,
  to: DateText,
  zone?: string,
): string[] {
  const { rule, also, except } = repeat;
  const byRule = rule ? occurrences({ start, rule, zone }, from, to) : inWindow([start], from, to);
  if (also.length === 0 && except.length === 0) return byRule;
  const extra = inWindow(also, from, to).map((moment) =>
    isMoment(start) && !isMoment(moment) ? moment + start.slice(10) : moment,
  );
  const out = new Set(except);
  const all = extra.length > 0 ? [...new Set([...byRule, ...extra])].sort() : byRule;
  // A date that is left out leaves out whatever starts on it.
  return all.filter((at) => !out.has(at) && !out.has(dateOf(at)));
}

function inWindow(moments: readonly string[], from: DateText, to: DateText): string[] {
  return moments.filter((moment) => dateOf(moment) >= from && dateOf(moment) <= to);
}

/** The first start behind a moment or date; undefined when there is none within about forty years. */
export function nextStart(start: string, repeat: Repeat, behind: string, zone?: string): string | undefined {
  for (let from = dateOf(behind), days = 40; days < 16_000; from = addDays(from, days), days *= 3) {
    const next = startsOf(start, repeat, from, addDays(from, days), zone).find((at) => at > behind);
    if (next) return next;
  }
  return undefined;
}
