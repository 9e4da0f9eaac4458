import { createReadStream, createWriteStream, renameSync, statSync } from "node:fs";
import { once } from "node:events";
import { readBackup, writeBackup, type WorkspaceContents } from "@/core/interop";
import { followPages } from "@/core/page";
import { encodeChanges, Store, touchedIds, type Act, type LogEntryDraft } from "@/core/store";
import { modelVersion } from "@/core/model";
import type { Clock } from "@/core/time";

/** A backup file that is open on the command line. */
export interface OpenFile {
  readonly path: string;
  readonly contents: WorkspaceContents;
  readonly store: Store;
  /** What was done since it was opened. */
  readonly acts: readonly Act[];
}

/** @throws Refusal when it is no backup; the system's error when it cannot be read */
export async function openFile(path: string, clock: Clock): Promise<OpenFile> {
  const { size } = statSync(path);
  const contents = await readBackup(createReadStream(path), size);
  const store = new Store(new Map(contents.records.map((record) => [record.id, record])), [followPages()], clock);
  const acts: Act[] = [];
  store.onAct((act) => acts.push(act));
  return { path, contents, store, acts };
}

/** Writes the workspace with what was done, whole or not at all: beside the file first, then in its place. */
export async function saveFile({ path, contents, store, acts }: OpenFile, to = path): Promise<void> {
  const log = [...contents.log, ...acts.map(entryOf)];
  const beside = `${to}.part`;
  const out = createWriteStream(beside);
  for await (const chunk of writeBackup({ ...contents, records: [...store.records()], log }))
    if (!out.write(chunk)) await once(out, "drain");
  out.end();
  await once(out, "finish");
  renameSync(beside, to);
}

function entryOf({ said, changes }: Act): LogEntryDraft {
  const ids = [...touchedIds(changes)];
  return {
    at: Date.now(),
    by: "command",
    said,
    version: modelVersion,
    changes: encodeChanges(changes),
    ids: ids.slice(0, 64),
  };
}
