import { DaysDuration, type FeelValue } from "../formula";
import { isUnfinished, type Block, type Id, type PensumRecord, type PlanAsked, type Task } from "../model";
import { minutesFor } from "../page";
import type { Store } from "../store";
import { feelDate, type CellType } from "./cells";
import { planOf } from "./wholePlan";

/** Of what type the cells of such a field are. */
export const planTypes: Readonly<Record<PlanAsked, CellType>> = {
  has: "yesNo",
  first: "date",
  placed: "minutes",
  pull: "number",
  load: "minutes",
};

/** What hangs on more than the hours of the task itself: on any fact, and on the minute. */
export const hangsOnAll = (asked: PlanAsked | undefined): boolean => asked === "pull" || asked === "load";

/** What the plan says of a task: of its hours, its own and those in time boxes; its pull; the load of its day. */
export function readPlan(store: Store, asked: PlanAsked): (record: PensumRecord) => FeelValue {
  switch (asked) {
    case "has":
      return (task) => hoursOf(store, task.id).length > 0;
    case "first":
      return ({ id }) => {
        const starts = hoursOf(store, id).map(({ start }) => start);
        return starts.length === 0 ? null : feelDate(starts.reduce((first, one) => (one < first ? one : first)));
      };
    case "placed":
      return ({ id }) => {
        const blocks = hoursOf(store, id);
        return blocks.length === 0 ? null : duration(blocks.reduce((sum, block) => sum + minutesFor(block, id), 0));
      };
    case "pull":
      return (record) => (isOpen(store, record) ? (planOf(store)?.pull(record) ?? null) : null);
    case "load":
      return (record) => {
        const minutes = isOpen(store, record) ? planOf(store)?.dayLoad(record) : undefined;
        return minutes === undefined ? null : duration(minutes);
      };
  }
}

const hoursOf = (store: Store, task: Id) => store.list("blocksByTask", task) as readonly Block[];
const duration = (minutes: number) => new DaysDuration(minutes * 60);

/** What is over has no pull; in the middle of an act, which may be taken back, nothing is said of the whole plan. */
function isOpen(store: Store, record: PensumRecord): record is Task {
  return record.kind === "task" && isUnfinished(record.state) && !store.isChanging;
}

/** The tasks to which a block gives hours. */
export function tasksOfBlock(record: PensumRecord | undefined): readonly Id[] {
  if (record?.kind !== "block") return [];
  return [...(record.task === undefined ? [] : [record.task]), ...(record.holds ?? []).map(({ task }) => task)];
}
