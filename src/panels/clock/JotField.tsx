"use client";
import { useState } from "react";
import type { ClockRun } from "@/core/model";
import { jot } from "@/core/commands/jot";
import { useAct } from "@/ui/workspaceContext";

/** A line for what comes up meanwhile: it goes to the page of the day, with the hour and what one is working on. */
export function JotField({ run }: { run: ClockRun }) {
  const act = useAct();
  const [words, setWords] = useState("");
  return (
    <form
      className="mt-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (act(jot, { words, on: run.on }) !== undefined) setWords("");
      }}
    >
      <input
        className="field w-full"
        aria-label="Jot something down"
        placeholder="Jot it down and go on"
        value={words}
        onChange={(event) => setWords(event.target.value)}
      />
    </form>
  );
}
