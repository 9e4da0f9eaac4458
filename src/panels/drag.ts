import type { Carried } from "@/core/gestures";
import { coverPage, trackPointer } from "@/ui/trackPointer";

/** What is being dragged. */
export type Dragged = Carried;

/** A place where something can be dropped. */
export interface DropZone {
  readonly element: HTMLElement;
  /** What scrolls when the pointer comes near its upper or lower edge. */
  readonly scroller?: HTMLElement | (() => HTMLElement | null);
  /** Whether it takes such a thing at all; the zone around it is asked where it does not. Without it, all that can be placed. */
  accepts?(dragged: Dragged): boolean;
  /** Shows what a drop here would do, and says it: "Tue 14:00 to 15:15, day becomes 9 h 05 of 8 h". Undefined: nothing. */
  over(dragged: Dragged, x: number, y: number, copying: boolean): string | undefined;
  leave(): void;
  drop(dragged: Dragged, x: number, y: number, copying: boolean): void;
}

const zones = new Set<DropZone>();

/** Makes an element a place to drop on. Gives back how to end that. */
export function addDropZone(zone: DropZone): () => void {
  zones.add(zone);
  return () => zones.delete(zone);
}

/** So far a pointer must go before it is a drag and not a press. */
const threshold = 4;

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
  let zone: DropZone | undefined;
  let label: HTMLElement | undefined;
  let uncover: (() => void) | undefined;
  let shownAt = "";
  let drop = { x: down.clientX, y: down.clientY, copying: false };

  trackPointer(down, {
    threshold,
    holds: true,
    scroller: () => scrollerOf(zone),
    begin() {
      label = labelOf(dragged.title);
      document.body.append(label);
      uncover = coverPage();
      document.getSelection()?.removeAllRanges();
    },
    move(x, y, copying) {
      drop = { x, y, copying };
      // A pointer that rests over hours that rest shows what it showed.
      const at = `${x} ${y} ${copying} ${scrollerOf(zone)?.scrollTop ?? 0}`;
      if (at === shownAt) return;
      shownAt = at;
      const below = innermost(
        [...zones].filter(
          (one) => contains(one.element, x, y) && (one.accepts?.(dragged) ?? dragged.kind !== "record"),
        ),
      );
      if (below !== zone) zone?.leave();
      zone = below;
      if (label) say(label, zone?.over(dragged, x, y, copying) ?? elsewhere ?? "", x, y);
    },
    end(kept, moved) {
      label?.remove();
      uncover?.();
      zone?.leave();
      if (kept && moved && zone) zone.drop(dragged, drop.x, drop.y, drop.copying);
      else if (kept && moved) onMissed?.();
      onEnd?.();
    },
  });
}

function scrollerOf(zone: DropZone | undefined): HTMLElement | null | undefined {
  return typeof zone?.scroller === "function" ? zone.scroller() : zone?.scroller;
}

/** What goes along with the pointer: the title, and what a drop would do. */
function labelOf(title: string): HTMLElement {
  const label = document.createElement("div");
  label.className = "drag-label";
  label.append(Object.assign(document.createElement("b"), { textContent: title }), document.createElement("span"));
  return label;
}

function say(label: HTMLElement, text: string, x: number, y: number) {
  const words = label.lastElementChild as HTMLElement;
  // How wide it is is asked only after its words changed: asking makes the browser lay out the page at once.
  if (words.textContent !== text || label.dataset.width === undefined) {
    words.textContent = text;
    label.dataset.width = String(label.offsetWidth);
  }
  const left = Math.max(4, Math.min(x + 14, innerWidth - Number(label.dataset.width) - 4));
  label.style.transform = `translate(${left}px, ${Math.min(y + 16, innerHeight - 56)}px)`;
}

/** Of zones that lie over one another, the one inside the others. */
function innermost(over: readonly DropZone[]): DropZone | undefined {
  return over.reduce<DropZone | undefined>(
    (inner, one) => (inner && !inner.element.contains(one.element) ? inner : one),
    undefined,
  );
}

function contains(element: HTMLElement, x: number, y: number): boolean {
  const box = element.getBoundingClientRect();
  return x >= box.left && x < box.right && y >= box.top && y < box.bottom;
}
