import { modelVersion } from "@/core/model";
import type { LogEntry, SecondCopy } from "@/core/store";
import type { WorkspaceDatabase } from "./database";

/** What a workspace asks of its second copy; the app gives it as a worker. */
export interface CopyKeeper {
  read(workspace: string): Promise<SecondCopy | undefined>;
  open(workspace: string, by: string): Promise<void>;
  append(entries: readonly LogEntry[]): Promise<void>;
  tidy(): Promise<void>;
  rebase(): Promise<void>;
  close(): void;
}

/**
 * Keeps the second copy as long as that goes. The first failure ends it until the next start (a browser without such
 * files, a full disk): it guards against a loss of the database, and must not itself keep anything from being saved.
 */
export class KeptCopy {
  #keeper: CopyKeeper | undefined;

  constructor(keeper: CopyKeeper | undefined) {
    this.#keeper = keeper;
  }

  read(workspace: string): Promise<SecondCopy | undefined> {
    return this.#tried((keeper) => keeper.read(workspace));
  }

  async open(workspace: string, by: string): Promise<void> {
    await this.#tried((keeper) => keeper.open(workspace, by));
  }

  async append(entries: readonly LogEntry[]): Promise<void> {
    await this.#tried((keeper) => keeper.append(entries));
  }

  async tidy(): Promise<void> {
    await this.#tried((keeper) => keeper.tidy());
  }

  async rebase(): Promise<void> {
    await this.#tried((keeper) => keeper.rebase());
  }

  close() {
    this.#keeper?.close();
    this.#keeper = undefined;
  }

  async #tried<T>(work: (keeper: CopyKeeper) => Promise<T>): Promise<T | undefined> {
    if (!this.#keeper) return undefined;
    try {
      return await work(this.#keeper);
    } catch {
      this.#keeper = undefined;
      return undefined;
    }
  }
}

/** Puts a second copy into an empty database, all of it or nothing. */
export async function bringBack(database: WorkspaceDatabase, copy: SecondCopy): Promise<void> {
  const { seq, parts, entries } = copy;
  await database.transaction("rw", database.log, database.snapshots, async () => {
    await database.snapshots.bulkAdd(
      parts.map((text, part) => ({ seq, part, parts: parts.length, version: copy.version || modelVersion, text })),
    );
    await database.log.bulkAdd([...entries]);
  });
}
