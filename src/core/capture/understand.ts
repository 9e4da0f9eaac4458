import { mentionsIn, tagsIn } from "../page";
import { addDays, dateOf, minuteOf, momentAt, type DateText } from "../time";
import { isCall, newNames, peopleParts, placeParts, readsLikeEvent } from "./aroundParts";
import { askedParts, reminds } from "./askedParts";
import {
  fromNowParts,
  partOfDayParts,
  settlePartOfDay,
  hourMarkParts,
  withColons,
  spokenClockParts,
  usualMinutes,
  weekendParts,
} from "./clockParts";
import { dateParts } from "./dateParts";
import { partKinds, type Draft, type Part, type PartKind } from "./draft";
import type { CaptureContext, Found, Mutable, Slot } from "./found";
import { lengthParts, sittingParts } from "./lengthParts";
import { rangeParts } from "./rangeParts";
import { remindParts } from "./remindParts";
import { firstDay, regularParts, repeatParts } from "./repeatParts";
import { spanParts } from "./spanParts";

/** Only so much of a line is searched for parts: a pasted page is words, and stays as it is. */
const searched = 600;
const longestTitle = 2000;

/** What each kind of record has room for; whatever it has none for stays in its title. */
const roomFor: Record<Draft["kind"], ReadonlySet<PartKind>> = {
  task: new Set(partKinds.filter((kind) => kind !== "place")),
  event: new Set(["kind", "day", "time", "length", "repeat", "until", "theme", "person", "remind", "place", "asked"]),
  note: new Set(["kind", "tag", "asked"]),
};

/**
 * Reads a typed line: what it becomes, and which stretches of it were understood as what. Never throws, and loses
 * nothing: every character but white space is in the title or in a part.
 *
 * @param refused parts not to be understood, as `partKey` names them; their words stay in the title
 */
export function understand(line: string, context: CaptureContext, refused: ReadonlySet<string> = new Set()): Draft {
  const head = withoutQuotes(line.slice(0, searched));
  let found: Found[] = [];
  const filled = new Set<Slot>();
  const remarks: string[] = [];
  const draft: Mutable = { kind: "task", title: "", tags: [], people: [], parts: [], remarks };
  const take = (part: Found) => {
    const free = found.every((other) => part.to <= other.from || part.from >= other.to);
    if (!free || part.to <= part.from || refused.has(partKey(part, line))) return;
    const fills = part.fills ?? [];
    const room = roomFor[draft.kind];
    if (!room.has(part.what) || fills.some((slot) => filled.has(slot) || !room.has(slot))) return;
    for (const slot of fills) filled.add(slot);
    found.push(part);
  };
  const takeAll = (parts: Iterable<Found>) => {
    for (const part of parts) take(part);
  };
  takeAll(kindParts(head));
  const afterKind = found[0]?.to ?? 0;
  for (const part of askedParts(head.slice(afterKind)))
    take({ ...part, from: part.from + afterKind, to: part.to + afterKind });
  // At once, since the kind says what there is room for.
  for (const part of found) part.apply(draft);
  takeAll(namedParts(head, context));
  takeAll(peopleParts(head, context));
  takeAll(remindParts(head));
  takeAll(spanParts(blanked(head, found), context));
  takeAll(rangeParts(head, context));
  takeAll(spokenClockParts(head, context));
  takeAll(hourMarkParts(head, context));
  takeAll(fromNowParts(head, context));
  takeAll(repeatParts(head, context));
  takeAll(regularParts(blanked(head, found), context));
  takeAll(sittingParts(head));
  takeAll(lengthParts(head));
  takeAll(weekendParts(head, context));
  const half = found.find((part) => part.half)?.half ?? halfOf(head);
  takeAll(dateParts(blanked(withColons(head), found), { ...context, half }, remarks, filled.has("repeat")));
  takeAll(partOfDayParts(head, context));
  takeAll(priorityParts(head, context, found));
  if (!filled.has("kind") && draft.kind === "task") {
    const places = [...placeParts(blanked(head, found))];
    const atHour = found.some(({ what, isPartOfDay }) => what === "time" && !isPartOfDay);
    const isEvent =
      found.every(({ what }) => roomFor.event.has(what)) &&
      !(atHour && found.some(({ meaning }) => meaning === reminds)) &&
      readsLikeEvent(titleOutside(head, inOrder(found)), {
        atHour,
        days: found.some(({ isSpan }) => isSpan === true),
        day: filled.has("day"),
        length: filled.has("length"),
        company: found.some(({ what, stays }) => what === "person" && stays),
        place: places.length > 0,
      });
    if (isEvent) draft.kind = "event";
  }
  if (draft.kind === "event") takeAll(placeParts(blanked(head, found)));
  // An event without a clock time is one of whole days, which has no length.
  if (draft.kind === "event" && !filled.has("time")) found = found.filter((part) => part.what !== "length");

  found = inOrder(found);
  for (const part of found) part.apply(draft);
  found = withSeparators(found, line);
  draft.title = titleOutside(line, found);
  const strangers =
    draft.kind === "note"
      ? []
      : newNames(
          blanked(
            head,
            found.filter(({ stays }) => !stays),
          ),
          context,
        );
  if (strangers.length > 0) draft.newNames = strangers;
  settleRepeat(draft, context, filled.has("day"));
  settlePartOfDay(draft, context);
  settleHours(draft, context);
  delete draft.partOfDay;
  delete draft.repeatUntil;
  delete draft.asksReminder;
  draft.parts = found.map(({ what, from, to, meaning, stays, says }) => ({
    what,
    from,
    to,
    meaning,
    ...(stays ? { stays } : {}),
    ...(says ? { says } : {}),
  }));
  if (draft.title === "") draft.title = line.replace(/\s+/g, " ").trim();
  if (draft.title.length > longestTitle) {
    draft.text = line;
    draft.title = `${[...draft.title.slice(0, 120)].slice(0, -1).join("").trimEnd()}…`;
  }
  return draft;
}

/** The half of the day in which a line's first words take place: "dinner at 8", "breakfast with Kay at 6". */
function halfOf(text: string): Found["half"] {
  const first =
    /^\s*(?:\p{L}+\s+)?(?:(?<evening>dinner|supper|cinema|concert|theatre|theater|opera|pub|drinks)|breakfast)(?!\p{L})/iu;
  const found = first.exec(text);
  return found ? (found.groups!.evening ? "pm" : "am") : undefined;
}

const saidByPlace: ReadonlySet<PartKind> = new Set(["day", "time", "length", "kind", "asked"]);

/**
 * Reads a line whose kind and days are given by where it is typed, and its hours where it has some: what it says of a day, a
 * time or a length stays words.
 * @param where the day, its last one where it is longer, and minutes since midnight
 */
export function understandAt(
  line: string,
  kind: "task" | "event",
  where: Pick<Draft, "day" | "endDay" | "startMinute" | "endMinute">,
  context: CaptureContext,
): Draft {
  const read = readAs(kind, line, context, ({ what }) => saidByPlace.has(what));
  const { endDay: _endDay, remindAt: _remindAt, ...draft } = read;
  return {
    ...draft,
    ...where,
    ...(kind === "task" && where.startMinute !== undefined && where.endMinute !== undefined
      ? { estimateMinutes: where.endMinute - where.startMinute }
      : {}),
  };
}

const writtenOut: ReadonlySet<PartKind> = new Set(["kind", "tag", "theme"]);

/**
 * Reads the words of a task line of a page. Its tags, themes and people stay words, which the page itself follows; an
 * hour without a day is of the day whose page it is.
 * @param isWanted whether a stretch of the words is to be understood at all
 */
export function understandTaskLine(
  words: string,
  page: DateText | undefined,
  context: CaptureContext,
  isWanted: (part: Part) => boolean,
): Draft {
  const unwanted = (part: Part) =>
    writtenOut.has(part.what) || (part.what === "person" && part.stays !== true) || !isWanted(part);
  const isElsewhen = page !== undefined && page !== dateOf(context.now);
  return readAs("task", words, isElsewhen ? { ...context, dayOfHours: page } : context, unwanted);
}

/** Reads a line as one of a kind, with the parts that are not wanted left as words. */
function readAs(
  kind: "task" | "event",
  line: string,
  context: CaptureContext,
  unwanted: (part: Part) => boolean,
): Draft {
  const prefix = `${kind}: `;
  const whole = prefix + line;
  const onLine = (part: Part) => ({ ...part, from: part.from - prefix.length, to: part.to - prefix.length });
  let refused: ReadonlySet<string> = new Set();
  // What is refused may leave room for more of its kind.
  for (;;) {
    const read = understand(whole, context, refused);
    const parts = read.parts.filter(({ from }) => from > 0);
    const refuse = parts.filter((part) => unwanted(onLine(part)));
    if (refuse.length === 0) return { ...read, parts: parts.map(onLine) };
    refused = new Set([...refused, ...refuse.map((part) => partKey(part, whole))]);
  }
}

/** What is quoted and what is an address are words: their letters are covered, so that nothing is found in them. */
function withoutQuotes(text: string): string {
  return text.replace(/“[^”]{2,}”|"[^"]{2,}"|\bhttps?:\S+/g, (words) => "·".repeat(words.length));
}

/** The name by which a part can be refused: what it was taken for, and its words. */
export function partKey(part: Pick<Part, "what" | "from" | "to">, line: string): string {
  const words = line.slice(part.from, part.to).replace(/^[\s,;:]+|[\s,;:]+$/g, "");
  return `${part.what} ${words.toLowerCase()}`;
}

/** Parts with the commas or brackets that set them off: "letter, 1 h, (high)" leaves "letter" and not "letter, , ()". */
function withSeparators(found: readonly Found[], line: string): Found[] {
  const widened: Found[] = [];
  for (const [index, part] of found.entries()) {
    if (part.stays) {
      widened.push(part);
      continue;
    }
    const before = widened.at(-1)?.to ?? 0;
    const opens = /\(\s*$/.exec(line.slice(before, part.from))?.[0].length ?? 0;
    const shuts = /^\s*\)/.exec(line.slice(part.to, found[index + 1]?.from ?? line.length))?.[0].length ?? 0;
    if (opens > 0 && shuts > 0) {
      widened.push({ ...part, from: part.from - opens, to: part.to + shuts });
      continue;
    }
    const after = found[index + 1]?.from ?? line.length;
    const lead = /[,;]\s*$/.exec(line.slice(before, part.from))?.[0].length ?? 0;
    const trail = /^\s*[,;:]/.exec(line.slice(part.to, after))?.[0].length ?? 0;
    const ends = trail > 0 || line.slice(part.to, after).trim() === "";
    const begins = line.slice(0, part.from).trim() === "" || line.slice(before, part.from).trim() === "";
    widened.push({
      ...part,
      from: lead > 0 && (ends || trail > 0) ? part.from - lead : part.from,
      to: trail > 0 && begins ? part.to + trail : part.to,
    });
  }
  return widened;
}

function blanked(text: string, found: readonly Part[]): string {
  let result = text;
  for (const { from, to } of found) result = result.slice(0, from) + "·".repeat(to - from) + result.slice(to);
  return result;
}

function inOrder(found: readonly Found[]): Found[] {
  return [...found].sort((one, other) => one.from - other.from);
}

function titleOutside(line: string, found: readonly Part[]): string {
  let title = "";
  let at = 0;
  for (const part of found) {
    if (part.stays) continue;
    const closes = /^\s*[,;:.!?)]/.test(line.slice(part.to));
    const before = line.slice(at, part.from) + (part.says ?? "");
    title += closes ? before.trimEnd() : `${before} `;
    at = closes ? part.to + (/^\s*/.exec(line.slice(part.to))?.[0].length ?? 0) : part.to;
  }
  return (title + line.slice(at)).replace(/\s+/g, " ").trim();
}

function* kindParts(text: string): Generator<Found> {
  const kind = /^\s*(task|event|note):\s*/i.exec(text);
  if (!kind) return;
  const name = kind[1]!.toLowerCase() as Draft["kind"];
  yield {
    what: "kind",
    fills: ["kind"],
    from: 0,
    to: kind[0].length,
    meaning: name,
    apply: (draft) => void (draft.kind = name),
  };
}

/** Words behind which a name belongs to the sentence: "write to @Ines about the lease". */
const namesBefore =
  /(?<!\p{L})(?:to|with|for|from|by|about|of|and|cc|ask|call|tell|meet|see|ring|phone|e-?mail|text|pay|thank|invite|help|visit|join|remind)\s+$|@[\p{L}\p{N}_-]+,\s+$/iu;

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
          yield {
            ...span,
            what: "theme",
            fills: ["theme"],
            meaning: theme.title,
            apply: (draft) => void (draft.theme = theme.id),
          };
        else if (sign === "#")
          yield {
            ...span,
            what: "tag",
            meaning: name,
            apply: (draft) => void (draft.tags = [...new Set([...draft.tags, name])]),
          };
        else
          yield {
            ...span,
            what: "person",
            ...(namesBefore.test(text.slice(0, at)) ? { says: person?.title ?? name } : {}),
            meaning: person?.title ?? `${name}, new`,
            apply: (draft) => void (draft.people = [...new Set([...draft.people, person?.title ?? name])]),
          };
      }
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
        fills: ["priority"],
        from: at - (/!+$/.exec(text.slice(0, at))?.[0].length ?? 0),
        to: to + suffix,
        meaning: title,
        apply: (draft) => void (draft.priority = id),
      };
    }
  }
}

/** What comes again ends on the day that was said, and does not begin at an hour that has passed. */
function settleRepeat(draft: Mutable, { now }: CaptureContext, isDayFixed: boolean) {
  if (draft.repeat === undefined) return;
  const today = dateOf(now);
  const rule = draft.repeat.replace(/^RRULE:/, "");
  if (!isDayFixed && draft.day === today && (draft.startMinute ?? 1440) < minuteOf(now) && rule.includes("BYDAY"))
    draft.day = firstDay(rule, addDays(today, 1));
  if (draft.repeatUntil !== undefined && draft.repeatUntil >= (draft.day ?? today))
    draft.repeat += `;UNTIL=${draft.repeatUntil.replaceAll("-", "")}`;
}

/**
 * Makes start, end and length agree; an hour without a day is the next one that comes. What only asks for a reminder has
 * that and no hours.
 */
function settleHours(draft: Mutable, { now, dayOfHours }: CaptureContext) {
  if (draft.endDay !== undefined && draft.kind === "task") draft.due ??= draft.endDay;
  if (draft.startMinute === undefined) return;
  draft.day ??= dayOfHours ?? (draft.startMinute < minuteOf(now) ? addDays(dateOf(now), 1) : dateOf(now));
  if (draft.asksReminder && draft.kind === "task" && draft.repeat === undefined && draft.endMinute === undefined) {
    draft.remindAt = momentAt(draft.day, draft.startMinute);
    delete draft.startMinute;
    return;
  }
  const usual = draft.kind === "event" && !isCall(draft.title) ? 60 : usualMinutes;
  draft.endMinute ??= draft.startMinute + (draft.estimateMinutes ?? usual);
}
