import type { DateText, MomentText, WorkingWeek } from "../time";
import type { FieldRecord } from "./ownFields";
import type { Condition, Lens } from "./lens";

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

interface Kept {
  readonly source?: Source;
  readonly madeFrom?: MadeFrom;
}

/** What can come again: it has a rule, or it is one occurrence of something that has. */
interface ComesAgain {
  /** How it comes again: a rule of RFC 5545 with what is left out and what comes on top, as `readRepeat` reads it. */
  readonly repeat?: string;
  /** The series this one occurrence was taken out of, because it was moved, changed or done alone. */
  readonly series?: Id;
  /** When it was to start by the rule of its series. */
  readonly occurrence?: DateText | MomentText;
}

/** Something to do. Its line on a page owns title, state mark and nesting; this record owns everything else. */
export interface Task extends Kept, ComesAgain {
  readonly id: Id;
  readonly kind: "task";
  readonly title: string;
  readonly state: State;
  /** The day it is meant to be done. */
  readonly doDay?: DateText;
  /** The date or the moment after which it is late. */
  readonly due?: DateText | MomentText;
  /** Out of sight until this day. */
  readonly restUntil?: DateText;
  readonly estimateMinutes?: number;
  /** The id of one of the levels in `Settings.priorities`. */
  readonly priority?: string;
  readonly theme?: Id;
  readonly goal?: Id;
  readonly project?: Id;
  /** The task this one is a part of. */
  readonly parent?: Id;
  /** The tasks that must be done before this one can begin. */
  readonly after?: readonly Id[];
  readonly tags: readonly string[];
  readonly people: readonly Id[];
  /** Its own note, Markdown. */
  readonly text: string;
  /** The page that holds its line. */
  readonly page?: Id;
  /** Gathered and not clarified yet: nobody has said what it is. */
  readonly unclarified?: boolean;
  readonly doneAt?: MomentText;
  /** How long it took in the end. */
  readonly tookMinutes?: number;
  /** How many times it was moved to another day unfinished. */
  readonly carried: number;
  readonly createdAt: MomentText;
}

/** Something that happens at its time whether one works or not, and that others count on. */
export interface Event extends Kept, ComesAgain {
  readonly id: Id;
  readonly kind: "event";
  readonly title: string;
  /** A moment; for an event of whole days, its first date. */
  readonly start: MomentText | DateText;
  /** A moment after `start`; for an event of whole days, its last date. */
  readonly end: MomentText | DateText;
  /** The IANA zone its times are told in; absent where the person's own is meant. */
  readonly zone?: string;
  readonly place: string;
  /** The name of the calendar it stands in; absent for the person's own. */
  readonly calendar?: string;
  readonly theme?: Id;
  readonly people: readonly Id[];
  /** The page of what was said there. */
  readonly notes?: Id;
  readonly text: string;
  readonly createdAt: MomentText;
}

/** A stretch of time set aside on the rail, for a task, for a theme, or for the plain text of its title. */
export interface Block extends Kept, ComesAgain {
  readonly id: Id;
  readonly kind: "block";
  readonly start: MomentText;
  readonly end: MomentText;
  readonly task?: Id;
  readonly theme?: Id;
  /** Plain text; empty for a task's block, which shows the task's title. */
  readonly title: string;
  /** The page that holds its line, for a block written as one. */
  readonly page?: Id;
  /** Of a time box: the tasks that are put into it, in the order in which they are worked off. */
  readonly holds?: readonly HeldTask[];
  readonly text: string;
  readonly createdAt: MomentText;
}

/** A task in a time box, and how many of its minutes are for it. */
export interface HeldTask {
  readonly task: Id;
  readonly minutes: number;
}

/** A kind of work, with its dye and the hours a week it should get. */
export interface Theme extends Kept {
  readonly id: Id;
  readonly kind: "theme";
  readonly title: string;
  readonly dye: Dye;
  readonly weeklyMinutes?: number;
  readonly text: string;
}

/** The page of one date. Its id follows from the date, so that two tabs never make two. */
export interface DayPage extends Kept {
  readonly id: Id;
  readonly kind: "day";
  readonly date: DateText;
  readonly text: string;
}

/** A page with a title of its own. */
export interface Note extends Kept {
  readonly id: Id;
  readonly kind: "note";
  readonly title: string;
  /** Where it stands among the notes, "Reaches/Reach 4"; absent at the top. */
  readonly folder?: string;
  /** Whether it stands before all others. */
  readonly pinned?: boolean;
  readonly tags: readonly string[];
  readonly text: string;
  readonly createdAt: MomentText;
}

/** A part of life that goals, projects and hours belong to. */
export interface Area extends Kept {
  readonly id: Id;
  readonly kind: "area";
  readonly title: string;
  readonly text: string;
}

export const goalSpans = ["life", "year", "quarter", "month", "week"] as const;
export type GoalSpan = (typeof goalSpans)[number];

/** Something to be reached, within a week or within a life. */
export interface Goal extends Kept {
  readonly id: Id;
  readonly kind: "goal";
  readonly title: string;
  readonly span: GoalSpan;
  readonly state: State;
  readonly area?: Id;
  /** The larger goal it serves. */
  readonly parent?: Id;
  readonly due?: DateText;
  readonly doneAt?: MomentText;
  readonly text: string;
  readonly createdAt: MomentText;
}

/** Work of several tasks with one outcome, looked over by a rhythm of its own. */
export interface Project extends Kept {
  readonly id: Id;
  readonly kind: "project";
  readonly title: string;
  readonly state: State;
  readonly goal?: Id;
  readonly area?: Id;
  readonly theme?: Id;
  readonly due?: DateText;
  readonly reviewEveryDays?: number;
  readonly reviewedOn?: DateText;
  readonly doneAt?: MomentText;
  readonly text: string;
  readonly createdAt: MomentText;
}

/** Something done again and again, so many times a week. */
export interface Habit extends Kept {
  readonly id: Id;
  readonly kind: "habit";
  readonly title: string;
  readonly timesAWeek: number;
  /** On which days it is meant, as a rule of RFC 5545 that counts from the day it was made; absent where any day will do. */
  readonly repeat?: string;
  readonly theme?: Id;
  readonly area?: Id;
  /** The days on which it was done. */
  readonly marks: readonly DateText[];
  readonly text: string;
  readonly createdAt: MomentText;
}

/** A stretch of time that was worked: an entry of the work log. */
export interface Work extends Kept {
  readonly id: Id;
  readonly kind: "work";
  /** What was done, where no task says it. */
  readonly title: string;
  readonly start: MomentText;
  readonly end: MomentText;
  readonly task?: Id;
  readonly theme?: Id;
  /** Who worked. */
  readonly person?: Id;
  readonly text: string;
  readonly createdAt: MomentText;
}

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
  readonly text: string;
}

/** The value of a field that a person made. A range is its start and its end. */
export type OwnValue = string | number | boolean | readonly string[];

/** A record of a register of the person's own. */
export interface Row extends Kept {
  readonly id: Id;
  readonly kind: "row";
  readonly register: Id;
  readonly title: string;
  readonly text: string;
  readonly createdAt: MomentText;
  readonly [name: `f_${string}`]: OwnValue;
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

export interface Person extends Kept {
  readonly id: Id;
  readonly kind: "person";
  /** The name. */
  readonly title: string;
  readonly role: string;
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
  /** The dyes of calendars, by their names. */
  readonly calendarDyes?: Readonly<Record<string, Dye>>;
  /** Lenses whose records stand on the calendar too. */
  readonly layers?: readonly CalendarLayer[];
}

/** The records of a lens on the calendar, each on the day or at the moment that a field of it says. */
export interface CalendarLayer {
  readonly lens: Id;
  readonly field: string;
  readonly dye: Dye;
}

export type PensumRecord =
  | Task
  | Event
  | Block
  | Theme
  | DayPage
  | Note
  | Person
  | Area
  | Goal
  | Project
  | Habit
  | Work
  | OwnRegister
  | Row
  | FieldRecord
  | Lens
  | Template
  | StandingOrder
  | OrderRun
  | Settings;
export type Kind = PensumRecord["kind"];
export type RecordOf<K extends Kind> = Extract<PensumRecord, { kind: K }>;

/** What people keep and look at; the rest is how they have set Pensum up. */
export type KeptKind = Exclude<
  Kind,
  "settings" | "register" | "field" | "lens" | "template" | "standingOrder" | "orderRun"
>;

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
export const kindNames: Record<Kind, string> = {
  task: "Task",
  event: "Event",
  block: "Block",
  theme: "Theme",
  day: "Day page",
  note: "Note",
  person: "Person",
  area: "Area",
  goal: "Goal",
  project: "Project",
  habit: "Habit",
  work: "Work",
  register: "Register",
  row: "Record",
  field: "Field",
  lens: "Lens",
  template: "Template",
  standingOrder: "Standing order",
  orderRun: "Run",
  settings: "Settings",
};
