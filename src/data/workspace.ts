import { defaultSettings, modelVersion, type Settings } from "@/core/model";
import type { OutlineCache } from "@/core/page";
import { Journal, MemoryLog, NewerVersion, removedBy, replay, type RecordTable, type Store } from "@/core/store";
import { instantOf, type Clock, type MomentText } from "@/core/time";
import { openEmptyStore, openStore } from "@/core/workspace";
import { WorkspaceDatabase } from "./database";
import { DatabaseLog } from "./databaseLog";
import { bringBack, KeptCopy, type BroughtBack, type CopyKeeper } from "./secondCopy";
import { readEarlierSteps, turnBackWith } from "./earlierActs";
import { tabIdentity } from "./tabIdentity";
import { readSnapshot, takeSnapshot } from "./snapshots";

/** A moment at which a workspace is looked at. */
export interface Past {
  readonly moment: MomentText;
  readonly present: Workspace;
  /** When the log begins, in milliseconds since 1970, where that is after the moment: what was before is not known. */
  readonly knownFrom: number | undefined;
}

/** A workspace that is open in this tab. */
export interface Workspace {
  readonly name: string;
  readonly store: Store;
  readonly journal: Journal;
  readonly outlines: OutlineCache;
  /** Undefined when the browser gives no database: then all lives as long as the page. */
  readonly database: WorkspaceDatabase | undefined;
  /** What came back from the second copy, where the browser had lost the database. */
  readonly broughtBack: BroughtBack | undefined;
  /** Where it is a workspace as it once stood: when that was, and the one that it was. */
  readonly past?: Past;
  /**
   * Undoes the last act of this device, or redoes what was last undone, also one from before a reload or a restart.
   * Resolves to what that act had said, or undefined when there is none.
   */
  turnBack(way: "undo" | "redo"): Promise<string | undefined>;
  /** Tells other tabs that everything was replaced, so that they start anew. */
  announceReplaced(): void;
  close(): void;
}

type Message = { appended: number } | { replaced: true };

/** So many log entries after a snapshot, a new one is worth its writing. */
const entriesPerSnapshot = 200;
const idleMilliseconds = 4000;
const entriesRemembered = 100;
const fileMilliseconds = 200;
/** One part of a snapshot is made in less. */
const onePartMilliseconds = 3;

interface OpenOptions {
  clock: Clock;
  /** Called when another tab replaced the contents. */
  onReplaced?: () => void;
  /** Keeps a second copy, from which the workspace is brought back when the browser has lost the database. */
  copy?: CopyKeeper | undefined;
}

/**
 * Opens a workspace: the newest snapshot, then the log's tail.
 * @throws NewerVersion when a newer Pensum wrote it; the browser's error when the database cannot be read
 */
export async function openWorkspace(name: string, options: OpenOptions): Promise<Workspace> {
  const database = new WorkspaceDatabase(name);
  await database.open();
  const copy = new KeptCopy(options.copy);
  const log = new DatabaseLog(database, copy);
  const copyName = crypto.randomUUID().slice(0, 8);
  let snapshot = await readSnapshot(database);
  let tail = await log.readAfter(snapshot.seq);
  const kept = snapshot.isNone && tail.length === 0 ? await copy.read(name) : undefined;
  let broughtBack: BroughtBack | undefined;
  if (kept) {
    broughtBack = await bringBack(database, kept, await copy.readFiles(name));
    snapshot = await readSnapshot(database);
    tail = await log.readAfter(snapshot.seq);
  }
  // With the tail once more: what a tab that was killed had in the database and not yet in the copy would be a gap.
  void copy.open(name, copyName).then(() => copy.append(tail));
  const records = replay(snapshot.records, snapshot.version, tail);
  const seq = tail[tail.length - 1]?.seq ?? snapshot.seq;
  // The browser looks for the name while the store is made.
  const naming = tabIdentity(name, seq);
  const { store, outlines } = await openStore(records, options.clock);

  // A line that was cut in another tab, or before a reload, brings its task back where it is pasted here.
  const recent = tail.slice(-entriesRemembered).filter(({ version }) => version === modelVersion);
  store.rememberRemoved(recent.flatMap(({ changes }) => removedBy(changes)));
  const tab = await naming;
  const by = `${tab.device}.${tab.id}`;
  const channel = new BroadcastChannel(database.name);
  const ahead = instantOf(store.clock) - Date.now();
  const journal = new Journal(store, log, {
    seq,
    by,
    // The log tells of the time that the app shows, and it goes on where that stands still.
    now: () => Date.now() + ahead,
    onAppended: (length) => channel.postMessage({ appended: length } satisfies Message),
  });
  channel.onmessage = ({ data }: MessageEvent<Message>) => {
    if ("replaced" in data) options.onReplaced?.();
    else if (data.appended > journal.seq) void journal.pull();
  };
  const compaction = keepCompact(
    name,
    database,
    copy,
    store,
    journal,
    snapshot.version < modelVersion ? -entriesPerSnapshot : snapshot.seq,
  );
  const stopPreparing = prepareWhenIdle(records, store);
  database.on("versionchange", () => database.close());
  // A file is in the second copy as soon as it is in the database, and not only when all has been still for a while.
  let keeping: ReturnType<typeof setTimeout> | undefined;
  database.files.hook("creating", () => {
    clearTimeout(keeping);
    keeping = setTimeout(() => void copy.keepFiles(name), fileMilliseconds);
  });

  return {
    name,
    store,
    journal,
    outlines,
    database,
    broughtBack,
    turnBack: turnBackWith(store, () => readEarlierSteps({ database, store, journal, tab, sessionStart: seq })),
    announceReplaced: () => channel.postMessage({ replaced: true } satisfies Message),
    close() {
      compaction();
      stopPreparing();
      channel.close();
      copy.close();
      database.close();
    },
  };
}

/** A workspace without a database, for a browser that gives none. */
export function openInMemory(name: string, clock: Clock): Workspace {
  const { store, outlines } = openEmptyStore(clock);
  const journal = new Journal(store, new MemoryLog(), { seq: 0, by: "memory" });
  const nothing = () => {};
  return {
    ...{ name, store, journal, outlines, database: undefined, broughtBack: undefined },
    turnBack: turnBackWith(store, () => Promise.resolve({ done: [], undone: [] })),
    announceReplaced: nothing,
    close: nothing,
  };
}

/** Takes a snapshot whenever nothing has happened for a while and the log has grown. Gives back how to stop. */
function keepCompact(
  workspace: string,
  database: WorkspaceDatabase,
  copy: KeptCopy,
  store: Store,
  journal: Journal,
  from: number,
): () => void {
  let snapshotSeq = from;
  let tidied = false;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const compact = async () => {
    if (!tidied) await copy.tidy();
    tidied = true;
    await copy.keepFiles(workspace);
    if (journal.saving.kind !== "saved" || journal.seq - snapshotSeq < entriesPerSnapshot) return;
    const seq = journal.seq;
    try {
      if (!(await takeSnapshot(database, seq, store.records(), Date.now()))) return;
      snapshotSeq = seq;
      await copy.rebase();
    } catch {
      // A snapshot only makes the next start faster. What was done is in the log, so a failure here loses nothing.
    }
  };
  const wait = () => {
    clearTimeout(timer);
    timer = setTimeout(() => void compact(), idleMilliseconds);
  };
  const stop = journal.onSaving(wait);
  wait();
  return () => {
    stop();
    clearTimeout(timer);
  };
}

/**
 * While nothing else is to do, makes what is still packed, so that no list has to wait for it, and then lays the ledger of the
 * log, so that no look back has to. Gives back how to stop.
 */
function prepareWhenIdle(records: RecordTable, store: Store): () => void {
  const stopping = new AbortController();
  void (async () => {
    await whileIdle(() => records.makeSome(), stopping.signal);
    const { begunLedgerOf } = await import("@/core/insight/ledger");
    await whileIdle(() => begunLedgerOf(store).layMore(), stopping.signal);
  })().catch(() => {
    // It is done when it is asked for, then; or the workspace was closed.
  });
  return () => stopping.abort();
}

/** Takes one step after the other while nothing else is to do, until one says that there are no more. */
function whileIdle(step: () => boolean, signal: AbortSignal): Promise<void> {
  return new Promise((resolve, reject) => {
    if (!("requestIdleCallback" in globalThis)) return;
    const go = (deadline: IdleDeadline) => {
      if (signal.aborted) return reject(signal.reason as Error);
      try {
        let isMore = true;
        while (isMore && deadline.timeRemaining() > onePartMilliseconds) isMore = step();
        if (isMore) requestIdleCallback(go);
        else resolve();
      } catch (fault) {
        reject(fault as Error);
      }
    };
    requestIdleCallback(go);
  });
}

/** The settings of a workspace; the usual ones until the person changes something. */
export function settingsOf(store: Pick<Store, "find">): Settings {
  return store.find("settings", "settings") ?? defaultSettings;
}

export { NewerVersion };
