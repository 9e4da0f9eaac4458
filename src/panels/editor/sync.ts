import { Annotation, Transaction, type ChangeSpec } from "@codemirror/state";
import { ViewPlugin, type EditorView, type ViewUpdate } from "@codemirror/view";
import { deletedByWriting, writePage } from "@/core/commands";
import { Refusal, type Id } from "@/core/model";
import { spliceBetween, type Act, type Store } from "@/core/store";
import { notify } from "@/ui/notices";
import { textOf } from "./textOf";

/** Marks changes that come from the store, which must not be handed back to it. */
const fromStore = Annotation.define<boolean>();

/** Marks a change that is an act of its own, and one step of undo: lines that are moved, cut or put down. */
export const ownAct = Annotation.define<boolean>();

/** Typing is handed in when it pauses for so long, and at the latest after `longest`. */
const pauseMilliseconds = 250;
const longestMilliseconds = 1000;

/** The text of a record in the store. */
export function storedText(store: Store, id: Id): string {
  return textOf(store.get(id));
}

/**
 * The changes that make `to` of `from`. Where both have as many lines each line is changed for itself, so that a
 * cursor between two changed lines stays where it is.
 */
export function changesBetween(from: string, to: string): ChangeSpec[] {
  const whole = spliceBetween(from, to);
  const before = whole.removed.split("\n");
  const after = whole.inserted.split("\n");
  if (before.length !== after.length)
    return [{ from: whole.at, to: whole.at + whole.removed.length, insert: whole.inserted }];
  const changes: ChangeSpec[] = [];
  let at = whole.at;
  before.forEach((line, index) => {
    const splice = spliceBetween(line, after[index] as string);
    if (splice.removed !== "" || splice.inserted !== "")
      changes.push({ from: at + splice.at, to: at + splice.at + splice.removed.length, insert: splice.inserted });
    at += line.length + 1;
  });
  return changes;
}

/** Runs `work` when the frame under way is done, so that what is typed meanwhile is drawn first. */
function whenIdle(work: () => void) {
  if ("requestIdleCallback" in globalThis) requestIdleCallback(work, { timeout: 100 });
  else setTimeout(work, 0);
}

/** Keeps the editor's text and a record's text the same, both ways. */
export function syncWithStore(store: Store, id: Id) {
  const typing = `typing ${id}`;
  return ViewPlugin.fromClass(
    class {
      #timer: ReturnType<typeof setTimeout> | undefined;
      #since = 0;
      #handingIn = false;
      /** Texts that are acts of their own, in their order, and typing that came before them. */
      #ahead: { readonly text: string; readonly group: string | undefined }[] = [];
      readonly #stop: (() => void)[];

      constructor(readonly view: EditorView) {
        this.#stop = [store.subscribe(id, () => this.#takeIn()), store.onSettle(() => this.#handIn())];
      }

      update(update: ViewUpdate) {
        const typed = update.transactions.some(
          (transaction) => transaction.docChanged && !transaction.annotation(fromStore),
        );
        if (!typed) return;
        store.setUnsettled(this, true);
        if (update.transactions.some((transaction) => transaction.annotation(ownAct))) {
          this.#ahead.push({ text: update.startState.doc.toString(), group: typing });
          this.#ahead.push({ text: update.state.doc.toString(), group: undefined });
          clearTimeout(this.#timer);
          this.#timer = setTimeout(() => this.#handIn(), 0);
          return;
        }
        const now = performance.now();
        if (this.#timer === undefined) this.#since = now;
        clearTimeout(this.#timer);
        this.#wait(Math.max(0, Math.min(pauseMilliseconds, this.#since + longestMilliseconds - now)));
      }

      /** Hands in after so long; while a word is being composed from several keys, only after that. */
      #wait(milliseconds: number) {
        this.#timer = setTimeout(() => {
          if (this.view.composing) this.#wait(pauseMilliseconds);
          else whenIdle(() => this.#handIn());
        }, milliseconds);
      }

      destroy() {
        if (this.#timer !== undefined) this.#handIn();
        store.setUnsettled(this, false);
        for (const stop of this.#stop) stop();
      }

      #handIn() {
        if (this.#timer === undefined) return;
        clearTimeout(this.#timer);
        this.#timer = undefined;
        const texts = [...this.#ahead.splice(0), { text: this.view.state.doc.toString(), group: typing }];
        this.#handingIn = true;
        try {
          for (const { text, group } of texts)
            if (text !== storedText(store, id)) sayDeleted(store, store.act(writePage, { id, text }, group));
          store.setUnsettled(this, false);
        } catch (error) {
          // The words stay in the editor, and the status goes on saying that they are not saved.
          if (!(error instanceof Refusal)) throw error;
          notify({ text: error.message, tone: "refused" });
          return;
        } finally {
          this.#handingIn = false;
        }
        this.#takeIn();
      }

      #takeIn() {
        if (this.#handingIn || this.#timer !== undefined || !this.view.dom.isConnected) return;
        const now = this.view.state.doc.toString();
        const wanted = storedText(store, id);
        if (now === wanted) return;
        this.view.dispatch({
          changes: changesBetween(now, wanted),
          annotations: [fromStore.of(true), Transaction.addToHistory.of(false)],
        });
      }
    },
  );
}

/** Says what went with lines that were deleted: tasks have more than their words. */
function sayDeleted(store: Store, { changes }: Act) {
  const text = deletedByWriting(store, changes);
  if (text !== undefined) notify({ text, undo: true });
}
