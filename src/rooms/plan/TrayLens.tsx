"use client";
import { useEffect } from "react";
import { LensView } from "@/core/lens";
import type { Id, Lens } from "@/core/model";
import { fieldValues } from "@/core/register";
import { dateOf } from "@/core/time";
import { useNow } from "@/ui/clock";
import { useFirstWeekday, useStore } from "@/ui/workspaceContext";

interface TrayLensProps {
  lens: Lens;
  onRead: (ids: ReadonlySet<Id> | undefined) => void;
}

/** Reads which records a lens shows, and reads them again as they change. Shows nothing itself. */
export function TrayLens({ lens, onRead }: TrayLensProps) {
  const store = useStore();
  const firstWeekday = useFirstWeekday();
  const today = dateOf(useNow(store.clock));
  useEffect(() => {
    const values = fieldValues(store);
    const open = () => new LensView(values, { ...lens, groups: [], sorts: [] }, { firstWeekday });
    let view = open();
    const read = () => onRead(new Set(view.entries.map(({ record }) => record.id)));
    read();
    const stop = values.onChange((ids, everything) => {
      if (everything || view.settlesWith(ids)) view = open();
      else if (!view.change(ids)) return;
      read();
    });
    return () => {
      stop();
      onRead(undefined);
    };
    // The present day is read by the view itself.
  }, [store, lens, firstWeekday, today, onRead]);
  return null;
}
