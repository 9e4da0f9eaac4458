import { modelVersion, type Id } from "@/core/model";
import { earlierSteps, type ChangeSet, type LogEntry, type Store } from "@/core/store";
import { startOfGeneration, type WorkspaceDatabase } from "./database";
import { deviceIdentity } from "./tabIdentity";

/** One act that was done, with what it changed. */
export interface ActSince {
  readonly said: string;
  readonly changes: ChangeSet;
}

const mostEntries = 1000;
const tookBack = "Took back: ";

/**
 * What was done on this device while a review ran and still stands, the newest first: what was undone or taken back is left out,
 * and so is what kept the review's own books.
 * @param seq how long the log is
 */
export async function actsDuring(
  database: WorkspaceDatabase,
  store: Store,
  seq: number,
  review: Id,
  hasEnded: boolean,
): Promise<ActSince[]> {
  const ofReview = database.log.where("ids").equals(review);
  const begun = (await ofReview.first())?.seq;
  const ended = hasEnded ? (await ofReview.last())?.seq : undefined;
  if (begun === undefined) return [];
  const entries = await database.log
    .where(":id")
    .between(Math.max(startOfGeneration(seq), begun, seq - mostEntries), seq, false, true)
    .toArray();
  if (entries.some(({ version }) => version !== modelVersion)) return [];
  const device = deviceIdentity();
  const isOwn = ({ by, seq: place, isBookkeeping }: LogEntry) =>
    by.startsWith(`${device}.`) && place <= (ended ?? seq) && !isBookkeeping;
  const { done } = earlierSteps(entries, (id) => store.get(id), isOwn);
  const standing: ActSince[] = [];
  for (const { said, changes } of done) {
    if (said.startsWith(tookBack)) {
      const at = standing.findLastIndex((act) => act.said === said.slice(tookBack.length));
      if (at >= 0) standing.splice(at, 1);
    } else if (!touchesOnly(changes, review)) standing.push({ said, changes });
  }
  return standing.reverse();
}

function touchesOnly({ added, updated, removed }: ChangeSet, id: Id): boolean {
  const ids = [...added.keys(), ...updated.keys(), ...removed.keys()];
  return ids.every((one) => one === id);
}
