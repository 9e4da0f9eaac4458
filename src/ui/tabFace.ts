import { hasBadge } from "./badge";

/** Who has something to show of the tab; what runs is shown over where one is. */
const layers = ["clock", "room"] as const;
type Layer = (typeof layers)[number];

const titles = new Map<Layer, string>();
const badges = new Map<Layer, number>();

/** Shows a title of the tab for as long as no layer above has one; undefined where the layer has none any longer. */
export function showTitle(layer: Layer, title: string | undefined) {
  keep(titles, layer, title);
  document.title = topOf(titles) ?? "Pensum";
}

/** Shows a number on the icon of the installed app, as `showTitle` does a title. */
export function showBadge(layer: Layer, count: number | undefined) {
  keep(badges, layer, count);
  if (!hasBadge()) return;
  const shown = topOf(badges);
  void (shown === undefined ? navigator.clearAppBadge() : navigator.setAppBadge(shown)).catch(() => {});
}

function keep<T>(all: Map<Layer, T>, layer: Layer, value: T | undefined) {
  if (value === undefined) all.delete(layer);
  else all.set(layer, value);
}

const topOf = <T>(all: ReadonlyMap<Layer, T>): T | undefined =>
  layers.map((layer) => all.get(layer)).find((value) => value !== undefined);
