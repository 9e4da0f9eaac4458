"use client";
import { useState, type ReactNode } from "react";
import { late } from "@/ui/late";
import { useSettings } from "@/ui/workspaceContext";
import { LayersContext, noLayers } from "./layers";

const ShownLayers = late(() => import("./ShownLayers").then((part) => ({ default: part.ShownLayers })));

/** Gives what it surrounds the records that lenses put on the calendar, where `reads`, but for those that are switched off. */
export function WithLayers({ reads = true, children }: { reads?: boolean; children: ReactNode }) {
  const { layers } = useSettings();
  const [shown, setShown] = useState(noLayers);
  return (
    <LayersContext.Provider value={shown}>
      {reads && layers !== undefined && layers.length > 0 && <ShownLayers layers={layers} onRead={setShown} />}
      {children}
    </LayersContext.Provider>
  );
}
