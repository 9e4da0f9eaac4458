import type { DateText, MomentText, WorkingWeek } from "../time";
import { kinds, type DayPage, type KeptKind, type KeptRecord, type Note } from "./kinds";
import type { ClockRecord, Rhythm } from "./clock";
import type { Dye, Id, State } from "./values";
import type { FieldRecord } from "./ownFields";
import type { Condition, Lens } from "./lens";

/** A table of the person's own. Its records are rows. */
export interface OwnRegister {
  readonly id: Id;
  readonly kind: "register";
  readonly title: string;
  /** What one of its records is called: "Permit". */
  readonly one: string;
  readonly order: number;
  /** The title of a new record, built from its fields by this FEEL expression. */
  readonly titleFormula?: string;
  readonly done?: DoneMark;
  readonly text: string;
}

/** What tells that a record of an own register is done: a field of yes or no, or an option of a choice. */
export interface DoneMark {
  readonly field: string;
  readonly option?: Id;
}

/** What records of a register are made from: fields that are given, and a text with places to fill. */
export interface Template {
  readonly id: Id;
  readonly kind: "template";
  readonly title: string;
  /** The register whose records it makes; `days` for lines that are put on a day page. */
  readonly register: string;
  /** The title of what it makes, with places to fill; empty where it is asked for. */
  readonly naming: string;
  readonly fields: Readonly<Record<string, unknown>>;
  readonly text: string;
  readonly order: number;
  /** Whether its lines begin every day by themselves, and the day that they began last. */
  readonly beginsDays?: true;
  readonly begunOn?: DateText;
}

/** When a standing order is looked at. */
export type Occasion =
  | { readonly on: "dayBegins" }
  | { readonly on: "added" }
  | { readonly on: "changed"; readonly field?: string }
  /** On the day that stands in a date field, or the day after. */
  | { readonly on: "due" | "late"; readonly field: string };

/** What a standing order does with each record it is about. */
export type OrderStep =
  | { readonly do: "set"; readonly field: string; readonly to: string }
  | { readonly do: "dayPage" }
  | { readonly do: "carry"; readonly days: number }
  | { readonly do: "make"; readonly template: Id }
  | { readonly do: "notify"; readonly words: string };

/** When this happens, if this holds, do that. */
export interface StandingOrder {
  readonly id: Id;
  readonly kind: "standingOrder";
  readonly title: string;
  readonly active: boolean;
  readonly register: string;
  readonly when: Occasion;
  readonly where: Condition;
  readonly steps: readonly OrderStep[];
  /** The last day of which it was asked what that day began, made due or made late. */
  readonly lookedOn?: DateText;
  readonly order: number;
  readonly text: string;
}

/** One time that a standing order did something. */
export interface OrderRun {
  readonly id: Id;
  readonly kind: "orderRun";
  readonly standingOrder: Id;
  readonly at: MomentText;
  readonly title: string;
  /** What it changed, as the change log writes it, so that it can be taken back. */
  readonly changes: string;
  readonly undone?: boolean;
  readonly text: string;
}

export interface PriorityLevel {
  readonly id: string;
  readonly title: string;
}

/** Hours of a pattern: for a theme, or for a break where none is named. */
export interface PatternHours {
  /** 1 for Monday to 7 for Sunday. */
  readonly weekday: number;
  /** Minutes since midnight. */
  readonly startMinute: number;
  readonly endMinute: number;
  readonly theme?: Id;
}

/** An ideal week: themed hours that come again each week it is chosen for. */
export interface Pattern {
  readonly id: string;
  readonly title: string;
  readonly hours: readonly PatternHours[];
}

/** A page of questions about the past that somebody chose, in their order. */
export interface InsightBoard {
  readonly id: string;
  readonly title: string;
  /** Names of questions that come ready, and ids of lenses that are kept as charts. */
  readonly questions: readonly string[];
  /** The days that are asked about: a word, or two dates. */
  readonly span: string | { readonly from: DateText; readonly to: DateText };
  /** By what hours are told apart. */
  readonly way: string;
  /** What the days are compared with. */
  readonly beside: string;
}

/** The parts that the pull of a task is made of. */
export const pullParts = ["priority", "slack", "carried", "goal", "age", "awaited", "length"] as const;
export type PullPart = (typeof pullParts)[number];
export type PullWeights = Readonly<Record<PullPart, number>>;

/** What the person has chosen for this workspace; one record, with the id `settings`. */
export interface Settings {
  readonly id: "settings";
  readonly kind: "settings";
  readonly workingWeek: WorkingWeek;
  /** 1 for Monday to 7 for Sunday; absent where the locale decides. */
  readonly firstWeekday?: number;
  /** Absent where the locale decides. */
  readonly hour12?: boolean;
  readonly showWeekNumbers: boolean;
  /** Drags on the rail move in steps of so many minutes. */
  readonly snapMinutes: number;
  /** From the most pressing to the least. */
  readonly priorities: readonly PriorityLevel[];
  /** The ideal weeks; the first is the usual one. */
  readonly patterns?: readonly Pattern[];
  /** The pattern of weeks that have another than the usual one, by their Monday. */
  readonly patternWeeks?: Readonly<Record<DateText, string>>;
  /** Minutes before and after each event that are not free for work; none where absent. */
  readonly bufferMinutes?: number;
  /** So many minutes may be worked without a pause before the plan warns; 0 for never, the usual where absent. */
  readonly longestRunMinutes?: number;
  /** How much each part of the pull of a task counts; the usual weights where absent. */
  readonly pullWeights?: PullWeights;
  /** The record of the person themselves, where there is one. */
  readonly me?: Id;
  /** When the person is sharp, on every day: what is hardest is proposed for then. */
  readonly sharpHours?: { readonly startMinute: number; readonly endMinute: number };
  /** So many minutes before its start every event rings that does not say itself when; never where absent. */
  readonly remindOfEvents?: number;
  /** The same of blocks of a task or a theme. */
  readonly remindOfBlocks?: number;
  /** Timesheets are shown in steps of so many minutes; as they are where absent. */
  readonly roundMinutes?: number;
  /** Whether plans and loads count with the length that such work usually takes, and not with the one that was typed. */
  readonly countLearnt?: boolean;
  /** The steps of reviews in this person's order, by the review; an own step has a title. The ready ones where absent. */
  readonly reviewSteps?: Readonly<Record<string, readonly { readonly id: string; readonly title?: string }[]>>;
  /** The rhythms that the clock can follow; the usual ones where absent. */
  readonly rhythms?: readonly Rhythm[];
  /** The dyes of calendars, by their names. */
  readonly calendarDyes?: Readonly<Record<string, Dye>>;
  /** Pages of questions about the past. */
  readonly boards?: readonly InsightBoard[];
  /** Lenses whose records stand on the calendar too. */
  readonly layers?: readonly CalendarLayer[];
}

/** By which fields a record stands on the calendar. */
export interface DatedBy {
  /** A date, a moment, or two dates. */
  readonly field: string;
  /** The field that says until when it lasts; where it is absent, the field alone says, or the `end` of a `start`. */
  readonly end?: string;
}

/** The records of a lens on the calendar, each on the day or at the moment that a field of it says. */
export interface CalendarLayer extends DatedBy {
  readonly lens: Id;
  readonly dye: Dye;
  /** The choice or link from which each record has its own dye, where that has one. */
  readonly dyeBy?: string;
}

export type PensumRecord =
  KeptRecord | OwnRegister | FieldRecord | Lens | Template | StandingOrder | OrderRun | ClockRecord | Settings;
export type Kind = PensumRecord["kind"];
export type RecordOf<K extends Kind> = Extract<PensumRecord, { kind: K }>;

/** The value of a record's field, built in or made by the person. */
export function valueIn(record: PensumRecord, name: string): unknown {
  return (record as unknown as Readonly<Record<string, unknown>>)[name];
}

/** Kinds whose text is a page: task lines and block lines in it are followed. */
export type Page = DayPage | Note;
export function isPage(record: PensumRecord | undefined): record is Page {
  return record?.kind === "day" || record?.kind === "note";
}

/** The id of the page of `date`. */
export function dayPageId(date: DateText): Id {
  return `day-${date}`;
}

/** Tells whether work is still to be done on a task in this state. */
export function isUnfinished(state: State): boolean {
  return state !== "done" && state !== "dropped";
}

/** The name each kind has on the screen. */
export const kindNames: Readonly<Record<Kind, string>> = {
  ...(Object.fromEntries(Object.entries(kinds).map(([kind, { name }]) => [kind, name])) as Record<KeptKind, string>),
  register: "Register",
  field: "Field",
  lens: "Lens",
  template: "Template",
  standingOrder: "Standing order",
  orderRun: "Run of a standing order",
  clock: "Clock",
  settings: "Settings",
};
