"use client";
import { scaleBand, scaleLinear } from "d3-scale";
import { useRef } from "react";
import type { StoodItem } from "@/core/insight";
import { columnsOf } from "@/core/plan";
import { addDays, clockText, dateOf, dateText, isDate, minuteOf, type DateText } from "@/core/time";
import { useSize } from "@/ui/useSize";
import { useTimeStyle } from "@/ui/workspaceContext";

const height = 300;
const [head, left] = [20, 44];
/** The least height in which a title can be read, in pixels. */
const titleHeight = 15;

/** The hours of a week: dashed as they stood then, woven over it as they are now, side by side where they overlap. */
export function StoodWeek({ items, from }: { items: readonly StoodItem[]; from: DateText }) {
  const style = useTimeStyle();
  const box = useRef<HTMLDivElement>(null);
  const { width } = useSize(box, { width: 0, height: 0 });
  const dates = Array.from({ length: 7 }, (_, at) => addDays(from, at));
  const hours = items.flatMap(({ then, now }) => [then, now]).filter((one) => one && !isDate(one.start));
  if (hours.length === 0) return null;
  const minutes = hours.flatMap((one) => [minuteOf(one!.start), endMinute(one!)]);
  const first = Math.floor(Math.min(480, ...minutes) / 60) * 60;
  const last = Math.ceil(Math.max(1080, ...minutes) / 60) * 60;
  const x = scaleBand(dates, [left, Math.max(width, left + 70)]).paddingInner(0.08);
  const y = scaleLinear([first, last], [head, height]);
  const present = items.flatMap(({ id, now, fate }) =>
    now && fate !== "dropped" && !isDate(now.start)
      ? [{ id, date: dateOf(now.start), startMinute: minuteOf(now.start), endMinute: endMinute(now) }]
      : [],
  );
  const lanes = new Map(
    dates.flatMap((date) => {
      const own = present.filter((one) => one.date === date);
      return [...columnsOf(own, 15)].map(([{ id }, lane]) => [id, lane] as const);
    }),
  );
  const ticks = Array.from({ length: (last - first) / 120 + 1 }, (_, at) => first + at * 120);
  return (
    <div ref={box} className="mt-3">
      {width > 0 && (
        <svg width={width} height={height + 4} className="chart-picture" aria-hidden>
          {ticks.map((minute) => (
            <g key={minute}>
              <line className="chart-tick" x1={left} x2={width} y1={y(minute)} y2={y(minute)} />
              <text x={0} y={y(minute) + 4}>
                {clockText(minute, style)}
              </text>
            </g>
          ))}
          {dates.map((date) => (
            <text key={date} className="chart-label" x={(x(date) ?? 0) + x.bandwidth() / 2} y={12} textAnchor="middle">
              {dateText(date, "weekday", style)} {Number(date.slice(8))}
            </text>
          ))}
          {items.map(({ id, title, dye, then, now, fate }) => {
            const stands = now && fate !== "dropped" ? placed(now, id) : undefined;
            const stood = then && placed(then, fate === "kept" ? id : undefined);
            return (
              <g key={id} data-dye={dye}>
                {stands && <rect className="chart-range" {...stands} />}
                {stood && <rect className={fate === "kept" ? "stood-kept" : "stood-then"} {...stood} />}
                {stands && stands.height >= titleHeight && (
                  <svg {...stands}>
                    <text x={5} y={12} className="stood-title">
                      {title}
                    </text>
                  </svg>
                )}
              </g>
            );
          })}
        </svg>
      )}
    </div>
  );

  /** Where hours lie in the picture, in the lane of `id` where that is given; undefined for what has none, or lies on other days. */
  function placed(one: { start: string; end: string }, id: string | undefined) {
    const at = x(dateOf(one.start));
    if (isDate(one.start) || at === undefined) return undefined;
    const [top, bottom] = [y(minuteOf(one.start)), y(endMinute(one))];
    const { column, of, span } = (id && lanes.get(id)) || { column: 0, of: 1, span: 1 };
    const lane = x.bandwidth() / of;
    return { x: at + column * lane, width: lane * span, y: top, height: Math.max(2, bottom - top) };
  }
}

function endMinute({ start, end }: { start: string; end: string }): number {
  return dateOf(end) === dateOf(start) ? minuteOf(end) : 1440;
}
