import type { PensumRecord } from "../model";

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

function refersById(other: PensumRecord, id: string): boolean {
  if (other.kind === "task") return other.theme === id || other.parent === id || other.people.includes(id);
  if (other.kind === "event") return other.theme === id || other.people.includes(id);
  return other.kind === "block" && (other.theme === id || other.task === id);
}
