"use client";
import { useSyncExternalStore } from "react";

/** What is chosen on this device: read once, kept in `localStorage`, and told to all that show it. */
interface DeviceChoice<T> {
  read(): T;
  choose(next: T): void;
  /** The choice, followed as it changes. */
  use(): T;
}

/**
 * A choice that belongs to the device and not to the workspace.
 * @param sound makes what was stored, of which nothing is certain, into what is as it should be
 */
export function deviceChoice<T extends object>(
  key: string,
  usual: T,
  sound: (stored: Partial<Record<keyof T, unknown>>) => T,
): DeviceChoice<T> {
  const listeners = new Set<() => void>();
  let known: T | undefined;
  const read = (): T => {
    if (known) return known;
    try {
      const stored: unknown = JSON.parse(localStorage.getItem(key) ?? "{}");
      known = typeof stored === "object" && stored !== null ? sound(stored) : usual;
    } catch {
      // What cannot be read is as if nothing had been chosen.
      known = usual;
    }
    return known;
  };
  const subscribe = (listener: () => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  };
  return {
    read,
    choose(next) {
      known = next;
      try {
        localStorage.setItem(key, JSON.stringify(next));
      } catch {
        // Without storage the choice holds until the page is closed.
      }
      for (const listener of listeners) listener();
    },
    use: () => useSyncExternalStore(subscribe, read, () => usual),
  };
}
