import type { EditorState, Line } from "@codemirror/state";
import { readAttributes, type Attributes } from "@/core/page";

/** What a line of a page is made of. Offsets count in the document. */
export interface LineParts {
  readonly line: Line;
  readonly indent: string;
  /** The mark of a list with the blank behind it, and the box behind that: `- [ ] `. */
  readonly mark: string;
  readonly box: string;
  /** Where the words begin, and where they end: before the attributes and the one blank that leads to them. */
  readonly wordsFrom: number;
  readonly wordsTo: number;
  readonly attributes: Attributes | undefined;
}

const prefix = /^(\s*)(?:([-*+]|\d{1,9}[.)])([ \t]+))?/;

/** Takes a line apart. */
export function partsOfLine(line: Line): LineParts {
  const [whole, indent = "", sign = "", blank = ""] = prefix.exec(line.text) ?? [""];
  const rest = line.text.slice(whole.length);
  const box = sign ? (/^\[[ xX]\](?:[ \t]+|$)/.exec(rest)?.[0] ?? "") : "";
  const attributes = readAttributes(line.text);
  const wordsFrom = line.from + whole.length + box.length;
  const hiddenFrom = attributes
    ? line.from + attributes.from - (line.text[attributes.from - 1] === " " ? 1 : 0)
    : line.to;
  return { line, indent, mark: sign + blank, box, wordsFrom, wordsTo: Math.max(wordsFrom, hiddenFrom), attributes };
}

/** The parts of the line at a position. */
export function partsAt(state: EditorState, at: number): LineParts {
  return partsOfLine(state.doc.lineAt(at));
}

/** Whether a line is a task line: only a hyphen's box is one. */
export function isTaskLine({ mark, box }: LineParts): boolean {
  return box !== "" && mark.startsWith("-");
}
