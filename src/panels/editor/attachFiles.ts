import type { EditorView } from "@codemirror/view";
import { isPage, newId, type Id, type PensumRecord } from "@/core/model";
import type { WorkspaceDatabase } from "@/data/database";
import { download } from "@/ui/download";
import { notify } from "@/ui/notices";
import { sizeText } from "@/ui/sizeText";

/** One file may have so many bytes: it is kept whole in the browser's database, and goes along in every backup. */
export const largestFile = 25_000_000;

/** Keeps files in the workspace. Gives each with its id; undefined, and said why, where they could not be kept. */
export async function keepFiles(
  database: WorkspaceDatabase | undefined,
  files: readonly File[],
): Promise<readonly { id: Id; name: string; isPicture: boolean }[] | undefined> {
  const refuse = (text: string): undefined => void notify({ text: `${text} Nothing was changed.`, tone: "refused" });
  if (!database) return refuse("Files cannot be saved: the database is not available.");
  const large = files.find(({ size }) => size > largestFile);
  if (large)
    return refuse(
      `“${large.name}” is too large (${sizeText(large.size)}). The limit is ${sizeText(largestFile)} per file.`,
    );
  const rows = files.map((file) => ({ id: newId(), name: file.name, type: file.type, blob: file }));
  try {
    await database.files.bulkPut(rows);
  } catch (error) {
    return refuse(`The file could not be saved (${error instanceof Error ? error.name : "unknown reason"}).`);
  }
  return rows.map(({ id, name, type }) => ({ id, name, isPicture: type.startsWith("image/") }));
}

/** Keeps files in the workspace and puts them on the page: pictures to be seen, others to be opened. */
export async function attachFiles(
  database: WorkspaceDatabase | undefined,
  files: readonly File[],
  view: EditorView,
  at: number,
): Promise<void> {
  const kept = await keepFiles(database, files);
  if (!kept) return;
  const marks = kept.map(
    ({ id, name, isPicture }) => `${isPicture ? "!" : ""}[${name.replace(/[[\]\n]/g, " ")}](file:${id})`,
  );
  const place = Math.min(at, view.state.doc.length);
  const insert = marks.join(" ");
  const { head, empty } = view.state.selection.main;
  view.dispatch({
    changes: { from: place, insert },
    ...(empty && head === place ? { selection: { anchor: place + insert.length } } : {}),
    userEvent: "input.paste",
  });
}

/** A file that a page shows: by its id, or, on a page of a foreign folder, by the way to it from there. */
export async function fileAt(
  database: WorkspaceDatabase | undefined,
  page: PensumRecord | undefined,
  address: string,
): Promise<{ name: string; blob: Blob } | undefined> {
  const id = /^file:([a-z0-9-]+)$/.exec(address)?.[1];
  if (id !== undefined) return await database?.files.get(id);
  const from = isPage(page) ? page.source?.path : undefined;
  if (from === undefined) return undefined;
  const path = pathFrom(from, address);
  return await database?.files.filter(({ name }) => name === path || name === `./${path}`).first();
}

function pathFrom(page: string, address: string): string {
  const parts = page.split("/").slice(0, -1);
  for (const part of decoded(address).split("/"))
    if (part === "..") parts.pop();
    else if (part !== "." && part !== "") parts.push(part);
  return parts.join("/");
}

function decoded(address: string): string {
  try {
    return decodeURIComponent(address);
  } catch {
    return address;
  }
}

/** Saves a file of a page where the browser saves what is downloaded; it is never opened in the app. */
export async function saveAttached(database: WorkspaceDatabase | undefined, id: string): Promise<void> {
  const file = await database?.files.get(id);
  if (file) download(file.blob, file.name.replace(/^.*\//, ""));
  else notify({ text: "This file is not in this workspace.", tone: "refused" });
}
