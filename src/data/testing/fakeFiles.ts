/** So many bytes reach a disk as a whole or not at all. */
const pageSize = 16;

type Change = { readonly at: number; readonly bytes: Uint8Array } | { readonly size: number };

/** A file as a program sees it, and as it stands on the disk. */
class FakeFile {
  bytes = new Uint8Array(0);
  #durable = new Uint8Array(0);
  #waiting: Change[] = [];

  write(bytes: Uint8Array, at: number): void {
    for (let from = 0; from < bytes.length; from += pageSize)
      this.#change({ at: at + from, bytes: bytes.slice(from, from + pageSize) });
  }

  truncate(size: number): void {
    this.#change({ size });
  }

  flush(): void {
    this.#durable = this.bytes.slice();
    this.#waiting = [];
  }

  /** What waits to be written reaches the disk or does not, in any order. */
  cut(random: () => number): void {
    let bytes = this.#durable;
    const reached = this.#waiting.filter(() => random() < 0.5).map((change) => ({ change, turn: random() }));
    for (const { change } of reached.toSorted((one, other) => one.turn - other.turn)) bytes = changed(bytes, change);
    this.bytes = bytes;
    this.flush();
  }

  #change(change: Change): void {
    this.bytes = changed(this.bytes, change);
    this.#waiting.push(change);
  }
}

function changed(bytes: Uint8Array, change: Change): Uint8Array<ArrayBuffer> {
  const size = "size" in change ? change.size : Math.max(bytes.length, change.at + change.bytes.length);
  const next = new Uint8Array(size);
  next.set(bytes.subarray(0, size));
  if ("bytes" in change) next.set(change.bytes, change.at);
  return next;
}

/**
 * The browser's private files as a worker has them, on a disk that keeps what was flushed and, when the power is cut, any part
 * of what was not. One call of those that change something can be made to fail: a write then writes a part of what it was given.
 */
export class FakeFiles {
  readonly #folders = new Map<string, Map<string, FakeFile>>();
  /** Files that were taken away; a power cut may bring them back. */
  #removed: { readonly folder: Map<string, FakeFile>; readonly name: string; readonly file: FakeFile }[] = [];
  #open = new Set<FakeFile>();
  /** Calls so far that change something. */
  calls = 0;
  /** Which of them fails, from 1. */
  failing = Infinity;
  /** Whether all fail that follow it, as when there is no power. */
  isOut = false;

  /** Takes the place of the browser's own. */
  readonly getDirectory = () =>
    Promise.resolve({
      getDirectoryHandle: (name: string) => {
        let folder = this.#folders.get(name);
        if (!folder) this.#folders.set(name, (folder = new Map<string, FakeFile>()));
        return Promise.resolve(this.#folder(folder));
      },
    });

  /** Cuts the power and turns it on again. */
  cut(random: () => number): void {
    for (const folder of this.#folders.values()) for (const file of folder.values()) file.cut(random);
    for (const { folder, name, file } of this.#removed)
      if (random() < 0.5 && !folder.has(name)) {
        file.cut(random);
        folder.set(name, file);
      }
    this.#removed = [];
    this.#open = new Set();
    this.failing = Infinity;
    this.isOut = false;
  }

  /** Counts a call; gives whether it fails. */
  #fails(): boolean {
    this.calls++;
    return this.calls === this.failing || (this.isOut && this.calls > this.failing);
  }

  #call(): void {
    if (this.#fails()) throw new DOMException("The disk failed.", "UnknownError");
  }

  #folder(files: Map<string, FakeFile>) {
    return {
      keys: async function* () {
        yield* await Promise.resolve([...files.keys()]);
      },
      removeEntry: async (name: string) => {
        this.#call();
        const file = files.get(name);
        if (!file) throw new DOMException("It is not there.", "NotFoundError");
        files.delete(name);
        this.#removed.push({ folder: files, name, file });
        await Promise.resolve();
      },
      getFileHandle: async (name: string, { create = false } = {}) => {
        if (create) this.#call();
        await Promise.resolve();
        let file = files.get(name);
        if (!file && !create) throw new DOMException("It is not there.", "NotFoundError");
        if (!file) files.set(name, (file = new FakeFile()));
        return this.#handle(file);
      },
    };
  }

  #handle(file: FakeFile) {
    return {
      getFile: () => Promise.resolve(new Blob([file.bytes])),
      createSyncAccessHandle: async () => {
        this.#call();
        await Promise.resolve();
        if (this.#open.has(file)) throw new DOMException("It is open.", "NoModificationAllowedError");
        this.#open.add(file);
        return {
          getSize: () => file.bytes.length,
          truncate: (size: number) => {
            this.#call();
            file.truncate(size);
          },
          write: (bytes: Uint8Array, { at }: { at: number }) => {
            const count = this.#fails() ? Math.floor(bytes.length / 2) : bytes.length;
            file.write(bytes.slice(0, count), at);
            return count;
          },
          flush: () => {
            this.#call();
            file.flush();
          },
          close: () => this.#open.delete(file),
        };
      },
    };
  }
}
