import { strFromU8, unzipSync, Zip, ZipDeflate, ZipPassThrough } from "fflate";
import { Refusal } from "../../model";
import { crc32 } from "../checksum";
import type { FolderFile } from "./writeFolder";

/** Every file in the archive says this moment, so that the same folder gives the same bytes. */
const always = new Date(2000, 0, 1);
const packed = /\.(?:png|jpe?g|gif|webp|avif|zip|mp[34]|pdf)$/i;

/** Packing a file of a few lines takes 0.2 ms, mostly for the tables it needs, and saves next to nothing. */
const worthPacking = 600;

/** Packs files as a zip archive, chunk by chunk. */
export function* zipOf(files: Iterable<FolderFile>): Generator<Uint8Array> {
  let chunks: Uint8Array[] = [];
  let failure: Error | undefined;
  const archive = new Zip((error, chunk) => {
    if (error) failure = error;
    else chunks.push(chunk);
  });
  let count = 0;
  let length = 0;
  for (const { path, bytes } of files) {
    const isPlain = bytes.length < worthPacking || packed.test(path);
    const entry = isPlain ? new ZipPassThrough(path) : new ZipDeflate(path, { level: 6 });
    entry.mtime = always;
    archive.add(entry);
    entry.push(bytes, true);
    if (failure) throw failure;
    for (const chunk of chunks) length += chunk.length;
    yield* chunks;
    chunks = [];
    count++;
  }
  archive.end();
  if (failure) throw failure;
  yield* count < mostEntries ? chunks : withLargeEnd(joined(chunks), length, count);
}

const mostEntries = 0xffff;
const endLength = 22;

/**
 * The directory of an archive of more entries than two bytes can count: its end is said once more, with eight bytes for
 * each number, before the usual one (APPNOTE.TXT 6.3.10, 4.3.14 to 4.3.16), which the library does not write.
 * @param tail the directory with its usual end, which begins `from` bytes into the archive
 */
function withLargeEnd(tail: Uint8Array, from: number, count: number): Uint8Array[] {
  const directory = tail.subarray(0, -endLength);
  const end = tail.slice(-endLength);
  const large = new Uint8Array(56 + 20);
  const put = (at: number, size: 2 | 4 | 8, value: number) => {
    for (let byte = 0, rest = value; byte < size; byte++, rest = Math.floor(rest / 256)) large[at + byte] = rest % 256;
  };
  put(0, 4, 0x06064b50);
  put(4, 8, 44);
  put(12, 2, 45);
  put(14, 2, 45);
  put(24, 8, count);
  put(32, 8, count);
  put(40, 8, directory.length);
  put(48, 8, from);
  put(56, 4, 0x07064b50);
  put(64, 8, from + directory.length);
  put(72, 4, 1);
  end.fill(0xff, 8, 12);
  return [directory, large, end];
}

/** So much a folder may hold when it is unpacked: an archive that promises more is refused before any of it is. */
export const mostUnpacked = 1024 * 1024 * 1024;
/** No file is unpacked to more than so many times its length, which words and pictures never are, nor to more than is read of one. */
export const mostPacking = 200;
const alwaysUnpacked = 1024 * 1024;

/**
 * The files of a zip archive, whole. By its directory at the end, and not as a stream: entries whose length is only
 * said behind them cannot be told apart for certain while they come.
 * @throws Refusal when it is no archive, is damaged, or holds too much
 */
export function unzip(archive: Uint8Array): FolderFile[] {
  let total = 0;
  try {
    const entries = unzipSync(archive, {
      filter: ({ name, size, originalSize }) => {
        total += originalSize;
        if (total > mostUnpacked)
          throw new Refusal("The zip file is larger than 1 GB when unpacked. Nothing was changed.");
        if (originalSize > alwaysUnpacked && originalSize > size * mostPacking)
          throw new Refusal(
            `“${name}” in the zip file would unpack to ${Math.round(originalSize / 1e6)} MB out of ${Math.ceil(size / 1000)} kB, which no page or picture does. Nothing was changed.`,
          );
        return !name.endsWith("/");
      },
    });
    const sums = checksumsOf(archive);
    return Object.entries(entries).map(([name, bytes]) => {
      const sum = sums.get(name);
      if (sum !== undefined && sum !== crc32(bytes))
        throw new Refusal(`“${name}” is damaged in the archive. Nothing was changed.`);
      return { path: cleanPath(name), bytes };
    });
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw new Refusal("This is not a zip file, or it is damaged. Nothing was changed.");
  }
}

const [endMark, directoryMark, directoryHead] = [0x06054b50, 0x02014b50, 46];

/**
 * The checksums that the directory of an archive gives, by the names of its entries (APPNOTE.TXT 6.3.10, 4.3.12). The
 * library reads the same directory and passes them over.
 * @throws Refusal when two entries have one name, of which one would be lost
 */
function checksumsOf(archive: Uint8Array): ReadonlyMap<string, number> {
  const byte = (at: number) => archive[at] ?? 0;
  const short = (at: number) => byte(at) + byte(at + 1) * 0x100;
  const long = (at: number) => short(at) + short(at + 2) * 0x10000;
  const sums = new Map<string, number>();
  const end = archive.findLastIndex((_, at) => at + endLength <= archive.length && long(at) === endMark);
  let at = end < 0 ? archive.length : long(end + 16);
  while (at + directoryHead <= archive.length && long(at) === directoryMark) {
    const [name, extra, comment] = [short(at + 28), short(at + 30), short(at + 32)];
    const isUtf8 = (short(at + 8) & 0x800) !== 0;
    const path = strFromU8(archive.subarray(at + directoryHead, at + directoryHead + name), !isUtf8);
    if (sums.has(path)) throw new Refusal(`The archive holds “${path}” twice. Nothing was changed.`);
    sums.set(path, long(at + 16));
    at += directoryHead + name + extra + comment;
  }
  return sums;
}

/** A path that leads nowhere but into the folder. */
function cleanPath(name: string): string {
  return name
    .replace(/\\/g, "/")
    .split("/")
    .filter((part) => part !== "" && part !== "." && part !== "..")
    .join("/");
}

function joined(parts: readonly Uint8Array[]): Uint8Array {
  const whole = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}
