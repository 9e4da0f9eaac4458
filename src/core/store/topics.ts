/** Who wants to be told of what: an id, `index:key`, `facts`, or `*` for anything. */
export class Topics {
  readonly #listeners = new Map<string, Set<() => void>>();
  #held: Set<string> | undefined;

  /** Calls `listener` when a topic is announced. Returns a function that unsubscribes. */
  subscribe(topic: string, listener: () => void): () => void {
    const listeners = this.#listeners.get(topic) ?? new Set();
    listeners.add(listener);
    this.#listeners.set(topic, listeners);
    return () => {
      listeners.delete(listener);
      if (listeners.size === 0) this.#listeners.delete(topic);
    };
  }

  /** Calls everybody who subscribed to one of `topics`; while topics are held, at the end of that. */
  announce(topics: Iterable<string>): void {
    if (this.#held) {
      for (const topic of topics) this.#held.add(topic);
      return;
    }
    for (const topic of topics) for (const listener of [...(this.#listeners.get(topic) ?? [])]) listener();
  }

  get isHolding(): boolean {
    return this.#held !== undefined;
  }

  /** Holds what is announced while `change` runs. Returns it, to be announced at once. */
  hold(change: () => void): ReadonlySet<string> {
    const held = (this.#held = new Set<string>());
    try {
      change();
    } finally {
      this.#held = undefined;
    }
    return held;
  }
}
