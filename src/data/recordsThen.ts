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
    let hasEarlier = false;
    let isOlder = false;
    await database.log
      .where(":id")
      .between(startOfGeneration(seq), seq, true, true)
      .reverse()
      // What an earlier model wrote is not read back by this one.
      .until(({ at, version }) => {
        hasEarlier = at < instant;
        isOlder = !hasEarlier && version !== modelVersion;
        return hasEarlier || isOlder || signal?.aborted === true;
      })
      .each((entry) => entries.push(entry));
    if (signal?.aborted) return undefined;
    entries.reverse();
    const going = recordsBeforeStepwise(entries, (id) => store.get(id));
    let since = performance.now();
    let step = going.next();
    for (; !step.done && isStill(); step = going.next()) {
      if (performance.now() - since < sliceMilliseconds) continue;
      progress?.(step.value / entries.length);
      await new Promise((resolve) => setTimeout(resolve));
      if (signal?.aborted) return undefined;
      since = performance.now();
    }
    if (!step.done || !isStill()) continue;
    const begins = entries[0]?.at ?? (isOlder ? Date.now() : undefined);
    return { ...step.value, knownFrom: hasEarlier ? undefined : begins };
  }
  return undefined;
}
