import { fieldsOf, type Field, type HeldTask, type Id, type PensumRecord } from "../../model";
import { fieldsOfRecord, findRegister, isComputed, optionsOf, registerOf, titleOf } from "../../register";
import type { Store } from "../../store";

/** A field, and the key it has in front matter and in the attributes of a line. */
export interface KeyedField {
  readonly key: string;
  readonly field: Field;
}

/** Keys that say something of the file and not of a field. */
export const fileKeys = ["pensum", "register", "title", "created", "page", "made-from", "from"];

const notFields = new Set(["title", "createdAt", "page"]);

function slug(label: string): string {
  return label
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, "-")
    .replace(/^-|-$/g, "");
}

/**
 * The fields of a record that are written, with their keys: built-in ones under the name they came with, the person's
 * own under theirs where nothing else has it.
 */
export class FieldKeys {
  readonly #store: Store;
  readonly #known = new Map<string, readonly KeyedField[]>();

  constructor(store: Store) {
    this.#store = store;
  }

  of(record: PensumRecord): readonly KeyedField[] {
    const register = record.kind === "block" ? "block" : (registerOf(record) ?? "");
    let keyed = this.#known.get(register);
    if (!keyed) this.#known.set(register, (keyed = this.#keyed(record)));
    return keyed;
  }

  #keyed(record: PensumRecord): KeyedField[] {
    const builtIn = record.kind in fieldsOf ? fieldsOf[record.kind as keyof typeof fieldsOf] : [];
    const taken = new Set(fileKeys);
    const keyed: KeyedField[] = [];
    for (const field of fieldsOfRecord(this.#store, record)) {
      if (isComputed(field) || notFields.has(field.name)) continue;
      const key = slug(builtIn.find(({ name }) => name === field.name)?.label ?? field.label);
      const free = /^[\w-]+$/.test(key) && !taken.has(key) ? key : field.name;
      taken.add(free);
      keyed.push({ key: free, field });
    }
    return keyed;
  }
}

const linkShape = /^\[\[([^[\]|\n]+)\]\]$/;

/** What leads to records is written by their titles where a title is enough to find one, and by id where it is not. */
export class References {
  readonly #store: Store;
  readonly #titles = new Map<string, Map<string, Id | undefined>>();

  constructor(store: Store) {
    this.#store = store;
  }

  /** How a record is written from outside: `[[Title]]`, or `#id`. */
  write(id: Id): string {
    const record = this.#store.get(id);
    const register = record && registerOf(record);
    const title = record && "title" in record ? record.title : undefined;
    if (title === undefined || !register || !/^[^[\]|\n";{}#]+$/.test(title) || title !== title.trim()) return `#${id}`;
    return this.#byTitle(register).get(title.toLowerCase()) === id ? `[[${title}]]` : `#${id}`;
  }

  /** The id of what a reference leads to in a register; undefined where it leads nowhere. */
  read(register: string | undefined, text: string): Id | undefined {
    if (text.startsWith("#")) return text.slice(1);
    const title = (linkShape.exec(text)?.[1] ?? text).trim();
    return register === undefined ? undefined : this.#byTitle(register).get(title.toLowerCase());
  }

  #byTitle(name: string): Map<string, Id | undefined> {
    let titles = this.#titles.get(name);
    if (titles) return titles;
    titles = new Map();
    this.#titles.set(name, titles);
    const register = findRegister(this.#store, name);
    const records = register
      ? register.kind === "row"
        ? this.#store.list("rowsByRegister", name)
        : this.#store.list("kind", register.kind)
      : [];
    for (const record of records) {
      const title = "title" in record ? record.title.toLowerCase() : titleOf(record);
      titles.set(title, titles.has(title) ? undefined : record.id);
    }
    return titles;
  }
}

/** A field's value for front matter: links and choices by their titles, all else as it is. */
export function written(store: Store, references: References, field: Field, value: unknown): unknown {
  if (field.type === "held")
    return (value as readonly HeldTask[]).map(({ task, minutes }) => `${references.write(task)} ${minutes}`);
  if (field.target) {
    return Array.isArray(value) ? value.map((id) => references.write(id as Id)) : references.write(value as Id);
  }
  if (field.type !== "choice" && field.type !== "choices" && field.type !== "level" && field.type !== "priority")
    return value;
  const options = optionsOf(field, store.find("settings", "settings")?.priorities ?? []);
  const titled = (id: unknown) => {
    const title = options.find((option) => option.id === id)?.title;
    const same = options.filter((option) => option.title.toLowerCase() === title?.toLowerCase());
    const fit = title !== undefined && same.length === 1 && /^[^#;"{}\n]+$/.test(title) && title === title.trim();
    return fit ? title : `#${String(id)}`;
  };
  return Array.isArray(value) ? value.map(titled) : titled(value);
}

/**
 * The value that a field has from what front matter says; undefined where that means nothing to it.
 * What `written` wrote comes back as it was.
 */
export function meant(store: Store, references: References, field: Field, said: unknown): unknown {
  if (said === null || said === undefined) return undefined;
  if (field.target) {
    const register = field.target;
    if (!field.many) return typeof said === "string" ? references.read(register, said) : undefined;
    const names = (Array.isArray(said) ? said : [said]).map((name) =>
      typeof name === "string" ? references.read(register, name) : undefined,
    );
    return names.includes(undefined) ? undefined : names;
  }
  switch (field.type) {
    case "held": {
      const held = (Array.isArray(said) ? said : [said]).map((one) => heldMeant(references, one));
      return held.includes(undefined) ? undefined : held;
    }
    case "choice":
    case "level":
    case "priority":
      return typeof said === "string" || typeof said === "number" ? optionMeant(store, field, String(said)) : undefined;
    case "choices": {
      const ids = (Array.isArray(said) ? said : [said]).map((one) => optionMeant(store, field, String(one)));
      return ids.includes(undefined) ? undefined : ids;
    }
    case "tags":
      return Array.isArray(said)
        ? said.map((tag) => String(tag).replace(/^#/, ""))
        : String(said)
            .split(/[,\s]+/)
            .map((tag) => tag.replace(/^#/, ""))
            .filter(Boolean);
    case "date":
    case "moment":
    case "dateOrMoment":
      return typeof said === "string"
        ? said.replace(/^(\d{4}-\d{2}-\d{2})[ T](\d{2}:\d{2})(?::\d{2})?Z?$/, "$1T$2")
        : said;
    case "text":
    case "longText":
    case "url":
    case "zone":
    case "dye":
      return typeof said === "number" || typeof said === "boolean" ? String(said) : said;
    default:
      return said;
  }
}

/** A task in a time box and its minutes: `[[Order stakes]] 45`. */
function heldMeant(references: References, said: unknown): HeldTask | undefined {
  const [, name, minutes] = (typeof said === "string" && /^(.*\S)\s+(\d{1,4})$/.exec(said)) || [];
  const task = name === undefined ? undefined : references.read("tasks", name);
  return task === undefined ? undefined : { task, minutes: Number(minutes) };
}

function optionMeant(store: Store, field: Field, said: string): string | undefined {
  if (said.startsWith("#")) return said.slice(1);
  const options = optionsOf(field, store.find("settings", "settings")?.priorities ?? []);
  return (
    options.find(({ title }) => title.toLowerCase() === said.toLowerCase())?.id ??
    options.find(({ id }) => id === said)?.id
  );
}

/** Types whose values are lists. */
export function isListType(field: Field): boolean {
  return field.many === true || ["tags", "people", "choices", "dates", "range", "files", "held"].includes(field.type);
}
