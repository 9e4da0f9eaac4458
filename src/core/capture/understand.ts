import { mentionsIn, tagsIn } from "../page";
import { addDays, dateOf, minuteOf } from "../time";
import { dateParts } from "./dateParts";
import { partKinds, type Draft, type Part, type PartKind } from "./draft";
import type { CaptureContext, Found, Mutable, Slot } from "./found";
import { lengthParts } from "./lengthParts";
import { rangeParts } from "./rangeParts";
import { remindParts } from "./remindParts";
import { repeatParts } from "./repeatParts";

/** Only so much of a line is searched for parts: a pasted page is words, and stays as it is. */
const searched = 600;
const longestTitle = 2000;

/** What each kind of record has room for; whatever it has none for stays in its title. */
const roomFor: Record<Draft["kind"], ReadonlySet<PartKind>> = {
  task: new Set(partKinds),
  event: new Set(["kind", "day", "time", "length", "repeat", "theme", "person", "remind"]),
  note: new Set(["kind", "tag"]),
};

/**
 * Reads a typed line: what it becomes, and which stretches of it were understood as what. Never throws, and loses
 * nothing: every character but white space is in the title or in a part.
 *
 * @param refused parts not to be understood, as `partKey` names them; their words stay in the title
 */
export function understand(line: string, context: CaptureContext, refused: ReadonlySet<string> = new Set()): Draft {
  const head = line.slice(0, searched);
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
  for (const part of kindParts(head)) take(part);
  // At once, since the kind says what there is room for.
  for (const part of found) part.apply(draft);
  for (const part of namedParts(head, context)) take(part);
  for (const part of remindParts(head)) take(part);
  for (const part of rangeParts(head, context)) take(part);
  for (const part of repeatParts(head, context)) take(part);
  for (const part of lengthParts(head)) take(part);
  for (const part of dateParts(blanked(head, found), context, remarks)) take(part);
  for (const part of priorityParts(head, context, found)) take(part);
  // An event without a clock time is one of whole days, which has no length.
  if (draft.kind === "event" && !filled.has("time")) found = found.filter((part) => part.what !== "length");

  found.sort((a, b) => a.from - b.from);
  for (const part of found) part.apply(draft);
  found = withSeparators(found, line);
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
  const words = line.slice(part.from, part.to).replace(/^[\s,;:]+|[\s,;:]+$/g, "");
  return `${part.what} ${words.toLowerCase()}`;
}

/** Parts with the commas that set them off: "letter, 1 h, high" leaves "letter" and not "letter, ,". */
function withSeparators(found: readonly Found[], line: string): Found[] {
  const widened: Found[] = [];
  for (const [index, part] of found.entries()) {
    const before = widened.at(-1)?.to ?? 0;
    const after = found[index + 1]?.from ?? line.length;
    const lead = /[,;]\s*$/.exec(line.slice(before, part.from))?.[0].length ?? 0;
    const trail = /^\s*[,;:]/.exec(line.slice(part.to, after))?.[0].length ?? 0;
    const ends = trail > 0 || line.slice(part.to, after).trim() === "";
    const begins = line.slice(0, part.from).trim() === "" || line.slice(before, part.from).trim() === "";
    widened.push({
      ...part,
      from: lead > 0 && ends ? part.from - lead : part.from,
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
  yield {
    what: "kind",
    fills: ["kind"],
    from: 0,
    to: kind[0].length,
    meaning: name,
    apply: (draft) => void (draft.kind = name),
  };
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
