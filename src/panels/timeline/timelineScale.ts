import { zoomIdentity, type ZoomTransform } from "d3-zoom";
import type { Id } from "@/core/model";
import { plainTitle } from "@/core/page";
import { barLanes, type TimelineBar, type TimelineRow } from "@/core/plan";
import { addMinutes, dateOfDayNumber, relativeMomentText, type DateText, type TimeStyle } from "@/core/time";
import { labelPixels, type PlacedRow } from "./drawTimeline";

export const [headPixels, lanePixels, spanPixels] = [31, 25, 22];
const rowPadding = 12;

/** How far a canvas is zoomed and moved. */
export function currentTransform(element: HTMLCanvasElement): ZoomTransform {
  return (element as HTMLCanvasElement & { __zoom?: ZoomTransform }).__zoom ?? zoomIdentity;
}

/** What a transform of D3 shows, from the scale it began with. */
export function scaleOf({ k, x }: ZoomTransform, base: { from: number; perMinute: number }) {
  const perMinute = base.perMinute * k;
  // At x of the screen stands base.from + ((x − tx) / k) / base.perMinute.
  return { from: base.from - x / k / base.perMinute, perMinute };
}

/** The day that the address names for a scale: eight days from the left edge, beside the rows. */
export function dayAtLeft({ from, perMinute }: { from: number; perMinute: number }): DateText {
  const day = Math.round((from + labelPixels / perMinute) / 1440) + 8;
  return day > -350_000 && day < 2_900_000 ? dateOfDayNumber(day) : "";
}

/** The first day in sight, and how many there are. */
export function daysShown(
  { from, perMinute }: { from: number; perMinute: number },
  width: number,
): readonly [DateText, number] {
  const first = Math.floor((from + labelPixels / perMinute) / 1440);
  const days = Math.ceil(width / perMinute / 1440) + 1;
  return [dateOfDayNumber(Math.max(-350_000, Math.min(2_900_000, first))), Math.max(1, days)];
}

/** Where each row lies below the one before, its bars in lanes that have room for their words. */
export function placeRows(rows: readonly TimelineRow[], perMinute: number, folded: readonly Id[]): PlacedRow[] {
  let top = 0;
  return rows.map((row) => {
    const isFolded = folded.includes(row.id);
    const lanes = isFolded ? [] : barLanes(row.bars, (bar) => Math.min(220, 16 + bar.title.length * 6.4) / perMinute);
    const count = lanes.reduce((most, lane) => Math.max(most, lane + 1), 0);
    const height = Math.max(58, (row.span ? spanPixels : 6) + count * lanePixels + rowPadding);
    const own = {
      row,
      top,
      height,
      lanes,
      byLane: byLane(lanes, count),
      nextStarts: nextStarts(row.bars, lanes),
      folded: isFolded,
    };
    top += height;
    return own;
  });
}

/** The bars of each lane, by their beginning. */
function byLane(lanes: readonly number[], count: number): readonly (readonly number[])[] {
  const bars = Array.from({ length: count }, (): number[] => []);
  lanes.forEach((lane, at) => bars[lane]?.push(at));
  return bars;
}

/** When the next bar in the lane of each begins; `bars` by their beginning. */
function nextStarts(bars: readonly TimelineBar[], lanes: readonly number[]): readonly number[] {
  const next = new Map<number, number>();
  const starts = new Array<number>(lanes.length);
  for (let at = lanes.length - 1; at >= 0; at--) {
    const lane = lanes[at] as number;
    starts[at] = next.get(lane) ?? Infinity;
    next.set(lane, (bars[at] as TimelineBar).start);
  }
  return starts;
}

/** A bar with its time, as it is told. */
export function barWords(bar: TimelineBar | undefined, today: DateText, style: TimeStyle): string {
  if (!bar) return "";
  const at = (minutes: number) => {
    const day = dateOfDayNumber(Math.floor(minutes / 1440));
    return relativeMomentText(addMinutes(`${day}T00:00`, ((minutes % 1440) + 1440) % 1440), today, style);
  };
  return `${plainTitle(bar.title)}, ${at(bar.start)} to ${at(bar.end)}${bar.done ? ", done" : ""}`;
}
