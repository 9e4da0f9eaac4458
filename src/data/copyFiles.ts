import Dexie from "dexie";
import { baseText, entryLines, readCopyPieces, readSecondCopy, type LogEntry, type SecondCopy } from "@/core/store";
import { WorkspaceDatabase, type FileRow } from "./database";
import { reachOf } from "./snapshots";

/** What a worker may do with a file and a window may not; not in the types of the browser's window. */
interface WritableHandle {
  getSize(): number;
  truncate(size: number): void;
  write(bytes: Uint8Array<ArrayBuffer>, options: { at: number }): number;
  flush(): void;
  close(): void;
}

type WorkerFile = FileSystemFileHandle & { createSyncAccessHandle(): Promise<WritableHandle> };

const flushMilliseconds = 250;
const mostFiles = 24;

/** The files of a workspace's second copy, in the browser's private file system. Works in a worker only. */
export class CopyFiles {
  readonly #workspace: string;
  readonly #folder: FileSystemDirectoryHandle;
  readonly #logName: string;
  readonly #log: WritableHandle;
  #flush: ReturnType<typeof setTimeout> | undefined;
  #failed: { readonly error: unknown } | undefined;
  /** Whether nothing was added yet to what an earlier sitting wrote. */
  #isContinued = true;

  private constructor(workspace: string, folder: FileSystemDirectoryHandle, logName: string, log: WritableHandle) {
    this.#workspace = workspace;
    this.#folder = folder;
    this.#logName = logName;
    this.#log = log;
  }

  /** Opens the copy with a log for this tab. */
  static async open(workspace: string, by: string): Promise<CopyFiles> {
    const folder = await folderOf(workspace);
    const name = `log-${by}`;
    return new CopyFiles(workspace, folder, name, await writable(folder, name));
  }

  /** Adds entries to this tab's log. What is written outlives the browser; it is on the disk shortly after. */
  append(entries: readonly LogEntry[]): void {
    // Nobody waits for a flush: who adds to the log next hears of it.
    if (this.#failed) throw this.#failed.error;
    const at = this.#log.getSize();
    try {
      // What the last sitting left may end in the middle of a line.
      write(this.#log, bytesOf(`${this.#isContinued && at > 0 ? "\n" : ""}${entryLines(entries)}`), at);
      this.#isContinued = false;
    } catch (error) {
      this.#log.truncate(at);
      throw error;
    }
    this.#flush ??= setTimeout(() => {
      this.#flush = undefined;
      try {
        this.#log.flush();
      } catch (error) {
        this.#failed = { error };
      }
    }, flushMilliseconds);
  }

  /** Writes a base of what the database holds, and takes the files away that it makes unnecessary; one tab at a time. */
  async rebase(): Promise<void> {
    await navigator.locks.request(`pensum-copy-${this.#workspace}`, { ifAvailable: true }, async (lock) => {
      if (lock) await this.#writeBase();
    });
  }

  /**
   * Writes a base when there is no whole one of the database's newest snapshot, or when many tabs left their logs behind. What the
   * log has after the snapshot was told to the copy at the start.
   */
  async tidy(): Promise<void> {
    const names = await namesIn(this.#folder);
    const copy = await readCopy(this.#workspace);
    const { snapshot } = await inDatabase(this.#workspace, reachOf);
    if (names.length > mostFiles || copy?.seq !== snapshot) await this.rebase();
  }

  async #writeBase(): Promise<void> {
    const size = this.#log.getSize();
    const name = await writeBase(this.#workspace, this.#folder);
    if (name === undefined) return;
    if (this.#log.getSize() === size) this.#log.truncate(0);
    for (const other of await namesIn(this.#folder))
      if (other !== name && other !== this.#logName) await this.#folder.removeEntry(other).catch(stillInUse);
  }

  close() {
    this.#log.close();
  }
}

/** Writes a base of what the database holds. Returns its name; undefined where there is nothing to write. */
async function writeBase(workspace: string, folder: FileSystemDirectoryHandle): Promise<string | undefined> {
  const contents = await inDatabase(workspace, readRows);
  if (!contents) return undefined;
  const name = `base-${crypto.randomUUID()}`;
  try {
    await writeWhole(folder, name, bytesOf(baseText(contents)));
  } catch (error) {
    await folder.removeEntry(name).catch(stillInUse);
    throw error;
  }
  return name;
}

/** Writes the whole second copy at once, after everything in the database was replaced. */
export async function copyAll(workspace: string): Promise<void> {
  await writeBase(workspace, await folderOf(workspace));
  await keepFilesOf(workspace);
}

/** A file as the list of the second copy names it; its bytes stand in a file of its own, under its id. */
interface ListedFile {
  readonly id: string;
  readonly name: string;
  readonly type: string;
  readonly size: number;
}

/** The files that a second copy holds, and those that its list names and that are not there whole. */
export interface CopiedFiles {
  readonly files: readonly FileRow[];
  readonly missing: readonly string[];
}

const fileList = "list";

/** Brings the files of the second copy to those of the database: what is new is written, what is gone is taken away. */
export async function keepFilesOf(workspace: string): Promise<void> {
  await navigator.locks.request(`pensum-copy-files-${workspace}`, async () => {
    const database = new WorkspaceDatabase(workspace);
    try {
      const folder = await filesFolderOf(workspace);
      const before = await readFileList(folder);
      const ids = (await database.files.toCollection().primaryKeys()) as string[];
      // A database that was lost holds no files either: then these are all there is.
      if (ids.length === 0 && (await database.log.count()) + (await database.snapshots.count()) === 0) return;
      if (ids.length === before.length && before.every(({ id }) => ids.includes(id))) return;
      const list: ListedFile[] = before.filter(({ id }) => ids.includes(id));
      for (const id of ids) {
        if (list.some((one) => one.id === id)) continue;
        const row = await database.files.get(id);
        if (!row) continue;
        await writeWhole(folder, id, new Uint8Array(await row.blob.arrayBuffer()));
        list.push({ id, name: row.name, type: row.type, size: row.blob.size });
      }
      await writeWhole(folder, fileList, bytesOf(JSON.stringify(list)));
      for (const { id } of before) if (!ids.includes(id)) await folder.removeEntry(id).catch(stillInUse);
    } finally {
      database.close();
    }
  });
}

/** The files that the second copy of a workspace holds. */
export async function readFilesOf(workspace: string): Promise<CopiedFiles> {
  const folder = await filesFolderOf(workspace);
  const files: FileRow[] = [];
  const missing: string[] = [];
  for (const { id, name, type, size } of await readFileList(folder)) {
    const bytes = await folder
      .getFileHandle(id)
      .then((handle) => handle.getFile())
      .catch(() => undefined);
    if (bytes?.size === size) files.push({ id, name, type, blob: new Blob([await bytes.arrayBuffer()], { type }) });
    else missing.push(name);
  }
  return { files, missing };
}

async function readFileList(folder: FileSystemDirectoryHandle): Promise<ListedFile[]> {
  try {
    return JSON.parse(await (await (await folder.getFileHandle(fileList)).getFile()).text()) as ListedFile[];
  } catch {
    return [];
  }
}

async function filesFolderOf(workspace: string): Promise<FileSystemDirectoryHandle> {
  return (await navigator.storage.getDirectory()).getDirectoryHandle(`pensum-${workspace}-files`, { create: true });
}

/** What the second copy of a workspace holds. */
export async function readCopy(workspace: string): Promise<SecondCopy | undefined> {
  const { bases, logs } = await textsOf(workspace);
  return readSecondCopy(bases, logs);
}

/** All of the second copy that can be read, whole or not. */
export async function readPieces(workspace: string): Promise<ReturnType<typeof readCopyPieces>> {
  const { bases, logs } = await textsOf(workspace);
  return readCopyPieces(bases, logs);
}

async function textsOf(workspace: string): Promise<{ bases: string[]; logs: string[] }> {
  const folder = await folderOf(workspace);
  const bases: string[] = [];
  const logs: string[] = [];
  for (const name of await namesIn(folder)) {
    const text = await (await (await folder.getFileHandle(name)).getFile()).text();
    (name.startsWith("base-") ? bases : logs).push(text);
  }
  return { bases, logs };
}

async function inDatabase<T>(workspace: string, work: (database: WorkspaceDatabase) => Promise<T>): Promise<T> {
  const database = new WorkspaceDatabase(workspace);
  try {
    return await work(database);
  } finally {
    database.close();
  }
}

/** The newest whole snapshot of the database as it is stored, and the log after it. */
async function readRows(database: WorkspaceDatabase): Promise<SecondCopy | undefined> {
  const rows = await database.transaction("r", database.snapshots, database.log, async () => {
    const [last] = await database.snapshots.orderBy(":id").reverse().limit(1).toArray();
    const seq = last?.seq ?? 0;
    const parts = await database.snapshots.where(":id").between([seq, 0], [seq, Dexie.maxKey]).toArray();
    return { last, seq, parts, entries: await database.log.where(":id").above(seq).toArray() };
  });
  const { last, seq, parts, entries } = rows;
  if (seq + entries.length === 0 || (last && last.parts !== parts.length)) return undefined;
  return { seq, version: last?.version ?? 0, parts: parts.map((part) => part.text), entries };
}

async function folderOf(workspace: string): Promise<FileSystemDirectoryHandle> {
  return (await navigator.storage.getDirectory()).getDirectoryHandle(`pensum-${workspace}`, { create: true });
}

async function writable(folder: FileSystemDirectoryHandle, name: string): Promise<WritableHandle> {
  return ((await folder.getFileHandle(name, { create: true })) as WorkerFile).createSyncAccessHandle();
}

async function namesIn(folder: FileSystemDirectoryHandle): Promise<string[]> {
  const names: string[] = [];
  for await (const name of (folder as unknown as { keys(): AsyncIterable<string> }).keys()) names.push(name);
  return names;
}

/** Writes all of a file, which is on the disk then, and lets go of it, however that ends. */
async function writeWhole(folder: FileSystemDirectoryHandle, name: string, bytes: Uint8Array<ArrayBuffer>) {
  const file = await writable(folder, name);
  try {
    file.truncate(0);
    write(file, bytes, 0);
    file.flush();
  } finally {
    file.close();
  }
}

const bytesOf = (text: string) => new TextEncoder().encode(text);

function write(file: WritableHandle, bytes: Uint8Array<ArrayBuffer>, at: number) {
  if (file.write(bytes, { at }) < bytes.length) throw new DOMException("Not enough space.", "QuotaExceededError");
}

/** Another tab writes to it: it goes another time. */
function stillInUse() {}
