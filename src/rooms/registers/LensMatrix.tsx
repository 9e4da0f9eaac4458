"use client";
import { useMemo, useRef, type KeyboardEvent, type PointerEvent } from "react";
import { editRecord } from "@/core/commands";
import { axisOf, usualAxes, type Axis, type LensDraft, type LensView } from "@/core/lens";
import type { Id } from "@/core/model";
import { layLensMatrix, noneShare, type CardTarget, type LensCard } from "@/core/plan/layout/lensMatrix";
import type { CardPlace } from "@/core/plan";
import { dyeOf } from "@/core/things";
import { titleOf } from "@/core/register";
import { addDays, dateText, durationText } from "@/core/time";
import type { Writing } from "@/panels/fields/cells";
import { openRecord } from "@/ui/navigation";
import { notify } from "@/ui/notices";
import { cardHeight, MatrixCard, pullCard } from "@/panels/matrix/MatrixCard";
import { footPixels, MatrixFrame } from "@/panels/matrix/MatrixFrame";
import { useSize } from "@/ui/useSize";
import { useAct, useStore } from "@/ui/workspaceContext";

interface LensMatrixProps {
  writing: Writing;
  lens: LensDraft;
  view: LensView;
  chosen: readonly Id[];
  onChoose: (ids: readonly Id[]) => void;
}

const [sidePixels, mostCards] = [92, 600];
const cardWidth = (title: string) => Math.min(220, Math.round(20 + title.length * 6.3));

/** A lens as a matrix: each record by two of its fields, to be pulled to other values. */
export function LensMatrix({ writing, lens, view, chosen, onChoose }: LensMatrixProps) {
  const store = useStore();
  const act = useAct();
  const field = useRef<HTMLDivElement>(null);
  const { values, today } = writing;
  const { revision } = view;
  const usual = useMemo(() => usualAxes(view), [view]);
  const [acrossName, upName] = [lens.axes?.across ?? usual.across, lens.axes?.up ?? usual.up];
  const across = useMemo(() => axisOf(values, view, acrossName ?? "", today), [values, view, acrossName, today]);
  const up = useMemo(() => axisOf(values, view, upName ?? "", today), [values, view, upName, today]);

  const whole = useSize(field, { width: 892, height: 514 }, across !== undefined && up !== undefined);
  const size = useMemo(() => ({ width: whole.width - sidePixels, height: whole.height - footPixels }), [whole]);

  const cards = useMemo(() => {
    if (!across || !up) return [];
    const seen = new Set<Id>();
    return view.entries
      .filter(({ record }) => !seen.has(record.id) && seen.add(record.id))
      .slice(0, mostCards)
      .map(({ record }): LensCard => ({
        record,
        title: titleOf(record) || "Untitled",
        across: across.valueOf(record),
        up: up.valueOf(record),
      }));
    // The view is the same object after a change; its revision tells.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [view, revision, across, up]);

  const layout = useMemo(
    () => across && up && layLensMatrix(cards, { across, up, ...size, cardHeight, cardWidth }),
    [cards, across, up, size],
  );

  if (!across || !up || !layout)
    return (
      <p className="py-8 font-words text-page">
        A matrix needs two fields with an order: numbers, dates, levels or choices. Add such a field to this register.
      </p>
    );

  const words = (axis: Axis, value: number | undefined): string => {
    if (value === undefined) return `no ${axis.label.toLowerCase()}`;
    if (axis.kind === "level") return axis.levels[Math.round(value)] ?? "";
    if (axis.kind === "date") return dateText(addDays(today, Math.round(value)), "short", writing.style);
    if (axis.kind === "minutes") return durationText(Math.max(0, Math.round(value)));
    return value.toLocaleString(writing.style.locale, { maximumFractionDigits: 2 });
  };
  const say = (to: CardTarget) =>
    [
      "up" in to ? (up.settable ? `${up.label} ${words(up, to.up)}` : `${up.label} cannot be set`) : "",
      "across" in to
        ? across.settable
          ? `${across.label} ${words(across, to.across)}`
          : `${across.label} cannot be set`
        : "",
    ]
      .filter(Boolean)
      .join(", ");
  const set = (card: LensCard, to: CardTarget) => {
    const fields = layout.fieldsAt(card, to);
    if (Object.keys(fields).length === 0) {
      if ("across" in to || "up" in to) notify({ text: `${say(to)}. Nothing was changed.`, tone: "refused" });
      return;
    }
    if (act(editRecord, { id: card.record.id, fields }) !== undefined)
      notify({ text: `${card.title}: ${say(to)}`, undo: true });
  };

  const grab = (event: PointerEvent<HTMLElement>, card: LensCard, place: CardPlace) =>
    pullCard<CardTarget>(event, {
      place,
      field: field.current,
      meaning: ({ x, y, dx, dy }) => ({
        ...(Math.abs(dx) < 10 ? {} : { across: layout.acrossAt(x) }),
        ...(Math.abs(dy) < 10 ? {} : { up: layout.upAt(y) }),
      }),
      say,
      set: (to) => Object.keys(to).length > 0 && set(card, to),
    });
  const toggle = (id: Id) => onChoose(chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id]);
  const press = (event: KeyboardEvent, card: LensCard) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const upward = { ArrowUp: 1, ArrowDown: -1 }[event.key];
    const side = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (upward !== undefined) set(card, layout.stepped(card, "up", upward));
    else if (side !== undefined) set(card, layout.stepped(card, "across", side));
    else if (event.key === "Enter") openRecord(card.record.id);
    else if (event.key === " ") toggle(card.record.id);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const ticks = layout.ticks.map(([share, value]) => [share, words(across, value)] as const);
  const side = "absolute left-3.5 w-[74px] truncate text-small text-ink-2";
  const named = (words: string) => <span className={`${side} top-1/2 -translate-y-1/2 font-semibold`}>{words}</span>;
  const none = named(`no ${up.label.toLowerCase()}`);
  const bandWords =
    up.kind === "level"
      ? [...up.levels.toReversed().map(named), none]
      : [
          <>
            <span className={`${side} top-2`}>{words(up, layout.upRange[1])}</span>
            {named(up.label)}
            <span className={`${side} bottom-2`}>{words(up, layout.upRange[0])}</span>
          </>,
          none,
        ];
  return (
    <MatrixFrame
      field={field}
      label={`Matrix of ${across.label.toLowerCase()} and ${up.label.toLowerCase()}`}
      className="lens-canvas -mx-[26px] border-t border-rule"
      sidePixels={sidePixels}
      width={size.width}
      edges={layout.edges}
      bands={layout.edges
        .slice(0, -1)
        .map((_, band) => ({ key: band, edge: band > 0 ? "fine" : "none", words: bandWords[band] }))}
      marks={[...ticks, [noneShare, "none"]]}
      foot={<span className={`${side} top-2 font-semibold`}>{across.label}</span>}
      over={
        <>
          {view.count > mostCards && (
            <p className="absolute top-2 right-4 bg-sheet text-small text-ink-2">
              Showing the first {mostCards} of {view.count.toLocaleString(writing.style.locale)}.
            </p>
          )}
          {cards.length === 0 && <p className="absolute top-16 left-28 font-words text-page">No records to show.</p>}
        </>
      }
    >
      {cards.map((card, at) => (
        <MatrixCard
          key={card.record.id}
          id={card.record.id}
          dye={dyeOf(card.record, store)}
          label={`${card.title}, ${up.label.toLowerCase()} ${words(up, card.up)}, ${across.label.toLowerCase()} ${words(across, card.across)}`}
          place={layout.places[at]!}
          width={cardWidth(card.title)}
          chosen={chosen.includes(card.record.id)}
          onPull={(event) => grab(event, card, layout.places[at]!)}
          onPress={(more) => (more ? toggle(card.record.id) : openRecord(card.record.id))}
          onKey={(event) => press(event, card)}
        >
          <span className="truncate">{card.title}</span>
        </MatrixCard>
      ))}
    </MatrixFrame>
  );
}
