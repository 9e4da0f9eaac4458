import { dyes, isUnfinished, type Field, type Id, type PensumRecord, type PriorityLevel } from "../model";
import { relativeMomentText, type DateText, type TimeStyle } from "../time";
import { themeOf } from "../things";
import type { Store } from "../store";
import { cellType, optionsOf, type Cell } from "./cells";
import { titleOf } from "./cellTexts";
import { findRegister, recordsIn } from "./registers";

/** One of the things that a field can be, offered while one types. */
export interface Offer {
  readonly id: string;
  readonly title: string;
  /** What tells it from another of the same title. */
  readonly note?: string;
}

/** What offers are made from and written in. */
export interface Offering {
  readonly store: Pick<Store, "list" | "get" | "find">;
  readonly priorities: readonly PriorityLevel[];
  readonly style: TimeStyle;
  readonly today: DateText;
}

const mostOffered = 60;
/** So many are put into the order of their titles; more stay as they are kept, since that would take too long. */
const mostSorted = 2000;

/** Whether a field is one of a known list: options, tags, or the records that it may lead to. */
export function isOffered(field: Field): boolean {
  const type = cellType(field);
  if (type === "link" || type === "links" || type === "option") return true;
  return type === "options" && field.type !== "dates" && field.type !== "files";
}

/** Whether words that are not offered may stand in a field: they become a new option, or a tag. */
export function takesNewWords(field: Field): boolean {
  return field.type === "tags" || (field.own === true && optionLike.has(field.type));
}
const optionLike = new Set<Field["type"]>(["choice", "choices", "level"]);

/**
 * What a field can be, narrowed to what holds the words, in any case: first what begins with them. At most 60, found among
 * all there are. Records of the same title have a note that tells them apart.
 */
export function offersFor(offering: Offering, field: Field, words: string, except: readonly Id[] = []): Offer[] {
  const fixed = fixedOffers(offering, field);
  if (fixed)
    return narrowed(
      fixed.map((offer) => ({ ...offer, low: offer.title.toLowerCase() })),
      words,
      except,
    ).map(({ id, title }) => ({ id, title }));
  return recordOffers(offering, linkable(offering.store, field), words, except);
}

/** Records by their titles, narrowed in the same way. */
export function recordOffers(
  offering: Offering,
  records: readonly PensumRecord[],
  words: string,
  except: readonly Id[] = [],
): Offer[] {
  const shown = narrowed(titlesOf(records), words, except);
  const seen = new Map<string, number>();
  for (const { low } of shown) seen.set(low, (seen.get(low) ?? 0) + 1);
  return shown.map(({ id, title, low }) => {
    const record = seen.get(low) === 1 ? undefined : offering.store.get(id);
    return record ? { id, title, note: whichOne(offering, record) } : { id, title };
  });
}

/** The offer that words name: the one of just this title, or, where nothing new may be written, the only one left. */
export function offerNamed(offers: readonly Offer[], words: string, isFree: boolean): Offer | undefined {
  const low = words.trim().toLowerCase();
  const exact = offers.filter(({ title }) => title.toLowerCase() === low);
  if (exact.length > 0) return exact.length === 1 ? exact[0] : undefined;
  return !isFree && low !== "" && offers.length === 1 ? offers[0] : undefined;
}

/** The ids and titles that a cell holds now, so that what stays in it is not looked up by its title again. */
export function offersHeld({ store, priorities }: Offering, field: Field, cell: Cell): Offer[] {
  const ids = cell === undefined ? [] : Array.isArray(cell) ? (cell as readonly string[]) : [String(cell)];
  const options = cellType(field).startsWith("link") ? undefined : optionsOf(field, priorities);
  return ids.map((id) => ({
    id,
    title: options ? (options.find((one) => one.id === id)?.title ?? id) : titleOf(store.get(id)),
  }));
}

/** The tags that some task or note has. */
export function knownTags(store: Pick<Offering["store"], "list">): ReadonlySet<string> {
  const tagged = [...store.list("kind", "task"), ...store.list("kind", "note")];
  return new Set(tagged.flatMap((record) => ("tags" in record ? record.tags : [])));
}

function fixedOffers({ store, priorities }: Offering, field: Field): Offer[] | undefined {
  if (field.type === "dye") return dyes.map((dye) => ({ id: dye, title: dye }));
  if (field.type === "tags") return [...knownTags(store)].sort().map((tag) => ({ id: tag, title: tag }));
  const type = cellType(field);
  return type === "option" || type === "options" ? [...optionsOf(field, priorities)] : undefined;
}

/** The records that a field may lead to; a task that is part of another is part of an open one. */
function linkable(store: Offering["store"], field: Field): readonly PensumRecord[] {
  if (field.type === "task") return store.list("unfinishedTasks", "all");
  const register = findRegister(store, field.target ?? "");
  return register ? recordsIn(store, register) : [];
}

interface Titled extends Offer {
  readonly low: string;
}
const titled = new WeakMap<readonly PensumRecord[], readonly Titled[]>();

/** The titles of records, kept as long as the list is the same. */
function titlesOf(records: readonly PensumRecord[]): readonly Titled[] {
  let known = titled.get(records);
  if (!known) {
    const all = records.map((record) => {
      const title = titleOf(record);
      return { id: record.id, title, low: title.toLowerCase() };
    });
    known = all.length > mostSorted ? all : all.toSorted((a, b) => a.title.localeCompare(b.title));
    titled.set(records, known);
  }
  return known;
}

function narrowed(all: readonly Titled[], words: string, except: readonly Id[]): Titled[] {
  const low = words.trim().toLowerCase();
  const [first, later]: [Titled[], Titled[]] = [[], []];
  for (const one of all) {
    if (first.length >= mostOffered) break;
    if (except.includes(one.id)) continue;
    const at = one.low.indexOf(low);
    if (at === 0) first.push(one);
    else if (at > 0 && later.length < mostOffered) later.push(one);
  }
  return [...first, ...later].slice(0, mostOffered);
}

/** What tells a record from another of its title: when it is due or planned, what it is part of, or when it was made. */
function whichOne({ store, style, today }: Offering, record: PensumRecord): string {
  const day = (text: string) => relativeMomentText(text, today, style);
  const parts: string[] = [];
  if (record.kind === "task") {
    const above = store.find("task", record.parent);
    if (record.due !== undefined) parts.push(`due ${day(record.due)}`);
    else if (record.doDay !== undefined) parts.push(`planned ${day(record.doDay)}`);
    if (above) parts.push(`part of ${titleOf(above)}`);
    else {
      const theme = themeOf(record, store);
      if (theme) parts.push(theme.title);
    }
    if (!isUnfinished(record.state)) parts.push(record.state);
  } else if ("start" in record && typeof record.start === "string") parts.push(day(record.start));
  if (parts.length === 0 && "createdAt" in record) parts.push(`made ${day(record.createdAt)}`);
  return parts.join(", ");
}
