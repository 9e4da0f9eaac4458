import {
  defaultSettings,
  newId,
  Refusal,
  type Id,
  type Kind,
  type PensumRecord,
  type RecordOf,
  type Settings,
} from "../model";
import { instantOf, minuteBegin, systemClock, type Clock, type MomentText } from "../time";
import type { Act } from "./act";
import { apply, isEmpty, type ChangeSet } from "./changeSet";
import { checkInput, isCommand, order, type Call, type Runnable, type Surroundings } from "./command";
import { IndexedRecords, type RecordChange } from "./indexedRecords";
import type { IndexName } from "./indexes";
import { Listeners } from "./listeners";
import type { Records } from "./recordTable";
import { RemovedRecords } from "./removedRecords";
import { Settlers } from "./settlers";
import { ChangedTopics, type TopicListener } from "./topics";
import { isMadeOn, mergeThrough, takeBack, transact, type Ground } from "./transact";
import type { LengthOf, Rule, Transaction } from "./transaction";
import { UndoHistory, type EarlierSteps } from "./undoHistory";

interface TransactOptions {
  readonly rules?: readonly Rule[];
  /** False to take everything back at the end. */
  readonly keep?: boolean;
  /** What it is that is done: its ids and its present are taken from it. */
  readonly call?: Call;
  /** Called with what was done, where something changed; or also where nothing did. Returns the act that is told. */
  readonly finish?: (act: Act) => Act;
  readonly always?: boolean;
  /** False for what the log has already. */
  readonly isTold?: boolean;
}

/**
 * All records of a workspace, in memory. Commands are the only way to change them; what reads them can ask to be told
 * when just that changes.
 */
export class Store {
  readonly #records: IndexedRecords;
  #rules: readonly Rule[];
  /** Those that it was opened with, which hold in the stores over it too. */
  readonly #ownRules: readonly Rule[];
  readonly #furnishers: ((store: Store) => void)[] = [];
  readonly #derived = new Map<unknown, unknown>();
  readonly #history = new UndoHistory();
  readonly #listeners = new Listeners();
  readonly #settlers = new Settlers();
  readonly #removed = new RemovedRecords();
  #lengths: LengthOf | undefined;
  /** The topics that a computation under way has read. */
  #reads: Set<string> | undefined;
  #acting = false;
  #sealed: string | undefined;
  #isChanging = false;

  readonly clock: Clock;

  /** @param records by their ids; or as a table, into which it writes */
  constructor(
    records: ReadonlyMap<Id, PensumRecord> | Records = new Map<Id, PensumRecord>(),
    rules: readonly Rule[] = [],
    clock: Clock = systemClock(),
  ) {
    this.#records = new IndexedRecords(records);
    this.clock = clock;
    this.#rules = this.#ownRules = rules;
  }

  /** Refuses every act from now on, with the reason `why`: for records as they once were. */
  seal(why: string): void {
    this.#sealed = why;
  }

  get isSealed(): boolean {
    return this.#sealed !== undefined;
  }

  /** A number that grows whenever more than the words of a text changed; the topic `facts` tells of it. */
  get factsRevision(): number {
    this.#reads?.add("facts");
    return this.#listeners.factsRevision;
  }

  /** Whether an act that changed something is under way: what is worked out now may be taken back. */
  get isChanging(): boolean {
    return this.#isChanging;
  }

  get size(): number {
    this.#reads?.add("facts");
    return this.#records.size;
  }

  get(id: Id): PensumRecord | undefined {
    this.#reads?.add(id);
    return this.#records.get(id);
  }

  find<K extends Kind>(kind: K, id: Id | undefined): RecordOf<K> | undefined {
    const record = id === undefined ? undefined : this.get(id);
    return record?.kind === kind ? (record as RecordOf<K>) : undefined;
  }

  /** The present moment; the topic `minute` tells that it is another one. */
  get now(): MomentText {
    this.#reads?.add("minute");
    return this.clock.now();
  }

  /** The person's zone. */
  get zone(): string {
    return this.clock.zone;
  }

  /** How the person has set things up; as it comes where they set nothing. */
  get settings(): Settings {
    return this.find("settings", "settings") ?? defaultSettings;
  }

  /** Tells those who read the present that a minute has passed. */
  passMinute(): void {
    this.#listeners.announceAlone("minute");
  }

  /** How long a task counts in plans and loads: as it was typed, or as the workspace has learnt where it counts so. */
  lengthOf(task: Parameters<LengthOf>[0]): number | undefined {
    return this.lengths ? this.lengths(task) : task.estimateMinutes;
  }

  /** By what tasks count, where it is not what was typed. */
  get lengths(): LengthOf | undefined {
    this.#reads?.add("lengths");
    return this.#lengths;
  }

  /** Counts tasks from now on as `lengths` says; as they were typed where it is undefined. */
  countBy(lengths: LengthOf | undefined): void {
    if (lengths === this.#lengths) return;
    this.#lengths = lengths;
    this.announce("lengths");
  }

  /** All records, in no particular order. */
  records(): Iterable<PensumRecord> {
    this.#reads?.add("facts");
    return this.#records.values();
  }

  /**
   * Calls `visit` with these fields of each record of a kind, in no particular order, some of them at each step of what it
   * returns: records that are still packed stay so, and values are gone through in a row. What it is called with may be the same
   * object each time; one that changes between two steps may be met twice.
   */
  reading<K extends Kind, F extends keyof RecordOf<K> & string>(
    kind: K,
    fields: readonly F[],
    visit: (record: Pick<RecordOf<K>, F>) => void,
  ): Generator<undefined> {
    this.#reads?.add(`kind:${kind}`);
    return this.#records.reading(kind, fields, visit as unknown as (record: PensumRecord) => void);
  }

  /** The records under `key` of an index; the same list object until one of them changes. */
  list(index: IndexName, key: string): readonly PensumRecord[] {
    this.#reads?.add(`${index}:${key}`);
    return this.#records.list(index, key);
  }

  /**
   * Runs `compute`, and adds the topics of all that it reads to `reads`: what it came to stays right until one of them
   * is announced.
   */
  noting<T>(reads: Set<string>, compute: (store: Store) => T): T {
    const outer = this.#reads;
    this.#reads = reads;
    try {
      return compute(this);
    } finally {
      this.#reads = outer;
      if (outer) for (const topic of reads) outer.add(topic);
    }
  }

  /** Runs a command. What it says, and what it changed; throws what the command throws, with nothing changed. */
  act<Told>(command: Runnable<Told>, input: Told, group?: string): Act {
    this.settle();
    try {
      const call = this.#callOf(command, input);
      return this.#transact((tx) => command.run(tx, input), {
        ...(call ? { call } : {}),
        finish: (act) => this.#undoable(group === undefined ? act : { ...act, group }),
      });
    } catch (error) {
      // That holds of every act, so that no command has to say it.
      throw error instanceof Refusal && !this.isSealed
        ? new Refusal(`${error.message} Nothing was changed.`, { cause: error })
        : error;
    }
  }

  /** What a command would do, without doing it. @throws what the command throws */
  rehearse<Told>(command: Runnable<Told>, input: Told): Act {
    this.settle();
    return this.#transact((tx) => command.run(tx, input), { keep: false });
  }

  #undoable(act: Act): Act {
    this.#history.add({ ...act, at: Date.now() });
    return act;
  }

  /** What a described command is called with now; undefined where it is none. @throws Refusal where it does not take that */
  #callOf<Told>(command: Runnable<Told>, input: Told): Call | undefined {
    if (!isCommand(command)) return undefined;
    checkInput(command, input);
    return { ...order(command, input), ...this.#surroundings() };
  }

  #surroundings(): Surroundings {
    const { clock } = this;
    return { ids: newId(), now: clock.now(), instant: minuteBegin(instantOf(clock)), zone: clock.zone };
  }

  /**
   * Does an act whose changes were worked out elsewhere, on the state as it is. No rule runs where the records are
   * still what they were worked out on: they were followed there.
   * @param undoable false for what keeps the books and is nobody's act
   */
  adopt(act: Act, undoable = true): void {
    this.settle();
    const asPlanned = isMadeOn((id) => this.#records.get(id), act.changes);
    this.#transact(
      (tx) => {
        mergeThrough(tx, act.changes);
        return act.said;
      },
      {
        rules: asPlanned ? [] : this.#rules,
        finish: (done) => {
          if (undoable) this.#history.add({ ...done, at: Date.now() });
          return {
            ...done,
            ...(act.causes ? { causes: act.causes } : {}),
            ...(undoable ? {} : { isBookkeeping: true as const }),
          };
        },
      },
    );
  }

  /** Undoes the last act of this device. Says what was undone, or undefined when there is nothing to undo. */
  undo(): string | undefined {
    return this.#turn("undo");
  }

  /** Redoes what was last undone. */
  redo(): string | undefined {
    return this.#turn("redo");
  }

  get undoable(): string | undefined {
    return this.#history.lastDone?.said;
  }

  get redoable(): string | undefined {
    return this.#history.lastUndone?.said;
  }

  /** Makes acts of earlier sessions undoable too, below those of this one. */
  addEarlier(steps: EarlierSteps): void {
    this.#history.addEarlier(steps);
  }

  /** Brings in changes exactly as they are, from the log: no rule runs, nothing is undoable. */
  applyExactly(changes: ChangeSet): void {
    const topics = new ChangedTopics();
    apply(
      {
        get: (id) => this.#records.get(id),
        set: (id, record) => this.#set(id, record, topics),
        delete: (id) => this.#set(id, undefined, topics),
      },
      changes,
    );
    this.rememberRemoved(changes.removed.values());
    this.#listeners.notify(topics);
  }

  /**
   * Merges what an act did on an earlier state onto the present one, and mends what rules ask for. Nobody hears of it as of an act.
   * @param ours the record as it stood after the act was first done
   */
  mergeAgain(act: Act, ours: (id: Id) => PensumRecord | undefined): Act {
    const { changes } = this.#transact(
      (tx) => {
        mergeThrough(tx, act.changes, ours);
        return act.said;
      },
      { isTold: false },
    );
    return { ...act, changes };
  }

  /** Calls again, on the present state, what an act called on an earlier one. Nobody hears of it as of an act. @throws what it throws */
  callAgain(act: Act, call: Call): Act {
    return { ...act, ...this.#transact((tx) => call.command.run(tx, call.input), { call, isTold: false }) };
  }

  /** A store over this one: with its rules and its clock, and with records that show what this one holds. */
  over(records: Records): Store {
    const store = new Store(records, this.#ownRules, this.clock);
    store.rememberRemoved(this.#removed.values());
    store.countBy(this.#lengths);
    for (const furnish of this.#furnishers) store.furnish(furnish);
    return store;
  }

  /** Gives this store, and every one that is made over it, what it needs beside its records. */
  furnish(furnish: (store: Store) => void): void {
    this.#furnishers.push(furnish);
    furnish(this);
  }

  /** Tells of records that changed in a store below. */
  changedBelow(changes: readonly RecordChange[]): void {
    const topics = new ChangedTopics();
    for (const change of changes)
      if (change.from !== change.to) {
        this.#listeners.note(change);
        this.#records.note(change, topics);
      }
    this.#listeners.notify(topics);
  }

  /** Runs `change`, and tells those who subscribed once at its end, however many steps it takes. */
  together(change: () => void): void {
    this.#listeners.together(change);
  }

  /** Calls `recorder` with every act of this tab before anybody else hears of it. Returns a function that unsubscribes. */
  onRecord(recorder: (act: Act) => void): () => void {
    return this.#listeners.onRecord(recorder);
  }

  /** Calls `listener` after every act of this tab, undo and redo included, when all that changed was told. */
  onAct(listener: (act: Act) => void): () => void {
    return this.#listeners.onAct(listener);
  }

  /**
   * Calls `listener` with every record that changed, whoever changed it, before those who subscribed to topics. Each
   * record is told of once, however often it changed: `from` is the record as the listener heard of it last, `to` is the
   * record as the store has it now, and the two differ.
   */
  onChange(listener: (changes: readonly RecordChange[]) => void): () => void {
    return this.#listeners.onChange(listener);
  }

  /**
   * Calls `listener` when a topic changes: an id, `index:key`, `facts`, or `*` for anything.
   * @param onlyFacts leaves out what changed in the words of a text alone
   */
  subscribe(topic: string, listener: TopicListener, onlyFacts = false): () => void {
    return this.#listeners.subscribe(topic, listener, onlyFacts);
  }

  /** Tells those who read a topic to read again, for what changed beside the records: more is known of them now. */
  announce(topic: string): void {
    this.#listeners.notify(
      new ChangedTopics([
        [topic, true],
        ["facts", true],
      ]),
    );
  }

  /** Adds a rule that holds in this store alone, from now on: for one that needs more than the store is opened with. */
  addRule(rule: Rule): void {
    this.#rules = [...this.#rules, rule];
  }

  /** Something that is made of this store and kept with it: made when it is first asked for, by the very function that makes it. */
  derived<T>(make: (store: Store) => T): T {
    if (!this.#derived.has(make)) this.#derived.set(make, make(this));
    return this.#derived.get(make) as T;
  }

  /** Lets records be brought back that were removed before this store was opened. */
  rememberRemoved(records: Iterable<PensumRecord>): void {
    for (const record of records) this.#removed.remember(record);
  }

  /** Registers something that holds back typing for a moment, to be asked to hand it in before anything else happens. */
  onSettle(settler: () => void): () => void {
    return this.#settlers.add(settler);
  }

  /** Takes note of whether something holds words that are not in the store yet; the topic `unsettled` tells of it. */
  setUnsettled(holder: object, isHolding: boolean): void {
    if (this.#settlers.setHolding(holder, isHolding)) this.#listeners.announceAlone("unsettled");
  }

  /** Whether words were typed that are not in the store yet. */
  get isUnsettled(): boolean {
    return this.#settlers.isHolding;
  }

  /** Lets everything held back by editors come in. */
  settle(): void {
    this.#settlers.settle();
  }

  #turn(turn: "undo" | "redo"): string | undefined {
    this.settle();
    const step = turn === "undo" ? this.#history.lastDone : this.#history.lastUndone;
    if (!step) return undefined;
    this.#transact(
      (tx) => {
        takeBack(tx, step.changes);
        return `${turn === "undo" ? "Undone" : "Redone"}: ${step.said}`;
      },
      {
        always: true,
        finish: (act) => {
          this.#history.turn(turn, act.changes);
          return { ...act, turn, turned: step.said };
        },
      },
    );
    return step.said;
  }

  #transact(run: (tx: Transaction) => string, options: TransactOptions = {}): Act {
    if (this.#sealed !== undefined) throw new Refusal(this.#sealed);
    if (this.#acting) throw new Error("A command must not act: it changes records through its transaction.");
    this.#acting = true;
    const topics = new ChangedTopics();
    let act: Act;
    try {
      act = this.#changeBy(run, topics, options);
      if (options.finish && (options.always || !isEmpty(act.changes))) act = options.finish(act);
    } finally {
      this.#acting = false;
      this.#isChanging = false;
    }
    if (isEmpty(act.changes) || options.keep === false) return act;
    // The log hears of it before any listener can act in turn: it keeps acts in the order in which they were done.
    const isTold = options.isTold ?? true;
    if (isTold) this.#listeners.record(act);
    this.#listeners.notify(topics);
    if (isTold) this.#listeners.tellOf(act);
    return act;
  }

  #changeBy(
    run: (tx: Transaction) => string,
    topics: ChangedTopics,
    { rules = this.#rules, keep = true, call }: TransactOptions,
  ): Act {
    const ground: Ground = {
      reads: this,
      removed: this.#removed,
      get: (id) => this.#records.get(id),
      set: (id, to) => {
        this.#isChanging = true;
        this.#set(id, to, topics);
      },
    };
    const { said, changes, gaveIds } = this.#listeners.forgettably((onTakenBack) =>
      transact(ground, run, { rules, keep, call, onTakenBack, surroundings: call ?? this.#surroundings() }),
    );
    if (!keep || isEmpty(changes)) return { said, changes };
    return { said, changes, ...(call ? { call: gaveIds ? call : { ...call, ids: "" } } : {}) };
  }

  #set(id: Id, to: PensumRecord | undefined, topics: ChangedTopics): void {
    const change = this.#records.set(id, to, topics);
    if (change) this.#listeners.note(change);
  }
}
