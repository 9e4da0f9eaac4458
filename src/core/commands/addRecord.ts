import { bareRecord, dyes, newId, Refusal, type Dye, type Id, type PensumRecord } from "../model";
import type { Command } from "../store";

interface AddedRecord {
  readonly kind: "note" | "person" | "theme";
  readonly title: string;
  readonly id?: Id;
  /** The dye of a theme; without it the first that no theme has. */
  readonly dye?: Dye;
  /** The folder of a note. */
  readonly folder?: string;
}

/** Makes a note, a person or a theme of a title that has none yet. */
export const addRecord: Command<AddedRecord> = {
  name: "addRecord",
  run(tx, { kind, title, id = newId(), dye, folder }) {
    const name = title.replace(/\s+/g, " ").trim();
    if (name === "") throw new Refusal("Enter a name.");
    if (tx.list("named", name.toLowerCase()).some((record) => record.kind === kind))
      throw new Refusal(`The ${kind} “${name}” already exists.`);
    const given =
      kind === "theme"
        ? { dye: dye ?? freeDye(tx.list("kind", "theme")) }
        : kind === "note" && folder
          ? { folder }
          : {};
    tx.put({ ...bareRecord(kind, { id, title: name, now: tx.now }), ...given });
    return `Added the ${kind} “${name}”`;
  },
};

/** Makes a theme of a tag, by whose name it is found from then on: of `#field-work` the theme “Field work”. */
export const makeThemeOfTag: Command<{ tag: string }> = {
  name: "makeThemeOfTag",
  run(tx, { tag }) {
    const words = tag.replace(/[-_]/g, " ").trim();
    return addRecord.run(tx, { kind: "theme", title: words.slice(0, 1).toUpperCase() + words.slice(1) });
  },
};

/** The first dye that none of these has; slate where all are taken. */
function freeDye(themes: readonly PensumRecord[]): Dye {
  return dyes.find((dye) => !themes.some((theme) => theme.kind === "theme" && theme.dye === dye)) ?? "slate";
}
