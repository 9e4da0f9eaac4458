import { idAfter, newId, type Id, type PensumRecord } from "../model";
import { fieldChange, hasFields, invert, isEmpty, withFields, type ChangeSet, type FieldChange } from "./changeSet";
import type { Call, Surroundings } from "./command";
import { checkPut } from "./frozen";
import { mergeOnto } from "./mergeChanges";
import type { RemovedRecords } from "./removedRecords";
import type { Rule, Transaction } from "./transaction";

/** What a transaction reads beside single records, of the store that it runs in. */
type Reads = Pick<Transaction, "find" | "list" | "lengthOf" | "settings">;

/** The store as a transaction needs it. */
export interface Ground {
  readonly reads: Reads;
  readonly removed: RemovedRecords;
  get(id: Id): PensumRecord | undefined;
  /** Writes a record, or takes it out. */
  set(id: Id, to: PensumRecord | undefined): void;
}

interface Transacting {
  readonly rules: readonly Rule[];
  readonly surroundings: Surroundings;
  /** What it is that is done: what it leaves is checked then. */
  readonly call: Call | undefined;
  /** False to take everything back at the end. */
  readonly keep: boolean;
  /** Called when all that was written was taken back. */
  readonly onTakenBack: () => void;
}

interface Transacted {
  readonly said: string;
  readonly changes: ChangeSet;
  /** Whether ids were asked for. */
  readonly gaveIds: boolean;
}

/**
 * Runs `run` and then the rules, on a transaction over `ground`. What comes to nothing, and what throws, leaves nothing behind.
 * @throws what they throw
 */
export function transact(ground: Ground, run: (tx: Transaction) => string, options: Transacting): Transacted {
  const { call, rules, keep } = options;
  const before = new Map<Id, PensumRecord | undefined>();
  const ids = idsFrom(options.surroundings.ids);
  const tx = transactionOver(ground, before, ids.next, options.surroundings);
  const takeBack = () => {
    for (const [id, record] of before) ground.set(id, record);
    options.onTakenBack();
  };
  let said: string;
  try {
    said = run(tx);
    for (const rule of rules) rule(tx);
    if (call) for (const id of before.keys()) checkLeft(ground.get(id), call);
  } catch (error) {
    takeBack();
    throw error;
  }
  const changes = changesSince(ground, before);
  // What comes to nothing leaves nothing behind either: no other object in the place of an equal one, of which nobody would hear.
  if (!keep || isEmpty(changes)) takeBack();
  else for (const record of changes.removed.values()) ground.removed.remember(record);
  return { said, changes, gaveIds: ids.gave() };
}

/** Ids that follow from the first; one act that gave none when it was done may give some where it is done again. */
function idsFrom(first: Id): { readonly next: () => Id; readonly gave: () => boolean } {
  const ids = first || newId();
  let given = 0;
  return { next: () => idAfter(ids, given++), gave: () => given > 0 };
}

function transactionOver(
  ground: Ground,
  before: Map<Id, PensumRecord | undefined>,
  nextId: () => Id,
  { now, instant, zone }: Surroundings,
): Transaction {
  const { reads } = ground;
  const write = (id: Id, to: PensumRecord | undefined) => {
    if (!before.has(id)) before.set(id, ground.get(id));
    ground.set(id, to);
  };
  return {
    get: (id) => ground.get(id),
    find: (kind, id) => reads.find(kind, id),
    list: (index, key) => reads.list(index, key),
    before: (id) => (before.has(id) ? before.get(id) : ground.get(id)),
    touched: () => [...before.keys()],
    removedEarlier: (wanted) =>
      [...ground.removed.values()].filter((record) => !ground.get(record.id) && wanted(record)),
    now,
    instant,
    zone,
    get settings() {
      return reads.settings;
    },
    lengthOf: (task) => reads.lengthOf(task),
    newId: nextId,
    put: (record) => write(record.id, record),
    update: (id, fields) => {
      const record = ground.get(id);
      if (record && !hasFields(record, fields)) write(id, withFields(record, fields));
    },
    remove: (id) => {
      if (ground.get(id)) write(id, undefined);
    },
  };
}

function checkLeft(record: PensumRecord | undefined, { command }: Call): void {
  if (record) checkPut(record, command.name);
}

function changesSince(ground: Ground, before: ReadonlyMap<Id, PensumRecord | undefined>): ChangeSet {
  const added = new Map<Id, PensumRecord>();
  const updated = new Map<Id, FieldChange>();
  const removed = new Map<Id, PensumRecord>();
  for (const [id, from] of before) {
    const to = ground.get(id);
    if (from && to) {
      const change = fieldChange(from, to);
      if (change) updated.set(id, change);
    } else if (to) added.set(id, to);
    else if (from) removed.set(id, from);
  }
  return { added, updated, removed };
}

/** Whether the records that a change set updates and removes stand as it found them, and none that it adds is there. */
export function isMadeOn(read: (id: Id) => PensumRecord | undefined, { added, updated, removed }: ChangeSet): boolean {
  for (const id of added.keys()) if (read(id)) return false;
  for (const [id, [from]] of updated) {
    const record = read(id);
    if (!record || !hasFields(record, from)) return false;
  }
  for (const [id, record] of removed) {
    const present = read(id);
    if (!present || fieldChange(record, present)) return false;
  }
  return true;
}

/** Takes changes back through a transaction, however long ago they were made: what was changed since of other fields and words stays. */
export function takeBack(tx: Transaction, changes: ChangeSet): void {
  mergeThrough(tx, invert(changes));
}

/**
 * Merges a change set into what stands now, through a transaction, so that it is part of what the transaction did.
 * @param ours the records as they stood after the changes were first made
 */
export function mergeThrough(tx: Transaction, changes: ChangeSet, ours?: (id: Id) => PensumRecord | undefined): void {
  const merged = mergeOnto((id) => tx.get(id), changes, ours);
  for (const id of merged.removed.keys()) tx.remove(id);
  for (const record of merged.added.values()) tx.put(record);
  for (const [id, [, to]] of merged.updated) tx.update(id, to);
}
