"use client";
import { Suspense, useMemo, useState, type ReactNode } from "react";
import type { CalendarLayer } from "@/core/model";
import { usePlanView } from "@/panels/hours/planView";
import { late } from "@/ui/late";
import { useSettings } from "@/ui/workspaceContext";
import { layerKey, LayersContext, noLayers } from "./layers";

const LayerReader = late(() => import("./LayerReader").then((reader) => ({ default: reader.LayerReader })));
const noneOfThem: readonly CalendarLayer[] = [];

/** Gives what it surrounds the records that lenses put on the calendar, where `reads`, but for those that are switched off. */
export function WithLayers({ reads = true, children }: { reads?: boolean; children: ReactNode }) {
  const { layers: all = noneOfThem } = useSettings();
  const [{ hiddenLayers }] = usePlanView();
  const shown = useMemo(() => all.filter((layer) => !hiddenLayers.includes(layerKey(layer))), [all, hiddenLayers]);
  const [layers, setLayers] = useState(noLayers);
  return (
    <LayersContext.Provider value={layers}>
      {reads && shown.length > 0 && (
        <Suspense>
          <LayerReader layers={shown} onRead={setLayers} />
        </Suspense>
      )}
      {children}
    </LayersContext.Provider>
  );
}
