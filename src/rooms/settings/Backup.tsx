"use client";
import { proxy } from "comlink";
import { useRef, useState } from "react";
import { dateOf } from "@/core/time";
import { keepDailyCopy } from "@/data/dailyCopies";
import { download } from "@/ui/download";
import { FileInput } from "@/ui/FileInput";
import { useHandedFile } from "@/ui/handed";
import { Dialog } from "@/ui/Dialog";
import { useWorkspace } from "@/ui/workspaceContext";
import type { BackupWorker } from "@/workers/backup.worker";
import { CheckData } from "./CheckData";
import { DailyCopies } from "./DailyCopies";
import { KeptByBrowser } from "./KeptByBrowser";
import { KeptFiles } from "./KeptFiles";
import { sizeText } from "@/ui/sizeText";
import { useLongWork, WorkLine } from "@/panels/longWork";
import { Section } from "./Section";

const shownFaults = 100;

/** One file with everything, out and in. */
export function Backup() {
  const workspace = useWorkspace();
  const { stage, say, run, whenSaved } = useLongWork<BackupWorker>(
    () => new Worker(new URL("../../workers/backup.worker.ts", import.meta.url), { type: "module" }),
  );
  const [asked, setAsked] = useState<File>();
  const [mended, setMended] = useState<readonly string[]>();
  const input = useRef<HTMLInputElement>(null);

  const write = async () => {
    if (!(await whenSaved())) return;
    const blob = await run("Exporting the backup", (worker, progress) => worker.write(workspace.name, proxy(progress)));
    if (!blob) return;
    const name = `pensum-${workspace.name}-${dateOf(workspace.store.clock.now())}.pensum`;
    download(blob, name);
    say(`Exported ${name}, ${sizeText(blob.size)}`);
  };
  const read = async (file: File) => {
    setAsked(undefined);
    await workspace.gatherWords();
    if (!(await whenSaved())) return;
    const before = await run("Keeping a copy of what is here", (worker, progress) =>
      worker.write(workspace.name, proxy(progress)),
    );
    if (!before) return;
    await keepDailyCopy(workspace.name, dateOf(workspace.store.clock.now()), before).catch(() => {});
    const result = await run("Restoring the backup", (worker, progress) =>
      worker.read(workspace.name, file, proxy(progress)),
    );
    if (!result) return;
    if (result.refused) return say(result.refused, true);
    if (result.faults.length > 0) setMended(result.faults);
    else restart();
  };
  const restart = () => {
    workspace.announceReplaced();
    location.reload();
  };
  useHandedFile([".pensum"], setAsked);
  const records = workspace.store.size;
  return (
    <Section
      title="Backup"
      note="One file with everything: records, pages, pictures and history. Reading it in brings everything back as it was."
    >
      <div className="flex flex-wrap gap-3">
        <button
          className="button"
          disabled={stage.at === "working" || !workspace.database}
          onClick={() => void write()}
        >
          Export a backup
        </button>
        <button
          className="button"
          disabled={stage.at === "working" || !workspace.database}
          onClick={() => input.current?.click()}
        >
          Restore from a backup
        </button>
        <FileInput ref={input} accept=".pensum" label="Backup file" onFiles={([file]) => file && setAsked(file)} />
      </div>
      <WorkLine stage={stage} />
      {asked && (
        <Dialog title="Replace this workspace?" onClose={() => setAsked(undefined)}>
          <p>
            “{asked.name}” replaces the {records.toLocaleString()} records in the workspace “{workspace.name}
            ”. What is here now is kept before, as the copy of today under Daily copies.
          </p>
          <div className="mt-4 flex flex-wrap gap-3">
            <button className="button-filled" onClick={() => void read(asked)}>
              Replace
            </button>
            <button className="button" onClick={() => void write()}>
              Export a backup first
            </button>
            <button className="button" onClick={() => setAsked(undefined)}>
              Cancel
            </button>
          </div>
        </Dialog>
      )}
      {mended && (
        <Dialog title="The backup was read, with some parts kept as text" onClose={restart}>
          <ul className="max-h-80 overflow-y-auto border-y border-hairline [scrollbar-width:thin]">
            {mended.slice(0, shownFaults).map((fault) => (
              <li key={fault} className="border-b border-hairline py-1 last:border-b-0">
                {fault}
              </li>
            ))}
            {mended.length > shownFaults && <li className="py-1 text-ink-2">and {mended.length - shownFaults} more</li>}
          </ul>
          <button className="button-filled mt-4" onClick={restart}>
            Open the workspace
          </button>
        </Dialog>
      )}
      <CheckData />
      <KeptFiles />
      <KeptByBrowser />
      {workspace.database && <DailyCopies />}
    </Section>
  );
}
