import { nameOf } from "../things";
import { isPage, type PensumRecord, told } from "../model";
import { describeCommand } from "../store";
import { dayPage, need } from "./shared";

/** The page of a date is made when its first words are written. */
export const writePage = describeCommand({
  name: "writePage",
  does: "Sets the text of a page or of a record's note.",
  input: told.parts({ id: told.id(), text: told.text }),
  again: "merge",
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
});
