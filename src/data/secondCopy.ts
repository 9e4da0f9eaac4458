import { modelVersion } from "@/core/model";
import { textSum, type LogEntry, type readCopyPieces, type SecondCopy } from "@/core/store";
import type { CopiedFiles } from "./copyFiles";
import type { WorkspaceDatabase } from "./database";

/** What a workspace asks of its second copy; the app gives it as a worker. */
export interface CopyKeeper {
  read(workspace: string): Promise<SecondCopy | undefined>;
  /** All of it that can be read, for a workspace that is damaged. */
  readPieces(workspace: string): Promise<CopyPieces>;
  readFiles(workspace: string): Promise<CopiedFiles>;
  keepFiles(workspace: string): Promise<void>;
  open(workspace: string, by: string): Promise<void>;
  append(entries: readonly LogEntry[]): Promise<void>;
  tidy(): Promise<void>;
  rebase(): Promise<void>;
  close(): void;
}

export type CopyPieces = ReturnType<typeof readCopyPieces>;

/** So long a keeper may take, for an entry and for a whole workspace, before it is taken for dead. */
const shortMilliseconds = 4000;
const longMilliseconds = 60_000;

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
    return this.#tried((keeper) => keeper.read(workspace), longMilliseconds);
  }

  readPieces(workspace: string): Promise<CopyPieces | undefined> {
    return this.#tried((keeper) => keeper.readPieces(workspace), longMilliseconds);
  }

  readFiles(workspace: string): Promise<CopiedFiles | undefined> {
    return this.#tried((keeper) => keeper.readFiles(workspace), longMilliseconds);
  }

  async keepFiles(workspace: string): Promise<void> {
    await this.#tried((keeper) => keeper.keepFiles(workspace), longMilliseconds);
  }

  async open(workspace: string, by: string): Promise<void> {
    await this.#tried((keeper) => keeper.open(workspace, by));
  }

  async append(entries: readonly LogEntry[]): Promise<void> {
    await this.#tried((keeper) => keeper.append(entries));
  }

  async tidy(): Promise<void> {
    await this.#tried((keeper) => keeper.tidy(), longMilliseconds);
  }

  async rebase(): Promise<void> {
    await this.#tried((keeper) => keeper.rebase(), longMilliseconds);
  }

  close() {
    this.#keeper?.close();
    this.#keeper = undefined;
  }

  /** Whether a second copy is being kept. */
  get isKept(): boolean {
    return this.#keeper !== undefined;
  }

  async #tried<T>(work: (keeper: CopyKeeper) => Promise<T>, limit = shortMilliseconds): Promise<T | undefined> {
    const keeper = this.#keeper;
    if (!keeper) return undefined;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const late = new Promise<never>((_, reject) => {
      timer = setTimeout(() => reject(new Error("The second copy does not answer.")), limit);
    });
    try {
      return await Promise.race([work(keeper), late]);
    } catch {
      if (this.#keeper === keeper) this.#keeper = undefined;
      keeper.close();
      return undefined;
    } finally {
      clearTimeout(timer);
    }
  }
}

/** What came back from the second copy. */
export interface BroughtBack {
  readonly files: number;
  /** The names of files that the copy should hold and does not. */
  readonly missing: readonly string[];
  /** Whether it cannot be said which files there were. */
  readonly filesUnknown: boolean;
}

/** Puts a second copy into an empty database, all of it or nothing. */
export async function bringBack(
  database: WorkspaceDatabase,
  copy: SecondCopy,
  files: CopiedFiles | undefined,
): Promise<BroughtBack> {
  const { seq, parts, entries } = copy;
  await database.transaction("rw", database.log, database.snapshots, database.files, async () => {
    await database.snapshots.bulkAdd(
      parts.map((text, part) => ({
        seq,
        part,
        parts: parts.length,
        version: copy.version || modelVersion,
        text,
        sum: textSum(text),
      })),
    );
    await database.log.bulkAdd([...entries]);
    if (files) await database.files.bulkPut([...files.files]);
  });
  return { files: files?.files.length ?? 0, missing: files?.missing ?? [], filesUnknown: files === undefined };
}
