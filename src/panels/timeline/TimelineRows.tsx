import type { Ref } from "react";
import type { Id } from "@/core/model";
import type { TimelineRow } from "@/core/plan";
import type { PlacedRow } from "./drawTimeline";

interface TimelineRowsProps {
  ref: Ref<HTMLUListElement>;
  placed: readonly PlacedRow[];
  rowTitle: (row: TimelineRow) => string;
  rowNote: (row: TimelineRow) => string;
  onOpenRow: (row: TimelineRow) => void;
  onFold: (row: Id) => void;
}

/** What the rows are called, beside the canvas. */
export function TimelineRows({ ref, placed, rowTitle, rowNote, onOpenRow, onFold }: TimelineRowsProps) {
  return (
    <ul ref={ref} aria-label="Rows">
      {placed.map(({ row, top, folded }) => (
        <li key={row.id} className="absolute left-0 w-full px-4" style={{ top: top + 4 }}>
          <button
            className="pointer-events-auto block min-h-6 max-w-full truncate text-left font-semibold hover:underline"
            aria-expanded={!folded}
            onClick={() => onOpenRow(row)}
          >
            {rowTitle(row)}
          </button>
          <span className="block truncate text-small text-ink-2">
            {rowNote(row)}{" "}
            <button
              className="link pointer-events-auto min-h-6 min-w-6"
              aria-label={`${folded ? "Unfold" : "Fold"} ${rowTitle(row)}`}
              onClick={() => onFold(row.id)}
            >
              {folded ? `show ${row.bars.length}` : "fold"}
            </button>
          </span>
        </li>
      ))}
    </ul>
  );
}
