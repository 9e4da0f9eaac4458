import {
  defaultSettings,
  idAfter,
  newId,
  Refusal,
  type Id,
  type Kind,
  type PensumRecord,
  type RecordOf,
  type Settings,
} from "../model";
import { instantOf, minuteBegin, systemClock, type Clock, type MomentText } from "../time";
import {
  apply,
  fieldChange,
  hasFields,
  invert,
  isEmpty,
  sameValue,
  withFields,
  type ChangeSet,
  type FieldChange,
  type Fields,
} from "./changeSet";
import { indexFor, type IndexName, type RecordLists } from "./indexes";
import { checkPut, frozen } from "./frozen";
import { mergeOnto } from "./mergeChanges";
import type { Act } from "./act";
import { checkInput, isCommand, order, type Call, type Runnable, type Surroundings } from "./command";
import { RecordTable, type Records } from "./recordTable";
import type { LengthOf, Rule, Transaction } from "./transaction";
import { ChangedTopics, Topics, type TopicListener } from "./topics";
import { UndoHistory, type EarlierSteps } from "./undoHistory";

/** A record that changed, came (`from` undefined) or went (`to` undefined). */
export interface RecordChange {
  readonly id: Id;
  readonly from: PensumRecord | undefined;
  readonly to: PensumRecord | undefined;
}

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
  readonly #records: Records;
  readonly #indexes = new Map<string, RecordLists>();
  #rules: readonly Rule[];
  /** Those that it was opened with, which hold in the stores over it too. */
  readonly #ownRules: readonly Rule[];
  readonly #furnishers: ((store: Store) => void)[] = [];
  readonly #derived = new Map<unknown, unknown>();
  readonly #topics = new Topics();
  readonly #history = new UndoHistory();
  readonly #recorders = new Set<(act: Act) => void>();
  readonly #actListeners = new Set<(act: Act) => void>();
  readonly #changeListeners = new Set<(changes: readonly RecordChange[]) => void>();
  #changed: RecordChange[] = [];
  readonly #settlers = new Set<() => void>();
  readonly #unsettled = new Set<object>();
  readonly #removed = new Map<Id, PensumRecord>();
  #factsRevision = 0;
  #lengths: LengthOf | undefined;
  /** The topics that a computation under way has read. */
  #reads: Set<string> | undefined;
  #settling = false;
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
    this.#records = "index" in records ? records : new RecordTable(records);
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
    return this.#factsRevision;
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
    this.#topics.announce(new ChangedTopics([["minute", true]]));
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
    return this.#index(index, key).list(key);
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
        writeThrough(
          tx,
          mergeOnto((id) => tx.get(id), act.changes),
        );
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
    this.#notify(this.#write(changes));
  }

  /**
   * Merges what an act did on an earlier state onto the present one, and mends what rules ask for. Nobody hears of it as of an act.
   * @param ours the record as it stood after the act was first done
   */
  mergeAgain(act: Act, ours: (id: Id) => PensumRecord | undefined): Act {
    const { changes } = this.#transact(
      (tx) => {
        writeThrough(
          tx,
          mergeOnto((id) => tx.get(id), act.changes, ours),
        );
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
    for (const { id, from, to } of changes) if (from !== to) this.#noteChange(0, id, from, to, topics);
    this.#notify(topics);
  }

  /** Runs `change`, and tells those who subscribed once at its end, however many steps it takes. */
  together(change: () => void): void {
    if (this.#topics.isHolding) return change();
    let held = new ChangedTopics();
    try {
      held = this.#topics.hold(change);
    } finally {
      if (this.#changed.length > 0 || held.size > 0) this.#notify(held);
    }
  }

  /** Calls `recorder` with every act of this tab before anybody else hears of it. Returns a function that unsubscribes. */
  onRecord(recorder: (act: Act) => void): () => void {
    this.#recorders.add(recorder);
    return () => this.#recorders.delete(recorder);
  }

  /** Calls `listener` after every act of this tab, undo and redo included, when all that changed was told. */
  onAct(listener: (act: Act) => void): () => void {
    this.#actListeners.add(listener);
    return () => this.#actListeners.delete(listener);
  }

  /**
   * Calls `listener` with every record that changed, whoever changed it, before those who subscribed to topics. Each
   * record is told of once, however often it changed: `from` is the record as the listener heard of it last, `to` is the
   * record as the store has it now, and the two differ.
   */
  onChange(listener: (changes: readonly RecordChange[]) => void): () => void {
    this.#changeListeners.add(listener);
    return () => this.#changeListeners.delete(listener);
  }

  /**
   * Calls `listener` when a topic changes: an id, `index:key`, `facts`, or `*` for anything.
   * @param onlyFacts leaves out what changed in the words of a text alone
   */
  subscribe(topic: string, listener: TopicListener, onlyFacts = false): () => void {
    return this.#topics.subscribe(topic, listener, onlyFacts);
  }

  /** Tells those who read a topic to read again, for what changed beside the records: more is known of them now. */
  announce(topic: string): void {
    this.#notify(
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
    for (const record of records) this.#remember(record.id, record);
  }

  /** Registers something that holds back typing for a moment, to be asked to hand it in before anything else happens. */
  onSettle(settler: () => void): () => void {
    this.#settlers.add(settler);
    return () => this.#settlers.delete(settler);
  }

  /** Takes note of whether something holds words that are not in the store yet; the topic `unsettled` tells of it. */
  setUnsettled(holder: object, isHolding: boolean): void {
    const before = this.#unsettled.size > 0;
    if (isHolding) this.#unsettled.add(holder);
    else this.#unsettled.delete(holder);
    if (before !== this.#unsettled.size > 0) this.#topics.announce(new ChangedTopics([["unsettled", true]]));
  }

  /** Whether words were typed that are not in the store yet. */
  get isUnsettled(): boolean {
    return this.#unsettled.size > 0;
  }

  /** Lets everything held back by editors come in. */
  settle(): void {
    if (this.#settling) return;
    this.#settling = true;
    try {
      for (const settler of this.#settlers) settler();
    } finally {
      this.#settling = false;
    }
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
    let topics: ChangedTopics;
    let act: Act;
    try {
      [act, topics] = this.#changeBy(run, options);
      if (options.finish && (options.always || !isEmpty(act.changes))) act = options.finish(act);
    } finally {
      this.#acting = false;
      this.#isChanging = false;
    }
    if (isEmpty(act.changes) || options.keep === false) return act;
    // The log hears of it before any listener can act in turn: it keeps acts in the order in which they were done.
    const isTold = options.isTold ?? true;
    if (isTold) for (const record of this.#recorders) record(act);
    this.#notify(topics);
    if (isTold) for (const listener of [...this.#actListeners]) listener(act);
    return act;
  }

  #changeBy(
    run: (tx: Transaction) => string,
    { rules = this.#rules, keep = true, call }: TransactOptions,
  ): [Act, ChangedTopics] {
    const { now, instant, zone, ...more } = call ?? this.#surroundings();
    // One that gave no ids when it was done may give some where it is done again.
    const ids = more.ids || newId();
    let given = 0;
    const before = new Map<Id, PensumRecord | undefined>();
    const topics = new ChangedTopics();
    const settings = () => this.settings;
    const write = (id: Id, to: PensumRecord | undefined) => {
      if (!before.has(id)) before.set(id, this.#records.get(id));
      this.#isChanging = true;
      this.#set(id, to, topics);
    };
    const tx: Transaction = {
      get: (id) => this.#records.get(id),
      find: (kind, id) => this.find(kind, id),
      list: (index, key) => this.list(index, key),
      before: (id) => (before.has(id) ? before.get(id) : this.#records.get(id)),
      touched: () => [...before.keys()],
      removedEarlier: (wanted) =>
        [...this.#removed.values()].filter((record) => !this.#records.get(record.id) && wanted(record)),
      now,
      instant,
      zone,
      get settings() {
        return settings();
      },
      lengthOf: (task) => this.lengthOf(task),
      newId: () => idAfter(ids, given++),
      put: (record) => write(record.id, record),
      update: (id, fields) => {
        const record = this.#records.get(id);
        if (record && !hasFields(record, fields)) write(id, withFields(record, fields));
      },
      remove: (id) => {
        if (this.#records.get(id)) write(id, undefined);
      },
    };
    let said: string;
    const changedBefore = this.#changed.length;
    const takeBack = () => {
      for (const [id, record] of before) this.#set(id, record, topics);
      this.#changed.length = changedBefore;
    };
    try {
      said = run(tx);
      for (const rule of rules) rule(tx);
      if (call) for (const id of before.keys()) this.#checkLeft(id, call);
    } catch (error) {
      takeBack();
      throw error;
    }
    const changes = this.#changesSince(before);
    // What comes to nothing leaves nothing behind either: no other object in the place of an equal one, of which nobody would hear.
    if (!keep || isEmpty(changes)) {
      takeBack();
      return [{ said, changes }, topics];
    }
    for (const [id, record] of changes.removed) this.#remember(id, record);
    return [{ said, changes, ...(call ? { call: given > 0 ? call : { ...call, ids: "" } } : {}) }, topics];
  }

  #checkLeft(id: Id, { command }: Call): void {
    const record = this.#records.get(id);
    if (record) checkPut(record, command.name);
  }

  #changesSince(before: ReadonlyMap<Id, PensumRecord | undefined>): ChangeSet {
    const added = new Map<Id, PensumRecord>();
    const updated = new Map<Id, FieldChange>();
    const removed = new Map<Id, PensumRecord>();
    for (const [id, from] of before) {
      const to = this.#records.get(id);
      if (from && to) {
        const change = fieldChange(from, to);
        if (change) updated.set(id, change);
      } else if (to) added.set(id, to);
      else if (from) removed.set(id, from);
    }
    return { added, updated, removed };
  }

  #write(changes: ChangeSet): ChangedTopics {
    const topics = new ChangedTopics();
    apply(
      {
        get: (id) => this.#records.get(id),
        set: (id, record) => this.#set(id, record, topics),
        delete: (id) => this.#set(id, undefined, topics),
      },
      changes,
    );
    for (const [id, record] of changes.removed) this.#remember(id, record);
    return topics;
  }

  /** The last thousand removed records, so that a line that is cut and pasted again keeps what its record held. */
  #remember(id: Id, record: PensumRecord) {
    this.#removed.delete(id);
    this.#removed.set(id, record);
    if (this.#removed.size > 1000) this.#removed.delete(this.#removed.keys().next().value as Id);
  }

  #set(id: Id, to: PensumRecord | undefined, topics: ChangedTopics) {
    const from = this.#records.get(id);
    if (from === to) return;
    const row = to ? this.#records.set(id, frozen(to)) : this.#records.delete(id);
    if (row !== undefined) this.#noteChange(row, id, from, to, topics);
  }

  #noteChange(
    row: number,
    id: Id,
    from: PensumRecord | undefined,
    to: PensumRecord | undefined,
    topics: ChangedTopics,
  ): void {
    if (this.#changeListeners.size > 0) this.#changed.push({ id, from, to });
    const isFact = !from || !to || !differsInTextOnly(from, to);
    topics.note(id, isFact);
    if (isFact) topics.note("facts");
    for (const index of this.#indexes.values())
      for (const key of index.change(row, from, to)) topics.note(`${index.topic}:${key}`, isFact);
  }

  #index(topic: IndexName, key: string): RecordLists {
    const question = indexFor(topic, key);
    let index = this.#indexes.get(question.name);
    if (!index) {
      index = this.#records.index(topic, question);
      this.#indexes.set(question.name, index);
    }
    return index;
  }

  #notify(topics: ChangedTopics) {
    if (this.#topics.isHolding) return this.#topics.announce(topics);
    const changed = onceEach(this.#changed);
    this.#changed = [];
    if (changed.length > 0) for (const listener of [...this.#changeListeners]) listener(changed);
    if (topics.has("facts")) this.#factsRevision++;
    topics.note("*");
    this.#topics.announce(topics);
  }
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

/** Whether the records that a change set updates and removes stand as it found them, and none that it adds is there. */
function isMadeOn(read: (id: Id) => PensumRecord | undefined, { added, updated, removed }: ChangeSet): boolean {
  for (const id of added.keys()) if (read(id)) return false;
  for (const [id, [from]] of updated) {
    const record = read(id);
    if (!record || !hasFields(record, from)) return false;
  }
  for (const [id, record] of removed) {
    const present = read(id);
    if (!present || fieldChange(record, present)) return false;
  }
  return true;
}

/** Takes changes back through a transaction, however long ago they were made: what was changed since of other fields and words stays. */
export function takeBack(tx: Transaction, changes: ChangeSet): void {
  writeThrough(
    tx,
    mergeOnto((id) => tx.get(id), invert(changes)),
  );
}

/** Writes a change set through a transaction, so that it is part of what the transaction did. */
function writeThrough(tx: Transaction, changes: ChangeSet) {
  for (const id of changes.removed.keys()) tx.remove(id);
  for (const record of changes.added.values()) tx.put(record);
  for (const [id, [, to]] of changes.updated) tx.update(id, to);
}

function differsInTextOnly(from: PensumRecord, to: PensumRecord): boolean {
  const [a, b] = [from as unknown as Fields, to as unknown as Fields];
  for (const key in b) if (key !== "text" && !sameValue(a[key], b[key])) return false;
  for (const key in a) if (!(key in b)) return false;
  return true;
}
