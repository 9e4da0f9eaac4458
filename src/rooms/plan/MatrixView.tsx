"use client";
import { useMemo, useRef, useState, type PointerEvent } from "react";
import { editRecords, giveDay, setState } from "@/core/commands";
import type { Id } from "@/core/model";
import { layMatrix, type CardWish } from "@/core/plan";
import { durationText, estimateText, type DateText } from "@/core/time";
import { openRecord } from "@/ui/navigation";
import { trackPointer } from "@/ui/trackPointer";
import { cardHeight, MatrixCard as MatrixCardButton } from "@/panels/matrix/MatrixCard";
import { footPixels, MatrixFrame } from "@/panels/matrix/MatrixFrame";
import { useSize } from "@/ui/useSize";
import { useAct, useSettings, useTimeStyle } from "@/ui/workspaceContext";
import { cardWidth, quadrantsOf, useMatrixCards, type MatrixCard } from "./matrixCards";
import { usePhone } from "@/ui/usePhone";
import { MatrixList } from "./MatrixList";
import { axisMarks, daysAt, shareOf } from "./matrixScale";
import { PullPanel } from "./PullPanel";
import { useLasso } from "./useLasso";
import { useMatrixMoves } from "./useMatrixMoves";
import { usePlanView, type AcrossWay } from "@/panels/hours/planView";

const sidePixels = 74;

/** Priority against the time there is: what to do now, what to schedule, what to delegate and what to drop. */
export function MatrixView({ today, sideOpen }: { today: DateText; sideOpen: boolean }) {
  const { priorities } = useSettings();
  const style = useTimeStyle();
  const act = useAct();
  const [view, change] = usePlanView();
  // A phone has no room for a field of two axes, nor for a panel beside it.
  const isPhone = usePhone();
  const asList = isPhone || view.asList;
  const cards = useMatrixCards(today, view.matrixTasks, view.across);
  const field = useRef<HTMLDivElement>(null);
  const whole = useSize(field, { width: 834, height: 634 }, asList);
  const size = useMemo(() => ({ width: whole.width - sidePixels, height: whole.height - footPixels }), [whole]);
  const [chosen, setChosen] = useState<ReadonlySet<Id>>(new Set());
  const last = [...chosen].pop();

  const layout = useMatrixLayout(cards, size, priorities.length);
  const height = layout.bands[layout.bands.length - 1] as number;
  const lineX = shareOf(view.urgentDays) * size.width;
  const middle = Math.ceil(priorities.length / 2);
  const lineY = layout.bands[middle] as number;

  const toggle = (id: Id, more: boolean) =>
    setChosen((known) => {
      if (!more) return new Set([id]);
      const next = new Set(known);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  const { grab, press } = useMatrixMoves({ today, across: view.across, layout, width: size.width, field, toggle });
  const { lasso, draw } = useLasso({ cards, places: layout.places, field, onChoose: setChosen });
  const moveLine = (event: PointerEvent<HTMLElement>) =>
    pullLine(event, size.width, (urgentDays) => change({ urgentDays }));

  const quadrants = quadrantsOf(cards, view.urgentDays, middle);
  const chosenCards = cards.filter(({ task }) => chosen.has(task.id));
  const panel = (
    <PullPanel
      cards={chosenCards.length > 0 ? chosenCards : cards.filter(({ task }) => task.id === last)}
      across={view.across}
      today={today}
      hidden={sideOpen}
      onPriority={(id) =>
        act(
          editRecords,
          chosenCards.map(({ task }) => ({ id: task.id, fields: { priority: id } })),
        )
      }
      onDay={(day) => act(giveDay, { tasks: [...chosen], day })}
      onState={(state) => act(setState, { tasks: [...chosen], state })}
      onNone={() => setChosen(new Set())}
    />
  );
  if (asList)
    return (
      <div className="flex min-h-0 flex-1">
        <MatrixList cards={cards} quadrants={quadrants} urgentDays={view.urgentDays} middle={middle} today={today} />
        {!isPhone && panel}
      </div>
    );
  return (
    <div className="flex min-h-0 flex-1">
      <MatrixFrame
        field={field}
        label="Matrix of tasks"
        className="min-w-0"
        sidePixels={sidePixels}
        width={size.width}
        edges={layout.bands}
        bands={priorities.map((level, band) => ({
          key: level.id,
          edge: band === middle ? "strong" : band > 0 ? "fine" : "none",
          words: (
            <span className="absolute top-1/2 left-3.5 -translate-y-1/2 text-small font-semibold text-ink-2">
              {level.title}
            </span>
          ),
        }))}
        marks={axisMarks(view.across === "slack")}
        onPointerDown={draw}
        behind={
          <div
            className="pointer-events-none absolute bg-[color-mix(in_srgb,var(--madder)_7%,transparent)]"
            style={{ left: 0, top: 0, width: lineX, height: lineY }}
          />
        }
        over={
          cards.length === 0 && (
            <p className="absolute top-24 left-24 font-words text-page">
              No tasks to show. Select “all open tasks” above, or press N to add a task.
            </p>
          )
        }
      >
        <Quadrants quadrants={quadrants} lineX={lineX} width={size.width} height={height} />
        <UrgentLine days={view.urgentDays} x={lineX} onPull={moveLine} onSet={(urgentDays) => change({ urgentDays })} />
        {cards.map((card, at) => (
          <MatrixCardButton
            key={card.task.id}
            id={card.task.id}
            dye={card.dye}
            label={cardLabel(card, priorities[card.band]?.title ?? "", view.across, style.locale)}
            place={layout.places[at]!}
            width={cardWidth(card.title, card.minutes)}
            chosen={chosen.has(card.task.id)}
            onPull={(event) => grab(event, card, layout.places[at]!)}
            onPress={(more) => toggle(card.task.id, more)}
            onOpen={() => openRecord(card.task.id)}
            onKey={(event) => press(event, card)}
          >
            <span className="min-w-0 flex-1 truncate">{card.title}</span>
            {card.minutes > 0 && (
              <span className="ml-2 flex-none text-[11px] font-[450] text-ink-2">{estimateText(card.minutes)}</span>
            )}
          </MatrixCardButton>
        ))}
        {lasso && <div className="cloth-drawn pointer-events-none absolute opacity-40" style={lasso} />}
      </MatrixFrame>
      {panel}
    </div>
  );
}

/** Where the cards of a field lie. */
function useMatrixLayout(cards: readonly MatrixCard[], size: { width: number; height: number }, bands: number) {
  return useMemo(() => {
    const wishes: CardWish[] = cards.map(({ task, title, days, band, pull, minutes }) => {
      const width = cardWidth(title, minutes);
      const x = Math.max(0, Math.min(size.width - width - 4, shareOf(days) * size.width));
      return { id: task.id, band, x, width, height: 1 - pull.points / 100 };
    });
    return layMatrix(wishes, {
      bands: bands,
      height: Math.max(360, size.height),
      cardHeight,
      gap: 4,
      margin: 34,
    });
  }, [cards, size, bands]);
}

/** Follows the pointer with the line that parts what is urgent, and says how many days it stands at. */
function pullLine(event: PointerEvent<HTMLElement>, width: number, onDays: (days: number) => void) {
  if (event.button !== 0) return;
  event.stopPropagation();
  const left = event.currentTarget.parentElement?.getBoundingClientRect().left ?? 0;
  trackPointer(event.nativeEvent, {
    threshold: 2,
    scroller: () => undefined,
    move: (x) => onDays(Math.max(0, Math.min(21, daysAt((x - left) / width) ?? 21))),
    end: () => {},
  });
}

interface QuadrantsProps {
  quadrants: ReturnType<typeof quadrantsOf>;
  lineX: number;
  width: number;
  height: number;
}

/** The four names behind the cards, each with how much stands there. */
function Quadrants({ quadrants, lineX, width, height }: QuadrantsProps) {
  return quadrants.map(({ name, count, minutes, urgent, vital }) => (
    <div
      key={name}
      className="pointer-events-none absolute"
      style={{
        left: urgent ? Math.max(8, lineX / 2 - 60) : lineX + (width - lineX) / 2 - 60,
        top: vital ? 8 : height - 48,
      }}
    >
      <span className="block font-words text-[17px] leading-5 font-semibold">{name}</span>
      <span className="text-small text-ink-2">
        {count} {count === 1 ? "task" : "tasks"}
        {minutes > 0 && `, ${durationText(minutes)}`}
      </span>
    </div>
  ));
}

interface UrgentLineProps {
  days: number;
  x: number;
  onPull: (event: PointerEvent<HTMLElement>) => void;
  onSet: (days: number) => void;
}

/** The line where urgent begins, to be moved by pointer or by keys. */
function UrgentLine({ days, x, onPull, onSet }: UrgentLineProps) {
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label="Limit for “urgent”"
      aria-orientation="horizontal"
      aria-valuemin={0}
      aria-valuemax={21}
      aria-valuenow={Math.round(days)}
      aria-valuetext={`${Math.round(days * 10) / 10} days`}
      className="matrix-line absolute inset-y-0 w-6 -translate-x-3 cursor-ew-resize"
      style={{ left: x }}
      onPointerDown={onPull}
      onKeyDown={(event) => {
        const step = { ArrowLeft: -0.5, ArrowRight: 0.5 }[event.key];
        if (step === undefined) return;
        event.preventDefault();
        onSet(Math.max(0, Math.min(21, Math.round(days * 2) / 2 + step)));
      }}
    />
  );
}

function cardLabel(card: MatrixCard, level: string, across: AcrossWay, locale: string): string {
  const days =
    card.days === undefined ? "no date" : `${card.days.toLocaleString(locale, { maximumFractionDigits: 1 })} days`;
  const what = {
    slack: "slack",
    due: "until due",
    doDay: "until the do day",
  }[across];
  return `${card.title}, ${level.toLowerCase()}, ${days}${card.days === undefined ? "" : ` ${what}`}, pull ${card.pull.points}`;
}
