"use client";
import { useCallback, useState } from "react";
import { isUnfinished, type PensumRecord, type Work } from "@/core/model";
import { entriesUnder, entryMinutes } from "@/core/plan";
import { titleOf } from "@/core/things";
import { clockText, dateOf, datedText, durationText, estimateText, minuteOf } from "@/core/time";
import { useClockActs, useClockRun } from "@/panels/clock/useClock";
import { useNow } from "@/ui/clock";
import { openRecord } from "@/ui/navigation";
import { useComputed, useStore, useTimeStyle } from "@/ui/workspaceContext";

const shownAtFirst = 8;

/** What was worked on a record: entry by entry, and the sum beside what was estimated. */
export function RecordLog({ record }: { record: PensumRecord }) {
  const store = useStore();
  const acts = useClockActs();
  const run = useClockRun();
  const now = useNow(store.clock);
  const [shown, setShown] = useState(shownAtFirst);
  const entries = useComputed(useCallback((from) => entriesUnder(from, record), [record]));
  if (!entries) return null;
  const { zone } = store.clock;
  const worked = entries.reduce((sum, entry) => sum + entryMinutes(entry, now, zone), 0);
  const estimate = record.kind === "task" ? record.estimateMinutes : undefined;
  const canStart =
    (record.kind === "task" && isUnfinished(record.state)) || ["event", "theme", "block"].includes(record.kind);
  const isRunning = run?.phase === "work" && Object.values(run.on).includes(record.id);
  if (entries.length === 0 && !canStart) return null;
  return (
    <section className="mb-5" aria-label="Work log">
      <h4 className="mb-1 flex items-baseline justify-between gap-2 font-semibold text-ink-2">
        <span>Worked</span>
        {canStart && !isRunning && (
          <button className="link" onClick={() => void acts.start({ id: record.id })}>
            Start the clock
          </button>
        )}
      </h4>
      {entries.length === 0 ? (
        <p className="text-ink-3">Nothing is logged yet.</p>
      ) : (
        <>
          <p className={estimate && worked > estimate ? "text-madder" : ""}>{sumText(worked, estimate)}</p>
          <table className="mt-1 w-full">
            <thead className="sr-only">
              <tr>
                <th>Date</th>
                <th>From and to</th>
                <th>What</th>
                <th>Length</th>
              </tr>
            </thead>
            <tbody>
              {entries.slice(0, shown).map((entry) => (
                <EntryRow key={entry.id} entry={entry} of={record} minutes={entryMinutes(entry, now, zone)} />
              ))}
            </tbody>
          </table>
          {entries.length > shown && (
            <button className="link mt-1 min-h-6" onClick={() => setShown(shown + 50)}>
              Show {Math.min(50, entries.length - shown)} more of {entries.length - shown}
            </button>
          )}
        </>
      )}
    </section>
  );
}

/** "1 h 40 of 2 h, 20 min left". */
function sumText(worked: number, estimate: number | undefined): string {
  if (!estimate) return `${durationText(worked)} in all`;
  const left = estimate - worked;
  return `${durationText(worked)} of ${estimateText(estimate)}, ${left >= 0 ? `${durationText(left)} left` : `${durationText(-left)} over`}`;
}

/** One entry: when, who or what where that is not the record itself, and how long; opened by a press. */
function EntryRow({ entry, of, minutes }: { entry: Work; of: PensumRecord; minutes: number }) {
  const store = useStore();
  const style = useTimeStyle();
  const from = clockText(minuteOf(entry.start), style);
  const to = entry.end === undefined ? "now" : clockText(minuteOf(entry.end), style);
  const who = of.kind === "person" ? undefined : store.find("person", entry.person)?.title;
  const note = entry.text.trim().split("\n")[0];
  const what = of.kind === "task" || of.kind === "event" ? "" : titleOf(entry, store);
  return (
    <tr className="border-b border-hairline align-baseline">
      <td className="py-1 pr-2 whitespace-nowrap">
        <button className="min-h-6 text-left hover:underline" onClick={() => openRecord(entry.id)}>
          {datedText(dateOf(entry.start), dateOf(store.clock.now()), style)}
        </button>
      </td>
      <td className="pr-2 whitespace-nowrap text-ink-2">
        {from} to {to}
      </td>
      <td className="w-full pr-2 break-words text-ink-2">{[what, who, note].filter(Boolean).join(", ")}</td>
      <td className="text-right whitespace-nowrap">{durationText(minutes)}</td>
    </tr>
  );
}
