"use client";
import { useMemo, useSyncExternalStore } from "react";
import { dayPageId, type Id } from "@/core/model";
import { mostChosen, subjectOf } from "@/core/plan";
import type { DateText } from "@/core/time";
import { notify } from "@/ui/notices";
import { useAct, useStore } from "@/ui/workspaceContext";

/** A fourth task for a portion, which waits for somebody to say which of the three goes. */
interface Fourth {
  readonly date: DateText;
  readonly task: Id;
}

let fourth: Fourth | undefined;
const listeners = new Set<() => void>();

export function askWhichGoes(next: Fourth | undefined) {
  fourth = next;
  for (const listener of listeners) listener();
}

export function useFourth(): Fourth | undefined {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => fourth,
    () => undefined,
  );
}

/** Puts the task of a record into the portion of a day; where there are three already, asks which one goes. */
export function useChoose(): (id: Id, date: DateText) => void {
  const store = useStore();
  const act = useAct();
  return useMemo(
    () => (id, date) => {
      const task = subjectOf(store, id)?.task;
      if (task === undefined) return notify({ text: "A portion is made of tasks.", tone: "refused" });
      const held = (store.find("day", dayPageId(date))?.portion ?? []).filter((one) => store.find("task", one.task));
      if (held.length >= mostChosen && held.every((one) => one.task !== task)) return askWhichGoes({ date, task });
      void import("@/core/commands/portion").then(
        ({ addToPortion }) => act(addToPortion, { date, task }),
        () => notify({ text: "This could not be loaded. Is the server away? Try again.", tone: "refused" }),
      );
    },
    [store, act],
  );
}
