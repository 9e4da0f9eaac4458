"use client";
import { useEffect } from "react";
import type { Id, Lens } from "@/core/model";
import { dateOf } from "@/core/time";
import { useNow } from "@/ui/clock";
import { useFirstWeekday, useStore } from "@/ui/workspaceContext";
import { followLenses } from "@/panels/layers/followLenses";

interface LensReaderProps {
  lens: Lens;
  onRead: (ids: ReadonlySet<Id> | undefined) => void;
}

/** Reads which records a lens shows, and reads them again as they change. Shows nothing itself. */
export function LensReader({ lens, onRead }: LensReaderProps) {
  const store = useStore();
  const firstWeekday = useFirstWeekday();
  const today = dateOf(useNow(store.clock));
  useEffect(() => {
    const stop = followLenses(store, [lens], firstWeekday, ([view]) =>
      onRead(new Set(view?.entries.map(({ record }) => record.id))),
    );
    return () => {
      stop();
      onRead(undefined);
    };
    // The present day is read by the view itself.
  }, [store, lens, firstWeekday, today, onRead]);
  return null;
}
