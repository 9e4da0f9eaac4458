"use client";
import { proxy, wrap } from "comlink";
import { useRef, useState } from "react";
import { dateOf } from "@/core/time";
import { download } from "@/ui/download";
import { Dialog } from "@/ui/Dialog";
import { useWorkspace } from "@/ui/workspaceContext";
import type { BackupWorker } from "@/workers/backup.worker";
import { DailyCopies } from "./DailyCopies";
import { Section } from "./Section";

type Stage =
  | { at: "idle" }
  | { at: "working"; what: string; share: number; stop: () => void }
  | { at: "said"; text: string; refused: boolean };

/** One file with everything, out and in. */
export function Backup() {
  const workspace = useWorkspace();
  const [stage, setStage] = useState<Stage>({ at: "idle" });
  const [asked, setAsked] = useState<File>();
  const input = useRef<HTMLInputElement>(null);

  const run = async <T,>(
    what: string,
    work: (worker: ReturnType<typeof wrap<BackupWorker>>, progress: (share: number) => void) => Promise<T>,
  ): Promise<T | undefined> => {
    const worker = new Worker(new URL("../../workers/backup.worker.ts", import.meta.url), { type: "module" });
    let stopped = false;
    const stop = () => {
      stopped = true;
      worker.terminate();
      setStage({ at: "said", text: "Stopped. Nothing was changed.", refused: false });
    };
    setStage({ at: "working", what, share: 0, stop });
    try {
      return await work(
        wrap<BackupWorker>(worker),
        (share) => !stopped && setStage({ at: "working", what, share, stop }),
      );
    } catch (error) {
      if (!stopped)
        setStage({
          at: "said",
          text: `${what} failed (${error instanceof Error ? error.message : String(error)}). Nothing was changed.`,
          refused: true,
        });
      return undefined;
    } finally {
      worker.terminate();
    }
  };
  const whenSaved = async (): Promise<boolean> => {
    workspace.store.settle();
    if (workspace.journal.saving.kind === "failed") {
      const text = "The last changes are not saved yet. Save all as a file above, or try again. Nothing was changed.";
      setStage({ at: "said", text, refused: true });
      return false;
    }
    await workspace.journal.durable();
    return true;
  };
  const write = async () => {
    if (!(await whenSaved())) return;
    const blob = await run("Writing the backup", (worker, progress) => worker.write(workspace.name, proxy(progress)));
    if (!blob) return;
    const name = `pensum-${workspace.name}-${dateOf(workspace.store.clock.now())}.pensum`;
    download(blob, name);
    setStage({
      at: "said",
      text: `Wrote ${name}, ${Math.max(1, Math.round(blob.size / 1024)).toLocaleString()} kB.`,
      refused: false,
    });
  };
  const read = async (file: File) => {
    setAsked(undefined);
    if (!(await whenSaved())) return;
    const result = await run("Reading the backup", (worker, progress) =>
      worker.read(workspace.name, file, proxy(progress)),
    );
    if (!result) return;
    if (result.refused) return setStage({ at: "said", text: result.refused, refused: true });
    workspace.announceReplaced();
    location.reload();
  };
  const records = workspace.store.size;
  return (
    <Section
      title="Backup"
      note="One file with everything: records, pages, pictures and history. The same file read in gives the same workspace."
    >
      <div className="flex flex-wrap gap-3">
        <button
          className="button"
          disabled={stage.at === "working" || !workspace.database}
          onClick={() => void write()}
        >
          Write a backup file
        </button>
        <button
          className="button"
          disabled={stage.at === "working" || !workspace.database}
          onClick={() => input.current?.click()}
        >
          Read a backup file
        </button>
        <input
          ref={input}
          type="file"
          accept=".pensum"
          className="sr-only"
          tabIndex={-1}
          aria-label="Backup file"
          onChange={(event) => {
            const file = event.target.files?.[0];
            event.target.value = "";
            if (file) setAsked(file);
          }}
        />
      </div>
      {stage.at === "working" && (
        <p role="status" className="mt-2">
          {stage.what}, {Math.round(stage.share * 100)} %{" "}
          <button className="link" onClick={stage.stop}>
            Stop
          </button>
        </p>
      )}
      {stage.at === "said" && (
        <p role="status" className={`mt-2 ${stage.refused ? "text-madder" : ""}`}>
          {stage.text}
        </p>
      )}
      {asked && (
        <Dialog title="Replace this workspace?" onClose={() => setAsked(undefined)}>
          <p>
            “{asked.name}” takes the place of the {records.toLocaleString()} records in the workspace “{workspace.name}
            ”. This cannot be undone here. Write a backup of what is there now first, if you may want it again.
          </p>
          <div className="mt-4 flex flex-wrap gap-3">
            <button className="button-filled" onClick={() => void read(asked)}>
              Replace it
            </button>
            <button className="button" onClick={() => void write()}>
              Write a backup first
            </button>
            <button className="button" onClick={() => setAsked(undefined)}>
              Cancel
            </button>
          </div>
        </Dialog>
      )}
      {workspace.database && <DailyCopies />}
    </Section>
  );
}
