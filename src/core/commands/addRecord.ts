import { bareRecord, newId, Refusal, type Dye, type Id } from "../model";
import type { Command } from "../store";

interface AddedRecord {
  readonly kind: "note" | "person" | "theme";
  readonly title: string;
  readonly id?: Id;
  /** The dye of a theme. */
  readonly dye?: Dye;
  /** The folder of a note. */
  readonly folder?: string;
}

/** Makes a note, a person or a theme of a title that has none yet. */
export const addRecord: Command<AddedRecord> = {
  name: "addRecord",
  run(tx, { kind, title, id = newId(), dye = "slate", folder }) {
    const name = title.replace(/\s+/g, " ").trim();
    if (name === "") throw new Refusal("Enter a name.");
    if (tx.list("named", name.toLowerCase()).some((record) => record.kind === kind))
      throw new Refusal(`The ${kind} “${name}” already exists.`);
    const given = kind === "theme" ? { dye } : kind === "note" && folder ? { folder } : {};
    tx.put({ ...bareRecord(kind, { id, title: name, now: tx.now }), ...given });
    return `Added the ${kind} “${name}”`;
  },
};
