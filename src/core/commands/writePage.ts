import { nameOf } from "../things";
import { isPage, type Id, type PensumRecord } from "../model";
import type { Command } from "../store";
import { dayPage, need } from "./shared";

/** Sets the text of a page or of a record's note. The page of a date is made when its first words are written. */
export const writePage: Command<{ id: Id; text: string }> = {
  name: "writePage",
  run(tx, { id, text }) {
    const record = tx.get(id) as PensumRecord | undefined;
    if (!record && id.startsWith("day-")) dayPage(tx, id.slice(4));
    else if (!record) need(tx, "note", id);
    tx.update(id, { text });
    const written = tx.get(id);
    return written && !isPage(written)
      ? `Edited the description of “${nameOf(written, tx)}”`
      : `Wrote on ${written ? nameOf(written, tx) : "a page"}`;
  },
};
