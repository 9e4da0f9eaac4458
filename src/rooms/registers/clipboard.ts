import Papa from "papaparse";
import type { CopiedCell } from "@/core/register";

/*
 * Blocks of cells as spreadsheet programs put them on the clipboard: tab-separated, a cell in double quotes where it
 * holds a tab, a line break or a quote; often with a line break at the end.
 */

/** Cells, line by line, of a tab-separated text. */
export function blockOfText(text: string): string[][] {
  const whole = text.replace(/(\r\n|\r|\n)$/, "");
  const { data } = Papa.parse<string[]>(whole, { delimiter: "\t", skipEmptyLines: false });
  return data.length === 0 ? [[""]] : data;
}

/** A tab-separated text of cells. */
export function textOfBlock(lines: readonly (readonly string[])[]): string {
  return `${Papa.unparse(lines as string[][], { delimiter: "\t", newline: "\n", skipEmptyLines: false })}\n`;
}

const cellsType = "text/x-pensum-cells";

/** Puts a block on the clipboard: as text for other programs, and with its values for a table of Pensum. */
export function putOnClipboard(data: DataTransfer, block: readonly (readonly CopiedCell[])[]) {
  data.setData("text/plain", textOfBlock(block.map((line) => line.map(({ text }) => text))));
  if (block.some((line) => line.some(({ meaning }) => meaning !== undefined)))
    data.setData(cellsType, JSON.stringify(block));
}

/** The block that is on the clipboard; with its values only where these are of this very text. */
export function takenFromClipboard(data: DataTransfer): CopiedCell[][] {
  const texts = blockOfText(data.getData("text/plain"));
  const held = cellsOf(data.getData(cellsType));
  return texts.map((line, at) =>
    line.map((text, across) => {
      const cell = held?.[at]?.[across];
      return cell?.text === text ? cell : { text };
    }),
  );
}

/** Cells as this or another tab wrote them; anything else is none. Their values are checked where they are set. */
function cellsOf(json: string): readonly (readonly (CopiedCell | undefined)[])[] | undefined {
  if (!json) return undefined;
  try {
    const read: unknown = JSON.parse(json);
    return Array.isArray(read) && read.every((line) => Array.isArray(line)) ? read : undefined;
  } catch {
    return undefined;
  }
}
