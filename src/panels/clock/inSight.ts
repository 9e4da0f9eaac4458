"use client";
import { useSyncExternalStore } from "react";

/** The browser's small window above all others, where it has one (Document Picture-in-Picture). */
interface SmallWindows {
  requestWindow(options: { width: number; height: number }): Promise<Window>;
}

export function smallWindows(): SmallWindows | undefined {
  return (globalThis as { documentPictureInPicture?: SmallWindows }).documentPictureInPicture;
}

const [width, height] = [300, 250];
let shown: Window | undefined;
const listeners = new Set<() => void>();
const show = (next: Window | undefined) => {
  shown = next;
  for (const listener of listeners) listener();
};

/** Opens the small window, with the look of the app, or closes it. Must be called by a press. */
export async function toggleInSight(): Promise<void> {
  if (shown) return shown.close();
  const small = await smallWindows()?.requestWindow({ width, height });
  if (!small) return;
  for (const link of document.querySelectorAll("link[rel=stylesheet]")) small.document.head.append(link.cloneNode());
  const { appearance } = document.documentElement.dataset;
  if (appearance !== undefined) small.document.documentElement.dataset.appearance = appearance;
  small.document.title = "Pensum";
  small.addEventListener("pagehide", () => show(undefined), { once: true });
  show(small);
}

/** The small window while it is open. */
export function useInSight(): Window | undefined {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => shown,
    () => undefined,
  );
}
