import { isOver } from "@/core/plan";
import { line, curveBumpX } from "d3-shape";
import { dyes, type Dye, type Id } from "@/core/model";
import { plainTitle } from "@/core/page";
import type { Load, TimelineBar, TimelineRow } from "@/core/plan";
import { dateOfDayNumber, workingDay, type DateText, type TimeStyle, type WorkingWeek } from "@/core/time";
import { asDate, unitFor, unitsOf } from "./timelineTicks";

export const labelPixels = 196;
const barPixels = 18;
const leastWordPixels = 34;
/** The words of a bar take no more than this. */
const mostWordPixels = 230;

/** Where a row stands, and its bars in their lanes. */
export interface PlacedRow {
  readonly row: TimelineRow;
  readonly top: number;
  readonly height: number;
  readonly lanes: readonly number[];
  /** The bars of each lane by their beginning; none of them covers another. */
  readonly byLane: readonly (readonly number[])[];
  /** When the next bar in the lane of each begins, in local minutes: its words have room until there. */
  readonly nextStarts: readonly number[];
  readonly folded: boolean;
}

/** All that a picture of the timeline is made from. */
export interface TimelineScene {
  /** Local minutes at the left edge, and pixels for a minute. */
  readonly from: number;
  readonly perMinute: number;
  readonly width: number;
  readonly height: number;
  readonly scrollTop: number;
  readonly placed: readonly PlacedRow[];
  readonly dyeOf: (theme: Id | undefined) => Dye;
  readonly chain: ReadonlySet<Id>;
  readonly today: DateText;
  readonly now: number;
  readonly nowText: string;
  readonly style: TimeStyle;
  readonly firstWeekday: number;
  readonly workingWeek: WorkingWeek;
  readonly loads: readonly (readonly [DateText, Load])[];
  readonly current: Id | undefined;
  readonly threads: boolean;
  readonly headPixels: number;
  readonly lanePixels: number;
  readonly spanPixels: number;
  /** How high the load along the foot is; 0 where none stands there. */
  readonly loadPixels: number;
}

/** A bar as it was drawn, to be found under the pointer. */
export interface DrawnBar {
  readonly id: Id;
  readonly title: string;
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
  readonly startMinutes: number;
  readonly endMinutes: number;
}

type Colours = Record<"ink" | "ink2" | "ink3" | "sheet" | "rule" | "hairline" | "madder" | "woad" | "sunk", string> & {
  dye(dye: Dye): string;
};

let present: { look: string; colours: Colours } | undefined;

/** The colours of the present look, as the style sheet has them. */
function coloursOf(element: HTMLElement): Colours {
  const style = getComputedStyle(element);
  const look = `${style.color} ${style.backgroundColor} ${document.documentElement.dataset.appearance} ${matchMedia("(prefers-color-scheme: dark)").matches}`;
  if (present?.look === look) return present.colours;
  const probe = document.createElement("i");
  element.parentElement?.append(probe);
  const read = (name: string) => {
    probe.style.color = `var(--${name})`;
    return getComputedStyle(probe).color;
  };
  const known = new Map<Dye, string>();
  const names = {
    ink: "ink",
    ink2: "ink-2",
    ink3: "ink-3",
    sheet: "sheet",
    rule: "rule",
    hairline: "hairline",
    madder: "madder",
    woad: "woad",
    sunk: "sunk",
  };
  const base = Object.fromEntries(Object.entries(names).map(([key, name]) => [key, read(name)]));
  for (const dye of dyes) known.set(dye, read(dye));
  probe.remove();
  const colours = { ...base, dye: (dye: Dye) => known.get(dye) as string } as Colours;
  present = { look, colours };
  return colours;
}

/** Draws the timeline; gives what can be pressed. */
export function drawTimeline(canvas: HTMLCanvasElement, scene: TimelineScene): DrawnBar[] {
  const ratio = devicePixelRatio || 1;
  const { width, height } = scene;
  if (canvas.width !== Math.round(width * ratio) || canvas.height !== Math.round(height * ratio)) {
    canvas.width = Math.round(width * ratio);
    canvas.height = Math.round(height * ratio);
  }
  const to = canvas.getContext("2d");
  if (!to) return [];
  const colours = coloursOf(canvas);
  to.setTransform(ratio, 0, 0, ratio, 0, 0);
  to.clearRect(0, 0, width, height);
  const footTop = height - scene.loadPixels;
  to.save();
  to.beginPath();
  to.rect(labelPixels, 0, width - labelPixels, height);
  to.clip();
  drawDays(to, scene, colours);
  to.restore();
  to.save();
  to.beginPath();
  to.rect(0, scene.headPixels, width, footTop - scene.headPixels);
  to.clip();
  const bars = drawRows(to, scene, colours);
  to.restore();
  drawHead(to, scene, colours);
  if (scene.loadPixels > 0) drawLoad(to, scene, colours, footTop);
  drawNow(to, scene, colours, footTop);
  return bars;
}

const xOf = ({ from, perMinute }: TimelineScene, minutes: number) => (minutes - from) * perMinute;

/** Free days as bands, while days can be told apart. */
function drawDays(to: CanvasRenderingContext2D, scene: TimelineScene, colours: Colours) {
  const dayPixels = scene.perMinute * 1440;
  if (dayPixels < 5) return;
  to.fillStyle = colours.sunk;
  to.globalAlpha = 0.32;
  const first = Math.floor((scene.from + labelPixels / scene.perMinute) / 1440);
  const last = Math.ceil((scene.from + scene.width / scene.perMinute) / 1440);
  for (let day = first; day <= last; day++)
    if (!workingDay(scene.workingWeek, dateOfDayNumber(day)))
      to.fillRect(xOf(scene, day * 1440), scene.headPixels, dayPixels, scene.height);
  to.globalAlpha = 1;
}

function drawHead(to: CanvasRenderingContext2D, scene: TimelineScene, colours: Colours) {
  const { headPixels, width, height, style } = scene;
  const units = unitsOf(scene.firstWeekday);
  const unit = unitFor(units, scene.perMinute, 74);
  const first = asDate(scene.from + labelPixels / scene.perMinute);
  const last = asDate(scene.from + width / scene.perMinute);
  to.fillStyle = colours.sheet;
  to.fillRect(0, 0, width, headPixels);
  to.strokeStyle = colours.rule;
  to.lineWidth = 1;
  to.textBaseline = "middle";
  const ticks = unit.interval.range(unit.interval.floor(first), last);
  for (const tick of ticks) {
    const x = Math.round(xOf(scene, tick.getTime() / 60_000)) + 0.5;
    if (x >= labelPixels) {
      to.beginPath();
      to.moveTo(x, 0);
      to.lineTo(x, height);
      to.stroke();
    }
    let at = Math.max(x, labelPixels) + 7;
    if (x < labelPixels && xOf(scene, tick.getTime() / 60_000 + unit.minutes) < labelPixels + 70) continue;
    const head = unit.head?.(tick);
    if (head !== undefined) {
      to.font = "650 14px 'Literata Variable', Georgia, serif";
      to.fillStyle = colours.ink;
      to.fillText(head, at, 16);
      at += to.measureText(head).width + 5;
    }
    to.font = "540 12px 'Hanken Grotesk Variable', system-ui, sans-serif";
    to.fillStyle = colours.ink2;
    to.fillText(unit.words(tick, style), at, 16.5);
  }
  to.beginPath();
  to.moveTo(0, headPixels - 0.5);
  to.lineTo(width, headPixels - 0.5);
  to.moveTo(labelPixels + 0.5, 0);
  to.lineTo(labelPixels + 0.5, height);
  to.stroke();
}

function drawRows(to: CanvasRenderingContext2D, scene: TimelineScene, colours: Colours): DrawnBar[] {
  const { headPixels, lanePixels, spanPixels, scrollTop, width, height } = scene;
  const drawn: DrawnBar[] = [];
  const words: (readonly [TimelineBar, DrawnBar])[] = [];
  const places = new Map<Id, DrawnBar>();
  to.lineWidth = 1;
  for (const placed of scene.placed) {
    const { row, top, height: rowHeight, lanes, byLane, nextStarts, folded } = placed;
    const y = headPixels + top - scrollTop;
    if (y > height || y + rowHeight < 0) continue;
    to.strokeStyle = colours.hairline;
    to.beginPath();
    to.moveTo(0, Math.round(y + rowHeight) + 0.5);
    to.lineTo(width, Math.round(y + rowHeight) + 0.5);
    to.stroke();
    to.save();
    to.beginPath();
    to.rect(labelPixels, 0, width - labelPixels, height);
    to.clip();
    if (row.span) drawSpan(to, scene, colours, row.span, row.bars, y + 12);
    if (!folded) {
      const firstTop = y + (row.span ? spanPixels : 8);
      // What is out of sight above or below is not drawn, but threads may lead there.
      const lane = (at: number) => Math.max(0, Math.min(byLane.length, at));
      const firstLane = lane(Math.ceil((headPixels - lanePixels - firstTop) / lanePixels));
      const lastLane = lane(Math.floor((height - firstTop) / lanePixels) + 1);
      for (let at = firstLane; at < lastLane; at++)
        for (const index of inSight(row.bars, byLane[at] as readonly number[], scene)) {
          const bar = row.bars[index] as TimelineBar;
          const place = drawBar(to, scene, colours, bar, firstTop + at * lanePixels);
          drawn.push(place);
          // While one zooms out, lanes are those of before: words without room are left out, and drawn when it rests.
          if ((nextStarts[index] as number) - bar.start > leastWordPixels / scene.perMinute) words.push([bar, place]);
          places.set(bar.id, place);
        }
      if (scene.threads)
        for (const { bar, at } of threadsOf(scene.placed).ends.get(row) ?? [])
          if (!places.has(bar.id))
            places.set(bar.id, placeOf(scene, bar, firstTop + (lanes[at] as number) * lanePixels));
    }
    to.restore();
  }
  if (scene.threads) drawThreads(to, scene, colours, places);
  to.save();
  to.beginPath();
  to.rect(labelPixels + 1, 0, width, height);
  to.clip();
  to.font = "560 12px 'Hanken Grotesk Variable', system-ui, sans-serif";
  to.textBaseline = "middle";
  to.lineJoin = "round";
  to.lineWidth = 3;
  const halo = words.length < mostHalos;
  for (const [bar, place] of words) drawWords(to, colours, bar, place, halo);
  to.restore();
  return drawn;
}

/** A goal or project from its beginning to when it is due; dotted on where its work goes beyond that. */
function drawSpan(
  to: CanvasRenderingContext2D,
  scene: TimelineScene,
  colours: Colours,
  span: { start: number; end: number },
  bars: readonly TimelineBar[],
  y: number,
) {
  const [left, right] = [xOf(scene, span.start), xOf(scene, span.end)];
  to.fillStyle = colours.ink;
  to.fillRect(left, y - 2, right - left, 4);
  to.fillRect(left, y - 5.5, 1.5, 11);
  to.fillRect(right - 1.5, y - 5.5, 1.5, 11);
  const last = bars.reduce((most, bar) => (bar.done ? most : Math.max(most, bar.end)), 0);
  if (last <= span.end) return;
  to.fillStyle = colours.madder;
  const end = Math.max(xOf(scene, last), right + 12);
  for (let x = right + 3; x < end && x < scene.width; x += 7) to.fillRect(x, y - 2, 4, 4);
}

function drawBar(
  to: CanvasRenderingContext2D,
  scene: TimelineScene,
  colours: Colours,
  bar: TimelineBar,
  y: number,
): DrawnBar {
  const left = xOf(scene, bar.start);
  const right = Math.max(left + 4, xOf(scene, bar.end));
  const dye = colours.dye(scene.dyeOf(bar.theme));
  const high = barPixels;
  to.fillStyle = dye;
  if (bar.kind === "event") {
    to.fillStyle = colours.sheet;
    to.fillRect(left, y, right - left, high);
    to.strokeStyle = dye;
    to.strokeRect(left + 0.5, y + 0.5, Math.max(3, right - left - 1), high - 1);
    to.fillStyle = dye;
    to.fillRect(left, y, 1.5, high);
    to.fillRect(left + 3, y, 1.5, high);
  } else {
    const sittings = bar.sittings.length > 0 ? bar.sittings : [bar];
    to.globalAlpha = bar.done ? 0.26 : 0.12;
    for (const { start, end } of sittings) {
      const x = xOf(scene, start);
      to.fillRect(x, y, Math.max(3, xOf(scene, end) - x), high);
    }
    if (!bar.done) {
      to.globalAlpha = 0.2;
      to.strokeStyle = dye;
      to.lineWidth = 3;
      for (const { start, end } of sittings)
        hatch(to, xOf(scene, start), y, Math.max(3, xOf(scene, end) - xOf(scene, start)), high);
      to.lineWidth = 1;
    }
    to.globalAlpha = 1;
    to.fillRect(left, y, 4, high);
    if (sittings.length > 1) {
      to.globalAlpha = 0.5;
      to.fillRect(left, y + high - 1, right - left, 1);
      to.globalAlpha = 1;
    }
    // What was worked is the second strand, below what was planned.
    for (const { start, end } of bar.worked) {
      const x = xOf(scene, start);
      to.fillRect(x, y + high + 1.5, Math.max(2, xOf(scene, end) - x), 3);
    }
  }
  if (scene.current === bar.id) {
    to.strokeStyle = colours.woad;
    to.lineWidth = 2;
    to.strokeRect(left - 2, y - 2, right - left + 4, high + 4);
    to.lineWidth = 1;
  }
  return placeOf(scene, bar, y);
}

/** Where a bar lies whose upper edge is at `y`. */
function placeOf(scene: TimelineScene, bar: TimelineBar, y: number): DrawnBar {
  const left = xOf(scene, bar.start);
  return {
    id: bar.id,
    title: bar.title,
    left,
    right: Math.max(xOf(scene, bar.end), left + 12),
    top: y,
    bottom: y + barPixels,
    startMinutes: bar.start,
    endMinutes: bar.end,
  };
}

/** The bars of a lane, by their place in the row, that are in sight themselves or by their words. */
function inSight(bars: readonly TimelineBar[], lane: readonly number[], scene: TimelineScene): readonly number[] {
  const left = scene.from + labelPixels / scene.perMinute;
  const right = scene.from + scene.width / scene.perMinute;
  const room = mostWordPixels / scene.perMinute;
  const bar = (at: number) => bars[lane[at] as number] as TimelineBar;
  let [first, last] = [0, lane.length];
  while (first < last) {
    const middle = (first + last) >> 1;
    if (Math.max(bar(middle).end, bar(middle).start + room) < left) first = middle + 1;
    else last = middle;
  }
  for (last = first; last < lane.length && bar(last).start <= right;) last++;
  return lane.slice(first, last);
}

interface Threads {
  /** The bars that a thread leads to or from, by their row and their place in it. */
  readonly ends: ReadonlyMap<TimelineRow, readonly { readonly bar: TimelineBar; readonly at: number }[]>;
  readonly links: readonly { readonly before: Id; readonly after: Id }[];
}

const knownThreads = new WeakMap<readonly PlacedRow[], Threads>();

/** The threads between bars; kept for as long as the rows are the same. */
function threadsOf(placed: readonly PlacedRow[]): Threads {
  let known = knownThreads.get(placed);
  if (!known) {
    const links = placed.flatMap(({ row }) =>
      row.bars.flatMap(({ id, after }) => after.map((before) => ({ before, after: id }))),
    );
    const linked = new Set(links.flatMap(({ before, after }) => [before, after]));
    const ends = new Map(
      placed.map(({ row }) => [row, row.bars.map((bar, at) => ({ bar, at })).filter(({ bar }) => linked.has(bar.id))]),
    );
    knownThreads.set(placed, (known = { ends, links }));
  }
  return known;
}

/** With more words than these in sight, none gets a halo: drawing them all twice takes longer than a frame. */
const mostHalos = 160;
const shortTitles = new WeakMap<TimelineBar, string>();

function shortTitle(bar: TimelineBar): string {
  let known = shortTitles.get(bar);
  if (known === undefined) {
    const title = plainTitle(bar.title);
    shortTitles.set(bar, (known = title.length > 34 ? `${title.slice(0, 33)}…` : title));
  }
  return known;
}

/** The words of a bar, over threads; where the bar goes on to the left of the sight, at its edge. */
function drawWords(
  to: CanvasRenderingContext2D,
  colours: Colours,
  bar: TimelineBar,
  { left, right, top, bottom }: DrawnBar,
  halo: boolean,
) {
  const text = shortTitle(bar);
  const x = right > labelPixels + 20 ? Math.max(left + 9, labelPixels + 6) : left + 9;
  const y = (top + bottom) / 2 + 0.5;
  if (halo) {
    to.strokeStyle = colours.sheet;
    to.globalAlpha = 0.75;
    to.strokeText(text, x, y);
    to.globalAlpha = 1;
  }
  to.fillStyle = bar.done ? colours.ink3 : colours.ink;
  to.fillText(text, x, y);
}

function hatch(to: CanvasRenderingContext2D, x: number, y: number, wide: number, high: number) {
  const [from, until] = [Math.max(x, labelPixels - 20), Math.min(x + wide, 4000)];
  if (until <= from) return;
  to.save();
  to.beginPath();
  to.rect(x, y, wide, high);
  to.clip();
  to.beginPath();
  for (let at = from - (from % 10) - high; at < until; at += 10) {
    to.moveTo(at, y + high);
    to.lineTo(at + high, y);
  }
  to.stroke();
  to.restore();
}

/** “After” links as threads; those of the chain that decides the end in madder. */
function drawThreads(
  to: CanvasRenderingContext2D,
  scene: TimelineScene,
  colours: Colours,
  places: ReadonlyMap<Id, DrawnBar>,
) {
  const thread = line<readonly [number, number]>()
    .x(([x]) => x)
    .y(([, y]) => y)
    .curve(curveBumpX)
    .context(to);
  to.save();
  to.beginPath();
  to.rect(labelPixels, scene.headPixels, scene.width, scene.height);
  to.clip();
  if (places.size === 0) return void to.restore();
  for (const { before, after } of threadsOf(scene.placed).links) {
    const [from, until] = [places.get(before), places.get(after)];
    if (!from || !until) continue;
    const decides = scene.chain.has(before) && scene.chain.has(after);
    to.strokeStyle = decides ? colours.madder : colours.ink3;
    to.lineWidth = decides ? 1.6 : 1;
    to.beginPath();
    thread([
      [from.right, (from.top + from.bottom) / 2],
      [until.left, (until.top + until.bottom) / 2],
    ]);
    to.stroke();
  }
  to.restore();
  to.lineWidth = 1;
}

/** How full the days are, along the foot. */
function drawLoad(to: CanvasRenderingContext2D, scene: TimelineScene, colours: Colours, top: number) {
  const { width, height, loads } = scene;
  to.fillStyle = colours.sheet;
  to.fillRect(0, top, width, height - top);
  to.strokeStyle = colours.rule;
  to.beginPath();
  to.moveTo(0, top + 0.5);
  to.lineTo(width, top + 0.5);
  to.moveTo(labelPixels + 0.5, top);
  to.lineTo(labelPixels + 0.5, height);
  to.stroke();
  to.font = "600 13px 'Hanken Grotesk Variable', system-ui, sans-serif";
  to.textBaseline = "middle";
  to.fillStyle = colours.ink;
  to.fillText("Load", 16, top + 22);
  to.font = "450 11.5px 'Hanken Grotesk Variable', system-ui, sans-serif";
  to.fillStyle = colours.ink2;
  to.fillText(loads.length > 0 ? "planned / capacity" : "zoom in to see it", 16, top + 39);
  if (loads.length === 0) return;
  const usual = 480;
  const high = height - top - 16;
  to.save();
  to.beginPath();
  to.rect(labelPixels, top, width - labelPixels, height - top);
  to.clip();
  for (const [date, { plannedMinutes, capacityMinutes }] of loads) {
    if (plannedMinutes === 0) continue;
    const x = xOf(scene, (Date.parse(`${date}T00:00Z`) / 86_400_000) * 1440);
    const wide = scene.perMinute * 1440;
    const over = isOver({ plannedMinutes, capacityMinutes });
    const tall = Math.min(high + 6, (plannedMinutes / (capacityMinutes || usual)) * high);
    to.fillStyle = over ? colours.madder : colours.woad;
    to.globalAlpha = over ? 1 : 0.7;
    to.fillRect(x + 1, height - 4 - tall, Math.max(1, wide - 3), tall);
  }
  to.globalAlpha = 1;
  to.setLineDash([3, 3]);
  to.strokeStyle = colours.ink2;
  to.beginPath();
  to.moveTo(labelPixels, height - 4.5 - high);
  to.lineTo(width, height - 4.5 - high);
  to.stroke();
  to.setLineDash([]);
  to.restore();
}

function drawNow(to: CanvasRenderingContext2D, scene: TimelineScene, colours: Colours, bottom: number) {
  const x = xOf(scene, scene.now);
  if (x < labelPixels || x > scene.width) return;
  to.fillStyle = colours.madder;
  to.fillRect(x - 0.75, scene.headPixels, 1.5, bottom - scene.headPixels + scene.loadPixels);
  to.font = "650 10.5px 'Hanken Grotesk Variable', system-ui, sans-serif";
  const wide = to.measureText(scene.nowText).width + 8;
  to.fillRect(x - wide / 2, scene.headPixels - 9, wide, 17);
  to.fillStyle = colours.sheet;
  to.textBaseline = "middle";
  to.fillText(scene.nowText, x - wide / 2 + 4, scene.headPixels);
}
