import { EditorSelection, type ChangeSpec, type EditorState, type StateCommand } from "@codemirror/state";
import type { EditorView } from "@codemirror/view";
import { blockOfLine, indented, moveRun, stepRun, withoutIds, type LineRun, type MovedLines } from "@/core/page";
import { partsAt, partsOfLine, type LineParts } from "./lineParts";
import { ownAct } from "./sync";

/**
 * How lines stand on the clipboard beside their plain text: with the ids by which their records are known, so that what is
 * cut here and pasted there, on another page or in another tab, is the same task.
 */
const linesType = "application/x-pensum-lines";

function linesOf(state: EditorState): string[] {
  return state.doc.toString().split("\n");
}

/** The lines of the selection, with what is nested in the last of them. */
function chosenRun(state: EditorState): LineRun {
  const { from, to } = state.selection.main;
  const [first, last] = [state.doc.lineAt(from).number - 1, state.doc.lineAt(to).number - 1];
  const lines = linesOf(state);
  return { first, last: Math.max(last, blockOfLine(lines, first).last, blockOfLine(lines, last).last) };
}

/** The change that brings lines into another order: only those between the first and the last that differ. */
function reordered(state: EditorState, { lines }: MovedLines): ChangeSpec | undefined {
  const before = linesOf(state);
  const first = before.findIndex((line, at) => line !== lines[at]);
  if (first < 0) return undefined;
  let last = before.length - 1;
  while (before[last] === lines[last]) last--;
  return {
    from: state.doc.line(first + 1).from,
    to: state.doc.line(last + 1).to,
    insert: lines.slice(first, last + 1).join("\n"),
  };
}

function carriedOut(state: EditorState, run: LineRun, moved: MovedLines) {
  const changes = reordered(state, moved);
  if (!changes) return undefined;
  const { anchor, head } = state.selection.main;
  const offset = state.doc.line(run.first + 1).from;
  const start = moved.lines.slice(0, moved.first).reduce((sum, line) => sum + line.length + 1, 0);
  const size = moved.lines.reduce((sum, line) => sum + line.length + 1, -1);
  const at = (position: number) => Math.max(0, Math.min(size, start + position - offset));
  return state.update({
    changes,
    selection: EditorSelection.single(at(anchor), at(head)),
    scrollIntoView: true,
    userEvent: "move.line",
    annotations: ownAct.of(true),
  });
}

/** Moves the chosen lines, with what is nested in them, a step up or down. */
export function moveLines(way: "up" | "down"): StateCommand {
  return ({ state, dispatch }) => {
    const run = chosenRun(state);
    const transaction = carriedOut(state, run, stepRun(linesOf(state), run, way));
    if (transaction) dispatch(transaction);
    return true;
  };
}

/** Moves a line, with what is nested in it, before line `to`, counted from 0. */
export function moveLineTo(view: EditorView, line: number, to: number): void {
  const { state } = view;
  const run = blockOfLine(linesOf(state), line);
  const transaction = carriedOut(state, run, moveRun(linesOf(state), run, to));
  if (transaction) view.dispatch(transaction);
}

interface Taken {
  readonly parts: readonly LineParts[];
  /** Whether whole lines are meant, and not only the words of one. */
  readonly whole: boolean;
}

/**
 * The lines whose words are all chosen: they are meant as lines, whether their box, mark and hidden attributes are chosen
 * along or not. Undefined where a line is chosen in part, or nothing is that has a record.
 */
function takenLines(state: EditorState): Taken | undefined {
  const { main, ranges } = state.selection;
  if (main.empty || ranges.length > 1) return undefined;
  const parts: LineParts[] = [];
  for (let at = main.from; at <= main.to;) {
    const one = partsAt(state, at);
    at = one.line.to + 1;
    // A selection that ends before the words of a line does not mean that line.
    if (main.to <= one.wordsFrom && one.line.from > main.from && one.wordsFrom > one.line.from) break;
    if (main.to === one.line.from && one.line.from > main.from) break;
    if (one.wordsFrom < main.from && one.line.from !== main.from && one.wordsTo > one.wordsFrom) return undefined;
    if (main.to < one.wordsTo) return undefined;
    parts.push(one);
  }
  if (!parts.some(({ attributes, mark }) => attributes?.id !== undefined || mark !== "")) return undefined;
  const [first] = parts;
  const last = parts[parts.length - 1];
  if (!first || !last) return undefined;
  return { parts, whole: parts.length > 1 || main.from < first.wordsFrom || main.to > last.line.to };
}

/** Copies or cuts lines so that they can be put somewhere else as what they are. False leaves it to the platform. */
export function takeLines(event: ClipboardEvent, view: EditorView, cut: boolean): boolean {
  const taken = takenLines(view.state);
  const data = event.clipboardData;
  if (!taken || !data) return false;
  const { parts, whole } = taken;
  const [first, last] = [parts[0] as LineParts, parts[parts.length - 1] as LineParts];
  const raw = view.state.sliceDoc(first.line.from, last.line.to);
  event.preventDefault();
  data.setData(linesType, JSON.stringify({ raw, whole }));
  data.setData("text/plain", whole ? `${withoutIds(raw)}\n` : view.state.sliceDoc(first.wordsFrom, first.wordsTo));
  if (!cut) return true;
  const { doc } = view.state;
  const changes = whole
    ? last.line.to < doc.length
      ? { from: first.line.from, to: last.line.to + 1 }
      : { from: Math.max(0, first.line.from - 1), to: last.line.to }
    : { from: first.wordsFrom, to: first.wordsTo };
  view.dispatch({
    changes,
    selection: { anchor: changes.from },
    scrollIntoView: true,
    userEvent: "delete.cut",
    annotations: ownAct.of(true),
  });
  return true;
}

/** Puts lines down that were taken from a page. False leaves it to the platform. */
export function putLines(event: ClipboardEvent, view: EditorView): boolean {
  const held = readTaken(event.clipboardData?.getData(linesType));
  if (!held) return false;
  const { state } = view;
  const { main } = state.selection;
  const here = partsAt(state, main.head);
  const isEmpty = here.wordsTo <= here.wordsFrom && !here.attributes;
  // Words in the middle of other words are words.
  if (!held.whole && !isEmpty) return false;
  event.preventDefault();
  const lines = indented(held.raw.split("\n"), here.mark === "" ? "" : here.indent);
  const ids = new Set(held.raw.match(/(?<=\{#)[a-z0-9-]+/g) ?? []);
  // Where its words were taken out, the line of the same task goes: it stands here now.
  const emptied: { from: number; to: number }[] = [];
  for (let number = 1; number <= state.doc.lines; number++) {
    const parts = partsOfLine(state.doc.line(number));
    if (parts.attributes?.id && ids.has(parts.attributes.id) && parts.wordsTo <= parts.wordsFrom)
      emptied.push({ from: parts.line.from, to: Math.min(state.doc.length, parts.line.to + 1) });
  }
  const text = lines.join("\n");
  const place = isEmpty
    ? { from: here.line.from, to: here.line.to, insert: text }
    : main.head <= here.wordsFrom
      ? { from: here.line.from, to: here.line.from, insert: `${text}\n` }
      : { from: here.line.to, to: here.line.to, insert: `\n${text}` };
  const changes = state.changes([place, ...emptied.filter(({ from }) => from !== place.from)]);
  const end = changes.mapPos(place.to, 1) - (place.insert.endsWith("\n") ? 1 : 0);
  view.dispatch({
    changes,
    selection: { anchor: end },
    scrollIntoView: true,
    userEvent: "input.paste",
    annotations: ownAct.of(true),
  });
  return true;
}

function readTaken(text: string | undefined): { raw: string; whole: boolean } | undefined {
  if (!text) return undefined;
  try {
    const { raw, whole } = JSON.parse(text) as { raw?: unknown; whole?: unknown };
    return typeof raw === "string" && raw.length < 1_000_000 ? { raw, whole: whole === true } : undefined;
  } catch {
    return undefined;
  }
}
