import { nameOf } from "../things";
import { isPage, Refusal, type PensumRecord } from "../model";
import type { Command } from "../store";

/** Puts a record back as a copy of everything had it. A task whose line no longer stands on its page comes without one. */
export const fetchBack: Command<{ record: PensumRecord; from: string }> = {
  name: "fetchBack",
  run(tx, { record, from }) {
    if (record.kind === "settings" || record.kind === "clock")
      throw new Refusal("Settings are not fetched back one by one.");
    const page = "page" in record && record.page !== undefined ? tx.get(record.page) : undefined;
    const stands = isPage(page) && page.text.includes(`#${record.id}`);
    const { page: _, ...loose } = record as PensumRecord & { page?: string };
    tx.put(stands ? record : (loose as PensumRecord));
    return `Fetched “${nameOf(record, tx)}” back from the copy of ${from}`;
  },
};
