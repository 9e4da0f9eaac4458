import type { Id, PensumRecord } from "../model";
import type { Act } from "./act";
import { fieldChange, type ChangeSet, type FieldChange } from "./changeSet";
import { layAgain, recordsOf, type LaidAct } from "./layAgain";
import { Overlay } from "./overlay";
import type { RecordChange } from "./indexedRecords";
import type { Store } from "./store";

/**
 * A store over a store: it shows all that the one below holds with some acts done on top, and is laid again whenever something below
 * changes. Whatever reads a store can read it, and every command can be done in it; below nothing happens before it is taken.
 */
export class Branch {
  /** The records with the acts done: with rules, computed values and undo of its own. */
  readonly store: Store;
  readonly #ground: Store;
  readonly #overlay: Overlay;
  /** As they were done: each is laid by these, however little of it was left on some ground in between. */
  #done: readonly Act[];
  #laid: readonly LaidAct[];
  readonly #stops: (() => void)[];

  /**
   * @param acts done elsewhere, to be laid here at once
   * @param ours the records as they were there, where that is known
   */
  constructor(ground: Store, acts: readonly Act[] = [], ours: (id: Id) => PensumRecord | undefined = () => undefined) {
    this.#ground = ground;
    this.#overlay = new Overlay(ground);
    this.store = ground.over(this.#overlay);
    this.#done = acts;
    this.#laid = layAgain(this.store, acts, ours, "run");
    this.store.onRecord((act) => {
      this.#done = [...this.#done, act];
      this.#laid = [...this.#laid, { act }];
    });
    this.#stops = [
      ground.onChange((changes) => this.#layAgain(changes)),
      ground.subscribe("minute", () => this.store.passMinute()),
      ground.subscribe("lengths", () => this.store.countBy(ground.lengths)),
    ];
  }

  /** What was done in it, in order, each as it turned out on the present ground. */
  get acts(): readonly LaidAct[] {
    return this.#laid;
  }

  /** What it would change below. */
  get changes(): ChangeSet {
    const added = new Map<Id, PensumRecord>();
    const updated = new Map<Id, FieldChange>();
    const removed = new Map<Id, PensumRecord>();
    for (const [id, to] of this.#overlay.differing) {
      const from = this.#ground.get(id);
      const change = from && to && fieldChange(from, to);
      if (change) updated.set(id, change);
      else if (to && !from) added.set(id, to);
      else if (from && !to) removed.set(id, from);
    }
    return { added, updated, removed };
  }

  /** A branch beside this one with some of its acts. What those need of others, they say where they are refused. */
  part(isWanted: (act: Act, at: number) => boolean): Branch {
    return new Branch(this.#ground, this.#done.filter(isWanted), recordsOf(this.store, this.#done));
  }

  /** Does below, as one act that says `said`, just what it shows. It is closed then. */
  take(said: string): void {
    const { changes } = this;
    this.close();
    this.#ground.adopt({ said, changes });
  }

  /** Ends following what is below. */
  close(): void {
    for (const stop of this.#stops.splice(0)) stop();
  }

  #layAgain(moved: readonly RecordChange[]): void {
    const ours = recordsOf(this.store, this.#done);
    this.store.together(() => {
      const differed = this.#overlay.drop();
      const dropped = [...differed].map(([id, from]) => ({ id, from, to: this.#ground.get(id) }));
      this.store.changedBelow([...moved.filter(({ id }) => !differed.has(id)), ...dropped]);
      this.#laid = layAgain(this.store, this.#done, ours, "run");
    });
  }
}
