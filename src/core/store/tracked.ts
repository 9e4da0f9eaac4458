import type { MomentText } from "../time";
import type { Store } from "./store";

/** A computation that reads more than this is told of any fact that changes: following each would cost more than it spares. */
const mostFollowed = 400;

/**
 * A value computed from what a store holds. It notes which lists and records it read, and is computed again only after
 * one of those has changed in more than the words of a text.
 */
export class Tracked<T> {
  readonly #store: Store;
  readonly #compute: (store: Store) => T;
  readonly #listeners = new Set<() => void>();
  /** The topics that are followed, with what ends it; none while nobody listens. */
  readonly #followed = new Map<string, () => void>();
  #reads: ReadonlySet<string> = new Set();
  #value!: T;
  #revision = -1;
  /** The moment that it was computed at, where it hangs on the present. */
  #at: MomentText | undefined;
  #isStale = true;

  constructor(store: Store, compute: (store: Store) => T) {
    this.#store = store;
    this.#compute = compute;
  }

  /** What it comes to now; the very value of before where the new one holds the same. */
  read = (): T => {
    const isFollowing = this.#followed.size > 0;
    const isPast = this.#at !== undefined && this.#at !== this.#store.clock.now();
    if (isPast || (isFollowing ? this.#isStale : this.#revision !== this.#store.factsRevision)) this.#computeAnew();
    return this.#value;
  };

  /** Calls `listener` when something was changed that the value hangs on. Returns a function that unsubscribes. */
  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    if (this.#listeners.size === 1) {
      this.#isStale = this.#revision !== this.#store.factsRevision;
      this.#follow();
    }
    return () => {
      this.#listeners.delete(listener);
      if (this.#listeners.size > 0) return;
      for (const stop of this.#followed.values()) stop();
      this.#followed.clear();
    };
  };

  #computeAnew() {
    const reads = new Set<string>();
    const value = this.#store.noting(reads, this.#compute);
    this.#value = this.#revision < 0 ? value : kept(this.#value, value);
    this.#at = reads.has("minute") ? this.#store.clock.now() : undefined;
    this.#reads = reads.size > mostFollowed ? new Set(["facts", ...(this.#at === undefined ? [] : ["minute"])]) : reads;
    this.#revision = this.#store.factsRevision;
    this.#isStale = false;
    if (this.#listeners.size > 0) this.#follow();
  }

  /** Follows what was read last, and nothing else. */
  #follow() {
    for (const [topic, stop] of this.#followed)
      if (!this.#reads.has(topic)) {
        stop();
        this.#followed.delete(topic);
      }
    for (const topic of this.#reads)
      if (!this.#followed.has(topic)) this.#followed.set(topic, this.#store.subscribe(topic, this.#wake, true));
  }

  /** First all that is kept learns that it is out of date, then those who listen read. */
  #wake = () => {
    this.#isStale = true;
    return this.#tell;
  };

  #tell = () => {
    for (const listener of [...this.#listeners]) listener();
  };
}

/** The earlier value where the new one holds the same; of a list that changed, its earlier things at both ends. */
function kept<T>(before: T, after: T): T {
  if (isAlike(before, after)) return before;
  if (!Array.isArray(before) || !Array.isArray(after)) return after;
  const list: unknown[] = [...after];
  let at = 0;
  for (; at < list.length && at < before.length && isAlike(before[at], list[at], 1); at++) list[at] = before[at];
  const by = before.length - list.length;
  for (let end = list.length - 1; end >= at && end + by >= at && isAlike(before[end + by], list[end], 1); end--)
    list[end] = before[end + by];
  return list as T;
}

/** Tells whether two values hold the same, down to the fields of the things in a list. */
function isAlike(a: unknown, b: unknown, depth = 2): boolean {
  if (Object.is(a, b)) return true;
  if (depth === 0 || typeof a !== "object" || typeof b !== "object" || a === null || b === null) return false;
  // What holds its things elsewhere than in fields is taken for another one.
  if (!isPlain(a) || !isPlain(b)) return false;
  const keys = Object.keys(a);
  if (keys.length !== Object.keys(b).length) return false;
  return keys.every((key) =>
    isAlike((a as Record<string, unknown>)[key], (b as Record<string, unknown>)[key], depth - 1),
  );
}

function isPlain(value: object): boolean {
  return Array.isArray(value) || Object.getPrototypeOf(value) === Object.prototype;
}
