import { types, valueIn, type Block, type Field, type Page, type PensumRecord, type Task } from "../../model";
import { mentionsIn, namedRecord, tagsIn, type BlockLine, type Edit, type TaskLine } from "../../page";
import type { Store } from "../../store";
import { isListType, written, type FieldKeys, type References } from "./fieldKeys";

const said = new Set(["title", "state", "start", "end", "createdAt"]);

/**
 * What a line's record holds that its words do not say, as attributes: ` created=… do-day=… priority=high`. Undefined
 * where a value cannot stand in one, or where the record has a note of its own: it gets a file then.
 */
export function attributesFor(
  store: Store,
  keys: FieldKeys,
  references: References,
  record: Task | Block,
  parentOnPage: string | undefined,
): string | undefined {
  if (record.text !== "" || record.source || record.madeFrom) return undefined;
  let text = ` created=${record.createdAt}`;
  for (const { key, field } of keys.of(record)) {
    if (said.has(field.name)) continue;
    const value = valueIn(record, field.name);
    if (isUsual(field.name, value) || (field.name === "parent" && value === parentOnPage)) continue;
    const words = attributeText(written(store, references, field, value));
    if (words === undefined) return undefined;
    text += /^[^\s"{}=]+$/.test(words) ? ` ${key}=${words}` : ` ${key}="${words}"`;
  }
  return text;
}

const usually: Readonly<Record<string, unknown>> = { carried: 0, place: "", role: "", text: "" };
const listsThatMayBeEmpty = new Set(["tags", "people", "marks"]);

/** Whether a value is what a record has anyway: nothing, none carried, no tags, no place. */
export function isUsual(name: string, value: unknown): boolean {
  if (value === undefined || value === usually[name]) return true;
  return Array.isArray(value) && value.length === 0 && listsThatMayBeEmpty.has(name);
}

function attributeText(value: unknown): string | undefined {
  if (Array.isArray(value)) {
    const parts = value.map(attributeText);
    return parts.some((part) => part === undefined || part === "" || part.includes(";")) ? undefined : parts.join("; ");
  }
  if (typeof value === "object") return undefined;
  const text = String(value);
  return text === text.trim() && text !== "" && /^[^"{}\n\r]*$/.test(text) ? text : undefined;
}

/** The value that an attribute's text stands for, as front matter would have it. */
export function attributeValue(field: Field, text: string): unknown {
  if (isListType(field)) return text.trim() === "" ? [] : text.split(";").map((part) => part.trim());
  switch (types[field.type].attribute) {
    case "number":
      return text.trim() === "" ? undefined : Number(text);
    case "yesNo":
      return text === "true" || text === "yes";
    case "text":
      return text;
  }
}

const writtenRun = /[ \t]?created=\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(?:[ \t]+[\w-]+=(?:"[^"]*"|[^\s"]+))*$/;

/** The edit that puts a record's attributes into its line. */
export function withFields(line: TaskLine | BlockLine, text: string, attributes: string): Edit | undefined {
  if (!line.attributes) return undefined;
  const at = text.lastIndexOf("}", line.from + line.attributes.to - 1);
  return { from: at, to: at, insert: attributes };
}

/** What the attributes of a line say of its record, and the edit that takes just that out of the line. */
export function readFields(
  line: TaskLine | BlockLine,
  text: string,
  isKnown: (key: string) => boolean,
): { pairs: ReadonlyMap<string, string>; edit: Edit | undefined } {
  const pairs = new Map<string, string>();
  const { attributes } = line;
  if (!attributes) return { pairs, edit: undefined };
  const from = line.from + attributes.from + 1;
  const to = line.from + attributes.to - 1;
  const inner = text.slice(from, to);
  const run = writtenRun.exec(inner);
  if (run) {
    for (const [, key, quoted, bare] of run[0].matchAll(/([\w-]+)=(?:"([^"]*)"|([^\s"]+))/g))
      if (key === "created" || isKnown(key!)) pairs.set(key!, quoted ?? bare ?? "");
    const unknown = [...run[0].matchAll(/[ \t]+([\w-]+)=(?:"[^"]*"|[^\s"]+)/g)]
      .filter(([, key]) => key !== "created" && !isKnown(key!))
      .map(([whole]) => whole)
      .join("");
    return { pairs, edit: { from: from + run.index, to, insert: unknown } };
  }
  const known = Object.entries(attributes.pairs).filter(([key]) => isKnown(key));
  if (known.length === 0) return { pairs, edit: undefined };
  for (const [key, value] of known) pairs.set(key, value);
  const rest = inner
    .replace(/[ \t]*(?<=^|\s)([\w-]+)=(?:"[^"]*"|[^\s"]+)/g, (whole, key: string) => (pairs.has(key) ? "" : whole))
    .trim();
  if (rest !== "") return { pairs, edit: { from, to, insert: rest } };
  const before = /[ \t]*$/.exec(text.slice(line.from, from - 1))![0].length;
  return { pairs, edit: { from: from - 1 - before, to: to + 1, insert: "" } };
}

/**
 * Whether a line's record holds nothing but what its line says again when it is read anew: then the line of a page that
 * came from a foreign folder is written as it came, without an id.
 */
export function saysAll(store: Store, page: Page, record: Task | Block, parentOnPage: string | undefined): boolean {
  const usual: Record<string, unknown> = { id: record.id, kind: record.kind, title: record.title, page: page.id };
  if (record.kind === "task") {
    const tags = tagsIn(record.title);
    Object.assign(usual, {
      state: record.state,
      parent: parentOnPage,
      tags,
      people: [...new Set(mentionsIn(record.title).flatMap((name) => namedRecord(store, "person", name)?.id ?? []))],
      theme: tags.flatMap((tag) => namedRecord(store, "theme", tag)?.id ?? [])[0],
      doDay: page.kind === "day" ? page.date : undefined,
    });
  } else
    Object.assign(usual, {
      start: record.start,
      end: record.end,
      theme: tagsIn(record.title).flatMap((tag) => namedRecord(store, "theme", tag)?.id ?? [])[0],
    });
  return Object.entries(record as PensumRecord).every(
    ([name, value]) => name === "createdAt" || isUsual(name, value) || String(value) === String(usual[name]),
  );
}
