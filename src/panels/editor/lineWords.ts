import { Prec, StateEffect, type EditorState, type Range } from "@codemirror/state";
import { Decoration, keymap, ViewPlugin, type DecorationSet, type EditorView, type ViewUpdate } from "@codemirror/view";
import { understandTaskLine, type CaptureContext, type Draft, type Part } from "@/core/capture";
import { takeFromLine } from "@/core/commands/fromLine";
import { Refusal, type Id } from "@/core/model";
import { plainTitle } from "@/core/page";
import type { Store } from "@/core/store";
import type { DateText } from "@/core/time";
import { notify } from "@/ui/notices";
import { partNames } from "../partNames";
import { isTaskLine, partsAt, type LineParts } from "./lineParts";
import { Recognised } from "./recognised";
import { keepWords, typedWords, type Stretch } from "./typedWords";

/** Asks for what was typed to be read. */
const readNow = StateEffect.define<null>();
const soonMilliseconds = 30;
/** While a word is composed of several keys, lines wait for so long. */
const composingMilliseconds = 100;

interface LineReader {
  readonly store: Store;
  readonly date: DateText | undefined;
  context: () => CaptureContext;
}

/** What is understood of the words that were typed on a task line; undefined where nothing is. */
function readLine(state: EditorState, parts: LineParts, { date, context }: LineReader): Draft | undefined {
  if (!isTaskLine(parts) || parts.box[1] !== " " || parts.wordsTo <= parts.wordsFrom) return undefined;
  const stretches = state.field(typedWords).filter(({ from, to }) => from < parts.wordsTo && to > parts.wordsFrom);
  if (stretches.length === 0) return undefined;
  const words = state.sliceDoc(parts.wordsFrom, parts.wordsTo);
  const isTyped = (part: Part) =>
    stretches.some(({ from, to }) => from < parts.wordsFrom + part.to && to > parts.wordsFrom + part.from);
  const draft = understandTaskLine(words, date, context(), isTyped);
  return draft.parts.length > 0 && draft.text === undefined ? draft : undefined;
}

/**
 * Understands the words of a task line while they are typed: marks them, says beside the line what they are taken for, and
 * sets it when the line is left. A press on what was recognised, or Alt U at its words, leaves them words.
 */
export function lineWords(reader: LineReader) {
  const plugin = ViewPlugin.fromClass(
    class {
      decorations: DecorationSet = Decoration.none;
      #line = -1;
      #readSoon: ReturnType<typeof setTimeout> | undefined;
      #timer: ReturnType<typeof setTimeout> | undefined;

      constructor(readonly view: EditorView) {
        if (view.state.field(typedWords).length > 0) this.later();
      }

      update(update: ViewUpdate) {
        const { state } = update;
        const asked = update.transactions.some(({ effects }) => effects.some((effect) => effect.is(readNow)));
        // What is typed is painted first, and read right after.
        if (update.docChanged && !asked && state.field(typedWords).length > 0) {
          this.decorations = this.decorations.map(update.changes);
          this.#readSoon ??= setTimeout(() => {
            this.#readSoon = undefined;
            if (this.view.dom.isConnected) this.view.dispatch({ effects: readNow.of(null) });
          }, soonMilliseconds);
          return;
        }
        if (
          !update.docChanged &&
          !update.selectionSet &&
          !update.transactions.some(({ effects }) => effects.length > 0)
        )
          return;
        const line = state.doc.lineAt(state.selection.main.head).number;
        this.#show(this.#readHere(state));
        const left = this.#line !== line || this.#hasOthers(state);
        this.#line = line;
        if (left && this.#hasOthers(state)) this.later();
      }

      #readHere(state: EditorState): { readonly parts: LineParts; readonly draft: Draft } | undefined {
        if (state.field(typedWords).length === 0) return undefined;
        const parts = partsAt(state, state.selection.main.head);
        const draft = readLine(state, parts, reader);
        return draft && { parts, draft };
      }

      #hasOthers(state: EditorState): boolean {
        const here = state.doc.lineAt(state.selection.main.head);
        return state.field(typedWords).some(({ from, to }) => to <= here.from || from > here.to);
      }

      #show(read: { readonly parts: LineParts; readonly draft: Draft } | undefined) {
        if (!read) {
          this.decorations = Decoration.none;
          return;
        }
        const { parts, draft } = read;
        const ranges: Range<Decoration>[] = draft.parts.map((part) =>
          Decoration.mark({ class: "cm-understood" }).range(parts.wordsFrom + part.from, parts.wordsFrom + part.to),
        );
        const shown = draft.parts.map(({ what, meaning, from }) => ({ name: partNames[what], meaning, from }));
        const widget = new Recognised(shown, (from) => this.keep(from));
        this.decorations = Decoration.set(
          [...ranges, Decoration.widget({ widget, side: 2 }).range(parts.wordsTo)],
          true,
        );
      }

      /** Leaves the words of a part words. */
      keep(from: number) {
        const read = this.#readHere(this.view.state);
        const part = read?.draft.parts.find((one) => one.from === from);
        if (!part || !read) return;
        const at = read.parts.wordsFrom;
        this.view.dispatch({ effects: keepWords.of({ from: at + part.from, to: at + part.to }) });
        this.view.focus();
      }

      /** Leaves the words at the cursor words, or those of the last part before it. */
      keepHere(): boolean {
        const read = this.#readHere(this.view.state);
        if (!read) return false;
        const at = this.view.state.selection.main.head - read.parts.wordsFrom;
        const part = read.draft.parts.findLast(({ from }) => from <= at) ?? read.draft.parts[0];
        if (part) this.keep(part.from);
        return true;
      }

      later(milliseconds = 0) {
        clearTimeout(this.#timer);
        this.#timer = setTimeout(() => this.take(false), milliseconds);
      }

      /** Where the lines begin in which something was typed and the cursor is no more; all of them where the page is left. */
      #linesLeft(all: boolean): number[] {
        const { state } = this.view;
        const { doc, selection } = state;
        const here = all ? -1 : doc.lineAt(selection.main.head).from;
        const lines = new Set(state.field(typedWords).map(({ from }) => doc.lineAt(from).from));
        return [...lines].filter((from) => from !== here);
      }

      /** Sets what was understood of the lines that were left; of all of them where the page is left. */
      take(all: boolean) {
        const { view } = this;
        if (view.composing && !all) return this.later(composingMilliseconds);
        // New lines get their ids first, which moves what stands behind them; words that say nothing need none.
        if (this.#linesLeft(all).some((from) => readLine(view.state, partsAt(view.state, from), reader)))
          reader.store.settle();
        const { state } = view;
        const taken: { readonly task: Id; readonly draft: Draft }[] = [];
        const effects: StateEffect<Stretch>[] = [];
        for (const from of this.#linesLeft(all)) {
          const parts = partsAt(state, from);
          effects.push(keepWords.of({ from: parts.line.from, to: parts.line.to }));
          const draft = readLine(state, parts, reader);
          const task = parts.attributes?.id;
          if (draft && task && reader.store.find("task", task)) taken.push({ task, draft });
        }
        if (effects.length > 0) view.dispatch({ effects });
        for (const { task, draft } of taken) {
          try {
            notify({ text: reader.store.act(takeFromLine, { task, draft }).said, undo: true });
          } catch (error) {
            if (!(error instanceof Refusal)) throw error;
            notify({ text: `“${plainTitle(draft.title)}” keeps its words. ${error.message}`, tone: "refused" });
          }
        }
      }

      destroy() {
        clearTimeout(this.#readSoon);
        clearTimeout(this.#timer);
      }
    },
    {
      decorations: (value) => value.decorations,
      eventHandlers: {
        blur(event: FocusEvent, view: EditorView) {
          // A press on what was recognised does not leave the page, nor does who looks into another window for a while.
          if (document.hasFocus() && !view.dom.contains(event.relatedTarget as Node | null)) this.take(true);
        },
      },
    },
  );
  const keep = (view: EditorView) => view.plugin(plugin)?.keepHere() ?? false;
  return [plugin, Prec.high(keymap.of([{ key: "Alt-u", run: keep }]))];
}
