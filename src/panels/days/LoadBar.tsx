import { isOver } from "@/core/plan";
import type { Load } from "@/core/plan";
import { durationText } from "@/core/time";

/** A day without capacity is measured against eight hours, so that its bar still says how much there is. */
const usualCapacity = 480;

/** How full a day is, as a bar; over capacity it is full and in madder. */
export function LoadBar({ load, thick = false }: { load: Load; thick?: boolean }) {
  const { plannedMinutes, capacityMinutes } = load;
  const over = isOver({ plannedMinutes, capacityMinutes });
  const share = Math.min(1, plannedMinutes / (capacityMinutes || usualCapacity));
  return (
    <span className={`load-bar block bg-sunk ${thick ? "h-[5px]" : "h-[3px]"}`} aria-hidden>
      <span
        className={`block h-full ${over ? "bg-madder" : "bg-woad opacity-75"}`}
        style={{ width: `${Math.round(share * 100)}%` }}
      />
    </span>
  );
}

/** The load in words: "6 h 15 of 8 h planned". */
export function loadText({ plannedMinutes, capacityMinutes }: Load): string {
  if (capacityMinutes === 0) return plannedMinutes === 0 ? "free" : `${durationText(plannedMinutes)} planned`;
  return `${durationText(plannedMinutes)} of ${durationText(capacityMinutes)} planned`;
}

/** What a day becomes, with `more` minutes of work on it: "day becomes 9 h 05 of 8 h". */
export function becomesText({ plannedMinutes, capacityMinutes }: Load, more = 0): string {
  const planned = durationText(plannedMinutes + more);
  return capacityMinutes ? `day becomes ${planned} of ${durationText(capacityMinutes)}` : `day becomes ${planned}`;
}
