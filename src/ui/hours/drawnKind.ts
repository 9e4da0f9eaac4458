"use client";
import { useSyncExternalStore } from "react";
import type { Id } from "@/core/model";

/** What a drawn stretch can become. */
export const drawnKinds = ["task", "block", "event"] as const;

/** What a stretch becomes when it is drawn: kept on this device, so that nobody says it twice. */
export interface DrawnKind {
  readonly kind: (typeof drawnKinds)[number];
  /** The theme; empty for none. */
  readonly theme: Id;
  /** Of an event: its calendar; empty for the person's own. */
  readonly calendar: string;
  /** Whether it stays like this whatever is chosen once in between; else the last choice is offered next. */
  readonly fixed: boolean;
}

const usual: DrawnKind = { kind: "block", theme: "", calendar: "", fixed: false };
const key = "pensum-drawn";
const listeners = new Set<() => void>();
let known: DrawnKind | undefined;

function read(): DrawnKind {
  if (known) return known;
  known = usual;
  try {
    const stored = JSON.parse(localStorage.getItem(key) ?? "{}") as Partial<DrawnKind> | null;
    const { kind = usual.kind, theme, calendar, fixed } = stored ?? {};
    known = {
      kind: drawnKinds.includes(kind) ? kind : usual.kind,
      theme: typeof theme === "string" ? theme : "",
      calendar: typeof calendar === "string" ? calendar : "",
      fixed: fixed === true,
    };
  } catch {
    // What cannot be read is as if nothing had been chosen.
  }
  return known;
}

/** Takes note of what a stretch became, or is to become from now on. */
export function rememberDrawn(drawn: DrawnKind): void {
  known = drawn;
  try {
    localStorage.setItem(key, JSON.stringify(drawn));
  } catch {
    // Without storage the choice holds until the page is closed.
  }
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** What a stretch becomes when it is drawn. */
export function useDrawnKind(): DrawnKind {
  return useSyncExternalStore(subscribe, read, () => usual);
}
