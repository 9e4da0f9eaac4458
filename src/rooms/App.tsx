"use client";
import { useEffect, useRef, useState } from "react";
import { needTemporal, standingClock, type Clock } from "@/core/time";
import { askForCheck } from "@/data/checkDisk";
import { databaseName } from "@/data/database";
import type { BroughtBack } from "@/data/secondCopy";
import { Damaged, NewerVersion, openInMemory, openWorkspace, type Workspace } from "@/data/workspace";
import { appClock } from "@/ui/clock";
import { late } from "@/ui/late";
import { notify } from "@/ui/notices";
import { askToKeep } from "@/ui/durable";
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

const Rescue = late(() => import("./Rescue").then((part) => ({ default: part.Rescue })));
const MendedNotice = late(() => import("./Rescue").then((part) => ({ default: part.MendedNotice })));

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
  const [isTold, setTold] = useState(false);
  const clock = useRef<Clock>(standingClock("2000-01-01T00:00"));

  useEffect(() => {
    clock.current = appClock();
    // The address that the demo is started with opens it, whatever was open here before.
    if (location.pathname === "/demo") {
      chooseWorkspace("demo");
      history.replaceState(null, "", "/");
    }
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
        onReplaced: () => {
          if (opened) startAgain(opened);
          else location.reload();
        },
        copy: copyKeeper(name),
        onDamage: (found) => {
          askForCheck(name);
          notify({
            text: `Something stored on this disk is damaged. ${found[0]} All that is shown here is in memory; reload to mend it from the other copies.`,
            tone: "refused",
            also: { label: "Reload and mend", run: () => location.reload() },
          });
        },
      });
      if (stopped) return workspace.close();
      opened = workspace;
      stopCopies = name === "own" ? keepDailyCopies(workspace) : () => {};
      // Asked for what is worth keeping, and not for an empty page.
      if (name === "own" && workspace.store.size > 0) void askToKeep();
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
      else if (problem instanceof Damaged)
        setStage({
          at: "refused",
          title: "This workspace cannot be read",
          reason: `${problem.message} Nothing whole is left of the snapshot, the log and the second copy. Nothing was changed or deleted.`,
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
          {stage.workspace.mended && !isTold && (
            <MendedNotice mended={stage.workspace.mended} name={stage.workspace.name} onClose={() => setTold(true)} />
          )}
        </WorkspaceContext.Provider>
      </LookAtContext.Provider>
    </NonceContext.Provider>
  );
}

/**
 * Starts again on what another tab put in place of the workspace. Words that were typed here since cannot go into it: they
 * stay until the person has taken them along.
 */
function startAgain({ store, journal }: Workspace) {
  store.settle();
  if (journal.saving.kind === "saved" && !store.isUnsettled) return location.reload();
  notify({
    text: "Another tab restored a backup. What was typed here since is not in it: copy it, and reload.",
    tone: "refused",
    also: { label: "Reload", run: () => location.reload() },
  });
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
      {stored && <Rescue name={stored} />}
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
