"use client";
import { useSyncExternalStore } from "react";

/** Below this width a screen is arranged for a thumb; the sheets of style say the same. */
const narrow = "(max-width: 639px)";

function subscribe(listener: () => void) {
  const query = globalThis.matchMedia?.(narrow);
  query?.addEventListener("change", listener);
  return () => query?.removeEventListener("change", listener);
}

/** Whether the screen is a phone's. */
export function usePhone(): boolean {
  return useSyncExternalStore(
    subscribe,
    () => globalThis.matchMedia?.(narrow).matches ?? false,
    () => false,
  );
}
