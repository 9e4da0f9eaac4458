"use client";
import { useCallback, useState } from "react";
import { isUnfinished, type Id, type Task } from "@/core/model";
import { dateText, weekNumber, type DateText } from "@/core/time";
import { PageActs } from "@/panels/PageActs";
import { PageEditor } from "@/panels/editor/PageEditor";
import { useLineActs } from "@/panels/useLineActs";
import { useComputed, useList, useTimeStyle } from "@/ui/workspaceContext";
import { LeftOverBand } from "@/panels/day/LeftOverBand";
import { late } from "@/ui/late";

const DayLog = late(() => import("@/panels/day/doing").then((part) => ({ default: part.DayLog })));
const DayPortion = late(() => import("@/panels/day/doing").then((part) => ({ default: part.DayPortion })));
const DueReviews = late(() => import("@/panels/day/doing").then((part) => ({ default: part.DueReviews })));
const DayNeighbours = late(() => import("./DayNeighbours").then((part) => ({ default: part.DayNeighbours })));

interface DayPageViewProps {
  id: Id;
  date: DateText;
  today: DateText;
}

/** The page of a day: its heading, what was left over before it, and its writing. */
export function DayPageView({ id, date, today }: DayPageViewProps) {
  const style = useTimeStyle();
  const { acts, popover } = useLineActs({ id, date, today });
  const lines = useList("linesByPage", id);
  const [logging, setLogging] = useState(false);
  const isLogged = useComputed(
    useCallback(
      (from) =>
        from.list("workByDay", date).length > 0 || (date === today && from.list("workByDay", "running").length > 0),
      [date, today],
    ),
  );
  const showsLog = logging || isLogged;
  const tasks = lines.filter((record): record is Task => record.kind === "task" && record.state !== "dropped");
  const done = tasks.filter((task) => !isUnfinished(task.state)).length;
  const carried = useComputed(
    useCallback(
      (from) =>
        (from.list("linesByPage", id) as readonly { kind: string; carried?: number }[]).filter(
          (one) => one.kind === "task" && (one.carried ?? 0) > 0,
        ).length,
      [id],
    ),
  );

  return (
    <main data-pane="page" className="day-page min-w-0 flex-1 overflow-y-auto bg-sheet [scrollbar-width:thin]">
      <div className="mx-auto max-w-[720px] px-9 pt-[22px] pb-24">
        <h1 className="room-title font-words text-[27px] leading-[33px] font-semibold tracking-[-0.01em]">
          {dateText(date, "full", style)}
        </h1>
        <p className="mt-1 mb-3.5 flex flex-wrap items-center gap-x-3.5 text-[12.5px] text-ink-2">
          <span>Week {weekNumber(date)}</span>
          {date.slice(0, 4) !== today.slice(0, 4) && <span>{date.slice(0, 4)}</span>}
          {tasks.length > 0 && (
            <span>
              {done} of {tasks.length} {tasks.length === 1 ? "task" : "tasks"} done
            </span>
          )}
          {carried > 0 && <span>{carried} carried here</span>}
          {date <= today && !showsLog && (
            <button className="hover:underline" onClick={() => setLogging(true)}>
              Log time
            </button>
          )}
          {date === today && <DueReviews />}
          <PageActs id={id} title={dateText(date, "full", style)} />
        </p>
        {date === today && <LeftOverBand today={today} />}
        <DayPortion date={date} today={today} />
        {date <= today && showsLog && <DayLog date={date} />}
        <PageEditor
          id={id}
          date={date}
          label={`Page of ${dateText(date, "full", style)}`}
          placeholder="Write here. Type “- [ ]” for a task, or “12:15-13:00 lunch” to set aside time."
          {...acts}
        />
        <DayNeighbours date={date} today={today} />
      </div>
      {popover}
    </main>
  );
}
