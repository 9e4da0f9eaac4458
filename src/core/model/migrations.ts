/** A record as some version of Pensum wrote it. */
export type StoredRecord = Record<string, unknown> & {
  id: string;
  kind: string;
};

/** One step from the version before `to`. Gives the record anew, or undefined when it is no longer kept. */
export interface Migration {
  readonly to: number;
  readonly name: string;
  up(record: StoredRecord): StoredRecord | undefined;
}

/**
 * Every change of the records' shape, in order. A step is never edited once a workspace may have been written with it.
 *
 * Version 1 kept a block's subject as `{for: "task" | "theme" | "text", subject}`; version 2 has a field for each, so
 * that a task's block can carry a theme of its own and the two can be merged on their own.
 */
export const migrations: readonly Migration[] = [
  {
    to: 2,
    name: "a block names its task and its theme in fields of their own",
    up(record) {
      if (record.kind !== "block" || !("for" in record)) return record;
      const { for: what, subject, ...rest } = record;
      if (what === "task") return { ...rest, task: subject, title: "" } as StoredRecord;
      if (what === "theme") return { ...rest, theme: subject, title: "" } as StoredRecord;
      return {
        ...rest,
        title: typeof subject === "string" ? subject : "",
      } as StoredRecord;
    },
  },
  {
    to: 3,
    name: "registers, fields, lenses, goals, projects, habits and the work log came; what was there stays as it is",
    up: (record) => record,
  },
  {
    to: 4,
    name: "templates and standing orders came, and where a record was read from; what was there stays as it is",
    up: (record) => record,
  },
  {
    to: 5,
    name: "tasks tell what they come after; buffers and the weights of the pull came; what was there stays as it is",
    up: (record) => record,
  },
  {
    to: 6,
    name: "blocks hold tasks; events tell their calendar and their notes; lenses stand on the calendar; what was there stays as it is",
    up: (record) => record,
  },
  {
    to: 7,
    name: "the clock, aims and portions came, and entries that run; habits are marked in part, and skipped",
    up: (record) => (record.kind === "habit" ? { partMarks: [], skips: [], ...record } : record),
  },
  {
    to: 8,
    name: "blocks that are for a habit, habits that find their hours by themselves, and lengths that count as learnt came",
    up: (record) => record,
  },
  {
    to: 9,
    name: "goals tell when they begin and what they are measured by; lenses can be of chosen records",
    up: (record) => record,
  },
  {
    to: 10,
    name: "entries of the log keep the instants at which the clock began and ended them; what was there stays as it is",
    up: (record) => record,
  },
];

/** The version this Pensum writes. */
export const modelVersion = 10;

/** Takes a record from the version `from` to `modelVersion`; undefined when a step no longer keeps it. */
export function migrate(record: StoredRecord, from: number, steps = migrations): StoredRecord | undefined {
  let current: StoredRecord | undefined = record;
  for (const step of steps) if (current && step.to > from) current = step.up(current);
  return current;
}
