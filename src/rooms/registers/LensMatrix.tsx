"use client";
import { scaleLinear } from "d3-scale";
import { useMemo, useRef, type KeyboardEvent, type PointerEvent } from "react";
import { editRecord } from "@/core/commands";
import { axisOf, extentOf, usualAxes, type Axis, type LensDraft, type LensView } from "@/core/lens";
import type { Id, PensumRecord } from "@/core/model";
import { layMatrix, type CardPlace, type CardWish } from "@/core/plan";
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
/** What has no value stands right of this share of the width. */
const noneShare = 0.93;

interface Card {
  readonly record: PensumRecord;
  readonly title: string;
  readonly across: number | undefined;
  readonly up: number | undefined;
}

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
      .map(({ record }): Card => ({
        record,
        title: titleOf(record) || "Untitled",
        across: across.valueOf(record),
        up: up.valueOf(record),
      }));
    // The view is the same object after a change; its revision tells.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [view, revision, across, up]);

  const scaleX = useMemo(() => {
    const extent =
      across?.kind === "level" ? ([0, across.levels.length - 1] as const) : extentOf(cards.map((card) => card.across));
    return scaleLinear()
      .domain(extent ?? [0, 1])
      .range([0.02, noneShare - 0.12])
      .nice(across?.kind === "level" ? 0 : 8);
  }, [cards, across]);
  const upRange = useMemo(() => extentOf(cards.map((card) => card.up)) ?? ([0, 1] as const), [cards]);
  const bands = up?.kind === "level" ? up.levels.length + 1 : 2;

  const layout = useMemo(() => {
    const [least, most] = upRange;
    const wishes = cards.map((card): CardWish => {
      const width = cardWidth(card.title);
      const share = card.across === undefined ? noneShare + 0.005 : scaleX(card.across);
      const x = Math.max(0, Math.min(size.width - width - 4, share * size.width));
      // Levels have a band each, from the greatest; numbers share one. What has no value stands in the last.
      const band = card.up === undefined ? bands - 1 : up?.kind === "level" ? bands - 2 - card.up : 0;
      const height = card.up === undefined || up?.kind === "level" ? 0 : 1 - (card.up - least) / (most - least || 1);
      return { id: card.record.id, band, x, width, height };
    });
    return layMatrix(wishes, { bands, height: Math.max(320, size.height), cardHeight, gap: 4, margin: 12 });
  }, [cards, scaleX, upRange, up, bands, size]);

  if (!across || !up)
    return (
      <p className="py-8 font-words text-page">
        A matrix needs two fields with an order: numbers, dates, levels or choices. Add one to this register.
      </p>
    );

  const upAt = (y: number): number | undefined => {
    const band = Math.max(
      0,
      Math.min(
        bands - 1,
        layout.bands.findLastIndex((top) => top <= y),
      ),
    );
    if (band === bands - 1) return undefined;
    if (up.kind === "level") return bands - 2 - band;
    const [top, foot] = [layout.bands[0] as number, layout.bands[1] as number];
    const [least, most] = upRange;
    return most - ((y - top - 12) / Math.max(1, foot - top - 24 - cardHeight)) * (most - least);
  };
  const acrossAt = (x: number): number | undefined =>
    x / size.width >= noneShare - 0.01 ? undefined : scaleX.invert(x / size.width);
  const cellOf = (axis: Axis, value: number | undefined, record: PensumRecord) =>
    value === undefined ? undefined : axis.cellAt(value, record);
  /** The fields that a card gets where it is let go; those that it has there already are left out. */
  const fieldsAt = (card: Card, to: { across?: number | undefined; up?: number | undefined }) => {
    const fields: Record<string, unknown> = {};
    if ("across" in to && across.settable) fields[across.name] = cellOf(across, to.across, card.record);
    if ("up" in to && up.settable && up.name !== across.name) fields[up.name] = cellOf(up, to.up, card.record);
    return fields;
  };
  const words = (axis: Axis, value: number | undefined): string => {
    if (value === undefined) return `no ${axis.label.toLowerCase()}`;
    if (axis.kind === "level") return axis.levels[Math.round(value)] ?? "";
    if (axis.kind === "date") return dateText(addDays(today, Math.round(value)), "short", writing.style);
    if (axis.kind === "minutes") return durationText(Math.max(0, Math.round(value)));
    return value.toLocaleString(writing.style.locale, { maximumFractionDigits: 2 });
  };
  const say = (to: { across?: number | undefined; up?: number | undefined }) =>
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
  const set = (card: Card, to: { across?: number | undefined; up?: number | undefined }) => {
    const fields = fieldsAt(card, to);
    if (Object.keys(fields).length === 0) {
      if ("across" in to || "up" in to) notify({ text: `${say(to)}. Nothing was changed.`, tone: "refused" });
      return;
    }
    if (act(editRecord, { id: card.record.id, fields }) !== undefined)
      notify({ text: `${card.title}: ${say(to)}`, undo: true });
  };

  const grab = (event: PointerEvent<HTMLElement>, card: Card, place: CardPlace) =>
    pullCard<{ across?: number | undefined; up?: number | undefined }>(event, {
      place,
      field: field.current,
      meaning: ({ x, y, dx, dy }) => ({
        ...(Math.abs(dx) < 10 ? {} : { across: acrossAt(x) }),
        ...(Math.abs(dy) < 10 ? {} : { up: upAt(y) }),
      }),
      say,
      set: (to) => Object.keys(to).length > 0 && set(card, to),
    });
  const stepOf = (axis: Axis, [least, most]: readonly [number, number]) =>
    axis.kind === "number" ? (most - least) / 20 || 1 : axis.kind === "minutes" ? 15 : 1;
  const toggle = (id: Id) => onChoose(chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id]);
  const press = (event: KeyboardEvent, card: Card) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const upward = { ArrowUp: 1, ArrowDown: -1 }[event.key];
    const side = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (upward !== undefined) set(card, { up: (card.up ?? upRange[0]) + upward * stepOf(up, upRange) });
    else if (side !== undefined) {
      const [least = 0, most = 1] = scaleX.domain();
      set(card, { across: (card.across ?? least) + side * stepOf(across, [least, most]) });
    } else if (event.key === "Enter") openRecord(card.record.id);
    else if (event.key === " ") toggle(card.record.id);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const ticks: readonly (readonly [number, string])[] =
    across.kind === "level"
      ? across.levels.map((title, at) => [scaleX(at), title] as const)
      : scaleX.ticks(6).map((value) => [scaleX(value), words(across, value)] as const);
  const side = "absolute left-3.5 w-[74px] truncate text-small text-ink-2";
  const named = (words: string) => <span className={`${side} top-1/2 -translate-y-1/2 font-semibold`}>{words}</span>;
  const none = named(`no ${up.label.toLowerCase()}`);
  const bandWords =
    up.kind === "level"
      ? [...up.levels.toReversed().map(named), none]
      : [
          <>
            <span className={`${side} top-2`}>{words(up, upRange[1])}</span>
            {named(up.label)}
            <span className={`${side} bottom-2`}>{words(up, upRange[0])}</span>
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
      edges={layout.bands}
      bands={layout.bands
        .slice(0, -1)
        .map((_, band) => ({ key: band, edge: band > 0 ? "fine" : "none", words: bandWords[band] }))}
      marks={[...ticks, [noneShare, "none"]]}
      foot={<span className={`${side} top-2 font-semibold`}>{across.label}</span>}
      over={
        <>
          {view.count > mostCards && (
            <p className="absolute top-2 right-4 bg-sheet text-small text-ink-2">
              The first {mostCards} of {view.count.toLocaleString(writing.style.locale)} are shown.
            </p>
          )}
          {cards.length === 0 && (
            <p className="absolute top-16 left-28 font-words text-page">No record is shown here.</p>
          )}
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
