import { builtInLinks, valueIn, type PensumRecord } from "../model";
import { mentionOf } from "./renameLinks";

/**
 * The records that refer to one: by a link to its title in their words, or by naming it as theme, person, task or
 * whole. At most `most`, in no particular order.
 */
export function linksTo(record: PensumRecord, records: Iterable<PensumRecord>, most = 200): PensumRecord[] {
  const title = "title" in record ? record.title.toLowerCase() : record.kind === "day" ? record.date : "";
  const links = title === "" ? [] : [`[[${title}]]`, `[[${title}|`];
  const mention = record.kind === "person" ? `@${title.replace(/\s+/g, "-")}` : undefined;
  const found: PensumRecord[] = [];
  for (const other of records) {
    if (other.id === record.id || other.kind === "settings") continue;
    if (refersById(other, record.id) || mentions(other)) found.push(other);
    if (found.length >= most) break;
  }
  return found;

  function mentions(other: PensumRecord): boolean {
    if (other.kind === "settings" || links.length === 0) return false;
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
export function mentionsWithoutLink(record: PensumRecord, records: Iterable<PensumRecord>, most = 60): PensumRecord[] {
  if (record.kind !== "note" && record.kind !== "person") return [];
  const title = record.title.toLowerCase();
  const found: PensumRecord[] = [];
  for (const other of records) {
    if (other.id === record.id || !("text" in other) || !other.text.toLowerCase().includes(title)) continue;
    if (mentionOf(other.text, record.title)) found.push(other);
    if (found.length >= most) break;
  }
  return found;
}
