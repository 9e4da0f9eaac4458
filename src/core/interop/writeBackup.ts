import { modelVersion, type Id, type PensumRecord } from "../model";
import type { LogEntryDraft } from "../store";
import { crc32 } from "./checksum";
import { inOrder } from "./inOrder";

/** A picture or another file that a page holds. */
export interface StoredFile {
  readonly id: Id;
  readonly name: string;
  /** Media type, RFC 6838. */
  readonly type: string;
  readonly base64: string;
}

/** All there is in a workspace. */
export interface WorkspaceContents {
  readonly records: readonly PensumRecord[];
  readonly log: readonly LogEntryDraft[];
  readonly files: readonly StoredFile[];
}

/** How far a long piece of work has come, 0 to 1. */
export type Progress = (share: number) => void;

/*
 * The file: one JSON value a line, UTF-8. First what it is, then the files, the log's entries and the records, then
 * their counts and a checksum of all lines before. Keys and records are in order and nothing says when it was written,
 * so that the same workspace gives the same bytes.
 */
export const format = 1;
export const linesPerStep = 500;

/** Writes a workspace as the chunks of a backup file. */
export async function* writeBackup(
  contents: WorkspaceContents,
  progress: Progress = () => {},
): AsyncGenerator<Uint8Array> {
  const encoder = new TextEncoder();
  const records = contents.records.toSorted((a, b) => (a.id < b.id ? -1 : 1));
  const total = records.length + contents.log.length + contents.files.length + 1;
  let sum = 0;
  let lines: string[] = [JSON.stringify({ pensum: "backup", format, model: modelVersion })];
  let done = 0;
  const flush = () => {
    const bytes = encoder.encode(lines.map((line) => `${line}\n`).join(""));
    sum = crc32(bytes, sum);
    done += lines.length;
    lines = [];
    progress(done / total);
    return bytes;
  };
  const parts = [
    contents.files.toSorted((a, b) => (a.id < b.id ? -1 : 1)).map((file) => ({ file })),
    contents.log.map((entry) => ({ entry })),
    records.map((record) => ({ record })),
  ];
  for (const part of parts)
    for (const line of part) {
      lines.push(inOrder(line));
      if (lines.length >= linesPerStep) yield flush();
    }
  yield flush();
  const { files, log } = contents;
  const end = {
    records: records.length,
    log: log.length,
    files: files.length,
    crc32: sum.toString(16).padStart(8, "0"),
  };
  yield encoder.encode(`${JSON.stringify({ end })}\n`);
}
