import {
  codeFolding,
  foldable,
  foldedRanges,
  foldEffect,
  foldService,
  syntaxTree,
  unfoldEffect,
} from "@codemirror/language";
import { StateEffect, type EditorState, type Range } from "@codemirror/state";
import {
  Decoration,
  keymap,
  ViewPlugin,
  WidgetType,
  type DecorationSet,
  type EditorView,
  type ViewUpdate,
} from "@codemirror/view";
import type { Id } from "@/core/model";
import { sectionSum } from "@/core/plan";
import type { Store } from "@/core/store";
import { followTopics } from "./followTopics";
import { deviceChoice } from "@/ui/deviceChoice";

/** What stands below a heading, up to the next one of its level or above. */
interface Section {
  /** Where the line of the heading begins and ends. */
  readonly lineFrom: number;
  readonly lineTo: number;
  readonly to: number;
  readonly title: string;
}

/** The sections of a page in their order. Headings within quotes and lists have none. */
export function sectionsOf(state: EditorState): Section[] {
  const open: { level: number; section: { -readonly [K in keyof Section]: Section[K] } }[] = [];
  const sections: Section[] = [];
  for (let node = syntaxTree(state).topNode.firstChild; node; node = node.nextSibling) {
    const level = Number(/^ATXHeading([1-6])$/.exec(node.name)?.[1] ?? 0);
    if (level === 0) continue;
    const line = state.doc.lineAt(node.from);
    while (open.length > 0 && open.at(-1)!.level >= level) open.pop()!.section.to = Math.max(0, line.from - 1);
    const section = { lineFrom: line.from, lineTo: line.to, to: state.doc.length, title: line.text.trim() };
    sections.push(section);
    open.push({ level, section });
  }
  return sections;
}

/** The ids of the task lines of a text. */
const taskIds = (text: string): string[] =>
  [...text.matchAll(/^[ \t]*-[ \t]+\[[ xX]\][^\n]*\{#([\w-]+)[^{}\n]*\}[ \t]*$/gm)].map(([, id]) => id as string);

/** The headings that are folded on this device, page by page. */
const folds = deviceChoice<{ readonly pages: Readonly<Record<Id, readonly string[]>> }>(
  "pensum-folds",
  { pages: {} },
  ({ pages }) => ({
    pages: typeof pages === "object" && pages !== null ? soundPages(pages as Readonly<Record<string, unknown>>) : {},
  }),
);
const mostPages = 200;

function soundPages(pages: Readonly<Record<string, unknown>>): Record<Id, readonly string[]> {
  const sound = Object.entries(pages).filter(
    (entry): entry is [string, string[]] =>
      Array.isArray(entry[1]) && entry[1].every((title) => typeof title === "string"),
  );
  return Object.fromEntries(sound.slice(-mostPages));
}

function rememberFolds(id: Id, titles: readonly string[]) {
  const { [id]: _before, ...others } = folds.read().pages;
  folds.choose({ pages: soundPages(titles.length > 0 ? { ...others, [id]: titles } : others) });
}

class SumAndFold extends WidgetType {
  constructor(
    readonly sum: string,
    readonly title: string,
    readonly folded: boolean,
  ) {
    super();
  }
  override eq(other: SumAndFold) {
    return other.sum === this.sum && other.title === this.title && other.folded === this.folded;
  }
  toDOM(view: EditorView) {
    const span = document.createElement("span");
    span.className = "cm-chips cm-section";
    const button = document.createElement("button");
    button.type = "button";
    button.tabIndex = -1;
    button.textContent = this.folded ? "▸" : "▾";
    button.setAttribute("aria-expanded", String(!this.folded));
    button.setAttribute("aria-label", `${this.folded ? "Unfold" : "Fold"} ${this.title.replace(/^#+\s*/, "")}`);
    button.addEventListener("mousedown", (event) => event.preventDefault());
    button.addEventListener("click", () => toggleAt(view, view.posAtDOM(span)));
    span.append(this.sum, button);
    return span;
  }
  override ignoreEvent() {
    return true;
  }
}

function foldedAt(state: EditorState, lineTo: number): { from: number; to: number } | undefined {
  let found: { from: number; to: number } | undefined;
  foldedRanges(state).between(lineTo, lineTo, (from, to) => {
    if (from === lineTo) found = { from, to };
  });
  return found;
}

/** Folds what is below the heading of a position, or shows it again. */
function toggleAt(view: EditorView, at: number): boolean {
  const { state } = view;
  const line = state.doc.lineAt(at);
  const folded = foldedAt(state, line.to);
  const range = folded ?? foldable(state, line.from, line.to);
  if (!range) return false;
  view.dispatch({ effects: (folded ? unfoldEffect : foldEffect).of(range) });
  return true;
}

/** Folds or unfolds the section in which the cursor is. */
function fold(view: EditorView, folds: boolean): boolean {
  const { head } = view.state.selection.main;
  const section = sectionsOf(view.state).findLast(({ lineFrom, to }) => lineFrom <= head && head <= to);
  if (!section) return false;
  const isFolded = foldedAt(view.state, section.lineTo) !== undefined;
  if (isFolded === folds) return true;
  // A cursor that is to be folded away goes to the heading.
  if (folds && head > section.lineTo) view.dispatch({ selection: { anchor: section.lineTo } });
  return toggleAt(view, section.lineFrom);
}

const recordsChanged = StateEffect.define<null>();

/** Headings fold, and say what the tasks below them come to. */
export function headings({ store, id, follows }: { store: Store; id: Id; follows: boolean }) {
  const plugin = ViewPlugin.fromClass(
    class {
      decorations: DecorationSet;
      readonly #stop: () => void;
      #tree: ReturnType<typeof syntaxTree>;

      constructor(view: EditorView) {
        this.#tree = syntaxTree(view.state);
        this.decorations = this.#draw(view.state);
        const topics = [id, ...(follows ? [`linesByPage:${id}`, "kind:work"] : [])];
        this.#stop = followTopics(view, store, topics, recordsChanged);
        const remembered = folds.read().pages[id];
        if (remembered)
          setTimeout(() => {
            if (!view.dom.isConnected) return;
            const effects = sectionsOf(view.state)
              .filter(({ title, lineTo, to }) => remembered.includes(title) && to > lineTo)
              .map(({ lineTo, to }) => foldEffect.of({ from: lineTo, to }));
            if (effects.length > 0) view.dispatch({ effects });
          }, 0);
      }

      update({ docChanged, changes, state, transactions }: ViewUpdate) {
        const effects = transactions.flatMap((transaction) => transaction.effects);
        const turned = effects.some((effect) => effect.is(foldEffect) || effect.is(unfoldEffect));
        // What is typed moves the sums along; they are added up again when it is handed in.
        if (
          turned ||
          effects.some((effect) => effect.is(recordsChanged)) ||
          (!docChanged && syntaxTree(state) !== this.#tree)
        ) {
          this.#tree = syntaxTree(state);
          this.decorations = this.#draw(state);
        } else if (docChanged) this.decorations = this.decorations.map(changes);
        if (turned) {
          const titles = sectionsOf(state).flatMap(({ lineTo, title }) => (foldedAt(state, lineTo) ? [title] : []));
          rememberFolds(id, titles);
        }
      }

      #draw(state: EditorState): DecorationSet {
        const ranges: Range<Decoration>[] = [];
        for (const { lineFrom, lineTo, to, title } of sectionsOf(state)) {
          if (to <= lineTo) continue;
          const sum = follows ? sectionSum(store, taskIds(state.sliceDoc(lineTo, to))) : "";
          const widget = new SumAndFold(sum, title, foldedAt(state, lineTo) !== undefined);
          ranges.push(Decoration.widget({ widget, side: -1 }).range(lineFrom));
        }
        return Decoration.set(ranges, true);
      }

      destroy() {
        this.#stop();
      }
    },
    { decorations: (value) => value.decorations },
  );
  return [
    codeFolding({
      placeholderDOM(_view, onclick) {
        const span = document.createElement("span");
        span.className = "cm-folded";
        span.textContent = "…";
        span.title = "Folded. Press to show it.";
        span.onclick = onclick;
        return span;
      },
    }),
    foldService.of((state, lineFrom) => {
      const section = sectionsOf(state).find((one) => one.lineFrom === lineFrom);
      return section && section.to > section.lineTo ? { from: section.lineTo, to: section.to } : null;
    }),
    keymap.of([
      { key: "Alt-Shift-ArrowLeft", run: (view) => fold(view, true) },
      { key: "Alt-Shift-ArrowRight", run: (view) => fold(view, false) },
    ]),
    plugin,
  ];
}
