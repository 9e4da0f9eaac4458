"use client";
import type { EditorView } from "@codemirror/view";
import { dateOf, relativeDateText } from "@/core/time";
import { useStore, useTimeStyle } from "@/ui/workspaceContext";
import { toggleTick } from "./keys";
import { chosenTasks, type LineHandlers } from "./lineHandle";

interface LinesBarProps {
  view: EditorView;
  count: number;
  handlers: LineHandlers;
}

/** What can be done with all task lines that are chosen on a page. */
export function LinesBar({ view, count, handlers }: LinesBarProps) {
  const store = useStore();
  const style = useTimeStyle();
  const { onPlaceAll, onGiveDay, carry } = handlers;
  const today = dateOf(store.clock.now());
  const acts: readonly (readonly [string, string, ((from: HTMLElement) => void) | undefined])[] = [
    ["Mark as done", "", () => void toggleTick(view)],
    ["Place", "Alt H", onPlaceAll && (() => onPlaceAll(chosenTasks(view, store)))],
    [
      "Give a day",
      "Alt G",
      onGiveDay &&
        ((from) => {
          const { left, bottom } = from.getBoundingClientRect();
          onGiveDay(chosenTasks(view, store), { x: left, y: bottom });
        }),
    ],
    [
      `Carry to ${carry ? relativeDateText(carry.to, today, style) : ""}`,
      "",
      carry && (() => carry.run(chosenTasks(view, store))),
    ],
  ];
  return (
    <span className="flex items-center gap-2 border-r border-hairline px-2 font-interface text-base">
      <span className="text-ink-2">{count} tasks</span>
      {acts.map(
        ([name, key, run]) =>
          run && (
            <button
              key={name}
              type="button"
              title={key || undefined}
              className="link min-h-6 font-semibold"
              onPointerDown={(event) => event.preventDefault()}
              onClick={({ currentTarget }) => run(currentTarget)}
            >
              {name}
            </button>
          ),
      )}
    </span>
  );
}
