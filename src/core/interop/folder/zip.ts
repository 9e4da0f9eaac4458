import { unzipSync, Zip, ZipDeflate, ZipPassThrough } from "fflate";
import { Refusal } from "../../model";
import type { FolderFile } from "./writeFolder";

/** Every file in the archive says this moment, so that the same folder gives the same bytes. */
const always = new Date(2000, 0, 1);
const packed = /\.(?:png|jpe?g|gif|webp|avif|zip|mp[34]|pdf)$/i;

/** Packs files as a zip archive, chunk by chunk. */
export function* zipOf(files: Iterable<FolderFile>): Generator<Uint8Array> {
  let chunks: Uint8Array[] = [];
  let failure: Error | undefined;
  const archive = new Zip((error, chunk) => {
    if (error) failure = error;
    else chunks.push(chunk);
  });
  for (const { path, bytes } of files) {
    const entry = packed.test(path) ? new ZipPassThrough(path) : new ZipDeflate(path, { level: 6 });
    entry.mtime = always;
    archive.add(entry);
    entry.push(bytes, true);
    if (failure) throw failure;
    yield* chunks;
    chunks = [];
  }
  archive.end();
  if (failure) throw failure;
  yield* chunks;
}

/** So much a folder may hold when it is unpacked: an archive that promises more is refused before it fills the memory. */
const mostBytes = 2 * 1024 * 1024 * 1024;

/**
 * The files of a zip archive, whole. By its directory at the end, and not as a stream: entries whose length is only
 * said behind them cannot be told apart for certain while they come.
 * @throws Refusal when it is no archive, is damaged, or holds too much
 */
export function unzip(archive: Uint8Array): FolderFile[] {
  let total = 0;
  try {
    const entries = unzipSync(archive, {
      filter: ({ name, originalSize }) => {
        total += originalSize;
        if (total > mostBytes) throw new Refusal("The archive holds more than 2 GB. Nothing was changed.");
        return !name.endsWith("/");
      },
    });
    return Object.entries(entries).map(([name, bytes]) => ({ path: cleanPath(name), bytes }));
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw new Refusal("This is no zip archive, or it is damaged. Nothing was changed.");
  }
}

/** A path that leads nowhere but into the folder. */
function cleanPath(name: string): string {
  return name
    .replace(/\\/g, "/")
    .split("/")
    .filter((part) => part !== "" && part !== "." && part !== "..")
    .join("/");
}
