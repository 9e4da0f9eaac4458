import type { Id } from "../model";
import type { Act } from "./act";
import type { RecordChange } from "./indexedRecords";
import { ChangedTopics, Topics, type TopicListener } from "./topics";

/** All who want to hear of what a store does, and what they have not heard of yet. */
export class Listeners {
  readonly #topics = new Topics();
  readonly #recorders = new Set<(act: Act) => void>();
  readonly #actListeners = new Set<(act: Act) => void>();
  readonly #changeListeners = new Set<(changes: readonly RecordChange[]) => void>();
  #changed: RecordChange[] = [];
  #factsRevision = 0;

  /** A number that grows whenever more than the words of a text changed. */
  get factsRevision(): number {
    return this.#factsRevision;
  }

  onRecord(recorder: (act: Act) => void): () => void {
    return added(this.#recorders, recorder);
  }

  onAct(listener: (act: Act) => void): () => void {
    return added(this.#actListeners, listener);
  }

  onChange(listener: (changes: readonly RecordChange[]) => void): () => void {
    return added(this.#changeListeners, listener);
  }

  subscribe(topic: string, listener: TopicListener, onlyFacts: boolean): () => void {
    return this.#topics.subscribe(topic, listener, onlyFacts);
  }

  /** Takes note of a record that changed, to be told by the next `notify`. */
  note(change: RecordChange): void {
    if (this.#changeListeners.size > 0) this.#changed.push(change);
  }

  /** Runs `change`; what it noted is forgotten if it asks for that. */
  forgettably<T>(change: (forget: () => void) => T): T {
    const before = this.#changed.length;
    return change(() => (this.#changed.length = before));
  }

  /** Hands an act to those who keep it, before anybody else hears of it. */
  record(act: Act): void {
    for (const recorder of this.#recorders) recorder(act);
  }

  /** Tells of an act when all that it changed was told. */
  tellOf(act: Act): void {
    for (const listener of [...this.#actListeners]) listener(act);
  }

  /** Tells of the records that were noted, and of topics. */
  notify(topics: ChangedTopics): void {
    if (this.#topics.isHolding) return this.#topics.announce(topics);
    const changed = onceEach(this.#changed);
    this.#changed = [];
    if (changed.length > 0) for (const listener of [...this.#changeListeners]) listener(changed);
    if (topics.has("facts")) this.#factsRevision++;
    topics.note("*");
    this.#topics.announce(topics);
  }

  /** Tells of one topic, and of nothing else. */
  announceAlone(topic: string): void {
    this.#topics.announce(new ChangedTopics([[topic, true]]));
  }

  /** Runs `change`, and tells those who subscribed once at its end, however many steps it takes. */
  together(change: () => void): void {
    if (this.#topics.isHolding) return change();
    let held = new ChangedTopics();
    try {
      held = this.#topics.hold(change);
    } finally {
      if (this.#changed.length > 0 || held.size > 0) this.notify(held);
    }
  }
}

function added<T>(all: Set<T>, one: T): () => void {
  all.add(one);
  return () => all.delete(one);
}

/** Changes with one for each record, from what it was before the first to what it is after the last; none where it is the same. */
function onceEach(changes: readonly RecordChange[]): readonly RecordChange[] {
  if (changes.length < 2) return changes;
  const first = new Map<Id, RecordChange>();
  for (const change of changes) {
    const before = first.get(change.id);
    first.set(change.id, before ? { ...change, from: before.from } : change);
  }
  return first.size === changes.length ? changes : [...first.values()].filter(({ from, to }) => from !== to);
}
