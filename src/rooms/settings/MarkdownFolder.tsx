"use client";
import { proxy, type Remote } from "comlink";
import { useRef, useState, type RefObject } from "react";
import type { TitleSource } from "@/core/interop/folder";
import { counted, dateOf } from "@/core/time";
import { Dialog } from "@/ui/Dialog";
import { download } from "@/ui/download";
import { FileInput } from "@/ui/FileInput";
import { useHandedFile } from "@/ui/handed";
import { notify } from "@/ui/notices";
import { useWorkspace } from "@/ui/workspaceContext";
import type { ChosenFile, FolderPlan, FolderWorker } from "@/workers/folder.worker";
import { Choices } from "./Choices";
import { sizeText } from "@/ui/sizeText";
import { useLongWork, WorkLine } from "@/panels/longWork";
import { Section } from "./Section";

interface Taken {
  readonly name: string;
  readonly worker: Worker;
  readonly door: Remote<FolderWorker>;
  readonly titles: TitleSource;
  readonly plan: FolderPlan;
}

type FolderPicker = (options: { mode: "readwrite" }) => Promise<FileSystemDirectoryHandle>;

/** Everything as a folder of Markdown, out and in. */
export function MarkdownFolder() {
  const workspace = useWorkspace();
  const { store, database, name } = workspace;
  const { stage, say, run, whenSaved } = useLongWork<FolderWorker>(
    () => new Worker(new URL("../../workers/folder.worker.ts", import.meta.url), { type: "module" }),
  );
  const [taken, setTaken] = useState<Taken>();
  const zip = useRef<HTMLInputElement>(null);
  const folder = useRef<HTMLInputElement>(null);
  const busy = stage.at === "working" || !database;
  const pick = (globalThis as { showDirectoryPicker?: FolderPicker }).showDirectoryPicker;

  const write = async () => {
    if (!(await whenSaved())) return;
    const blob = await run("Exporting the folder", (door, progress) => door.write(name, proxy(progress)));
    if (!blob) return;
    const file = `pensum-${name}-${dateOf(store.clock.now())}.zip`;
    download(blob, file);
    say(`Exported ${file}, ${sizeText(blob.size)}`);
  };
  const writeInto = async () => {
    if (!pick) return;
    let into: FileSystemDirectoryHandle;
    try {
      into = await pick.call(globalThis, { mode: "readwrite" });
    } catch (error) {
      if ((error as Error).name === "AbortError") return;
      return say(`The folder could not be opened (${(error as Error).message}). Nothing was changed.`, true);
    }
    if (!(await whenSaved())) return;
    const count = await run("Exporting the folder", (door, progress) => door.writeInto(name, into, proxy(progress)));
    if (count !== undefined) say(`Exported ${counted(count, "file")} to “${into.name}”.`);
  };
  const read = async (from: Blob | readonly ChosenFile[], called: string) => {
    if (!(await whenSaved())) return;
    let kept: Pick<Taken, "worker" | "door"> | undefined;
    const plan = await run(
      "Reading the folder",
      async (door, progress) => {
        const { refused } = await door.take(name, from, proxy(progress));
        return refused === undefined ? door.plan(store.clock.now(), "fileName", proxy(progress)) : { refused };
      },
      (worker, door) => (kept = { worker, door }),
    );
    if (!plan || !kept) return;
    if (plan.refused !== undefined) {
      kept.worker.terminate();
      return say(plan.refused, true);
    }
    setTaken({ name: called, ...kept, titles: "fileName", plan });
  };
  useHandedFile(
    [".md", ".zip"],
    (file) => void read(file.name.toLowerCase().endsWith(".zip") ? file : [{ path: file.name, file }], file.name),
  );
  const close = (text?: string) => {
    taken?.worker.terminate();
    setTaken(undefined);
    if (text !== undefined) say(text);
  };
  const retitle = async (titles: TitleSource) => {
    const plan = await taken?.door.plan(store.clock.now(), titles, proxy(silent));
    if (taken && plan && plan.refused === undefined) setTaken({ ...taken, titles, plan });
  };
  const takeIn = async () => {
    if (!taken) return;
    try {
      await taken.door.keepFiles(name);
    } catch (error) {
      close();
      return say(`The files could not be saved (${(error as Error).name}). Nothing was changed.`, true);
    }
    const said = `Imported “${taken.name}”`;
    store.adopt({ said, changes: taken.plan.changes });
    notify({ text: said, undo: true });
    close();
  };
  return (
    <Section
      title="Folder of Markdown"
      note="One file per page and per record, with fields as front matter, for use in other programs. A folder from elsewhere keeps its names, folders, tags, links and tasks, and everything Pensum does not use."
    >
      <div className="flex flex-wrap gap-3">
        <button className="button" disabled={busy} onClick={() => void write()}>
          Export as a zip
        </button>
        {pick && (
          <button className="button" disabled={busy} onClick={() => void writeInto()}>
            Export to a folder
          </button>
        )}
        <button className="button" disabled={busy} onClick={() => zip.current?.click()}>
          Import a zip
        </button>
        <button className="button" disabled={busy} onClick={() => folder.current?.click()}>
          Import a folder
        </button>
        <FileInput
          ref={zip}
          accept=".zip"
          label="Zip of Markdown"
          onFiles={([file]) => file && void read(file, file.name)}
        />
        <FolderInput input={folder} onFolder={(chosen, called) => void read(chosen, called)} />
      </div>
      <WorkLine stage={stage} />
      {taken && (
        <LookAtFolder
          taken={taken}
          onRetitle={(titles) => void retitle(titles)}
          onTake={() => void takeIn()}
          onClose={() => close("Nothing was changed.")}
        />
      )}
    </Section>
  );
}

const silent = () => {};

interface FolderInputProps {
  input: RefObject<HTMLInputElement | null>;
  /** Takes the files of a folder, with their paths within it, and its name. */
  onFolder: (files: readonly ChosenFile[], called: string) => void;
}

/** Asks for a whole folder. */
function FolderInput({ input, onFolder }: FolderInputProps) {
  return (
    <FileInput
      ref={(element) => {
        input.current = element;
        element?.setAttribute("webkitdirectory", "");
      }}
      multiple
      label="Folder of Markdown"
      onFiles={(files) =>
        onFolder(
          files.map((file) => ({ path: file.webkitRelativePath.replace(/^[^/]*\//, "") || file.name, file })),
          files[0]?.webkitRelativePath.split("/")[0] || "The folder",
        )
      }
    />
  );
}

interface LookAtFolderProps {
  taken: Taken;
  onRetitle: (titles: TitleSource) => void;
  onTake: () => void;
  onClose: () => void;
}

/** What a folder brings, looked at before any of it comes in. */
function LookAtFolder({ taken, onRetitle, onTake, onClose }: LookAtFolderProps) {
  return (
    <Dialog wide title={`Import “${taken.name}” into this workspace`} onClose={onClose}>
      <PlanWords plan={taken.plan} />
      {taken.plan.twoTitles.length > 0 && (
        <div className="mt-3">
          <Choices
            label="Page titles"
            value={taken.titles}
            options={[
              ["fileName", `from file names, like “${taken.plan.twoTitles[0]!.fileName}”`],
              ["heading", `from first headings, like “${taken.plan.twoTitles[0]!.heading}”`],
            ]}
            set={(titles) => onRetitle(titles as TitleSource)}
          />
        </div>
      )}
      <div className="mt-4 flex gap-3">
        <button className="button-filled" disabled={changeCount(taken.plan) === 0} onClick={onTake}>
          Import
        </button>
        <button className="button" onClick={onClose}>
          Cancel
        </button>
      </div>
    </Dialog>
  );
}

function changeCount({ changes, files }: FolderPlan): number {
  return changes.added.size + changes.updated.size + changes.removed.size + files;
}

const shownFaults = 60;

function PlanWords({ plan }: { plan: FolderPlan }) {
  const listed = (counts: Readonly<Record<string, number>>) =>
    Object.entries(counts)
      .map(([kind, count]) => `${count.toLocaleString()} × ${kind.toLowerCase()}`)
      .join(", ");
  const rows: readonly (readonly [string, string])[] = [
    ["Added", listed(plan.added)],
    ["Changed", listed(plan.changed)],
    ["Removed", plan.removed > 0 ? `${plan.removed.toLocaleString()} whose lines were deleted from their pages` : ""],
    ["Unchanged", plan.same > 0 ? plan.same.toLocaleString() : ""],
    ["Pictures and other files", plan.files > 0 ? plan.files.toLocaleString() : ""],
  ];
  const shown = rows.filter(([, words]) => words !== "");
  return (
    <>
      {changeCount(plan) === 0 && <p className="mb-3">Everything in it is already in this workspace.</p>}
      <dl className="border-t border-rule">
        {shown.map(([label, words]) => (
          <div key={label} className="grid grid-cols-[170px_1fr] gap-3 border-b border-hairline py-1">
            <dt className="font-semibold">{label}</dt>
            <dd>{words}</dd>
          </div>
        ))}
      </dl>
      {plan.faults.length > 0 && (
        <>
          <h3 className="mt-3 mb-1 font-semibold">Imported with changes</h3>
          <ul aria-label="Imported with changes" className="max-h-48 overflow-auto border-t border-rule">
            {plan.faults.slice(0, shownFaults).map(({ path, reason }) => (
              <li key={path + reason} className="border-b border-hairline py-1">
                <span className="font-semibold break-all">{path}</span> <span className="text-ink-2">{reason}</span>
              </li>
            ))}
          </ul>
          {plan.faults.length > shownFaults && (
            <p className="mt-1 text-ink-2">and {(plan.faults.length - shownFaults).toLocaleString()} more</p>
          )}
        </>
      )}
    </>
  );
}
