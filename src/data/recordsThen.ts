import { modelVersion } from "@/core/model";
import {
  nothingWalked,
  recordsBeforeStepwise,
  type ChangeSet,
  type Journal,
  type LogEntry,
  type RecordsBefore,
  type Store,
} from "@/core/store";
import { instantOf } from "@/core/time";
import { startOfGeneration, type WorkspaceDatabase } from "./database";

/** How the records stood at an instant. */
export interface RecordsThen extends RecordsBefore {
  /** When the log that is left begins, in milliseconds since 1970, where that is after the instant; what was before is not known. */
  readonly knownFrom: number | undefined;
}

interface Going {
  /** Called with how much of the way is behind, from 0 to 1. */
  readonly progress?: (share: number) => void;
  /** Ends it early: then it resolves to undefined. */
  readonly signal?: AbortSignal;
}

/** The page is held up for so long at a time. */
const sliceMilliseconds = 6;
const mostTries = 5;
/** So many entries are asked of the database at once. */
const perLot = 4000;
/** Reading the log is so much of the way. */
const readShare = 0.5;

interface Open {
  readonly database: WorkspaceDatabase;
  readonly store: Store;
  readonly journal: Journal;
}

/** What is made of a walk back through the log. */
interface WalkBack {
  /** In milliseconds since 1970, the latest first. */
  readonly instants: readonly number[];
  /** Called anew before each try: what was seen on one that was broken off does not count. */
  begin(): {
    /** Called at each instant, while the records stand as they stood then, and no longer. */
    at(instant: number, then: RecordsThen): void;
    /** Called with each entry on the way, the newest first. */
    see?(entry: LogEntry, changes: ChangeSet): void;
  };
}

/**
 * Goes back through the log to an instant, from the records as they are; in slices, so that the page goes on. Resolves
 * to undefined where it was ended early, or where the records never stood still for long enough.
 * @throws RangeError when the log does not fit the records
 */
export async function recordsAt(open: Open, instant: number, going: Going = {}): Promise<RecordsThen | undefined> {
  let found: RecordsThen | undefined;
  const begin = () => ({ at: (_: number, then: RecordsThen) => void (found = then) });
  return (await walkBack(open, { instants: [instant], begin }, going)) ? found : undefined;
}

/** The same to several instants, in one walk. Resolves to whether it came to its end. @throws as `recordsAt` does */
export async function walkBack(
  { database, store, journal }: Open,
  { instants, begin }: WalkBack,
  { progress, signal }: Going = {},
): Promise<boolean> {
  const earliest = Math.min(...instants);
  for (let tries = 0; tries < mostTries; tries++) {
    await journal.durable();
    store.settle();
    const { seq } = journal;
    const isStill = () => journal.seq === seq && journal.saving.kind === "saved" && !store.isUnsettled;
    if (!isStill()) continue;
    const entries: LogEntry[] = [];
    const start = startOfGeneration(seq);
    let hasEarlier = false;
    let isOlder = false;
    // In lots: a cursor that goes from entry to entry took four times as long.
    for (let to = seq; to >= start && !hasEarlier && !isOlder; to -= perLot) {
      const lot = await database.log
        .where(":id")
        .between(Math.max(start, to - perLot + 1), to, true, true)
        .toArray();
      if (signal?.aborted) return false;
      for (const entry of lot.reverse()) {
        hasEarlier = entry.at < earliest;
        isOlder = !hasEarlier && entry.version !== modelVersion;
        if (hasEarlier || isOlder) break;
        entries.push(entry);
      }
      if (lot.length === 0) break;
      progress?.((readShare * entries.length) / Math.max(1, seq - start));
    }
    entries.reverse();
    // Where no entry is left, nothing is known of what was.
    const begins = entries[0]?.at ?? instantOf(store.clock);
    const walker = begin();
    const walked = nothingWalked();
    let since = performance.now();
    let end = entries.length;
    let isWhole = true;
    for (const instant of instants) {
      const from = firstSince(entries, instant, end);
      const going = recordsBeforeStepwise(
        entries.slice(from, end),
        (id) => store.get(id),
        walked,
        (entry, changes) => walker.see?.(entry, changes),
      );
      let step = going.next();
      for (; !step.done && isStill(); step = going.next()) {
        if (performance.now() - since < sliceMilliseconds) continue;
        progress?.(readShare + ((1 - readShare) * (entries.length - end + step.value)) / entries.length);
        await letOthersGo();
        if (signal?.aborted) return false;
        since = performance.now();
      }
      isWhole = step.done === true && isStill();
      if (!isWhole) break;
      end = from;
      walker.at(instant, { ...walked, knownFrom: hasEarlier || from > 0 ? undefined : begins });
    }
    if (isWhole) return true;
  }
  return false;
}

/** Where of the entries before `end` those begin that were made at an instant or after it. */
function firstSince(entries: readonly LogEntry[], instant: number, end: number): number {
  let at = end;
  while (at > 0 && entries[at - 1]!.at >= instant) at--;
  return at;
}

/** Lets whatever waits go first. A timer would be held back by some milliseconds each time. */
function letOthersGo(): Promise<void> {
  return new Promise((resolve) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      resolve();
    };
    port2.postMessage(undefined);
  });
}
