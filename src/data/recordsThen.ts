import { modelVersion } from "@/core/model";
import { recordsBeforeStepwise, type Journal, type LogEntry, type RecordsBefore, type Store } from "@/core/store";
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

/**
 * Goes back through the log to an instant, from the records as they are; in slices, so that the page goes on. Resolves
 * to undefined where it was ended early, or where the records never stood still for long enough.
 * @throws RangeError when the log does not fit the records
 */
export async function recordsAt(
  { database, store, journal }: { database: WorkspaceDatabase; store: Store; journal: Journal },
  instant: number,
  { progress, signal }: Going = {},
): Promise<RecordsThen | undefined> {
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
      if (signal?.aborted) return undefined;
      for (const entry of lot.reverse()) {
        hasEarlier = entry.at < instant;
        isOlder = !hasEarlier && entry.version !== modelVersion;
        if (hasEarlier || isOlder) break;
        entries.push(entry);
      }
      if (lot.length === 0) break;
      progress?.((readShare * entries.length) / Math.max(1, seq - start));
    }
    entries.reverse();
    const going = recordsBeforeStepwise(entries, (id) => store.get(id));
    let since = performance.now();
    let step = going.next();
    for (; !step.done && isStill(); step = going.next()) {
      if (performance.now() - since < sliceMilliseconds) continue;
      progress?.(readShare + ((1 - readShare) * step.value) / entries.length);
      await letOthersGo();
      if (signal?.aborted) return undefined;
      since = performance.now();
    }
    if (!step.done || !isStill()) continue;
    const begins = entries[0]?.at ?? (isOlder ? Date.now() : undefined);
    return { ...step.value, knownFrom: hasEarlier ? undefined : begins };
  }
  return undefined;
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
