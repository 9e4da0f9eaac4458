import { seededRandom } from "../../src/core/model";
import { SearchIndex, type SearchDocument } from "../../src/core/search";

const syllables = "ver gra nel wei bed mil lan sur tam cul dra pon rel vet bra sil tor fen mar lop".split(" ");

/** Pages of made-up words: some in nearly every page, most in few, as words are. */
export function pages(count: number): SearchDocument[] {
  const random = seededRandom(5);
  const words = Array.from({ length: 20_000 }, () =>
    Array.from({ length: 2 + Math.floor(random() * 2) }, () => syllables[Math.floor(random() * syllables.length)]).join(
      "",
    ),
  );
  const word = () => words[Math.floor(random() ** 3 * words.length)] as string;
  return Array.from({ length: count }, (_, at) => ({
    id: `n${at}`,
    title: `${word()} ${word()}`,
    text: Array.from({ length: 60 }, word).join(" "),
    fields: word(),
  }));
}

/** How long the index takes, in milliseconds. */
export function build(documents: readonly SearchDocument[]): { index: SearchIndex; milliseconds: number } {
  const start = performance.now();
  const index = new SearchIndex();
  index.put(documents);
  return { index, milliseconds: performance.now() - start };
}

/** The time of each search while titles are typed letter by letter, in milliseconds. */
export function typing(index: SearchIndex, documents: readonly SearchDocument[], count: number): number[] {
  const times: number[] = [];
  for (let at = 0; times.length < count; at += 97) {
    const { title } = documents[(at * 31) % documents.length] as SearchDocument;
    for (let length = 2; length <= title.length && times.length < count; length++) {
      const start = performance.now();
      index.search(title.slice(0, length));
      times.push(performance.now() - start);
    }
  }
  return times;
}
