import type { PlanContext } from "../context";
import type { PensumRecord, Task } from "../../model/index";
import { recordOffers, type Offer, type Offering } from "../../register/index";
import { taskOf, titleOf } from "../../things/index";
import type { DateText } from "../../time/index";
import { dayItems } from "../day/dayItems";
import { tray } from "../day/tray";

/** What work may be logged on, or the clock started on: at first what is planned at the time, then what presses most. */
interface WorkOffering extends Offering {
  readonly store: PlanContext;
  /** From when to when; for the clock, the present. */
  readonly at: { readonly date: DateText; readonly startMinute: number; readonly endMinute: number };
}

const mostOffered = 12;

/** What is offered for the words typed so far. */
export function workOffers(offering: WorkOffering, words: string): Offer[] {
  const { store, at } = offering;
  const planned = dayItems(store, at.date)
    .filter(({ startMinute, endMinute }) => startMinute < at.endMinute && endMinute > at.startMinute)
    .map(({ record }) => record);
  const named = planned.map((record) => ({ id: record.id, title: titleOf(record, store), note: "planned then" }));
  // What is planned for a task stands for the task; two tasks of one title are two.
  const taken = new Set(planned.map((record) => taskOf(record, store)?.id));
  if (words.trim() === "") {
    const pressing = tray(store, at.date).filter(({ id }) => !taken.has(id));
    return [...named, ...pressing.map((task) => offerOf(task, store))].slice(0, mostOffered);
  }
  const low = words.trim().toLowerCase();
  const found = recordOffers(
    offering,
    [...store.list("unfinishedTasks", "all"), ...store.list("kind", "theme")] as PensumRecord[],
    words,
  );
  return [
    ...named.filter(({ title }) => title.toLowerCase().includes(low)),
    ...found.filter(({ id }) => !taken.has(id)),
  ];
}

function offerOf(task: Task, store: WorkOffering["store"]): Offer {
  return { id: task.id, title: titleOf(task, store) };
}
