"use client";
import type { BackPart } from "@/ui/navigation";
import { InsightPart } from "./InsightPart";

/** Where the time went, and what came of what was planned. */
export function LookBackRoom({ part }: { part: BackPart }) {
  return (
    <main data-pane="page" className="look-back min-w-0 flex-1 overflow-y-auto bg-sheet [scrollbar-width:thin]">
      <div className="mx-auto max-w-[1240px] px-7 pt-5 pb-16">{part === "insight" && <InsightPart />}</div>
    </main>
  );
}
