/** Topics that changed: true where more than the words of a text did. */
export class ChangedTopics extends Map<string, boolean> {
  note(topic: string, isFact = true): void {
    if (isFact || !this.has(topic)) this.set(topic, isFact);
  }
}

/** Called when a topic changes. What a follower gives back is called when all have heard of it, and may read. */
export type TopicListener = () => unknown;
type Listeners = Map<string, Set<TopicListener>>;

/** Who wants to be told of what: an id, `index:key`, `facts`, or `*` for anything. */
export class Topics {
  readonly #listeners: Listeners = new Map();
  /** Those who are not told when just the words of a text changed. */
  readonly #factListeners: Listeners = new Map();
  #held: ChangedTopics | undefined;

  /**
   * Calls `listener` when a topic is announced, once however many of its topics are.
   * @param onlyFacts leaves out what changed in the words of a text alone
   * @returns a function that unsubscribes
   */
  subscribe(topic: string, listener: TopicListener, onlyFacts = false): () => void {
    const all = onlyFacts ? this.#factListeners : this.#listeners;
    const listeners = all.get(topic) ?? new Set();
    listeners.add(listener);
    all.set(topic, listeners);
    return () => {
      listeners.delete(listener);
      if (listeners.size === 0 && all.get(topic) === listeners) all.delete(topic);
    };
  }

  /** Calls everybody who subscribed to one of `topics`; while topics are held, at the end of that. */
  announce(topics: ReadonlyMap<string, boolean>): void {
    if (this.#held) {
      for (const [topic, isFact] of topics) this.#held.note(topic, isFact);
      return;
    }
    const called = new Set<TopicListener>();
    // Values that are kept learn first that they are out of date: whoever is told may read them.
    for (const [topic, isFact] of topics)
      if (isFact) for (const listener of this.#factListeners.get(topic) ?? []) called.add(listener);
    for (const topic of topics.keys()) for (const listener of this.#listeners.get(topic) ?? []) called.add(listener);
    const then = [...called].map((listener) => listener());
    for (const after of then) if (typeof after === "function") (after as () => void)();
  }

  get isHolding(): boolean {
    return this.#held !== undefined;
  }

  /** Holds what is announced while `change` runs. Returns it, to be announced at once. */
  hold(change: () => void): ChangedTopics {
    const held = (this.#held = new ChangedTopics());
    try {
      change();
    } finally {
      this.#held = undefined;
    }
    return held;
  }
}
