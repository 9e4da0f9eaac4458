const reachable = "[tabindex='0'], [data-pane-focus], .cm-content, button, a[href], input, select, textarea";
/** With the rows of lists in which only one is reached by Tab. */
const focusable = `[tabindex], ${reachable}`;

/** What else of a pane is as an element that is gone: a row for a row, a button for a button. */
function isLike(one: HTMLElement, other: HTMLElement): boolean {
  const marks = (element: HTMLElement) => Object.keys(element.dataset).sort().join();
  return (
    one.tagName === other.tagName &&
    one.getAttribute("role") === other.getAttribute("role") &&
    marks(one) === marks(other)
  );
}

/**
 * Keeps the focus of those who work by keys: when what had it is gone (a row that went elsewhere, a list of days that
 * closed), it goes back to where it was opened from, or to the next of its like that is left, or to what stands in its place
 * in the same pane. A press of the
 * pointer on nothing may leave it nowhere. Gives back how to end that.
 */
export function keepFocus(): () => void {
  let last: { element: HTMLElement; pane: HTMLElement; place: number; all: readonly HTMLElement[] } | undefined;
  /** What had the focus last, in a pane or over it. */
  let latest: Element | undefined;
  let byKeys = false;
  let frame = 0;
  const remember = ({ target }: FocusEvent) => {
    if (target instanceof Element) latest = target;
    const pane = target instanceof HTMLElement ? target.closest<HTMLElement>("[data-pane]") : null;
    if (!(target instanceof HTMLElement) || !pane) return;
    const all = [...pane.querySelectorAll<HTMLElement>(focusable)];
    last = { element: target, pane, place: [...pane.querySelectorAll(reachable)].indexOf(target), all };
  };
  const giveBack = () => {
    const here = document.activeElement;
    // What still is there and has no focus any more let go of it: Escape leaves a page, and the field that adds.
    if (!byKeys || !last || latest?.isConnected || (here && here !== document.body && here.isConnected)) return;
    if (last.element.isConnected) return last.element.focus({ preventScroll: true });
    if (!last.pane.isConnected) return;
    const { element, all: before } = last;
    const isLeft = (one: HTMLElement) => one.isConnected && one.offsetParent !== null && isLike(one, element);
    const at = before.indexOf(element);
    const next = before.slice(at + 1).find(isLeft) ?? before.slice(0, Math.max(0, at)).findLast(isLeft);
    if (next) return next.focus({ preventScroll: true });
    const all = [...last.pane.querySelectorAll<HTMLElement>(reachable)].filter((one) => one.offsetParent !== null);
    all[Math.max(0, Math.min(last.place, all.length - 1))]?.focus({ preventScroll: true });
  };
  const soon = () => {
    cancelAnimationFrame(frame);
    // What a key does is drawn in the next frame, and what was open over it is closed by then.
    frame = requestAnimationFrame(() => (frame = requestAnimationFrame(giveBack)));
  };
  const key = () => {
    byKeys = true;
    soon();
  };
  const press = () => (byKeys = false);
  addEventListener("focusin", remember);
  addEventListener("keydown", key, true);
  addEventListener("pointerdown", press, true);
  return () => {
    cancelAnimationFrame(frame);
    removeEventListener("focusin", remember);
    removeEventListener("keydown", key, true);
    removeEventListener("pointerdown", press, true);
  };
}
