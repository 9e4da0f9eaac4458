import { nameOf } from "../things";
import { Refusal, type Block, type Id, told } from "../model";
import { letGo, plainTitle } from "../page";
import { isBox, minutesInBox, leftMinutes } from "../plan";
import { describeCommand, type Transaction } from "../store";
import { dateOf } from "../time";
import { usualBlockMinutes } from "./place";
import { clock, need, takenOut } from "./shared";

/** So many tasks fit into one box. */
const mostInBox = 100;

/** The box of an id, taken out of its series where it is one of several. @throws Refusal where it is none */
function needBox(tx: Transaction, id: Id): Block {
  const box = takenOut(tx, id);
  if (!isBox(box)) throw new Refusal("This block cannot hold tasks. Only blocks with a theme or a title can.");
  return box;
}

/** One that is in the box already changes its place only. Its do day becomes that of the box. */
export const putInBox = describeCommand({
  name: "putInBox",
  does: "Puts a task into a time box, behind those that are there or before one of them, for what is left of it or for some minutes, as far as there is room.",
  input: told.parts({
    box: told.id("block"),
    task: told.id("task"),
    before: told.maybe(told.id()),
    minutes: told.maybe(told.minutes),
  }),
  run(tx, { box: id, task: taskId, before, minutes }) {
    const task = need(tx, "task", taskId);
    const box = needBox(tx, id);
    const holds = box.holds ?? [];
    const held = holds.find((one) => one.task === task.id);
    if (!held && holds.length >= mostInBox) throw new Refusal(`A box can hold up to ${mostInBox} tasks.`);
    const wanted = minutes ?? (leftMinutes(tx, task) || (tx.lengthOf(task) ? 5 : usualBlockMinutes));
    const others = holds.filter((one) => one !== held);
    const at = before === undefined ? -1 : others.findIndex((one) => one.task === before);
    const one = held ?? { task: task.id, minutes: minutesInBox(box, wanted) };
    tx.update(box.id, { holds: others.toSpliced(at < 0 ? others.length : at, 0, one) });
    tx.update(task.id, { doDay: dateOf(box.start), restUntil: undefined });
    return held
      ? `Moved “${plainTitle(task.title)}” within “${nameOf(box, tx)}”`
      : `Put “${plainTitle(task.title)}” into “${nameOf(box, tx)}” at ${clock(box.start)}`;
  },
});

export const takeOutOfBox = describeCommand({
  name: "takeOutOfBox",
  does: "Takes a task out of a time box; it keeps its do day and waits for other hours.",
  input: told.parts({ box: told.id("block"), task: told.id("task") }),
  run(tx, { box: id, task }) {
    const box = needBox(tx, id);
    letGo(tx, box, task);
    const record = tx.find("task", task);
    return `Removed “${plainTitle(record?.title ?? "a task")}” from “${nameOf(box, tx)}”`;
  },
});

export const setBoxMinutes = describeCommand({
  name: "setBoxMinutes",
  does: "Sets how long a task may take in its box.",
  input: told.parts({ box: told.id("block"), task: told.id("task"), minutes: told.minutes }),
  run(tx, { box: id, task, minutes }) {
    if (!Number.isInteger(minutes) || minutes < 1 || minutes > 1440)
      throw new Refusal("A task in a box can take between 1 minute and 24 hours.");
    const box = needBox(tx, id);
    const holds = (box.holds ?? []).map((one) => (one.task === task ? { ...one, minutes } : one));
    tx.update(box.id, { holds });
    return `Set “${plainTitle(tx.find("task", task)?.title ?? "a task")}” to ${minutes} min`;
  },
});
