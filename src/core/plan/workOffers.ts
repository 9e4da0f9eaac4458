import type { Id, PensumRecord, Settings, Task } from "../model";
import { recordOffers, type Offer, type Offering } from "../register";
import { titleOf } from "../things";
import { minuteOf, dateOf, type DateText, type MomentText } from "../time";
import type { Store } from "../store";
import { dayItems } from "./dayItems";
import { tray } from "./tray";

/** What work may be logged on, or the clock started on: at first what is planned at the time, then what presses most. */
interface WorkOffering extends Offering {
  readonly store: Pick<Store, "list" | "get" | "find">;
  readonly settings: Settings;
  readonly zone: string;
  /** From when to when; for the clock, the present. */
  readonly at: { readonly date: DateText; readonly startMinute: number; readonly endMinute: number };
  readonly now: MomentText;
}

const mostOffered = 12;

/** What is offered for the words typed so far. */
export function workOffers(offering: WorkOffering, words: string): Offer[] {
  const { store, at, zone } = offering;
  const planned = dayItems(store, at.date, zone)
    .filter(({ startMinute, endMinute }) => startMinute < at.endMinute && endMinute > at.startMinute)
    .map(({ record }) => record);
  const named = planned.map((record) => ({ id: record.id, title: titleOf(record, store), note: "planned then" }));
  if (words.trim() === "") {
    const pressing = tray(store, at.date, offering.now, offering.settings).map((task) => offerOf(task, store));
    return distinct([...named, ...pressing]).slice(0, mostOffered);
  }
  const low = words.trim().toLowerCase();
  const found = recordOffers(
    offering,
    [...store.list("unfinishedTasks", "all"), ...store.list("kind", "theme")] as PensumRecord[],
    words,
  );
  return distinct([...named.filter(({ title }) => title.toLowerCase().includes(low)), ...found]);
}

/** What is planned at a minute of a day, or undefined. */
export function plannedAt(store: Pick<Store, "list">, now: MomentText, zone: string): Id | undefined {
  const minute = minuteOf(now);
  return dayItems(store, dateOf(now), zone).findLast(
    ({ startMinute, endMinute }) => startMinute <= minute && minute < endMinute,
  )?.record.id;
}

function offerOf(task: Task, store: WorkOffering["store"]): Offer {
  return { id: task.id, title: titleOf(task, store) };
}

/** What is planned for a task stands for the task. */
function distinct(offers: readonly Offer[]): Offer[] {
  const seen = new Set<string>();
  return offers.filter(({ title }) => !seen.has(title) && seen.add(title));
}
