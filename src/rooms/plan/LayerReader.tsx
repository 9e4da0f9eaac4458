"use client";
import { useEffect } from "react";
import { layerDays, layerItems, LensView, type LayerItem } from "@/core/lens";
import type { CalendarLayer, Lens } from "@/core/model";
import { fieldValues } from "@/core/register";
import { dateOf } from "@/core/time";
import { useNow } from "@/ui/clock";
import { useFirstWeekday, useList, useStore } from "@/ui/workspaceContext";
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
    const values = fieldValues(store);
    const open = () =>
      layers.flatMap((layer) => {
        const lens = lenses.find(({ id }) => id === layer.lens);
        return lens
          ? [{ layer, view: new LensView(values, { ...lens, groups: [], sorts: [] }, { firstWeekday }) }]
          : [];
      });
    let views = open();
    const read = () => onRead(layersOf(views.flatMap(({ layer, view }) => layerItems(view, layer))));
    read();
    const stop = values.onChange((ids, everything) => {
      if (everything || views.some(({ view }) => view.settlesWith(ids))) views = open();
      else if (views.filter(({ view }) => view.change(ids)).length === 0) return;
      read();
    });
    return () => {
      stop();
      onRead(noLayers);
    };
    // The present day is read by the views themselves.
  }, [store, layers, lenses, firstWeekday, today, onRead]);
  return null;
}

function layersOf(items: readonly LayerItem[]): Layers {
  return { days: layerDays(items), long: items.filter(({ first, last }) => last > first) };
}
