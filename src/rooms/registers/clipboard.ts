import Papa from "papaparse";

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
