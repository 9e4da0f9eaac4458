import { cleanup, configure } from "@testing-library/react";
import { afterEach, beforeEach, vi } from "vitest";
import { notify } from "@/ui/notices";

/*
 * What a document without a screen cannot know: everything is as large as a window, so that tables draw their rows and
 * what is looked for by its place is found.
 */
const size = { width: 1200, height: 800 };
Object.defineProperties(HTMLElement.prototype, {
  offsetWidth: { configurable: true, get: () => size.width },
  offsetHeight: { configurable: true, get: () => size.height },
  clientHeight: { configurable: true, get: () => size.height },
  offsetParent: { configurable: true, get: () => document.body },
});
HTMLElement.prototype.scrollTo = () => {};

// A busy machine takes its time; what never comes is missed all the same.
configure({ asyncUtilTimeout: 8000 });

/** What React complains of, such as two things of one key, is a fault as any other. */
const complaints: string[] = [];
console.error = (...told: unknown[]) => void complaints.push(told.map(String).join(" "));

beforeEach(() => {
  history.replaceState(undefined, "", "/");
  notify(undefined);
});
afterEach(async () => {
  cleanup();
  // What is loaded late may still be on its way: it would come into a document that is gone.
  await vi.dynamicImportSettled();
  const told = complaints.splice(0);
  if (told.length > 0) throw new Error(told.join("\n"));
});
