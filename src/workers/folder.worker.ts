import "temporal-polyfill/global";
import { expose } from "comlink";
import {
  readFolder,
  unzip,
  writeFolder,
  zipOf,
  type FolderFile,
  type FolderReading,
  type HeldFile,
  type TitleSource,
} from "@/core/interop/folder";
import type { Progress, WorkspaceContents } from "@/core/interop";
import { Refusal } from "@/core/model";
import { fromBase64, readContents } from "@/data/contents";
import { WorkspaceDatabase } from "@/data/database";

/** What a folder comes to, or why it is not read. The bytes of its files stay with the worker. */
export type FolderPlan = Omit<FolderReading, "files"> & { files: number; refused?: undefined };

/** A file of a folder that the person chose, with its path from the folder on. */
export interface ChosenFile {
  readonly path: string;
  readonly file: Blob;
}

let contents: WorkspaceContents | undefined;
let files: FolderFile[] = [];
let held: readonly HeldFile[] = [];

const worker = {
  /** All that is durable in a workspace as a zip of Markdown. */
  async write(name: string, progress: Progress): Promise<Blob> {
    const chunks = [...zipOf(written(await open(name), progress))];
    return new Blob(chunks as Uint8Array<ArrayBuffer>[], { type: "application/zip" });
  },

  /** Writes the same into a folder of this computer. Gives how many files it wrote. */
  async writeInto(name: string, folder: FileSystemDirectoryHandle, progress: Progress): Promise<number> {
    let count = 0;
    const known = new Map<string, FileSystemDirectoryHandle>();
    for (const { path, bytes } of written(await open(name), progress)) {
      const parts = path.split("/");
      const last = parts.pop() as string;
      let at = folder;
      for (let depth = 1; depth <= parts.length; depth++) {
        const key = parts.slice(0, depth).join("/");
        const next = known.get(key) ?? (await at.getDirectoryHandle(parts[depth - 1] as string, { create: true }));
        known.set(key, next);
        at = next;
      }
      const out = await (await at.getFileHandle(last, { create: true })).createWritable();
      await out.write(bytes as Uint8Array<ArrayBuffer>);
      await out.close();
      count++;
    }
    return count;
  },

  /** Takes the files of a zip, or of a folder, to be read. */
  async take(name: string, from: Blob | readonly ChosenFile[], progress: Progress): Promise<{ refused?: string }> {
    files = [];
    try {
      if (from instanceof Blob) {
        files = unzip(new Uint8Array(await from.arrayBuffer()));
        progress(0.4);
      } else
        for (const [at, { path, file }] of from.entries()) {
          files.push({ path, bytes: new Uint8Array(await file.arrayBuffer()) });
          if (at % 50 === 0) progress(at / from.length / 2);
        }
    } catch (error) {
      if (error instanceof Refusal) return { refused: error.message };
      throw error;
    }
    contents = await open(name);
    return {};
  },

  /** What reading the taken files comes to. */
  plan(now: string, titles: TitleSource, progress: Progress): FolderPlan | { refused: string } {
    try {
      const { files: fresh, ...reading } = readFolder(files, {
        base: contents?.records ?? [],
        held: contents?.files ?? [],
        now,
        titles,
        progress: (share) => progress(0.5 + share / 2),
      });
      held = fresh;
      return { ...reading, files: fresh.length };
    } catch (error) {
      if (error instanceof Refusal) return { refused: error.message };
      throw error;
    }
  },

  /** Keeps the files that pages of the plan hold. */
  async keepFiles(name: string): Promise<void> {
    const database = new WorkspaceDatabase(name);
    try {
      await database.files.bulkPut(
        held.map(({ bytes, ...file }) => ({
          ...file,
          blob: new Blob([bytes as Uint8Array<ArrayBuffer>], { type: file.type }),
        })),
      );
    } finally {
      database.close();
    }
  },
};

async function open(name: string): Promise<WorkspaceContents> {
  const database = new WorkspaceDatabase(name);
  try {
    return await readContents(database);
  } finally {
    database.close();
  }
}

function written({ records, files: stored }: WorkspaceContents, progress: Progress) {
  const bytes = stored.map(({ base64, ...file }) => ({ ...file, bytes: fromBase64(base64) }));
  return writeFolder({ records, files: bytes }, progress);
}

export type FolderWorker = typeof worker;
expose(worker);
