import { asRecord, faultOf } from "../../model/checks";
import {
  addTo,
  dayPageId,
  fieldFault,
  isId,
  isPage,
  kindNames,
  migrate,
  modelVersion,
  newId,
  Refusal,
  usualFields,
  type Block,
  type Field,
  type Id,
  type Page,
  type PensumRecord,
  type Source,
  type StoredRecord,
  type Task,
  bareRecord,
  bareRow,
  type KeptKind,
} from "../../model";
import { applyEdits, followPages, idEdit, longestFollowedPage, readOutline, stateOfLine, type Edit } from "../../page";
import { ownRegisters } from "../../register";
import { fieldChange, RecordTable, Store, type ChangeSet, type FieldChange } from "../../store";
import { isDate, isMoment, momentAt, standingClock, type MomentText } from "../../time";
import { inOrder } from "../inOrder";
import type { Progress } from "../writeBackup";
import { FieldKeys, fileKeys, meant, References, type KeyedField } from "./fieldKeys";
import { folderOf } from "./fileNames";
import { firstHeading, stemOf } from "./titles";
import { fromForeignFile } from "./foreignNote";
import { readEntries, splitFrontMatter, unknownLines } from "./frontMatter";
import { attributeValue, readFields } from "./lineFields";
import { mediaTypeOf } from "./mediaTypes";
import { folderFormat, folders, setupPath, type FolderFile, type HeldFile } from "./writeFolder";

/** Something in a folder that was not read as it stood, and what became of it. */
interface FolderFault {
  readonly path: string;
  readonly reason: string;
}

/** What reading a folder comes to: nothing is changed yet. */
export interface FolderReading {
  readonly changes: ChangeSet;
  /** Pictures and other files that are not in the workspace yet. */
  readonly files: readonly HeldFile[];
  /** How many records of a kind come, or change. */
  readonly added: Readonly<Record<string, number>>;
  readonly changed: Readonly<Record<string, number>>;
  /** How many go, because their lines are gone from their pages. */
  readonly removed: number;
  /** Records that are in the workspace just as the folder has them. */
  readonly same: number;
  readonly faults: readonly FolderFault[];
  /** Notes whose file name and first heading differ, so that it matters which is the title. */
  readonly twoTitles: readonly { readonly fileName: string; readonly heading: string }[];
}

export type TitleSource = "fileName" | "heading";

interface Options {
  /** What the workspace holds now. */
  readonly base: Iterable<PensumRecord>;
  /** The files it holds, by id and name. */
  readonly held: readonly { readonly id: Id; readonly name: string }[];
  readonly now: MomentText;
  /** Which of the two becomes the title of a note that Pensum did not write. */
  readonly titles: TitleSource;
  readonly progress?: Progress;
}

/** One file as it is read: whose it is, and what it says. */
interface Draft {
  readonly path: string;
  readonly record: PensumRecord;
  readonly entries: ReadonlyMap<string, unknown>;
  readonly inner: string;
  readonly body: string;
  readonly source: Source | undefined;
}

interface LineDraft {
  readonly path: string;
  readonly record: Task | Block;
  readonly pairs: ReadonlyMap<string, string>;
}

const largestFile = 50 * 1024 * 1024;

/**
 * Reads a folder of Markdown: one that Pensum wrote, or any other. What it holds is compared with the workspace; what
 * cannot be read is said and kept where it can be.
 * @throws Refusal where the folder was written by a newer Pensum or holds nothing
 */
export function readFolder(files: readonly FolderFile[], options: Options): FolderReading {
  return new FolderReader(options).read(files);
}

class FolderReader {
  readonly #options: Options;
  readonly #base = new Map<Id, PensumRecord>();
  /** What was read so far. Stores that are asked about it share it, and see what is put in later. */
  readonly #records = new RecordTable();
  #store: Store;
  #keys: FieldKeys;
  #references: References;
  readonly #faults: FolderFault[] = [];
  readonly #drafts: Draft[] = [];
  readonly #lines: LineDraft[] = [];
  readonly #foreignPages = new Set<Id>();
  /** Pages with lines that have no record yet. */
  readonly #unfollowed = new Set<Id>();
  readonly #twoTitles: { fileName: string; heading: string }[] = [];
  readonly #ids = new Set<Id>();
  readonly #files: HeldFile[] = [];
  #heldIds = new Set<Id>();
  #isNative = false;

  constructor(options: Options) {
    this.#options = options;
    for (const record of options.base) this.#base.set(record.id, record);
    for (const [id, record] of this.#base) this.#records.set(id, record);
    this.#store = new Store(this.#records, [], standingClock(options.now));
    this.#keys = new FieldKeys(this.#store);
    this.#references = new References(this.#store);
    this.#heldIds = new Set(options.held.map(({ id }) => id));
  }

  read(files: readonly FolderFile[]): FolderReading {
    if (files.length === 0) throw new Refusal("The folder is empty. Nothing was changed.");
    const { progress = () => {} } = this.#options;
    const named = this.#readSetup(files);
    const { pages, others } = sorted(files);
    for (const file of others) this.#hold(file, named);
    pages.forEach((file, at) => {
      this.#begin(file);
      if (at % 200 === 0) progress((at / pages.length) * 0.5);
    });
    this.#renew();
    this.#drafts.forEach((draft, at) => {
      this.#finish(draft);
      if (at % 200 === 0) progress(0.5 + (at / this.#drafts.length) * 0.4);
    });
    for (const line of this.#lines) this.#finishLine(line);
    this.#follow();
    progress(0.95);
    return this.#compared();
  }

  /** What is no page: registers, fields, lenses. Gives the names of the files that pages hold, by path. */
  #readSetup(files: readonly FolderFile[]): ReadonlyMap<string, HeldFile> {
    const held = new Map<string, HeldFile>();
    const setup = files.find(({ path }) => path === setupPath);
    if (!setup) return held;
    let version: number | undefined;
    const text = new TextDecoder().decode(setup.bytes);
    for (const [at, line] of text.split("\n").entries()) {
      if (line.trim() === "") continue;
      const value = parsed(line) as Record<string, unknown> | undefined;
      if (version === undefined) {
        version = this.#headerVersion(value);
        continue;
      }
      const fault = value?.record
        ? this.#addSetup(value.record, version)
        : value?.file
          ? holdNamed(held, value.file)
          : "it could not be read";
      if (fault) this.#fault(`${setupPath}, line ${at + 1}`, `Skipped: ${fault}.`);
    }
    this.#isNative = version !== undefined;
    this.#renew();
    return held;
  }

  #headerVersion(header: Record<string, unknown> | undefined): number | undefined {
    if (header?.pensum !== "folder") return undefined;
    if (Number(header.format) > folderFormat || Number(header.model) > modelVersion)
      throw new Refusal(
        "This folder was exported by a newer version of Pensum. Update Pensum, then import it. Nothing was changed.",
      );
    return Number(header.model);
  }

  #addSetup(value: unknown, version: number): string | undefined {
    const current = version < modelVersion ? migrate(value as StoredRecord, version) : value;
    if (current === undefined) return undefined;
    const fault = faultOf(current);
    if (fault) return fault;
    const record = asRecord(current);
    if (kindsWithFiles.has(record.kind)) return `a ${kindNames[record.kind].toLowerCase()} has a file of its own`;
    const present = this.#base.get(record.id);
    if (present && present.kind !== record.kind)
      return `in the workspace ${record.id} is a ${kindNames[present.kind].toLowerCase()}`;
    this.#put(record);
    return undefined;
  }

  #hold({ path, bytes }: FolderFile, named: ReadonlyMap<string, HeldFile>) {
    if (path === setupPath) return;
    const id = /^files\/([a-z][a-z0-9-]{1,63})\/[^/]+$/.exec(path)?.[1];
    const known = id === undefined ? named.get(path) : named.get(id);
    if (bytes.length > largestFile) {
      const size = `${Math.round(bytes.length / 1024 / 1024)} MB`;
      return this.#fault(path, `Skipped: it is too large (${size}). The limit is 50 MB per file.`);
    }
    const name = known?.name ?? (path.includes("/") ? path : `./${path}`);
    const held = this.#options.held.find((one) => one.id === known?.id || one.name === name);
    if (held) return void this.#heldIds.add(held.id);
    const fresh = { id: known?.id ?? newId(), name, type: known?.type ?? mediaTypeOf(path), bytes };
    this.#files.push(fresh);
    this.#heldIds.add(fresh.id);
  }

  /** Reads whose a file is, and puts a record for it where links can find it. */
  #begin(file: FolderFile) {
    const { path } = file;
    const text = utf8(file.bytes);
    if (text === undefined) {
      this.#fault(path, "Kept as a file, because it is not UTF-8 text.");
      return this.#hold(file, new Map());
    }
    const split = splitFrontMatter(text);
    const entries = split.raw === "" ? new Map<string, unknown>() : readEntries(split.inner);
    if (!entries) this.#fault(path, "Its front matter is not valid YAML and was kept in the text.");
    const body = entries ? split.body : text;
    const record = this.#whose(path, entries ?? new Map(), entries ? split.raw : "", body);
    if (!record) return;
    if (this.#ids.has(record.id)) return this.#fault(path, `Skipped: ${record.id} already has a file.`);
    const present = this.#base.get(record.id);
    if (present && present.kind !== record.kind) {
      const [is, was] = [kindNames[record.kind], kindNames[present.kind]].map((name) => name.toLowerCase());
      return this.#fault(
        path,
        `Skipped: ${record.id} is a different kind of record in this workspace (${was}, not ${is}).`,
      );
    }
    this.#ids.add(record.id);
    const source = "source" in record ? record.source : undefined;
    const restored = this.#withFileIds(body, path);
    const inner = entries ? split.inner : "";
    const draft = { path, record, entries: entries ?? new Map(), inner, body: restored, source };
    this.#records.set(record.id, record);
    if (isPage(record)) this.#beginLines(draft as Draft & { record: Page });
    else this.#drafts.push(draft);
  }

  /** The bare record of a file: by what its front matter says, by where it stands, or as a note. */
  #whose(
    path: string,
    entries: ReadonlyMap<string, unknown>,
    frontMatter: string,
    body: string,
  ): PensumRecord | undefined {
    const said = entries.get("pensum");
    const [kind, id] = typeof said === "string" ? said.split(" ") : [];
    if (kind !== undefined) {
      if (!kindsWithFiles.has(kind) || !isId(id)) return this.#asForeign(path, frontMatter, entries, body);
      return this.#bare(kind as KeptKind, id as Id, path, entries);
    }
    const day = /^(?:days\/\d{4}\/)?(\d{4}-\d{2}-\d{2})\.md$/.exec(path)?.[1];
    if (this.#isNative && day && isDate(day)) return this.#bare("day", dayPageId(day), path, entries);
    const place = this.#isNative ? folderKinds.find(([folder]) => path.startsWith(folder)) : undefined;
    if (place) return this.#bare(place[1], newId(), path, entries);
    return this.#asForeign(path, frontMatter, entries, body);
  }

  #bare(kind: KeptKind, id: Id, path: string, entries: ReadonlyMap<string, unknown>): PensumRecord | undefined {
    const said = entries.get("title");
    const title = said === undefined ? stemOf(path) : String(said);
    const created = entries.get("created");
    const createdAt = isMoment(created) ? created : this.#options.now;
    if (kind === "day") {
      const date = id.slice("day-".length);
      if (isDate(date)) return { id, kind, date, text: "" };
      return void this.#fault(path, `Skipped: “${date}” is not a valid date.`);
    }
    const fresh = { id, title, now: createdAt };
    const bare = { ...(kind === "row" ? bareRow("", fresh) : bareRecord(kind, fresh)) } as Record<string, unknown>;
    if (kind === "row") {
      const wanted = entries.get("register") ?? path.split("/")[1];
      const register = ownRegisters(this.#store).find((one) => one.title === wanted || `#${one.id}` === wanted);
      if (!register) return void this.#fault(path, `Skipped: there is no register “${String(wanted)}”.`);
      bare.register = register.id;
    }
    if (kind === "note" && !entries.has("folder")) {
      const folder = folderOf(path)
        .replace(/^notes\//, "")
        .replace(/\/$/, "");
      if (folder !== "" && said === undefined && !entries.has("pensum")) bare.folder = folder;
    }
    if (kind === "event" || kind === "block" || kind === "work") Object.assign(bare, this.#hours(entries));
    // An entry that runs has no end.
    if (kind === "work" && !entries.has("end")) delete bare.end;
    return bare as unknown as PensumRecord;
  }

  #hours(entries: ReadonlyMap<string, unknown>) {
    const start = String(entries.get("start") ?? this.#options.now);
    return { start, end: String(entries.get("end") ?? start) };
  }

  #asForeign(
    path: string,
    frontMatter: string,
    entries: ReadonlyMap<string, unknown>,
    body: string,
  ): PensumRecord | undefined {
    const known = this.#byPath().get(path);
    const source: Source = { path, ...(frontMatter === "" ? {} : { frontMatter }) };
    const stem = stemOf(path);
    if (isDate(stem)) {
      const id = dayPageId(stem);
      const present = this.#base.get(id);
      if (!present || known === id) {
        this.#foreignPages.add(id);
        return { id, kind: "day", date: stem, text: "", source };
      }
    }
    const id = known ?? newId();
    this.#foreignPages.add(id);
    const heading = firstHeading(body);
    if (heading !== undefined && heading !== stem) this.#twoTitles.push({ fileName: stem, heading });
    const title = (this.#options.titles === "heading" ? heading : undefined) ?? stem;
    const folder = folderOf(path).replace(/\/$/, "");
    const present = this.#base.get(id);
    const createdAt = present && "createdAt" in present ? present.createdAt : this.#options.now;
    const named = present?.kind === "note" ? present.title : title;
    const bare = { id, kind: "note", title: named, tags: [], text: "", createdAt, source } as const;
    return folder === "" ? bare : { ...bare, folder };
  }

  #paths: Map<string, Id> | undefined;
  #byPath(): Map<string, Id> {
    if (!this.#paths) {
      this.#paths = new Map();
      for (const record of this.#base.values())
        if (isPage(record) && record.source?.path !== undefined) this.#paths.set(record.source.path, record.id);
    }
    return this.#paths;
  }

  /** Reads the lines of a page: what stands in their attributes belongs to their records. */
  #beginLines(draft: Draft & { record: Page }) {
    const { record: page, path, body } = draft;
    if (body.length > longestFollowedPage || !/\[[ xX]\]|^\s*(?:[-*+] )?\d{1,2}[:.]?\d/m.test(body)) {
      this.#drafts.push(draft);
      return;
    }
    const outline = readOutline(body);
    const edits: Edit[] = [];
    const ids = new Map<object, Id>();
    for (const line of [...outline.tasks, ...(page.kind === "day" ? outline.blocks : [])]) {
      const written = line.attributes?.id;
      const usable = isId(written) && !this.#ids.has(written) && this.#mayBe(written, line.type);
      const sample = (line.type === "task" ? sampleTask : sampleBlock) as PensumRecord;
      const { pairs, edit } = readFields(line, body, (key) => this.#keyed(sample, key) !== undefined);
      if (this.#foreignPages.has(page.id) || (!usable && pairs.size === 0)) {
        this.#unfollowed.add(page.id);
        continue;
      }
      // A line that says nothing of its record: there is a file of it, or the workspace has it already.
      if (pairs.size === 0) continue;
      const id = usable ? written : newId();
      if (usable && edit) edits.push(edit);
      else if (edit) edits.push(withId(edit, body, line.from + (line.attributes?.from ?? 0), id));
      ids.set(line, id);
      this.#ids.add(id);
      const createdAt = isMoment(pairs.get("created")) ? (pairs.get("created") as string) : this.#options.now;
      const shared = { id, title: line.title, text: "", page: page.id, createdAt };
      const parent = line.type === "task" && line.parent ? ids.get(line.parent) : undefined;
      const record =
        line.type === "task"
          ? { ...usualFields("task"), ...shared, kind: "task", state: stateOfLine(line), ...(parent ? { parent } : {}) }
          : {
              ...shared,
              kind: "block",
              start: momentAt((page as { date: string }).date, line.range.startMinute),
              end: momentAt((page as { date: string }).date, line.range.endMinute),
            };
      const whole = record as unknown as Task | Block;
      this.#records.set(id, whole);
      this.#lines.push({ path, record: whole, pairs });
    }
    this.#drafts.push({ ...draft, body: applyEdits(body, edits) });
  }

  /** Whether an id in a line can be that of a task, or a block: not where the workspace has something else under it. */
  #mayBe(id: Id, kind: "task" | "block"): boolean {
    const present = this.#base.get(id);
    return present === undefined || present.kind === kind;
  }

  #keyed(record: PensumRecord, key: string): KeyedField | undefined {
    return this.#keys.of(record).find((one) => one.key === key);
  }

  #finish({ path, record, entries, inner, body, source }: Draft) {
    const fields: Record<string, unknown> = { ...(record as unknown as Record<string, unknown>), text: body };
    delete fields.source;
    if (this.#foreignPages.has(record.id)) {
      const foreign = fromForeignFile(this.#store, this.#keys, this.#references, path, source?.frontMatter ?? "");
      Object.assign(fields, record.kind === "note" ? foreign.fields : {}, { source });
      if (foreign.title !== undefined && record.kind === "note" && !this.#base.has(record.id))
        fields.title = foreign.title;
    } else {
      const known = new Set(fileKeys);
      for (const { key, field } of this.#keys.of(record)) {
        if (!entries.has(key)) continue;
        if (this.#give(fields, field, entries.get(key), path)) known.add(key);
      }
      if (entries.has("page")) fields.page = entries.get("page");
      if (entries.has("made-from")) fields.madeFrom = entries.get("made-from");
      const unknown = unknownLines(inner, (key) => known.has(key));
      const from = entries.get("from");
      const rest = {
        ...(typeof from === "string" ? { path: from } : {}),
        ...(unknown === "" ? {} : { unknown }),
      };
      if (Object.keys(rest).length > 0) fields.source = rest;
      if (record.kind === "note" && this.#base.get(record.id)?.kind === "note") {
        const present = this.#base.get(record.id) as { source?: Source };
        if (present.source?.path === path) fields.source = { ...present.source, ...rest };
      }
    }
    // A line that is gone from a page takes its record along, as it does when it is deleted by hand.
    const before = this.#base.get(record.id);
    if (isPage(before) && before.text !== body) this.#unfollowed.add(record.id);
    this.#checkIn(fields as unknown as PensumRecord, path);
  }

  /** Gives a field what a file says; false, and said, where it means nothing to the field. */
  #give(fields: Record<string, unknown>, field: Field, said: unknown, path: string): boolean {
    const value = meant(this.#store, this.#references, field, said);
    const fault = value === undefined ? `“${textOf(said)}” was not found.` : fieldFault(field, value);
    if (fault) {
      this.#fault(path, `${field.label} was not imported and stays in the file: ${fault}`);
      return false;
    }
    fields[field.name] = value;
    return true;
  }

  #finishLine({ path, record, pairs }: LineDraft) {
    const fields: Record<string, unknown> = { ...(record as unknown as Record<string, unknown>) };
    for (const { key, field } of this.#keys.of(record)) {
      const text = pairs.get(key);
      if (text !== undefined) this.#give(fields, field, attributeValue(field, text), path);
    }
    this.#checkIn(fields as unknown as PensumRecord, path);
  }

  #checkIn(record: PensumRecord, path: string) {
    const fault = faultOf(record);
    if (!fault) return void this.#records.set(record.id, record);
    this.#fault(path, `Skipped: ${fault}.`);
    const present = this.#base.get(record.id);
    if (present) this.#records.set(record.id, present);
    else this.#records.delete(record.id);
  }

  /** Gives lines that have no record one, the way they get it when they are typed. */
  #follow() {
    const pages = [...this.#unfollowed].flatMap((id) => {
      const page = this.#records.get(id);
      return isPage(page) ? [page] : [];
    });
    if (pages.length === 0) return;
    for (const { id } of pages) this.#records.delete(id);
    const store = new Store(this.#records, [followPages()], standingClock(this.#options.now));
    // What the workspace has on these pages is known by its line, and is not new.
    store.act({ name: "read", run: (tx) => (pages.forEach((page) => tx.put(this.#withKnownIds(page))), "Read") }, {});
    for (const { id } of pages)
      for (const task of store.list("linesByPage", id))
        if (!this.#base.has(task.id) && task.kind === "task" && task.doneAt !== undefined) {
          const { doneAt: _doneAt, ...rest } = task;
          this.#records.set(task.id, rest);
        }
  }

  /** The lines of a foreign page that the workspace has already keep the ids they got when it was read before. */
  #withKnownIds(page: Page): Page {
    const present = this.#base.get(page.id);
    if (!isPage(present) || !this.#foreignPages.has(page.id)) return page;
    const ids = new Map<string, Id[]>();
    for (const line of [...readOutline(present.text).tasks, ...readOutline(present.text).blocks])
      if (line.attributes?.id) addTo(ids, line.title, line.attributes.id);
    const edits: Edit[] = [];
    const outline = readOutline(page.text);
    for (const line of [...outline.tasks, ...outline.blocks]) {
      if (line.attributes?.id) continue;
      const id = ids.get(line.title)?.shift();
      if (id) edits.push(idEdit(line, page.text, id));
    }
    return { ...page, text: applyEdits(page.text, edits) };
  }

  #compared(): FolderReading {
    const added = new Map<Id, PensumRecord>();
    const updated = new Map<Id, FieldChange>();
    const removed = new Map<Id, PensumRecord>();
    const counts = { added: {} as Record<string, number>, changed: {} as Record<string, number> };
    let same = 0;
    const count = (into: Record<string, number>, record: PensumRecord) => {
      const name = kindNames[record.kind];
      into[name] = (into[name] ?? 0) + 1;
    };
    for (const record of this.#records.values()) {
      const { id } = record;
      const present = this.#base.get(id);
      if (present === record) {
        if (this.#ids.has(id)) same++;
        continue;
      }
      // The keys of what a field holds may stand in another order than they did.
      const differs = present !== undefined && inOrder(present) !== inOrder(record);
      const change = differs ? fieldChange(present, record) : undefined;
      if (!present) {
        added.set(id, record);
        count(counts.added, record);
      } else if (change) {
        updated.set(id, change);
        count(counts.changed, record);
      } else same++;
    }
    for (const [id, record] of this.#base) if (!this.#records.get(id)) removed.set(id, record);
    return {
      changes: { added, updated, removed },
      files: this.#files,
      ...counts,
      removed: removed.size,
      same,
      faults: this.#faults,
      twoTitles: this.#twoTitles,
    };
  }

  /** The ways to files as they stand in pages, by the files' ids. */
  #withFileIds(text: string, path: string): string {
    if (!text.includes("files/")) return text;
    const up = "../".repeat(folderOf(path).split("/").length - 1).replace(/[.]/g, "\\.");
    const ways = new RegExp(`\\]\\(${up}files/([a-z0-9-]+)/[^()\\s]+\\)`, "g");
    return text.replace(ways, (whole, id: string) => (this.#heldIds.has(id) ? `](file:${id})` : whole));
  }

  #put(record: PensumRecord) {
    this.#ids.add(record.id);
    this.#records.set(record.id, record);
  }

  /** Indexes and titles are read anew after records were put in. */
  #renew() {
    this.#store = new Store(this.#records, [], standingClock(this.#options.now));
    this.#keys = new FieldKeys(this.#store);
    this.#references = new References(this.#store);
  }

  #fault(path: string, reason: string): undefined {
    this.#faults.push({ path, reason });
    return undefined;
  }
}

/** The kinds that have files. */
const kindsWithFiles = new Set<string>([...Object.keys(folders), "row"]);

/** Where a file that does not say whose it is makes a record of a kind: a block and a day page say when they are. */
const folderKinds: readonly (readonly [string, KeptKind])[] = [
  ...(Object.entries(folders) as [KeptKind, string][])
    .filter(([kind]) => kind !== "block" && kind !== "day")
    .map(([kind, folder]) => [folder, kind] as const),
  ["registers/", "row"],
];

const sampleTask = { id: "", kind: "task" } as unknown as Task;
const sampleBlock = { id: "", kind: "block" } as unknown as Block;

/** The edit of a line's attributes that gives them an id too. */
function withId(edit: Edit, text: string, bracketAt: number, id: Id): Edit {
  const all = edit.from < bracketAt + 1;
  const from = all ? edit.from : bracketAt;
  const rest = all ? "" : `${text.slice(bracketAt + 1, edit.from)}${edit.insert}`.trim();
  const to = all ? edit.to : text.indexOf("}", edit.to) + 1;
  return { from, to, insert: `${all ? " " : ""}{#${id}${rest === "" ? "" : ` ${rest}`}}` };
}

function sorted(files: readonly FolderFile[]): { pages: FolderFile[]; others: FolderFile[] } {
  const pages: FolderFile[] = [];
  const others: FolderFile[] = [];
  for (const file of files) (/\.(?:md|markdown)$/i.test(file.path) ? pages : others).push(file);
  // Of two files of one record the shorter name wins: copies that other programs put beside it get longer ones.
  const places = new Map<string, number>();
  for (const { path } of pages) if (!places.has(folderOf(path))) places.set(folderOf(path), places.size);
  const place = ({ path }: FolderFile) => places.get(folderOf(path)) as number;
  pages.sort((a, b) => place(a) - place(b) || a.path.length - b.path.length);
  return { pages, others };
}

function utf8(bytes: Uint8Array): string | undefined {
  try {
    return new TextDecoder("utf-8", { fatal: true, ignoreBOM: true }).decode(bytes);
  } catch {
    return undefined;
  }
}

function parsed(line: string): unknown {
  try {
    const value: unknown = JSON.parse(line);
    return typeof value === "object" && value !== null ? value : undefined;
  } catch {
    return undefined;
  }
}

function holdNamed(held: Map<string, HeldFile>, value: unknown): string | undefined {
  const { id, name, type } = value as Partial<HeldFile>;
  if (typeof id !== "string" || typeof name !== "string" || typeof type !== "string") return "it does not name a file";
  const file = { id, name, type, bytes: new Uint8Array() };
  held.set(id, file);
  held.set(name.replace(/^\.\//, ""), file);
  return undefined;
}

function textOf(said: unknown): string {
  return typeof said === "string" ? said : JSON.stringify(said);
}
