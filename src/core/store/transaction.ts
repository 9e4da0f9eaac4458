import type { Id, Kind, PensumRecord, RecordOf, Settings } from "../model";
import type { MomentText } from "../time";
import type { Fields } from "./changeSet";
import type { IndexName } from "./indexes";

/** What a command may read and do. Writes are seen by the reads after them, and are taken back if the command throws. */
export interface Transaction {
  get(id: Id): PensumRecord | undefined;
  /** The record when it is there and of that kind. */
  find<K extends Kind>(kind: K, id: Id | undefined): RecordOf<K> | undefined;
  list(index: IndexName, key: string): readonly PensumRecord[];
  /** The record as it stood before the transaction. */
  before(id: Id): PensumRecord | undefined;
  /** The ids written so far. */
  touched(): readonly Id[];
  /** Records that were removed earlier in this session, as they last stood. */
  removedEarlier(wanted: (record: PensumRecord) => boolean): PensumRecord[];
  /** The present moment. */
  readonly now: MomentText;
  /** The instant at which the present minute began, in milliseconds since 1970. */
  readonly instant: number;
  /** The person's zone. */
  readonly zone: string;
  /** How the person has set things up; as it comes where they set nothing. */
  readonly settings: Settings;
  /** How long a task counts, in minutes, as the store says. */
  lengthOf: LengthOf;
  /** An id for something new. Those of one act follow from its first, so that it gives the same when it is done again. */
  newId(): Id;
  put(record: PensumRecord): void;
  /** Sets fields of a record that is there; a field set to undefined is taken out. */
  update(id: Id, fields: Fields): void;
  remove(id: Id): void;
}

/** How long a task counts, in minutes; undefined where nobody knows. */
export type LengthOf = (task: {
  readonly estimateMinutes?: number | undefined;
  readonly theme?: Id | undefined;
}) => number | undefined;

/** Something that must hold after every act; it runs at the end of each transaction and mends what does not. */
export type Rule = (tx: Transaction) => void;
