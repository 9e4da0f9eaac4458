import type { Id, PensumRecord } from "../model";
import { sameValue, type Fields } from "./changeSet";
import { frozen } from "./frozen";
import { indexFor, type IndexName, type RecordLists } from "./indexes";
import { RecordTable, type Records } from "./recordTable";
import type { ChangedTopics } from "./topics";

/** A record that changed, came (`from` undefined) or went (`to` undefined). */
export interface RecordChange {
  readonly id: Id;
  readonly from: PensumRecord | undefined;
  readonly to: PensumRecord | undefined;
}

/** Records with the indexes that were asked for, each kept in step with them. */
export class IndexedRecords {
  readonly #records: Records;
  readonly #indexes = new Map<string, RecordLists>();

  /** @param records by their ids; or as a table, into which it writes */
  constructor(records: ReadonlyMap<Id, PensumRecord> | Records) {
    this.#records = "index" in records ? records : new RecordTable(records);
  }

  get size(): number {
    return this.#records.size;
  }

  get(id: Id): PensumRecord | undefined {
    return this.#records.get(id);
  }

  values(): Iterable<PensumRecord> {
    return this.#records.values();
  }

  /** See the store. */
  reading(kind: string, fields: readonly string[], visit: (record: PensumRecord) => void): Generator<undefined> {
    return this.#records.reading(kind, fields, visit);
  }

  /** The records under `key` of an index; the same list object until one of them changes. */
  list(topic: IndexName, key: string): readonly PensumRecord[] {
    const question = indexFor(topic, key);
    let index = this.#indexes.get(question.name);
    if (!index) {
      index = this.#records.index(topic, question);
      this.#indexes.set(question.name, index);
    }
    return index.list(key);
  }

  /** Puts a record in its place, or takes it out. Returns how it changed, or undefined where it did not; `topics` gets what that touches. */
  set(id: Id, to: PensumRecord | undefined, topics: ChangedTopics): RecordChange | undefined {
    const from = this.#records.get(id);
    if (from === to) return undefined;
    const row = to ? this.#records.set(id, frozen(to)) : this.#records.delete(id);
    if (row === undefined) return undefined;
    const change = { id, from, to };
    this.note(change, topics, row);
    return change;
  }

  /** Brings the indexes up to date with a record that changed. */
  note({ id, from, to }: RecordChange, topics: ChangedTopics, row = 0): void {
    const isFact = !from || !to || !differsInTextOnly(from, to);
    topics.note(id, isFact);
    if (isFact) topics.note("facts");
    for (const index of this.#indexes.values())
      for (const key of index.change(row, from, to)) topics.note(`${index.topic}:${key}`, isFact);
  }
}

function differsInTextOnly(from: PensumRecord, to: PensumRecord): boolean {
  const [a, b] = [from as unknown as Fields, to as unknown as Fields];
  for (const key in b) if (key !== "text" && !sameValue(a[key], b[key])) return false;
  for (const key in a) if (!(key in b)) return false;
  return true;
}
