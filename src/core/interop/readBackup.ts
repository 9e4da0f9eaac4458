import { migrate, modelVersion, Refusal, type Id, type PensumRecord, type StoredRecord } from "../model";
import type { LogEntryDraft } from "../store";
import { systemClock } from "../time";
import { crc32 } from "./checksum";
import { mendRecord } from "./mendRecord";
import { format, linesPerStep, type Progress, type StoredFile, type WorkspaceContents } from "./writeBackup";

const again = "Nothing was changed.";

/** A backup that was read, and what of it had to be mended, in sentences. */
interface BackupReading extends WorkspaceContents {
  readonly faults: readonly string[];
}

/**
 * Reads a backup file. A field that holds what it may not is reported and kept as text: one slip never keeps a whole
 * backup from being opened.
 * @throws Refusal saying why, when it is not one, is damaged, or comes from a newer Pensum
 */
export async function readBackup(
  chunks: AsyncIterable<Uint8Array>,
  size: number,
  progress: Progress = () => {},
): Promise<BackupReading> {
  const faults: string[] = [];
  const records = new Map<Id, PensumRecord>();
  const log: LogEntryDraft[] = [];
  const files: StoredFile[] = [];
  let model: number | undefined;
  let ended = false;
  let number = 0;
  for await (const { line, sum, read } of linesOf(chunks)) {
    number++;
    if (ended) throw new Refusal(`The backup is damaged: it continues after its end, in line ${number}. ${again}`);
    const value = parsed(line, number);
    if (model === undefined) model = headerVersion(value);
    else if ("record" in value) addRecord(value.record, { model, into: records, faults, number });
    else if ("entry" in value) log.push(checkedEntry(value.entry, number));
    else if ("file" in value) files.push(checkedFile(value.file, number));
    else if ("end" in value) {
      checkEnd(value.end as Record<string, unknown>, {
        records: number - 2 - log.length - files.length,
        log: log.length,
        files: files.length,
        sum,
      });
      ended = true;
    } else throw new Refusal(`The backup is damaged: line ${number} is not recognised. ${again}`);
    if (number % linesPerStep === 0) progress(size ? read / size : 0);
  }
  if (model === undefined) throw new Refusal(`The file is empty. ${again}`);
  if (!ended) throw new Refusal(`The backup is incomplete: it ends after line ${number}. ${again}`);
  return { records: [...records.values()], log, files, faults };
}

/** No value that Pensum writes is nested deeper; what is, is there to hurt. */
export const mostNesting = 64;

/** Whether brackets in a line of JSON are nested deeper than that, those in texts left out. */
function isTooDeep(line: string): boolean {
  // Most lines hold too few brackets for it, and need not be gone through.
  if (line.length < 2 * mostNesting) return false;
  let depth = 0;
  let isText = false;
  for (let at = 0; at < line.length; at++) {
    const letter = line.charCodeAt(at);
    if (isText) {
      if (letter === 92) at++;
      else if (letter === 34) isText = false;
    } else if (letter === 34) isText = true;
    else if (letter === 91 || letter === 123) {
      if (++depth > mostNesting) return true;
    } else if (letter === 93 || letter === 125) depth--;
  }
  return false;
}

function parsed(line: string, number: number): Record<string, unknown> {
  if (isTooDeep(line))
    throw new Refusal(`The backup is damaged: line ${number} is nested deeper than ${mostNesting}. ${again}`);
  try {
    const value: unknown = JSON.parse(line);
    if (typeof value === "object" && value !== null && !Array.isArray(value)) return value as Record<string, unknown>;
  } catch {
    // Told below: a line that is no JSON and one that is no object are the same to the person.
  }
  if (number === 1) throw new Refusal(`This is not a Pensum backup. ${again}`);
  throw new Refusal(`The backup is damaged: line ${number} cannot be read. ${again}`);
}

function headerVersion(header: Record<string, unknown>): number {
  if (header.pensum !== "backup") throw new Refusal(`This is not a Pensum backup. ${again}`);
  if (typeof header.format !== "number" || typeof header.model !== "number")
    throw new Refusal(`The first line of the backup is damaged. ${again}`);
  if (header.format > format || header.model > modelVersion)
    throw new Refusal(`This backup was made by a newer version of Pensum. Update Pensum, then restore it. ${again}`);
  return header.model;
}

interface Reached {
  readonly model: number;
  readonly into: Map<Id, PensumRecord>;
  readonly faults: string[];
  readonly number: number;
}

function addRecord(value: unknown, { model, into, faults, number }: Reached) {
  const current = model < modelVersion && isStored(value) ? migrate(value, model) : value;
  if (current === undefined) return;
  const mended = mendRecord(current, systemClock().now());
  if (into.has(mended.record.id))
    throw new Refusal(`The record in line ${number} of the backup appears twice. ${again}`);
  into.set(mended.record.id, mended.record);
  for (const fault of mended.faults) faults.push(`Line ${number}: ${fault}`);
}

function isStored(value: unknown): value is StoredRecord {
  return typeof value === "object" && value !== null && typeof (value as StoredRecord).kind === "string";
}

function checkedEntry(value: unknown, number: number): LogEntryDraft {
  const entry = value as Partial<LogEntryDraft> | null;
  const whole =
    typeof entry?.at === "number" &&
    typeof entry.by === "string" &&
    typeof entry.said === "string" &&
    typeof entry.version === "number" &&
    typeof entry.changes === "string" &&
    Array.isArray(entry.ids) &&
    entry.ids.every((id) => typeof id === "string");
  if (!whole) throw new Refusal(`The log entry in line ${number} of the backup is damaged. ${again}`);
  return entry as LogEntryDraft;
}

function checkedFile(value: unknown, number: number): StoredFile {
  const file = value as Partial<StoredFile> | null;
  const whole =
    typeof file?.id === "string" &&
    typeof file.name === "string" &&
    typeof file.type === "string" &&
    /^[A-Za-z0-9+/]*={0,2}$/.test(file.base64 ?? "-");
  if (!whole) throw new Refusal(`The file in line ${number} of the backup is damaged. ${again}`);
  return file as StoredFile;
}

function checkEnd(
  end: Record<string, unknown> | null,
  found: { records: number; log: number; files: number; sum: number },
) {
  const whole =
    end?.records === found.records &&
    end.log === found.log &&
    end.files === found.files &&
    end.crc32 === found.sum.toString(16).padStart(8, "0");
  if (!whole) throw new Refusal(`The backup is damaged: its checksum does not match. ${again}`);
}

/** The lines of chunks of UTF-8, with the checksum of all before each and how many bytes were read. */
async function* linesOf(
  chunks: AsyncIterable<Uint8Array>,
): AsyncGenerator<{ line: string; sum: number; read: number }> {
  const decoder = new TextDecoder("utf-8", { ignoreBOM: true });
  let sum = 0;
  let read = 0;
  let held: Uint8Array<ArrayBufferLike> = new Uint8Array();
  for await (const chunk of chunks) {
    const bytes = held.length > 0 ? joined(held, chunk) : chunk;
    let from = 0;
    for (let end = bytes.indexOf(10); end >= 0; end = bytes.indexOf(10, from)) {
      yield { line: decoder.decode(bytes.subarray(from, end)), sum, read };
      sum = crc32(bytes.subarray(from, end + 1), sum);
      read += end + 1 - from;
      from = end + 1;
    }
    held = bytes.slice(from);
  }
  if (held.length > 0) yield { line: decoder.decode(held), sum, read };
}

function joined(a: Uint8Array, b: Uint8Array): Uint8Array {
  const whole = new Uint8Array(a.length + b.length);
  whole.set(a);
  whole.set(b, a.length);
  return whole;
}
