import type { PensumRecord } from "../model";
import { dropHoursAhead } from "../page";
import type { Rule } from "../store";

/** A task that was dropped needs no hours: those to come are free again, however it was dropped. */
export const droppedHours: Rule = (tx) => {
  for (const id of tx.touched())
    if (isDropped(tx.get(id)) && !isDropped(tx.before(id)) && tx.before(id) !== undefined) dropHoursAhead(tx, id);
};

const isDropped = (record: PensumRecord | undefined) => record?.kind === "task" && record.state === "dropped";
