import { compare, divide, sumOf, type FeelValue } from "../formula";
import type { PensumRecord, Summary, SummaryWay } from "../model";
import { dependenciesOf, linkedIds, type Dependency } from "./dependencies";
import { backLinks, feelReader } from "./names";
import { fieldsIn, findRegister, type Register } from "./registers";
import type { FieldValues } from "./values";

type ValueOf = (record: PensumRecord) => FeelValue;

/** How a summary is computed for a record, what paths of the other register it reads, and whether the clock matters. */
export function summarise(values: FieldValues, register: Register, summary: Summary) {
  const other = findRegister(values.store, summary.register);
  const linked = linkedRecords(values, register, summary);
  if (!other || !linked)
    return {
      evaluate: () => null,
      over: () => null,
      paths: [] as readonly (readonly string[])[],
      usesClock: false as const,
    };
  const of = valueOf(values, other, summary.of);
  /** What the summary comes to over some of the records that are linked. */
  const over = (records: readonly PensumRecord[]): FeelValue => ways[summary.way](records, of.read);
  return {
    evaluate: (record: PensumRecord) => over(linked(record)),
    over,
    paths: of.paths,
    usesClock: of.usesClock,
  };
}

/** How the records are found over which a summary is computed; undefined where its link is gone. */
export function linkedRecords(
  values: FieldValues,
  register: Register,
  summary: Summary,
): ((record: PensumRecord) => readonly PensumRecord[]) | undefined {
  const other = findRegister(values.store, summary.register);
  const link = other && linkField(values, register, summary);
  if (!link) return undefined;
  return summary.forward
    ? (record) => linkedIds(record, link.name).flatMap((id) => values.store.get(id) ?? [])
    : (record) => backLinks(values.store, other, link, record.id);
}

/** What a summary hangs on: which records are linked, and what of theirs it reads. */
export function summaryDependencies(
  values: FieldValues,
  register: Register,
  summary: Summary,
  paths: readonly (readonly string[])[],
): Dependency[] {
  const link = { way: summary.forward ? "forward" : "back", field: summary.link } as const;
  const hop = { ...link, register: summary.forward ? register.id : summary.register };
  const membership: Dependency = summary.forward
    ? { register: register.id, field: summary.link, hops: [] }
    : { register: summary.register, field: summary.link, hops: [hop] };
  const read = dependenciesOf(values.namesOf, summary.register, paths);
  return [membership, ...read.map((one) => ({ ...one, hops: [hop, ...one.hops] }))];
}

function linkField(values: FieldValues, register: Register, { register: id, link, forward }: Summary) {
  const holder = forward ? register : findRegister(values.store, id);
  return holder && fieldsIn(values.store, holder).find((field) => field.name === link);
}

/** What is summed up: a field by its name, or a FEEL expression. */
function valueOf(values: FieldValues, register: Register, of: string | undefined) {
  const none = { read: undefined, paths: [] as readonly (readonly string[])[], usesClock: false as const };
  if (of === undefined) return none;
  const field = fieldsIn(values.store, register).find((one) => one.name === of);
  if (field) {
    const name = [...values.namesOf(register.id)].find(([, entry]) => entry.field === field)?.[0];
    return { ...none, read: feelReader(values, register, field), paths: name ? [[name]] : [] };
  }
  const formula = values.compile(register, of);
  if ("fault" in formula) return { ...none, read: () => null };
  return { read: formula.evaluate, paths: formula.paths, usesClock: formula.usesClock };
}

const filled = (records: readonly PensumRecord[], of: ValueOf | undefined) =>
  of ? records.map(of).filter((value) => value !== null) : [];

function extreme(values: readonly FeelValue[], sign: 1 | -1): FeelValue {
  return values.reduce<FeelValue>((best, one) => {
    const order = best === null ? 1 : (compare(one, best) ?? 0) * sign;
    return order > 0 ? one : best;
  }, null);
}

const ways: Readonly<Record<SummaryWay, (records: readonly PensumRecord[], of: ValueOf | undefined) => FeelValue>> = {
  count: (records, of) => (of ? records.filter((record) => of(record) === true).length : records.length),
  sum: (records, of) => sumOf(filled(records, of)),
  average: (records, of) => {
    const all = filled(records, of);
    return all.length === 0 ? null : divide(sumOf(all), all.length);
  },
  earliest: (records, of) => extreme(filled(records, of), -1),
  latest: (records, of) => extreme(filled(records, of), 1),
  share: (records, of) =>
    records.length === 0 || !of ? null : records.filter((record) => of(record) === true).length / records.length,
};
