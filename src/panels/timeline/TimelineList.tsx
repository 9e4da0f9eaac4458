"use client";
import { useMemo, useState } from "react";
import type { Dye, Id } from "@/core/model";
import { plainTitle } from "@/core/page";
import { minutesSince, type TimelineBar, type TimelineRow } from "@/core/plan";
import { counted, stretchText, type DateText } from "@/core/time";
import { openRecord } from "@/ui/navigation";
import { useTimeStyle } from "@/ui/workspaceContext";

interface TimelineListProps {
  rows: readonly TimelineRow[];
  /** What ended before this day is left out; as seen from today, not the tasks that are still to be done. */
  from: DateText;
  today: DateText;
  dyeOf: (theme: Id | undefined) => Dye;
  folded: readonly Id[];
  onFold: (row: Id) => void;
  rowTitle: (row: TimelineRow) => string;
  rowNote: (row: TimelineRow) => string;
  empty: string;
}

const shownAtFirst = 60;

/** A timeline in words: what stands in each row from a day on, in the order in which it begins. */
export function TimelineList({
  rows,
  from,
  today,
  dyeOf,
  folded,
  onFold,
  rowTitle,
  rowNote,
  empty,
}: TimelineListProps) {
  const ahead = useMemo(() => {
    const start = minutesSince(from);
    return rows.flatMap((row) => {
      const bars = row.bars
        .filter(({ end, done, kind }) => end > start || (from === today && kind === "task" && !done))
        .toSorted((a, b) => a.start - b.start || a.end - b.end);
      return bars.length > 0 ? [{ row, bars }] : [];
    });
  }, [rows, from, today]);
  return (
    <div className="min-h-0 flex-1 overflow-y-auto px-4 pb-6 [scrollbar-width:thin]" data-pane-focus="" tabIndex={-1}>
      {ahead.length === 0 && <p className="py-8 font-words text-page">{empty}</p>}
      {ahead.map(({ row, bars }) => (
        <section key={row.id} aria-label={rowTitle(row)} className="mt-3 max-w-[760px]">
          <h2 className="border-b border-ink">
            <button
              className="flex min-h-8 w-full items-baseline justify-between gap-3 text-left"
              aria-expanded={!folded.includes(row.id)}
              onClick={() => onFold(row.id)}
            >
              <span className="min-w-0 font-words text-[15px] font-semibold">{rowTitle(row)}</span>
              <span className="flex-none text-small text-ink-2">
                {[rowNote(row), counted(bars.length, "item")].filter(Boolean).join(", ")}
              </span>
            </button>
          </h2>
          {!folded.includes(row.id) && <Bars bars={bars} dyeOf={dyeOf} />}
        </section>
      ))}
    </div>
  );
}

function Bars({ bars, dyeOf }: { bars: readonly TimelineBar[]; dyeOf: TimelineListProps["dyeOf"] }) {
  const style = useTimeStyle();
  const [most, setMost] = useState(shownAtFirst);
  return (
    <>
      <ul>
        {bars.slice(0, most).map((bar) => (
          <li key={bar.id} className="border-b border-hairline">
            <button
              className="flex min-h-8 w-full items-center gap-3 py-1 pl-1 text-left hover:bg-sunk max-sm:min-h-11"
              onClick={() => openRecord(bar.id)}
            >
              <i className="diamond flex-none" data-dye={dyeOf(bar.theme)} aria-hidden />
              <span className={`min-w-0 flex-1 ${bar.done ? "text-ink-2" : ""}`}>{plainTitle(bar.title)}</span>
              <span className="flex-none text-right text-small text-ink-2 max-sm:w-[42%]">
                {stretchText(bar, style)}
                {bar.done && ", done"}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {bars.length > most && (
        <button className="link min-h-8" onClick={() => setMost(most + shownAtFirst)}>
          Show {Math.min(shownAtFirst, bars.length - most)} more of {bars.length - most}
        </button>
      )}
    </>
  );
}
