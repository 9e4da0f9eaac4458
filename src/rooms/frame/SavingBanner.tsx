"use client";
import { writeBackup } from "@/core/interop/writeBackup";
import { download } from "@/ui/download";
import { useSaving, useWorkspace } from "@/ui/workspaceContext";

/** Says that what was done is not on the disk, why, and what can be done. Nothing is shown while all is well. */
export function SavingBanner({ problem }: { problem: unknown }) {
  const saving = useSaving();
  const { journal, store } = useWorkspace();
  if (!problem && saving.kind !== "failed") return null;
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
        <b className="text-madder">{problem ? "Nothing is being saved." : "The last changes are not saved."}</b>{" "}
        {problem
          ? `The browser does not let Pensum use its database (${wordsOf(problem)}). What you do here lasts until this tab is closed.`
          : reasonText(saving)}{" "}
        Everything is still here in this tab.
      </p>
      <button className="button" onClick={() => void keep()}>
        Save all as a file
      </button>
      {!problem && (
        <button className="button" onClick={() => void journal.tryAgain()}>
          Try again
        </button>
      )}
    </div>
  );
}

function reasonText(saving: ReturnType<typeof useSaving>): string {
  if (saving.kind !== "failed") return "";
  const words = wordsOf(saving.reason);
  const full = /quota|full|space/i.test(words);
  const changes = `${saving.waiting} ${saving.waiting === 1 ? "change waits" : "changes wait"}.`;
  return full
    ? `The disk is full, or the browser gives Pensum no more room. ${changes}`
    : `Writing failed (${words}). ${changes}`;
}

function wordsOf(problem: unknown): string {
  return problem instanceof Error ? `${problem.name}: ${problem.message.slice(0, 160)}` : String(problem);
}
