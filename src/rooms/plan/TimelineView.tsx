"use client";
import { useCallback, useMemo } from "react";
import { shiftBar } from "@/core/commands";
import { newId, type Dye, type Id, type Theme } from "@/core/model";
import { plainTitle } from "@/core/page";
import { timelineRows, type TimelineRow } from "@/core/plan";
import { drawBar } from "@/core/shaping";
import { addDays, durationText, relativeMomentText, type DateText } from "@/core/time";
import type { Store } from "@/core/store";
import { goTo, noteAddress, openRecord, planAddress } from "@/ui/navigation";
import { TimelineCanvas } from "@/panels/timeline/TimelineCanvas";
import { TimelineList } from "@/panels/timeline/TimelineList";
import { usePhone } from "@/ui/usePhone";
import { useAct, useComputed, useTimeStyle } from "@/ui/workspaceContext";
import { Overview } from "./Overview";
import { usePlanView } from "@/panels/hours/planView";

/** Everything that has its time, by goal, project, theme or person, with its threads and the load of each day. */
export function TimelineView({ date, today }: { date: DateText; today: DateText }) {
  const style = useTimeStyle();
  const act = useAct();
  const [view, change] = usePlanView();
  const { rowsBy } = view;
  const rows = useComputed(
    useCallback(
      (from: Store) => timelineRows(from, rowsBy, { doneSince: addDays(today, -30), events: rowsBy !== "goal" }),
      [rowsBy, today],
    ),
  );
  const themes = useComputed(useCallback((from: Store) => from.list("kind", "theme") as readonly Theme[], []));
  const dyeOf = useMemo(() => {
    const known = new Map(themes.map(({ id, dye }) => [id, dye]));
    return (theme: Id | undefined): Dye => known.get(theme ?? "") ?? "slate";
  }, [themes]);

  const shift = (id: Id, minutes: number, edge?: "end") =>
    act(shiftBar, { id, minutes, ...(edge ? { edge } : {}) }, { group: `shift ${id}` });

  const draw = (row: TimelineRow, start: number, end: number, title: string, exact: boolean): Id | undefined => {
    const id = newId();
    const belongs =
      row.id === "" || rowsBy === "none" ? {} : rowsBy === "person" ? { people: [row.id] } : { [rowsBy]: row.id };
    return act(drawBar, { id, title, start, end, exact, belongs }) === undefined ? undefined : id;
  };
  const fold = (id: Id) =>
    change({
      foldedRows: view.foldedRows.includes(id) ? view.foldedRows.filter((one) => one !== id) : [...view.foldedRows, id],
    });
  const isPhone = usePhone();
  const shared = {
    rows,
    dyeOf,
    folded: view.foldedRows,
    onFold: fold,
    rowTitle: ({ title }: TimelineRow) => plainTitle(title) || (rowsBy === "none" ? "All tasks" : `No ${rowsBy}`),
    rowNote: ({ leftMinutes, span }: TimelineRow) =>
      [
        leftMinutes > 0 ? `${durationText(leftMinutes)} left` : "",
        span?.record.due ? `due ${relativeMomentText(span.record.due, today, style)}` : "",
      ]
        .filter(Boolean)
        .join(", "),
    empty: "Nothing to show yet. Set a day for a task, or place it on the calendar.",
  };
  if (isPhone || view.timelineAsList) return <TimelineList {...shared} from={date} today={today} />;
  return (
    <TimelineCanvas
      {...shared}
      date={date}
      today={today}
      threads={view.threads}
      onOpenRow={({ id }) => (id === "" ? fold(id) : openRecord(id))}
      onShift={shift}
      onDraw={draw}
      loads
      onDay={(day) => noteAddress(planAddress("timeline", undefined, day))}
      foot={(from, to, show) => (
        <>
          <Overview today={today} from={from} to={to} onShow={show} />
          <button className="sr-only" onClick={() => goTo(planAddress("timeline"))}>
            Go to today on the timeline
          </button>
        </>
      )}
    />
  );
}
