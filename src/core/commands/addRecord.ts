import { bareRecord, dyes, Refusal, type Dye, type PensumRecord, told } from "../model";
import { describeCommand } from "../store";

export const addRecord = describeCommand({
  name: "addRecord",
  does: "Makes a note, a person or a theme of a title that has none yet.",
  input: told.parts({
    kind: told.word("note", "person", "theme"),
    title: told.text,
    id: told.maybe(told.id()),
    /** The dye of a theme; without it the first that no theme has. */
    dye: told.maybe(told.word(...dyes)),
    /** The folder of a note. */
    folder: told.maybe(told.text),
  }),
  run(tx, { kind, title, id = tx.newId(), dye, folder }) {
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
});

export const makeThemeOfTag = describeCommand({
  name: "makeThemeOfTag",
  does: "Makes a theme of a tag, by whose name it is found from then on: of #field-work the theme “Field work”.",
  input: told.parts({ tag: told.text }),
  run(tx, { tag }) {
    const words = tag.replace(/[-_]/g, " ").trim();
    return addRecord.run(tx, { kind: "theme", title: words.slice(0, 1).toUpperCase() + words.slice(1) });
  },
});

/** The first dye that none of these has; slate where all are taken. */
function freeDye(themes: readonly PensumRecord[]): Dye {
  return dyes.find((dye) => !themes.some((theme) => theme.kind === "theme" && theme.dye === dye)) ?? "slate";
}
