"use client";
import type { Id } from "@/core/model";
import { deviceChoice } from "@/ui/deviceChoice";

/** What a drawn stretch can become. */
export const drawnKinds = ["task", "block", "event"] as const;

/** What a stretch becomes when it is drawn: kept on this device, so that nobody says it twice. */
export interface DrawnKind {
  readonly kind: (typeof drawnKinds)[number] | "layer";
  /** Of a record that a lens puts on the calendar: which layer takes it; empty for none. */
  readonly layer: string;
  /** The theme; empty for none. */
  readonly theme: Id;
  /** Of an event: its calendar; empty for the person's own. */
  readonly calendar: string;
  /** Whether it stays like this whatever is chosen once in between; else the last choice is offered next. */
  readonly fixed: boolean;
}

const usual: DrawnKind = { kind: "block", layer: "", theme: "", calendar: "", fixed: false };
const choice = deviceChoice<DrawnKind>("pensum-drawn", usual, ({ kind, layer, theme, calendar, fixed }) => ({
  kind: kind === "layer" || drawnKinds.some((one) => one === kind) ? (kind as DrawnKind["kind"]) : usual.kind,
  layer: typeof layer === "string" ? layer : "",
  theme: typeof theme === "string" ? theme : "",
  calendar: typeof calendar === "string" ? calendar : "",
  fixed: fixed === true,
}));

/** Takes note of what a stretch became, or is to become from now on. */
export const rememberDrawn = choice.choose;

/** What a stretch becomes when it is drawn. */
export const useDrawnKind = choice.use;
