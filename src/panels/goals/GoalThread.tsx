import { scalePow } from "d3-scale";
import { useId } from "react";
import type { Forecast, GoalStanding } from "@/core/insight";
import type { Dye } from "@/core/model";
import { addDays, addMonths, dateText, dayNumber, type DateText, type TimeStyle } from "@/core/time";

const height = 26;
const middle = height / 2;
const bar = 9;

/** From when to when threads are drawn. */
export interface ThreadSpan {
  readonly from: DateText;
  readonly to: DateText;
}

const [mostBack, mostAhead, leastAhead] = [200, 330, 21];

/** The days that hold all threads, within what can be read: a life is longer than any picture. */
export function threadSpan(
  standings: readonly GoalStanding[],
  ranges: readonly (Forecast | undefined)[],
  today: DateText,
): ThreadSpan {
  const [back, ahead] = [addDays(today, -mostBack), addDays(today, mostAhead)];
  let [from, to] = [addDays(today, -14), addDays(today, leastAhead)];
  standings.forEach(({ start, due }, at) => {
    const late = ranges[at] && addDays(today, Math.round(ranges[at].late * 7));
    if (start < from) from = start < back ? back : start;
    for (const end of [due, late]) if (end !== undefined && end > to) to = end > ahead ? ahead : end;
  });
  return { from, to: addDays(to, 7) };
}

/**
 * Where a day lies, in pixels: near today a day is wide, and the further away the narrower, so that a goal of a week and one
 * of a year can stand in one picture.
 */
function dayScale({ from, to }: ThreadSpan, today: DateText, width: number) {
  const now = dayNumber(today);
  const x = scalePow([dayNumber(from) - now, dayNumber(to) - now], [0, width])
    .exponent(0.6)
    .clamp(true);
  return (day: number) => x(day - now);
}

interface ThreadProps {
  standing: GoalStanding;
  range: Forecast | undefined;
  span: ThreadSpan;
  today: DateText;
  width: number;
  dye: Dye;
}

/** A goal as a thread from its start to its due: woven solid by what was done, in twill by what is planned; where it should stand, and between what days it will likely end. */
export function GoalThread({ standing, range, span, today, width, dye }: ThreadProps) {
  const twill = useId();
  const x = dayScale(span, today, width);
  const { start, due, done, planned, expected } = standing;
  const first = dayNumber(start);
  // Without a due date the thread ends where it is now.
  const last = Math.max(first + 1, due === undefined ? dayNumber(today) : dayNumber(due) + 1);
  const at = (share: number) => x(first + share * (last - first));
  const day = dayNumber(today);
  return (
    <svg width={width} height={height} className="goal-thread" data-dye={dye} aria-hidden>
      <pattern id={twill} width={6} height={6} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect className="chart-twill-ground" width={6} height={6} />
        <rect className="thread-twill" width={3} height={6} />
      </pattern>
      {range && (
        <rect
          className="thread-range"
          x={x(day + range.early * 7)}
          width={Math.max(3, x(day + range.late * 7) - x(day + range.early * 7))}
          y={1}
          height={height - 2}
        />
      )}
      <line className="thread-missing" x1={at(0)} x2={at(1)} y1={middle} y2={middle} />
      <rect
        className="chart-worked"
        x={at(0)}
        width={Math.max(0, at(done) - at(0))}
        y={middle - bar / 2}
        height={bar}
      />
      {planned > 0 && (
        <rect
          fill={`url(#${twill})`}
          x={at(done)}
          width={Math.max(0, at(done + planned) - at(done))}
          y={middle - bar / 2}
          height={bar}
        />
      )}
      {expected !== undefined && done < 1 && (
        <line className="chart-target" x1={at(expected)} x2={at(expected)} y1={3} y2={height - 3} />
      )}
      {due !== undefined && <line className="thread-due" x1={at(1)} x2={at(1)} y1={6} y2={height - 6} />}
    </svg>
  );
}

/** The months below the threads, and today. */
export function ThreadAxis({
  span,
  today,
  width,
  style,
}: Pick<ThreadProps, "span" | "today" | "width"> & { style: TimeStyle }) {
  const x = dayScale(span, today, width);
  const months: DateText[] = [];
  for (let month = addMonths(`${span.from.slice(0, 7)}-01`, 1); month <= span.to; month = addMonths(month, 1))
    months.push(month);
  const now = x(dayNumber(today));
  return (
    <svg width={width} height={22} className="chart-picture" aria-hidden>
      {months
        // A month is named where it is wide enough for its name.
        .filter((month) => x(dayNumber(addMonths(month, 1))) - x(dayNumber(month)) > 26)
        .map((month) => (
          <text key={month} x={x(dayNumber(month))} y={15}>
            {dateText(month, "month", style).slice(0, 3)}
          </text>
        ))}
      <line className="thread-now" x1={now} x2={now} y1={0} y2={6} />
    </svg>
  );
}
