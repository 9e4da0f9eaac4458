"use client";
import { wrap } from "comlink";
import type { Id } from "@/core/model";
import { fieldValues } from "@/core/register";
import { documentOf, type SearchDocument, type SearchHit } from "@/core/search";
import type { Store } from "@/core/store";
import type { SearchWorker } from "@/workers/search.worker";

const documentsAtOnce = 1500;

/** The index of a store in its worker: built when first asked for, in step from then on. */
class SearchKeeper {
  readonly #worker = wrap<SearchWorker>(
    new Worker(new URL("../../workers/search.worker.ts", import.meta.url), { type: "module" }),
  );
  readonly #store: Store;
  readonly #listeners = new Set<() => void>();
  #changed = new Set<Id>();
  #share = 0;

  constructor(store: Store) {
    this.#store = store;
    store.onChange((changes) => {
      for (const { id } of changes) this.#changed.add(id);
    });
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
    await this.#catchUp();
    return this.#worker.search(typed);
  }

  /** Sends all records in portions, so that typing goes on in between. */
  async #build(): Promise<void> {
    const values = fieldValues(this.#store);
    const records = [...this.#store.records()];
    for (let at = 0; at < records.length; at += documentsAtOnce) {
      const documents = records.slice(at, at + documentsAtOnce).flatMap((record) => documentOf(values, record) ?? []);
      await this.#worker.put(documents);
      this.#say(Math.min(1, (at + documentsAtOnce) / records.length));
    }
    this.#say(1);
  }

  async #catchUp(): Promise<void> {
    const ids = [...this.#changed];
    this.#changed = new Set();
    if (ids.length === 0) return;
    const values = fieldValues(this.#store);
    const put: SearchDocument[] = [];
    const gone: Id[] = [];
    for (const id of ids) {
      const record = this.#store.get(id);
      const document = record && documentOf(values, record);
      if (document) put.push(document);
      else gone.push(id);
    }
    await Promise.all([this.#worker.put(put), this.#worker.remove(gone)]);
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
