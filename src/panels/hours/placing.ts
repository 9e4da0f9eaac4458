"use client";
import { createContext, useContext } from "react";
import type { Dragged } from "@/panels/drag";

/** Something that is being placed on the hours by keyboard. */
export type Placing = Extract<Dragged, { kind: "task" | "line" }>;

interface PlacingState {
  placing: Placing | undefined;
  place: (what: Placing | undefined) => void;
}

export const PlacingContext = createContext<PlacingState>({ placing: undefined, place: () => {} });

/** What is being placed by keyboard, and how to begin or end that. */
export function usePlacing(): PlacingState {
  return useContext(PlacingContext);
}
