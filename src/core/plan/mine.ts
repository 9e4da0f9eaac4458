import type { Id, PensumRecord, Task } from "../model";
import { mentionsIn, namedRecord } from "../page";
import type { Store } from "../store";

type Reads = Pick<Store, "list"> & Partial<Pick<Store, "find">>;

/**
 * Tells whether a task is the person's own to do. It is a colleague's where its people were given to it and the person is
 * not among them; somebody who is only named in its title, as in "call @Ines", does not do it. Where nobody has said who
 * the person is, every task is theirs.
 */
export function isMine(reads: Reads, task: Task): boolean {
  if (task.people.length === 0) return true;
  const me = meIn(reads);
  if (me === undefined || task.people.includes(me)) return true;
  const named = new Set(mentionsIn(task.title).map((name) => namedRecord(reads, "person", name)?.id));
  return task.people.every((id) => named.has(id));
}

/** The record of the person themselves, where they said which it is. */
export function meIn(reads: Reads): Id | undefined {
  const [settings] = reads.list("kind", "settings") as readonly (PensumRecord & { kind: "settings" })[];
  return settings?.me;
}
