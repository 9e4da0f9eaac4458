import type { ClipboardEvent } from "react";
import {
  clearedCells,
  copiedCells,
  filledCells,
  isWiderTable,
  pastedCells,
  type CellGrid,
  type CellRange,
  type Register,
} from "@/core/register";
import type { Fields } from "@/core/store";
import type { Writing } from "@/panels/fields/cells";
import { handFile } from "@/ui/handed";
import { putOnClipboard, takenFromClipboard } from "./clipboard";
import { useSetCells } from "./useSetCells";

interface CellBlock {
  writing: Writing;
  register: Register;
  grid: CellGrid;
  /** The cells that are chosen. */
  range: CellRange;
  /** What a new record is given so that the lens shows it. */
  onGiven: () => Fields;
  isEditing: boolean;
}

/** What is done with all chosen cells at once, each in one act. */
export function useCellBlock({ writing, register, grid, range, onGiven, isEditing }: CellBlock) {
  const setCells = useSetCells();
  const clear = () => void setCells(register, clearedCells(grid, range));
  return {
    clear,
    fillDown: () => void setCells(register, filledCells(writing.values, grid, range)),
    copy(event: ClipboardEvent) {
      const block = isEditing ? [] : copiedCells(writing.values, grid, range);
      if (block.length === 0) return;
      event.preventDefault();
      putOnClipboard(event.clipboardData, block);
      if (event.type === "cut") clear();
    },
    paste(event: ClipboardEvent) {
      if (isEditing) return;
      event.preventDefault();
      const text = event.clipboardData.getData("text/plain");
      // What has more columns than there are fields is read as a table, so that none of it is lost without a word.
      if (isWiderTable(grid, range, text))
        return handFile(new File([text], text.includes("\t") ? "Pasted table.tsv" : "Pasted table.csv"));
      const { cells, below } = pastedCells(grid, range, takenFromClipboard(event.clipboardData));
      // What goes on below the last line becomes records of its own.
      const rows = register.kind === "day" ? [] : below.map((texts) => ({ given: onGiven(), texts }));
      setCells(register, cells, rows);
    },
  };
}
