import { defaultKeymap } from "@codemirror/commands";
import { Compartment, EditorState, Prec, type Text } from "@codemirror/state";
import { EditorView, keymap, placeholder as placeholderText, tooltips } from "@codemirror/view";
import { isPage, type Id } from "@/core/model";
import { longestFollowedPage } from "@/core/page";
import type { DateText, TimeStyle } from "@/core/time";
import { type Workspace } from "@/data/workspace";
import { addDropZone } from "@/panels/drag";
import { drawnPage } from "./drawn";
import { cursorAmongWords, pageKeys } from "./keys";
import { lineKeys, pressCircle, type LineHandlers } from "./lineHandle";
import { isTaskLine, partsOfLine } from "./lineParts";
import { noteLastHeading } from "./lastHeading";
import { lineZone } from "./lineZone";
import { onWanted, takeWanted } from "./lookFor";
import { takeLines } from "./moveLines";
import { followPressed } from "./openLinks";
import { pageLanguage } from "./pageLanguage";
import { dropIn, pasteIn } from "./pasteIn";
import { storedText, syncWithStore } from "./sync";
import { typedWords } from "./typedWords";

interface EditorOptions {
  parent: HTMLElement;
  workspace: Pick<Workspace, "store" | "database" | "outlines">;
  /** The record whose text is edited. */
  id: Id;
  date: DateText | undefined;
  style: TimeStyle;
  firstWeekday: number;
  nonce: string;
  label: string;
  placeholder: string;
  handlers: () => LineHandlers;
  /** Called with how many task lines the selection touches, when that changed. */
  onChosen: (count: number) => void;
  /** Called where the pointer goes over the page. */
  onHover: (event: MouseEvent, view: EditorView) => void;
}

/** Puts the editor of a page into an element. Returns its view, and what takes it out again. */
export function mountEditor(options: EditorOptions): { view: EditorView; unmount: () => void } {
  const { parent, workspace, id, date, style, nonce, label, placeholder, handlers, onChosen, onHover } = options;
  const { store, database, outlines } = workspace;
  const record = store.get(id);
  const follows = id.startsWith("day-") || isPage(record);
  const [completions, language, folding] = [new Compartment(), new Compartment(), new Compartment()];
  const fold = headingsWhereThereAre({ store, id, follows }, folding);
  const offer = whatIsOffered(store, completions);
  const understand = whatIsUnderstood(options, language);
  const view = new EditorView({
    parent,
    state: EditorState.create({
      doc: storedText(store, id),
      extensions: [
        EditorView.cspNonce.of(nonce),
        pageLanguage,
        // A line ends with a line feed and nothing else, so that other bytes of a page stay as they were.
        EditorState.lineSeparator.of("\n"),
        ...(store.isSealed ? [EditorState.readOnly.of(true), EditorView.editable.of(false)] : []),
        EditorView.clipboardInputFilter.of((text) => text.replace(/\r\n?/g, "\n")),
        tooltips({ parent: document.body }),
        EditorView.lineWrapping,
        // What is written stays above the bar at the foot.
        EditorView.scrollMargins.of(() => ({ bottom: 72 })),
        EditorView.perLineTextDirection.of(true),
        placeholderText(placeholder),
        cursorAmongWords,
        syncWithStore(store, id),
        drawnPage({
          ...{ store, id, style, date, follows },
          loadFile: async (address) => (await import("./attachFiles")).fileAt(database, store.get(id), address),
        }),
        EditorView.updateListener.of(({ selectionSet, docChanged, state, view }) => {
          if (docChanged) fold(view);
          if (follows && (selectionSet || docChanged)) onChosen(state.selection.main.empty ? 0 : countTasks(state));
        }),
        folding.of([]),
        completions.of([]),
        ...(follows ? [typedWords, language.of([])] : []),
        Prec.high(keymap.of([...(follows ? lineKeys(store, handlers) : []), ...pageKeys])),
        keymap.of([{ key: "Escape", run: leave }, ...plainKeys]),
        EditorView.contentAttributes.of({ "aria-label": label, spellcheck: "true" }),
        EditorView.domEventHandlers({
          focus: (_event, from) => {
            void offer(from);
            if (follows) void understand(from);
          },
          blur: (_event, from) => {
            if (date) noteLastHeading(id, from.state.doc.toString(), from.state.selection.main.head);
          },
          mousedown: (event) => pressed(event),
          pointerdown: (event, from) => pressCircle(event, from, store, follows, handlers().onDragLine),
          copy: (event, from) => takeLines(event, from, false),
          cut: (event, from) => takeLines(event, from, true),
          paste: (event, from) => pasteIn(event, from, database),
          drop: (event, from) => dropIn(event, from, database),
          mousemove: (event, from) => onHover(event, from),
        }),
      ],
    }),
  });
  fold(view);
  if (isPage(record) && record.text.length <= longestFollowedPage)
    void outlines.prepare(record, () => new Promise((resolve) => setTimeout(resolve, 4)));
  const settled = setTimeout(() => showWanted(view, id), 0);
  const stopLooking = onWanted(() => setTimeout(() => showWanted(view, id), 0));
  const stopDropping = addDropZone(lineZone(view, store, id));
  return {
    view,
    unmount() {
      clearTimeout(settled);
      stopLooking();
      stopDropping();
      view.destroy();
    },
  };

  /** Presses on what is drawn: circles are ticked when they are let go, links lead somewhere. */
  function pressed(event: MouseEvent): boolean {
    if (event.button !== 0) return false;
    if (!(event.target as HTMLElement).closest(".cm-circle, .cm-box")) return followPressed(event, store, database);
    event.preventDefault();
    return true;
  }
}

/** Lines are moved by keys of ours, which take along what is nested in them. */
const plainKeys = defaultKeymap.filter(
  ({ key }) => key !== "Alt-ArrowUp" && key !== "Alt-ArrowDown" && key !== "Mod-Enter",
);

/** Escape leaves the page, so that Tab goes on to the next pane. */
function leave(view: EditorView): boolean {
  view.contentDOM.blur();
  return true;
}

/** What is offered while writing comes when somebody begins to write here. */
function whatIsOffered(store: Workspace["store"], completions: Compartment): (view: EditorView) => Promise<void> {
  let isThere = false;
  return async (view) => {
    if (isThere) return;
    isThere = true;
    const { pageCompletions, startCompletion } = await import("./completions");
    if (!view.dom.isConnected) return;
    view.dispatch({ effects: completions.reconfigure(pageCompletions(store)) });
    // Somebody may have begun a link meanwhile.
    startCompletion(view);
  };
}

/** What folds headings comes to a page once it has one. */
function headingsWhereThereAre(
  page: { store: Workspace["store"]; id: Id; follows: boolean },
  folding: Compartment,
): (view: EditorView) => void {
  let isThere = false;
  let isLookedAt = false;
  return (view) => {
    const { doc, selection } = view.state;
    // The whole page is looked at once; after that only where somebody writes.
    const [from, to] = isLookedAt ? [selection.main.head, selection.main.head] : [0, doc.length];
    isLookedAt = true;
    if (isThere || !hasHeading(doc, doc.lineAt(from).number, doc.lineAt(to).number)) return;
    isThere = true;
    void import("./headings").then(
      ({ headings }) => {
        if (view.dom.isConnected) view.dispatch({ effects: folding.reconfigure(headings(page)) });
      },
      // A server that is away: they do not fold until something is changed again.
      () => (isThere = false),
    );
  };
}

function hasHeading(doc: Text, first: number, last: number): boolean {
  for (let at = first; at <= last; at++) if (/^#{1,6} /.test(doc.line(at).text)) return true;
  return false;
}

/** How many task lines the selection touches. */
function countTasks({ doc, selection: { main } }: EditorState): number {
  const [first, last] = [doc.lineAt(main.from).number, doc.lineAt(main.to).number];
  let count = 0;
  for (let at = first; at <= last; at++) if (isTaskLine(partsOfLine(doc.line(at)))) count++;
  return count;
}

/** What reads the words of task lines comes when somebody begins to write here; what is typed until then is read too. */
function whatIsUnderstood(
  { workspace: { store }, date, style, firstWeekday }: EditorOptions,
  language: Compartment,
): (view: EditorView) => Promise<void> {
  let isThere = store.isSealed;
  return async (view) => {
    if (isThere) return;
    isThere = true;
    const [{ lineWords }, { captureContext }] = await Promise.all([import("./lineWords"), import("@/core/plan")]);
    if (!view.dom.isConnected) return;
    const context = () => captureContext(store, style, firstWeekday);
    view.dispatch({ effects: language.reconfigure(lineWords({ store, date, context })) });
  };
}

/** Goes to the words that the search found, and chooses them. */
function showWanted(view: EditorView, id: Id) {
  const words = takeWanted(id);
  const text = view.state.doc.toString().toLowerCase();
  const found = words?.map((word) => [text.indexOf(word.toLowerCase()), word.length] as const).find(([at]) => at >= 0);
  if (!found) return;
  const [at, length] = found;
  view.focus();
  view.dispatch({
    selection: { anchor: at, head: at + length },
    effects: EditorView.scrollIntoView(at, { y: "center" }),
  });
}
