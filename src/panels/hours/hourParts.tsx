"use client";
import { dyeOf } from "@/core/things";
import { useSyncExternalStore } from "react";
import type { Event } from "@/core/model";
import { bareClockText, clockText, type DateText, type TimeStyle, type WorkingDay } from "@/core/time";
import { openRecord } from "@/ui/navigation";
import { useStore } from "@/ui/workspaceContext";

/** A stretch that would come to be, with what it would do: "Tue 14:00 to 15:15, day becomes 9 h 05 of 8 h". */
export interface Ghost {
  date: DateText;
  startMinute: number;
  endMinute: number;
  title: string;
  text: string;
  /** Whether what goes along with the pointer says it already. */
  isSaid?: boolean;
}

/** An hour at the side of the rail. */
export function hourText(hour: number, hour12: boolean): string {
  if (!hour12) return `${hour}:00`;
  return `${hour % 12 === 0 ? 12 : hour % 12} ${hour % 24 < 12 ? "am" : "pm"}`;
}

/** The hatch over what lies outside working hours. */
export function Outside({ hours, minutePixels }: { hours: WorkingDay | null; minutePixels: number }) {
  const bands = hours
    ? [
        [0, hours.startMinute],
        [hours.endMinute, 1440],
      ]
    : [[0, 1440]];
  return bands.map(([from, to]) => (
    <div
      key={from}
      aria-hidden
      className="cloth-outside pointer-events-none absolute inset-x-0"
      style={{ top: from! * minutePixels, height: (to! - from!) * minutePixels }}
    />
  ));
}

/** Where the present is. */
export function NowLine({
  minute,
  style,
  top,
  bare = false,
}: {
  minute: number;
  style: TimeStyle;
  top: number;
  /** Without the time, which then stands elsewhere. */
  bare?: boolean;
}) {
  return (
    <div
      role="img"
      aria-label={`Now, ${clockText(minute, style)}`}
      data-now={minute}
      className="pointer-events-none absolute inset-x-0 z-10 border-t-[1.5px] border-madder"
      style={{ top }}
    >
      {!bare && <NowTime text={bareClockText(minute, style)} />}
    </div>
  );
}

/** The present time, on the line that marks it. */
export function NowTime({ text }: { text: string }) {
  return (
    <span className="absolute -top-[9px] left-1.5 rounded-[2px] bg-madder px-1 text-[10.5px] leading-[17px] font-[650] text-sheet">
      {text}
    </span>
  );
}

/** Holds the ghost apart from the rail, so that sixty items need not be drawn anew with every step of a drag. */
export class GhostHolder {
  #ghost: Ghost | undefined;
  readonly #listeners = new Set<() => void>();

  readonly get = () => this.#ghost;

  readonly set = (ghost: Ghost | undefined) => {
    if (ghost?.date === this.#ghost?.date && ghost?.text === this.#ghost?.text) return;
    this.#ghost = ghost;
    for (const listener of this.#listeners) listener();
  };

  readonly subscribe = (listener: () => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };
}

/** A stretch that is shown before it is there. */
export function GhostBlock({
  holder,
  date,
  minutePixels,
}: {
  holder: GhostHolder;
  date: DateText;
  minutePixels: number;
}) {
  const ghost = useSyncExternalStore(
    holder.subscribe,
    () => (holder.get()?.date === date ? holder.get() : undefined),
    () => undefined,
  );
  if (!ghost) return null;
  const height = Math.max(12, (ghost.endMinute - ghost.startMinute) * minutePixels);
  return (
    <div
      data-ghost
      className="cloth-drawn pointer-events-none absolute inset-x-0 z-20 overflow-visible px-2 py-0.5"
      style={{ top: ghost.startMinute * minutePixels, height }}
    >
      <span className="block truncate font-semibold">{ghost.title}</span>
      {!ghost.isSaid && (
        <span className="inline-block rounded-[2px] bg-sheet/90 text-small text-ink">{ghost.text}</span>
      )}
    </div>
  );
}

/** An event of whole days, above the hours. */
export function AllDay({ event }: { event: Event }) {
  const store = useStore();
  const dye = dyeOf(event, store);
  return (
    <button
      data-dye={dye}
      className="cloth-event mx-3 mb-1 ml-[52px] min-h-6 flex-none truncate px-2 text-left font-[560]"
      onClick={() => openRecord(event.id)}
    >
      {event.title}
    </button>
  );
}
