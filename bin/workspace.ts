import {
  closeSync,
  createReadStream,
  existsSync,
  fchmodSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
  writeSync,
} from "node:fs";
import { basename, dirname, join, relative, sep } from "node:path";
import { decodeText, readBackup, writeBackup, type StoredFile, type WorkspaceContents } from "@/core/interop";
import {
  readFolder,
  unzip,
  writeFolder,
  zipOf,
  type FolderFile,
  type FolderReading,
  type HeldFile,
} from "@/core/interop/folder";
import { readCalendar, type CalendarReading } from "@/core/interop/icalendar";
import { encodeChanges, touchedIds, type Store, type Act, type LogEntryDraft } from "@/core/store";
import { modelVersion, Refusal } from "@/core/model";
import { needLibrary, type Clock } from "@/core/time";
import { openStore } from "@/core/workspace";
import { realPath, stateOf } from "./locks";

/** A workspace that is open on the command line: a backup file, a folder of Markdown, or a zip of one. */
export interface OpenFile {
  readonly path: string;
  readonly contents: WorkspaceContents;
  readonly store: Store;
  /** What was done since it was opened. */
  readonly acts: readonly Act[];
  /** What was not read as it stands, in sentences. */
  readonly faults: readonly string[];
  /** Files of a folder that were left out, by their paths: they are never written over or deleted. */
  readonly unread: readonly string[];
  /** What the file was when it was read. */
  readonly state: string;
}

/** @throws Refusal when it is no workspace; the system's error when it cannot be read */
export async function openFile(path: string, clock: Clock): Promise<OpenFile> {
  const state = stateOf(path);
  const isFolder = statSync(path).isDirectory();
  const read =
    isFolder || isZip(path)
      ? contentsOf(path, clock)
      : isCalendar(path)
        ? await calendarContents(path, clock)
        : await backupContents(path);
  const { contents, faults, unread } = read;
  const { store } = await openStore(new Map(contents.records.map((record) => [record.id, record])), clock);
  const acts: Act[] = [];
  store.onRecord((act) => acts.push(act));
  return { path, contents, store, acts, faults, unread, state };
}

interface ReadContents {
  readonly contents: WorkspaceContents;
  readonly faults: readonly string[];
  readonly unread: readonly string[];
}

async function backupContents(path: string): Promise<ReadContents> {
  const { faults, ...contents } = await readBackup(createReadStream(path), statSync(path).size);
  return { contents, faults, unread: [] };
}

/** A calendar as a workspace of its own. */
async function calendarContents(path: string, clock: Clock): Promise<ReadContents> {
  await needLibrary();
  const reading = readCalendar(decodeText(readFileSync(path)), { base: [], now: clock.now(), zone: clock.zone });
  return {
    contents: { records: [...reading.changes.added.values()], log: [], files: [] },
    faults: calendarFaults(reading),
    unread: [],
  };
}

/** What of a calendar was left out, in sentences. */
export function calendarFaults({ faults, isCalendar: isOne }: CalendarReading): string[] {
  return [
    ...(isOne ? [] : ["This is not a calendar: it has no VCALENDAR."]),
    ...faults.map(({ line, reason }) => `Line ${line} was skipped: ${reason}`),
  ];
}

export const isCalendar = (path: string) => /\.(?:ics|ical|ifb)$/i.test(path);

const isZip = (path: string) => /\.zip$/i.test(path);

/** The files below a folder, or in a zip, with their paths from there on. */
export function filesIn(path: string): FolderFile[] {
  if (isZip(path)) return unzip(readFileSync(path));
  const found = readdirSync(path, { recursive: true, withFileTypes: true });
  return found
    .filter((entry) => entry.isFile())
    .map((entry) => {
      const whole = join(entry.parentPath, entry.name);
      return { path: relative(path, whole).split(sep).join("/"), bytes: readFileSync(whole) };
    });
}

/** What reading a folder comes to, on top of what is there already. */
export function readingOf(path: string, clock: Clock, file?: OpenFile): FolderReading {
  return readFolder(filesIn(path), {
    base: file?.store.records() ?? [],
    held: file?.contents.files ?? [],
    now: clock.now(),
    titles: "fileName",
  });
}

/** Files as a backup keeps them. */
export function storedFiles(files: readonly HeldFile[]): StoredFile[] {
  return files.map(({ bytes, ...file }) => ({ ...file, base64: Buffer.from(bytes).toString("base64") }));
}

function contentsOf(path: string, clock: Clock): ReadContents {
  const { changes, files, faults } = readingOf(path, clock);
  return {
    contents: { records: [...changes.added.values()], log: [], files: storedFiles(files) },
    faults: faults.map((fault) => `${fault.path}: ${fault.reason}`),
    unread: faults.map((fault) => fault.path),
  };
}

/**
 * Writes the workspace with what was done, whole or not at all: beside the file first, then in its place.
 * @throws Refusal when the file is no longer the one that was read, or something that was not read would be lost
 */
export async function saveFile(file: OpenFile, to = file.path): Promise<void> {
  const { contents, store, acts } = file;
  const log = [...contents.log, ...acts.map(entryOf)];
  const records = [...store.records()];
  const isInPlace = realPath(to) === realPath(file.path);
  if (isInPlace && stateOf(to) !== file.state)
    throw new Refusal(`${to} was changed by something else while this command ran. Nothing was changed.`);
  if (isZip(to)) return await replaceFile(to, zipOf(folderOf({ contents, store })));
  if (existsSync(to) && statSync(to).isDirectory())
    return void saveFolder(to, folderOf({ contents, store }), isInPlace ? file.unread : []);
  await replaceFile(to, writeBackup({ ...contents, records, log }));
}

/** The workspace as the files of a folder of Markdown. */
export function folderOf({ contents, store }: Pick<OpenFile, "contents" | "store">): Iterable<FolderFile> {
  const files = contents.files.map(({ base64, ...file }) => ({
    ...file,
    bytes: new Uint8Array(Buffer.from(base64, "base64")),
  }));
  return writeFolder({ records: store.records(), files });
}

/**
 * Writes what differs, and takes files of Pensum's away that belong to no record any more. Returns how many it wrote.
 * @param unread files of this folder that were left out when it was read
 * @throws Refusal when one of those would be written over; nothing is written then
 */
export function saveFolder(to: string, files: Iterable<FolderFile>, unread: readonly string[] = []): number {
  const all = [...files];
  const left = new Set(unread.map((path) => path.replace(/, line \d+$/, "")));
  const lost = all.find(({ path, bytes }) => left.has(path) && !readFileSync(join(to, path)).equals(bytes));
  if (lost)
    throw new Refusal(
      `${lost.path} could not be read and would be written over. Mend it or move it away first. Nothing was changed.`,
    );
  const before = new Set(existsSync(to) ? filesIn(to).map(({ path }) => path) : []);
  let count = 0;
  for (const { path, bytes } of all) {
    const whole = join(to, path);
    before.delete(path);
    if (existsSync(whole) && readFileSync(whole).equals(bytes)) continue;
    mkdirSync(dirname(whole), { recursive: true });
    const beside = join(dirname(whole), `.${process.pid}.part`);
    writeFileSync(beside, bytes);
    renameSync(beside, whole);
    count++;
  }
  for (const path of before) if (!left.has(path) && isOfPensum(join(to, path))) rmSync(join(to, path));
  return count;
}

/** Whether a page says that Pensum wrote it. */
function isOfPensum(path: string): boolean {
  return path.endsWith(".md") && readFileSync(path, "utf8").startsWith("---\npensum: ");
}

/** Writes all of a chunk: a call may write less than it was given, when the disk is nearly full. @throws the system's error */
function writeWhole(file: number, chunk: Uint8Array): void {
  for (let at = 0; at < chunk.length;) {
    const written = writeSync(file, chunk, at, chunk.length - at);
    if (written === 0) throw Object.assign(new Error("The disk is full."), { code: "ENOSPC" });
    at += written;
  }
}

/** Lets the name of a file that was just put in its place be on the disk too, where the system can. */
function syncFolder(path: string): void {
  try {
    const folder = openSync(path, "r");
    try {
      fsyncSync(folder);
    } finally {
      closeSync(folder);
    }
  } catch {
    // Some systems open no folders; the file itself is on the disk.
  }
}

/** Takes away what commands left behind that were killed while they wrote this file: nobody else writes such names. */
function removeLeftParts(place: string): void {
  const [folder, name] = [dirname(place), basename(place)];
  for (const other of readdirSync(folder)) {
    const pid = other.startsWith(`${name}.`) ? /^(\d+)\.part$/.exec(other.slice(name.length + 1))?.[1] : undefined;
    if (pid !== undefined && !isRunning(Number(pid))) rmSync(join(folder, other), { force: true });
  }
}

function isRunning(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === "EPERM";
  }
}

/** Puts a file in the place of another, through links to it and with its rights. */
async function replaceFile(to: string, chunks: AsyncIterable<Uint8Array> | Iterable<Uint8Array>): Promise<void> {
  const place = realPath(to);
  const beside = `${place}.${process.pid}.part`;
  removeLeftParts(place);
  const mode = existsSync(place) ? statSync(place).mode & 0o777 : 0o600;
  try {
    const file = openSync(beside, "wx", mode);
    try {
      for await (const chunk of chunks) writeWhole(file, chunk);
      fchmodSync(file, mode);
      fsyncSync(file);
    } finally {
      closeSync(file);
    }
    renameSync(beside, place);
    syncFolder(dirname(place));
  } catch (error) {
    rmSync(beside, { force: true });
    throw error;
  }
}

function entryOf({ said, changes }: Act): LogEntryDraft {
  const ids = [...touchedIds(changes)];
  return {
    at: Date.now(),
    by: "command",
    said,
    version: modelVersion,
    changes: encodeChanges(changes),
    ids: ids.slice(0, 64),
  };
}
