import MiniSearch from "minisearch";
import { type Id } from "../model";

/** What is looked through of a record. */
export interface SearchDocument {
  readonly id: Id;
  readonly title: string;
  readonly text: string;
  /** The values of its other fields, in words. */
  readonly fields: string;
}

export interface SearchHit {
  readonly id: Id;
  /** The words of the record that were meant, the best first: typed "grvel", meant "gravel". */
  readonly words: readonly string[];
}

const most = 40;

/**
 * An index over the words of records: every word typed must be found, the last one may be only begun, and longer words
 * may be mistyped.
 */
export class SearchIndex {
  readonly #index = new MiniSearch<SearchDocument>({
    fields: ["title", "text", "fields"],
    processTerm: (term) => term.toLowerCase().normalize("NFKD").replace(/\p{M}/gu, ""),
    searchOptions: {
      boost: { title: 4, fields: 1.5 },
      combineWith: "AND",
      prefix: (_, at, terms) => at === terms.length - 1,
      fuzzy: (term) => (term.length > 5 ? 2 : term.length > 3 ? 1 : false),
    },
  });

  get size(): number {
    return this.#index.documentCount;
  }

  /** Takes documents in, in place of those of the same id. */
  put(documents: readonly SearchDocument[]): void {
    for (const document of documents)
      if (this.#index.has(document.id)) this.#index.replace(document);
      else this.#index.add(document);
  }

  remove(ids: readonly Id[]): void {
    for (const id of ids) if (this.#index.has(id)) this.#index.discard(id);
  }

  /** The records that hold what was typed, the best first. */
  search(typed: string): SearchHit[] {
    if (typed.trim() === "") return [];
    return this.#index
      .search(typed)
      .slice(0, most)
      .map(({ id, terms }) => ({ id: id as Id, words: terms }));
  }
}
