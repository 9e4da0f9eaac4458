const plural = new Intl.PluralRules("en");
const list = new Intl.ListFormat("en-GB", { type: "conjunction" });

/** A number with its noun: "1 task", "1,905 entries". The plural of most nouns takes an s. */
export function counted(count: number, one: string, many = pluralOf(one)): string {
  return `${count.toLocaleString("en-GB")} ${plural.select(count) === "one" ? one : many}`;
}

/** The usual plural of a noun: tasks, entries, boxes. */
export function pluralOf(noun: string): string {
  if (/[^aeiou]y$/i.test(noun)) return `${noun.slice(0, -1)}ies`;
  return /(?:s|x|z|ch|sh)$/i.test(noun) ? `${noun}es` : `${noun}s`;
}

/** A noun with its article, by how its beginning sounds: "an event", "an hour", "a unit". */
export function withArticle(noun: string): string {
  return `${/^(?:[aei]|o(?!ne(?![a-z]))|u(?!n[iy]|s[aeu]|ti|su|rin)|hour|honest|heir)/i.test(noun) ? "an" : "a"} ${noun}`;
}

/** Words as one says them: "a, b and c". */
export function listed(words: readonly string[]): string {
  return list.format(words);
}
