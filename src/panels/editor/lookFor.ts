import type { Id } from "@/core/model";

/** Words to be shown in the page of a record as soon as it is open. */
let wanted: { readonly id: Id; readonly words: readonly string[] } | undefined;
const listeners = new Set<() => void>();

/** Asks the page of a record to go to the first place of some words, when it is open or opens. */
export function lookFor(id: Id, words: readonly string[]) {
  wanted = words.length > 0 ? { id, words } : undefined;
  for (const listener of listeners) listener();
}

/** The words asked for in a page, once. */
export function takeWanted(id: Id): readonly string[] | undefined {
  if (wanted?.id !== id) return undefined;
  const { words } = wanted;
  wanted = undefined;
  return words;
}

export function onWanted(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
