import { isDate, type DateText } from "@/core/time";

/** A copy of everything as it was on one day. */
export interface DailyCopy {
  readonly date: DateText;
  readonly size: number;
}

const keptDays = 14;

/**
 * The daily copies of a workspace, the newest first: backup files in the browser's private file system, and so not in
 * the database that they are there to outlive. None where the browser has no such files.
 */
export async function listDailyCopies(workspace: string): Promise<DailyCopy[]> {
  const folder = await folderOf(workspace);
  if (!folder) return [];
  const copies: DailyCopy[] = [];
  for await (const name of (folder as unknown as { keys(): AsyncIterable<string> }).keys())
    if (isDate(name)) {
      const { size } = await (await folder.getFileHandle(name)).getFile();
      if (size > 0) copies.push({ date: name, size });
    }
  return copies.sort((a, b) => (a.date < b.date ? 1 : -1));
}

/** Keeps a backup file as the copy of a day, and takes those away that are older than two weeks of copies. */
export async function keepDailyCopy(workspace: string, date: DateText, backup: Blob): Promise<void> {
  const folder = await folderOf(workspace);
  if (!folder) return;
  // A file that is being written takes its place only when it is whole.
  const file = await (await folder.getFileHandle(date, { create: true })).createWritable();
  await file.write(backup);
  await file.close();
  for (const old of (await listDailyCopies(workspace)).slice(keptDays)) await folder.removeEntry(old.date);
}

export async function readDailyCopy(workspace: string, date: DateText): Promise<Blob | undefined> {
  const folder = await folderOf(workspace);
  return folder && (await folder.getFileHandle(date)).getFile();
}

async function folderOf(workspace: string): Promise<FileSystemDirectoryHandle | undefined> {
  try {
    return await (
      await navigator.storage.getDirectory()
    ).getDirectoryHandle(`pensum-${workspace}-daily`, { create: true });
  } catch {
    return undefined;
  }
}
