import { isPage, type Id, type PensumRecord } from "../model";

/** A kept file, by what decides whether somebody needs it. */
interface KeptName {
  readonly id: Id;
  readonly name: string;
}

/**
 * The files that nothing needs any longer. A file is needed when any words or any field of any record lead to it, in whatever
 * way links may be written: with a title, in angle brackets, as a picture, in the fields of a template. Files of a foreign
 * folder are led to by their paths, and are needed as long as a page of such a folder is there.
 */
export function filesNotInUse<F extends KeptName>(records: Iterable<PensumRecord>, files: readonly F[]): F[] {
  const used = new Set<Id>();
  let isForeign = false;
  for (const record of records) {
    if (isPage(record) && record.source?.path !== undefined) isForeign = true;
    noteFiles(record, used);
  }
  return files.filter(({ id, name }) => !used.has(id) && !(isForeign && name.includes("/")));
}

function noteFiles(value: unknown, used: Set<Id>, isListed = false) {
  if (typeof value === "string") {
    if (value.includes("file:"))
      for (const [, id] of value.matchAll(/file:([a-z0-9-]+)/gi)) used.add(id!.toLowerCase());
    // A field of files lists each by its id and its name.
    if (isListed) used.add(value.split(" ", 1)[0]!);
  } else if (Array.isArray(value)) for (const one of value) noteFiles(one, used, true);
  else if (typeof value === "object" && value !== null) for (const one of Object.values(value)) noteFiles(one, used);
}
