import { DaysDuration, type FeelValue } from "../formula";
import type { Block, HoursAsked, Id, PensumRecord } from "../model";
import { minutesFor } from "../page";
import type { Store } from "../store";
import { feelDate, type CellType } from "./cells";

/** Of what type the cells of such a field are. */
export const hoursTypes: Readonly<Record<HoursAsked, CellType>> = { has: "yesNo", first: "date", placed: "minutes" };

/** What the hours of a task come to, its own and those in time boxes: whether it has any, when they begin, how many. */
export function readHours(store: Pick<Store, "list">, asked: HoursAsked): (record: PensumRecord) => FeelValue {
  return ({ id }) => {
    const blocks = store.list("blocksByTask", id) as readonly Block[];
    if (asked === "has") return blocks.length > 0;
    if (blocks.length === 0) return null;
    if (asked === "first")
      return feelDate(blocks.reduce((first, { start }) => (start < first ? start : first), blocks[0]!.start));
    return new DaysDuration(blocks.reduce((sum, block) => sum + minutesFor(block, id), 0) * 60);
  };
}

/** The tasks to which a block gives hours. */
export function tasksOfBlock(record: PensumRecord | undefined): readonly Id[] {
  if (record?.kind !== "block") return [];
  return [...(record.task === undefined ? [] : [record.task]), ...(record.holds ?? []).map(({ task }) => task)];
}
