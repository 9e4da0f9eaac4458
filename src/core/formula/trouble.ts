/** Why a formula came to nothing. The first reason of an evaluation is kept: what follows comes of it. */
let first: string | undefined;

/** Notes why something came to null, and gives the null. */
export function nothing(reason: string): null {
  first ??= reason;
  return null;
}

/** Evaluates, and gives the first reason noted on the way. */
export function withReason<T>(evaluate: () => T): { value: T; reason: string | undefined } {
  const before = first;
  first = undefined;
  try {
    const value = evaluate();
    return { value, reason: first };
  } finally {
    first = before;
  }
}
