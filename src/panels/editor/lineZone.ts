import type { EditorView } from "@codemirror/view";
import { plainTitle } from "@/core/page";
import type { Id } from "@/core/model";
import type { Store } from "@/core/store";
import type { Dragged, DropZone } from "@/panels/drag";
import { moveLineTo } from "./moveLines";
import { partsOfLine } from "./lineParts";

/** Where lines of a page can be pulled to: between any two of its lines, with what is nested in them. */
export function lineZone(view: EditorView, store: Store, page: Id): DropZone {
  let mark: HTMLElement | undefined;
  const lineOf = (dragged: Dragged): number | undefined => {
    const { doc } = view.state;
    if (dragged.kind === "line")
      return dragged.page === page && dragged.lineFrom <= doc.length
        ? doc.lineAt(dragged.lineFrom).number - 1
        : undefined;
    if (dragged.kind !== "task" || store.find("task", dragged.task)?.page !== page) return undefined;
    for (let number = 1; number <= doc.lines; number++)
      if (partsOfLine(doc.line(number)).attributes?.id === dragged.task) return number - 1;
    return undefined;
  };
  /** The line before which a drop at this height comes to stand, counted from 0. */
  const targetAt = (y: number): { line: number; top: number } => {
    const height = y - view.documentTop;
    const block = view.lineBlockAtHeight(height);
    const number = view.state.doc.lineAt(block.from).number - 1;
    const isBelow = height > block.top + block.height / 2;
    return { line: isBelow ? number + 1 : number, top: isBelow ? block.bottom : block.top };
  };
  return {
    element: view.dom,
    accepts: (dragged) => lineOf(dragged) !== undefined,
    over(dragged, _x, y) {
      const { line, top } = targetAt(y);
      if (!mark) {
        mark = document.createElement("i");
        mark.className = "line-mark";
        view.dom.append(mark);
      }
      mark.style.top = `${top + view.documentTop - view.dom.getBoundingClientRect().top}px`;
      if (line === 0) return "moves to the top of the page";
      const above = partsOfLine(view.state.doc.line(line));
      const words = plainTitle(view.state.sliceDoc(above.wordsFrom, above.wordsTo)).replace(/^#+\s*/, "");
      return words === "" ? "moves here" : `moves below “${words}”`;
    },
    leave() {
      mark?.remove();
      mark = undefined;
    },
    drop(dragged, _x, y) {
      const line = lineOf(dragged);
      if (line === undefined) return;
      moveLineTo(view, line, targetAt(y).line);
      store.settle();
    },
  };
}
