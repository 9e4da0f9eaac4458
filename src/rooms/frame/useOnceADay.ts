"use client";
import { useEffect } from "react";
import type { Command, Store } from "@/core/store";
import { notify } from "@/ui/notices";
import { useComputed, useStore } from "@/ui/workspaceContext";

/** What the app does by itself once a day. */
interface OnceADay<Input> {
  /** Whether it is still to be done today. */
  waits: (store: Store) => boolean;
  act: Command<Input>;
  /** Notes that it was done. It keeps the books, so that what is undone or taken away stays away. */
  note: Command<Input>;
  input: Input;
}

/** So long a workspace that was opened is left to settle. */
const settleMilliseconds = 800;

/** Does something once a day, and says what came of it. `waits` and `input` stay the same as long as the day does. */
export function useOnceADay<Input>({ waits, act, note, input }: OnceADay<Input>) {
  const store = useStore();
  const waiting = useComputed(waits);
  useEffect(() => {
    if (!waiting || store.isSealed) return;
    const timer = setTimeout(() => {
      const { said, changes } = store.act(act, input);
      store.adopt(store.rehearse(note, input), false);
      if (changes.added.size + changes.updated.size > 0) notify({ text: said, undo: true });
    }, settleMilliseconds);
    return () => clearTimeout(timer);
  }, [store, waiting, act, note, input]);
}
