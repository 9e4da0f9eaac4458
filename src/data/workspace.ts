import { modelVersion } from "@/core/model";
import type { OutlineCache } from "@/core/page";
import {
  isWholeEntry,
  Journal,
  MemoryLog,
  NewerVersion,
  removedBy,
  replay,
  Replaced,
  type LogEntry,
  type RecordTable,
  type Store,
} from "@/core/store";
import { instantOf, type Clock, type MomentText } from "@/core/time";
import { openEmptyStore, openStore } from "@/core/workspace";
import { WorkspaceDatabase } from "./database";
import { DatabaseLog } from "./databaseLog";
import { bringBack, KeptCopy, type BroughtBack, type CopyKeeper } from "./secondCopy";
import { readEarlierSteps, turnBackWith } from "./earlierActs";
import { changesAhead, checkDisk, isCheckAsked, type DiskReport } from "./checkDisk";
import { Damaged } from "./damaged";
import { mend, type Mended } from "./mend";
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
  /** Holds all that is stored of it against its checksums; undefined where there is no database. */
  checkDisk?(pause?: () => Promise<unknown>): Promise<DiskReport>;
  /** What was mended, where what was stored was damaged. */
  readonly mended?: Mended | undefined;
  /** Where it is a workspace as it once stood: when that was, and the one that it was. */
  readonly past?: Past;
  /**
   * Undoes the last act of this device, or redoes what was last undone, also one from before a reload or a restart.
   * Resolves to what that act had said, or undefined when there is none.
   */
  turnBack(way: "undo" | "redo"): Promise<string | undefined>;
  /** Lets other tabs hand in what is typed there, before everything is replaced; waits for them, and not for long. */
  gatherWords(): Promise<void>;
  /** Tells other tabs that everything was replaced, so that they start again. */
  announceReplaced(): void;
  close(): void;
}

type Message = { appended: number } | { replaced: true } | { handIn: true } | { handedIn: true };

/** So many log entries after a snapshot, a new one is worth its writing. */
const entriesPerSnapshot = 200;
const idleMilliseconds = 4000;
const entriesRemembered = 100;
const fileMilliseconds = 200;
/** So long other tabs have for handing in what is typed in them. */
const handInMilliseconds = 1500;
/** One part of a snapshot is made in less. */
const onePartMilliseconds = 3;

interface OpenOptions {
  clock: Clock;
  /** Called when another tab replaced the contents. */
  onReplaced?: () => void;
  /** Called with what was found damaged on the disk, some time after it was opened. */
  onDamage?: ((found: readonly string[]) => void) | undefined;
  /** Keeps a second copy, from which the workspace is brought back when the browser has lost the database. */
  copy?: CopyKeeper | undefined;
}

/**
 * Opens a workspace: the newest snapshot, then the log's tail.
 * @throws NewerVersion when a newer Pensum wrote it; Damaged when nothing whole is left of it; the browser's error when the
 * database cannot be read
 */
export async function openWorkspace(name: string, options: OpenOptions): Promise<Workspace> {
  const database = new WorkspaceDatabase(name);
  await database.open();
  const copy = new KeptCopy(options.copy);
  const log = new DatabaseLog(database, copy);
  const copyName = crypto.randomUUID().slice(0, 8);
  let mended: Mended | undefined;
  let broughtBack: BroughtBack | undefined;
  const isAsked = isCheckAsked(name);
  const read = async () => {
    const snapshot = await readSnapshot(database, isAsked ? Infinity : undefined);
    const tail = await log.readAfter(snapshot.seq);
    return { snapshot, tail };
  };
  const whole = async () => {
    let { snapshot, tail } = await read();
    const kept = snapshot.isNone && tail.length === 0 ? await copy.read(name) : undefined;
    if (kept) {
      broughtBack = await bringBack(database, kept, await copy.readFiles(name));
      ({ snapshot, tail } = await read());
    }
    checkTail(snapshot.seq, tail);
    if (isAsked && !mended && (await changesAhead(copy, name, tail.at(-1)?.seq ?? snapshot.seq)) > 0)
      throw new Damaged("The database on the disk has lost its newest changes.");
    return { snapshot, tail, records: replay(snapshot.records, snapshot.version, tail) };
  };
  const { snapshot, tail, records } = await whole().catch(async (error: unknown) => {
    const found = damageIn(error);
    if (found === undefined) throw error;
    mended = await mend(database, copy, name, found);
    return whole();
  });
  // With the tail once more: what a tab that was killed had in the database and not yet in the copy would be a gap.
  void copy.open(name, copyName).then(() => copy.append(tail));
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
    else if ("handIn" in data) {
      store.settle();
      void journal.durable().then(() => channel.postMessage({ handedIn: true } satisfies Message));
    } else if ("handedIn" in data) void journal.pull();
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
  const stopChecking = checkWhenIdle(() => checkDisk(database, copy, name, idle), options.onDamage);
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
    mended,
    checkDisk: (pause) => checkDisk(database, copy, name, pause),
    turnBack: turnBackWith(store, () => readEarlierSteps({ database, store, journal, tab, sessionStart: seq })),
    async gatherWords() {
      channel.postMessage({ handIn: true } satisfies Message);
      await new Promise((resolve) => setTimeout(resolve, handInMilliseconds));
      await journal.pull();
    },
    announceReplaced: () => channel.postMessage({ replaced: true } satisfies Message),
    close() {
      compaction();
      stopPreparing();
      stopChecking();
      channel.close();
      copy.close();
      database.close();
    },
  };
}

/** @throws Damaged where an entry of the log is missing or is not the one that was written */
function checkTail(seq: number, tail: readonly LogEntry[]) {
  for (const [at, entry] of tail.entries()) {
    if (entry.seq !== seq + at + 1) throw new Damaged("An entry of the log on the disk is missing.");
    if (!isWholeEntry(entry)) throw new Damaged("An entry of the log on the disk is damaged.");
  }
}

/** What an error says that was met while a workspace was read, where that was damage and not a browser that fails. */
function damageIn(error: unknown): string | undefined {
  if (error instanceof Damaged) return error.message;
  if (error instanceof Replaced) return "The log on the disk is missing, or does not fit its snapshot.";
  if (error instanceof SyntaxError || error instanceof RangeError || error instanceof TypeError)
    return "What is stored on the disk cannot be read.";
  return undefined;
}

/** A workspace without a database, for a browser that gives none. */
export function openInMemory(name: string, clock: Clock): Workspace {
  const { store, outlines } = openEmptyStore(clock);
  const journal = new Journal(store, new MemoryLog(), { seq: 0, by: "memory" });
  const nothing = () => {};
  return {
    ...{ name, store, journal, outlines, database: undefined, broughtBack: undefined },
    turnBack: turnBackWith(store, () => Promise.resolve({ done: [], undone: [] })),
    gatherWords: () => Promise.resolve(),
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

/** So long after a start all that is stored is held against its checksums. */
const checkMilliseconds = 8000;

const idle = () =>
  new Promise<unknown>((resolve) => {
    if ("requestIdleCallback" in globalThis) requestIdleCallback(resolve);
    else setTimeout(resolve);
  });

/** Checks the disk once, while nothing else is to do. Returns a function that ends it. */
function checkWhenIdle(check: () => Promise<DiskReport>, onDamage: OpenOptions["onDamage"]): () => void {
  if (!onDamage) return () => {};
  const timer = setTimeout(() => {
    void check().then(
      ({ odd }) => odd.length > 0 && onDamage(odd),
      () => {
        // What could not be checked now is checked at the next start.
      },
    );
  }, checkMilliseconds);
  return () => clearTimeout(timer);
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

export { Damaged, NewerVersion };
