"use client";
import { useCallback } from "react";
import { goalsOfSpan } from "@/core/plan";
import { titleOf } from "@/core/things";
import type { DateText } from "@/core/time";
import { openRecord } from "@/ui/navigation";
import { useComputed, useFirstWeekday, useStore } from "@/ui/workspaceContext";

const spans = ["week", "month"] as const;

/** The goals of the week and of the month that a day is in, as a line; nothing where there are none. */
export function SpanGoals({ date, className = "" }: { date: DateText; className?: string }) {
  const store = useStore();
  const firstWeekday = useFirstWeekday();
  const goals = useComputed(
    useCallback((reads) => spans.flatMap((span) => goalsOfSpan(reads, span, date, firstWeekday)), [date, firstWeekday]),
  );
  if (goals.length === 0) return null;
  return (
    <section aria-label="Goals of the week and the month" className={`flex flex-wrap gap-x-4 text-ink-2 ${className}`}>
      {spans.map((span) => {
        const own = goals.filter((goal) => goal.span === span);
        if (own.length === 0) return null;
        return (
          <p key={span} className="min-w-0">
            {span === "week" ? "This week: " : "This month: "}
            {own.map((goal, at) => (
              <span key={goal.id}>
                {at > 0 && ", "}
                <button
                  data-record={goal.id}
                  className={`reach min-h-6 text-left text-ink hover:underline ${goal.state === "done" ? "text-ink-2 line-through" : ""}`}
                  onClick={() => openRecord(goal.id)}
                >
                  {titleOf(goal, store)}
                </button>
              </span>
            ))}
          </p>
        );
      })}
    </section>
  );
}
