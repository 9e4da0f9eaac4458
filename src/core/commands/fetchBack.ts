import { isPage, Refusal, valueIn, type Block, type Field, type Id, type PensumRecord, told } from "../model";
import { isBox } from "../plan";
import { fieldsOfRecord, isComputed } from "../register";
import { describeCommand, sameValue, type Store, type Transaction } from "../store";
import { nameOf } from "../things";

/** A task whose line no longer stands on its page comes without one. */
export const fetchBack = describeCommand({
  name: "fetchBack",
  does: "Puts a record back as it was on a day.",
  input: told.parts({
    record: told.whole<PensumRecord>("a record"),
    /** The day on which it was so. */
    from: told.text,
    /**
     * What belonged to it and went with it: hours of a task, single ones of a series. It comes back where it is gone; a box that
     * held it, and is still there, holds it again.
     */
    parts: told.maybe(told.list(told.whole<PensumRecord>("a record"))),
  }),
  again: "merge",
  run(tx, { record, from, parts = [] }) {
    if (record.kind === "settings" || record.kind === "clock")
      throw new Refusal("Settings cannot be fetched back on their own.");
    const page = "page" in record && record.page !== undefined ? tx.get(record.page) : undefined;
    const stands = isPage(page) && page.text.includes(`#${record.id}`);
    const { page: _, ...loose } = record as PensumRecord & { page?: string };
    tx.put(stands ? record : (loose as PensumRecord));
    for (const part of parts)
      if (isHolding(part, record.id)) putBackInBox(tx, part, record.id);
      else if (!tx.get(part.id)) tx.put(part);
    return `Fetched “${nameOf(record, tx)}” back as it was on ${from}`;
  },
});

type BoxThen = Block & Required<Pick<Block, "holds">>;

function isHolding(record: PensumRecord, task: Id): record is BoxThen {
  return record.kind === "block" && record.task === undefined && !!record.holds?.some((held) => held.task === task);
}

/** Puts a task into a box where it was in it, before what stood behind it and is still there. */
function putBackInBox(tx: Transaction, then: BoxThen, task: Id): void {
  const box = tx.get(then.id);
  if (!isBox(box)) return;
  const holds = box.holds ?? [];
  const has = (id: Id) => holds.some((held) => held.task === id);
  if (has(task)) return;
  const place = then.holds.findIndex((held) => held.task === task);
  const next = then.holds.slice(place).find((held) => has(held.task));
  const at = next ? holds.findIndex((held) => held.task === next.task) : holds.length;
  tx.update(box.id, { holds: holds.toSpliced(at, 0, then.holds[place]!) });
}

/** What went with a record when it was deleted, among the records of then: its own hours, its place in boxes, and single ones of its series. */
export function partsOf(records: Iterable<PensumRecord>, { id }: PensumRecord): readonly PensumRecord[] {
  return [...records].filter(
    (one) => (one.kind === "block" && one.task === id) || ("series" in one && one.series === id) || isHolding(one, id),
  );
}

const words: Field = { name: "text", label: "Words", type: "longText" };

/** The fields of a record whose values are others now, its words among them; not what is kept by itself or computed. */
export function fieldsThatDiffer(store: Store, then: PensumRecord, now: PensumRecord): readonly Field[] {
  return [
    ...fieldsOfRecord(store, now).filter((field) => !field.hidden && !field.kept && !isComputed(field)),
    words,
  ].filter(({ name }) => !sameValue(valueIn(then, name), valueIn(now, name)));
}

export const fetchFieldBack = describeCommand({
  name: "fetchFieldBack",
  does: "Gives one field of a record the value that it had on an earlier day.",
  input: told.parts({
    record: told.whole<PensumRecord>("a record"),
    field: told.text,
    label: told.text,
    from: told.text,
  }),
  again: "merge",
  run(tx, { record, field, label, from }) {
    const now = tx.get(record.id);
    if (!now) throw new Refusal("That record was deleted since. Fetch all of it back instead.");
    const { [field]: _before, ...others } = now as unknown as Record<string, unknown>;
    const value = valueIn(record, field);
    tx.put({ ...others, ...(value === undefined ? {} : { [field]: value }) } as unknown as PensumRecord);
    return `Fetched ${label.toLowerCase()} of “${nameOf(now, tx)}” back as it was on ${from}`;
  },
});
