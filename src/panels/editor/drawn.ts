import { syntaxTree } from "@codemirror/language";
import { StateEffect, type EditorState, type Range } from "@codemirror/state";
import {
  Decoration,
  EditorView,
  ViewPlugin,
  type DecorationSet,
  type ViewUpdate,
  type WidgetType,
} from "@codemirror/view";
import type { Id } from "@/core/model";
import { plainTitle, readTimeRange } from "@/core/page";
import type { Store } from "@/core/store";
import { dateOf, isDate, relativeDateText, type DateText, type TimeStyle } from "@/core/time";
import { chipsOf } from "./chips";
import { followTopics } from "./followTopics";
import { isTaskLine, partsOfLine, type LineParts } from "./lineParts";
import { Attachment, Bullet, Chips, Picture, PlainBox, TaskCircle, type Chip, type LoadFile } from "./widgets";

/** What the drawing of a page looks things up in. */
export interface DrawnFrom {
  readonly store: Store;
  /** The record whose text is drawn. */
  readonly id: Id;
  readonly style: TimeStyle;
  /** The day of the page; undefined for a page that is no day's. */
  readonly date: DateText | undefined;
  /** Whether task lines have records here. */
  readonly follows: boolean;
  readonly loadFile: LoadFile;
}

/** Asks for the lines to be drawn anew, since records they show have changed. */
const recordsChanged = StateEffect.define<null>();

const hidden = Decoration.replace({});
/** A mark drawn as one thing, which a cursor steps over. */
const whole = (widget?: WidgetType) => Decoration.replace(widget ? { widget, whole: true } : { whole: true });
const lineClass = new Map<string, Decoration>();
const lineOf = (name: string) => {
  let decoration = lineClass.get(name);
  if (!decoration) lineClass.set(name, (decoration = Decoration.line({ class: name })));
  return decoration;
};
const markClass = new Map<string, Decoration>();
const markOf = (name: string) => {
  let decoration = markClass.get(name);
  if (!decoration) markClass.set(name, (decoration = Decoration.mark({ class: name })));
  return decoration;
};

/** Draws the marks of a page: what they mean is shown, they themselves only where the cursor is. */
export function drawnPage(from: DrawnFrom) {
  return ViewPlugin.fromClass(
    class {
      decorations: DecorationSet;
      /** What a cursor steps over. */
      wholes: DecorationSet;
      #tree: ReturnType<typeof syntaxTree>;
      readonly #stop: () => void;

      constructor(readonly view: EditorView) {
        this.#tree = syntaxTree(view.state);
        this.decorations = draw(view, from);
        this.wholes = onlyWholes(this.decorations);
        const topics = [`linesByPage:${from.id}`, "kind:theme", ...(from.follows ? ["kind:block"] : [])];
        for (const topic of topics) from.store.list(...(topic.split(":") as ["kind", string]));
        this.#stop = followTopics(view, from.store, topics, recordsChanged);
      }

      update(update: ViewUpdate) {
        const tree = syntaxTree(update.state);
        const asked = update.transactions.some((transaction) =>
          transaction.effects.some((effect) => effect.is(recordsChanged)),
        );
        if (
          update.docChanged ||
          update.viewportChanged ||
          update.selectionSet ||
          update.focusChanged ||
          asked ||
          tree !== this.#tree
        ) {
          this.#tree = tree;
          this.decorations = draw(update.view, from);
          this.wholes = onlyWholes(this.decorations);
        }
      }

      destroy() {
        this.#stop();
      }
    },
    {
      decorations: (plugin) => plugin.decorations,
      provide: (plugin) => EditorView.atomicRanges.of((view) => view.plugin(plugin)?.wholes ?? Decoration.none),
    },
  );
}

function onlyWholes(decorations: DecorationSet): DecorationSet {
  return decorations.update({ filter: (_from, _to, value) => (value.spec as { whole?: boolean }).whole === true });
}

function draw(view: EditorView, from: DrawnFrom): DecorationSet {
  const ranges: Range<Decoration>[] = [];
  const { state } = view;
  const cursors = view.hasFocus ? state.selection.ranges : [];
  const isAt = (start: number, end: number) => cursors.some((range) => range.from <= end && range.to >= start);
  const drawnLines = new Set<number>();
  for (const { from: start, to: end } of view.visibleRanges) {
    const drawing: Drawing = { state, ranges, isAt, listLines: new Map(), fixedLines: new Set(), source: from };
    syntaxTree(state).iterate({
      from: start,
      to: end,
      enter: (node) => drawNode(node.name, node.from, node.to, drawing),
    });
    for (let at = start; at <= end;) {
      const line = state.doc.lineAt(at);
      at = line.to + 1;
      if (drawnLines.has(line.from)) continue;
      drawnLines.add(line.from);
      if (!drawing.fixedLines.has(line.from))
        drawLine(partsOfLine(line), drawing.listLines.get(line.from), state, ranges, from);
    }
  }
  return Decoration.set(ranges, true);
}

/** Draws a stretch in a style; nothing where the stretch is empty, as it is for a moment while one types. */
function pushMark(ranges: Range<Decoration>[], decoration: Decoration, from: number, to: number) {
  if (to > from) ranges.push(decoration.range(from, to));
}

/** One drawing of what is in sight. */
interface Drawing {
  readonly state: EditorState;
  readonly ranges: Range<Decoration>[];
  /** Whether a cursor is in a stretch or touches it. */
  readonly isAt: (from: number, to: number) => boolean;
  /** The lines that are items of a list, by where they begin, with how deep they are nested. */
  readonly listLines: Map<number, number>;
  /** Where lines of code, tables and HTML begin, which are shown as they are. */
  readonly fixedLines: Set<number>;
  readonly source: DrawnFrom;
}

function drawNode(name: string, from: number, to: number, drawing: Drawing): boolean | void {
  const { state, ranges, isAt, listLines, fixedLines, source } = drawing;
  const line = () => state.doc.lineAt(from);
  switch (name) {
    case "ATXHeading1":
    case "ATXHeading2":
    case "ATXHeading3":
    case "ATXHeading4":
    case "ATXHeading5":
    case "ATXHeading6":
      ranges.push(lineOf(`cm-heading cm-heading-${Math.min(3, Number(name.slice(-1)))}`).range(line().from));
      return;
    case "HeaderMark": {
      const blank = state.sliceDoc(to, to + 1) === " " ? 1 : 0;
      if (!isAt(line().from, line().to)) ranges.push(hidden.range(from, to + blank));
      return;
    }
    case "Emphasis":
    case "StrongEmphasis":
    case "Strikethrough":
    case "InlineCode":
      pushMark(ranges, markOf(`cm-${name.toLowerCase()}`), from, to);
      if (!isAt(from, to)) {
        const length =
          name === "StrongEmphasis" || name === "Strikethrough"
            ? 2
            : (/^`+/.exec(state.sliceDoc(from, to))?.[0].length ?? 1);
        if (to - from > 2 * length) ranges.push(hidden.range(from, from + length), hidden.range(to - length, to));
      }
      return;
    case "Link": {
      const found = /^\[([^\]]*)\]\(\s*<?([^)\s>]*)>?[^)]*\)$/.exec(state.sliceDoc(from, to));
      if (!found || isAt(from, to) || found[0].includes("\n")) return;
      const file = /^file:([a-z0-9-]+)$/.exec(found[2] as string)?.[1];
      if (file) {
        const widget = new Attachment((found[1] as string) || "file", file, source.loadFile);
        ranges.push(Decoration.replace({ widget }).range(from, to));
        return false;
      }
      const address = safeAddress(found[2] as string);
      if (!address) return;
      const textFrom = from + 1;
      const textTo = textFrom + (found[1] as string).length;
      if (textTo <= textFrom) return;
      ranges.push(hidden.range(from, textFrom), linkMark(address).range(textFrom, textTo), hidden.range(textTo, to));
      return false;
    }
    case "URL":
    case "Autolink": {
      const address = safeAddress(state.sliceDoc(from, to).replace(/^<|>$/g, ""));
      if (address) pushMark(ranges, linkMark(address), from, to);
      return false;
    }
    case "Image": {
      const found = /^!\[([^\]]*)\]\(\s*<?([^)\s>]*)>?[^)]*\)$/.exec(state.sliceDoc(from, to));
      if (!found || isAt(from, to) || found[0].includes("\n")) return;
      ranges.push(
        Decoration.replace({ widget: new Picture(found[1] as string, found[2] as string, source.loadFile) }).range(
          from,
          to,
        ),
      );
      return false;
    }
    case "PageLink": {
      const inner = state.sliceDoc(from + 2, to - 2);
      const bar = inner.indexOf("|");
      const target = (bar < 0 ? inner : inner.slice(0, bar)).trim();
      const mark = Decoration.mark({ class: "cm-pagelink link", attributes: { "data-target": target } });
      if (isAt(from, to)) pushMark(ranges, markOf("cm-pagelink"), from, to);
      else {
        const shownFrom = from + 2 + (bar < 0 ? 0 : bar + 1);
        if (shownFrom >= to - 2) return;
        ranges.push(hidden.range(from, shownFrom), mark.range(shownFrom, to - 2), hidden.range(to - 2, to));
      }
      return;
    }
    case "Tag":
    case "Mention": {
      const attributes = { [name === "Tag" ? "data-tag" : "data-person"]: state.sliceDoc(from + 1, to) };
      pushMark(ranges, Decoration.mark({ class: "cm-named", attributes }), from, to);
      return;
    }
    case "Attributes": {
      const before = state.sliceDoc(from - 1, from) === " " ? 1 : 0;
      if (to === line().to || state.sliceDoc(to, line().to).trim() === "") ranges.push(hidden.range(from - before, to));
      return;
    }
    case "ListItem":
      listLines.set(line().from, depthAt(state, from));
      return;
    case "QuoteMark":
      if (!isAt(line().from, line().to))
        ranges.push(hidden.range(from, state.sliceDoc(to, to + 1) === " " ? to + 1 : to));
      return;
    case "Blockquote":
      eachLine(state, from, to, (at) => ranges.push(lineOf("cm-quote").range(at)));
      return;
    case "FencedCode":
    case "CodeBlock":
    case "Table":
    case "HTMLBlock":
      eachLine(state, from, to, (at) => {
        fixedLines.add(at);
        ranges.push(lineOf("cm-fixed").range(at));
      });
      return name === "Table" ? undefined : false;
    case "HorizontalRule":
      ranges.push(lineOf("cm-rule").range(line().from));
      return;
  }
}

function eachLine(state: EditorState, from: number, to: number, run: (at: number) => void) {
  for (let at = from; at <= to;) {
    const line = state.doc.lineAt(at);
    run(line.from);
    at = line.to + 1;
  }
}

function depthAt(state: EditorState, at: number): number {
  let depth = -1;
  for (let node = syntaxTree(state).resolveInner(at, 1); node.parent; node = node.parent)
    if (node.name === "BulletList" || node.name === "OrderedList") depth++;
  return Math.max(0, depth);
}

const linkMark = (address: string) => Decoration.mark({ class: "link", attributes: { "data-address": address } });

/** An address that may be opened: of the web or of mail. Anything else, `javascript:` above all, stays words. */
export function safeAddress(address: string): string | undefined {
  const whole = /^www\./i.test(address) ? `https://${address}` : address;
  return /^(?:https?:\/\/|mailto:)[^\s<>"]+$/i.test(whole) ? whole : undefined;
}

/** Draws what begins and what ends a line: circle or bullet, chips, depth. */
function drawLine(
  parts: LineParts,
  depth: number | undefined,
  state: EditorState,
  ranges: Range<Decoration>[],
  from: DrawnFrom,
) {
  const { line, indent, mark, box, wordsFrom, wordsTo, attributes } = parts;
  if (depth === undefined) {
    if (line.text.trim() === "") ranges.push(lineOf("cm-blank").range(line.from));
    const range = from.date ? readTimeRange(line.text.trimStart()) : undefined;
    const start = line.from + line.text.length - line.text.trimStart().length;
    if (range) pushMark(ranges, markOf("cm-hours"), start, start + range.length);
    return;
  }
  if (mark === "") return;
  const markFrom = line.from + indent.length;
  ranges.push(lineOf(`cm-item cm-depth-${Math.min(6, depth)}`).range(line.from));
  if (indent.length > 0) ranges.push(whole().range(line.from, markFrom));
  if (isTaskLine(parts)) {
    const task = attributes?.id ? from.store.find("task", attributes.id) : undefined;
    const ticked = box[1] !== " ";
    const classes = attributes?.classes ?? [];
    const shown = ticked
      ? classes.includes("dropped")
        ? "dropped"
        : "done"
      : classes.includes("doing")
        ? "doing"
        : classes.includes("waiting")
          ? "waiting"
          : "open";
    const circle = new TaskCircle(shown, plainTitle(state.sliceDoc(wordsFrom, wordsTo)));
    ranges.push(whole(circle).range(markFrom, wordsFrom));
    if (ticked) pushMark(ranges, markOf("cm-struck"), wordsFrom, wordsTo);
    const chips = task && from.follows ? chipsOf(task, from) : [];
    if (chips.length > 0) ranges.push(chipsAt(chips, line.from, wordsTo));
    return;
  }
  if (box !== "") {
    ranges.push(whole(new PlainBox(box[1] !== " ")).range(markFrom, wordsFrom));
    if (box[1] !== " ") pushMark(ranges, markOf("cm-struck"), wordsFrom, wordsTo);
    return;
  }
  const carried = attributes?.classes.includes("carried") ?? false;
  if (/^[-*+]/.test(mark)) ranges.push(whole(new Bullet(carried ? "→" : "•")).range(markFrom, wordsFrom));
  else pushMark(ranges, markOf("cm-number"), markFrom, wordsFrom);
  if (carried) drawCarried(parts, ranges, from);
  const range =
    from.date && !carried ? readTimeRange(state.sliceDoc(wordsFrom, Math.min(wordsTo, wordsFrom + 40))) : undefined;
  if (range) pushMark(ranges, markOf("cm-hours"), wordsFrom, wordsFrom + range.length);
}

/** Facts float at the right of the first line; where there is no room beside the words they stand below them. */
function chipsAt(chips: readonly Chip[], lineFrom: number, wordsTo: number): Range<Decoration> {
  const narrow = innerWidth < 760;
  return Decoration.widget({ widget: new Chips(chips, narrow), side: narrow ? 1 : -1 }).range(
    narrow ? wordsTo : lineFrom,
  );
}

function drawCarried(
  { line, wordsFrom, wordsTo, attributes }: LineParts,
  ranges: Range<Decoration>[],
  from: DrawnFrom,
) {
  pushMark(ranges, markOf("cm-carried"), wordsFrom, wordsTo);
  const to = attributes?.pairs.to;
  if (!to || !isDate(to)) return;
  const today = dateOf(from.store.clock.now());
  ranges.push(
    chipsAt([{ text: `carried to ${relativeDateText(to, today, from.style)}`, date: to }], line.from, wordsTo),
  );
}
