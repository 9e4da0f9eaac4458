import type { Dye, Id } from "../values";

/** One of the things a choice or a level can be. */
export interface Option {
  readonly id: Id;
  readonly title: string;
  readonly dye?: Dye;
  /** A sign of the person's own. */
  readonly icon?: string;
}

/** What is said of a field that decides what it can hold. */
export interface FieldLimits {
  readonly label: string;
  /** A field that always has a value. */
  readonly required?: boolean;
  /** Whether the person made it. */
  readonly own?: boolean;
  readonly options?: readonly Option[];
  readonly unit?: string;
  /** The least and the most a number can be, and whether it is a whole one. */
  readonly least?: number;
  readonly most?: number;
  readonly whole?: boolean;
  /** How many characters a text can have, where that is less than any text can. */
  readonly longest?: number;
  /** Whether it leads to several records. */
  readonly many?: boolean;
}

/**
 * How what two writers made of one value becomes one: as a whole, where the later writer wins; as a set, to which each adds and from
 * which each takes; by its keys, each as a whole; as a sequence of things that are told apart by their ids, each as a whole; as a text,
 * by its lines; as a rule by which something comes again, of which what is left out and what comes on top are sets.
 */
export type MergeRule = "value" | "set" | "byKey" | "sequence" | "text" | "repeat";

/** How cells are compared, shown and added up. */
export type CellType =
  "text" | "number" | "minutes" | "yesNo" | "option" | "options" | "date" | "range" | "link" | "links";

/** What a value of another type is asked for when its field gets this one. */
export interface Conversion {
  /** What the value is in words, one for each thing that it holds. */
  readonly words: readonly string[];
  readonly was: unknown;
  readonly many: boolean;
  /** The id of an option of that title; one that is missing is made. */
  readonly option: (title: string) => Id;
  /** The record of that title in the register that the field leads to. */
  readonly link: (title: string) => Id | undefined;
}

declare const holds: unique symbol;

/** All that is said of a type of field; what forgets a part of it does not compile. */
export interface DefinedType<Held> {
  readonly [holds]?: Held;
  /** Whether a field of it is there with nothing in it: a list. */
  readonly isList: boolean;
  /** What is wrong with a value, in a sentence for the person; undefined where nothing is. */
  readonly fault: (field: FieldLimits, value: unknown) => string | undefined;
  readonly cell: CellType;
  readonly merge: MergeRule;
  /** What a value becomes that had another type; undefined where it has no counterpart. */
  readonly convert: (from: Conversion) => Held | undefined;
  /** The editor that it is changed in, by its name. */
  readonly editor: EditorName;
  /** What an attribute of a line in a file says. */
  readonly attribute: "text" | "number" | "yesNo";
  /** What it is called in the head of a column. */
  readonly short: string;
}

/** A type of which a person can make fields. */
export interface OwnDefinedType<Held> extends DefinedType<Held> {
  /** What it is called where it is chosen. */
  readonly called: string;
}

export type EditorName =
  | "words"
  | "text"
  | "minutes"
  | "repeat"
  | "zone"
  | "state"
  | "dye"
  | "priority"
  | "theme"
  | "offered"
  | "people"
  | "files"
  | "day";

export type HeldIn<T> = T extends DefinedType<infer Held> ? Held : never;
