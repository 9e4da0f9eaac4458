import { proxy, wrap } from "comlink";
import { dateOf, type Clock } from "@/core/time";
import { keepDailyCopy, listDailyCopies } from "@/data/dailyCopies";
import type { CopyKeeper } from "@/data/secondCopy";
import { WorkspaceDatabase } from "@/data/database";
import type { Workspace } from "@/data/workspace";
import type { BackupWorker } from "@/workers/backup.worker";
import type { DemoWorker } from "@/workers/demo.worker";
import type { SecondCopyWorker } from "@/workers/secondCopy.worker";

/** The person's own workspace, or the demo's. Each has a database of its own. */
export type WorkspaceName = "own" | "demo";

const key = "pensum-workspace";

/** The workspace this browser was last told to open. */
export function chosenWorkspace(): WorkspaceName | undefined {
  try {
    const chosen = localStorage.getItem(key);
    return chosen === "own" || chosen === "demo" ? chosen : undefined;
  } catch {
    return undefined;
  }
}

export function chooseWorkspace(name: WorkspaceName) {
  try {
    localStorage.setItem(key, name);
  } catch {
    // Without storage the choice holds for this page only, which is all there is then.
  }
}

/** Fills the demo's workspace when it is empty, in a worker; of two tabs that start at once, one. */
export async function fillWithDemo(clock: Clock, progress: (share: number) => void, stop: AbortSignal): Promise<void> {
  const fill = () => fillWhenEmpty(clock, progress, stop);
  await ("locks" in navigator ? navigator.locks.request("pensum-demo-fill", fill) : fill());
}

async function fillWhenEmpty(clock: Clock, progress: (share: number) => void, stop: AbortSignal): Promise<void> {
  const database = new WorkspaceDatabase("demo");
  await database.open();
  const filled = (await database.snapshots.count()) > 0 || (await database.log.count()) > 0;
  database.close();
  if (filled) return;
  const worker = new Worker(new URL("../workers/demo.worker.ts", import.meta.url), { type: "module" });
  stop.addEventListener("abort", () => worker.terminate());
  try {
    await wrap<DemoWorker>(worker).fill({ now: clock.now(), size: demoSize(), seed: 7 }, proxy(progress));
  } finally {
    worker.terminate();
  }
}

/** Empties the demo's workspace, so that it is made anew at the next start. */
export async function clearDemo(): Promise<void> {
  const database = new WorkspaceDatabase("demo");
  await database.delete();
}

/** The demo holds about 4,500 records; tests and measurements ask for other sizes in `globalThis.pensumDemoSize`. */
function demoSize(): number {
  const size: unknown = (globalThis as { pensumDemoSize?: unknown }).pensumDemoSize;
  return typeof size === "number" ? size : 4500;
}

/** How long a tab has been still before it makes the copy of the day. */
const stillMilliseconds = 6000;

/**
 * Makes a copy of the workspace once a day, when nothing has been done for a while; of several tabs, one. Gives how to
 * stop.
 */
export function keepDailyCopies({ name, store, journal }: Workspace): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let stopped = false;
  let madeOn = "";
  const make = async () => {
    const date = dateOf(store.clock.now());
    if (madeOn === date || store.size === 0 || journal.saving.kind !== "saved" || !("locks" in navigator)) return;
    await navigator.locks.request(`pensum-${name}-daily`, { ifAvailable: true }, async (lock) => {
      if (!lock || stopped) return;
      const [newest] = await listDailyCopies(name);
      if (newest?.date !== date) {
        const worker = new Worker(new URL("../workers/backup.worker.ts", import.meta.url), { type: "module" });
        try {
          await keepDailyCopy(
            name,
            date,
            await wrap<BackupWorker>(worker).write(
              name,
              proxy(() => {}),
            ),
          );
        } finally {
          worker.terminate();
        }
      }
      madeOn = date;
    });
  };
  const wait = () => {
    clearTimeout(timer);
    // A copy that cannot be made is tried again after the next change; nothing else depends on it.
    timer = setTimeout(() => void make().catch(() => {}), stillMilliseconds);
  };
  const stopListening = journal.onSaving(wait);
  wait();
  return () => {
    stopped = true;
    stopListening();
    clearTimeout(timer);
  };
}

/** The worker that keeps the second copy of the person's own workspace; the demo is made anew when it is lost. */
export function copyKeeper(name: WorkspaceName): CopyKeeper | undefined {
  if (name === "demo") return undefined;
  const worker = new Worker(new URL("../workers/secondCopy.worker.ts", import.meta.url), { type: "module" });
  const keeper = wrap<SecondCopyWorker>(worker);
  const failed = new Promise<never>((_, reject) => {
    worker.onerror = () => reject(new Error("The second copy could not be started."));
  });
  failed.catch(() => {});
  const first = <T>(answer: Promise<T>) => Promise.race([answer, failed]);
  return {
    read: (workspace) => first(keeper.read(workspace)),
    readPieces: (workspace) => first(keeper.readPieces(workspace)),
    readFiles: (workspace) => first(keeper.readFiles(workspace)),
    keepFiles: (workspace) => first(keeper.keepFiles(workspace)),
    open: (workspace, by) => first(keeper.open(workspace, by)),
    append: (entries) => first(keeper.append(entries)),
    tidy: () => first(keeper.tidy()),
    rebase: () => first(keeper.rebase()),
    close: () => worker.terminate(),
  };
}
