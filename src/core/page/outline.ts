import { TreeFragment, type Tree } from "@lezer/common";
import { spliceBetween, type Splice } from "../store";
import { readAttributes, type Attributes } from "./attributes";
import { pageParser } from "./parser";
import { readTimeRange, type TimeRange } from "./timeRange";

interface Line {
  /** Offsets of the line in the text, without its line break. */
  readonly from: number;
  readonly to: number;
  /** Offsets of the title in the text. */
  readonly titleFrom: number;
  readonly titleTo: number;
  readonly title: string;
  /** Offsets inside count from the beginning of the line. */
  readonly attributes?: Attributes | undefined;
}

/** A task line: `- [ ] title {#id}`. */
export interface TaskLine extends Line {
  readonly type: "task";
  /** Offset of the character between the square brackets. */
  readonly markAt: number;
  readonly ticked: boolean;
  /** The task line this one is nested under. */
  readonly parent?: TaskLine | undefined;
  /** Offset after the last line that is nested under this one. */
  readonly endOfNested: number;
}

/** A line that begins with a stretch of time: `- 12:15-13:00 lunch {#id}`. */
export interface BlockLine extends Line {
  readonly type: "block";
  /** Offset of the stretch in the text. */
  readonly rangeFrom: number;
  readonly range: TimeRange;
}

/** What of a page is followed by records, and the tree it was read from. */
export interface Outline {
  readonly text: string;
  /** The tree of `parsed`, which is the text or an earlier state of it with the same blocks. */
  readonly tree: Tree;
  readonly parsed: string;
  readonly tasks: readonly TaskLine[];
  readonly blocks: readonly BlockLine[];
}

/**
 * Reads the task lines and block lines of a page. With the outline of an earlier state of the page only what changed
 * is parsed again: on a page of 2,000 lines 0.5 ms instead of 12.
 */
export function readOutline(text: string, earlier?: Outline): Outline {
  if (earlier && earlier.text === text) return earlier;
  const typed = earlier && typedInTitle(earlier, text);
  if (typed) return typed;
  const splice = earlier && spliceBetween(earlier.parsed, text);
  const tree = pageParser.parse(text, earlier && splice ? keptFragments(earlier, splice) : undefined);
  const known = earlier && splice && earlier.parsed === earlier.text ? unchangedLines(earlier, splice) : undefined;
  return outlineFromTree(text, tree, known);
}

/** The outline of a text that was parsed already. */
export function outlineFromTree(text: string, tree: Tree, known?: ReadonlyMap<number, Line>): Outline {
  const tasks: TaskLine[] = [];
  const blocks: BlockLine[] = [];
  const enclosing: { end: number; task: TaskLine | undefined }[] = [];
  tree.iterate({
    enter(node) {
      switch (node.name) {
        case "Document":
        case "BulletList":
        case "OrderedList":
          return true;
        case "ListItem":
          enclosing.push({
            end: node.to,
            task: enclosing[enclosing.length - 1]?.task,
          });
          return true;
        case "Task": {
          const item = enclosing[enclosing.length - 1];
          const line = item && taskLine(text, node.from, item.end, item.task, known);
          if (line) {
            tasks.push(line);
            item.task = line;
          }
          // Lines that go on without a mark of their own belong to the item, but may still set hours aside.
          const firstEnd = text.indexOf("\n", node.from);
          if (firstEnd >= 0 && firstEnd < node.to) blockLines(text, firstEnd + 1, node.to, blocks);
          return false;
        }
        case "Paragraph":
          blockLines(text, node.from, node.to, blocks);
          return false;
        default:
          return false;
      }
    },
    leave(node) {
      if (node.name === "ListItem") enclosing.pop();
    },
  });
  return { text, tree, parsed: text, tasks, blocks };
}

/**
 * The outline after a change of nothing but the words of one task line, which leaves all blocks as they are; undefined
 * for any other change. It is what typing does most, and takes 0.2 ms where parsing takes 1.5.
 */
function typedInTitle(earlier: Outline, text: string): Outline | undefined {
  const { at, removed, inserted } = spliceBetween(earlier.text, text);
  if (/[\n|]/.test(removed + inserted)) return undefined;
  const line = earlier.tasks.find((task) => task.titleFrom < at && at + removed.length <= task.to);
  if (!line) return undefined;
  const by = inserted.length - removed.length;
  const moved = new Map<TaskLine, TaskLine>();
  const parentOf = (task: TaskLine) => task.parent && (moved.get(task.parent) ?? task.parent);
  const tasks = earlier.tasks.map((task) => {
    const parent = parentOf(task);
    const endOfNested = task.endOfNested >= at ? task.endOfNested + by : task.endOfNested;
    let next: TaskLine;
    if (task === line)
      next = { ...task, endOfNested, parent, ...titleAndAttributes(text, task.from, task.to + by, task.markAt + 2) };
    else if (task.from > at)
      next = { ...task, endOfNested, parent, markAt: task.markAt + by, ...shifted(task, task.from + by)! };
    else if (endOfNested !== task.endOfNested || parent !== task.parent) next = { ...task, endOfNested, parent };
    else return task;
    moved.set(task, next);
    return next;
  });
  const blocks = earlier.blocks.map((block) =>
    block.from > at ? { ...block, rangeFrom: block.rangeFrom + by, ...shifted(block, block.from + by)! } : block,
  );
  return { text, tree: earlier.tree, parsed: earlier.parsed, tasks, blocks };
}

function keptFragments(earlier: Outline, { at, removed, inserted }: Splice): readonly TreeFragment[] {
  const change = {
    fromA: at,
    toA: at + removed.length,
    fromB: at,
    toB: at + inserted.length,
  };
  return TreeFragment.applyChanges(TreeFragment.addTree(earlier.tree), [change], 2);
}

/** The task lines of an earlier outline that a splice leaves as they are, by where they begin after it. */
function unchangedLines(earlier: Outline, { at, removed, inserted }: Splice): Map<number, Line> {
  const shift = inserted.length - removed.length;
  const lines = new Map<number, Line>();
  for (const line of earlier.tasks)
    if (line.to < at) lines.set(line.from, line);
    else if (line.from > at + removed.length) lines.set(line.from + shift, line);
  return lines;
}

function lineAround(text: string, at: number): { from: number; to: number } {
  const from = text.lastIndexOf("\n", at - 1) + 1;
  const end = text.indexOf("\n", at);
  return { from, to: end < 0 ? text.length : end };
}

/** Only a hyphen's box is a task; boxes after other list marks are plain checklists. */
function taskLine(
  text: string,
  boxAt: number,
  itemEnd: number,
  parent: TaskLine | undefined,
  known: ReadonlyMap<number, Line> | undefined,
): TaskLine | undefined {
  const { from, to } = lineAround(text, boxAt);
  const before = text.slice(from, boxAt);
  if (!/-[ \t]+$/.test(before)) return undefined;
  const after = boxAt + 3;
  return {
    type: "task",
    markAt: boxAt + 1,
    ticked: text[boxAt + 1] !== " ",
    parent,
    endOfNested: Math.max(to, itemEnd),
    ...(shifted(known?.get(from), from) ?? titleAndAttributes(text, from, to, after)),
  };
}

/** A line read before, as it stands from its new place on: 0.1 microseconds instead of 3 to read it again. */
function shifted(line: Line | undefined, from: number): Line | undefined {
  if (!line) return undefined;
  const by = from - line.from;
  const { title, attributes } = line;
  return {
    from,
    to: line.to + by,
    titleFrom: line.titleFrom + by,
    titleTo: line.titleTo + by,
    title,
    attributes,
  };
}

function blockLines(text: string, from: number, to: number, into: BlockLine[]) {
  let at = from;
  while (at <= to) {
    const end = text.indexOf("\n", at);
    const lineEnd = end < 0 ? text.length : end;
    let start = at;
    while (text.charCodeAt(start) === 32) start++;
    const code = text.charCodeAt(start);
    if (code >= 48 && code <= 57) {
      const range = readTimeRange(text.slice(start, Math.min(lineEnd, start + 40)));
      if (range) {
        const line = lineAround(text, start);
        into.push({
          type: "block",
          rangeFrom: start,
          range,
          ...titleAndAttributes(text, line.from, line.to, start + range.length),
        });
      }
    }
    at = lineEnd + 1;
  }
}

function titleAndAttributes(text: string, from: number, to: number, after: number): Line {
  const attributes =
    text.charCodeAt(to - 1) === 125 || text.charCodeAt(to - 1) === 32
      ? readAttributes(text.slice(from, to))
      : undefined;
  const inTitle = attributes && from + attributes.from >= after;
  let titleTo = inTitle ? from + attributes.from : to;
  let titleFrom = after;
  while (titleFrom < titleTo && isBlank(text.charCodeAt(titleFrom))) titleFrom++;
  while (titleTo > titleFrom && isBlank(text.charCodeAt(titleTo - 1))) titleTo--;
  return {
    from,
    to,
    titleFrom,
    titleTo,
    title: text.slice(titleFrom, titleTo),
    attributes: inTitle ? attributes : undefined,
  };
}

function isBlank(code: number): boolean {
  return code === 32 || code === 9 || code === 13;
}
