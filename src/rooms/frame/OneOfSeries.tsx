"use client";
import { changeOccurrence, seriesScopes, type SeriesScope } from "@/core/commands";
import type { PensumRecord } from "@/core/model";
import { isRepeating } from "@/core/plan";
import { repeatOf, repeatWords } from "@/core/time";
import { openRecord } from "@/ui/navigation";
import { useAct, useRecord, useStore, useTimeStyle } from "@/ui/workspaceContext";

const scopeWords: Record<SeriesScope, string> = { one: "this one", later: "this and later ones", all: "all" };

/** What an occurrence belongs to, and how far changes of it reach. */
export function OneOfSeries({
  record,
  scope,
  onScope,
}: {
  record: PensumRecord;
  scope: SeriesScope;
  onScope: (scope: SeriesScope) => void;
}) {
  const store = useStore();
  const act = useAct();
  const style = useTimeStyle();
  const id = "series" in record ? record.series : undefined;
  const series = useRecord(id);
  const repeat = isRepeating(series) ? repeatOf(series.repeat) : undefined;
  if (!series || !repeat) return null;
  const isKept = store.get(record.id) !== undefined;
  return (
    <section aria-label="Repeats" className="mb-5">
      <p>
        Repeats{" "}
        <button className="link" onClick={() => openRecord(series.id)}>
          {repeatWords(repeat, style)}
        </button>
        {isKept && "; this one was changed separately"}.
      </p>
      <div role="radiogroup" aria-label="Apply changes to" className="mt-1 flex flex-wrap items-center gap-x-3">
        <span className="text-ink-2">Apply changes to</span>
        {seriesScopes.map((one) => (
          <button
            key={one}
            role="radio"
            aria-checked={one === scope}
            className={`min-h-6 ${one === scope ? "font-[680] shadow-[0_2px_0_var(--woad)]" : "text-ink-2 hover:text-ink"}`}
            onClick={() => onScope(one)}
          >
            {scopeWords[one]}
          </button>
        ))}
      </div>
      {isKept && (
        <p className="mt-1 flex gap-3">
          {(["later", "all"] as const).map((one) => (
            <button
              key={one}
              className="link"
              onClick={() => {
                if (act(changeOccurrence, { id: record.id, fields: {}, scope: one }) !== undefined)
                  openRecord(undefined);
              }}
            >
              {one === "all" ? "Change all to match this one" : "Change later ones to match this one"}
            </button>
          ))}
        </p>
      )}
    </section>
  );
}
