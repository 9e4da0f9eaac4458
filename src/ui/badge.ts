"use client";
import { deviceChoice } from "./deviceChoice";

/** Whether the app's icon on this device shows how much is late. */
export const badgeChoice = deviceChoice<{ readonly isShown: boolean }>(
  "pensum-badge",
  { isShown: false },
  ({ isShown }) => ({ isShown: isShown === true }),
);

/** Whether this browser can put a number on the app's icon. */
export function hasBadge(): boolean {
  return "setAppBadge" in navigator;
}
