import { builtInLinks, valueIn, type Id, type PensumRecord } from "../model";
import { mentionOf } from "./renameLinks";

/**
 * The records that refer to one: by a link to its title in their words, or by naming it as theme, person, task or
 * whole. At most `most`, in no particular order.
 */
export function linksTo(record: PensumRecord, records: Iterable<PensumRecord>, most = mostLinks): PensumRecord[] {
  return upTo(most, records, linkingTo(record));
}

/** As many are looked for, of those that link and of those that mention. */
const mostLinks = 200;
const mostMentions = 60;

function upTo(most: number, records: Iterable<PensumRecord>, holds: (other: PensumRecord) => boolean): PensumRecord[] {
  const found: PensumRecord[] = [];
  for (const other of records) {
    if (holds(other)) found.push(other);
    if (found.length >= most) break;
  }
  return found;
}

/** Whether another record refers to this one. */
function linkingTo(record: PensumRecord): (other: PensumRecord) => boolean {
  const title = "title" in record ? record.title.toLowerCase() : record.kind === "day" ? record.date : "";
  const links = title === "" ? [] : [`[[${title}]]`, `[[${title}|`];
  const mention = record.kind === "person" ? `@${title.replace(/\s+/g, "-")}` : undefined;
  return (other) =>
    other.id !== record.id && other.kind !== "settings" && (refersById(other, record.id) || mentions(other));

  function mentions(other: Exclude<PensumRecord, { kind: "settings" }>): boolean {
    if (links.length === 0) return false;
    for (const words of "title" in other ? [other.title, other.text] : [other.text]) {
      if (!words.includes("[[") && !(mention && words.includes("@"))) continue;
      const small = words.toLowerCase();
      if (links.some((link) => small.includes(link)) || (mention && small.includes(mention))) return true;
    }
    return false;
  }
}

/** Whether a field of one record, built in or the person's own, leads to another. */
function refersById(other: PensumRecord, id: string): boolean {
  if (other.kind === "block" && other.holds?.some(({ task }) => task === id)) return true;
  for (const name in other) {
    if (!linkNames.has(name) && !name.startsWith("f_")) continue;
    const value = valueIn(other, name);
    if (value === id || (Array.isArray(value) && value.includes(id))) return true;
  }
  return false;
}

/** What stands on a page is there to be seen, and needs no telling. */
const linkNames = new Set(builtInLinks.filter((name) => name !== "page"));

/** Texts that name a record in plain words and do not link to it. At most `most`. */
export function mentionsWithoutLink(
  record: PensumRecord,
  records: Iterable<PensumRecord>,
  most = mostMentions,
): PensumRecord[] {
  return upTo(most, records, mentioning(record));
}

function mentioning(record: PensumRecord): (other: PensumRecord) => boolean {
  if (record.kind !== "note" && record.kind !== "person") return () => false;
  const title = record.title.toLowerCase();
  return (other) =>
    other.id !== record.id &&
    "text" in other &&
    other.text.toLowerCase().includes(title) &&
    mentionOf(other.text, record.title) !== undefined;
}

/**
 * What links to a record and what mentions it without a link, kept right while records change: after a change only what
 * changed is looked at. It stands for one title of the record; another title needs another one.
 */
export class LinksHere {
  readonly #records: () => Iterable<PensumRecord>;
  readonly #isLink: (other: PensumRecord) => boolean;
  readonly #isMention: (other: PensumRecord) => boolean;
  readonly #linking = new Map<Id, PensumRecord>();
  readonly #mentioning = new Map<Id, PensumRecord>();

  constructor(record: PensumRecord, records: () => Iterable<PensumRecord>) {
    this.#records = records;
    this.#isLink = linkingTo(record);
    const isMention = mentioning(record);
    this.#isMention = (other) => isMention(other) && !this.#isLink(other);
    this.#lookAtAll();
  }

  /** At most 200 that link, in no particular order. */
  get linking(): PensumRecord[] {
    return [...this.#linking.values()];
  }

  /** At most 60 that mention it and do not link. */
  get mentioning(): PensumRecord[] {
    return [...this.#mentioning.values()];
  }

  /** Takes in what changed: `to` is a record as it is now, undefined where it is gone. Says whether anything differs. */
  take(changes: readonly { readonly id: Id; readonly to: PensumRecord | undefined }[]): boolean {
    const lists = [
      { found: this.#linking, holds: this.#isLink, most: mostLinks },
      { found: this.#mentioning, holds: this.#isMention, most: mostMentions },
    ];
    let differs = false;
    for (const { found, holds, most } of lists) {
      const wasFull = found.size >= most;
      for (const { id, to } of changes) {
        if (to && holds(to)) {
          if (found.size >= most && !found.has(id)) continue;
          found.set(id, to);
          differs = true;
        } else if (found.delete(id)) differs = true;
      }
      // One that stood behind the last of them takes the place of one that went.
      if (wasFull && found.size < most) {
        this.#lookAtAll();
        return true;
      }
    }
    return differs;
  }

  #lookAtAll(): void {
    this.#linking.clear();
    this.#mentioning.clear();
    for (const one of upTo(mostLinks, this.#records(), this.#isLink)) this.#linking.set(one.id, one);
    for (const one of upTo(mostMentions, this.#records(), this.#isMention)) this.#mentioning.set(one.id, one);
  }
}
