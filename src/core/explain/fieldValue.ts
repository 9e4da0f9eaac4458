import type { Field, Id, PensumRecord, SummaryWay } from "../model";
import {
  cellOf,
  fieldsIn,
  findRegister,
  linkedIds,
  linkedRecords,
  countedThings,
  type Cell,
  type CellType,
  type FieldValues,
  type Register,
} from "../register";
import { counted, durationText } from "../time";
import { nameOf } from "../things";
import { mostLines, type Explained, type ExplainedLine } from "./explained";

const ways: Record<Exclude<SummaryWay, "count">, string> = {
  sum: "The sum of",
  average: "The average of",
  earliest: "The earliest of",
  latest: "The latest of",
  share: "The share of those with",
};

/** A cell of a field in words. */
type Write = (cell: Cell, field: Field, type: CellType) => string;

/**
 * Where a computed field of a record comes from: its formula with what it reads, or its summary with the records that are
 * linked. Undefined for what is not computed.
 */
export function explainField(
  values: FieldValues,
  register: Register,
  field: Field,
  record: PensumRecord,
  write: Write,
): Explained | undefined {
  const written = (of: Register, one: Field, from: PensumRecord) =>
    write(values.reader(of, one)(from), one, values.typeOf(of, one, [from]));
  const result = { label: field.label, value: written(register, field, record), isResult: true };
  if (field.type === "summary" && field.summary) {
    const { summary } = field;
    const other = findRegister(values.store, summary.register);
    const of =
      other && summary.of !== undefined
        ? fieldsIn(values.store, other).find(({ name }) => name === summary.of)
        : undefined;
    const records = linkedRecords(values, register, summary)?.(record) ?? [];
    const more = records.length - mostLines;
    return {
      rule: summaryRule(summary.way, of?.label.toLowerCase() ?? summary.of, countedIn(records.length, other)),
      lines: [
        ...records.slice(0, mostLines).map((one) => ({
          ...{ label: nameOf(one, values.store), id: one.id },
          value: other && of ? written(other, of, one) : "",
        })),
        ...(more > 0 ? [{ label: `${more.toLocaleString("en")} more`, value: "" }] : []),
        result,
      ],
    };
  }
  if (field.formula === undefined) return undefined;
  return {
    rule: `The formula ${field.formula}`,
    lines: [...readBy(values, register, field.formula, record, written), result],
  };
}

function summaryRule(way: SummaryWay, of: string | undefined, things: string): string {
  if (way === "count")
    return of === undefined ? `How many are linked: ${things}.` : `How many of ${things} have ${of}.`;
  return `${ways[way]} ${of ?? "nothing"}, of ${things} linked.`;
}

function countedIn(count: number, register: Register | undefined): string {
  return register ? countedThings(register, count) : counted(count, "record");
}

/** What a formula reads of a record, each name once. */
function readBy(
  values: FieldValues,
  register: Register,
  text: string,
  record: PensumRecord,
  written: (of: Register, field: Field, from: PensumRecord) => string,
): readonly ExplainedLine[] {
  const formula = values.compile(register, text);
  if ("fault" in formula) return [];
  const names = values.namesOf(register.id);
  const seen = new Set<string>();
  return formula.paths.flatMap((path) => {
    const known = path.filter((name) => name !== "*");
    const label = known.join(", ");
    if (known.length === 0 || seen.has(label) || isBegun(known, formula.paths)) return [];
    seen.add(label);
    const field = known.length === 1 ? names.get(label)?.field : undefined;
    if (!field) return [{ label, value: valueAt(values, register, known, record) }];
    const linked = field.target ? linkedIds(record, field.name) : [];
    return [
      {
        ...{ label: field.label, value: written(register, field, record) || "nothing" },
        ...(linked.length === 1 ? { id: linked[0] as Id } : {}),
      },
    ];
  });
}

/** What stands at the end of a path of names; of several things, how many. */
function valueAt(values: FieldValues, register: Register, path: readonly string[], record: PensumRecord): string {
  const part = values.compile(register, path.join("."));
  const value = "fault" in part ? null : part.evaluate(record);
  if (Array.isArray(value)) return value.length.toLocaleString("en");
  const { cell, type } = cellOf(value);
  if (type === "minutes") return durationText(cell as number);
  if (typeof cell === "number") return cell.toLocaleString("en", { maximumFractionDigits: 2 });
  return cell === undefined ? "nothing" : String(cell);
}

/** Whether a path is only the way to another. */
function isBegun(path: readonly string[], all: readonly (readonly string[])[]): boolean {
  return all.some((other) => other.length > path.length && path.every((name, at) => other[at] === name));
}
