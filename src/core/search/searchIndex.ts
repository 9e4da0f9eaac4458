import MiniSearch, { type SearchResult } from "minisearch";
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

/** So many are found at most; what shows them folds and narrows them. */
const most = 300;
/** So many different words are looked for, and so many letters of what was typed: more is a text that was pasted, and no question. */
export const mostWords = 24;
export const mostLetters = 1000;
/** With so many hits in titles, texts are not looked at. */
const enough = 40;
/** With fewer hits than this, what was typed may be mistyped. */
const few = 4;
const shortBeginning = 2;

/** One slip in a word of four letters; two, or two letters the wrong way round, in one of six. */
const oneSlip = (term: string) => (term.length > 3 ? 1 : false);
const twoSlips = (term: string) => (term.length > 5 ? 2 : oneSlip(term));

/** What was typed, each word once and no more words than a question has. */
function asQuestion(typed: string): string {
  const words = typed.slice(0, mostLetters).split(/\s+/).filter(Boolean);
  if (typed.length <= mostLetters && words.length <= mostWords && new Set(words).size === words.length) return typed;
  return [...new Set(words)].slice(0, mostWords).join(" ");
}

/** What holds just what was typed comes before what holds something like it. */
function withSlips(plain: readonly SearchResult[], slips: readonly SearchResult[]): SearchResult[] {
  const ids = new Set(plain.map(({ id }) => id as Id));
  return [...plain, ...slips.filter(({ id }) => !ids.has(id as Id))];
}

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
    },
  });

  get size(): number {
    return this.#index.documentCount;
  }

  /** The titles in small letters: what is called just so comes first. */
  readonly #titles = new Map<Id, string>();

  /** What was asked last, and all that it found. */
  readonly #before = new Map<string, { readonly asked: string; readonly ids: ReadonlySet<Id> }>();

  /** Takes documents in, in place of those of the same id. */
  put(documents: readonly SearchDocument[]): void {
    this.#before.clear();
    for (const { id, title } of documents) this.#titles.set(id, title.toLowerCase());
    for (const document of documents)
      if (this.#index.has(document.id)) this.#index.replace(document);
      else this.#index.add(document);
  }

  remove(ids: readonly Id[]): void {
    this.#before.clear();
    for (const id of ids) this.#titles.delete(id);
    for (const id of ids) if (this.#index.has(id)) this.#index.discard(id);
  }

  /**
   * The records that hold what was typed, the best first; those with it in their title alone, where there are enough. Of a word that is only begun, with one or two letters, the
   * titles alone are looked at, and behind others it does not count yet; slips are looked for only where there is
   * little without.
   */
  search(pasted: string): SearchHit[] {
    const typed = asQuestion(pasted);
    const words = typed.trim().split(/\s+/);
    const last = words[words.length - 1] as string;
    if (last === "") return [];
    // A number of two figures is all of it.
    const isBegun = last.length <= shortBeginning && !/\s$/.test(typed) && !/^\d+$/.test(last);
    const asked = (isBegun && words.length > 1 ? words.slice(0, -1) : words).join(" ");
    // Titles count for most: where they alone fill the list, a word that stands in half of all pages need not be weighed there.
    let found = this.#withAll(asked, "titles");
    if (found.length < enough && !(isBegun && words.length === 1)) found = this.#withAll(asked, "everywhere");
    if (!isBegun && found.length < few) found = withSlips(found, this.#index.search(typed, { fuzzy: oneSlip }));
    if (!isBegun && found.length === 0) found = this.#index.search(typed, { fuzzy: twoSlips });
    const named = typed.trim().toLowerCase();
    const isNamed = ({ id }: SearchResult) => this.#titles.get(id as Id) === named;
    const exact = found.filter(isNamed);
    const ordered = exact.length > 0 ? [...exact, ...found.filter((one) => !isNamed(one))] : found;
    return ordered.slice(0, most).map(({ id, terms }) => ({ id: id as Id, words: terms }));
  }

  /**
   * The records that hold all words, the last of which may be only begun, the best first. While one types on, only what
   * was found before is looked at: nothing else can hold more words, or longer ones.
   */
  #withAll(asked: string, where: "titles" | "everywhere"): readonly SearchResult[] {
    const before = this.#before.get(where);
    const among = before && asked.startsWith(before.asked) ? before.ids : undefined;
    const found = this.#index.search(asked, {
      ...(where === "titles" ? { fields: ["title"] } : {}),
      ...(among ? { boostDocument: (id: Id) => (among.has(id) ? 1 : 0) } : {}),
    });
    this.#before.set(where, { asked, ids: new Set(found.map(({ id }) => id as Id)) });
    return found;
  }
}
