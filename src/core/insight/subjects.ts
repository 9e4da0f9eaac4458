import { valueIn, type Id, type Kind, type PensumRecord, type Work } from "../model";
import type { RecordChange, Store } from "../store";
import { themeOf } from "../things";

/** By what the hours of the log can be told apart. */
export const ledgerWays = ["theme", "project", "area", "goal", "person", "task"] as const;
export type LedgerWay = (typeof ledgerWays)[number];
/** What hangs on what an entry is about, and not on who worked. */
export type SubjectWay = Exclude<LedgerWay, "person">;

/** What an entry is about: the same for all entries of one task and theme. */
interface Subject {
  readonly task: Id | undefined;
  readonly event: Id | undefined;
  /** The theme that the entry itself names. */
  readonly ownTheme: Id | undefined;
  theme: Id | undefined;
  project: Id | undefined;
  goal: Id | undefined;
  area: Id | undefined;
}

/** A life of goals is a few deep; a circle that two tabs made ends here. */
const deepest = 12;

/** What the entries of the log are about, each thing once, by numbers; with what it stands for in each way of telling hours apart. */
export class Subjects {
  readonly #store: Store;
  readonly #all: Subject[] = [];
  readonly #numbers = new Map<string, number>();
  readonly #of = new Map<Id, Subject[]>();

  constructor(store: Store) {
    this.#store = store;
  }

  get count(): number {
    return this.#all.length;
  }

  /** What entries about a thing stand for; undefined for what is of none. */
  key(number: number, way: SubjectWay): Id | undefined {
    const about = this.#all[number] as Subject;
    return way === "task" ? (about.task ?? about.event ?? about.ownTheme) : about[way];
  }

  /** The number of what an entry is about. */
  numberOf({ task, event, theme, title }: Pick<Work, "task" | "event" | "theme" | "title">): number {
    const named = task ?? event;
    const key = named === undefined ? `${theme ?? ""}\u001f${title}` : theme === undefined ? named : named + theme;
    const known = this.#numbers.get(key);
    if (known !== undefined) return known;
    // Written out: five thousand spreads would take as long as fifteen thousand entries.
    const subject: Subject = {
      task,
      event,
      ownTheme: theme,
      theme: undefined,
      project: undefined,
      goal: undefined,
      area: undefined,
    };
    const number = this.#all.push(subject) - 1;
    this.#numbers.set(key, number);
    if (named !== undefined) {
      const others = this.#of.get(named);
      if (others) others.push(subject);
      else this.#of.set(named, [subject]);
    }
    this.#tell(subject);
    return number;
  }

  /** Tells again what hangs on a record that changed. Returns whether anything may. */
  change({ id, from, to }: RecordChange): boolean {
    const { kind } = (to ?? from)!;
    if (!saysOtherwise(kind, from, to)) return false;
    // A task tells of itself; a theme, a project or a goal of all that may hang on it.
    const told = kind === "task" || kind === "event" ? this.#of.get(id) : this.#all;
    for (const subject of told ?? []) this.#tell(subject);
    return told !== undefined;
  }

  #tell(subject: Subject) {
    const store = this.#store;
    const task = store.find("task", subject.task);
    const project = store.find("project", task?.project);
    const { task: ofTask, event, ownTheme } = subject;
    subject.theme = themeOf({ kind: "work", task: ofTask, event, theme: ownTheme } as Work, store)?.id;
    subject.project = project?.id;
    subject.goal = store.find("goal", task?.goal ?? project?.goal)?.id;
    subject.area = areaOf(store, project?.area, subject.goal);
  }
}

const toldBy: Partial<Record<Kind, readonly string[]>> = {
  task: ["theme", "project", "goal"],
  event: ["theme"],
  theme: [],
  project: ["goal", "area"],
  goal: ["area", "parent"],
};

/** Whether entries about a record may stand for something else after a change of it. */
function saysOtherwise(kind: Kind, from: PensumRecord | undefined, to: PensumRecord | undefined): boolean {
  const fields = toldBy[kind];
  if (!fields) return false;
  return !from || !to || fields.some((field) => valueIn(from, field) !== valueIn(to, field));
}

/** The area of a project, or of the goal that it or a task serves, or of a larger one above that. */
function areaOf(store: Store, own: Id | undefined, goal: Id | undefined): Id | undefined {
  let area = store.find("area", own)?.id;
  let above = store.find("goal", goal);
  for (let depth = 0; area === undefined && above && depth < deepest; depth++) {
    area = store.find("area", above.area)?.id;
    above = store.find("goal", above.parent);
  }
  return area;
}
