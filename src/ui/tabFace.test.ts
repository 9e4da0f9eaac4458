import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { showBadge, showTitle } from "./tabFace";

const badge = vi.fn((_count?: number) => Promise.resolve());
beforeEach(() => {
  vi.stubGlobal("document", { title: "" });
  vi.stubGlobal("navigator", { setAppBadge: badge, clearAppBadge: () => badge() });
});
afterEach(() => {
  vi.unstubAllGlobals();
  badge.mockClear();
});

it("shows what runs over where one is, and where one is again when that has ended, wherever one went meanwhile", () => {
  showTitle("room", "Plan, Pensum");
  showTitle("clock", "12 min left, Letter");
  showTitle("room", "Goals, Pensum");
  expect(document.title).toBe("12 min left, Letter");
  showTitle("clock", undefined);
  expect(document.title).toBe("Goals, Pensum");
  showBadge("room", 3);
  showBadge("clock", 12);
  showBadge("clock", undefined);
  showBadge("room", undefined);
  expect(badge.mock.calls).toEqual([[3], [12], [3], []]);
});
