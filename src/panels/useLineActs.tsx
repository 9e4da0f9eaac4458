"use client";
import { useState, type ReactNode } from "react";
import { carry, giveDay, usualBlockMinutes } from "@/core/commands";
import { placeTasks } from "@/core/commands/placeTasks";
import { carriedTask } from "@/core/gestures";
import { isUnfinished, type Id } from "@/core/model";
import { plainTitle } from "@/core/page";
import { addDays, type DateText } from "@/core/time";
import { startDrag } from "@/panels/drag";
import type { LineHandle, LineHandlers } from "@/panels/editor/lineHandle";
import { usePlacing } from "@/panels/hours/placing";
import { late } from "@/ui/late";
import { notify } from "@/ui/notices";
import { useAct, useStore } from "@/ui/workspaceContext";

const DayPopover = late(() => import("@/panels/days/DayPopover"));

/**
 * What is done with the lines of a page beside which hours stand: placed, given a day, dragged, carried; one or several.
 * @param date the day of the page; undefined for a note, whose lines are placed on today
 * Returns the handlers for the editor, and the days to choose from while somebody does.
 */
export function useLineActs({ id, date, today }: { id: Id; date?: DateText; today: DateText }): {
  acts: LineHandlers;
  popover: ReactNode;
} {
  const store = useStore();
  const act = useAct();
  const { place } = usePlacing();
  const [giving, setGiving] = useState<{ tasks: readonly Id[]; x: number; y: number }>();
  const draggedOf = (line: LineHandle) => {
    const task = store.find("task", line.task);
    const title = plainTitle(task?.title ?? line.words);
    if (task) return carriedTask(store, task);
    // A line that is no task has its hours on the page itself, which must be a day's.
    if (date === undefined) return undefined;
    return { kind: "line", page: id, lineFrom: line.from, line: line.text, title, minutes: usualBlockMinutes } as const;
  };
  const carriedTo = date === undefined || date < today ? today : addDays(date, 1);
  const carryAll = (tasks: readonly Id[]) => {
    const open = tasks.filter((task) => isUnfinished(store.find("task", task)?.state ?? "done"));
    if (open.length > 0) act(carry, { tasks: open, to: carriedTo });
    else notify({ text: "These tasks are done. Nothing was carried.", tone: "refused" });
  };
  const acts: LineHandlers = {
    onPlace(line) {
      const dragged = draggedOf(line);
      if (dragged) place(dragged);
    },
    onPlaceAll: (tasks) => act(placeTasks, { tasks, day: date !== undefined && date > today ? date : today }),
    onGiveDay: (tasks, at) => setGiving({ tasks, ...at }),
    ...(date === undefined ? {} : { carry: { to: carriedTo, run: carryAll } }),
    onDragLine(event, line) {
      const dragged = draggedOf(line);
      if (dragged) startDrag(event, { dragged });
    },
  };
  const popover = giving && (
    <DayPopover
      at={giving}
      label={giving.tasks.length === 1 ? "Day for the task" : `A day for ${giving.tasks.length} tasks`}
      today={today}
      value={store.find("task", giving.tasks[0])?.doDay}
      onPick={(day) => {
        setGiving(undefined);
        act(giveDay, { tasks: giving.tasks, day });
      }}
      onClose={() => setGiving(undefined)}
    />
  );
  return { acts, popover };
}
