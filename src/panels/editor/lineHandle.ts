import type { EditorView } from "@codemirror/view";
import type { Id } from "@/core/model";
import type { Store } from "@/core/store";
import type { DateText } from "@/core/time";
import { openRecord } from "@/ui/navigation";
import { toggleTick } from "./keys";
import { isTaskLine, partsAt } from "./lineParts";

/** One line of a page, for whoever places or drags it. */
export interface LineHandle {
  readonly from: number;
  readonly text: string;
  /** The line without its marks. */
  readonly words: string;
  readonly task: Id | undefined;
}

/** What whoever shows the page does with its lines. */
export interface LineHandlers {
  onPlace?: ((line: LineHandle) => void) | undefined;
  /** Called with the tasks whose lines are chosen, to be placed one after the other. */
  onPlaceAll?: ((tasks: readonly Id[]) => void) | undefined;
  /** Carries the tasks whose lines are chosen, and the day it carries them to. */
  carry?: { readonly to: DateText; readonly run: (tasks: readonly Id[]) => void };
  /** Called with the tasks whose lines are chosen, and where the cursor is on the screen. */
  onGiveDay?: ((tasks: readonly Id[], at: { x: number; y: number }) => void) | undefined;
  /** Called with the task of the line that somebody chooses for the portion of a day. */
  onChoose?: ((task: Id) => void) | undefined;
  /** Called with the task of the line that somebody begins to work on. */
  onWork?: ((task: Id) => void) | undefined;
  onDragLine?: ((event: PointerEvent, line: LineHandle) => void) | undefined;
}

/** The line at a place. New lines get their ids first, which moves what stands behind them. */
export function handleAt(view: EditorView, store: Store, at: number, follows = true): LineHandle {
  store.settle();
  const parts = partsAt(view.state, Math.min(at, view.state.doc.length));
  return {
    from: parts.line.from,
    text: parts.line.text,
    words: view.state.sliceDoc(parts.wordsFrom, parts.wordsTo),
    task: follows && isTaskLine(parts) ? parts.attributes?.id : undefined,
  };
}

/** The tasks of the lines that the selection touches. New lines get their ids first. */
export function chosenTasks(view: EditorView, store: Store): Id[] {
  store.settle();
  const { doc, selection } = view.state;
  const [first, last] = [doc.lineAt(selection.main.from).number, doc.lineAt(selection.main.to).number];
  return Array.from({ length: last - first + 1 }, (_, at) => partsAt(view.state, doc.line(first + at).from))
    .filter(isTaskLine)
    .flatMap(({ attributes }) => attributes?.id ?? []);
}

/** The keys that place the line with the cursor, give it a day, and open its record. */
export function lineKeys(store: Store, handlers: () => LineHandlers) {
  const here = (view: EditorView) => handleAt(view, store, view.state.selection.main.head);
  return [
    {
      key: "Alt-h",
      run(view: EditorView) {
        const tasks = chosenTasks(view, store);
        if (tasks.length > 1) {
          handlers().onPlaceAll?.(tasks);
          return true;
        }
        const line = here(view);
        if (line.words.trim() !== "") handlers().onPlace?.(line);
        return true;
      },
    },
    {
      key: "Alt-g",
      run(view: EditorView) {
        const tasks = chosenTasks(view, store);
        const at = view.coordsAtPos(view.state.selection.main.head);
        if (tasks.length > 0 && at) handlers().onGiveDay?.(tasks, { x: at.left, y: at.bottom });
        return true;
      },
    },
    {
      key: "Alt-w",
      run(view: EditorView) {
        const { task } = here(view);
        if (task) handlers().onWork?.(task);
        return task !== undefined && handlers().onWork !== undefined;
      },
    },
    {
      key: "Alt-p",
      run(view: EditorView) {
        const { task } = here(view);
        if (task) handlers().onChoose?.(task);
        return task !== undefined && handlers().onChoose !== undefined;
      },
    },
    {
      key: "Alt-o",
      run(view: EditorView) {
        const { task } = here(view);
        if (task) openRecord(task);
        return true;
      },
    },
  ];
}

/** A press on the circle of a line ticks it; pulled, the line goes along. */
export function pressCircle(
  event: PointerEvent,
  view: EditorView,
  store: Store,
  follows: boolean,
  onDragLine: LineHandlers["onDragLine"],
): boolean {
  const circle = (event.target as HTMLElement).closest<HTMLElement>(".cm-circle, .cm-box");
  if (!circle || event.button !== 0) return false;
  event.preventDefault();
  const at = view.posAtDOM(circle);
  const line = handleAt(view, store, at, follows);
  if (line.task) onDragLine?.(event, line);
  const start = { x: event.clientX, y: event.clientY };
  const up = (end: PointerEvent) => {
    if (Math.hypot(end.clientX - start.x, end.clientY - start.y) < 4) tickAt(view, store, at);
  };
  addEventListener("pointerup", up, { once: true });
  return true;
}

/** Ticks the line at a place, and leaves the cursor where it is. */
function tickAt(view: EditorView, store: Store, at: number) {
  const { main } = view.state.selection;
  const { wordsFrom } = partsAt(view.state, Math.min(at, view.state.doc.length));
  view.dispatch({ selection: { anchor: wordsFrom } });
  toggleTick(view);
  if (main.head <= view.state.doc.length) view.dispatch({ selection: main.empty ? { anchor: main.head } : main });
  store.settle();
}
