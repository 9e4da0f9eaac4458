import { casual, GB } from "chrono-node/en";
import type { PriorityLevel } from "../model";
import { mentionsIn, readTimeRange, tagsIn } from "../page";
import {
  addDays,
  clockText,
  dateFromParts,
  dateOf,
  dateText,
  estimateText,
  minuteOf,
  minuteOfParts,
  momentAt,
  parseDuration,
  type DateText,
  type MomentText,
  type TimeStyle,
} from "../time";
import type { Draft, Part, PartKind } from "./draft";

/** What a line is understood against. */
export interface CaptureContext {
  readonly now: MomentText;
  readonly style: TimeStyle;
  readonly priorities: readonly PriorityLevel[];
  /** The id of the theme of this name, if there is one. */
  theme(name: string): { id: string; title: string } | undefined;
  /** Whether somebody of this name is known. */
  person(name: string): { id: string; title: string } | undefined;
}

/** Only so much of a line is searched for parts: a pasted page is words, and stays as it is. */
const searched = 600;
const longestTitle = 2000;

type Found = Part & { apply(draft: Mutable): void };
type Mutable = { -readonly [K in keyof Draft]: Draft[K] };

/**
 * Reads a typed line: what it becomes, and which stretches of it were understood as what. Never throws, and loses
 * nothing: every character but white space is in the title or in a part.
 *
 * @param refused parts not to be understood, as `partKey` names them; their words stay in the title
 */
export function understand(line: string, context: CaptureContext, refused: ReadonlySet<string> = new Set()): Draft {
  const head = line.slice(0, searched);
  const found: Found[] = [];
  const remarks: string[] = [];
  const take = (part: Found) => {
    const free = found.every((other) => part.to <= other.from || part.from >= other.to);
    if (free && part.to > part.from && !refused.has(partKey(part, line))) found.push(part);
  };
  for (const part of kindParts(head)) take(part);
  for (const part of namedParts(head, context)) take(part);
  for (const part of rangeParts(head, context)) take(part);
  for (const part of lengthParts(head)) take(part);
  for (const part of dateParts(blanked(head, found), context, remarks)) take(part);
  for (const part of priorityParts(head, context, found)) take(part);

  const draft: Mutable = { kind: "task", title: "", tags: [], people: [], parts: [], remarks };
  found.sort((a, b) => a.from - b.from);
  for (const part of found) part.apply(draft);
  settleHours(draft, context);
  draft.parts = found.map(({ what, from, to, meaning }) => ({ what, from, to, meaning }));
  const title = titleOutside(line, found);
  draft.title = title === "" ? line.replace(/\s+/g, " ").trim() : title;
  if (draft.title.length > longestTitle) {
    draft.text = line;
    draft.title = `${[...draft.title.slice(0, 120)].slice(0, -1).join("").trimEnd()}…`;
  }
  return draft;
}

/** The name by which a part can be refused: what it was taken for, and its words. */
export function partKey(part: Pick<Part, "what" | "from" | "to">, line: string): string {
  return `${part.what} ${line.slice(part.from, part.to).toLowerCase()}`;
}

function blanked(text: string, found: readonly Part[]): string {
  let result = text;
  for (const { from, to } of found) result = result.slice(0, from) + "·".repeat(to - from) + result.slice(to);
  return result;
}

function titleOutside(line: string, found: readonly Part[]): string {
  let title = "";
  let at = 0;
  for (const part of found) {
    title += `${line.slice(at, part.from)} `;
    at = part.to;
  }
  return (title + line.slice(at)).replace(/\s+/g, " ").trim();
}

function* kindParts(text: string): Generator<Found> {
  const kind = /^\s*(task|event|note):\s*/i.exec(text);
  if (!kind) return;
  const name = kind[1]!.toLowerCase() as Draft["kind"];
  yield { what: "kind", from: 0, to: kind[0].length, meaning: name, apply: (draft) => void (draft.kind = name) };
}

function* namedParts(text: string, context: CaptureContext): Generator<Found> {
  for (const [sign, names] of [
    ["#", tagsIn(text)],
    ["@", mentionsIn(text)],
  ] as const)
    for (const name of names)
      for (let at = text.indexOf(sign + name); at >= 0; at = text.indexOf(sign + name, at + 1)) {
        const span = { from: at, to: at + 1 + name.length };
        if (/[\p{L}\p{N}_/-]/u.test(text[span.to] ?? " ") || /[\p{L}\p{N}_]/u.test(text[at - 1] ?? " ")) continue;
        const theme = sign === "#" ? context.theme(name) : undefined;
        const person = sign === "@" ? context.person(name) : undefined;
        if (theme)
          yield { ...span, what: "theme", meaning: theme.title, apply: (draft) => void (draft.theme = theme.id) };
        else if (sign === "#")
          yield {
            ...span,
            what: "tag",
            meaning: `tag ${name}`,
            apply: (draft) => void (draft.tags = [...new Set([...draft.tags, name])]),
          };
        else
          yield {
            ...span,
            what: "person",
            meaning: person?.title ?? `${name}, new`,
            apply: (draft) => void (draft.people = [...new Set([...draft.people, person?.title ?? name])]),
          };
      }
}

function* rangeParts(text: string, { style }: CaptureContext): Generator<Found> {
  for (const found of text.matchAll(
    /(?<![\d:.\p{L}])\d{1,2}(?:[:.]\d{2})?\s?(?:am|pm)?\s?(?:-|–|—|to|until)\s?\d{1,2}/giu,
  )) {
    const range = readTimeRange(text.slice(found.index, found.index + 40));
    if (!range) continue;
    const from = found.index - prefixLength(text, found.index, /\b(?:from|at)\s+$/i);
    const to = found.index + range.length;
    const meaning = `${clockText(range.startMinute, style)} to ${clockText(range.endMinute, style)}`;
    yield {
      what: "time",
      from,
      to,
      meaning,
      apply(draft) {
        draft.startMinute = range.startMinute;
        draft.endMinute = range.endMinute;
      },
    };
  }
}

function* lengthParts(text: string): Generator<Found> {
  const shape =
    /(?<![\d.,:\p{L}])\d{1,4}(?:[.,]\d{1,2})?\s?(?:hours?|hrs?|h|minutes?|mins?|min)(?![\p{L}])(?:\s?\d{1,2}(?:\s?(?:minutes?|mins?|min))?(?![\d:.,\p{L}]))?/giu;
  for (const found of text.matchAll(shape)) {
    const minutes = parseDuration(found[0]) ?? parseDuration(found[0].replace(/\s?\d{1,2}$/, ""));
    if (!minutes || /\bin\s+$/i.test(text.slice(0, found.index))) continue;
    const length = parseDuration(found[0]) ? found[0].length : found[0].replace(/\s?\d{1,2}$/, "").length;
    const from = found.index - prefixLength(text, found.index, /\b(?:for|takes?|about)\s+$/i);
    yield {
      what: "length",
      from,
      to: found.index + length,
      meaning: estimateText(minutes),
      apply: (draft) => void (draft.estimateMinutes = minutes),
    };
  }
}

function prefixLength(text: string, at: number, shape: RegExp): number {
  return shape.exec(text.slice(Math.max(0, at - 12), at))?.[0].length ?? 0;
}

const monthNames =
  "jan(?:uary)?|feb(?:ruary)?|mar(?:ch)?|apr(?:il)?|may|june?|july?|aug(?:ust)?|sept?(?:ember)?|oct(?:ober)?|nov(?:ember)?|dec(?:ember)?";
const dayAndMonth = new RegExp(
  `(?<![\\d.])(\\d{1,2})(?:st|nd|rd|th)?(?:\\s+of)?\\s+(${monthNames})\\b(?:,?\\s+(\\d{4}))?|\\b(\\d{4})-(\\d{2})-(\\d{2})\\b`,
  "gi",
);
const monthNumber = (name: string) =>
  "janfebmaraprmayjunjulaugsepoctnovdec".indexOf(name.slice(0, 3).toLowerCase()) / 3 + 1;

/** Dates with a day that the calendar does not have: they stay words, and are remarked upon. */
function missingDates(text: string, thisYear: number): { from: number; to: number; words: string }[] {
  const missing = [];
  for (const found of text.matchAll(dayAndMonth)) {
    const [words, day, month, year, isoYear, isoMonth, isoDay] = found;
    const exists = isoYear
      ? dateFromParts(Number(isoYear), Number(isoMonth), Number(isoDay))
      : (dateFromParts(Number(year ?? thisYear), monthNumber(month!), Number(day)) ??
        (year ? undefined : dateFromParts(thisYear + 4 - (thisYear % 4), monthNumber(month!), Number(day))));
    if (!exists) missing.push({ from: found.index, to: found.index + words.length, words });
  }
  return missing;
}

function* dateParts(text: string, context: CaptureContext, remarks: string[]): Generator<Found> {
  const { now, style } = context;
  let readable = text;
  for (const { from, to, words } of missingDates(text, Number(now.slice(0, 4)))) {
    remarks.push(`${words} is not a date that exists, so it stays as words.`);
    readable = readable.slice(0, from) + "·".repeat(to - from) + readable.slice(to);
  }
  for (const result of chronoResults(readable, now, style)) {
    const { start, end, index } = result;
    const hasDay = start.isCertain("day") || start.isCertain("weekday");
    const hasTime = start.isCertain("hour");
    if (!hasDay && !hasTime) continue;
    const words = result.text.trimEnd();
    if (isRatherAWord(words, index) || words.includes("·")) continue;
    const minute = hasTime ? minuteOfParts(start.get("hour") ?? 0, start.get("minute") ?? 0) : undefined;
    const dated = dateFromParts(start.get("year") ?? 0, start.get("month") ?? 0, start.get("day") ?? 0);
    const day = hasDay ? dated : minute !== undefined && minute < minuteOf(now) ? addDays(dateOf(now), 1) : dateOf(now);
    if (!day || (hasTime && minute === undefined)) continue;
    const due = prefixLength(readable, index, /\b(?:due(?:\s+(?:on|by|at))?|by|before|until)\s+$/i);
    const from = index - (due || prefixLength(readable, index, /\b(?:on|at|from)\s+$/i));
    const span = { from, to: index + words.length };
    if (due) yield { ...span, ...duePart(day, minute, style) };
    else {
      const endMinute = end?.isCertain("hour")
        ? minuteOfParts(end.get("hour") ?? 0, end.get("minute") ?? 0)
        : undefined;
      yield { ...span, ...dayPart(hasDay || minute !== undefined ? day : undefined, minute, endMinute, style) };
    }
  }
}

/** "sat" and "sun" are days with a capital inside a line; "may" and "now" alone never are. */
function isRatherAWord(words: string, at: number): boolean {
  if (/^(?:now|may|mar)$/i.test(words)) return true;
  return /^(?:sun|sat)$/i.test(words) && (at === 0 || words[0] === "s");
}

function chronoResults(text: string, now: MomentText, style: TimeStyle) {
  const [year, month, day] = dateOf(now).split("-").map(Number) as [number, number, number];
  const minute = minuteOf(now);
  const reference = new Date(year, month - 1, day, Math.floor(minute / 60), minute % 60);
  const parser = style.locale === "en-US" ? casual : GB;
  try {
    return parser.parse(text, reference, { forwardDate: true });
  } catch {
    return [];
  }
}

function duePart(day: DateText, minute: number | undefined, style: TimeStyle) {
  const due = minute === undefined ? day : momentAt(day, minute);
  return {
    what: "due" as const,
    meaning: `${dateText(day, "short", style)}${minute === undefined ? "" : ` ${clockText(minute, style)}`}`,
    apply: (draft: Mutable) => void (draft.due = due),
  };
}

function dayPart(
  day: DateText | undefined,
  minute: number | undefined,
  endMinute: number | undefined,
  style: TimeStyle,
) {
  const clock =
    minute === undefined ? "" : ` ${clockText(minute, style)}${endMinute ? ` to ${clockText(endMinute, style)}` : ""}`;
  return {
    what: (minute === undefined ? "day" : "time") as PartKind,
    meaning: `${day ? dateText(day, "short", style) : ""}${clock}`.trim(),
    apply(draft: Mutable) {
      if (day && !draft.day) draft.day = day;
      if (minute !== undefined && draft.startMinute === undefined) draft.startMinute = minute;
      if (endMinute !== undefined && minute !== undefined && endMinute > minute && draft.endMinute === undefined)
        draft.endMinute = endMinute;
    },
  };
}

/** A priority's name counts where no further word follows it: "high street" is a street. */
function* priorityParts(text: string, { priorities }: CaptureContext, found: readonly Part[]): Generator<Found> {
  for (const { id, title } of priorities) {
    const name = title.toLowerCase().trim();
    if (name === "") continue;
    for (let at = text.toLowerCase().indexOf(name); at >= 0; at = text.toLowerCase().indexOf(name, at + 1)) {
      const to = at + name.length;
      if (/[\p{L}\p{N}-]$/u.test(text.slice(0, at)) || /^[\p{L}\p{N}-]/u.test(text.slice(to))) continue;
      const suffix = /^\s+priority\b/i.exec(text.slice(to))?.[0].length ?? 0;
      const next = to + suffix + (/^[\s,]*/.exec(text.slice(to + suffix))?.[0].length ?? 0);
      if (!suffix && next < text.length && !found.some((part) => part.from === next)) continue;
      if (at === 0 && next >= text.length) continue;
      yield {
        what: "priority",
        from: at,
        to: to + suffix,
        meaning: title,
        apply: (draft) => void (draft.priority = id),
      };
    }
  }
}

const usualMinutes = 30;

/** Makes start, end and length agree; an hour without a day is the next one that comes. */
function settleHours(draft: Mutable, { now }: CaptureContext) {
  if (draft.startMinute === undefined) return;
  draft.day ??= draft.startMinute < minuteOf(now) ? addDays(dateOf(now), 1) : dateOf(now);
  draft.endMinute ??= draft.startMinute + (draft.estimateMinutes ?? (draft.kind === "event" ? 60 : usualMinutes));
}
