import type { Id } from "../../model";
import { dyeOf, titleOf } from "../../things";
import { durationText } from "../../time";
import type { Chart } from "../chart";
import { ledgerOf } from "../ledger";
import { spanSums } from "../spanSums";
import { calledBy, entriesBehind, sum, type Asking } from "./asking";

/** Where the hours of one project went: by its tasks, the largest first. */
export function hoursOfProject(asking: Asking, project: Id): Chart {
  const { store, span, who } = asking;
  const ledger = ledgerOf(store);
  const minutes = new Map<Id, number>();
  spanSums(store, span, who).bySubject.forEach((worked, subject) => {
    if (worked <= 0 || ledger.subjectKey(subject, "project") !== project) return;
    const task = ledger.subjectKey(subject, "task");
    if (task !== undefined) minutes.set(task, (minutes.get(task) ?? 0) + worked);
  });
  const all = sum(minutes.values());
  const rows = [...minutes].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1));
  const name = titleOf(store.get(project)!, store);
  const [first] = rows;
  return {
    answer: !first
      ? `Nothing was logged for ${name} in these days.`
      : `${name} got ${durationText(all)}, most of it ${calledBy(store, first[0], "")}: ${durationText(first[1])}.`,
    about: "hours of the work log of tasks in this project",
    form: "bars",
    rowLabel: "Task",
    columns: [
      { label: "Hours", measure: "minutes", drawn: "worked" },
      { label: "Share", measure: "share", drawn: "said" },
    ],
    rows: rows.map(([key, worked]) => {
      const record = store.get(key);
      return {
        ...{
          key,
          label: calledBy(store, key, ""),
          dye: record && dyeOf(record, store),
          values: [worked, worked / all],
        },
        behind: () =>
          entriesBehind(
            asking,
            span,
            (row, of) => of.keyOf(row, "task") === key && of.keyOf(row, "project") === project,
          ),
      };
    }),
    register: "work",
  };
}
