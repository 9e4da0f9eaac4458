"use client";
import { useEffect } from "react";
import { isUnfinished } from "@/core/model";
import { entryOffer } from "@/core/plan/log/entryOffer";
import { estimateText } from "@/core/time";
import { currentNotice, notify } from "@/ui/notices";
import { useAct, useStore } from "@/ui/workspaceContext";

/** Offers an entry of the log when a task is ticked off that has none, on the line that says so. */
export function useEntryOffer() {
  const store = useStore();
  const act = useAct();
  useEffect(
    () =>
      store.onAct(({ changes, turn }) => {
        if (turn !== undefined) return;
        const ticked = [...changes.updated].flatMap(([id, [from, to]]) => {
          const task = store.find("task", id);
          return task && to.state === "done" && isUnfinished(from.state as never) ? [task] : [];
        });
        const [task] = ticked;
        if (!task || ticked.length > 1) return;
        const offer = entryOffer(store, task);
        if (!offer) return;
        // The line that says what was done comes first; the offer stands on it.
        queueMicrotask(() => {
          const notice = currentNotice();
          if (!notice?.undo) return;
          const run = () =>
            void import("@/core/commands/workLog").then(
              ({ logAsPlanned, logWork }) =>
                "block" in offer
                  ? act(logAsPlanned, { item: offer.block })
                  : act(logWork, { on: { id: task.id }, start: offer.start, end: offer.end }),
              () => notify({ text: "This could not be loaded. Is the server away? Try again.", tone: "refused" }),
            );
          notify({ ...notice, also: { label: `Log ${estimateText(offer.minutes)}`, run } });
        });
      }),
    [store, act],
  );
}
