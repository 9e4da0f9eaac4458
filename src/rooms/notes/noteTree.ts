import { addTo, type Note } from "@/core/model";

/** A folder of notes, with the folders in it. */
export interface NoteFolder {
  /** "Reaches/Reach 4"; empty at the top. */
  readonly path: string;
  readonly name: string;
  readonly folders: readonly NoteFolder[];
  readonly notes: readonly Note[];
}

/** The notes by their folders, pinned ones first and then by title. */
export function noteTree(notes: readonly Note[]): NoteFolder {
  const byFolder = new Map<string, Note[]>();
  for (const note of notes) {
    const path = (note.folder ?? "").split("/").filter(Boolean).join("/");
    addTo(byFolder, path, note);
  }
  const paths = new Set<string>([""]);
  for (const path of byFolder.keys())
    path.split("/").forEach((_, depth, parts) => paths.add(parts.slice(0, depth + 1).join("/")));
  const build = (path: string): NoteFolder => ({
    path,
    name: path.slice(path.lastIndexOf("/") + 1),
    folders: [...paths]
      .filter((one) => one !== path && one !== "" && parentOf(one) === path)
      .sort((a, b) => a.localeCompare(b))
      .map(build),
    notes: (byFolder.get(path) ?? []).toSorted(byPinAndTitle),
  });
  return build("");
}

function parentOf(path: string): string {
  return path.includes("/") ? path.slice(0, path.lastIndexOf("/")) : "";
}

function byPinAndTitle(a: Note, b: Note): number {
  return Number(b.pinned ?? false) - Number(a.pinned ?? false) || a.title.localeCompare(b.title);
}
