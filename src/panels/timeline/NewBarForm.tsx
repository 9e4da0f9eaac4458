"use client";
import { useState } from "react";
import type { TimelineRow } from "@/core/plan";

/** A bar that was drawn and waits for what it is called. */
export interface NewBar {
  readonly row: TimelineRow;
  /** Local minutes since 1970. */
  readonly start: number;
  readonly end: number;
  /** Where its upper left corner lies on the screen of the timeline, and how wide it is, in pixels. */
  readonly left: number;
  readonly top: number;
  readonly width: number;
}

interface NewBarFormProps {
  left: number;
  top: number;
  words: string;
  onTake: (title: string) => void;
  onClose: () => void;
}

/** Asks what a drawn bar is called. */
export function NewBarForm({ left, top, words, onTake, onClose }: NewBarFormProps) {
  const [title, setTitle] = useState("");
  return (
    <form
      aria-label="New bar"
      className="absolute z-30 flex w-[262px] gap-2 border border-ink-3 bg-sheet p-2"
      style={{ left, top }}
      onSubmit={(event) => {
        event.preventDefault();
        onTake(title);
      }}
      onKeyDown={(event) => {
        if (event.key !== "Escape") return;
        event.preventDefault();
        event.stopPropagation();
        onClose();
      }}
    >
      <input
        autoFocus
        className="field min-w-0 flex-1"
        aria-label={`Title, ${words}`}
        placeholder="Title"
        value={title}
        onChange={({ target }) => setTitle(target.value)}
      />
      <button className="button">Add</button>
    </form>
  );
}
