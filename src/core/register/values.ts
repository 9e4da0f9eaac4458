import { valueIn, type Field, type Id, type PensumRecord, type Settings } from "../model";
import { compileFormula, type FeelContext, type FeelValue, type Formula, type FormulaFault } from "../formula";
import type { Fields, RecordChange, Store } from "../store";
import { sameValue } from "../store";
import { cellOf, cellType, type Cell, type CellType } from "./cells";
import { Column, RegisterColumns } from "./columns";
import { dependenciesOf, sourcesOf, type Dependency } from "./dependencies";
import { namesOf, shapesOf, type NameEntry, type NameSource } from "./names";
import { hangsOnAll, planTypes, readPlan, tasksOfBlock } from "./planOfTask";
import { fieldsIn, findRegister, isComputed, recordsIn, registerOf, type Register } from "./registers";
import { titleRule } from "./titleRule";
import { summaryDependencies, summarise } from "./summarise";

type Name = `${string}.${string}`;
type Readers = Map<Name, { of: ComputedField; dependency: Dependency }[]>;
/** A field of a register that changed, in some records. */
interface Changed {
  readonly register: string;
  readonly field: string;
  readonly ends: readonly PensumRecord[];
}

type ClockUse = false | "day" | "minute";

/** A field whose values are computed, and what is known of them. */
interface ComputedField {
  readonly name: Name;
  readonly register: Register;
  readonly field: Field;
  readonly evaluate: (record: PensumRecord) => FeelValue;
  readonly formula?: Formula<PensumRecord>;
  readonly fault?: FormulaFault;
  /** Whether it changes with the day or the minute by itself; what it reads may too. */
  readonly usesClock: ClockUse;
  readonly dependencies: readonly Dependency[];
  readonly known: Map<Id, FeelValue>;
  /** The same as cells, once a lens asked for them so; no cell in the rows of those that are not known. */
  column?: Column;
  /** The present when `known` was computed. */
  at: string;
}

/**
 * The values of all fields of a store, computed ones too. What was computed is kept until something it hangs on
 * changes, and then only what hangs on that is computed anew.
 */
export class FieldValues implements NameSource {
  readonly store: Store;
  #computed = new Map<Name, ComputedField>();
  #names = new Map<string, Map<string, NameEntry>>();
  /** Which computed fields read a field, by its register and name. */
  #readers: Readers | undefined;
  readonly #clockUses = new Map<Name, ClockUse>();
  #inProgress: string[] = [];
  readonly #columns = new Map<string, RegisterColumns>();
  readonly #listeners = new Set<(ids: ReadonlySet<Id>, everything: boolean) => void>();

  constructor(store: Store) {
    this.store = store;
    store.onChange((changes) => this.#follow(changes));
    // What hangs on the whole plan is read again when all that is kept of the plan has heard of the change.
    store.subscribe("facts", () => this.#forgetWholePlan, true);
  }

  get settings(): Settings {
    return this.store.settings;
  }

  /** Calls `listener` with the ids of records that changed or whose computed values may have; or with "everything". */
  onChange(listener: (ids: ReadonlySet<Id>, everything: boolean) => void): () => void {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  }

  /** How a field is read as it is compared and shown. */
  reader(register: Register, field: Field): (record: PensumRecord) => Cell {
    if (isComputed(field)) return (record) => cellOf(this.computed(register, field, record)).cell;
    const { name } = field;
    return (record) => valueIn(record, name) as Cell;
  }

  /** The stored fields of a register by columns, kept in step with its records. */
  columns(register: Register): RegisterColumns {
    let columns = this.#columns.get(register.id);
    if (!columns) {
      columns = new RegisterColumns(recordsIn(this.store, register));
      this.#columns.set(register.id, columns);
    }
    return columns;
  }

  /**
   * The column of a field, kept in step. That of a computed field has no cell (-1) for those records whose value is to be
   * computed anew, to be set by whoever needs it; one that changes with the time of day has no column.
   */
  columnOf(register: Register, field: Field): Column | undefined {
    if (!isComputed(field)) return this.columns(register).column(field.name);
    const computed = this.#computedField(register, field);
    if (this.#clockUse(computed)) return undefined;
    return (computed.column ??= new Column(this.columns(register).records.length));
  }

  /** What the cells of a field are; of a computed one, what the first values are that are something. */
  typeOf(register: Register, field: Field, records: readonly PensumRecord[]): CellType {
    return this.knownType(register, field, records) ?? "text";
  }

  /** The same, undefined where a computed field has come to nothing so far. */
  knownType(register: Register, field: Field, records: readonly PensumRecord[]): CellType | undefined {
    if (!isComputed(field)) return cellType(field);
    if (field.summary?.way === "count") return "number";
    if (field.ofPlan) return planTypes[field.ofPlan];
    for (const record of records.slice(0, 300)) {
      const value = this.computed(register, field, record);
      if (value !== null) return cellOf(value).type;
    }
    return undefined;
  }

  computed(register: Register, field: Field, record: PensumRecord): FeelValue {
    const computed = this.#computedField(register, field);
    const clockUse = this.#clockUse(computed);
    if (clockUse) {
      const moment = this.store.clock.now();
      const at = clockUse === "day" ? moment.slice(0, 10) : moment;
      if (at !== computed.at) computed.known.clear();
      computed.at = at;
    }
    // In the middle of an act nothing is kept: the act may be taken back, and what was kept before it may be out of date.
    const mayKeep = !this.store.isChanging;
    const known = mayKeep ? computed.known.get(record.id) : undefined;
    if (known !== undefined) return known;
    const here = `${computed.name}:${record.id}`;
    if (this.#inProgress.includes(here)) return null;
    this.#inProgress.push(here);
    try {
      const value = computed.evaluate(record);
      if (mayKeep) computed.known.set(record.id, value);
      return value;
    } finally {
      this.#inProgress.pop();
    }
  }

  /** Why a computed field of a record is empty, in a sentence; undefined when it is not, or needs no reason. */
  reasonOf(register: Register, field: Field, record: PensumRecord): string | undefined {
    if (!isComputed(field)) return undefined;
    const { fault, formula } = this.#computedField(register, field);
    if (fault) return fault.message;
    if (!formula) return undefined;
    const { value, reason } = formula.explain(record);
    // A formula that Pensum brings along comes to nothing where there is nothing to say: a day page has no folder.
    return value === null && !field.kept ? reason : undefined;
  }

  /** Compiles a formula in the names of a register. */
  compile(register: Register, text: string): Formula<PensumRecord> | { readonly fault: FormulaFault } {
    const names = this.namesOf(register.id);
    const shapes = shapesOf((id) => this.namesOf(id), register.id);
    return compileFormula(text, { read: (name) => names.get(name)?.read, shapes }, this.store.clock);
  }

  /** The names that formulas of a register may use. */
  namesOf = (id: string): ReadonlyMap<string, NameEntry> => {
    let names = this.#names.get(id);
    if (!names) {
      const register = findRegister(this.store, id);
      names = register ? namesOf(this, register) : new Map<string, NameEntry>();
      this.#names.set(id, names);
    }
    return names;
  };

  context(record: PensumRecord): FeelContext {
    const names = this.namesOf(registerOf(record) ?? "");
    return {
      isContext: true,
      identity: record.id,
      get: (name) => names.get(name)?.read(record),
      names: () => [...names.keys()],
    };
  }

  /**
   * The names of the fields that would go round in a circle if `field` had this formula or summary, in their order;
   * undefined when none would.
   */
  circleWith(register: Register, field: Field): readonly string[] | undefined {
    const start: Name = `${register.id}.${field.name}`;
    const seen = new Set<Name>();
    const labels: string[] = [];
    const visit = (name: Name, computed: ComputedField): boolean => {
      labels.push(computed.field.label);
      for (const { register: id, field: read } of computed.dependencies) {
        if (read === "*") continue;
        const next: Name = `${id}.${read}`;
        if (next === start) return true;
        if (seen.has(next)) continue;
        seen.add(next);
        const of = findRegister(this.store, id);
        const inner = of && fieldsIn(this.store, of).find((one) => one.name === read && isComputed(one));
        if (of && inner && visit(next, this.#computedField(of, inner))) return true;
      }
      labels.pop();
      return false;
    };
    return visit(start, this.#make(register, field)) ? [...labels, field.label] : undefined;
  }

  #computedField(register: Register, field: Field): ComputedField {
    const name: Name = `${register.id}.${field.name}`;
    let computed = this.#computed.get(name);
    if (!computed) {
      computed = this.#make(register, field);
      this.#computed.set(name, computed);
      this.#readers = undefined;
    }
    return computed;
  }

  /** Whether a field changes with the time by itself, or by any that it reads. */
  #clockUse(computed: ComputedField): ClockUse {
    const known = this.#clockUses.get(computed.name);
    if (known !== undefined) return known;
    // In a circle of fields each is asked once.
    this.#clockUses.set(computed.name, computed.usesClock);
    let use = computed.usesClock;
    for (const { register: id, field: read } of computed.dependencies) {
      if (use === "minute") break;
      const register = findRegister(this.store, id);
      const field = register && fieldsIn(this.store, register).find((one) => one.name === read && isComputed(one));
      if (register && field) use = this.#clockUse(this.#computedField(register, field)) || use;
    }
    this.#clockUses.set(computed.name, use);
    return use;
  }

  #make(register: Register, field: Field): ComputedField {
    const base = {
      name: `${register.id}.${field.name}` as Name,
      register,
      field,
      known: new Map<Id, FeelValue>(),
      at: "",
    };
    if (field.type === "summary" && field.summary) {
      const { summary } = field;
      const prepared = summarise(this, register, summary);
      const dependencies = summaryDependencies(this, register, summary, prepared.paths);
      return { ...base, evaluate: prepared.evaluate, usesClock: prepared.usesClock, dependencies };
    }
    if (field.ofPlan)
      return {
        ...base,
        evaluate: readPlan(this.store, field.ofPlan),
        usesClock: hangsOnAll(field.ofPlan) ? "minute" : false,
        dependencies: [],
      };
    const formula = this.compile(register, field.formula ?? "");
    if ("fault" in formula)
      return { ...base, evaluate: () => null, fault: formula.fault, usesClock: false, dependencies: [] };
    const dependencies = dependenciesOf(this.namesOf, register.id, formula.paths);
    return { ...base, evaluate: formula.evaluate, formula, usesClock: formula.usesClock, dependencies };
  }

  #follow(changes: readonly RecordChange[]) {
    const shapeChanged = changes.some(({ from, to }) => isShape(to ?? from));
    if (shapeChanged) {
      this.#computed.clear();
      this.#clockUses.clear();
      this.#names.clear();
      this.#readers = undefined;
    }
    if (this.#columns.size > 0)
      for (const { id, from, to } of changes) {
        const [before, after] = [from && registerOf(from), to && registerOf(to)];
        if (before !== undefined && before !== after) this.#columns.get(before)?.change(id, undefined);
        if (after !== undefined) this.#columns.get(after)?.change(id, to);
      }
    const ids = new Set(changes.map(({ id }) => id));
    if (!shapeChanged && this.#computed.size > 0) this.#forget(changes, ids);
    for (const listener of [...this.#listeners]) listener(ids, shapeChanged);
  }

  /** Forgets what hangs on the changes, and adds whose it was to `ids`. */
  #forget(changes: readonly RecordChange[], ids: Set<Id>) {
    const readers = (this.#readers ??= this.#readersByField());
    const waiting: Changed[] = [];
    const note = (register: string | undefined, fields: readonly string[], ends: PensumRecord[]) => {
      if (register) for (const field of [...fields, "*"]) waiting.push({ register, field, ends });
    };
    for (const { id, from, to } of changes) {
      for (const computed of this.#computed.values()) this.#forgetValue(computed, id);
      const ends = [from, to].filter((record) => record !== undefined);
      note(
        registerOf((to ?? from) as PensumRecord),
        from && to ? fieldsDiffering(from, to) : allFields(to ?? from),
        ends,
      );
    }
    this.#forgetHours(changes, ids, (of, tasks) => note(of.register.id, [of.field.name], tasks));
    this.#forgetReaders(waiting, readers, ids);
  }

  /** Forgets what reads something that changed, and what reads that; adds whose it was to `ids`. */
  #forgetReaders(waiting: Changed[], readers: Readers, ids: Set<Id>) {
    const forgotten = new Set<string>();
    for (let next = waiting.pop(); next; next = waiting.pop())
      for (const { of, dependency } of readers.get(`${next.register}.${next.field}`) ?? []) {
        const stale = sourcesOf(this.store, dependency.hops, next.ends).filter(
          ({ id }) => !forgotten.has(`${of.name}:${id}`),
        );
        for (const { id } of stale) {
          forgotten.add(`${of.name}:${id}`);
          this.#forgetValue(of, id);
          ids.add(id);
        }
        if (stale.length > 0)
          for (const field of [of.field.name, "*"]) waiting.push({ register: of.register.id, field, ends: stale });
      }
  }

  /** The pull of every open task, and the load of its day, hang on any fact. */
  #forgetWholePlan = () => {
    const whole = [...this.#computed.values()].filter(({ field }) => hangsOnAll(field.ofPlan));
    if (whole.length === 0) return;
    const tasks = this.store.list("unfinishedTasks", "all");
    const ids = new Set(tasks.map(({ id }) => id));
    for (const { known } of whole) known.clear();
    const waiting = whole.map(({ register, field }) => ({
      register: register.id,
      field: field.name,
      ends: [...tasks],
    }));
    this.#forgetReaders(waiting, (this.#readers ??= this.#readersByField()), ids);
    for (const listener of [...this.#listeners]) listener(ids, false);
  };

  /** Blocks are in no register: what they change is the hours of their tasks. */
  #forgetHours(
    changes: readonly RecordChange[],
    ids: Set<Id>,
    note: (of: ComputedField, tasks: PensumRecord[]) => void,
  ) {
    const touched = new Set(changes.flatMap(({ from, to }) => [...tasksOfBlock(from), ...tasksOfBlock(to)]));
    const tasks = [...touched].flatMap((id) => this.store.get(id) ?? []);
    if (tasks.length === 0) return;
    for (const { id } of tasks) ids.add(id);
    for (const computed of this.#computed.values()) {
      if (!computed.field.ofPlan || hangsOnAll(computed.field.ofPlan)) continue;
      for (const { id } of tasks) this.#forgetValue(computed, id);
      note(computed, tasks);
    }
  }

  #forgetValue({ known, column, register }: ComputedField, id: Id) {
    known.delete(id);
    const row = column && this.columns(register).rowOf(id);
    if (row !== undefined) column?.unset(row);
  }

  #readersByField(): Readers {
    const readers: Readers = new Map();
    for (const of of this.#computed.values())
      for (const dependency of of.dependencies) {
        const name: Name = `${dependency.register}.${dependency.field}`;
        readers.set(name, [...(readers.get(name) ?? []), { of, dependency }]);
      }
    return readers;
  }
}

/** Whether a record says what others look like: then all is computed anew. */
function isShape(record: PensumRecord | undefined): boolean {
  return record?.kind === "field" || record?.kind === "register" || record?.kind === "settings";
}

function fieldsDiffering(from: PensumRecord, to: PensumRecord): string[] {
  const [a, b] = [from as unknown as Fields, to as unknown as Fields];
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].filter((key) => !sameValue(a[key], b[key]));
}

function allFields(record: PensumRecord | undefined): string[] {
  return Object.keys(record ?? {});
}

/** The field values of a store, kept with it. From then on titles follow their formulas, in the stores over it too. */
export function fieldValues(store: Store): FieldValues {
  return store.derived(valuesFrom);
}

function valuesFrom(store: Store): FieldValues {
  const values = new FieldValues(store);
  store.addRule(titleRule(values));
  store.furnish((one) => one !== store && void fieldValues(one));
  return values;
}
