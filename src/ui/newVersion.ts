"use client";
import { useSyncExternalStore } from "react";

let change: (() => void) | undefined;
let isKept = false;
const listeners = new Set<() => void>();

function offer(next: () => void) {
  change = next;
  for (const listener of listeners) listener();
}

const hour = 3_600_000;

/**
 * Keeps the whole app in this browser, so that it opens without a network, and looks for a newer version each hour. Where the
 * browser does not allow it, Pensum works as long as the server answers.
 */
export function keepApp(): void {
  if (isKept || process.env.NODE_ENV !== "production" || !("serviceWorker" in navigator)) return;
  isKept = true;
  const register = async () => {
    const { Workbox } = await import("workbox-window");
    const keeper = new Workbox("/service-worker.js");
    let isWanted = false;
    keeper.addEventListener("waiting", () =>
      offer(() => {
        isWanted = true;
        keeper.messageSkipWaiting();
      }),
    );
    // Another tab may have changed over. This one goes on with the version that it shows until it is reloaded.
    keeper.addEventListener("controlling", ({ isUpdate }) => {
      if (isWanted) location.reload();
      else if (isUpdate) offer(() => location.reload());
    });
    await keeper.register();
    setInterval(() => void keeper.update().catch(() => {}), hour);
  };
  const begin = () => void register().catch(() => {});
  if ("requestIdleCallback" in globalThis) requestIdleCallback(begin, { timeout: 10_000 });
  else setTimeout(begin, 2000);
}

function subscribe(listener: () => void) {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Changes over to the newer version that is ready; undefined while there is none. */
export function useNewVersion(): (() => void) | undefined {
  return useSyncExternalStore(
    subscribe,
    () => change,
    () => undefined,
  );
}
