"use client";
import { useCallback, useEffect, useId, useMemo, useRef, useState } from "react";
import type { Id, Task } from "@/core/model";
import { offerNamed, recordOffers } from "@/core/register";
import { dateOf } from "@/core/time";
import { Combobox } from "@/ui/Combobox";
import { useSettings, useStore, useTimeStyle } from "@/ui/workspaceContext";

interface SplitFieldProps {
  title: string;
  onSplit: (titles: readonly string[]) => void;
  onCancel: () => void;
}

/** One thing as several: a line for each part. */
export function SplitField({ title, onSplit, onCancel }: SplitFieldProps) {
  const [text, setText] = useState(`${title}\n`);
  const area = useRef<HTMLTextAreaElement>(null);
  useEffect(() => {
    area.current?.focus();
    area.current?.setSelectionRange(text.length, text.length);
    // Once, when it opens.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  return (
    <div className="mt-4 grid max-w-[520px] gap-2">
      <label className="grid gap-1">
        <span className="text-ink-2">One part per line, then Ctrl Enter</span>
        <textarea
          ref={area}
          className="field min-h-24 font-words text-page"
          value={text}
          onChange={({ target }) => setText(target.value)}
          onKeyDown={(event) => {
            event.stopPropagation();
            if (event.key === "Escape") onCancel();
            if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) onSplit(text.split("\n"));
          }}
        />
      </label>
      <button className="button justify-self-start" onClick={() => onSplit(text.split("\n"))}>
        Split
      </button>
    </div>
  );
}

interface MergeFieldProps {
  task: Task;
  onMerge: (into: Id | undefined, title: string) => void;
  onCancel: () => void;
}

/** A page or a task that the thing becomes a line of. */
export function MergeField({ task, onMerge, onCancel }: MergeFieldProps) {
  const store = useStore();
  const { priorities } = useSettings();
  const style = useTimeStyle();
  const today = dateOf(store.clock.now());
  const id = useId();
  const targets = useMemo(
    () => [...store.list("kind", "note"), ...store.list("unfinishedTasks", "all")].filter((one) => one.id !== task.id),
    [store, task],
  );
  const offers = useCallback(
    (words: string) => recordOffers({ store, priorities, style, today }, targets, words),
    [store, priorities, style, today, targets],
  );
  return (
    <div className="mt-4 grid max-w-[520px] gap-1">
      <span className="text-ink-2" id={id}>
        Page or task to merge into, then Enter
      </span>
      <Combobox
        begin
        labelledBy={id}
        text=""
        offers={offers}
        named={(all, words) => offerNamed(all, words, false)}
        onTake={({ words, ids, step }) => {
          if (step !== "leave" && words.trim() !== "") onMerge(ids?.[0], words.trim());
          return false;
        }}
        onCancel={onCancel}
      />
    </div>
  );
}
