"use client";
import { useRef, type TouchEvent } from "react";

/** So many pixels a finger must go to the side, and more than twice as many as up or down. */
const swipePixels = 64;
/** What is pulled itself, or scrolls to the side, is not swiped over. */
const ownTouches = "input, textarea, select, canvas, .rail-item, [data-strip], [data-layer], [data-month-day], .grip";

/** Tells of swipes with one finger: to the left goes on, to the right goes back. Gives what is put on an element. */
export function useSwipe(onStep: (by: 1 | -1) => void) {
  const from = useRef<{ readonly x: number; readonly y: number }>(undefined);
  return {
    onTouchStart({ touches, target }: TouchEvent) {
      const touch = touches[0];
      const isOwn = target instanceof Element && target.closest(ownTouches) !== null;
      from.current = touch && touches.length === 1 && !isOwn ? { x: touch.clientX, y: touch.clientY } : undefined;
    },
    onTouchEnd({ changedTouches }: TouchEvent) {
      const touch = changedTouches[0];
      const start = from.current;
      from.current = undefined;
      if (!touch || !start || !document.getSelection()?.isCollapsed) return;
      const [across, down] = [touch.clientX - start.x, touch.clientY - start.y];
      if (Math.abs(across) > swipePixels && Math.abs(across) > 2 * Math.abs(down)) onStep(across < 0 ? 1 : -1);
    },
    onTouchCancel: () => void (from.current = undefined),
  };
}

/** The pane beside another; the same where there is none further. */
export function paneBeside<T>(panes: readonly T[], shown: T, by: 1 | -1): T {
  return panes[panes.indexOf(shown) + by] ?? shown;
}
