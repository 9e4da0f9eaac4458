import { valueIn, type Dye, type Field, type Id } from "../../model";
import { fieldsIn, findRegister } from "../../register";
import type { Store } from "../../store";
import { dyeOf } from "../../things";
import type { Ledger } from "../ledger";
import { ledgerWays, type LedgerWay } from "../subjects";
import type { Span } from "../span";
import { calledBy, minutesBy, type Asking } from "./asking";

/** By what hours are told apart: as the log does it, or by a field of tasks that the person made, named by its name. */
export type HoursWay = LedgerWay | OwnWay;
type OwnWay = `f_${string}`;

/** How one way tells hours apart. */
export interface HoursTold {
  /** The way itself. */
  readonly way: HoursWay;
  /** What each of its rows is. */
  readonly rowLabel: string;
  /** What the hours are called that are of none. */
  readonly without: string;
  /** Minutes of a span, by what they are of. */
  minutes(asking: Pick<Asking, "store" | "who">, span: Span): ReadonlyMap<Id | undefined, number>;
  /** What a row of the ledger is of. */
  keyOf(ledger: Ledger, row: number): Id | undefined;
  called(key: Id | undefined): string;
  dyeOf(key: Id | undefined): Dye | undefined;
}

const ledgerWords: Record<LedgerWay, readonly [rowLabel: string, without: string]> = {
  theme: ["Theme", "Without a theme"],
  project: ["Project", "Without a project"],
  area: ["Area", "Without an area"],
  goal: ["Goal", "Without a goal"],
  person: ["Person", "Me"],
  task: ["Task", "Without a task"],
};

/** Fields of tasks that the person made and that have one value out of several: a choice, or one record that is led to. */
export function hoursFields(reads: Pick<Store, "list">): readonly Field[] {
  const tasks = findRegister(reads, "tasks");
  const fields = tasks ? fieldsIn(reads, tasks) : [];
  return fields.filter(({ own, many, type }) => own && !many && ["choice", "level", "link"].includes(type));
}

/** Every way in which the hours of this workspace can be told apart, with its name. */
export function hoursWays(reads: Pick<Store, "list">): readonly (readonly [way: HoursWay, name: string])[] {
  return [
    ...ledgerWays.filter((way) => way !== "task").map((way) => [way, way] as const),
    ...hoursFields(reads).map(({ name, label }) => [name as OwnWay, label] as const),
  ];
}

/** How hours are told apart in a way; by theme where the field it names is no more. */
export function hoursTold(store: Store, way: HoursWay): HoursTold {
  const field = hoursFields(store).find(({ name }) => name === way);
  if (field) return byField(store, field);
  const known = ledgerWays.find((one) => one === way) ?? "theme";
  const [rowLabel, without] = ledgerWords[known];
  return {
    ...{ way: known, rowLabel, without },
    minutes: (asking, span) => minutesBy(asking, span, known),
    keyOf: (ledger, row) => ledger.keyOf(row, known),
    called: (key) => calledBy(store, key, without),
    dyeOf: (key) => dyeOfKey(store, key),
  };
}

function byField(store: Store, { name, label, type, options }: Field): HoursTold {
  const without = `Without ${label}`;
  const of = (task: Id | undefined) => {
    const record = task === undefined ? undefined : store.find("task", task);
    const value = record && valueIn(record, name);
    return typeof value === "string" ? value : undefined;
  };
  return {
    ...{ way: name as OwnWay, rowLabel: label, without },
    minutes(asking, span) {
      const minutes = new Map<Id | undefined, number>();
      for (const [task, some] of minutesBy(asking, span, "task")) {
        const key = of(task);
        minutes.set(key, (minutes.get(key) ?? 0) + some);
      }
      return minutes;
    },
    keyOf: (ledger, row) => of(ledger.keyOf(row, "task")),
    called(key) {
      if (key === undefined || type === "link") return calledBy(store, key, without);
      return options?.find(({ id }) => id === key)?.title ?? "Deleted";
    },
    dyeOf: (key) => (type === "link" ? dyeOfKey(store, key) : options?.find(({ id }) => id === key)?.dye),
  };
}

function dyeOfKey(store: Store, key: Id | undefined): Dye | undefined {
  const record = key === undefined ? undefined : store.get(key);
  return record && dyeOf(record, store);
}
