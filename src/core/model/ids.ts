import type { Id } from "./values";

const alphabet = "0123456789abcdefghijkmnpqrstuvwxyz";

/**
 * A new id of eleven letters and digits, about 55 random bits. It begins with a letter, so that it can stand in the
 * curly brackets of a Markdown line as it is.
 */
export function newId(random: () => number = cryptoRandom): Id {
  let id = alphabet[10 + Math.floor(random() * 24)] as string;
  for (let at = 1; at < 11; at++) id += alphabet[Math.floor(random() * alphabet.length)];
  return id;
}

/** The id that comes so many behind a new one: each of an act's ids follows from its first. */
export function idAfter(first: Id, count: number): Id {
  let [id, carry] = ["", count];
  for (let at = first.length - 1; at > 0; at--) {
    const sum = Math.max(alphabet.indexOf(first[at] as string), 0) + carry;
    id = (alphabet[sum % alphabet.length] as string) + id;
    carry = Math.floor(sum / alphabet.length);
  }
  return (first[0] as string) + id;
}

/** What an id looks like: it can stand in the curly brackets of a Markdown line as it is. */
export const idShape = /^[a-z][a-z0-9-]{1,63}$/;

export function isId(value: unknown): value is Id {
  return typeof value === "string" && idShape.test(value);
}

const drawn = new Uint32Array(512);
let used = drawn.length;

/**
 * A number from 0 up to 1, from the platform's source of randomness. Drawn by the hundreds: one call for each number took
 * half the time of reading in a table of 100,000 rows.
 */
function cryptoRandom(): number {
  if (used === drawn.length) {
    crypto.getRandomValues(drawn);
    used = 0;
  }
  return (drawn[used++] as number) / 2 ** 32;
}

/** Random numbers from 0 up to 1 that are the same for the same seed (mulberry32), for demo data and tests. */
export function seededRandom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}
