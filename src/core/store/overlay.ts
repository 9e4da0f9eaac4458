import type { Id, PensumRecord } from "../model";
import { keysOf, type IndexName, type RecordLists } from "./indexes";
import type { PackedQuestion } from "./packedRecords";
import type { Records } from "./recordTable";
import type { Store } from "./store";

/**
 * The records of a store with some of them otherwise: what differs is kept here, all else is read from the store below, its lists too
 * where nothing of theirs differs.
 */
export class Overlay implements Records {
  readonly #ground: Store;
  /** What differs; undefined where a record of the ground is taken out. */
  #differing = new Map<Id, PensumRecord | undefined>();
  readonly #lists = new Set<OverlaidLists>();
  /** How many more records there are than in the ground. */
  #more = 0;

  constructor(ground: Store) {
    this.#ground = ground;
  }

  get size(): number {
    return this.#ground.size + this.#more;
  }

  /** The records that differ, each as it is here; undefined where it is taken out. */
  get differing(): ReadonlyMap<Id, PensumRecord | undefined> {
    return this.#differing;
  }

  get(id: Id): PensumRecord | undefined {
    return this.#differing.has(id) ? this.#differing.get(id) : this.#ground.get(id);
  }

  set(id: Id, record: PensumRecord): number {
    if (!this.get(id)) this.#more++;
    this.#differing.set(id, record);
    return 0;
  }

  delete(id: Id): number | undefined {
    if (!this.get(id)) return undefined;
    this.#more--;
    this.#differing.set(id, undefined);
    return 0;
  }

  *values(): Generator<PensumRecord> {
    for (const record of this.#ground.records()) if (!this.#differing.has(record.id)) yield record;
    for (const record of this.#differing.values()) if (record) yield record;
  }

  *reading(kind: string, fields: readonly string[], visit: (record: PensumRecord) => void): Generator<undefined> {
    const differs = new Set([...this.#differing.keys()].filter((id) => this.#ground.get(id)?.kind === kind));
    // Which record it is can only be told by its id, which is asked for beside the others.
    const wanted = differs.size === 0 ? fields : [...new Set([...fields, "id"])];
    yield* this.#ground.reading(kind as "task", wanted as readonly "id"[], (record) => {
      if (!differs.has(record.id)) visit(record as unknown as PensumRecord);
    });
    for (const record of this.#differing.values()) if (record?.kind === kind) visit(record);
  }

  index(topic: IndexName, question: PackedQuestion): RecordLists {
    const lists = new OverlaidLists(topic, question, this.#ground, this);
    this.#lists.add(lists);
    return lists;
  }

  /** Lets everything be as the ground has it. Returns what differed. */
  drop(): ReadonlyMap<Id, PensumRecord | undefined> {
    const differed = this.#differing;
    this.#differing = new Map();
    this.#more = 0;
    for (const lists of this.#lists) lists.drop();
    return differed;
  }
}

interface Known {
  readonly ground: readonly PensumRecord[];
  readonly list: readonly PensumRecord[];
}

/** One index of an overlay: the lists of the ground, with what differs in its place. */
class OverlaidLists implements RecordLists {
  readonly topic: IndexName;
  readonly #question: PackedQuestion;
  readonly #ground: Store;
  readonly #overlay: Overlay;
  /** By key, the records that differ and stand under it, here or in the ground, in the order in which they came. */
  readonly #touched = new Map<string, Set<Id>>();
  readonly #known = new Map<string, Known>();

  constructor(topic: IndexName, question: PackedQuestion, ground: Store, overlay: Overlay) {
    this.topic = topic;
    this.#question = question;
    this.#ground = ground;
    this.#overlay = overlay;
    for (const [id, record] of overlay.differing) this.#touch(id, ground.get(id), record);
  }

  list(key: string): readonly PensumRecord[] {
    const ground = this.#ground.list(this.topic, key);
    const touched = this.#touched.get(key);
    if (!touched) return ground;
    const known = this.#known.get(key);
    if (known?.ground === ground) return known.list;
    const isHere = (record: PensumRecord | undefined): record is PensumRecord =>
      record !== undefined && keysOf(this.#question, record).includes(key);
    const list = ground
      .map((record) => (touched.has(record.id) ? this.#overlay.get(record.id) : record))
      .filter((record): record is PensumRecord => record !== undefined && (!touched.has(record.id) || isHere(record)));
    const inGround = new Set<Id>();
    for (const { id } of ground) if (touched.has(id)) inGround.add(id);
    for (const id of touched) {
      const record = inGround.has(id) ? undefined : this.#overlay.get(id);
      if (isHere(record)) list.push(record);
    }
    this.#known.set(key, { ground, list });
    return list;
  }

  change(_row: number, from: PensumRecord | undefined, to: PensumRecord | undefined): readonly string[] {
    const id = (to ?? from)?.id as Id;
    return this.#overlay.differing.has(id)
      ? this.#touch(id, from, to)
      : [...new Set([...keysOf(this.#question, from), ...keysOf(this.#question, to)])];
  }

  drop(): void {
    this.#touched.clear();
    this.#known.clear();
  }

  /** Takes note that a record stands under other keys, or is another one under the same. Returns them all. */
  #touch(id: Id, from: PensumRecord | undefined, to: PensumRecord | undefined): readonly string[] {
    const keys = [...new Set([...keysOf(this.#question, from), ...keysOf(this.#question, to)])];
    for (const key of keys) {
      const touched = this.#touched.get(key) ?? new Set();
      touched.add(id);
      this.#touched.set(key, touched);
      this.#known.delete(key);
    }
    return keys;
  }
}
