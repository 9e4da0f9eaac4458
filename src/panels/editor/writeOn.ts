import type { EditorView } from "@codemirror/view";
import { mergeText } from "@/core/store";
import type { BegunWords } from "./PlainPage";
import { changesBetween } from "./sync";

/** Goes on in the editor of a page with what was begun before it was there: the words, the cursor, and what is still to be done. */
export function writeOn(view: EditorView, { text, kept, chosen, hasFocus, held }: BegunWords): void {
  const now = view.state.doc.toString();
  const merged = mergeText(kept, now, text);
  if (merged !== now) view.dispatch({ changes: changesBetween(now, merged), userEvent: "input.type" });
  // What came from elsewhere meanwhile stands before it.
  const [anchor, head] = chosen.map((at) => Math.max(0, merged.lastIndexOf(text)) + at) as [number, number];
  view.dispatch({ selection: { anchor, head } });
  for (const act of held) {
    if ("pasted" in act) {
      const clipboardData = act.pasted;
      view.contentDOM.dispatchEvent(new ClipboardEvent("paste", { clipboardData, bubbles: true, cancelable: true }));
    } else if (act.key.key?.length === 1)
      view.dispatch({ ...view.state.replaceSelection(act.key.key), userEvent: "input.type" });
    else view.contentDOM.dispatchEvent(new KeyboardEvent("keydown", act.key));
  }
  if (hasFocus) view.focus();
}
