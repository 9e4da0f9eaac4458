"use client";
import { titleOf } from "@/core/things";
import { useCallback } from "react";
import type { Block, Event } from "@/core/model";
import { plainTitle } from "@/core/page";
import { dayItems, isBox, nextIn } from "@/core/plan";
import { clockText, dateText, durationText, estimateText, minuteOf, type DateText } from "@/core/time";
import { useNow } from "@/ui/clock";
import { goTo, planAddress } from "@/ui/navigation";
import { useComputed, useStore, useTimeStyle } from "@/ui/workspaceContext";

/** What is now, with the time that is left of it, or what comes next; pressed, the days to come as a list. */
export function NowNext({ today }: { today: DateText }) {
  const store = useStore();
  const style = useTimeStyle();
  const minute = minuteOf(useNow(store.clock));
  const items = useComputed(useCallback((from) => dayItems(from, today), [today]));
  const now = items.findLast(({ startMinute, endMinute }) => startMinute <= minute && minute < endMinute);
  const next = items.find(({ startMinute }) => startMinute > minute);
  const nameOf = (record: Block | Event) => titleOf(record, store);
  const turn = useComputed(useCallback((from) => (isBox(now?.record) ? nextIn(from, now.record) : undefined), [now]));
  const left = now ? estimateText(now.endMinute - minute) : "";
  const words = now
    ? `${nameOf(now.record)}${turn ? `: ${plainTitle(turn.title)}` : ""}, ${left} left`
    : next
      ? `Next: ${nameOf(next.record)} at ${clockText(next.startMinute, style)}, in ${durationText(next.startMinute - minute)}`
      : dateText(today, "full", style);
  const share = now ? (minute - now.startMinute) / (now.endMinute - now.startMinute) : 0;
  return (
    <button
      className="now-next w-full min-w-0 text-right font-semibold"
      aria-label={`${words}. Opens the coming days as a list`}
      title={now && next ? `Then ${nameOf(next.record)} at ${clockText(next.startMinute, style)}` : words}
      onClick={() => goTo(planAddress("calendar", "agenda"))}
    >
      {now ? (
        <span className="flex justify-end gap-2.5">
          <span className="min-w-0 truncate">{turn ? plainTitle(turn.title) : nameOf(now.record)}</span>
          <span className="flex-none font-normal text-ink-2">{left} left</span>
        </span>
      ) : next ? (
        <span className="flex justify-end gap-2.5">
          <span className="min-w-0 truncate">{nameOf(next.record)}</span>
          <span className="flex-none font-normal text-ink-2">at {clockText(next.startMinute, style)}</span>
        </span>
      ) : (
        dateText(today, "short", style)
      )}
      {now && (
        <span className="mt-px block h-[2px] w-full bg-sunk" aria-hidden>
          <span className="block h-full bg-woad" style={{ width: `${Math.round(share * 100)}%` }} />
        </span>
      )}
    </button>
  );
}
