"use client";
import { useEffect, useState } from "react";
import { writeBackup } from "@/core/interop/writeBackup";
import { download } from "@/ui/download";
import { useSaving, useWorkspace } from "@/ui/workspaceContext";

/** Says that what was done is not on the disk, why, and what can be done. Nothing is shown while all is well. */
export function SavingBanner({ problem }: { problem: unknown }) {
  const saving = useSaving();
  const { journal, store } = useWorkspace();
  const isSlow = useSlow(saving.kind === "saving" ? saving.since : undefined);
  if (!problem && saving.kind !== "failed" && !isSlow) return null;
  const keep = async () => {
    store.settle();
    const chunks: Uint8Array<ArrayBuffer>[] = [];
    for await (const chunk of writeBackup({ records: [...store.records()], log: [], files: [] }))
      chunks.push(chunk as Uint8Array<ArrayBuffer>);
    download(new Blob(chunks), "pensum-rescue.pensum");
  };
  return (
    <div
      role="alert"
      className="flex flex-none flex-wrap items-center gap-x-4 gap-y-1 border-b border-madder bg-sheet px-4 py-2"
    >
      <p className="min-w-0 flex-1">
        <b className="text-madder">{problem ? "Nothing is being saved." : "Your latest changes are not saved."}</b>{" "}
        {problem
          ? `The browser does not let Pensum use its database (${wordsOf(problem)}). Your work is kept only until you close this tab.`
          : isSlow
            ? "Writing takes unusually long."
            : reasonText(saving)}{" "}
        Everything is still here in this tab.
      </p>
      <button className="button" onClick={() => void keep()}>
        Save everything as a file
      </button>
      {!problem && (
        <button className="button" onClick={() => void journal.tryAgain()}>
          Try again
        </button>
      )}
    </div>
  );
}

const slowMilliseconds = 8000;

/** Whether something has been waiting for long to be written. */
function useSlow(since: number | undefined): boolean {
  const [slowSince, setSlowSince] = useState<number>();
  useEffect(() => {
    if (since === undefined) return;
    const timer = setTimeout(() => setSlowSince(since), Math.max(0, since + slowMilliseconds - Date.now()));
    return () => clearTimeout(timer);
  }, [since]);
  return since !== undefined && slowSince === since;
}

function reasonText(saving: ReturnType<typeof useSaving>): string {
  if (saving.kind !== "failed") return "";
  const changes = `${saving.waiting} ${saving.waiting === 1 ? "change is not saved yet" : "changes are not saved yet"}.`;
  return `${reasonOf(saving.reason)} ${changes}`;
}

/** Why writing failed, in a sentence. */
function reasonOf(reason: unknown): string {
  const name = reason instanceof Error ? reason.name : "";
  const words = wordsOf(reason);
  if (/quota|full|space/i.test(words)) return "The disk is full, or the browser won't give Pensum more space.";
  if (/Version/.test(name)) return "A newer Pensum has changed the database. Save everything as a file, then reload.";
  if (name === "Replaced") return "Another tab has put something else in place of this workspace.";
  if (/^(UnknownError|DatabaseClosed|InvalidState|OpenFailed|AbortError|TypeError)/.test(name))
    return "The browser closed its database, as it does when the disk is full.";
  return `Saving failed (${words}).`;
}

function wordsOf(problem: unknown): string {
  if (!(problem instanceof Error)) return String(problem);
  return `${problem.name}: ${problem.message.replace(/\s*https?:\S+/g, "").slice(0, 160)}`;
}
