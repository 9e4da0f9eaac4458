"use client";
import { useMemo } from "react";
import { editRecord, giveDay, removeRecord, setEventTime, stretchDated, takeOff } from "@/core/commands";
import type { DatedBy, PensumRecord } from "@/core/model";
import { taskOf } from "@/core/things";
import { isDate, type DateText } from "@/core/time";
import { useAct, useStore } from "@/ui/workspaceContext";
import type { What } from "./dayThings";

/** An entry of a day, as the strip above the hours and the month show it. */
export interface DayEntry {
  readonly record: PensumRecord;
  readonly what: What | "event";
  /** The field by which a lens's record is dated. */
  readonly movedBy?: DatedBy | undefined;
}

/** What keys do with an entry of a day, wherever it stands. Each says whether it had a meaning. */
export function useDayEntryActs() {
  const store = useStore();
  const act = useAct();
  return useMemo(
    () => ({
      /** Takes it off its day: a task loses the day, hours go, a lens's record loses its date. */
      takeOff({ record, what, movedBy }: DayEntry): boolean {
        const task = what === "task" ? taskOf(record, store) : undefined;
        if (task) act(giveDay, { tasks: [task.id], day: undefined });
        else if (what === "layer" && movedBy)
          act(editRecord, { id: record.id, fields: { [movedBy.field]: undefined } });
        else if (record.kind === "block") act(takeOff, { block: record.id });
        else if (record.kind === "event") act(removeRecord, { id: record.id });
        else return false;
        return true;
      },
      /** Makes it last until a day: an event of whole days, or a lens's record that has an end. */
      stretch({ record, what, movedBy }: DayEntry, last: DateText): boolean {
        if (what === "layer" && movedBy) act(stretchDated, { id: record.id, ...movedBy, to: last });
        else if (record.kind === "event" && isDate(record.start))
          act(setEventTime, { id: record.id, start: record.start, end: last });
        else return false;
        return true;
      },
    }),
    [store, act],
  );
}
