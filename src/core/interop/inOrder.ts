/** JSON text with the keys of every object in order. */
export function inOrder(value: unknown): string {
  return JSON.stringify(value, (_, held: unknown) => {
    if (typeof held !== "object" || held === null || Array.isArray(held)) return held;
    const keys = Object.keys(held).sort();
    return Object.fromEntries(keys.map((key) => [key, (held as Record<string, unknown>)[key]]));
  });
}
