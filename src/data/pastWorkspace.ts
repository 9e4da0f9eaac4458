import { Journal, MemoryLog } from "@/core/store";
import type { Id, PensumRecord } from "@/core/model";
import { instantAt, standingClock, type MomentText } from "@/core/time";
import { openStore } from "@/core/workspace";
import { recordsAt } from "./recordsThen";
import type { Workspace } from "./workspace";

/**
 * A workspace as it stood at a moment, to be looked at and not to be changed. Undefined where it was ended early, or
 * where the present workspace never stood still for long enough.
 * @param progress called with how much of the log is behind, from 0 to 1
 * @throws RangeError when the log does not fit the records
 */
export async function openPast(
  present: Workspace,
  moment: MomentText,
  progress: (share: number) => void,
  signal: AbortSignal,
): Promise<Workspace | undefined> {
  const { database, store: current } = present;
  const { zone } = current.clock;
  const then = database
    ? await recordsAt({ ...present, database }, instantAt(moment, zone), { progress, signal })
    : undefined;
  if (!then) return undefined;
  const records = new Map<Id, PensumRecord>();
  for (const record of current.records()) records.set(record.id, record);
  for (const [id, record] of then.records)
    if (record) records.set(id, record);
    else records.delete(id);
  const { store, outlines } = await openStore(records, standingClock(moment, zone));
  store.seal("This is how it was then: nothing can be changed here.");
  return {
    ...{ name: present.name, store, outlines, database, broughtBack: undefined },
    journal: new Journal(store, new MemoryLog(), { seq: 0, by: "past" }),
    past: { moment, present, knownFrom: then.knownFrom },
    turnBack: () => Promise.resolve(undefined),
    gatherWords: () => Promise.resolve(),
    announceReplaced: () => {},
    close: () => {},
  };
}
