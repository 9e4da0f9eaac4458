"use client";
import { useEffect, useId, useMemo, useRef, useState } from "react";
import { isUnfinished, type Id, type Task } from "@/core/model";
import { titleOf } from "@/core/register";
import { useStore } from "@/ui/workspaceContext";

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
        <span className="text-ink-2">A line for each part, then Ctrl Enter</span>
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
        Split it
      </button>
    </div>
  );
}

const mostOffered = 400;

interface MergeFieldProps {
  task: Task;
  onMerge: (into: Id | undefined, title: string) => void;
  onCancel: () => void;
}

/** A page or a task that the thing becomes a line of. */
export function MergeField({ task, onMerge, onCancel }: MergeFieldProps) {
  const store = useStore();
  const list = useId();
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => input.current?.focus(), []);
  const targets = useMemo(() => {
    const notes = store.list("kind", "note");
    const tasks = store
      .list("unfinishedTasks", "all")
      .filter((one) => one.kind === "task" && isUnfinished(one.state) && one.id !== task.id);
    return new Map([...notes, ...tasks].map((record) => [titleOf(record).toLowerCase(), record] as const));
  }, [store, task]);
  const [title, setTitle] = useState("");
  const merge = () => {
    const near = [...targets.keys()].filter((known) => known.includes(title.trim().toLowerCase()));
    const found =
      targets.get(title.trim().toLowerCase()) ?? (near.length === 1 ? targets.get(near[0] as string) : undefined);
    onMerge(found?.id, title.trim());
  };
  return (
    <div className="mt-4 grid max-w-[520px] gap-2">
      <label className="grid gap-1">
        <span className="text-ink-2">Into which page or task, then Enter</span>
        <input
          ref={input}
          className="field"
          list={list}
          value={title}
          onChange={({ target }) => setTitle(target.value)}
          onKeyDown={(event) => {
            event.stopPropagation();
            if (event.key === "Escape") onCancel();
            if (event.key === "Enter" && title.trim() !== "") merge();
          }}
        />
      </label>
      <datalist id={list}>
        {[...targets.values()].slice(0, mostOffered).map((record) => (
          <option key={record.id} value={titleOf(record)} />
        ))}
      </datalist>
    </div>
  );
}
