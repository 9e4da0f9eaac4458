import { scaleLinear } from "d3-scale";
import { extentOf, type Axis } from "../../lens/index";
import type { Id, PensumRecord } from "../../model/index";
import type { Fields } from "../../store/index";
import { layMatrix, type CardPlace, type CardWish } from "./matrix";

/** A record on a matrix of a lens, by its values on both axes; undefined where a field is empty. */
export interface LensCard {
  readonly record: PensumRecord;
  readonly title: string;
  readonly across: number | undefined;
  readonly up: number | undefined;
}

/** Where a card is put: along one axis, or both. A value that is there and undefined empties the field. */
export interface CardTarget {
  readonly across?: number | undefined;
  readonly up?: number | undefined;
}

interface LensMatrixOptions {
  readonly across: Axis;
  readonly up: Axis;
  /** Of the field of the cards, in pixels. */
  readonly width: number;
  readonly height: number;
  readonly cardHeight: number;
  readonly cardWidth: (title: string) => number;
}

/** What has no value stands right of this share of the width. */
export const noneShare = 0.93;
const margin = 12;

/** Where the cards of a lens stand on a matrix of two of its fields, and what a place on it means. */
export interface LensMatrixLayout {
  readonly places: readonly CardPlace[];
  /** The upper edges of the bands, and the lower one of the last, in pixels. The last band is of what has no value. */
  readonly edges: readonly number[];
  /** The least and the most that stand at the side. */
  readonly upRange: readonly [number, number];
  /** Values across that are worth a line, as shares of the width. */
  readonly ticks: readonly (readonly [share: number, value: number])[];
  /** What letting a card go at a point means; undefined where things without a value stand. */
  acrossAt(x: number): number | undefined;
  upAt(y: number): number | undefined;
  /** Where a card goes by one step of a key. */
  stepped(card: LensCard, axis: "across" | "up", steps: number): CardTarget;
  /** The fields that a card gets at a target; none where they are computed. */
  fieldsAt(card: LensCard, to: CardTarget): Fields;
}

/** Lays the cards of a lens: levels in a band each, from the greatest; numbers and dates within one. */
export function layLensMatrix(cards: readonly LensCard[], options: LensMatrixOptions): LensMatrixLayout {
  const { across, up, width, height, cardHeight, cardWidth } = options;
  const isLevelled = { across: across.kind === "level", up: up.kind === "level" };
  const extent = isLevelled.across
    ? ([0, Math.max(1, across.levels.length - 1)] as const)
    : extentOf(cards.map((card) => card.across));
  const scale = scaleLinear()
    .domain(extent ?? [0, 1])
    .range([0.02, noneShare - 0.12])
    .nice(isLevelled.across ? 0 : 8);
  const upRange = extentOf(cards.map((card) => card.up)) ?? ([0, 1] as const);
  const [least, most] = upRange;
  const bands = isLevelled.up ? up.levels.length + 1 : 2;
  const wishes = cards.map((card): CardWish => {
    const own = cardWidth(card.title);
    const share = card.across === undefined ? noneShare + 0.005 : scale(card.across);
    return {
      id: card.record.id as Id,
      band: card.up === undefined ? bands - 1 : isLevelled.up ? bands - 2 - card.up : 0,
      x: Math.max(0, Math.min(width - own - 4, share * width)),
      width: own,
      height: card.up === undefined || isLevelled.up ? 0 : 1 - (card.up - least) / (most - least || 1),
    };
  });
  const layout = layMatrix(wishes, { bands, height: Math.max(320, height), cardHeight, gap: 4, margin });
  const edges = layout.bands;
  const stepOf = (axis: Axis, [from, to]: readonly [number, number]) =>
    axis.kind === "number" ? (to - from) / 20 || 1 : axis.kind === "minutes" ? 15 : 1;
  return {
    places: layout.places,
    edges,
    upRange,
    ticks: isLevelled.across
      ? across.levels.map((_, at) => [scale(at), at] as const)
      : scale.ticks(6).map((value) => [scale(value), value] as const),
    acrossAt: (x) => (x / width >= noneShare - 0.01 ? undefined : scale.invert(x / width)),
    upAt(y) {
      const at = edges.findLastIndex((top) => top <= y);
      const band = Math.max(0, Math.min(bands - 1, at));
      if (band === bands - 1) return undefined;
      if (isLevelled.up) return bands - 2 - band;
      const [top, foot] = [edges[0] as number, edges[1] as number];
      return most - ((y - top - margin) / Math.max(1, foot - top - 2 * margin - cardHeight)) * (most - least);
    },
    stepped(card, axis, steps) {
      if (axis === "up") return { up: (card.up ?? least) + steps * stepOf(up, upRange) };
      const [first = 0, last = 1] = scale.domain();
      return { across: (card.across ?? first) + steps * stepOf(across, [first, last]) };
    },
    fieldsAt(card, to) {
      const cellOf = (axis: Axis, value: number | undefined) =>
        value === undefined ? undefined : axis.cellAt(value, card.record);
      return {
        ...("across" in to && across.settable ? { [across.name]: cellOf(across, to.across) } : {}),
        ...("up" in to && up.settable && up.name !== across.name ? { [up.name]: cellOf(up, to.up) } : {}),
      };
    },
  };
}
