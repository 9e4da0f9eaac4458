import { once } from "node:events";
import {
  createReadStream,
  createWriteStream,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from "node:fs";
import { dirname, join, relative, sep } from "node:path";
import { readBackup, writeBackup, type StoredFile, type WorkspaceContents } from "@/core/interop";
import {
  readFolder,
  unzip,
  writeFolder,
  zipOf,
  type FolderFile,
  type FolderReading,
  type HeldFile,
} from "@/core/interop/folder";
import { readCalendar } from "@/core/interop/icalendar";
import { encodeChanges, touchedIds, type Store, type Act, type LogEntryDraft } from "@/core/store";
import { modelVersion } from "@/core/model";
import type { Clock } from "@/core/time";
import { openStore } from "@/core/workspace";

/** A workspace that is open on the command line: a backup file, a folder of Markdown, or a zip of one. */
export interface OpenFile {
  readonly path: string;
  readonly contents: WorkspaceContents;
  readonly store: Store;
  /** What was done since it was opened. */
  readonly acts: readonly Act[];
}

/** @throws Refusal when it is no workspace; the system's error when it cannot be read */
export async function openFile(path: string, clock: Clock): Promise<OpenFile> {
  const isFolder = statSync(path).isDirectory();
  const contents =
    isFolder || isZip(path)
      ? contentsOf(path, clock)
      : isCalendar(path)
        ? calendarContents(path, clock)
        : await readBackup(createReadStream(path), statSync(path).size);
  const { store } = await openStore(new Map(contents.records.map((record) => [record.id, record])), clock);
  const acts: Act[] = [];
  store.onAct((act) => acts.push(act));
  return { path, contents, store, acts };
}

/** A calendar as a workspace of its own. */
function calendarContents(path: string, clock: Clock): WorkspaceContents {
  const reading = readCalendar(readFileSync(path, "utf8"), { base: [], now: clock.now(), zone: clock.zone });
  return { records: [...reading.changes.added.values()], log: [], files: [] };
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

function contentsOf(path: string, clock: Clock): WorkspaceContents {
  const { changes, files } = readingOf(path, clock);
  return { records: [...changes.added.values()], log: [], files: storedFiles(files) };
}

/** Writes the workspace with what was done, whole or not at all: beside the file first, then in its place. */
export async function saveFile({ path, contents, store, acts }: OpenFile, to = path): Promise<void> {
  const log = [...contents.log, ...acts.map(entryOf)];
  const records = [...store.records()];
  if (isZip(to)) return await replaceFile(to, zipOf(folderOf({ contents, store })));
  if (existsSync(to) && statSync(to).isDirectory()) return void saveFolder(to, folderOf({ contents, store }));
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

/** Writes what differs, and takes files of Pensum's away that belong to no record any more. Gives how many it wrote. */
export function saveFolder(to: string, files: Iterable<FolderFile>): number {
  const before = new Set(existsSync(to) ? filesIn(to).map(({ path }) => path) : []);
  let count = 0;
  for (const { path, bytes } of files) {
    const whole = join(to, path);
    before.delete(path);
    if (existsSync(whole) && readFileSync(whole).equals(bytes)) continue;
    mkdirSync(dirname(whole), { recursive: true });
    writeFileSync(`${whole}.part`, bytes);
    renameSync(`${whole}.part`, whole);
    count++;
  }
  for (const path of before) if (isOfPensum(join(to, path))) rmSync(join(to, path));
  return count;
}

/** Whether a page says that Pensum wrote it. */
function isOfPensum(path: string): boolean {
  return path.endsWith(".md") && readFileSync(path, "utf8").startsWith("---\npensum: ");
}

async function replaceFile(to: string, chunks: AsyncIterable<Uint8Array> | Iterable<Uint8Array>): Promise<void> {
  const beside = `${to}.part`;
  const out = createWriteStream(beside);
  for await (const chunk of chunks) if (!out.write(chunk)) await once(out, "drain");
  out.end();
  await once(out, "finish");
  renameSync(beside, to);
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
