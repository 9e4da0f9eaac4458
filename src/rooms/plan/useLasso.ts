import { useState, type PointerEvent, type RefObject } from "react";
import type { Id } from "@/core/model";
import { cardsWithin, type CardPlace } from "@/core/plan";
import { cardHeight } from "@/panels/matrix/MatrixCard";
import { notify } from "@/ui/notices";
import { trackPointer } from "@/ui/trackPointer";
import { cardWidth, type MatrixCard } from "./matrixCards";

interface Lasso {
  cards: readonly MatrixCard[];
  places: readonly CardPlace[];
  field: RefObject<HTMLDivElement | null>;
  onChoose: (ids: ReadonlySet<Id>) => void;
}

/** A rectangle pulled over the matrix, which chooses the cards that it touches. */
export function useLasso({ cards, places, field, onChoose }: Lasso) {
  const [lasso, setLasso] = useState<{ left: number; top: number; width: number; height: number }>();
  const draw = (event: PointerEvent<HTMLElement>) => {
    if (event.button !== 0 || event.target !== event.currentTarget) return;
    const element = event.currentTarget;
    const box = element.getBoundingClientRect();
    const from = { x: event.clientX - box.left, y: event.clientY - box.top };
    let caught: Id[] = [];
    trackPointer(event.nativeEvent, {
      threshold: 4,
      scroller: () => field.current,
      move(x, y) {
        // The matrix may have scrolled meanwhile.
        const now = element.getBoundingClientRect();
        const to = { x: x - now.left, y: y - now.top };
        const rect = {
          left: Math.min(from.x, to.x),
          top: Math.min(from.y, to.y),
          width: Math.abs(to.x - from.x),
          height: Math.abs(to.y - from.y),
        };
        setLasso(rect);
        const widths = cards.map(({ title, minutes }) => cardWidth(title, minutes));
        caught = cardsWithin(places, widths, cardHeight, rect);
        onChoose(new Set(caught));
      },
      end(kept, moved) {
        setLasso(undefined);
        if (!kept || !moved) onChoose(new Set());
        else notify({ text: `${caught.length} ${caught.length === 1 ? "task" : "tasks"} chosen.` });
      },
    });
  };
  return { lasso, draw };
}
