import type { MomentText } from "../../time";
import type { Field } from "../fields";
import type { HeldBy } from "../types";
import type { Id, MadeFrom, Source } from "../values";

/** All that is said of a kind of record; what it is in types, checks, files and on the screen follows from it. */
export interface KindDescription {
  readonly kind: string;
  /** What one is called on the screen. */
  readonly name: string;
  /** The register that lists them, and what one is called there. */
  readonly register?: { readonly id: string; readonly title: string; readonly one: string };
  /** Where its files stand in a folder of Markdown; undefined for one that is a line of `setup.jsonl`, or stands by its register. */
  readonly folder: string | undefined;
  /** Whether links may be written in its words. */
  readonly links: boolean;
  /** The field that says on which day it stands, where it has such a field; `itself` for what stands on its days in a way of its own. */
  readonly day: string;
  /** What says that it is done: its state, a field that its register names, or nothing. */
  readonly done: "state" | "register" | "never";
  /** The fields that a person sees, in the order in which the record sheet shows them. */
  readonly fields: readonly Field[];
  /** What is stored beside them, and seen elsewhere or never. */
  readonly beside?: readonly Field[];
  /** What a new one has where nothing else is said, beside its empty lists and texts. */
  readonly usual?: Readonly<Record<string, unknown>>;
  /** The day or the hours that a new one has. */
  readonly fresh?: (now: MomentText) => Readonly<Record<string, string>>;
}

/** Keeps the names and types of fields as they are written, so that the type of the records can be made of them. */
export const describeKind = <const D extends KindDescription>(description: D): D => description;

/** What a field holds: what its type does, but for options that are known and links to several. */
type HeldByField<F extends Field> = F extends { type: "level"; options: readonly { id: infer O }[] }
  ? O
  : F extends { type: "link" }
    ? F extends { many: true }
      ? readonly Id[]
      : Id
    : HeldBy<F["type"]>;

type Computed = { type: "formula" | "summary" };
/** Fields that every record of the kind has: those that must have a value, titles and lists, which may be empty. */
type AlwaysThere = { required: true } | { type: "title" | "tags" | "people" | "dates" };
type FieldsIn<F extends Field> = {
  readonly [One in Extract<Exclude<F, Computed>, AlwaysThere> as One["name"]]: HeldByField<One>;
} & {
  readonly [One in Exclude<F, Computed | AlwaysThere> as One["name"]]?: HeldByField<One>;
};
type BesideOf<D> = D extends { beside: readonly (infer F extends Field)[] } ? F : never;

/** A record of a described kind. */
export type RecordFrom<D extends KindDescription> = {
  readonly id: Id;
  readonly kind: D["kind"];
  /** Its own note or the text of its page, Markdown. */
  readonly text: string;
  readonly source?: Source;
  readonly madeFrom?: MadeFrom;
} & FieldsIn<D["fields"][number] | BesideOf<D>>;
