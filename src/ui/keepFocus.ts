const reachable = "[tabindex='0'], [data-pane-focus], .cm-content, button, a[href], input, select, textarea";
/** With the rows of lists in which only one is reached by Tab. */
const focusable = `[tabindex], ${reachable}`;
/** The data attributes by which an element says which thing it stands for. */
const marks = ["item", "entry", "strip", "layer", "tray", "card", "held", "worked", "record"] as const;
const things = marks.map((mark) => `[data-${mark}]`).join(", ");
/** So many frames a thing that was moved is waited for: its new place may be in a week that is still to be drawn. */
const patience = 60;

/** What an element stands for, told so that it is found again when it is drawn elsewhere. */
interface Thing {
  readonly mark: string;
  readonly id: string;
  /** Its place among the elements that stand for the same thing. */
  readonly among: number;
  /** Which of what can have the focus within it had it; -1 for itself. */
  readonly within: number;
}

function thingOf(element: HTMLElement): Thing | undefined {
  const row = element.closest<HTMLElement>(things);
  const mark = row && marks.find((one) => row.dataset[one]);
  if (!row || !mark) return undefined;
  const id = row.dataset[mark] as string;
  return {
    ...{ mark, id },
    among: standingFor({ mark, id }).indexOf(row),
    within: element === row ? -1 : [...row.querySelectorAll(focusable)].indexOf(element),
  };
}

function standingFor({ mark, id }: Pick<Thing, "mark" | "id">): HTMLElement[] {
  return [...document.querySelectorAll<HTMLElement>(`[data-${mark}=${JSON.stringify(id)}]`)];
}

/** Where a thing stands now; undefined where it is nowhere to be seen. */
function placeOf({ among, within, ...thing }: Thing): HTMLElement | undefined {
  const all = standingFor(thing);
  const row = all[among] ?? all.at(-1);
  return within < 0 ? row : (row?.querySelectorAll<HTMLElement>(focusable)[within] ?? row);
}

/** What else of a pane is as an element that is gone: a row for a row, a button for a button. */
function isLike(one: HTMLElement, other: HTMLElement): boolean {
  const named = (element: HTMLElement) => Object.keys(element.dataset).sort().join();
  return (
    one.tagName === other.tagName &&
    one.getAttribute("role") === other.getAttribute("role") &&
    named(one) === named(other)
  );
}

/**
 * Keeps the focus of those who work by keys on what they work on. A thing that a key moved has it wherever it stands
 * now, before the next key is read; where it left what is shown, the view has it and no other thing. When what had the
 * focus is gone (a row that was ticked, a list of days that closed), it goes back to where that was opened from, or to
 * the next of its like that is left, or to what stands in its place in the same pane; a key that is still held down does
 * nothing to that one. A press of the pointer on nothing may leave it nowhere. Returns a function that ends it.
 */
export function keepFocus(): () => void {
  let last:
    | {
        readonly element: HTMLElement;
        readonly pane: HTMLElement;
        readonly place: number;
        readonly all: readonly HTMLElement[];
        readonly thing: Thing | undefined;
      }
    | undefined;
  /** What had the focus last, in a pane or over it. */
  let latest: Element | undefined;
  let byKeys = false;
  /** Whether the last key was an arrow: one that moves a thing, and is pressed again for the same one. */
  let moves = false;
  /** Whether the focus was given to another thing while the key is held down. */
  let passedOn = false;
  let frame = 0;
  let waited = 0;

  const remember = ({ target }: FocusEvent) => {
    if (target instanceof Element) latest = target;
    const pane = target instanceof HTMLElement ? target.closest<HTMLElement>("[data-pane]") : null;
    if (!(target instanceof HTMLElement) || !pane) return;
    const all = [...pane.querySelectorAll<HTMLElement>(focusable)];
    const place = [...pane.querySelectorAll(reachable)].indexOf(target);
    last = { element: target, pane, place, all, thing: thingOf(target) };
  };
  const isNowhere = () => {
    const here = document.activeElement;
    return !here || here === document.body || !here.isConnected;
  };
  /** Gives the focus to the thing that had it, where it is drawn now. */
  const follow = (): boolean => {
    const there = last?.thing && placeOf(last.thing);
    there?.focus();
    return there !== undefined;
  };
  const drawn = new MutationObserver((changes) => {
    if (!byKeys || !last?.thing || !isNowhere()) return;
    const { element } = last;
    // An element that is put elsewhere among its like loses the focus, though it is there all the time.
    if (!element.isConnected) follow();
    else if (changes.some(({ addedNodes }) => [...addedNodes].some((node) => node.contains(element)))) element.focus();
  });
  const passOn = (to: HTMLElement | undefined) => {
    passedOn = true;
    to?.focus({ preventScroll: true });
  };
  const giveBack = () => {
    // What still is there and has no focus any more let go of it: Escape leaves a page, and the field that adds.
    if (!byKeys || !last || latest?.isConnected || !isNowhere()) return drawn.disconnect();
    if (last.element.isConnected) return last.element.focus({ preventScroll: true });
    if (follow()) return;
    if (moves && last.thing && waited++ < patience) return void (frame = requestAnimationFrame(giveBack));
    drawn.disconnect();
    const { element, all: before, pane, thing } = last;
    if (moves && thing) {
      const view = pane.isConnected ? pane : document.querySelector(`[data-pane="${pane.dataset.pane}"]`);
      return view?.querySelector<HTMLElement>("[data-pane-focus]")?.focus({ preventScroll: true });
    }
    if (!pane.isConnected) return;
    const isLeft = (one: HTMLElement) => one.isConnected && one.offsetParent !== null && isLike(one, element);
    const at = before.indexOf(element);
    const next = before.slice(at + 1).find(isLeft) ?? before.slice(0, Math.max(0, at)).findLast(isLeft);
    if (next) return passOn(next);
    const left = [...pane.querySelectorAll<HTMLElement>(reachable)].filter((one) => one.offsetParent !== null);
    passOn(left[Math.max(0, Math.min(last.place, left.length - 1))]);
  };
  const key = (event: KeyboardEvent) => {
    if (event.repeat && passedOn) {
      event.preventDefault();
      event.stopPropagation();
      return;
    }
    byKeys = true;
    passedOn = false;
    moves = event.key.startsWith("Arrow");
    waited = 0;
    if (last?.thing && last.element === document.activeElement)
      drawn.observe(document.body, { childList: true, subtree: true });
    cancelAnimationFrame(frame);
    // What a key does is drawn in the next frame, and what was open over it is closed by then.
    frame = requestAnimationFrame(() => (frame = requestAnimationFrame(giveBack)));
  };
  const press = () => (byKeys = false);
  addEventListener("focusin", remember);
  addEventListener("keydown", key, true);
  addEventListener("pointerdown", press, true);
  return () => {
    cancelAnimationFrame(frame);
    drawn.disconnect();
    removeEventListener("focusin", remember);
    removeEventListener("keydown", key, true);
    removeEventListener("pointerdown", press, true);
  };
}
