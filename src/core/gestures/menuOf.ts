import { editRecords, giveDay, removeRecord, removeRecords, setState } from "../commands";
import { placeTasks } from "../commands/placeTasks";
import { takeOff } from "../commands/place";
import { setDone } from "../commands/setDone";
import { isUnfinished, type Id, type PensumRecord, type Task } from "../model";
import { recordOrOccurrence } from "../plan";
import { isDone } from "../register";
import { order, type Order, type Store } from "../store";
import { nameOf } from "../things";
import { addDays, counted, dateOf, type DateText } from "../time";

/** What the interface does itself, for one thing or for all that are chosen. */
export type MenuAct = "open" | "day" | "clock" | "portion" | "copy";

/** Something that can be done with what a menu is for. */
export interface MenuEntry {
  readonly label: string;
  /** The key that does it without the menu. */
  readonly key?: string;
  /** Done in one act; or by the interface, on `of`. */
  readonly does: { readonly order: Order } | { readonly act: MenuAct; readonly of: readonly Id[] };
  /** Whether it is already so. */
  readonly isSo?: boolean;
}

/** Entries of one sort; under a name of their own where they are the choices of one thing. */
export interface MenuGroup {
  readonly name?: string;
  readonly entries: readonly MenuEntry[];
}

export interface Menu {
  /** What it is for: the name of the one, or how many they are. */
  readonly title: string;
  readonly groups: readonly MenuGroup[];
}

const doing = <Told>(
  label: string,
  command: Parameters<typeof order<Told>>[0],
  input: Told,
  key?: string,
): MenuEntry => ({
  label,
  ...(key === undefined ? {} : { key }),
  does: { order: order(command, input) },
});

/**
 * What can be done with a thing, or with several at once, the same wherever they stand; undefined where none of them is there.
 * @param day the day on which they are placed
 */
export function menuOf(store: Store, ids: readonly Id[], day: DateText): Menu | undefined {
  const records = thingsOf(store, ids);
  const [first] = records;
  if (!first) return undefined;
  const only = records.length === 1 ? first : undefined;
  const tasks = records.flatMap((record) => taskOf(store, record) ?? []);
  const areTasks = tasks.length === records.length;
  const subjects = areTasks ? tasks : records;
  const groups: readonly (readonly MenuEntry[])[] = [
    only ? [{ label: "Open", key: "Enter", does: { act: "open", of: [only.id] } }] : [],
    [...stateEntries(store, subjects), ...workEntries(only, areTasks ? tasks : [])],
    areTasks ? dayEntries(store, tasks, day) : [],
  ];
  return {
    title: only ? nameOf(only, store) || "Untitled" : counted(records.length, sameKind(records)),
    groups: [
      ...groups.map((entries) => ({ entries })),
      ...(areTasks ? [prioritiesOf(store, tasks)] : []),
      ...themesOf(store, records),
      { entries: [copyEntry(ids), ...endEntries(records, areTasks ? tasks : [])] },
    ].filter(({ entries }) => entries.length > 0),
  };
}

/** The records of some ids that are there, without those that nothing is done with from outside. */
function thingsOf(store: Store, ids: readonly Id[]): PensumRecord[] {
  return ids
    .flatMap((id) => recordOrOccurrence(store, id) ?? [])
    .filter(({ kind }) => kind !== "settings" && kind !== "clock" && kind !== "day");
}

/** The task that something stands for: itself, or the one whose hours it is. */
function taskOf(store: Store, record: PensumRecord): Task | undefined {
  if (record.kind === "task") return record;
  return record.kind === "block" ? store.find("task", record.task) : undefined;
}

function sameKind(records: readonly PensumRecord[]): string {
  const kinds = new Set(records.map(({ kind }) => kind));
  const [kind] = kinds;
  const named = {
    task: "task",
    event: "event",
    note: "note",
    goal: "goal",
    project: "project",
    block: "block",
  } as const;
  return kinds.size === 1 && kind && kind in named ? named[kind as keyof typeof named] : "record";
}

const idsOf = (records: readonly { readonly id: Id }[]) => [...new Set(records.map(({ id }) => id))];

function stateEntries(store: Store, records: readonly PensumRecord[]): MenuEntry[] {
  const done = records.map((record) => isDone(store, record));
  if (done.includes(undefined)) return [];
  const areOver = !done.includes(false);
  return [doing(areOver ? "Open again" : "Mark as done", setDone, { ids: idsOf(records), done: !areOver }, "Space")];
}

function workEntries(only: PensumRecord | undefined, tasks: readonly Task[]): MenuEntry[] {
  if (!only || !["task", "event", "block"].includes(only.kind)) return [];
  return [
    { label: "Start the clock", key: "W", does: { act: "clock", of: [only.id] } },
    ...(tasks.some(({ state }) => isUnfinished(state))
      ? [{ label: "Put into the portion of the day", key: "P", does: { act: "portion", of: [only.id] } } as const]
      : []),
  ];
}

function dayEntries(store: Store, tasks: readonly Task[], day: DateText): MenuEntry[] {
  const of = idsOf(tasks);
  const today = dateOf(store.now);
  const to = (label: string, date: DateText | undefined): MenuEntry[] =>
    tasks.every((task) => task.doDay === date) ? [] : [doing(label, giveDay, { tasks: of, day: date })];
  return [
    ...to("Do today", today),
    ...to("Do tomorrow", addDays(today, 1)),
    { label: "Do on another day…", key: "G", does: { act: "day", of } },
    ...to("No day", undefined),
    ...(tasks.some(({ state }) => isUnfinished(state))
      ? [doing("Place where it fits", placeTasks, { tasks: of, day: day < today ? today : day }, "H")]
      : []),
  ];
}

function prioritiesOf(store: Store, tasks: readonly Task[]): MenuGroup {
  const entry = (label: string, priority: string | undefined): MenuEntry => ({
    ...doing(
      label,
      editRecords,
      idsOf(tasks).map((id) => ({ id, fields: { priority } })),
    ),
    isSo: tasks.every((task) => task.priority === priority),
  });
  return {
    name: "Priority",
    entries: [...store.settings.priorities.map(({ id, title }) => entry(title, id)), entry("none", undefined)],
  };
}

function themesOf(store: Store, records: readonly PensumRecord[]): MenuGroup[] {
  const themed = records.filter(({ kind }) => ["task", "event", "block", "note", "goal", "project"].includes(kind));
  const themes = store.list("kind", "theme");
  if (themed.length < records.length || themes.length === 0) return [];
  // The hours of a task have its theme.
  const of = records.map((record) => taskOf(store, record) ?? record);
  const entry = (label: string, theme: Id | undefined): MenuEntry => ({
    ...doing(
      label,
      editRecords,
      idsOf(of).map((id) => ({ id, fields: { theme } })),
    ),
    isSo: of.every((record) => ("theme" in record ? record.theme === theme : theme === undefined)),
  });
  return [
    {
      name: "Theme",
      entries: [...themes.map((theme) => entry(nameOf(theme, store), theme.id)), entry("none", undefined)],
    },
  ];
}

const copyEntry = (of: readonly Id[]): MenuEntry => ({ label: "Copy the name", does: { act: "copy", of } });

/** How it ends: let go, taken off the hours, deleted. */
function endEntries(records: readonly PensumRecord[], tasks: readonly Task[]): MenuEntry[] {
  const drop = tasks.some(({ state }) => isUnfinished(state))
    ? [doing("Drop, and keep it as dropped", setState, { tasks: idsOf(tasks), state: "dropped" })]
    : [];
  const areHours = records.length === 1 && records[0]?.kind === "block";
  return [
    ...drop,
    { label: areHours ? "Take off the hours" : "Delete", key: "Delete", does: { order: endOrder(records) } },
  ];
}

/** Hours are taken off, with their line on a page; all else is deleted. */
function endOrder(records: readonly PensumRecord[]): Order {
  const [first] = records;
  if (records.length !== 1 || !first) return order(removeRecords, idsOf(records));
  return first.kind === "block" ? order(takeOff, { block: first.id }) : order(removeRecord, { id: first.id });
}

/** What Delete does with what is chosen; undefined where there is nothing that can go. */
export function deleteOrder(store: Store, ids: readonly Id[]): Order | undefined {
  const records = thingsOf(store, ids);
  return records.length === 0 ? undefined : endOrder(records);
}
