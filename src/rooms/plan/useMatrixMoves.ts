import type { KeyboardEvent, PointerEvent, RefObject } from "react";
import { giveValues, type GivenValues } from "@/core/commands";
import type { Id } from "@/core/model";
import { leftMinutes, type CardPlace } from "@/core/plan";
import { dateWithSlack } from "@/core/plan/layout/matrixDates";
import { addDays, dateOf, dateText, type DateText } from "@/core/time";
import { useFreeAhead } from "@/panels/days/planning";
import { cardHeight, pullCard } from "@/panels/matrix/MatrixCard";
import { useNow } from "@/ui/clock";
import { openRecord } from "@/ui/navigation";
import { useAct, useSettings, useStore, useTimeStyle } from "@/ui/workspaceContext";
import type { MatrixCard } from "./matrixCards";
import { daysAt } from "./matrixScale";
import type { AcrossWay } from "@/panels/hours/planView";

interface MatrixMoves {
  today: DateText;
  across: AcrossWay;
  layout: { readonly bands: readonly number[] };
  width: number;
  field: RefObject<HTMLDivElement | null>;
  toggle: (id: Id, more: boolean) => void;
}

/** Where a card is put: a level, and a date, none, or the one that it has. */
interface CardTarget {
  readonly band: number;
  readonly date: DateText | undefined | "same";
}

/** What pulling a card of the matrix, and stepping it by keys, does with its task. */
export function useMatrixMoves({ today, across, layout, width, field, toggle }: MatrixMoves) {
  const store = useStore();
  const settings = useSettings();
  const style = useTimeStyle();
  const act = useAct();
  const free = useFreeAhead();
  const now = useNow(store.clock);
  const { priorities } = settings;
  /** The date that gives a task so many days, or so much slack. */
  const dateFor = (card: MatrixCard, days: number | undefined): DateText | undefined => {
    if (days === undefined) return undefined;
    if (across !== "slack") return addDays(today, Math.round(days));
    return dateWithSlack(today, days, leftMinutes(store, card.task), free.sums(now), settings.workingWeek);
  };
  const set = (card: MatrixCard, { band, date }: CardTarget) => {
    const level = priorities[band];
    const isMoved = date !== "same";
    const given: GivenValues = {
      id: card.task.id,
      fields: {
        ...(level && band !== card.band ? { priority: level.id } : {}),
        ...(isMoved && across !== "doDay" && date !== dateOf(card.task.due ?? "") ? { due: date } : {}),
      },
      ...(isMoved && across === "doDay" && date !== card.task.doDay ? { day: date } : {}),
    };
    if ("day" in given || Object.keys(given.fields).length > 0) act(giveValues, [given]);
  };
  const say = ({ band, date }: CardTarget) => {
    const what = across === "doDay" ? "to do" : "due";
    const day = date === "same" ? "" : date ? `, ${what} ${dateText(date, "short", style)}` : `, no date`;
    return `${priorities[band]?.title ?? ""}${day}`;
  };
  const within = (band: number) => Math.max(0, Math.min(priorities.length - 1, band));
  const grab = (event: PointerEvent<HTMLElement>, card: MatrixCard, place: CardPlace) =>
    pullCard<CardTarget>(event, {
      place,
      field: field.current,
      meaning: ({ x, y, dx }) => ({
        band: within(layout.bands.findLastIndex((top) => top <= y + cardHeight / 2)),
        date: Math.abs(dx) < 12 ? "same" : dateFor(card, daysAt(x / width)),
      }),
      say,
      set: (to) => set(card, to),
    });
  const press = (event: KeyboardEvent, card: MatrixCard) => {
    if (event.altKey || event.ctrlKey || event.metaKey) return;
    const up = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    const side = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (up !== undefined) set(card, { band: within(card.band + up), date: "same" });
    else if (side !== undefined) {
      const from = across === "doDay" ? card.task.doDay : card.task.due && dateOf(card.task.due);
      set(card, { band: card.band, date: addDays(from ?? today, side) });
    } else if (event.key === "Enter") openRecord(card.task.id);
    else if (event.key === " ") toggle(card.task.id, true);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return { grab, press };
}
