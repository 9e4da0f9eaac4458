/** What follows a pointer from a press until it is let go. */
export interface Track {
  /** So many pixels the pointer must go before it counts; a press that stays is left alone. */
  readonly threshold: number;
  /** Whether a finger must rest before it counts: one that moves at once scrolls what it lies on. */
  readonly holds?: boolean;
  /** What scrolls when the pointer comes near its upper or lower edge. */
  scroller(): HTMLElement | null | undefined;
  /** Called once, when the pointer has gone far enough. */
  begin?(): void;
  /** Called for each frame from then on, and once more where it is let go. `copying`: the platform's key for it is held. */
  move(x: number, y: number, copying: boolean): void;
  /** Called at the end: `kept` when it was let go, false after Escape or when the pointer was lost. */
  end(kept: boolean, moved: boolean): void;
}

/**
 * So near to an edge, in pixels, what lies under the pointer scrolls, so many pixels a second, once the pointer has been there
 * for so many milliseconds: one that only comes in over the edge finds what it aimed at where it was.
 */
const edge = 36;
const scrollSpeed = 600;
const edgeMilliseconds = 200;
/** A frame that came late scrolls no further than one of so many milliseconds. */
const longestFrame = 34;

/** So long, in milliseconds, a finger rests before it carries, and so far, in pixels, it may tremble meanwhile. */
const restMilliseconds = 350;
const restPixels = 8;

/** Whether a finger carries something: then the page does not scroll under it. */
let isCarrying = false;
/** Whether one has just let go: how far it went was no swipe. */
let hasCarried = false;

/**
 * What would scroll, or open a menu, under a finger that carries something is stopped. The listener stands before the finger
 * comes down: a browser asks when a touch begins whether anybody may stop it, and not later.
 */
function stopScrolling() {
  const stop = (event: Event) => {
    if (isCarrying && event.cancelable) event.preventDefault();
  };
  addEventListener("touchmove", stop, { passive: false });
  addEventListener("contextmenu", stop);
  addEventListener("touchend", (event) => hasCarried && event.stopPropagation(), true);
}
if (typeof window !== "undefined" && navigator.maxTouchPoints > 0) stopScrolling();

/** Whether the key is held with which this platform copies what is dragged. */
function isCopying(event: MouseEvent | KeyboardEvent): boolean {
  return /Mac|iP(hone|ad)/.test(navigator.userAgent) ? event.altKey : event.ctrlKey;
}

/** Follows the pointer of a press. */
export function trackPointer(down: PointerEvent, track: Track) {
  let x = down.clientX;
  let y = down.clientY;
  let active = false;
  let frame = 0;
  let copying = isCopying(down);

  const waits = track.holds === true && down.pointerType === "touch";
  let isResting = waits;
  const begin = () => {
    active = true;
    isCarrying = waits;
    track.begin?.();
    frame = requestAnimationFrame(step);
  };
  const rested = waits
    ? setTimeout(() => {
        isResting = false;
        navigator.vibrate?.(10);
        begin();
      }, restMilliseconds)
    : undefined;

  let lastFrame = 0;
  /** At which edge the pointer is, of what, and since when. */
  let atEdge = { scroller: undefined as HTMLElement | null | undefined, side: 0, since: 0 };
  const step = (time: number) => {
    const scroller = track.scroller();
    const side = scroller ? sideAt(scroller, y) : 0;
    if (side !== atEdge.side || scroller !== atEdge.scroller) atEdge = { scroller, side, since: time };
    else if (scroller && side !== 0 && time - atEdge.since >= edgeMilliseconds)
      scroller.scrollTop += (side * scrollSpeed * Math.min(time - lastFrame, longestFrame)) / 1000;
    lastFrame = time;
    track.move(x, y, copying);
    frame = requestAnimationFrame(step);
  };
  const move = (event: PointerEvent) => {
    if (event.pointerId !== down.pointerId) return;
    x = event.clientX;
    y = event.clientY;
    copying = isCopying(event);
    const moved = Math.hypot(x - down.clientX, y - down.clientY);
    if (isResting) {
      if (moved > restPixels) end(false);
      return;
    }
    if (!active && moved >= track.threshold) begin();
    if (active) event.preventDefault();
  };
  const end = (kept: boolean) => {
    cancelAnimationFrame(frame);
    clearTimeout(rested);
    isResting = false;
    if (isCarrying) {
      hasCarried = true;
      setTimeout(() => (hasCarried = false), 0);
    }
    isCarrying = false;
    removeEventListener("pointermove", move);
    removeEventListener("pointerup", up);
    removeEventListener("pointercancel", cancel);
    removeEventListener("keydown", key, true);
    removeEventListener("keyup", key, true);
    if (active && kept) {
      swallowClick();
      track.move(x, y, copying);
    }
    track.end(kept, active);
  };
  const up = (event: PointerEvent) => {
    if (event.pointerId !== down.pointerId) return;
    x = event.clientX;
    y = event.clientY;
    end(true);
  };
  const cancel = () => end(false);
  const key = (event: KeyboardEvent) => {
    copying = isCopying(event);
    if (event.type !== "keydown" || event.key !== "Escape" || !active) return;
    event.preventDefault();
    event.stopPropagation();
    end(false);
  };
  addEventListener("pointermove", move, { passive: false });
  addEventListener("pointerup", up);
  addEventListener("pointercancel", cancel);
  addEventListener("keydown", key, true);
  addEventListener("keyup", key, true);
}

/** Towards which end something scrolls under a pointer at this height: -1, 1, or 0 away from its edges. */
function sideAt(scroller: HTMLElement, y: number): -1 | 0 | 1 {
  const box = scroller.getBoundingClientRect();
  if (y < box.top + edge) return -1;
  return y > box.bottom - edge ? 1 : 0;
}

/** The click that follows a drag is part of it, and opens nothing. */
function swallowClick() {
  const swallow = (event: MouseEvent) => {
    event.preventDefault();
    event.stopPropagation();
  };
  addEventListener("click", swallow, { capture: true, once: true });
  setTimeout(() => removeEventListener("click", swallow, true), 0);
}

/**
 * Lays a clear sheet over the page while something is dragged: the pointer stays a hand, and nothing below it is drawn
 * anew as it passes. Gives back how to take it away.
 */
export function coverPage(): () => void {
  const sheet = document.createElement("div");
  sheet.className = "drag-cover";
  document.body.append(sheet);
  return () => sheet.remove();
}
