/** One replacement in a text: the characters from `from` to `to` give way to `insert`. */
export interface Edit {
  readonly from: number;
  readonly to: number;
  readonly insert: string;
}

/** The text with all edits made; they count in the text as it was, and do not overlap. */
export function applyEdits(text: string, edits: readonly Edit[]): string {
  if (edits.length === 0) return text;
  const ordered = [...edits].sort((a, b) => a.from - b.from || a.to - b.to);
  let result = "";
  let at = 0;
  for (const edit of ordered) {
    result += text.slice(at, edit.from) + edit.insert;
    at = edit.to;
  }
  return result + text.slice(at);
}
