import type { EditorView } from "@codemirror/view";
import { longestFollowedPage } from "@/core/page";
import type { Workspace } from "@/data/workspace";
import { notify } from "@/ui/notices";
import { putLines } from "./moveLines";

/** Takes what is pasted: files, lines that were taken from a page, or words, if the page has room for them. */
export function pasteIn(event: ClipboardEvent, view: EditorView, database: Workspace["database"]): boolean {
  if (takeFiles(event.clipboardData, view, database, undefined, event)) return true;
  if (putLines(event, view)) return true;
  const text = event.clipboardData?.getData("text/plain") ?? "";
  if (text.length + view.state.doc.length <= longestFollowedPage) return false;
  event.preventDefault();
  notify({
    text: `The pasted text is too long for a page (${text.length.toLocaleString()} characters; the limit is ${longestFollowedPage.toLocaleString()}). Nothing was changed. Paste it into the field at the top to add it as a note.`,
    tone: "refused",
  });
  return true;
}

/** Takes the files that are dropped, where they are let go. */
export function dropIn(event: DragEvent, view: EditorView, database: Workspace["database"]): boolean {
  const at = view.posAtCoords({ x: event.clientX, y: event.clientY }) ?? undefined;
  return takeFiles(event.dataTransfer, view, database, at, event);
}

function takeFiles(
  data: DataTransfer | null,
  view: EditorView,
  database: Workspace["database"],
  at: number | undefined,
  event: Event,
): boolean {
  const files = [...(data?.files ?? [])];
  if (files.length === 0) return false;
  event.preventDefault();
  const place = at ?? view.state.selection.main.head;
  void import("./attachFiles").then(({ attachFiles }) => attachFiles(database, files, view, place));
  return true;
}
