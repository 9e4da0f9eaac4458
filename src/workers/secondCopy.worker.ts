import "temporal-polyfill/global";
import { expose } from "comlink";
import type { LogEntry, SecondCopy } from "@/core/store";
import { CopyFiles, keepFilesOf, readCopy, readFilesOf, readPieces, type CopiedFiles } from "@/data/copyFiles";

let files: Promise<CopyFiles> | undefined;

const worker = {
  read: (workspace: string): Promise<SecondCopy | undefined> => readCopy(workspace),
  readPieces: (workspace: string) => readPieces(workspace),
  readFiles: (workspace: string): Promise<CopiedFiles> => readFilesOf(workspace),
  keepFiles: (workspace: string): Promise<void> => keepFilesOf(workspace),
  /** Opens the log of this tab; all else waits for it. */
  async open(workspace: string, by: string): Promise<void> {
    files = CopyFiles.open(workspace, by);
    await files;
  },
  append: async (entries: readonly LogEntry[]): Promise<void> => (await files)?.append(entries),
  tidy: async (): Promise<void> => (await files)?.tidy(),
  rebase: async (): Promise<void> => (await files)?.rebase(),
};

export type SecondCopyWorker = typeof worker;
expose(worker);
