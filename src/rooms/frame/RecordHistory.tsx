"use client";
import { useEffect, useState } from "react";
import type { Id } from "@/core/model";
import {
  clockText,
  dateOf,
  dateText,
  minuteOf,
  momentOfInstant,
  spokenText,
  type MomentText,
  type TimeStyle,
} from "@/core/time";
import { historyOf, type HistoryEntry } from "@/data/history";
import { useSaving, useTimeStyle, useWorkspace } from "@/ui/workspaceContext";

/** What happened to a record, the newest first. */
export function RecordHistory({ id }: { id: Id }) {
  const { database, journal, past, store } = useWorkspace();
  const { zone } = store.clock;
  const saving = useSaving();
  const style = useTimeStyle();
  const [entries, setEntries] = useState<readonly HistoryEntry[]>();
  const seq = saving.kind === "saved" ? journal.seq : undefined;
  useEffect(() => {
    let gone = false;
    if (database && seq !== undefined)
      historyOf(database, id).then(
        (found) => !gone && setEntries(found),
        () => !gone && setEntries([]),
      );
    return () => {
      gone = true;
    };
  }, [database, id, seq]);
  // The log goes on after that moment.
  if (!entries || past) return null;
  return (
    <section className="mb-5">
      <h4 className="mb-1 font-semibold text-ink-2">History</h4>
      {entries.length === 0 && <p className="text-ink-3">No changes since it was added to this workspace.</p>}
      <ol>
        {entries.map(({ seq: entry, at, said }) => (
          <li key={entry} className="flex items-baseline justify-between gap-3 border-b border-hairline py-1">
            <span className="min-w-0 break-words">{spokenText(said, style)}</span>
            <time className="flex-none text-small text-ink-3">{whenText(momentOfInstant(at, zone), style)}</time>
          </li>
        ))}
      </ol>
    </section>
  );
}

function whenText(moment: MomentText, style: TimeStyle): string {
  return `${dateText(dateOf(moment), "short", style)} ${clockText(minuteOf(moment), style)}`;
}
