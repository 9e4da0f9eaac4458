"use client";
import { scaleLinear } from "d3-scale";
import { useCallback, useEffect, useState } from "react";
import type { Goal } from "@/core/model";
import { dateText, dayNumber } from "@/core/time";
import { readingsBehind, type Reading } from "@/core/insight";
import { readingsOf } from "@/data/history";
import { useComputed, useSaving, useTimeStyle, useWorkspace } from "@/ui/workspaceContext";

const [width, height, foot, edge] = [338, 96, 18, 5];

/** The numbers that a goal which is measured by one has had: as they were typed, or as its summary came to them. */
export function GoalReadings({ goal }: { goal: Goal }) {
  return goal.numberField ? <SummedReadings goal={goal} /> : <TypedReadings goal={goal} />;
}

function SummedReadings({ goal }: { goal: Goal }) {
  return <Readings readings={useComputed(useCallback((reads) => readingsBehind(reads, goal), [goal]))} goal={goal} />;
}

function TypedReadings({ goal }: { goal: Goal }) {
  const { database, journal, past, store } = useWorkspace();
  const saving = useSaving();
  const [readings, setReadings] = useState<readonly Reading[]>([]);
  const { zone } = store.clock;
  const seq = saving.kind === "saved" ? journal.seq : undefined;
  useEffect(() => {
    let gone = false;
    if (database && seq !== undefined)
      readingsOf(database, goal.id, "number", zone).then(
        (found) => !gone && setReadings(found),
        () => !gone && setReadings([]),
      );
    return () => {
      gone = true;
    };
  }, [database, goal.id, seq, zone]);
  // The log goes on after the moment that is looked at.
  return past ? null : <Readings readings={readings} goal={goal} />;
}

function Readings({ readings, goal }: { readings: readonly Reading[]; goal: Goal }) {
  if (readings.length === 0) return null;
  return (
    <>
      <h4 className="mt-3 font-semibold text-ink-2">Readings</h4>
      {readings.length > 1 && <ReadingsLine readings={readings} wanted={goal.targetNumber} />}
      <ReadingsList readings={readings} />
    </>
  );
}

/** To two decimals: what is divided has no end of them. */
const shown = (value: number) => String(Math.round(value * 100) / 100);

function ReadingsLine({ readings, wanted }: { readings: readonly Reading[]; wanted: number | undefined }) {
  const style = useTimeStyle();
  const [first, last] = [readings[0]!, readings.at(-1)!];
  const values = [...readings.map(({ value }) => value), ...(wanted === undefined ? [] : [wanted])];
  const x = scaleLinear([dayNumber(first.date), dayNumber(last.date)], [edge, width - edge]);
  const y = scaleLinear([Math.min(...values), Math.max(...values)], [height - foot - edge, edge]);
  const points = readings.map(({ date, value }) => [x(dayNumber(date)), y(value)] as const);
  return (
    <svg viewBox={`0 0 ${width} ${height}`} className="chart-picture mt-1 w-full" aria-hidden>
      {wanted !== undefined && (
        <>
          <line className="chart-target" x1={0} x2={width} y1={y(wanted)} y2={y(wanted)} />
          <text x={0} y={y(wanted) + (y(wanted) < height / 2 ? 15 : -6)}>
            wanted {wanted}
          </text>
        </>
      )}
      <polyline className="chart-line" points={points.map((point) => point.join()).join(" ")} />
      {points.map(([left, top], at) => (
        <circle key={readings[at]!.date} className="chart-dot" cx={left} cy={top} r={3}>
          <title>{`${dateText(readings[at]!.date, "short", style)}: ${shown(readings[at]!.value)}`}</title>
        </circle>
      ))}
      <line className="chart-ground" x1={0} x2={width} y1={height - foot} y2={height - foot} />
      <text x={0} y={height - 3}>
        {dateText(first.date, "short", style)}
      </text>
      <text x={width} y={height - 3} textAnchor="end">
        {dateText(last.date, "short", style)}, {shown(last.value)}
      </text>
    </svg>
  );
}

const mostListed = 6;

/** The newest readings, the last first; all of them where somebody asks. */
function ReadingsList({ readings }: { readings: readonly Reading[] }) {
  const style = useTimeStyle();
  const [isWhole, setWhole] = useState(false);
  const newest = readings.toReversed();
  return (
    <>
      <dl className="mt-1 border-t border-hairline">
        {(isWhole ? newest : newest.slice(0, mostListed)).map(({ date, value }) => (
          <div key={date} className="flex justify-between gap-3 border-b border-hairline py-0.5">
            <dt className="text-ink-2">{dateText(date, "short", style)}</dt>
            <dd>{shown(value)}</dd>
          </div>
        ))}
      </dl>
      {newest.length > mostListed && !isWhole && (
        <button className="link min-h-6" onClick={() => setWhole(true)}>
          All {newest.length} readings
        </button>
      )}
    </>
  );
}
