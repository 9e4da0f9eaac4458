import "temporal-polyfill/global";
import { expose } from "comlink";
import { readBackup, writeBackup, type Progress } from "@/core/interop";
import { Refusal } from "@/core/model";
import { readContents, replaceContents } from "@/data/contents";
import { copyAll } from "@/data/copyFiles";
import { WorkspaceDatabase } from "@/data/database";

/** How many records came in, or why none did. */
interface ReadResult {
  records: number;
  /** What was mended on the way, in sentences. */
  faults: readonly string[];
  refused?: string;
}

const worker = {
  /** Writes all that is durable in a workspace as a backup file. */
  async write(name: string, progress: Progress): Promise<Blob> {
    const database = new WorkspaceDatabase(name);
    try {
      const chunks: Uint8Array<ArrayBuffer>[] = [];
      for await (const chunk of writeBackup(await readContents(database), progress))
        chunks.push(chunk as Uint8Array<ArrayBuffer>);
      return new Blob(chunks, { type: "application/x-ndjson" });
    } finally {
      database.close();
    }
  },

  /** Reads a backup file and, when all of it is good, puts it in place of what the workspace holds. */
  async read(name: string, file: Blob, progress: Progress): Promise<ReadResult> {
    const database = new WorkspaceDatabase(name);
    try {
      const contents = await readBackup(chunksOf(file), file.size, progress);
      await replaceContents(database, contents);
      // At once: until then the second copy is that of the workspace before. Without one, all is still in the database.
      await copyAll(name).catch(() => {});
      return { records: contents.records.length, faults: contents.faults };
    } catch (error) {
      if (error instanceof Refusal) return { records: 0, faults: [], refused: error.message };
      throw error;
    } finally {
      database.close();
    }
  },
};

async function* chunksOf(file: Blob): AsyncGenerator<Uint8Array> {
  const reader = file.stream().getReader();
  for (let next = await reader.read(); !next.done; next = await reader.read()) yield next.value;
}

export type BackupWorker = typeof worker;
expose(worker);
