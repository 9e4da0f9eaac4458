/** Adds a value to the list that stands under a key; a list that is copied each time costs its length each time. */
export function addTo<Key, Value>(lists: Map<Key, Value[]>, key: Key, value: Value): void {
  const known = lists.get(key);
  if (known) known.push(value);
  else lists.set(key, [value]);
}
