import type { Id } from "@/core/model";
import type { TimelineBar, TimelineRow } from "@/core/plan";

/** What a key means on a timeline. */
export type TimelineAct =
  | { readonly do: "shift"; readonly id: Id; readonly minutes: number; readonly edge?: "end" }
  | { readonly do: "go"; readonly bar: TimelineBar | undefined }
  | { readonly do: "draw"; readonly row: TimelineRow; readonly start: number; readonly end: number }
  | { readonly do: "open" | "tick"; readonly id: Id }
  | { readonly do: "zoom"; readonly by: number };

/** Where the keyboard is on a timeline. */
export interface TimelinePlace {
  readonly rows: readonly { readonly row: TimelineRow; readonly folded: boolean }[];
  /** The bar that is current. */
  readonly current: Id | undefined;
  /** Whether whole days are all that can be told apart. */
  readonly isCoarse: boolean;
  /** In steps of so many minutes a new bar is drawn. */
  readonly snap: number;
  /** Where a new bar begins that follows no other, in local minutes. */
  readonly today: number;
  readonly canDraw: boolean;
}

type TimelineKey = Pick<KeyboardEvent, "key" | "ctrlKey" | "metaKey" | "shiftKey" | "altKey">;

/** What a key means, where the keyboard is; undefined for a key that means nothing here. */
export function timelineAct(event: TimelineKey, place: TimelinePlace): TimelineAct | undefined {
  if (event.altKey) return undefined;
  const { rows, current, isCoarse, canDraw } = place;
  const open = rows.filter(({ row, folded }) => !folded && row.bars.length > 0);
  const order = open.flatMap(({ row }) => row.bars);
  const at = order.findIndex(({ id }) => id === current);
  const bar = order[at];
  const side = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
  const up = { ArrowUp: -1, ArrowDown: 1 }[event.key];
  const step = isCoarse ? 1440 : 60;
  if (side !== undefined && bar && (event.ctrlKey || event.metaKey))
    return { do: "shift", id: bar.id, minutes: side * step };
  if (side !== undefined && bar && event.shiftKey)
    return { do: "shift", id: bar.id, minutes: side * step, edge: "end" };
  if (side !== undefined) return { do: "go", bar: near(order, at + side) };
  if (up !== undefined) {
    const here = open.findIndex(({ row }) => row.bars.some(({ id }) => id === current));
    return { do: "go", bar: near(open, here + up)?.row.bars[0] };
  }
  if (canDraw && (event.key === "Insert" || (event.key === "Enter" && event.shiftKey))) {
    const row = (rows.find((one) => one.row.bars.some(({ id }) => id === current)) ?? rows[0])?.row;
    const start = Math.ceil((bar?.end ?? place.today) / place.snap) * place.snap;
    return row && { do: "draw", row, start, end: start + step };
  }
  if (event.key === "Enter" && bar) return { do: "open", id: bar.id };
  if (event.key === " " && bar) return { do: "tick", id: bar.id };
  if (event.key === "+" || event.key === "-") return { do: "zoom", by: event.key === "+" ? 1.3 : 1 / 1.3 };
  return undefined;
}

/** The one at a place; the first or the last where the place lies beyond. */
function near<One>(all: readonly One[], at: number): One | undefined {
  return all[Math.max(0, Math.min(all.length - 1, at))];
}
