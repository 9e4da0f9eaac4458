"use client";
import { dyeOf, taskOf, titleOf } from "@/core/things";
import { useCallback, useMemo } from "react";
import { withoutDoubles, type LayerItem } from "@/core/lens/layerItems";
import type { Dye, PensumRecord } from "@/core/model";
import { dayItems, isLate, loadOf, stripItems, type DayItem, type Load, type StripItem, isOver } from "@/core/plan";
import { isDone } from "@/core/register/doneness";
import { ownIcon } from "@/core/register/ownIcon";
import type { Store } from "@/core/store";
import type { DateText } from "@/core/time";
import { useComputed, useFirstWeekday, useStore } from "@/ui/workspaceContext";
import { useDyeOf } from "./dyes";
import { isLeftBy, usePlanLens, type PlanLens } from "./planLens";
import { useLayersOn } from "@/panels/layers/layers";
import { isOwnIcon } from "@/panels/hours/iconWays";
import { usePlanView, type PlanView } from "@/panels/hours/planView";

/** How something stands on its day: without an hour in one of three ways, or with hours. */
export type What = StripItem["what"] | "item" | "layer";

/** How full a day is, and what of it is to be shown: without an hour, and with hours. */
export function useDayThings(date: DateText): {
  load: Load;
  isOver: boolean;
  whole: readonly StripItem[];
  items: readonly DayItem[];
  layered: readonly LayerItem[];
} {
  const firstWeekday = useFirstWeekday();
  const shown = useShown();
  const layered = useLayersOn(date);
  const load = useComputed(useCallback((from) => loadOf(from, date), [date]));
  const whole = useComputed(
    useCallback(
      (from) => {
        const isShown = isShownIn(shown, from);
        return stripItems(from, [date], firstWeekday).filter(({ record, what }) => isShown(record, what));
      },
      [date, shown, firstWeekday],
    ),
  );
  const items = useComputed(
    useCallback(
      (from) => {
        const isShown = isShownIn(shown, from);
        return dayItems(from, date).filter(({ record }) => isShown(record, "item"));
      },
      [date, shown],
    ),
  );
  return {
    load,
    isOver: isOver(load),
    whole,
    items,
    layered: withoutDoubles(
      layered,
      [...whole, ...items].map(({ record }) => record),
    ),
  };
}

/** What is left out of the plan on this device. */
interface Shown extends Pick<PlanView, "hidden" | "hiddenCalendars" | "hiddenPriorities"> {
  readonly lens: PlanLens | undefined;
}

/** The same object until something else is left out. */
export function useShown(): Shown {
  const [{ hidden, hiddenCalendars, hiddenPriorities }] = usePlanView();
  const lens = usePlanLens();
  return useMemo(
    () => ({ hidden, hiddenCalendars, hiddenPriorities, lens }),
    [hidden, hiddenCalendars, hiddenPriorities, lens],
  );
}

/** Tells whether something is shown: its kind is, of an event its calendar, of what is a task its priority; and the lens has it. */
export function isShownIn(
  { hidden, hiddenCalendars, hiddenPriorities, lens }: Shown,
  store: Pick<Store, "find">,
): (record: PensumRecord, what: What) => boolean {
  return (record, what) => {
    if (lens && !isLeftBy(lens, taskOf(record, store) ?? record)) return false;
    if (record.kind === "event") return !hidden.includes("events") && !hiddenCalendars.includes(record.calendar ?? "");
    const task = hiddenPriorities.length > 0 ? taskOf(record, store) : undefined;
    if (task && hiddenPriorities.includes(task.priority ?? "")) return false;
    return !hidden.includes(
      what === "item" ? "blocks" : what === "task" ? "tasks" : what === "habit" ? "habits" : "dues",
    );
  };
}

/** What an entry of a day is called and how it is drawn; a habit is done or not on a `date`. */
export function useEntry(record: PensumRecord, what: What, layerDye?: Dye, date?: DateText) {
  const store = useStore();
  const [view] = usePlanView();
  const chosenDye = useDyeOf(view.dyeBy);
  const task = taskOf(record, store);
  const habit = record.kind === "habit" ? record.id : record.kind === "block" ? record.habit : undefined;
  const isMarked = useComputed(
    useCallback(
      (from) => date !== undefined && (from.find("habit", habit)?.marks.includes(date) ?? false),
      [habit, date],
    ),
  );
  return {
    icon: isOwnIcon(view.icons) ? ownIcon(store, record, view.icons) : undefined,
    task,
    habit,
    title: titleOf(record, store),
    dye: layerDye ?? chosenDye(record) ?? dyeOf(record, store),
    isTickable: what === "layer" && isDone(store, record) !== undefined,
    done:
      habit !== undefined
        ? isMarked
        : task !== undefined
          ? task.state === "done"
          : what === "layer" && isDone(store, record) === true,
    late:
      what === "due" && "due" in record && record.due !== undefined && isLate({ due: record.due }, store.clock.now()),
  };
}
