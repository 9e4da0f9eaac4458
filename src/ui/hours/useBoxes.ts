"use client";
import { useCallback } from "react";
import { nameOf, putInBox } from "@/core/commands";
import type { Block, Id } from "@/core/model";
import { boxAt, dayItems, heldMinutes, isBox, minutesInBox, recordOrOccurrence, type DayItem } from "@/core/plan";
import { durationText, minutesBetween, type DateText } from "@/core/time";
import type { Dragged } from "@/ui/drag";
import { useAct, useStore } from "@/ui/workspaceContext";
import type { Ghost } from "./hourParts";

type BoxItem = DayItem & { record: Block };
type DraggedTask = Extract<Dragged, { kind: "task" }>;

/** What hands can do with time boxes: find the one below a task, show what putting it in would do, and put it in. */
export function useBoxes() {
  const store = useStore();
  const act = useAct();
  const { zone } = store.clock;

  const itemOf = useCallback(
    (id: Id | undefined, date: DateText): BoxItem | undefined =>
      dayItems(store, date, zone).find((item): item is BoxItem => item.record.id === id && isBox(item.record)),
    [store, zone],
  );

  /** The box that keys put something into at a minute of a date. */
  const boxUnder = useCallback(
    (dragged: Dragged, date: DateText, startMinute: number) =>
      dragged.kind === "task" ? itemOf(boxAt(dayItems(store, date, zone), startMinute)?.id, date) : undefined,
    [store, zone, itemOf],
  );

  /** The box below the pointer. */
  const boxAtPoint = useCallback(
    (dragged: Dragged, date: DateText, x: number, y: number) => {
      if (dragged.kind !== "task") return undefined;
      const below = document.elementsFromPoint(x, y).find((element) => element.closest("[data-item]"));
      const id = below?.closest<HTMLElement>("[data-item]")?.dataset.item;
      return id !== undefined && isBox(recordOrOccurrence(store, id)) ? itemOf(id, date) : undefined;
    },
    [store, itemOf],
  );

  /** What putting a task into a box would do. */
  const boxGhost = useCallback(
    (dragged: Dragged, date: DateText, { record, startMinute, endMinute }: BoxItem): Ghost => {
      const { task } = dragged as DraggedTask;
      const isIn = record.holds?.some((held) => held.task === task) ?? false;
      const filled = heldMinutes(record) + (isIn ? 0 : minutesInBox(record, dragged.minutes));
      const length = minutesBetween(record.start, record.end);
      const text = `into “${nameOf(record, store)}”, which becomes ${durationText(filled)} of ${durationText(length)}`;
      return { date, startMinute, endMinute, title: dragged.title, text };
    },
    [store],
  );

  const putInto = useCallback(
    (dragged: Dragged, { record }: BoxItem) => act(putInBox, { box: record.id, task: (dragged as DraggedTask).task }),
    [act],
  );

  return { boxUnder, boxAtPoint, boxGhost, putInto };
}
