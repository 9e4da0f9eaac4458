import { defaultSettings, modelVersion, type Settings } from "@/core/model";
import { followPages, OutlineCache } from "@/core/page";
import { Journal, MemoryLog, NewerVersion, replay, Store } from "@/core/store";
import type { Clock } from "@/core/time";
import { WorkspaceDatabase } from "./database";
import { DatabaseLog } from "./databaseLog";
import { readSnapshot, takeSnapshot } from "./snapshots";

/** A workspace that is open in this tab. */
export interface Workspace {
  readonly name: string;
  readonly store: Store;
  readonly journal: Journal;
  readonly outlines: OutlineCache;
  /** Undefined when the browser gives no database: then all lives as long as the page. */
  readonly database: WorkspaceDatabase | undefined;
  /** Tells other tabs that everything was replaced, so that they start anew. */
  announceReplaced(): void;
  close(): void;
}

type Message = { appended: number } | { replaced: true };

/** So many log entries after a snapshot, a new one is worth its writing. */
const entriesPerSnapshot = 200;
const idleMilliseconds = 4000;

interface OpenOptions {
  clock: Clock;
  /** Called when another tab replaced the contents. */
  onReplaced?: () => void;
}

/**
 * Opens a workspace: the newest snapshot, then the log's tail.
 * @throws NewerVersion when a newer Pensum wrote it; the browser's error when the database cannot be read
 */
export async function openWorkspace(name: string, options: OpenOptions): Promise<Workspace> {
  const database = new WorkspaceDatabase(name);
  await database.open();
  const log = new DatabaseLog(database);
  const snapshot = await readSnapshot(database);
  const tail = await log.readAfter(snapshot.seq);
  const records = replay(snapshot.parts, snapshot.version, tail);
  const seq = tail[tail.length - 1]?.seq ?? snapshot.seq;
  const outlines = new OutlineCache();
  const store = new Store(records, [followPages(outlines)], options.clock);

  const channel = new BroadcastChannel(database.name);
  const by = crypto.randomUUID().slice(0, 8);
  const journal = new Journal(store, log, {
    seq,
    by,
    onAppended: (length) => channel.postMessage({ appended: length } satisfies Message),
  });
  channel.onmessage = ({ data }: MessageEvent<Message>) => {
    if ("replaced" in data) options.onReplaced?.();
    else if (data.appended > journal.seq) void journal.pull();
  };
  const compaction = keepCompact(
    database,
    store,
    journal,
    snapshot.version < modelVersion ? -entriesPerSnapshot : snapshot.seq,
  );
  database.on("versionchange", () => database.close());

  return {
    name,
    store,
    journal,
    outlines,
    database,
    announceReplaced: () => channel.postMessage({ replaced: true } satisfies Message),
    close() {
      compaction();
      channel.close();
      database.close();
    },
  };
}

/** A workspace without a database, for a browser that gives none. */
export function openInMemory(name: string, clock: Clock): Workspace {
  const outlines = new OutlineCache();
  const store = new Store(new Map(), [followPages(outlines)], clock);
  const journal = new Journal(store, new MemoryLog(), { seq: 0, by: "memory" });
  return { name, store, journal, outlines, database: undefined, announceReplaced: () => {}, close: () => {} };
}

/** Takes a snapshot whenever nothing has happened for a while and the log has grown. Gives back how to stop. */
function keepCompact(database: WorkspaceDatabase, store: Store, journal: Journal, from: number): () => void {
  let snapshotSeq = from;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const compact = async () => {
    if (journal.saving.kind !== "saved" || journal.seq - snapshotSeq < entriesPerSnapshot) return;
    const seq = journal.seq;
    try {
      if (await takeSnapshot(database, seq, store.records(), Date.now())) snapshotSeq = seq;
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

/** The settings of a workspace; the usual ones until the person changes something. */
export function settingsOf(store: Pick<Store, "find">): Settings {
  return store.find("settings", "settings") ?? defaultSettings;
}

export { NewerVersion };
