"use client";
import { useCallback } from "react";
import { reviews, reviewStandings } from "@/core/plan";
import { goTo } from "@/ui/navigation";
import { useComputed, useFirstWeekday } from "@/ui/workspaceContext";

/** The reviews whose time has come, quietly, each as a way to it; nothing where none is due. */
export function DueReviews() {
  const firstWeekday = useFirstWeekday();
  const due = useComputed(
    useCallback((reads) => reviewStandings(reads, firstWeekday).filter(({ isDue }) => isDue), [firstWeekday]),
  );
  return due.map(({ way, running }) => (
    <button
      key={way}
      className="reach hover:underline"
      onClick={() => goTo(running ? `/back/reviews/${running.id}` : "/back/reviews")}
    >
      {reviews[way].title}: {running ? "go on" : "due"}
    </button>
  ));
}
