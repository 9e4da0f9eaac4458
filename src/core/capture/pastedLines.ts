/** The lines of pasted text that hold words, without the marks of a list. A tick stays: it says that it is done. */
export function pastedLines(text: string): string[] {
  return text
    .split(/\r\n|\r|\n/)
    .map((line) => line.replace(/^\s*(?:[-*+•]|\d{1,3}[.)])\s+(?:\[ \]\s+)?/, "").trim())
    .filter((line) => line !== "");
}
