"use client";
import type { ReactNode } from "react";
import { setState } from "@/core/commands";
import type { Task } from "@/core/model";
import { plainTitle } from "@/core/page";
import { carriedText } from "@/core/plan";
import { estimateText } from "@/core/time";
import { openRecord } from "@/ui/navigation";
import { useAct } from "@/ui/workspaceContext";

/** A task with its box, its length, and what can be done with it. */
export function TaskTick({ task, children }: { task: Task; children?: ReactNode }) {
  const act = useAct();
  const isDone = task.state === "done";
  return (
    <li className="flex flex-wrap items-center gap-x-3 border-b border-hairline py-1.5">
      <input
        type="checkbox"
        className="size-4 flex-none accent-[var(--woad)]"
        aria-label={`Done: ${plainTitle(task.title)}`}
        checked={isDone}
        onChange={() => act(setState, { tasks: [task.id], state: isDone ? "open" : "done" })}
      />
      <button
        className={`min-h-6 min-w-0 flex-[1_1_220px] text-left font-words text-page leading-5 break-words ${isDone ? "text-ink-2 line-through" : ""}`}
        onClick={() => openRecord(task.id)}
      >
        {plainTitle(task.title)}
      </button>
      <span className="flex-none text-small text-ink-2">
        {[
          task.estimateMinutes ? estimateText(task.estimateMinutes) : "",
          task.carried > 0 ? carriedText(task.carried) : "",
        ]
          .filter(Boolean)
          .join(", ")}
      </span>
      {children}
    </li>
  );
}
