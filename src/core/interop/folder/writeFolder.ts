import {
  isPage,
  kindOf,
  modelVersion,
  valueIn,
  type Block,
  type DayPage,
  type Id,
  type Page,
  type PensumRecord,
  type Source,
  type Task,
} from "../../model";
import { applyEdits, longestFollowedPage, readOutline, type BlockLine, type Edit, type TaskLine } from "../../page";
import { findRegister } from "../../register";
import { Store } from "../../store";
import { dateOf } from "../../time";
import { inOrder } from "../inOrder";
import type { Progress } from "../writeBackup";
import { FieldKeys, fileKeys, References, written } from "./fieldKeys";
import { fileNameOf, folderOf, Paths, relativePath } from "./fileNames";
import { stemOf } from "./titles";
import { splitFrontMatter, unknownLines, writeEntry } from "./frontMatter";
import { attributesFor, isUsual, saysAll, withFields } from "./lineFields";
import { fromForeignFile } from "./foreignNote";

/** One file of a folder. */
export interface FolderFile {
  /** With slashes, from the folder on. */
  readonly path: string;
  readonly bytes: Uint8Array;
}

/** A picture or another file that a page holds, as its bytes. */
export interface HeldFile {
  readonly id: Id;
  readonly name: string;
  readonly type: string;
  readonly bytes: Uint8Array;
}

/** Where what is no page is kept, one JSON value a line: registers, fields, lenses, templates, settings. */
export const setupPath = "pensum/setup.jsonl";
export const folderFormat = 1;
const filesFolder = "files/";
const recordsPerStep = 500;

/** The folders of the kinds that have one file a record; rows have one for each register. */
export const folders: Partial<Record<PensumRecord["kind"], string>> = Object.fromEntries(
  Object.values(kindOf).flatMap(({ kind, folder }) => (folder === undefined ? [] : [[kind, folder]])),
);

/**
 * Writes a workspace as a folder of Markdown: one file a page and one a record, with YAML front matter for fields and
 * attributes on the lines of tasks and blocks. Pages that came from a foreign folder go back to their paths, byte for
 * byte where nothing was added to them. The same workspace gives the same files, in the same order.
 */
export function* writeFolder(
  contents: { readonly records: Iterable<PensumRecord>; readonly files: readonly HeldFile[] },
  progress: Progress = () => {},
): Generator<FolderFile> {
  const records = new Map<Id, PensumRecord>();
  for (const record of contents.records) records.set(record.id, record);
  yield* new FolderWriter(new Store(records), contents.files, progress).files();
}

class FolderWriter {
  readonly #store: Store;
  readonly #held: readonly HeldFile[];
  readonly #progress: Progress;
  readonly #keys: FieldKeys;
  readonly #references: References;
  readonly #paths = new Paths();
  readonly #encoder = new TextEncoder();
  readonly #filePaths = new Map<Id, string>();
  /** Records that a line of a page says all of. */
  readonly #onLines = new Set<Id>();
  #referredTo: ReadonlySet<string> | undefined;

  constructor(store: Store, held: readonly HeldFile[], progress: Progress) {
    this.#store = store;
    this.#held = held.toSorted((a, b) => (a.id < b.id ? -1 : 1));
    this.#progress = progress;
    this.#keys = new FieldKeys(store);
    this.#references = new References(store);
  }

  *files(): Generator<FolderFile> {
    for (const { id, name } of this.#held) {
      const foreign = name.includes("/") && this.#paths.take(name.replace(/^\.\//, ""));
      this.#filePaths.set(id, foreign ? name.replace(/^\.\//, "") : `${filesFolder}${id}/${fileNameOf(name)}`);
    }
    const records = [...this.#store.records()].sort((a, b) => (a.id < b.id ? -1 : 1));
    yield { path: setupPath, bytes: this.#encoder.encode(this.#setup(records)) };
    // Pages first: what their lines say of tasks and blocks needs no file of its own. Foreign ones keep their paths.
    const pages = records.filter(isPage);
    const rest = records.filter((record) => !isPage(record) && record.kind in folders).concat(records.filter(isRow));
    let done = 0;
    for (const page of [...pages.filter(hasPath), ...pages.filter((one) => !hasPath(one))]) {
      yield this.#page(page);
      if (++done % recordsPerStep === 0) this.#progress(done / records.length);
    }
    for (const record of rest) {
      if (!this.#onLines.has(record.id)) yield this.#record(record);
      if (++done % recordsPerStep === 0) this.#progress(done / records.length);
    }
    for (const { id, bytes } of this.#held) yield { path: this.#filePaths.get(id) as string, bytes };
    this.#progress(1);
  }

  #setup(records: readonly PensumRecord[]): string {
    const lines: unknown[] = [{ pensum: "folder", format: folderFormat, model: modelVersion }];
    for (const { id, name, type } of this.#held) lines.push({ file: { id, name, type } });
    for (const record of records) if (!(record.kind in folders) && !isRow(record)) lines.push({ record });
    return lines.map((line) => `${inOrder(line)}\n`).join("");
  }

  #page(page: Page): FolderFile {
    const text = this.#linesWithFields(page);
    if (page.source?.path !== undefined && keepsItsPath(page) && this.#paths.take(page.source.path)) {
      const path = page.source.path;
      const foreign = fromForeignFile(this.#store, this.#keys, this.#references, path, page.source.frontMatter ?? "");
      if (foreign.says(page)) return this.#file(path, `${page.source.frontMatter ?? ""}${this.#body(path, text)}`);
      return this.#file(path, this.#frontMatter(page, path) + this.#body(path, text));
    }
    const path = this.#pathOf(page);
    const head = page.kind === "day" ? this.#dayFrontMatter(page, text) : this.#frontMatter(page, path);
    return this.#file(path, head + this.#body(path, text));
  }

  #record(record: PensumRecord): FolderFile {
    const path = this.#pathOf(record);
    const text = "text" in record ? record.text : "";
    return this.#file(path, this.#frontMatter(record, path) + this.#body(path, text));
  }

  #file(path: string, text: string): FolderFile {
    return { path, bytes: this.#encoder.encode(text) };
  }

  /** A text with the ways to its files, as they lead there from a page at `path`. */
  #body(path: string, text: string): string {
    if (!text.includes("](file:")) return text;
    return text.replace(/\]\(file:([a-z0-9-]+)\)/g, (whole, id: string) => {
      const to = this.#filePaths.get(id);
      return to === undefined ? whole : `](${relativePath(folderOf(path), to)})`;
    });
  }

  #pathOf(record: PensumRecord): string {
    const { id } = record;
    if (record.kind === "day") return this.#paths.give(`days/${record.date.slice(0, 4)}/`, record.date, id);
    const name = "title" in record ? fileNameOf(record.title) : id;
    switch (record.kind) {
      case "row": {
        const register = findRegister(this.#store, record.register);
        return this.#paths.give(`registers/${fileNameOf(register?.title ?? record.register)}/`, name, id);
      }
      case "note": {
        const folder = (record.folder ?? "").split("/").filter(Boolean).map(fileNameOf).join("/");
        return this.#paths.give(`notes/${folder === "" ? "" : `${folder}/`}`, name, id);
      }
      case "event":
      case "block":
      case "work": {
        const day = dateOf(record.start);
        const clock = record.start.slice(11).replace(":", "");
        const title = record.title === "" ? "" : ` ${name}`;
        return this.#paths.give(`${folders[record.kind]}${day.slice(0, 4)}/`, `${day} ${clock}${title}`.trim(), id);
      }
      default:
        return this.#paths.give(folders[record.kind] ?? "", name, id);
    }
  }

  /** The front matter of a day page: only where the page holds more than its words, or its words would be taken for one. */
  #dayFrontMatter(page: DayPage, text: string): string {
    const fields = this.#fieldLines(page);
    const more = fields + (page.source?.unknown ?? "");
    if (more === "" && !/^\uFEFF?---/.test(text)) return "";
    return `---\npensum: day ${page.id}\n${more}---\n`;
  }

  #frontMatter(record: PensumRecord, path: string): string {
    let text = `---\npensum: ${record.kind} ${record.id}\n`;
    if (record.kind === "row")
      text += writeEntry("register", findRegister(this.#store, record.register)?.title ?? `#${record.register}`);
    if ("title" in record && record.title !== stemOf(path)) text += writeEntry("title", record.title);
    text += this.#fieldLines(record);
    if ("createdAt" in record) text += writeEntry("created", record.createdAt);
    if ((record.kind === "task" || record.kind === "block") && record.page !== undefined)
      text += writeEntry("page", record.page);
    if ("source" in record && record.source) text += this.#unknown(record, record.source);
    return `${text}---\n`;
  }

  /** Lines of front matter that name no field here, and where the file was read from first. */
  #unknown(record: PensumRecord, { path, frontMatter = "", unknown = "" }: Source): string {
    const known = new Set([...fileKeys, ...this.#keys.of(record).map(({ key }) => key)]);
    const from = path === undefined ? "" : writeEntry("from", path);
    return from + unknownLines(splitFrontMatter(frontMatter).inner, (key) => known.has(key)) + unknown;
  }

  #fieldLines(record: PensumRecord): string {
    let text = "";
    for (const { key, field } of this.#keys.of(record)) {
      if (record.kind === "day" && field.name === "date") continue;
      const value = valueIn(record, field.name);
      if (!isUsual(field.name, value)) text += writeEntry(key, written(this.#store, this.#references, field, value));
    }
    if ("madeFrom" in record && record.madeFrom) text += writeEntry("made-from", record.madeFrom);
    return text;
  }

  /** The text of a page with what its lines' records hold behind their words. */
  #linesWithFields(page: Page): string {
    const { text } = page;
    if (!text.includes("{") || text.length > longestFollowedPage) return text;
    const outline = readOutline(text);
    const edits: Edit[] = [];
    const foreign = page.source?.path !== undefined;
    for (const line of [...outline.tasks, ...outline.blocks]) {
      const id = line.attributes?.id;
      const record = id === undefined ? undefined : (this.#store.get(id) as Task | Block | undefined);
      if (!record || record.kind !== line.type || record.page !== page.id || this.#onLines.has(record.id)) continue;
      const parent = line.type === "task" ? line.parent?.attributes?.id : undefined;
      const isGiven = !isMade(record.id);
      if (foreign && (isGiven || !this.#isReferredTo(record.id)) && saysAll(this.#store, page, record, parent)) {
        if (!isGiven) edits.push(asItCame(line, text));
        this.#onLines.add(record.id);
        continue;
      }
      const attributes = attributesFor(this.#store, this.#keys, this.#references, record, parent);
      const edit = attributes === undefined ? undefined : withFields(line, text, attributes);
      if (!edit) continue;
      edits.push(edit);
      this.#onLines.add(record.id);
    }
    return applyEdits(text, edits);
  }

  /** Whether anything leads to a record; parts of a task on the same page say so by how they are nested. */
  #isReferredTo(id: Id): boolean {
    if (!this.#referredTo) {
      const referred = new Set<string>();
      for (const record of this.#store.records())
        for (const [name, value] of Object.entries(record)) {
          if (name === "id" || name === "page" || name === "text" || name === "title") continue;
          if (name === "parent" && typeof value === "string" && this.#isOnSamePage(record, value)) continue;
          for (const one of Array.isArray(value) ? (value as unknown[]) : [value])
            if (typeof one === "string" && one.length <= 64) referred.add(one);
        }
      this.#referredTo = referred;
    }
    return this.#referredTo.has(id);
  }

  #isOnSamePage(part: PensumRecord, whole: Id): boolean {
    const record = this.#store.find("task", whole);
    return part.kind === "task" && part.page !== undefined && part.page === record?.page;
  }
}

function isRow(record: PensumRecord): boolean {
  return record.kind === "row";
}

function hasPath(page: Page): boolean {
  return page.source?.path !== undefined;
}

/** A note that was put into another folder has left its place; a day page stays where it came from. */
function keepsItsPath(page: Page): boolean {
  const folder = folderOf(page.source?.path ?? "").replace(/\/$/, "");
  return page.kind === "day" || (page.folder ?? "") === folder;
}

/** Whether an id was given by Pensum and not written by a person. */
function isMade(id: Id): boolean {
  return /^[a-z][a-z0-9]{10}$/.test(id);
}

/** The edit that takes an id out of a line where the reader had put it in. */
function asItCame(line: TaskLine | BlockLine, text: string): Edit {
  const { attributes } = line;
  if (!attributes?.id) return { from: line.to, to: line.to, insert: "" };
  const from = line.from + attributes.from;
  const inner = text.slice(from + 1, line.from + attributes.to - 1);
  if (inner.trim() === `#${attributes.id}`)
    return { from: text[from - 1] === " " ? from - 1 : from, to: line.from + attributes.to, insert: "" };
  const at = text.indexOf(`#${attributes.id}`, from);
  return { from: at, to: at + attributes.id.length + 2, insert: "" };
}
