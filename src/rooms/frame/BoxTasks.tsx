"use client";
import { ArrowDown, ArrowUp, X } from "lucide-react";
import { useCallback, useRef, type KeyboardEvent } from "react";
import { putInBox, setBoxMinutes, setState, takeOutOfBox } from "@/core/commands";
import type { Block, Id } from "@/core/model";
import { plainTitle } from "@/core/page";
import { heldMinutes, nextIn, tasksIn } from "@/core/plan";
import { durationText, estimateText, minutesBetween } from "@/core/time";
import { openRecord } from "@/ui/navigation";
import { focusSoon } from "@/ui/focusSoon";
import { useAct, useComputed } from "@/ui/workspaceContext";

/** What a time box holds, how full that makes it, and whose turn it is: its tasks are worked off from the top. */
export function BoxTasks({ box }: { box: Block }) {
  const act = useAct();
  const list = useRef<HTMLOListElement>(null);
  const held = useComputed(useCallback((from) => tasksIn(from, box), [box]));
  const next = useComputed(useCallback((from) => nextIn(from, box), [box]));
  const length = minutesBetween(box.start, box.end);
  const filled = heldMinutes(box);
  const over = filled > length;
  const move = (at: number, by: 1 | -1) => {
    const task = held[at]?.task.id;
    const before = held[by < 0 ? at - 1 : at + 2]?.task.id;
    if (!task || !held[at + by]) return;
    act(putInBox, { box: box.id, task, before });
    focusSoon(() => list.current?.querySelector<HTMLElement>(`[data-held="${task}"] [data-title]`));
  };
  const press = (event: KeyboardEvent, at: number, task: Id) => {
    if (event.altKey && (event.key === "ArrowUp" || event.key === "ArrowDown"))
      move(at, event.key === "ArrowUp" ? -1 : 1);
    else if (event.key === "Delete") act(takeOutOfBox, { box: box.id, task });
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <section aria-label="Tasks in this box" className="mb-5">
      <h4 className="mb-1 flex justify-between font-semibold text-ink-2">
        <span>Tasks in this box</span>
        {held.length > 0 && (
          <span className={over ? "text-madder" : ""}>
            {durationText(filled)} of {durationText(length)}
          </span>
        )}
      </h4>
      {held.length === 0 && (
        <p className="text-ink-3">
          No tasks yet. Drag tasks here from the tray. The box shows how full it is, and you work through its tasks in
          order.
        </p>
      )}
      <ol ref={list}>
        {held.map(({ task, minutes }, at) => {
          const done = task.state === "done";
          const title = plainTitle(task.title);
          return (
            <li
              key={task.id}
              data-held={task.id}
              className={`grid grid-cols-[24px_minmax(0,1fr)_auto] items-center gap-x-2 border-b border-hairline py-1 ${task === next ? "shadow-[-3px_0_0_var(--woad)]" : ""}`}
            >
              <input
                type="checkbox"
                className="size-4 justify-self-center accent-woad"
                aria-label={`Mark ${title} as done`}
                checked={done}
                onChange={() => act(setState, { tasks: [task.id], state: done ? "open" : "done" })}
              />
              <button
                data-title
                className={`min-h-6 text-left break-words ${done ? "text-ink-2 line-through" : task === next ? "font-semibold" : ""}`}
                aria-description="Alt and an arrow key move it, Delete removes it from the box"
                onClick={() => openRecord(task.id)}
                onKeyDown={(event) => press(event, at, task.id)}
              >
                {title}
              </button>
              <span className="flex items-center">
                <input
                  key={minutes}
                  className="field w-[52px] text-right"
                  aria-label={`Minutes for ${title}`}
                  inputMode="numeric"
                  defaultValue={minutes}
                  title={estimateText(minutes)}
                  onBlur={({ target }) => {
                    const wanted = Number(target.value);
                    if (
                      wanted !== minutes &&
                      act(setBoxMinutes, { box: box.id, task: task.id, minutes: wanted }) === undefined
                    )
                      target.value = String(minutes);
                  }}
                  onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
                />
                <button
                  className="button-quiet"
                  aria-label={`Move ${title} up`}
                  disabled={at === 0}
                  onClick={() => move(at, -1)}
                >
                  <ArrowUp size={14} aria-hidden />
                </button>
                <button
                  className="button-quiet"
                  aria-label={`Move ${title} down`}
                  disabled={at === held.length - 1}
                  onClick={() => move(at, 1)}
                >
                  <ArrowDown size={14} aria-hidden />
                </button>
                <button
                  className="button-quiet"
                  aria-label={`Remove ${title} from the box`}
                  onClick={() => act(takeOutOfBox, { box: box.id, task: task.id })}
                >
                  <X size={14} aria-hidden />
                </button>
              </span>
            </li>
          );
        })}
      </ol>
      {over && (
        <p className="mt-1 text-small text-madder">
          {durationText(filled - length)} too much for this box. Make the box longer or remove a task.
        </p>
      )}
    </section>
  );
}
