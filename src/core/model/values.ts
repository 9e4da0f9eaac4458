/** The name of one record, unique in a workspace and never used again. */
export type Id = string;

/** The ten dyes of the look; the only category colours. */
export const dyes = [
  "woad",
  "madder",
  "weld",
  "lichen",
  "walnut",
  "heather",
  "verdigris",
  "cochineal",
  "slate",
  "ochre",
] as const;
export type Dye = (typeof dyes)[number];

export const states = ["open", "doing", "waiting", "done", "dropped"] as const;
export type State = (typeof states)[number];

/** Where a record was read from, and what of its file Pensum does not know: it is written again as it was. */
export interface Source {
  /** The path of its file in a folder that was not written by Pensum. */
  readonly path?: string;
  /** The front matter of that file as it stood there, with its marks and a byte order mark before it. */
  readonly frontMatter?: string;
  /** Lines of front matter that name no field. */
  readonly unknown?: string;
  /** What names it in calendars of other programs (UID of RFC 5545). */
  readonly uid?: string;
  /** What its calendar says of it that Pensum does not know, as content lines. */
  readonly calendar?: string;
}

/** What a record was made from, so that a change of its template can be brought to it. */
export interface MadeFrom {
  readonly template: Id;
  /** What was filled into its places, by their names. */
  readonly fills: Readonly<Record<string, string>>;
  /** The text as the template gave it then. */
  readonly text: string;
}

/** A task in a time box, and how many of its minutes are for it. */
export interface HeldTask {
  readonly task: Id;
  readonly minutes: number;
}
