/** A line that says what just happened. */
interface Notice {
  readonly text: string;
  /** Whether undo takes this very thing back. */
  readonly undo?: boolean;
  readonly redo?: boolean;
  /** Something else that can be done about it. */
  readonly also?: { readonly label: string; readonly run: () => void };
  readonly tone?: "said" | "refused";
}

let current: Notice | undefined;
const listeners = new Set<() => void>();

/** Shows a line, in place of the one before. */
export function notify(notice: Notice | undefined) {
  current = notice;
  for (const listener of listeners) listener();
}

export function currentNotice(): Notice | undefined {
  return current;
}

export function onNotice(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
