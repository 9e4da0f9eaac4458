import type { Id } from "@/core/model";

/** What is being dragged: a task, a plain line of a page, or something that already has hours. */
export type Dragged =
  | { readonly kind: "task"; readonly task: Id; readonly title: string; readonly minutes: number }
  | {
      readonly kind: "line";
      readonly page: Id;
      readonly lineFrom: number;
      readonly line: string;
      readonly title: string;
      readonly minutes: number;
    }
  | {
      readonly kind: "item";
      readonly id: Id;
      readonly title: string;
      readonly minutes: number;
      readonly grabMinutes: number;
    };

/** A place where something can be dropped. */
export interface DropZone {
  readonly element: HTMLElement;
  /** What scrolls when the pointer comes near its upper or lower edge. */
  readonly scroller?: HTMLElement;
  /** Shows what a drop here would do, and says it: "Tue 14:00 to 15:15, day becomes 9 h 05 of 8 h". Undefined: nothing. */
  over(dragged: Dragged, x: number, y: number): string | undefined;
  leave(): void;
  drop(dragged: Dragged, x: number, y: number): void;
}

const zones = new Set<DropZone>();

/** Makes an element a place to drop on. Gives back how to end that. */
export function addDropZone(zone: DropZone): () => void {
  zones.add(zone);
  return () => zones.delete(zone);
}

/** So far a pointer must go before it is a drag and not a press. */
const threshold = 4;
const edge = 36;
const scrollStep = 10;

interface DragOptions {
  dragged: Dragged;
  /** Called when it is let go where nothing takes it. */
  onMissed?: () => void;
  onEnd?: () => void;
  /** What is said over no zone. */
  elsewhere?: string;
}

/**
 * Follows the pointer from a press until it is let go, and drops what it carries on the zone below it. Escape, or a
 * lost pointer, cancels. A press that does not move is left alone, so that a click stays a click.
 */
export function startDrag(down: PointerEvent, { dragged, onMissed, onEnd, elsewhere }: DragOptions) {
  if (down.button !== 0) return;
  let active = false;
  let zone: DropZone | undefined;
  let x = down.clientX;
  let y = down.clientY;
  let frame = 0;
  let label: HTMLElement | undefined;

  const begin = () => {
    active = true;
    label = document.createElement("div");
    label.className = "drag-label";
    label.append(
      Object.assign(document.createElement("b"), { textContent: dragged.title }),
      document.createElement("span"),
    );
    document.body.append(label);
    document.body.classList.add("dragging");
    document.getSelection()?.removeAllRanges();
    frame = requestAnimationFrame(step);
  };
  let shownAt = "";
  const show = () => {
    // A pointer that rests over hours that rest shows what it showed.
    const at = `${x} ${y} ${zone?.scroller?.scrollTop ?? 0}`;
    if (at === shownAt) return;
    shownAt = at;
    const below = [...zones].find((one) => contains(one.element, x, y));
    if (below !== zone) zone?.leave();
    zone = below;
    const said = zone?.over(dragged, x, y) ?? elsewhere ?? "";
    if (!label) return;
    const words = label.lastElementChild as HTMLElement;
    if (words.textContent !== said) words.textContent = said;
    const width = label.offsetWidth;
    const left = Math.max(4, Math.min(x + 14, innerWidth - width - 4));
    label.style.transform = `translate(${left}px, ${Math.min(y + 16, innerHeight - 56)}px)`;
  };
  const step = () => {
    const scroller = zone?.scroller;
    if (scroller) {
      const box = scroller.getBoundingClientRect();
      if (y < box.top + edge) scroller.scrollTop -= scrollStep;
      else if (y > box.bottom - edge) scroller.scrollTop += scrollStep;
    }
    show();
    frame = requestAnimationFrame(step);
  };
  const move = (event: PointerEvent) => {
    if (event.pointerId !== down.pointerId) return;
    x = event.clientX;
    y = event.clientY;
    if (!active && Math.hypot(x - down.clientX, y - down.clientY) >= threshold) begin();
    if (active) event.preventDefault();
  };
  const end = (how: "drop" | "cancel") => {
    cancelAnimationFrame(frame);
    removeEventListener("pointermove", move);
    removeEventListener("pointerup", up);
    removeEventListener("pointercancel", cancel);
    removeEventListener("keydown", key, true);
    label?.remove();
    document.body.classList.remove("dragging");
    if (!active) return onEnd?.();
    if (how === "drop") {
      swallowClick();
      show();
    }
    const target = zone;
    target?.leave();
    if (how === "drop" && target) target.drop(dragged, x, y);
    else if (how === "drop") onMissed?.();
    onEnd?.();
  };
  const up = (event: PointerEvent) => {
    if (event.pointerId !== down.pointerId) return;
    x = event.clientX;
    y = event.clientY;
    end("drop");
  };
  const cancel = () => end("cancel");
  const key = (event: KeyboardEvent) => {
    if (event.key !== "Escape" || !active) return;
    event.preventDefault();
    event.stopPropagation();
    end("cancel");
  };
  addEventListener("pointermove", move, { passive: false });
  addEventListener("pointerup", up);
  addEventListener("pointercancel", cancel);
  addEventListener("keydown", key, true);
}

function contains(element: HTMLElement, x: number, y: number): boolean {
  const box = element.getBoundingClientRect();
  return x >= box.left && x < box.right && y >= box.top && y < box.bottom;
}

/** The click that follows a drop is part of the drag, and opens nothing. */
export function swallowClick() {
  const swallow = (event: MouseEvent) => {
    event.preventDefault();
    event.stopPropagation();
  };
  addEventListener("click", swallow, { capture: true, once: true });
  setTimeout(() => removeEventListener("click", swallow, true), 0);
}
