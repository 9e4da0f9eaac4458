"use client";
import { useMemo } from "react";
import type { CalendarLayer } from "@/core/model";
import { usePlanView } from "@/panels/hours/planView";
import { LayerReader } from "./LayerReader";
import { layerKey, type Layers } from "./layers";

/** Reads the layers that are not switched off on this device. */
export function ShownLayers({
  layers,
  onRead,
}: {
  layers: readonly CalendarLayer[];
  onRead: (layers: Layers) => void;
}) {
  const [{ hiddenLayers }] = usePlanView();
  const shown = useMemo(
    () => layers.filter((layer) => !hiddenLayers.includes(layerKey(layer))),
    [layers, hiddenLayers],
  );
  return <LayerReader layers={shown} onRead={onRead} />;
}
