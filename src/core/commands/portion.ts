import { bareRecord, dayPageId, isUnfinished, Refusal, type HeldTask, told } from "../model";
import { oneLine } from "../page";
import { aimsOn, hardestFirst, mostChosen, portionMinutes } from "../plan";
import { describeCommand, type Transaction } from "../store";
import { nameOf } from "../things";
import { isDate, type DateText } from "../time";
import { dayPage, need } from "./shared";

export const addAim = describeCommand({
  name: "addAim",
  does: "Sets what a day is to come to: one of at most three sentences.",
  input: told.parts({ date: told.date, title: told.text, id: told.maybe(told.id()) }),
  run(tx, { date, title, id = tx.newId() }) {
    const words = oneLine(title).trim();
    if (words === "") throw new Refusal("An aim needs a few words.");
    if (!isDate(date)) throw new Refusal("That is not a valid date.");
    if (aimsOn(tx, date).length >= mostChosen)
      throw new Refusal("A day has three aims at most. Remove one to add another.");
    tx.put({ ...bareRecord("aim", { id, title: words, now: tx.now }), date });
    return `Added the aim “${words}”`;
  },
});

/** @param instead the one that goes for it, where there are three already */
export const addToPortion = describeCommand({
  name: "addToPortion",
  does: "Puts a task into the portion of a day, the hardest first unless somebody put them in another order.",
  input: told.parts({
    date: told.date,
    task: told.id("task"),
    minutes: told.maybe(told.minutes),
    instead: told.maybe(told.id("task")),
  }),
  run(tx, { date, task: id, minutes, instead }) {
    const task = need(tx, "task", id);
    if (!isUnfinished(task.state)) throw new Refusal("This task is done. Open it again to choose it for a day.");
    if (minutes !== undefined && !(Number.isInteger(minutes) && minutes > 0 && minutes <= 1440))
      throw new Refusal("A part of a portion is from 1 minute to 24 hours.");
    const held = heldOn(tx, date);
    if (held.some((one) => one.task === id)) throw new Refusal(`“${nameOf(task, tx)}” is in this portion already.`);
    const kept = held.filter((one) => one.task !== instead);
    if (kept.length >= mostChosen) throw new Refusal("A portion has three tasks at most: choose which one goes.");
    const fresh = { task: id, minutes: minutes ?? portionMinutes(tx, task, date) };
    putHeld(tx, date, inOrder(tx, kept) ? byHardness(tx, [...kept, fresh]) : [...kept, fresh]);
    const gone = tx.find("task", instead);
    return `“${nameOf(task, tx)}” is in the portion${gone ? ` instead of “${nameOf(gone, tx)}”` : ""}`;
  },
});

export const takePortion = describeCommand({
  name: "takePortion",
  does: "Takes a whole proposed portion, in place of what was chosen.",
  input: told.parts({
    date: told.date,
    tasks: told.list(told.parts({ task: told.id("task"), minutes: told.minutes })),
  }),
  again: "merge",
  run(tx, { date, tasks }) {
    for (const { task } of tasks) need(tx, "task", task);
    if (tasks.length === 0 || tasks.length > mostChosen) throw new Refusal("A portion has one to three tasks.");
    putHeld(tx, date, tasks);
    return `Chose ${tasks.length === 1 ? "a task" : `${tasks.length} tasks`} for the day`;
  },
});

export const takeFromPortion = describeCommand({
  name: "takeFromPortion",
  does: "Takes a task out of the portion of a day.",
  input: told.parts({ date: told.date, task: told.id("task") }),
  run(tx, { date, task }) {
    const held = heldOn(tx, date);
    const rest = held.filter((one) => one.task !== task);
    if (rest.length === held.length) throw new Refusal("This task is not in the portion.");
    putHeld(tx, date, rest);
    const record = tx.find("task", task);
    return `Took ${record ? `“${nameOf(record, tx)}”` : "a task"} out of the portion`;
  },
});

export const changePortion = describeCommand({
  name: "changePortion",
  does: "Moves a task of a portion up or down, or says how long it is to be worked on.",
  input: told.parts({
    date: told.date,
    task: told.id("task"),
    by: told.maybe(told.word(1, -1)),
    minutes: told.maybe(told.minutes),
  }),
  run(tx, { date, task, by, minutes }) {
    const held = heldOn(tx, date);
    const at = held.findIndex((one) => one.task === task);
    const one = held[at];
    if (!one) throw new Refusal("This task is not in the portion.");
    if (minutes !== undefined && !(Number.isInteger(minutes) && minutes > 0 && minutes <= 1440))
      throw new Refusal("A part of a portion is from 1 minute to 24 hours.");
    const to = at + (by ?? 0);
    if (to < 0 || to >= held.length) throw new Refusal(`It is ${to < 0 ? "first" : "last"} already.`);
    const changed = minutes === undefined ? one : { ...one, minutes };
    putHeld(tx, date, held.toSpliced(at, 1).toSpliced(to, 0, changed));
    return minutes === undefined ? "Moved a task of the portion" : `${minutes} min in the portion`;
  },
});

function heldOn(tx: Transaction, date: DateText): readonly HeldTask[] {
  if (!isDate(date)) throw new Refusal("That is not a valid date.");
  // What is gone leaves its place to another.
  return (tx.find("day", dayPageId(date))?.portion ?? []).filter(({ task }) => tx.find("task", task));
}

function putHeld(tx: Transaction, date: DateText, held: readonly HeldTask[]) {
  tx.update(dayPage(tx, date).id, { portion: held.length > 0 ? held : undefined });
}

function byHardness(tx: Transaction, held: readonly HeldTask[]): HeldTask[] {
  const known = held.flatMap(({ task: id, minutes }) => {
    const task = tx.find("task", id);
    return task ? [{ task, minutes }] : [];
  });
  return hardestFirst(known).map(({ task, minutes }) => ({ task: task.id, minutes }));
}

function inOrder(tx: Transaction, held: readonly HeldTask[]): boolean {
  return byHardness(tx, held).every(({ task }, at) => task === held[at]?.task);
}
