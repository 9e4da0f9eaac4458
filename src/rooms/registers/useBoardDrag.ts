"use client";
import { useEffect, useRef, useState, type PointerEvent as ReactPointerEvent, type RefObject } from "react";
import type { Id, PensumRecord } from "@/core/model";
import { addDropZone, startDrag, type Dragged } from "@/panels/drag";

/** Where a card would stand: in a column, before another card or at the end. */
export interface BoardPlace {
  readonly key: string;
  readonly before: Id | undefined;
}

interface BoardDragging {
  /** What is carried with a card. */
  carried(record: PensumRecord): Dragged;
  put(record: PensumRecord, place: BoardPlace): void;
}

/**
 * Dragging the cards of a board. The board takes its own cards and nothing else; whatever else lies on the screen, such
 * as the days at the side, takes them as it takes anything.
 */
export function useBoardDrag(board: RefObject<HTMLElement | null>, dragging: BoardDragging) {
  const [target, setTarget] = useState<BoardPlace>();
  const held = useRef<PensumRecord>(undefined);
  const now = useRef(dragging);
  useEffect(() => {
    now.current = dragging;
  });
  useEffect(() => {
    const element = board.current;
    if (!element) return;
    let column: HTMLElement | null = null;
    return addDropZone({
      element,
      scroller: () => column,
      accepts: () => held.current !== undefined,
      over(_, x, y) {
        const place = held.current && placeAt(element, x, y, held.current.id);
        column = place
          ? element.querySelector<HTMLElement>(`[data-column="${CSS.escape(place.key)}"] .board-cards`)
          : null;
        setTarget((shown) => (shown?.key === place?.key && shown?.before === place?.before ? shown : place));
        return "";
      },
      leave: () => setTarget(undefined),
      drop(_, x, y) {
        const place = held.current && placeAt(element, x, y, held.current.id);
        if (held.current && place) now.current.put(held.current, place);
      },
    });
  }, [board]);
  const drag = (event: ReactPointerEvent<HTMLElement>, record: PensumRecord) => {
    held.current = record;
    startDrag(event.nativeEvent, {
      dragged: dragging.carried(record),
      onEnd: () => (held.current = undefined),
    });
  };
  return { target, drag };
}

/** Where a card would stand that is held at a point of the screen. */
function placeAt(board: HTMLElement, x: number, y: number, moving: Id): BoardPlace | undefined {
  const column = document
    .elementsFromPoint(x, y)
    .map((element) => element.closest<HTMLElement>("[data-column]"))
    .find((element) => element !== null);
  if (!column || !board.contains(column)) return undefined;
  const cards = [...column.querySelectorAll<HTMLElement>("[data-card]")].filter((card) => card.dataset.card !== moving);
  const before = cards.find((card) => {
    const { top, height } = card.getBoundingClientRect();
    return y < top + height / 2;
  });
  return { key: column.dataset.column as string, before: before?.dataset.card };
}
