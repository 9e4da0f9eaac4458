/** The name of a file, without its folder and its ending. */
export function stemOf(path: string): string {
  return path.slice(path.lastIndexOf("/") + 1).replace(/\.(?:md|markdown)$/i, "");
}

/** The words of the first heading of a page, without marks; undefined where it has none before its first fence. */
export function firstHeading(text: string): string | undefined {
  for (const line of text.split("\n", 400)) {
    if (/^\s*(?:```|~~~)/.test(line)) return undefined;
    const words = /^\uFEFF? {0,3}#{1,6}[ \t]+(.*?)(?:[ \t]+#+)?[ \t]*\r?$/.exec(line)?.[1];
    if (words) return words.trim() === "" ? undefined : words.trim();
  }
  return undefined;
}
