import { EditorSelection, EditorState, type ChangeSpec, type StateCommand, type Transaction } from "@codemirror/state";
import { indentLess, indentMore } from "@codemirror/commands";
import { syntaxTree } from "@codemirror/language";
import type { KeyBinding } from "@codemirror/view";
import type { SyntaxNode } from "@lezer/common";
import { moveLines } from "./moveLines";
import { ownAct } from "./sync";
import { isTaskLine, partsAt, partsOfLine, type LineParts } from "./lineParts";

type Target = { state: EditorState; dispatch: (transaction: Transaction) => void };

/**
 * Keeps a lone cursor among the words of a line: not before the mark of its list, and not in the hidden attributes at
 * its end.
 */
export const cursorAmongWords = EditorState.transactionFilter.of((transaction) => {
  if (!transaction.selection) return transaction;
  const { newDoc, newSelection } = transaction;
  let moved = false;
  const ranges = newSelection.ranges.map((range) => {
    if (!range.empty || isInCode(transaction.startState, range.head)) return range;
    const line = newDoc.lineAt(range.head);
    const { wordsFrom, wordsTo, mark } = partsOfLine(line);
    const to = mark !== "" && range.head < wordsFrom ? wordsFrom : range.head > wordsTo ? wordsTo : range.head;
    if (to === range.head) return range;
    moved = true;
    return EditorSelection.cursor(to, to === wordsTo ? -1 : 1);
  });
  return moved
    ? [transaction, { selection: EditorSelection.create(ranges, newSelection.mainIndex), sequential: true }]
    : transaction;
});

function lone(state: EditorState): LineParts | undefined {
  const { main, ranges } = state.selection;
  return ranges.length === 1 && main.empty && !isInCode(state, main.head) ? partsAt(state, main.head) : undefined;
}

/** Whether a position lies in a block of code, where no mark means anything. */
function isInCode(state: EditorState, at: number): boolean {
  for (let node: SyntaxNode | null = syntaxTree(state).resolveInner(Math.min(at, state.doc.length), -1); node;)
    if (node.name === "FencedCode" || node.name === "CodeBlock") return true;
    else node = node.parent;
  return false;
}

function change({ state, dispatch }: Target, changes: ChangeSpec, cursor: number) {
  dispatch(state.update({ changes, selection: { anchor: cursor }, scrollIntoView: true, userEvent: "input" }));
  return true;
}

/** In a list, goes on with the list; in an empty item, ends it. The words behind the cursor go along, the id stays. */
const enter: StateCommand = (target) => {
  const { state } = target;
  const parts = lone(state);
  if (!parts) return false;
  const { line, indent, mark, box, wordsFrom, wordsTo, attributes } = parts;
  const at = state.selection.main.head;
  if (mark === "" && !attributes) return false;
  if (at < wordsFrom) return false;
  if (mark !== "" && wordsFrom >= wordsTo && line.to - wordsTo <= 1) {
    const shorter = indent.slice(0, Math.max(0, indent.length - 2));
    const kept = indent === "" ? "" : shorter + mark + box;
    return change(target, { from: line.from, to: line.to, insert: kept }, line.from + kept.length);
  }
  const tail = state.sliceDoc(at, wordsTo);
  const number = /^(\d+)([.)]\s+)$/.exec(mark);
  const nextMark = number ? `${Number(number[1]) + 1}${number[2]}` : mark;
  const head = `\n${indent}${nextMark}${box === "" ? "" : "[ ] "}`;
  const end = line.to - (wordsTo - at);
  return change(
    target,
    [
      { from: at, to: wordsTo },
      { from: line.to, insert: head + tail },
    ],
    end + head.length,
  );
};

/** At the words of a list item takes its mark away step by step; at a line's beginning joins it to the one above. */
const backspace: StateCommand = (target) => {
  const { state } = target;
  const parts = lone(state);
  if (!parts) return false;
  const { line, indent, mark, box, wordsFrom, wordsTo } = parts;
  const at = state.selection.main.head;
  if (at !== wordsFrom && at !== line.from) return false;
  if (mark !== "" && at === wordsFrom) {
    if (indent.length >= 2) return change(target, { from: line.from, to: line.from + 2 }, at - 2);
    const from = line.from + indent.length + (box === "" ? 0 : mark.length);
    return change(target, { from, to: wordsFrom }, from);
  }
  if (line.number === 1) return false;
  const above = partsOfLine(state.doc.line(line.number - 1));
  if (!above.attributes) return false;
  const words = state.sliceDoc(at, wordsTo);
  return change(
    target,
    [
      { from: above.wordsTo, insert: words },
      { from: above.line.to, to: line.to },
    ],
    above.wordsTo,
  );
};

/** Before hidden attributes, takes the words of the line below up. */
const deleteForward: StateCommand = (target) => {
  const { state } = target;
  const parts = lone(state);
  if (!parts?.attributes || state.selection.main.head !== parts.wordsTo || parts.line.number === state.doc.lines)
    return false;
  const below = partsOfLine(state.doc.line(parts.line.number + 1));
  const words = state.sliceDoc(below.wordsFrom, below.wordsTo);
  return change(
    target,
    [
      { from: parts.wordsTo, insert: words },
      { from: parts.line.to, to: below.line.to },
    ],
    parts.wordsTo,
  );
};

/** Over the hidden attributes, on to the next line. */
const right: StateCommand = ({ state, dispatch }) => {
  const parts = lone(state);
  if (!parts?.attributes || state.selection.main.head !== parts.wordsTo || parts.line.to >= state.doc.length)
    return false;
  dispatch(state.update({ selection: { anchor: parts.line.to + 1 }, scrollIntoView: true, userEvent: "select" }));
  return true;
};

/** Before the words of a list line, on to the end of the line above. */
const left: StateCommand = ({ state, dispatch }) => {
  const parts = lone(state);
  if (!parts || parts.mark === "" || state.selection.main.head !== parts.wordsFrom || parts.line.number === 1)
    return false;
  dispatch(state.update({ selection: { anchor: parts.line.from - 1 }, scrollIntoView: true, userEvent: "select" }));
  return true;
};

const inList = (state: EditorState) => state.selection.ranges.some((range) => partsAt(state, range.head).mark !== "");
const nest: StateCommand = (target) => inList(target.state) && indentMore(target);
const unnest: StateCommand = (target) => inList(target.state) && indentLess(target);

/** Sets or takes away what begins each selected line: a box, a list mark, a heading's signs. */
export function toggleLines(kind: "task" | "list" | "heading"): StateCommand {
  return ({ state, dispatch }) => {
    const changes: ChangeSpec[] = [];
    const seen = new Set<number>();
    for (const range of state.selection.ranges)
      for (let at = range.from; at <= range.to;) {
        const line = state.doc.lineAt(at);
        at = line.to + 1;
        if (seen.has(line.from)) continue;
        seen.add(line.from);
        const parts = partsOfLine(line);
        const start = line.from + parts.indent.length;
        const heading = /^#{1,6}\s+/.exec(line.text)?.[0] ?? "";
        const from = { from: start, to: parts.wordsFrom + (parts.mark === "" ? heading.length : 0) };
        if (kind === "task") changes.push({ ...from, insert: isTaskLine(parts) ? "- " : "- [ ] " });
        else if (kind === "list") changes.push({ ...from, insert: parts.mark !== "" && parts.box === "" ? "" : "- " });
        else changes.push({ ...from, from: line.from, insert: heading === "## " ? "" : "## " });
      }
    dispatch(state.update({ changes, scrollIntoView: true, userEvent: "input" }));
    return true;
  };
}

/** Puts signs around the selection, or takes them away. */
export function toggleAround(sign: string): StateCommand {
  return ({ state, dispatch }) => {
    dispatch(
      state.update(
        state.changeByRange((range) => {
          const length = sign.length;
          const within =
            state.sliceDoc(range.from - length, range.from) === sign &&
            state.sliceDoc(range.to, range.to + length) === sign;
          if (within)
            return {
              changes: [
                { from: range.from - length, to: range.from },
                { from: range.to, to: range.to + length },
              ],
              range: EditorSelection.range(range.from - length, range.to - length),
            };
          return {
            changes: [
              { from: range.from, insert: sign },
              { from: range.to, insert: sign },
            ],
            range: EditorSelection.range(range.from + length, range.to + length),
          };
        }),
        { userEvent: "input" },
      ),
    );
    return true;
  };
}

/** Puts the selection between the brackets of a link to a page. */
export const linkSelection: StateCommand = ({ state, dispatch }) => {
  dispatch(
    state.update(
      state.changeByRange((range) => ({
        changes: [
          { from: range.from, insert: "[[" },
          { from: range.to, insert: "]]" },
        ],
        range: EditorSelection.cursor(range.to + (range.empty ? 2 : 4)),
      })),
      { userEvent: "input" },
    ),
  );
  return true;
};

/** Ticks all task lines that the selection touches off, or opens them again where all are done. Not for a single line. */
const tickLines: StateCommand = ({ state, dispatch }) => {
  const { from, to } = state.selection.main;
  const [first, last] = [state.doc.lineAt(from).number, state.doc.lineAt(to).number];
  if (first === last) return false;
  const lines = Array.from({ length: last - first + 1 }, (_, at) => partsOfLine(state.doc.line(first + at))).filter(
    isTaskLine,
  );
  if (lines.length === 0) return false;
  const opens = lines.every(({ box }) => box[1] !== " ");
  const changes = lines
    .filter(({ box }) => (box[1] === " ") !== opens)
    .map(({ line, indent, mark }) => {
      const at = line.from + indent.length + mark.length + 1;
      return { from: at, to: at + 1, insert: opens ? " " : "x" };
    });
  dispatch(state.update({ changes, userEvent: "input", annotations: ownAct.of(true) }));
  return true;
};

/**
 * Ticks the task line under the cursor off, or opens it again; a plain line becomes a task. With several lines chosen,
 * all their tasks.
 */
export const toggleTick: StateCommand = (target) => {
  if (tickLines(target)) return true;
  const parts = lone(target.state);
  if (!parts) return false;
  const { line, indent, mark, box } = parts;
  if (box === "") return toggleLines("task")(target);
  const at = line.from + indent.length + mark.length + 1;
  target.dispatch(
    target.state.update({ changes: { from: at, to: at + 1, insert: box[1] === " " ? "x" : " " }, userEvent: "input" }),
  );
  return true;
};

/** The keys of a page, before the platform's usual ones. */
export const pageKeys: readonly KeyBinding[] = [
  { key: "Enter", run: enter },
  { key: "Backspace", run: backspace },
  { key: "Delete", run: deleteForward },
  { key: "ArrowLeft", run: left },
  { key: "Mod-ArrowLeft", mac: "Alt-ArrowLeft", run: left },
  { key: "ArrowRight", run: right },
  { key: "Mod-ArrowRight", mac: "Alt-ArrowRight", run: right },
  { key: "Tab", run: nest },
  { key: "Shift-Tab", run: unnest },
  { key: "Mod-Enter", run: toggleTick },
  { key: "Alt-Shift-ArrowUp", run: moveLines("up") },
  { key: "Alt-Shift-ArrowDown", run: moveLines("down") },
  { key: "Mod-b", run: toggleAround("**") },
  { key: "Mod-i", run: toggleAround("*") },
];
