import type { StoredFile, WorkspaceContents } from "@/core/interop";
import { replay } from "@/core/store";
import { startOfGeneration, WorkspaceDatabase } from "./database";
import { readSnapshot, replaceLog } from "./snapshots";

/** Everything that is durable in a workspace. */
export async function readContents(database: WorkspaceDatabase): Promise<WorkspaceContents> {
  const snapshot = await readSnapshot(database);
  const log = await database.log.where(":id").above(startOfGeneration(snapshot.seq)).toArray();
  const tail = log.filter((entry) => entry.seq > snapshot.seq);
  const records = [...replay(snapshot.records, snapshot.version, tail).values()];
  const files: StoredFile[] = [];
  for (const { id, name, type, blob } of await database.files.toArray())
    files.push({ id, name, type, base64: toBase64(new Uint8Array(await blob.arrayBuffer())) });
  return { records, log: log.map(({ seq: _seq, sum: _sum, ...entry }) => entry), files };
}

/** Puts these contents in place of all a workspace holds, in one transaction: all of them or nothing. */
export async function replaceContents(database: WorkspaceDatabase, contents: WorkspaceContents): Promise<void> {
  const files = contents.files.map(({ id, name, type, base64 }) => ({
    id,
    name,
    type,
    blob: new Blob([fromBase64(base64)], { type }),
  }));
  await database.transaction("rw", database.log, database.snapshots, database.files, async () => {
    await database.files.clear();
    await database.files.bulkAdd(files);
    await replaceLog(database, contents.records, contents.log);
  });
}

/** Everything stored of a workspace, row by row as it is, for one that cannot be read: JSON lines. */
export async function storedText(name: string): Promise<Blob> {
  const database = new WorkspaceDatabase(name);
  try {
    const rows = [...(await database.snapshots.toArray()), ...(await database.log.toArray())];
    return new Blob(rows.map((row) => `${JSON.stringify(row)}\n`));
  } finally {
    database.close();
  }
}

function toBase64(bytes: Uint8Array): string {
  let text = "";
  for (let at = 0; at < bytes.length; at += 32_768) text += String.fromCharCode(...bytes.subarray(at, at + 32_768));
  return btoa(text);
}

export function fromBase64(base64: string): Uint8Array<ArrayBuffer> {
  return Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0));
}
