"use client";
import { useCallback, useMemo } from "react";
import { editRecord, giveDay, moveItem, place } from "@/core/commands";
import { newId, type Block, type Dye, type Id, type Theme } from "@/core/model";
import { plainTitle } from "@/core/page";
import { recordOrOccurrence, timelineRows, type TimelineRow } from "@/core/plan";
import { addToRegister } from "@/core/shaping";
import {
  addDays,
  addMinutes,
  dateOf,
  dateOfDayNumber,
  durationText,
  isMoment,
  relativeMomentText,
  type DateText,
} from "@/core/time";
import type { Store } from "@/core/store";
import { useNow } from "@/ui/clock";
import { goTo, noteAddress, openRecord, planAddress } from "@/ui/navigation";
import { TimelineCanvas } from "@/ui/timeline/TimelineCanvas";
import { useAct, useComputed, useStore, useTimeStyle } from "@/ui/workspaceContext";
import { Overview } from "./Overview";
import { usePlanView } from "./planView";

/** Everything that has its time, by goal, project, theme or person, with its threads and the load of each day. */
export function TimelineView({ date, today }: { date: DateText; today: DateText }) {
  const store = useStore();
  const style = useTimeStyle();
  const act = useAct();
  const now = useNow(store.clock);
  const { zone } = store.clock;
  const [view, change] = usePlanView();
  const { rowsBy } = view;
  const rows = useComputed(
    useCallback(
      (from: Store) =>
        timelineRows(from, rowsBy, { now, zone, doneSince: addDays(today, -30), events: rowsBy !== "goal" }),
      [rowsBy, now, zone, today],
    ),
  );
  const themes = useComputed(useCallback((from: Store) => from.list("kind", "theme") as readonly Theme[], []));
  const dyeOf = useMemo(() => {
    const known = new Map(themes.map(({ id, dye }) => [id, dye]));
    return (theme: Id | undefined): Dye => known.get(theme ?? "") ?? "slate";
  }, [themes]);

  /** Moves a bar by so many minutes, or its end only. */
  const shift = (id: Id, minutes: number, edge?: "end") => {
    const record = recordOrOccurrence(store, id);
    const days = Math.round(minutes / 1440);
    if (record?.kind === "event" || record?.kind === "block") {
      if (!isMoment(record.start)) return;
      const start = edge ? record.start : addMinutes(record.start, minutes);
      act(moveItem, { id, start, end: addMinutes(record.end, minutes) }, { group: `shift ${id}` });
    } else if (record?.kind === "goal" || record?.kind === "project") {
      if (record.due) act(editRecord, { id, fields: { due: addDays(record.due, days) } }, { group: `shift ${id}` });
    } else if (record?.kind === "task") {
      const own = (store.list("blocksByTask", id) as Block[]).filter(({ task }) => task === id);
      const blocks = own.toSorted((a, b) => (a.start < b.start ? -1 : 1));
      const ahead = blocks.filter(({ end }) => end > now);
      if (edge) {
        const last = ahead[ahead.length - 1];
        if (last)
          act(
            moveItem,
            { id: last.id, start: last.start, end: addMinutes(last.end, minutes) },
            { group: `shift ${id}` },
          );
        else {
          const estimate = Math.max(5, (record.estimateMinutes ?? 60) + minutes);
          act(editRecord, { id, fields: { estimateMinutes: estimate } }, { group: `shift ${id}` });
        }
      } else if (ahead.length > 0)
        store.together(() => {
          for (const block of ahead)
            act(
              moveItem,
              { id: block.id, start: addMinutes(block.start, minutes), end: addMinutes(block.end, minutes) },
              { group: `shift ${id}` },
            );
        });
      else if (record.doDay && days !== 0) act(giveDay, { tasks: [id], day: addDays(record.doDay, days) });
      else if (record.due && days !== 0)
        act(
          editRecord,
          { id, fields: { due: `${addDays(dateOf(record.due), days)}${record.due.slice(10)}` } },
          { group: `shift ${id}` },
        );
    }
  };

  /** Makes a task of a drawn bar: with hours where these can be seen, else for its day, due on its last. */
  const draw = (row: TimelineRow, start: number, end: number, title: string, exact: boolean): Id | undefined => {
    const id = newId();
    const day = dateOfDayNumber(Math.floor(start / 1440));
    const last = dateOfDayNumber(Math.floor((end - 1) / 1440));
    const belongs =
      row.id === "" || rowsBy === "none" ? {} : rowsBy === "person" ? { people: [row.id] } : { [rowsBy]: row.id };
    const fields = exact ? { estimateMinutes: end - start } : { doDay: day, ...(last > day ? { due: last } : {}) };
    let made: Id | undefined;
    const step = { group: `draw ${id}` };
    store.together(() => {
      if (act(addToRegister, { register: "tasks", id, fields: { title, ...belongs, ...fields } }, step) === undefined)
        return;
      made = id;
      const at = ((start % 1440) + 1440) % 1440;
      if (exact) act(place, { task: id, start: addMinutes(`${day}T00:00`, at), minutes: end - start }, step);
    });
    return made;
  };
  const fold = (id: Id) =>
    change({
      foldedRows: view.foldedRows.includes(id) ? view.foldedRows.filter((one) => one !== id) : [...view.foldedRows, id],
    });
  return (
    <TimelineCanvas
      rows={rows}
      date={date}
      today={today}
      dyeOf={dyeOf}
      threads={view.threads}
      folded={view.foldedRows}
      onFold={fold}
      rowTitle={({ title }) => plainTitle(title) || (rowsBy === "none" ? "Everything" : `No ${rowsBy}`)}
      rowNote={({ leftMinutes, span }) =>
        [
          leftMinutes > 0 ? `${durationText(leftMinutes)} left` : "",
          span?.record.due ? `due ${relativeMomentText(span.record.due, today, style)}` : "",
        ]
          .filter(Boolean)
          .join(", ")
      }
      onOpenRow={({ id }) => (id === "" ? fold(id) : openRecord(id))}
      onShift={shift}
      onDraw={draw}
      loads
      onDay={(day) => noteAddress(planAddress("timeline", undefined, day))}
      empty="Nothing has a day yet. Give a task a day, or place it on the calendar."
      foot={(from, to, show) => (
        <>
          <Overview today={today} from={from} to={to} onShow={show} />
          <button className="sr-only" onClick={() => goTo(planAddress("timeline"))}>
            Back to today on the timeline
          </button>
        </>
      )}
    />
  );
}
