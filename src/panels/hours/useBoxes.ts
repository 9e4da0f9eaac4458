"use client";
import { nameOf } from "@/core/things";
import { useCallback } from "react";
import { loadAfter } from "@/core/gestures";
import type { Block, Id } from "@/core/model";
import { boxAt, dayItems, heldMinutes, isBox, minutesInBox, recordOrOccurrence, type DayItem } from "@/core/plan";
import { durationText, minutesBetween, type DateText } from "@/core/time";
import type { Dragged } from "@/panels/drag";
import { useGesture } from "@/panels/useGesture";
import { useStore } from "@/ui/workspaceContext";
import type { Ghost } from "./hourParts";

type BoxItem = DayItem & { record: Block };

/** What hands can do with time boxes: find the one below a task, show what putting it in would do, and put it in. */
export function useBoxes() {
  const store = useStore();
  const { meaning, carryOut } = useGesture();
  const itemOf = useCallback(
    (id: Id | undefined, date: DateText): BoxItem | undefined =>
      dayItems(store, date).find((item): item is BoxItem => item.record.id === id && isBox(item.record)),
    [store],
  );

  /** The task that is carried: itself, or with the hours it has; undefined for all else. */
  const taskOf = useCallback(
    (dragged: Dragged): Id | undefined => {
      if (dragged.kind === "task") return dragged.task;
      const item = dragged.kind === "item" ? recordOrOccurrence(store, dragged.id) : undefined;
      return item?.kind === "block" ? item.task : undefined;
    },
    [store],
  );

  /** The box that keys put something into at a minute of a date. */
  const boxUnder = useCallback(
    (dragged: Dragged, date: DateText, startMinute: number) =>
      dragged.kind === "task" ? itemOf(boxAt(dayItems(store, date), startMinute)?.id, date) : undefined,
    [store, itemOf],
  );

  /** The box below the pointer. */
  const boxAtPoint = useCallback(
    (dragged: Dragged, date: DateText, x: number, y: number) => {
      // What lies under the pointer is asked of the screen only on days that have a box: it costs a look at all of it.
      if (taskOf(dragged) === undefined || !dayItems(store, date).some(({ record }) => isBox(record))) return undefined;
      const below = document.elementsFromPoint(x, y).find((element) => element.closest("[data-item]"));
      const id = below?.closest<HTMLElement>("[data-item]")?.dataset.item;
      return id !== undefined && isBox(recordOrOccurrence(store, id)) ? itemOf(id, date) : undefined;
    },
    [store, itemOf, taskOf],
  );

  /** What putting a task into a box would do. */
  const boxGhost = useCallback(
    (dragged: Dragged, date: DateText, { record, startMinute, endMinute }: BoxItem): Ghost => {
      const task = taskOf(dragged);
      const isIn = record.holds?.some((held) => held.task === task) ?? false;
      const filled = heldMinutes(record) + (isIn ? 0 : minutesInBox(record, dragged.minutes));
      const length = minutesBetween(record.start, record.end);
      const wanted = meaning(dragged, { at: "box", box: record.id, date });
      const after = wanted && loadAfter(store, wanted);
      const text =
        after && "refused" in after
          ? after.refused
          : `into “${nameOf(record, store)}”, then ${durationText(filled)} of ${durationText(length)} full`;
      return { date, startMinute, endMinute, title: dragged.title, text };
    },
    [store, taskOf, meaning],
  );

  /** Puts a task into a box; hours of its own that it was carried with are taken off, in the same act. */
  const putInto = useCallback(
    (dragged: Dragged, { record }: BoxItem, date: DateText) =>
      carryOut(meaning(dragged, { at: "box", box: record.id, date })),
    [meaning, carryOut],
  );

  return { boxUnder, boxAtPoint, boxGhost, putInto };
}
