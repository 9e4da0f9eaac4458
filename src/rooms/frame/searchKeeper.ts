"use client";
import { wrap } from "comlink";
import type { SearchHit } from "@/core/search";
import { MirrorSource, type Store } from "@/core/store";
import type { SearchWorker } from "@/workers/search.worker";

const recordsAtOnce = 5000;
const documentsAtOnce = 1500;

/** The index of a store in its worker: built when first asked for, in step from then on. */
class SearchKeeper {
  readonly #worker = wrap<SearchWorker>(
    new Worker(new URL("../../workers/search.worker.ts", import.meta.url), { type: "module" }),
  );
  readonly #store: Store;
  readonly #listeners = new Set<() => void>();
  readonly #source: MirrorSource;
  /** What was sent last: messages reach the worker in their order, and a search waits for those before it. */
  #sent: Promise<unknown>;
  #share = 0;

  constructor(store: Store) {
    this.#store = store;
    this.#source = new MirrorSource(store);
    this.#sent = this.#mirror();
    void this.#build();
  }

  /** How much of the workspace can be searched, from 0 to 1. */
  get share(): number {
    return this.#share;
  }

  onShare(listener: () => void): () => void {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  }

  async search(typed: string): Promise<SearchHit[]> {
    // What is being typed on a page is found too.
    this.#store.settle();
    await this.#sent;
    await this.#catchUp();
    return this.#worker.search(typed);
  }

  /** Tells the worker of all records in portions, so that typing goes on in between. */
  async #mirror(): Promise<void> {
    for (const { message } of this.#source.portions(recordsAtOnce)) await this.#worker.take(message);
  }

  /** Lets the worker build its index in portions: it can be searched in between. */
  async #build(): Promise<void> {
    await this.#sent;
    let most = 0;
    for (;;) {
      const left = await this.#worker.build(documentsAtOnce);
      most = Math.max(most, left + documentsAtOnce);
      this.#say(1 - left / most);
      if (left === 0) return;
    }
  }

  #catchUp(): Promise<unknown> {
    const message = this.#source.changes();
    return message ? this.#worker.take(message) : Promise.resolve();
  }

  #say(share: number) {
    this.#share = share;
    for (const listener of [...this.#listeners]) listener();
  }
}

const keepers = new WeakMap<Store, SearchKeeper>();

export function searchKeeper(store: Store): SearchKeeper {
  let keeper = keepers.get(store);
  if (!keeper) keepers.set(store, (keeper = new SearchKeeper(store)));
  return keeper;
}
