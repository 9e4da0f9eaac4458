/** How a write fails: it is refused at once, as by a full disk, or its transaction is given up after it. */
export type Fault = "refused" | "given up";

const written = ["add", "put", "delete", "clear"] as const;

/**
 * Makes writes to any database fail: from the `first` one on, counted from 1, one alone or, as when the power is cut,
 * every one that follows.
 * @returns how many writes were begun so far, what resolves when the first of them failed, and how to take it all back
 */
export function failWrites(first: number, fault: Fault, isCut: boolean) {
  let count = 0;
  let tell = () => {};
  const failed = new Promise<void>((resolve) => (tell = resolve));
  const store = IDBObjectStore.prototype;
  const plain = written.map((name) => [name, store[name] as (...given: unknown[]) => IDBRequest] as const);
  for (const [name, write] of plain)
    Object.assign(store, {
      [name](this: IDBObjectStore, ...given: unknown[]) {
        count++;
        if (count < first || (count > first && !isCut)) return write.apply(this, given);
        tell();
        if (fault === "refused") throw new DOMException("No room is left.", "QuotaExceededError");
        const request = write.apply(this, given);
        // As a disk that fails when all is written: not before the writer asks for it to be kept.
        const { transaction } = this;
        transaction.commit = () => transaction.abort();
        request.addEventListener("success", () => transaction.abort());
        return request;
      },
    });
  return {
    begun: () => count,
    failed,
    restore: () => {
      for (const [name, write] of plain) Object.assign(store, { [name]: write });
    },
  };
}
