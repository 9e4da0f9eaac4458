import type { PensumRecord } from "@/core/model";
import { Emptied, Overtaken, Replaced, withSum, type ChangeLog, type LogEntry, type LogEntryDraft } from "@/core/store";
import { isFirstOfGeneration, nextGeneration, type WorkspaceDatabase } from "./database";
import { KeptCopy } from "./secondCopy";
import { writeParts } from "./snapshots";

/**
 * The change log in the database. An entry claims its place by its key: where another tab has taken it, the database
 * refuses the key, and nothing else need be asked. Commits are strict: on the disk before they are acknowledged.
 *
 * When a backup is read in, the log goes on in the numbers of the next generation. A tab that still shows the contents
 * before finds that its newest entry is gone, and whatever it was about to write stands where nobody reads.
 */
export class DatabaseLog implements ChangeLog {
  readonly #database: WorkspaceDatabase;
  readonly #copy: KeptCopy;

  constructor(database: WorkspaceDatabase, copy = new KeptCopy(undefined)) {
    this.#database = database;
    this.#copy = copy;
  }

  /** In the database first, then in the second copy: whenever the browser dies, it is in the middle of one at most. */
  async append(after: number, drafts: readonly LogEntryDraft[]): Promise<void> {
    const entries = drafts.map((draft, at) => withSum({ ...draft, seq: after + at + 1 }));
    await this.#write(after, entries);
    await this.#copy.append(entries);
  }

  async refill(after: number, drafts: readonly LogEntryDraft[], records: readonly PensumRecord[]): Promise<void> {
    const database = this.#database;
    const entries = drafts.map((draft, at) => withSum({ ...draft, seq: after + at + 1 }));
    await database.transaction("rw", database.log, database.snapshots, async () => {
      await writeParts(database, after + drafts.length, records);
      await database.log.bulkPut(entries);
    });
  }

  /** Writes entries, in a database that is opened again where the browser had closed it or something deleted it. */
  async #write(after: number, entries: readonly LogEntry[]): Promise<void> {
    let isOpen = this.#database.isOpen() && (this.#database.backendDB() as IDBDatabase | null) !== null;
    if (isOpen)
      try {
        return await this.#append(after, entries);
      } catch (error) {
        if (!isClosed(error)) throw error;
        isOpen = false;
      }
    this.#database.close();
    await this.#database.open();
    const isEmpty = (await this.#database.log.count()) + (await this.#database.snapshots.count()) === 0;
    if (isEmpty && after > 0) throw new Emptied("The database was cleared.");
    return await this.#append(after, entries);
  }

  /** Goes past Dexie to the database itself: with it an act took 2.3 times a bare put until it was durable. */
  #append(after: number, entries: readonly LogEntry[]): Promise<void> {
    return new Promise((resolve, reject) => {
      const transaction = this.#database.backendDB().transaction("log", "readwrite", { durability: "strict" });
      const log = transaction.objectStore("log");
      let refused: DOMException | null = null;
      let replaced = false;
      transaction.oncomplete = () => (replaced ? reject(new Replaced()) : resolve());
      transaction.onabort = () => {
        if (replaced) reject(new Replaced());
        else if (isTaken(refused)) reject(new Overtaken());
        else reject(transaction.error ?? refused ?? new Error("The database did not respond."));
      };
      try {
        if (!isFirstOfGeneration(after)) {
          // Asked on the way and not waited for, which would take half as long again as the whole append.
          const known = log.getKey(after);
          known.onsuccess = () => (replaced = known.result === undefined);
        }
        entries.forEach((entry) => {
          const request = log.add(entry);
          request.onerror = () => (refused ??= request.error);
        });
        transaction.commit();
      } catch (error) {
        reject(error as Error);
        transaction.abort();
      }
    });
  }

  async readAfter(seq: number): Promise<LogEntry[]> {
    const upTo = nextGeneration(seq);
    const entries = await this.#database.log.where(":id").between(seq, upTo, true, true).toArray();
    const known = entries[0]?.seq === seq;
    if (!known && !isFirstOfGeneration(seq)) throw new Replaced();
    return known ? entries.slice(1) : entries;
  }
}

/** Whether an error says that the connection is gone, as it is after the disk was full or the data were cleared. */
function isClosed(error: unknown): boolean {
  return (
    error instanceof DOMException && /^(InvalidStateError|AbortError|UnknownError|NotFoundError)$/.test(error.name)
  );
}

function isTaken(error: DOMException | null): boolean {
  return error?.name === "ConstraintError";
}
