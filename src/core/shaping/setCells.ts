import { nameOf } from "../things";
import { editFields, editRecord } from "../commands";
import { recordOrOccurrence } from "../plan";
import { Refusal, type Id, type Option, told } from "../model";
import { describeCommand, type Fields } from "../store";
import type { DateText } from "../time";
import { addToRegister } from "./addToRegister";
import { editField } from "./ownFields";

/** Cells of a table that were typed, pasted, filled or cleared. */
interface CellChanges {
  readonly register: string;
  /** Choices that were new, by the name of their field: all that it has then. */
  readonly options: ReadonlyMap<string, readonly Option[]>;
  readonly edits: readonly { readonly id: Id; readonly fields: Fields }[];
  /** Records for the lines that went on below the last one. */
  readonly added: readonly { readonly id: Id; readonly fields: Fields }[];
  readonly openDay?: DateText;
}

/** @throws Refusal naming the first field that cannot hold its value; nothing is changed then */
export const setCells = describeCommand({
  name: "setCells",
  does: "Sets cells in one step.",
  input: told.whole<CellChanges>("what cells become"),
  again: "merge",
  run(tx, { register, options, edits, added, openDay }) {
    for (const [name, all] of options) editField.run(tx, { register, name, setting: { options: all } });
    const [only] = edits;
    if (only && edits.length === 1 && added.length === 0) return editRecord.run(tx, only);
    const labels = new Set<string>();
    for (const { id, fields } of edits) {
      const record = recordOrOccurrence(tx, id);
      if (!record) throw new Refusal("One of these records no longer exists. It may have been deleted in another tab.");
      if (!tx.get(id)) tx.put(record);
      for (const label of editFields(tx, record, fields)) labels.add(label);
    }
    for (const { id, fields } of added)
      addToRegister.run(tx, { register, id, fields, ...(openDay ? { openDay } : {}) });
    const [first] = added;
    const fresh = first && tx.get(first.id);
    const parts = [
      ...(edits.length > 0
        ? [`changed ${[...labels].join(" and ")} of ${edits.length === 1 ? "1 record" : `${edits.length} records`}`]
        : []),
      ...(added.length === 1 && fresh
        ? [`added “${nameOf(fresh, tx)}”`]
        : added.length > 1
          ? [`added ${added.length} records`]
          : []),
    ];
    const said = parts.join(" and ");
    return `${said.charAt(0).toUpperCase()}${said.slice(1)}`;
  },
});
