"use client";
import { estimateText, durationText, type DateText } from "@/core/time";
import { PullStrand } from "@/panels/hours/PullStrand";
import { openRecord } from "@/ui/navigation";
import { relativeMomentText } from "@/core/time";
import { useTimeStyle } from "@/ui/workspaceContext";
import { isUrgent, type MatrixCard, type Quadrant } from "./matrixCards";

interface MatrixListProps {
  cards: readonly MatrixCard[];
  quadrants: readonly Quadrant[];
  urgentDays: number;
  /** The first level of the lower half. */
  middle: number;
  today: DateText;
}

/** The same as the matrix, one field below the other. */
export function MatrixList({ cards, quadrants, urgentDays, middle, today }: MatrixListProps) {
  const style = useTimeStyle();
  return (
    <div className="min-h-0 flex-1 overflow-y-auto px-4 pb-16 [scrollbar-width:thin]" data-pane-focus="" tabIndex={-1}>
      {quadrants.map(({ name, urgent, vital, count, minutes }) => (
        <section key={name} aria-label={name}>
          <h2 className="mt-4 flex items-baseline gap-3 border-b border-ink pb-1">
            <span className="font-words text-[17px] font-semibold">{name}</span>
            <span className="text-small text-ink-2">
              {count} {count === 1 ? "task" : "tasks"}
              {minutes > 0 && `, ${durationText(minutes)}`}
            </span>
          </h2>
          <ul>
            {cards
              .filter((card) => isUrgent(card, urgentDays) === urgent && card.band < middle === vital)
              .map(({ task, title, pull, dye, minutes: own }) => (
                <li key={task.id} className="border-b border-hairline">
                  <button
                    className="grid min-h-8 w-full grid-cols-[26px_1fr_auto] items-baseline gap-x-2 py-1 text-left hover:bg-sunk"
                    onClick={() => openRecord(task.id)}
                  >
                    <PullStrand points={pull.points} dye={dye} />
                    <span className="min-w-0 truncate">
                      {title}
                      <span className="sr-only">, pull {pull.points}</span>
                    </span>
                    <span className="text-small text-ink-2">
                      {[
                        task.due ? `due ${relativeMomentText(task.due, today, style)}` : "",
                        own > 0 ? estimateText(own) : "",
                      ]
                        .filter(Boolean)
                        .join(", ")}
                    </span>
                  </button>
                </li>
              ))}
          </ul>
        </section>
      ))}
    </div>
  );
}
