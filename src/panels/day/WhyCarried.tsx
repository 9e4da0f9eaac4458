"use client";
import { useState, type FormEvent } from "react";
import { carry, setState } from "@/core/commands";
import type { Task } from "@/core/model";
import { plainTitle } from "@/core/page";
import { carriedText } from "@/core/plan";
import { relativeDateText, type DateText } from "@/core/time";
import { openRecord } from "@/ui/navigation";
import { useAct, useTimeStyle } from "@/ui/workspaceContext";

interface WhyCarriedProps {
  task: Task;
  to: DateText;
  today: DateText;
  /** Whether it is not carried without a reason. */
  mustSay: boolean;
  onEnd: () => void;
}

/** Asks what keeps a task that is put off again and again, before it is put off once more. */
export function WhyCarried({ task, to, today, mustSay, onEnd }: WhyCarriedProps) {
  const act = useAct();
  const style = useTimeStyle();
  const [why, setWhy] = useState("");
  const isMissing = mustSay && why.trim() === "";
  const done = (said: string | undefined) => said !== undefined && onEnd();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (!isMissing) done(act(carry, { tasks: [task.id], to, why }));
  };
  return (
    <form
      onSubmit={submit}
      aria-label={`What keeps ${plainTitle(task.title)}`}
      className="mt-1 border-l-2 border-madder pl-3"
      onKeyDown={(event) => {
        if (event.key !== "Escape") return;
        event.stopPropagation();
        onEnd();
      }}
    >
      <label className="block">
        <span className="font-semibold">
          {carriedText(task.carried)[0]!.toUpperCase() + carriedText(task.carried).slice(1)}. What keeps it?
        </span>
        <input
          autoFocus
          className="field mt-1 w-full"
          placeholder={mustSay ? "A few words, without which it is not carried" : "A few words, for its note"}
          value={why}
          onChange={({ target }) => setWhy(target.value)}
        />
      </label>
      <span className="mt-1 flex flex-wrap items-center gap-x-1">
        <button type="submit" className="button-quiet font-semibold text-woad" disabled={isMissing}>
          Carry to {relativeDateText(to, today, style)}
        </button>
        <button
          type="button"
          className="button-quiet"
          onClick={() => done(act(setState, { tasks: [task.id], state: "waiting" }))}
        >
          It waits for somebody
        </button>
        <button type="button" className="button-quiet" onClick={() => openRecord(task.id)}>
          It is too large
        </button>
        <button
          type="button"
          className="button-quiet"
          onClick={() => done(act(setState, { tasks: [task.id], state: "dropped" }))}
        >
          It will not be done
        </button>
        <button type="button" className="button-quiet" onClick={onEnd}>
          Cancel
        </button>
      </span>
    </form>
  );
}
