"use client";
import { useEffect, useRef, useState } from "react";
import { needTemporal, standingClock, type Clock } from "@/core/time";
import { storedText } from "@/data/contents";
import { databaseName } from "@/data/database";
import type { BroughtBack } from "@/data/secondCopy";
import { NewerVersion, openInMemory, openWorkspace, type Workspace } from "@/data/workspace";
import { appClock } from "@/ui/clock";
import { download } from "@/ui/download";
import { notify } from "@/ui/notices";
import { NonceContext } from "@/ui/nonce";
import { LookAtContext, WorkspaceContext } from "@/ui/workspaceContext";
import {
  chosenWorkspace,
  chooseWorkspace,
  copyKeeper,
  fillWithDemo,
  keepDailyCopies,
  type WorkspaceName,
} from "./workspaces";
import { Frame } from "./Frame";
import { Welcome } from "./Welcome";

type Stage =
  | { at: "opening"; share?: number }
  | { at: "welcome" }
  | { at: "open"; workspace: Workspace; problem?: unknown }
  | { at: "refused"; title: string; reason: string; stored?: WorkspaceName };

/** The whole of Pensum in one tab: opens the workspace, and shows the room that the address names. */
export function App({ nonce }: { nonce: string }) {
  const [stage, setStage] = useState<Stage>({ at: "opening" });
  const [name, setName] = useState<WorkspaceName | undefined>();
  const [past, lookAt] = useState<Workspace | undefined>();
  const clock = useRef<Clock>(standingClock("2000-01-01T00:00"));

  useEffect(() => {
    clock.current = appClock();
    const chosen = chosenWorkspace();
    if (chosen) setName(chosen);
    else setStage({ at: "welcome" });
  }, []);

  useEffect(() => {
    if (!name) return;
    let opened: Workspace | undefined;
    let stopped = false;
    let stopCopies = () => {};
    const open = async () => {
      await needTemporal();
      const stop = new AbortController();
      if (name === "demo")
        await fillWithDemo(clock.current, (share) => setStage({ at: "opening", share }), stop.signal);
      const workspace = await openWorkspace(name, {
        clock: clock.current,
        onReplaced: () => location.reload(),
        copy: copyKeeper(name),
      });
      if (stopped) return workspace.close();
      opened = workspace;
      stopCopies = name === "own" ? keepDailyCopies(workspace) : () => {};
      setStage({ at: "open", workspace });
      if (workspace.broughtBack) notify({ text: broughtBackText(workspace.broughtBack, workspace.store.size) });
    };
    open().catch((problem: unknown) => {
      if (stopped) return;
      if (problem instanceof NewerVersion)
        setStage({
          at: "refused",
          title: "This workspace needs a newer Pensum",
          reason: `${problem.message} Nothing was changed. Update Pensum, then open it again.`,
        });
      else if (problem instanceof RangeError || problem instanceof SyntaxError)
        setStage({
          at: "refused",
          title: "This workspace cannot be read",
          reason: `The data stored in this browser is damaged (${problem.message}). Nothing was changed or deleted.`,
          stored: name,
        });
      else setStage({ at: "open", workspace: openInMemory(name, clock.current), problem });
    });
    return () => {
      stopped = true;
      stopCopies();
      opened?.close();
    };
  }, [name]);

  const start = (chosen: WorkspaceName) => {
    chooseWorkspace(chosen);
    setStage({ at: "opening" });
    setName(chosen);
  };

  if (stage.at === "welcome") return <Welcome onStart={start} />;
  if (stage.at === "refused") return <Refused {...stage} />;
  if (stage.at === "opening") return <Opening share={stage.share} />;
  const shown = past ?? stage.workspace;
  return (
    <NonceContext.Provider value={nonce}>
      <LookAtContext.Provider value={lookAt}>
        <WorkspaceContext.Provider value={shown} key={databaseName(shown.name) + (shown.past?.moment ?? "")}>
          <Frame problem={stage.problem} />
        </WorkspaceContext.Provider>
      </LookAtContext.Provider>
    </NonceContext.Provider>
  );
}

/** What came back after the browser lost its database, and what did not. */
function broughtBackText({ files, missing, filesUnknown }: BroughtBack, records: number): string {
  const counted = (count: number, noun: string) => `${count.toLocaleString()} ${noun}${count === 1 ? "" : "s"}`;
  const lost = filesUnknown
    ? " Pictures and other files could not be restored."
    : missing.length > 0
      ? ` ${counted(missing.length, "file")} could not be restored: ${missing.slice(0, 5).join(", ")}${missing.length > 5 ? " and more" : ""}.`
      : "";
  return `Your browser lost its database. ${counted(records, "record")} and ${counted(files, "file")} were restored from the second copy.${lost}`;
}

/** A workspace that is not opened, and why; what is stored of it can be kept as a file. */
function Refused({ title, reason, stored }: Extract<Stage, { at: "refused" }>) {
  return (
    <main className="mx-auto mt-24 max-w-120 p-6 font-words text-page">
      <h1 className="mb-2 text-[19px] font-semibold">{title}</h1>
      <p>{reason}</p>
      {stored && (
        <button
          className="button mt-4 font-interface text-base"
          onClick={() => void storedText(stored).then((text) => download(text, `pensum-${stored}-stored.jsonl`))}
        >
          Save the stored data as a file
        </button>
      )}
    </main>
  );
}

const slowMilliseconds = 8000;

function Opening({ share }: { share: number | undefined }) {
  const [isSlow, setSlow] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setSlow(true), slowMilliseconds);
    return () => clearTimeout(timer);
  }, []);
  return (
    <main className="grid h-full place-items-center" aria-busy="true">
      <div className="text-center">
        <p className="font-words text-[27px] font-semibold text-woad italic">Pensum</p>
        {isSlow && share === undefined && (
          <div className="mx-auto mt-4 max-w-96 font-words text-page">
            <p role="status">
              The browser takes long to open its database. Another tab or another window may be holding it: close them,
              and reload. Nothing was changed.
            </p>
            <button className="button mt-3 font-interface text-base" onClick={() => location.reload()}>
              Reload
            </button>
          </div>
        )}
        {share !== undefined && (
          <p className="mt-2 text-ink-2" role="status">
            Creating the demo data, {Math.round(share * 100)}%
          </p>
        )}
      </div>
    </main>
  );
}
