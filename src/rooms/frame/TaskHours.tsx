"use client";
import { nameOf } from "@/core/things";
import { takeOff, takeOutOfBox } from "@/core/commands";
import type { Block, Task } from "@/core/model";
import { stretchFor } from "@/core/plan";
import { dateOf, minuteOn, rangeText, relativeDateText } from "@/core/time";
import { dayAddress, goTo } from "@/ui/navigation";
import { useAct, useList, useStore, useTimeStyle } from "@/ui/workspaceContext";

/** When a task is to be done: its own hours, and its part of time boxes. */
export function TaskHours({ task }: { task: Task }) {
  const blocks = useList("blocksByTask", task.id) as readonly Block[];
  const style = useTimeStyle();
  const store = useStore();
  const act = useAct();
  const today = dateOf(store.clock.now());
  const hoursText = (block: Block) => {
    const { start, end } = stretchFor(block, task.id);
    return rangeText(minuteOn(dateOf(block.start), start), minuteOn(dateOf(block.start), end), style);
  };
  return (
    <section className="mb-5">
      <h4 className="mb-1 font-semibold text-ink-2">Hours</h4>
      {blocks.length === 0 && (
        <p className="text-ink-3">Not placed. Drag it onto the hours, or press Alt H on its line.</p>
      )}
      <ul>
        {blocks
          .toSorted((a, b) => (a.start < b.start ? -1 : 1))
          .map((block) => (
            <li key={block.id} className="flex items-center justify-between gap-2 border-b border-hairline py-1">
              <button className="text-left" onClick={() => goTo(dayAddress(dateOf(block.start), today))}>
                {relativeDateText(dateOf(block.start), today, style)}, {hoursText(block)}
                {block.task !== task.id && <span className="text-ink-2"> in “{nameOf(block, store)}”</span>}
              </button>
              <button
                className="button-quiet flex-none"
                onClick={() =>
                  block.task === task.id
                    ? act(takeOff, { block: block.id })
                    : act(takeOutOfBox, { box: block.id, task: task.id })
                }
              >
                {block.task === task.id ? "Take off" : "Remove from the box"}
              </button>
            </li>
          ))}
      </ul>
    </section>
  );
}
