"use client";
import { memo, useCallback, useMemo } from "react";
import { loadOf, weeksOfMonth, isOver } from "@/core/plan";
import { dateText, type DateText } from "@/core/time";
import { loadText } from "@/panels/days/LoadBar";
import { dayAddress, planAddress } from "@/ui/navigation";
import { PlaceLink } from "@/ui/PlaceLink";
import { useComputed, useFirstWeekday, useTimeStyle } from "@/ui/workspaceContext";

/** The twelve months of a year, each day as full as it is. */
export function YearView({ date, today }: { date: DateText; today: DateText }) {
  const year = date.slice(0, 4);
  return (
    <div className="plan-year min-h-0 flex-1 overflow-y-auto px-4 py-3 [scrollbar-width:thin]">
      <div className="grid grid-cols-[repeat(auto-fill,minmax(186px,1fr))] gap-x-6 gap-y-4">
        {Array.from({ length: 12 }, (_, month) => `${year}-${String(month + 1).padStart(2, "0")}-01`).map((first) => (
          <Month key={first} first={first} today={today} />
        ))}
      </div>
      <p className="mt-4 flex items-center gap-2 text-small text-ink-2">
        The darker the background, the fuller the day.
        {[15, 35, 60].map((share) => (
          <i key={share} className="inline-block size-3.5" style={{ background: ground(share, false) }} aria-hidden />
        ))}
        Over capacity:
        <i className="inline-block size-3.5" style={{ background: ground(60, true) }} aria-hidden />
      </p>
    </div>
  );
}

function ground(share: number, over: boolean): string {
  return `color-mix(in srgb, var(--${over ? "madder" : "woad"}) ${share}%, var(--sheet))`;
}

const Month = memo(function Month({ first, today }: { first: DateText; today: DateText }) {
  const firstWeekday = useFirstWeekday();
  const style = useTimeStyle();
  const { dates } = useMemo(() => weeksOfMonth(first, firstWeekday), [first, firstWeekday]);
  const loads = useComputed(
    useCallback((from) => Object.fromEntries(dates.map((day) => [day, loadOf(from, day)])), [dates]),
  );
  return (
    <section aria-label={dateText(first, "month", style)}>
      <h2 className="mb-1">
        <PlaceLink
          path={planAddress("calendar", "month", first)}
          here={false}
          className="font-words text-[15px] font-semibold hover:underline"
        >
          {dateText(first, "month", style).replace(/\s?\d{4}/, "")}
        </PlaceLink>
      </h2>
      <div className="grid grid-cols-7 gap-px text-center text-[11px]">
        {dates.slice(0, 7).map((day) => (
          <span key={day} className="text-[10.5px] text-ink-3" aria-hidden>
            {dateText(day, "weekday", style).slice(0, 2)}
          </span>
        ))}
        {dates.map((day) => {
          if (day.slice(0, 7) !== first.slice(0, 7)) return <span key={day} />;
          const load = loads[day];
          const capacity = load?.capacityMinutes || 480;
          const share = Math.min(1, (load?.plannedMinutes ?? 0) / capacity);
          const over = load !== undefined && isOver(load);
          return (
            <PlaceLink
              key={day}
              path={dayAddress(day, today)}
              here={false}
              hint={load ? `${dateText(day, "full", style)}: ${loadText(load)}` : undefined}
              label={`${dateText(day, "full", style)}${load ? `, ${loadText(load)}` : ""}`}
              className={`year-day grid h-6 place-items-center ${day === today ? "font-bold outline-2 outline-woad" : load?.capacityMinutes === 0 && share === 0 ? "text-ink-3" : "text-ink"}`}
            >
              <i
                className="absolute inset-0 -z-10"
                style={share > 0 ? { background: ground(Math.round(12 + share * 48), over) } : undefined}
              />
              {Number(day.slice(8))}
            </PlaceLink>
          );
        })}
      </div>
    </section>
  );
});
