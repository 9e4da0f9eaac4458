import { expose } from "comlink";
import type { Id } from "@/core/model";
import { SearchIndex, type SearchDocument, type SearchHit } from "@/core/search";

const index = new SearchIndex();

const worker = {
  put: (documents: readonly SearchDocument[]): void => index.put(documents),
  remove: (ids: readonly Id[]): void => index.remove(ids),
  search: (typed: string): SearchHit[] => index.search(typed),
};

export type SearchWorker = typeof worker;
expose(worker);
