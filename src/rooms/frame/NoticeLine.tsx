"use client";
import { useEffect, useSyncExternalStore } from "react";
import { X } from "lucide-react";
import { spokenText } from "@/core/time";
import { currentNotice, notify, onNotice } from "@/ui/notices";
import { useStore, useTimeStyle, useTurnBack } from "@/ui/workspaceContext";

const shownMilliseconds = 7000;

/** The line at the bottom that says what was done, undone or refused, and offers to take it back. */
export function NoticeLine() {
  const store = useStore();
  const style = useTimeStyle();
  const notice = useSyncExternalStore(onNotice, currentNotice, () => undefined);
  useEffect(() => {
    if (!notice) return;
    const timer = setTimeout(() => notify(undefined), shownMilliseconds);
    return () => clearTimeout(timer);
  }, [notice]);
  // What offers to take the last act back goes when another act comes: the offer would be of that one.
  useEffect(() => {
    return store.onAct(() => {
      const shown = currentNotice();
      if (shown?.undo || shown?.redo) notify(undefined);
    });
  }, [store]);
  const turnBack = useTurnBack();
  return (
    <div
      className="notice-line pointer-events-none fixed inset-x-0 bottom-4 z-40 flex justify-center px-3"
      role="status"
      aria-live="polite"
      data-notice=""
    >
      {notice && (
        <div
          className={`pointer-events-auto flex max-w-160 items-center gap-3 rounded-[4px] border bg-sheet py-1.5 pr-1.5 pl-3 ${notice.tone === "refused" ? "border-madder" : "border-ink-3"}`}
        >
          <span className={notice.tone === "refused" ? "text-madder" : ""}>{spokenText(notice.text, style)}</span>
          {notice.undo && (
            <button className="link font-semibold" onClick={() => turnBack("undo")}>
              Undo
            </button>
          )}
          {notice.also && (
            <button
              className="link font-semibold whitespace-nowrap"
              onClick={() => {
                notify(undefined);
                notice.also?.run();
              }}
            >
              {notice.also.label}
            </button>
          )}
          {notice.redo && (
            <button className="link font-semibold" onClick={() => turnBack("redo")}>
              Redo
            </button>
          )}
          <button
            className="button-quiet grid place-items-center"
            aria-label="Close this message"
            onClick={() => notify(undefined)}
          >
            <X size={14} aria-hidden />
          </button>
        </div>
      )}
    </div>
  );
}
