import { cleanup } from "@testing-library/react";
import { afterEach, beforeEach } from "vitest";
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

beforeEach(() => {
  history.replaceState(undefined, "", "/");
  notify(undefined);
});
afterEach(cleanup);
