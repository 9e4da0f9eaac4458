/*
 * Blocks of cells as spreadsheet programs put them on the clipboard: tab-separated, a cell in double quotes where it
 * holds a tab, a line break or a quote.
 */

/** Cells, line by line, of a tab-separated text. */
export function blockOfText(text: string): string[][] {
  const lines: string[][] = [[]];
  const cell = /\t|\r\n|\r|\n|"((?:[^"]|"")*)"(?=\t|\r|\n|$)|([^\t\r\n]+)/g;
  let filled = false;
  const line = () => lines[lines.length - 1] as string[];
  for (const [whole, quoted, plain] of text.matchAll(cell)) {
    if (whole === "\t") {
      if (!filled) line().push("");
      filled = false;
    } else if (quoted !== undefined && !filled) {
      line().push(quoted.replace(/""/g, '"'));
      filled = true;
    } else if (plain === undefined && quoted === undefined) {
      if (!filled && line().length > 0) line().push("");
      lines.push([]);
      filled = false;
    } else if (filled) line()[line().length - 1] += whole;
    else {
      line().push(whole);
      filled = true;
    }
  }
  if (!filled && line().length > 0) line().push("");
  if (line().length === 0) lines.pop();
  return lines.map((cells) => (cells.length === 0 ? [""] : cells));
}

/** A tab-separated text of cells. */
export function textOfBlock(lines: readonly (readonly string[])[]): string {
  const quoted = (cell: string) => (/[\t\r\n"]/.test(cell) ? `"${cell.replace(/"/g, '""')}"` : cell);
  return lines.map((line) => line.map(quoted).join("\t")).join("\n");
}
