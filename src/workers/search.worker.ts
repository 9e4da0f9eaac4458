import "temporal-polyfill/global";
import { expose } from "comlink";
import type { Id } from "@/core/model";
import { fieldValues } from "@/core/register";
import { documentOf, SearchIndex, type SearchHit } from "@/core/search";
import { Store, takeIn, type MirrorMessage } from "@/core/store";

const index = new SearchIndex();
/** The workspace as it is in the tab. */
const mirror = new Store();
/** What came before the index was begun: links are told in words, so all records must be there first. */
let waiting: Id[] | undefined = [];

function put(ids: readonly Id[]) {
  const values = fieldValues(mirror);
  const gone: Id[] = [];
  index.put(
    ids.flatMap((id) => {
      const record = mirror.get(id);
      const document = record && documentOf(values, record);
      if (!document) gone.push(id);
      return document ?? [];
    }),
  );
  index.remove(gone);
}

const worker = {
  /** Takes in what the tab tells of its store. */
  take(message: MirrorMessage): void {
    const ids = takeIn(mirror, message);
    if (waiting) waiting = [...new Set([...waiting, ...ids])];
    else put(ids);
  },
  /** Puts some more of what was told into the index. Returns how many are left. */
  build(most: number): number {
    if (!waiting) return 0;
    put(waiting.slice(0, most));
    waiting = waiting.slice(most);
    const left = waiting.length;
    if (left === 0) waiting = undefined;
    return left;
  },
  search: (typed: string): SearchHit[] => index.search(typed),
};

export type SearchWorker = typeof worker;
expose(worker);
