import type { KeyboardEvent, PointerEvent, ReactNode } from "react";
import type { CardPlace } from "@/core/plan";
import type { Dye, Id } from "@/core/model";
import { trackPointer } from "@/ui/trackPointer";

/** How high every card of a matrix is, in pixels. */
export const cardHeight = 26;

interface MatrixCardProps {
  id: Id;
  dye: Dye;
  label: string;
  place: CardPlace;
  width: number;
  chosen: boolean;
  children: ReactNode;
  onPull: (event: PointerEvent<HTMLElement>) => void;
  /** Called with whether it is to be chosen beside others. */
  onPress: (more: boolean) => void;
  onOpen?: () => void;
  onKey: (event: KeyboardEvent) => void;
}

/** One record on a matrix, where two of its values put it. */
export function MatrixCard(props: MatrixCardProps) {
  const { id, dye, label, place, width, chosen, children, onPull, onPress, onOpen, onKey } = props;
  return (
    <button
      data-card={id}
      data-dye={dye}
      aria-pressed={chosen}
      aria-label={label}
      className={`matrix-card absolute flex px-2 text-left text-[12px] leading-[24px] font-[560] select-none ${chosen ? "is-chosen" : ""}`}
      style={{ left: place.x, top: place.y, width, height: cardHeight }}
      onPointerDown={onPull}
      onClick={(event) => onPress(event.shiftKey || event.ctrlKey || event.metaKey)}
      onDoubleClick={onOpen}
      onKeyDown={onKey}
    >
      {children}
    </button>
  );
}

interface Pull<To> {
  /** Where the card stands on the matrix, in pixels. */
  place: CardPlace;
  /** What scrolls. */
  field: HTMLElement | null;
  /** What letting the card go there means: its place, and how far it was pulled. */
  meaning: (at: { x: number; y: number; dx: number; dy: number }) => To;
  say: (to: To) => string;
  set: (to: To) => void;
}

/** Pulls a card over a matrix, says what letting it go there would do, and does just that. */
export function pullCard<To>(event: PointerEvent<HTMLElement>, { place, field, meaning, say, set }: Pull<To>) {
  if (event.button !== 0) return;
  event.stopPropagation();
  const element = event.currentTarget;
  const start = { x: event.clientX, y: event.clientY, scroll: field?.scrollTop ?? 0 };
  const label = document.createElement("div");
  label.className = "drag-label";
  let to: To | undefined;
  trackPointer(event.nativeEvent, {
    threshold: 4,
    scroller: () => field,
    begin: () => {
      document.body.append(label);
      element.classList.add("is-pulled");
    },
    move(x, y) {
      const [dx, dy] = [x - start.x, y - start.y + (field?.scrollTop ?? 0) - start.scroll];
      element.style.transform = `translate(${dx}px, ${dy}px)`;
      to = meaning({ x: place.x + dx, y: place.y + dy, dx, dy });
      label.textContent = say(to);
      label.style.transform = `translate(${Math.min(x + 14, innerWidth - 240)}px, ${y + 18}px)`;
    },
    end(kept, moved) {
      label.remove();
      element.classList.remove("is-pulled");
      element.style.transform = "";
      if (kept && moved && to !== undefined) set(to);
    },
  });
}
