"use client";
import { createContext, useContext, useMemo } from "react";
import type { LayerItem } from "@/core/lens";
import type { CalendarLayer } from "@/core/model";
import { daysBetween, type DateText } from "@/core/time";

/** What lenses put on the calendar beside all that is planned. */
export interface Layers {
  /** By their first day. */
  readonly days: ReadonlyMap<DateText, readonly LayerItem[]>;
  /** Those of more than one day. */
  readonly long: readonly LayerItem[];
}

export const noLayers: Layers = { days: new Map(), long: [] };
export const LayersContext = createContext<Layers>(noLayers);
const nothing: readonly LayerItem[] = [];

/** What lenses put on a day, first what has no hour. */
export function useLayerItems(date: DateText): readonly LayerItem[] {
  return useContext(LayersContext).days.get(date) ?? nothing;
}

/** What lenses put on a day, also what began before it; first what has no hour. */
export function useLayersOn(date: DateText): readonly LayerItem[] {
  const { days, long } = useContext(LayersContext);
  return useMemo(() => {
    const own = days.get(date) ?? nothing;
    const before = long.filter(({ first, last }) => first < date && date <= last);
    return before.length === 0 ? own : [...before, ...own];
  }, [days, long, date]);
}

/** What lenses put at an hour of these days. */
export function useLayersAtHours(dates: readonly DateText[]): readonly LayerItem[] {
  const { days } = useContext(LayersContext);
  return useMemo(
    () => dates.flatMap((date) => days.get(date) ?? nothing).filter(({ startMinute }) => startMinute !== undefined),
    [days, dates],
  );
}

/** What lenses put without an hour on days in a row, each with its first and last among them. */
export function useLayersOver(dates: readonly DateText[]): { item: LayerItem; first: number; last: number }[] {
  const { days, long } = useContext(LayersContext);
  return useMemo(() => layersOver(days, long, dates), [days, long, dates]);
}

function layersOver(days: Layers["days"], long: Layers["long"], dates: readonly DateText[]) {
  const [from, to] = [dates[0] as DateText, dates[dates.length - 1] as DateText];
  const own = dates.flatMap((date) => days.get(date) ?? nothing);
  const all = [...long.filter(({ first, last }) => first < from && last >= from), ...own];
  return all
    .filter(({ startMinute }) => startMinute === undefined)
    .map((item) => ({
      item,
      first: Math.max(0, daysBetween(from, item.first)),
      last: Math.min(dates.length - 1, daysBetween(from, item.last > to ? to : item.last)),
    }));
}

/** What names a lens on the calendar on this device. */
export const layerKey = ({ lens, field }: CalendarLayer) => `${lens} ${field}`;
