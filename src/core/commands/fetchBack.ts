import { nameOf } from "../things";
import { isPage, Refusal, valueIn, type PensumRecord } from "../model";
import type { Command } from "../store";

interface Fetching {
  readonly record: PensumRecord;
  /** The day on which it was so. */
  readonly from: string;
  /** What belonged to it and went with it: hours of a task, single ones of a series. It comes back where it is gone. */
  readonly parts?: readonly PensumRecord[];
}

/** Puts a record back as it was on a day. A task whose line no longer stands on its page comes without one. */
export const fetchBack: Command<Fetching> = {
  name: "fetchBack",
  run(tx, { record, from, parts = [] }) {
    if (record.kind === "settings" || record.kind === "clock")
      throw new Refusal("Settings cannot be restored on their own.");
    const page = "page" in record && record.page !== undefined ? tx.get(record.page) : undefined;
    const stands = isPage(page) && page.text.includes(`#${record.id}`);
    const { page: _, ...loose } = record as PensumRecord & { page?: string };
    tx.put(stands ? record : (loose as PensumRecord));
    for (const part of parts) if (!tx.get(part.id)) tx.put(part);
    return `Fetched “${nameOf(record, tx)}” back as it was on ${from}`;
  },
};

/** What went with a record when it was deleted, among the records of then: its own hours, and single ones of its series. */
export function partsOf(records: Iterable<PensumRecord>, { id }: PensumRecord): readonly PensumRecord[] {
  return [...records].filter(
    (one) => (one.kind === "block" && one.task === id) || ("series" in one && one.series === id),
  );
}

/** Gives one field of a record the value that it had in `record`. */
export const fetchFieldBack: Command<{ record: PensumRecord; field: string; label: string; from: string }> = {
  name: "fetchFieldBack",
  run(tx, { record, field, label, from }) {
    const now = tx.get(record.id);
    if (!now) throw new Refusal("That record was deleted since. Restore all of it instead.");
    const { [field]: _before, ...others } = now as unknown as Record<string, unknown>;
    const value = valueIn(record, field);
    tx.put({ ...others, ...(value === undefined ? {} : { [field]: value }) } as unknown as PensumRecord);
    return `Fetched ${label.toLowerCase()} of “${nameOf(now, tx)}” back as it was on ${from}`;
  },
};
