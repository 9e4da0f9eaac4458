"use client";
import { useMemo, useRef, useState } from "react";
import { pastedLines } from "@/core/capture/pastedLines";
import type { CaptureContext, Draft } from "@/core/capture";
import { capture } from "@/core/commands";
import { Dialog } from "@/ui/Dialog";
import { useAct } from "@/ui/workspaceContext";

/** More lines than this are hardly tasks: they can become one note. */
const mostRecords = 2000;
const shownLines = 8;
const sliceMilliseconds = 8;

interface PastedLinesProps {
  text: string;
  context: () => CaptureContext;
  onClose: (added: boolean) => void;
}

/** Asks what several pasted lines are to become. Reading them goes in short slices, and can be given up. */
export function PastedLines({ text, context, onClose }: PastedLinesProps) {
  const lines = useMemo(() => pastedLines(text), [text]);
  const [share, setShare] = useState<number>();
  const stopped = useRef(false);
  const act = useAct();
  const tooMany = lines.length > mostRecords;

  const addEach = async () => {
    const { understand } = await import("@/core/capture");
    const against = context();
    const drafts: Draft[] = [];
    let until = performance.now() + sliceMilliseconds;
    for (const line of lines) {
      drafts.push(understand(line, against));
      if (performance.now() < until) continue;
      setShare(drafts.length / lines.length);
      await new Promise((resolve) => setTimeout(resolve));
      if (stopped.current) return;
      until = performance.now() + sliceMilliseconds;
    }
    if (act(capture, drafts) !== undefined) onClose(true);
  };
  const addNote = () => {
    const draft: Draft = {
      kind: "note",
      title: lines[0]?.slice(0, 120) ?? "Pasted text",
      text,
      tags: [],
      people: [],
      parts: [],
      remarks: [],
    };
    if (act(capture, [draft]) !== undefined) onClose(true);
  };
  const close = () => {
    stopped.current = true;
    onClose(false);
  };
  return (
    <Dialog title={`${lines.length.toLocaleString()} ${lines.length === 1 ? "line" : "lines"} pasted`} onClose={close}>
      <ol className="border-t border-rule">
        {lines.slice(0, shownLines).map((line, at) => (
          <li key={at} className="truncate border-b border-hairline py-1">
            {line.slice(0, 200)}
          </li>
        ))}
      </ol>
      {lines.length > shownLines && (
        <p className="mt-1 text-ink-3">and {(lines.length - shownLines).toLocaleString()} more</p>
      )}
      {tooMany && <p className="mt-2">More than {mostRecords} lines can only be added as one note.</p>}
      {share !== undefined && <p role="status">Reading, {Math.round(share * 100)}%</p>}
      <div className="mt-4 flex flex-wrap gap-3">
        {!tooMany && (
          <button className="button-filled" disabled={share !== undefined} onClick={() => void addEach()}>
            Add {lines.length.toLocaleString()} records
          </button>
        )}
        <button className="button" onClick={addNote}>
          Add as one note
        </button>
        <button className="button" onClick={close}>
          Cancel
        </button>
      </div>
    </Dialog>
  );
}
