import type { Id, PensumRecord } from "../model";

const kept = 1000;

/** The last thousand removed records, so that a line that is cut and pasted again keeps what its record held. */
export class RemovedRecords {
  readonly #removed = new Map<Id, PensumRecord>();

  remember(record: PensumRecord): void {
    this.#removed.delete(record.id);
    this.#removed.set(record.id, record);
    if (this.#removed.size > kept) this.#removed.delete(this.#removed.keys().next().value as Id);
  }

  values(): Iterable<PensumRecord> {
    return this.#removed.values();
  }
}
