import type { MouseEvent, PointerEvent } from "react";
import { openRecord } from "@/ui/navigation";

interface TablePointer {
  go: (line: number, column: number, extend: boolean) => void;
  edit: (line: number, column: number) => void;
  /** Stops editing. */
  stop: () => void;
  toggle: (line: number, column: number) => boolean;
  focusBack: () => void;
}

/** The cell that an element stands in. */
function cellAt(target: EventTarget): { line: number; column: number } | undefined {
  const cell = (target as HTMLElement).closest<HTMLElement>("[data-column-at]");
  return cell ? { line: Number(cell.dataset.line), column: Number(cell.dataset.columnAt) } : undefined;
}

/** What pressing, pressing twice and clicking mean in the rows of a table. */
export function useTablePointer({ go, edit, stop, toggle, focusBack }: TablePointer) {
  return {
    onPointerDown(event: PointerEvent) {
      const at = cellAt(event.target);
      if (!at || event.button !== 0 || (event.target as HTMLElement).closest("a, input, ul")) return;
      event.preventDefault();
      focusBack();
      stop();
      go(at.line, at.column, event.shiftKey);
    },
    onDoubleClick(event: MouseEvent) {
      const at = cellAt(event.target);
      if (at && !(event.target as HTMLElement).closest("input, ul, [data-tick]")) edit(at.line, at.column);
    },
    onClick(event: MouseEvent) {
      const tick = (event.target as HTMLElement).closest<HTMLElement>("[data-tick]");
      const cell = tick ? cellAt(tick) : undefined;
      if (cell) return void toggle(cell.line, cell.column);
      const button = (event.target as HTMLElement).closest<HTMLElement>("[data-open]");
      if (button) openRecord(button.dataset.open);
    },
  };
}
