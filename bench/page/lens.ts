import { evaluate } from "feelin";
import { demoRecords } from "@demo/generate";
import { editRecord } from "@/core/commands";
import type { PensumRecord, Task, Theme } from "@/core/model";
import { feelText } from "@/core/formula";
import { LensView, type LensQuery } from "@/core/lens";
import { FieldValues, findRegister, type Register } from "@/core/register";
import { Store } from "@/core/store";
import { standingClock } from "@/core/time";

/* What runs in Node for the questions about lenses and formulas, on 100,000 records of the demo. */

const clock = standingClock("2026-11-24T11:07");

const query: LensQuery = {
  registers: ["tasks"],
  where: { all: [{ field: "estimateMinutes", is: "atLeast", value: 20 }] },
  done: "all",
  groups: [{ field: "theme" }, { field: "doneAt", by: "month" }],
  sorts: [{ field: "estimateMinutes", descending: true }, { field: "title" }],
  shown: [
    { field: "estimateMinutes", total: "sum" },
    { field: "tookMinutes", total: "average" },
  ],
};

export function world(count: number) {
  const records = demoRecords({ now: clock.now(), size: count, seed: 7 });
  const store = new Store(new Map(records.map((record) => [record.id, record])), [], clock);
  // The store is as it is in a running app: its list of tasks stands.
  store.list("kind", "task");
  return { records, store, values: new FieldValues(store) };
}

/** The lens from cold: every record asked, grouped by two fields, sorted by two, and all totals. Gives the time and the answer. */
export function cold({ values }: ReturnType<typeof world>) {
  const start = performance.now();
  const view = new LensView(values, query, { firstWeekday: 1 });
  const totals = view.groups.flatMap((outer) =>
    outer.inner.map((group) => [group.keys.join("|"), group.end - group.start, view.total("estimateMinutes", group)]),
  );
  const all = [view.total("estimateMinutes"), view.total("tookMinutes")];
  const milliseconds = performance.now() - start;
  return {
    milliseconds,
    view,
    totals,
    all,
    first: view.entries.slice(0, 50).map(({ record }) => record.id),
    count: view.count,
  };
}

/** The times until the lens, its groups and its totals are right again after one record changed. */
export function changes(made: ReturnType<typeof world>, rounds: number): number[] {
  const { view } = cold(made);
  const tasks = made.store.list("kind", "task") as readonly Task[];
  const times: number[] = [];
  let start = 0;
  made.values.onChange((ids) => {
    start = performance.now();
    view.change(ids);
    const groups = view.groups;
    view.total("estimateMinutes");
    for (const group of groups.slice(0, 30)) view.total("estimateMinutes", group);
    times.push(performance.now() - start);
  });
  for (let round = 0; round < rounds; round++) {
    const { id } = tasks[(round * 7919) % tasks.length] as Task;
    made.store.act(editRecord, { id, fields: { estimateMinutes: 5 + ((round * 37) % 240) } });
  }
  return times;
}

const formula =
  'if estimate != null and took != null then (took - estimate) / duration("PT1H") * 42 + carried * 5 else string length(title)';

/** A formula over all tasks, and by a peer on a sample; both in microseconds a record, and whether they agree. */
export function formulas(made: ReturnType<typeof world>, sample: number) {
  const register = findRegister(made.store, "tasks") as Register;
  const tasks = made.store.list("kind", "task") as readonly Task[];
  const start = performance.now();
  const compiled = made.values.compile(register, formula);
  if ("fault" in compiled) throw new Error(compiled.fault.message);
  const ours = tasks.map((task) => compiled.evaluate(task));
  const mine = ((performance.now() - start) * 1000) / tasks.length;
  const chosen = tasks.filter((_, at) => at % Math.ceil(tasks.length / sample) === 0);
  const peerFormula = formula.replace('duration("PT1H")', "60");
  const from = performance.now();
  const theirs = chosen.map((task) => evaluate(peerFormula, contextOf(task)).value as unknown);
  const peer = ((performance.now() - from) * 1000) / chosen.length;
  const agree = chosen.every((task, at) => {
    const own = ours[tasks.indexOf(task)];
    return typeof own === "number"
      ? Math.abs(own - Number(theirs[at])) < 1e-6
      : feelText(own ?? null) === String(theirs[at] ?? "null");
  });
  return { mine, peer, agree, count: tasks.length };
}

function contextOf(task: Task) {
  return {
    title: task.title,
    estimate: task.estimateMinutes ?? null,
    took: task.tookMinutes ?? null,
    carried: task.carried,
  };
}

/** What the peer database is filled with. */
export function rows({ records }: { records: readonly PensumRecord[] }) {
  const themes = new Map(
    records.flatMap((record) => (record.kind === "theme" ? [[record.id, record as Theme] as const] : [])),
  );
  return records.flatMap((record) =>
    record.kind === "task"
      ? [
          [
            record.id,
            record.title,
            themes.get(record.theme ?? "")?.title ?? null,
            record.doneAt ?? null,
            record.estimateMinutes ?? null,
            record.tookMinutes ?? null,
          ] as const,
        ]
      : [],
  );
}
