"use client";
import { useEffect } from "react";
import { layerDays, layerItems } from "@/core/lens";
import type { CalendarLayer, Lens } from "@/core/model";
import { dateOf } from "@/core/time";
import { useNow } from "@/ui/clock";
import { useFirstWeekday, useList, useStore } from "@/ui/workspaceContext";
import { followLenses } from "./followLenses";
import { noLayers, type Layers } from "./layers";

interface LayerReaderProps {
  layers: readonly CalendarLayer[];
  onRead: (layers: Layers) => void;
}

/** Reads the lenses that stand on the calendar, and reads them again as their records change. Shows nothing itself. */
export function LayerReader({ layers, onRead }: LayerReaderProps) {
  const store = useStore();
  const firstWeekday = useFirstWeekday();
  const today = dateOf(useNow(store.clock));
  const lenses = useList("kind", "lens") as readonly Lens[];
  useEffect(() => {
    const own = layers.flatMap((layer) => {
      const lens = lenses.find(({ id }) => id === layer.lens);
      return lens ? [{ layer, lens }] : [];
    });
    const stop = followLenses(
      store,
      own.map(({ lens }) => lens),
      firstWeekday,
      (views) => {
        const items = views.flatMap((view, at) => layerItems(view, own[at]!.layer));
        onRead({ days: layerDays(items), long: items.filter(({ first, last }) => last > first) });
      },
    );
    return () => {
      stop();
      onRead(noLayers);
    };
    // The present day is read by the views themselves.
  }, [store, layers, lenses, firstWeekday, today, onRead]);
  return null;
}
