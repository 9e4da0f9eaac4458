"use client";
import { memo, useCallback, useState, type KeyboardEvent, type PointerEvent as ReactPointerEvent } from "react";
import { giveDay, setState } from "@/core/commands";
import { carriedTask } from "@/core/gestures";
import type { Id, Task } from "@/core/model";
import { plainTitle } from "@/core/page";
import { reasonsOf } from "@/core/plan";
import { dyeOf } from "@/core/things";
import { counted, estimateText, type DateText } from "@/core/time";
import { startDrag } from "@/panels/drag";
import { openRecord } from "@/ui/navigation";
import { useAct, useComputed, useSettings, useStore, useTimeStyle } from "@/ui/workspaceContext";
import { PullStrand } from "./PullStrand";
import type { TraySelection } from "./useTraySelection";
import { usePlacing } from "./placing";
import { late } from "@/ui/late";

const DayPopover = late(() => import("@/panels/days/DayPopover"));

interface TrayRowProps {
  task: Task;
  first: boolean;
  today: DateText;
  /** How strongly it asks to be next, where that is shown. */
  pull?: number;
  /** What is still to be placed of it, where that is not its whole estimate. */
  restMinutes?: number | undefined;
  /** Whether it is chosen beside others, and how rows are. */
  chosen: boolean;
  selection: TraySelection;
}

/** A task that has no hours yet: taken to an hour or to a day, by pointer or by keys. */
export const TrayRow = memo(function TrayRow(props: TrayRowProps) {
  const { task, first, today, pull, restMinutes, chosen, selection } = props;
  const store = useStore();
  const settings = useSettings();
  const style = useTimeStyle();
  const act = useAct();
  const { place } = usePlacing();
  const [picking, setPicking] = useState<{ x: number; y: number }>();
  const reasons = reasonsOf(task, store.clock.now(), settings, style);
  const title = plainTitle(task.title);
  const countedMinutes = useComputed(useCallback((from) => from.lengthOf(task), [task]));
  const dye = useComputed(useCallback((from) => dyeOf(task, from), [task]));
  const length = lengthWords(task.estimateMinutes, countedMinutes, restMinutes);
  const carried = (id: Id) => {
    const one = store.find("task", id);
    return one ? [carriedTask(store, one)] : [];
  };
  const grab = (event: ReactPointerEvent) => {
    const ids = selection.actedOn(task.id);
    const of = ids.flatMap(carried);
    const [only] = of;
    if (of.length === 1 && only) return startDrag(event.nativeEvent, { dragged: only });
    const minutes = of.reduce((sum, one) => sum + one.minutes, 0);
    startDrag(event.nativeEvent, { dragged: { kind: "several", of, title: counted(of.length, "task"), minutes } });
  };
  const press = (event: KeyboardEvent) => {
    if (event.target !== event.currentTarget || event.ctrlKey || event.metaKey) return;
    const ids = selection.actedOn(task.id);
    if (event.code === "KeyH") {
      if (ids.length > 1) selection.place();
      else for (const one of carried(task.id)) place(one);
    } else if (event.code === "KeyG") {
      const { left, top } = event.currentTarget.getBoundingClientRect();
      if (ids.length > 1) selection.pickDay({ x: left, y: top });
      else setPicking({ x: left, y: top });
    } else if (event.key === " ") act(setState, { tasks: ids, state: "done" });
    else if (event.key === "Enter") openRecord(task.id);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <li className="border-b border-rule last:border-0">
      <div
        role="button"
        tabIndex={0}
        data-tray={task.id}
        data-pane-focus={first ? "" : undefined}
        aria-pressed={chosen || undefined}
        aria-label={`${title}${pull === undefined ? "" : `, pull ${pull}`}${length ? `, ${length}` : ""}${reasons.length ? `, ${reasons.map((reason) => reason.text).join(", ")}` : ""}`}
        className={`tray-row grid touch-pan-y ${pull === undefined ? "grid-cols-[1fr_auto]" : "grid-cols-[26px_1fr_auto]"} items-baseline gap-x-2 py-[5px] outline-offset-[-2px] select-none hover:bg-sunk ${chosen ? "bg-sunk shadow-[inset_3px_0_0_var(--woad)]" : ""}`}
        onPointerDown={grab}
        onClick={(event) => {
          if (event.shiftKey) selection.reach(task.id);
          else if (event.ctrlKey || event.metaKey) selection.toggle(task.id);
          else openRecord(task.id);
        }}
        onKeyDown={press}
      >
        {pull !== undefined && <PullStrand points={pull} dye={dye} />}
        <span className="min-w-0 break-words">{title}</span>
        <span className="text-small whitespace-nowrap text-ink-2">{length}</span>
        {reasons.length > 0 && (
          <span className={`${pull === undefined ? "col-span-2" : "col-span-2 col-start-2"} text-small text-ink-2`}>
            {reasons.map((reason, at) => (
              <span key={reason.what}>
                {at > 0 && ", "}
                <span className={reason.what === "late" ? "font-semibold text-madder" : ""}>{reason.text}</span>
              </span>
            ))}
          </span>
        )}
      </div>
      {picking && (
        <DayPopover
          at={picking}
          side="left"
          label={`Day for ${title}`}
          today={today}
          value={task.doDay}
          onPick={(day) => {
            setPicking(undefined);
            act(giveDay, { tasks: [task.id], day });
          }}
          onClose={() => setPicking(undefined)}
        />
      )}
    </li>
  );
});

/**
 * What is left of a task, where some of it was worked or has hours already; else its estimate, and beside it what such work
 * takes where that is what counts.
 */
function lengthWords(
  estimateMinutes: number | undefined,
  counted: number | undefined,
  restMinutes: number | undefined,
): string {
  if (!counted) return "";
  if (restMinutes === undefined)
    return counted === estimateMinutes
      ? estimateText(counted)
      : `${estimateMinutes ? `${estimateText(estimateMinutes)}, ` : ""}likely ${estimateText(counted)}`;
  return restMinutes > 0 ? `${estimateText(restMinutes)} left` : "estimate used up";
}
