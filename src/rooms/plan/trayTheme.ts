"use client";
import { createContext, useContext } from "react";
import type { Id } from "@/core/model";

interface TrayTheme {
  /** The theme whose tasks alone stand in the tray; undefined for all. */
  readonly theme: Id | undefined;
  readonly show: (theme: Id | undefined) => void;
}

export const TrayThemeContext = createContext<TrayTheme>({ theme: undefined, show: () => {} });

/** Of which theme the tray shows the tasks, and how to change that. */
export function useTrayTheme(): TrayTheme {
  return useContext(TrayThemeContext);
}
