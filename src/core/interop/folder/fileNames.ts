import type { Id } from "../../model";

const unfit = /[\u0000-\u001f\u007f/\\:*?"<>|]/g;
const reservedNames = /^(?:con|prn|aux|nul|com\d|lpt\d)$/i;
const longestName = 100;

/** A title as the name of a file that every file system takes; not empty, at most 100 characters. */
export function fileNameOf(title: string): string {
  const plain = [...title.replace(unfit, "-").replace(/\s+/g, " ")].slice(0, longestName).join("");
  const trimmed = plain.trim().replace(/^\.+|[. ]+$/g, "");
  return trimmed === "" || reservedNames.test(trimmed) ? `${trimmed}_` : trimmed;
}

/** Hands out paths, each one once; two that differ in case only count as the same. */
export class Paths {
  readonly #taken = new Set<string>();

  /** A path for a record: the one wanted, or one with its id where that is taken. */
  give(folder: string, name: string, id: Id): string {
    const wanted = `${folder}${name}.md`;
    const path = this.#taken.has(key(wanted)) ? `${folder}${name} ${id}.md` : wanted;
    this.#taken.add(key(path));
    return path;
  }

  /** Takes a path that a file had before; false where somebody has it. */
  take(path: string): boolean {
    if (this.#taken.has(key(path))) return false;
    this.#taken.add(key(path));
    return true;
  }
}

function key(path: string): string {
  return path.normalize("NFC").toLowerCase();
}

/** The folder of a path, with its slash at the end; empty at the top. */
export function folderOf(path: string): string {
  return path.slice(0, path.lastIndexOf("/") + 1);
}

/** The way from a file in `folder` (with its slash at the end) to `path`, as it stands in a link. */
export function relativePath(folder: string, path: string): string {
  const up = "../".repeat(folder.split("/").length - 1);
  return up + path.split("/").map(encodeURIComponent).join("/").replace(/\(/g, "%28").replace(/\)/g, "%29");
}
