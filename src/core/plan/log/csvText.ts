/** Lines of cells as CSV (RFC 4180). A text that a spreadsheet would take for a formula is marked as a text; a number is none. */
export function csvText(lines: readonly (readonly string[])[]): string {
  return lines.map((line) => `${line.map(csvCell).join(",")}\r\n`).join("");
}

function csvCell(text: string): string {
  const isFormula = /^[=+\-@\t\r]/.test(text) && Number.isNaN(Number(text));
  const guarded = isFormula ? `'${text}` : text;
  return isFormula || /[",\r\n]/.test(guarded) ? `"${guarded.replace(/"/g, '""')}"` : guarded;
}
