"use client";
import { GatherPanel } from "@/panels/gather/GatherPanel";

/** The room where the inbox is emptied. */
export function GatherRoom() {
  return (
    <main data-pane="page" className="flex min-w-0 flex-1 bg-sheet">
      <GatherPanel title="Gather" />
    </main>
  );
}
