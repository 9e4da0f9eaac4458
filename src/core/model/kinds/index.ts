import type { MomentText } from "../../time";
import { emptyValue, type Field } from "../fields";
import type { Id } from "../values";
import { aim, type Aim } from "./aim";
import { area, type Area } from "./area";
import { block, type Block } from "./block";
import { day, type DayPage } from "./day";
import type { KindDescription, RecordFrom } from "./describe";
import { event, type Event } from "./event";
import { goal, type Goal } from "./goal";
import { habit, type Habit } from "./habit";
import { note, type Note } from "./note";
import { person, type Person } from "./person";
import { project, type Project } from "./project";
import { review, type Review } from "./review";
import { row, type Row } from "./row";
import { task, type Task } from "./task";
import { theme, type Theme } from "./theme";
import { work, type Work } from "./work";

export type { Aim, Area, Block, DayPage, Event, Goal, Habit, Note, Person, Project, Review, Row, Task, Theme, Work };
export type { OwnValue } from "./row";
export type { KindDescription } from "./describe";

/** The kinds of what people keep and look at, in the order in which their registers are shown. */
export const kinds = {
  task,
  goal,
  project,
  event,
  day,
  aim,
  note,
  work,
  habit,
  review,
  person,
  theme,
  area,
  block,
  row,
};
export type KeptKind = keyof typeof kinds;

const each = Object.entries(kinds) as readonly [KeptKind, KindDescription][];
const byKind = <T>(of: (description: KindDescription) => T) =>
  Object.fromEntries(each.map(([kind, description]) => [kind, of(description)])) as Record<KeptKind, T>;

/** A record of one of these kinds. */
export type KeptRecord =
  Task | Event | Block | Theme | DayPage | Aim | Note | Person | Area | Goal | Project | Habit | Work | Review | Row;
/** Does not compile where a kind is missing from the records. */
export const everyKindIsOfARecord: [Exclude<KeptKind, KeptRecord["kind"]>] extends [never] ? true : never = true;

/** What is said of each kind. */
export const kindOf: Readonly<Record<KeptKind, KindDescription>> = kinds;

/** Whether a kind is one of these. */
export function isKeptKind(kind: string): kind is KeptKind {
  return Object.hasOwn(kinds, kind);
}

/** The fields of each kind that a person sees, in the order in which the record sheet shows them. */
export const fieldsOf: Readonly<Record<KeptKind, readonly Field[]>> = byKind(({ fields }) => fields);

/** All that is stored of each kind, beside its id, kind and text, and where it came from. */
export const storedFields: Readonly<Record<KeptKind, readonly Field[]>> = byKind(({ fields, beside = [] }) =>
  [...fields, ...beside].filter(({ type }) => type !== "formula" && type !== "summary"),
);

/** The names of all built-in fields that lead to a record a person chose. */
export const builtInLinks: readonly string[] = [
  ...new Set(each.flatMap(([, { fields }]) => fields.flatMap(({ name, target }) => (target ? [name] : [])))),
];

const nothing: Readonly<Record<string, unknown>> = {};
const usual = byKind(({ fields, beside = [], usual: given = {} }) => ({
  ...Object.fromEntries(
    [...fields, ...beside].flatMap((field) => {
      const empty = emptyValue(field);
      return empty === undefined ? [] : [[field.name, empty]];
    }),
  ),
  ...given,
}));

/** The fields that a record of a kind has where nothing else is said, beside its id, title, text and dates. */
export function usualFields(kind: string): Readonly<Record<string, unknown>> {
  return Object.hasOwn(usual, kind) ? usual[kind as KeptKind] : nothing;
}

/** What is said of a record that is about to be made. */
export interface FreshRecord {
  readonly id: Id;
  readonly title?: string;
  readonly now: MomentText;
}

/** A record of a register of the person's own of which nothing has been said yet but its title. */
export function bareRow(register: Id, { id, title = "", now }: FreshRecord): Row {
  return { id, kind: "row", register, title, text: "", createdAt: now };
}

/** A record of a kind of which nothing has been said yet but its title; a day page is made by its date. */
export function bareRecord<K extends Exclude<KeptKind, "day" | "row">>(
  kind: K,
  { id, title = "", now }: FreshRecord,
): RecordFrom<(typeof kinds)[K]> {
  const { fresh, fields, beside = [] }: KindDescription = kinds[kind];
  const isDated = [...fields, ...beside].some(({ name }) => name === "createdAt");
  return {
    ...usualFields(kind),
    ...fresh?.(now),
    id,
    kind,
    title,
    text: "",
    ...(isDated ? { createdAt: now } : {}),
  } as unknown as RecordFrom<(typeof kinds)[K]>;
}
