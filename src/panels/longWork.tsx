"use client";
import { wrap, type Remote } from "comlink";
import { useState } from "react";
import { useWorkspace } from "@/ui/workspaceContext";

type Stage =
  | { at: "idle" }
  | { at: "working"; what: string; share: number; stop: () => void }
  | { at: "said"; text: string; refused: boolean };

/**
 * Work that a worker does while the person waits: with its progress, a way to stop it, and what came of it.
 * @param tell says what came of it elsewhere than in the line
 */
export function useLongWork<Door>(makeWorker: () => Worker, tell?: (text: string, refused: boolean) => void) {
  const workspace = useWorkspace();
  const [stage, setStage] = useState<Stage>({ at: "idle" });
  const say = (text: string, refused = false) => {
    setStage(tell ? { at: "idle" } : { at: "said", text, refused });
    tell?.(text, refused);
  };

  /** Runs `work` in a worker; it is ended after, unless `keep` takes it over. Undefined when it failed or was stopped. */
  const run = async <T,>(
    what: string,
    work: (door: Remote<Door>, progress: (share: number) => void) => Promise<T>,
    keep?: (worker: Worker, door: Remote<Door>) => void,
  ): Promise<T | undefined> => {
    const worker = makeWorker();
    const door = wrap<Door>(worker);
    let stopped = false;
    let over = false;
    const stop = () => {
      stopped = true;
      worker.terminate();
      say("Cancelled. Nothing was changed.");
    };
    setStage({ at: "working", what, share: 0, stop });
    let kept = false;
    const died = new Promise<never>((_, reject) => {
      worker.onerror = ({ message }) => reject(new Error(message || "what does it could not be loaded"));
      worker.onmessageerror = () => reject(new Error("what does it does not answer"));
    });
    died.catch(() => {});
    try {
      // It comes through a port of its own, and so may come after the result.
      const progress = (share: number) => !stopped && !over && setStage({ at: "working", what, share, stop });
      const result = await Promise.race([work(door, progress), died]);
      over = true;
      if (keep && !stopped) {
        kept = true;
        keep(worker, door);
      }
      setStage((known) => (known.at === "working" ? { at: "idle" } : known));
      return result;
    } catch (error) {
      over = true;
      if (!stopped) say(whyNot(what, error), true);
      return undefined;
    } finally {
      if (!kept) worker.terminate();
    }
  };

  /** Waits until all that was done is on the disk; false, and said, where that failed. */
  const whenSaved = async (): Promise<boolean> => {
    workspace.store.settle();
    if (workspace.journal.saving.kind === "failed") {
      say(
        "Your latest changes are not saved yet. Save everything as a file above, or try again. Nothing was changed.",
        true,
      );
      return false;
    }
    if (workspace.journal.saving.kind === "saving") say("Waiting for your latest changes to be saved");
    await workspace.journal.durable();
    return true;
  };
  return { stage, say, run, whenSaved };
}

/** A refusal says all by itself; it comes from the worker by its name and not by its class. */
function whyNot(what: string, error: unknown): string {
  if (error instanceof Error && error.name === "Refusal") return error.message;
  return `${what} failed (${error instanceof Error ? error.message : String(error)}). Nothing was changed.`;
}

/** How far the work is, or what came of it. */
export function WorkLine({ stage }: { stage: Stage }) {
  if (stage.at === "working")
    return (
      <p role="status" className="mt-2">
        {stage.what}, {Math.round(stage.share * 100)}%{" "}
        <button className="link" onClick={stage.stop}>
          Cancel
        </button>
      </p>
    );
  if (stage.at === "said")
    return (
      <p role="status" className={`mt-2 ${stage.refused ? "text-madder" : ""}`}>
        {stage.text}
      </p>
    );
  return null;
}
