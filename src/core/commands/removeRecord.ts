import { counted } from "../time";
import { nameOf } from "../things";
import { Refusal, type Block, type PensumRecord, told } from "../model";
import { dropHours } from "../page";
import { describeCommand, type Transaction } from "../store";
import { leaveOut } from "./series";
import { takenOut } from "./shared";
import { whatGoes } from "./whatGoes";

export const removeRecord = describeCommand({
  name: "removeRecord",
  does: "Takes a record out of the workspace; a task's hours and its line go with it, its parts stand on their own.",
  input: told.parts({ id: told.id() }),
  run(tx, { id }) {
    const record = takenOut(tx, id);
    if (!record || record.kind === "settings" || record.kind === "clock")
      throw new Refusal("This record no longer exists.");
    const name = nameOf(record, tx);
    const more = whatGoes(tx, [record], hoursOf(tx, [record]));
    remove(tx, record);
    return `Deleted “${name}”${more}`;
  },
});

export const removeRecords = describeCommand({
  name: "removeRecords",
  does: "Takes several records out in one step.",
  input: told.ids(),
  run(tx, ids) {
    const records = ids
      .flatMap((id) => takenOut(tx, id) ?? [])
      .filter((record) => record.kind !== "settings" && record.kind !== "clock");
    if (records.length === 0) throw new Refusal("These records no longer exist.");
    const more = whatGoes(tx, records, hoursOf(tx, records));
    for (const record of records) remove(tx, record);
    return `Deleted ${counted(records.length, "record")}${more}`;
  },
});

/** The hours that go with tasks. */
const hoursOf = (tx: Transaction, records: readonly PensumRecord[]): readonly Block[] => [
  ...new Set(
    records.flatMap(({ id, kind }) => (kind === "task" ? (tx.list("blocksByTask", id) as readonly Block[]) : [])),
  ),
];

function remove(tx: Transaction, record: PensumRecord) {
  if (record.kind === "task") {
    dropHours(tx, record.id);
    for (const part of tx.list("tasksByParent", record.id)) tx.update(part.id, { parent: undefined });
  }
  for (const one of tx.list("occurrencesOf", record.id)) tx.remove(one.id);
  tx.remove(record.id);
  if ("series" in record) leaveOut(tx, record.series, record.occurrence);
}
