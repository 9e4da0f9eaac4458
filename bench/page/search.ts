import { seededRandom } from "../../src/core/model";
import { SearchIndex, type SearchDocument } from "../../src/core/search";

const consonants = "bcdfghklmnprstvwz";
const vowels = "aeiou";

/** Pages of made-up words that begin as differently as words do: some in nearly every page, most in few. */
export function pages(count: number): SearchDocument[] {
  const random = seededRandom(5);
  const letter = (of: string) => of[Math.floor(random() * of.length)] as string;
  const words = Array.from({ length: 20_000 }, () =>
    Array.from({ length: 3 + Math.floor(random() * 7) }, (_, at) => letter(at % 2 ? vowels : consonants)).join(""),
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
