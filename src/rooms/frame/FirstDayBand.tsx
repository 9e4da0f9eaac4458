"use client";
import { useCallback } from "react";
import { dayPageId } from "@/core/model";
import { firstDay, wantedTasks } from "@/core/plan";
import type { DateText } from "@/core/time";
import { goTo } from "@/ui/navigation";
import { useComputed, useRecord } from "@/ui/workspaceContext";
import { startView } from "@/ui/startView";

/** What one real day is made of, ticked as it is done. It leaves nothing behind when it is closed. */
export function FirstDayBand({ today }: { today: DateText }) {
  // Words are no facts, which wake what is computed: the page is followed by itself.
  const page = useRecord(dayPageId(today));
  const text = page && "text" in page ? page.text : "";
  const { added, isPlaced, isWritten, isTicked, isDone } = useComputed(
    useCallback((reads) => firstDay(reads, text), [text]),
  );
  const close = () => startView.choose({ ...startView.read(), isFirstDay: false });
  const steps = [
    [added === wantedTasks, `Add three things: press N and type${added > 0 ? ` (${added} of ${wantedTasks})` : ""}`],
    [isPlaced, "Place one: drag it onto the hours, or press H on it"],
    [isWritten, "Write a line on the page"],
    [isTicked, "Tick one off"],
  ] as const;
  return (
    <section
      aria-label="Your first day"
      data-pane="first-day"
      className="flex flex-none flex-wrap items-center gap-x-5 gap-y-1 border-b border-rule bg-sheet px-4 py-1.5"
    >
      <h2 className="font-semibold">{isDone ? "That is how a day works." : "Your first day"}</h2>
      {!isDone && (
        <ol className="flex flex-wrap gap-x-5 gap-y-1">
          {steps.map(([isStepDone, words]) => (
            <li key={words} className={isStepDone ? "text-ink-3" : ""}>
              <span aria-hidden className={isStepDone ? "text-lichen" : "text-ink-3"}>
                {isStepDone ? "✓ " : "○ "}
              </span>
              {words}
              {isStepDone && <span className="sr-only">, done</span>}
            </li>
          ))}
        </ol>
      )}
      <span className="ml-auto flex gap-2">
        <button className="link" onClick={() => goTo("/help")}>
          Help
        </button>
        <button className="button-quiet" onClick={close}>
          {isDone ? "Close" : "Hide"}
        </button>
      </span>
    </section>
  );
}
