import { newId, Refusal, type Dye, type Id } from "../model";
import type { Command } from "../store";

/** Makes a note, a person or a theme of a title that has none yet. */
export const addRecord: Command<{ kind: "note" | "person" | "theme"; title: string; id?: Id; dye?: Dye }> = {
  name: "addRecord",
  run(tx, { kind, title, id = newId(), dye = "slate" }) {
    const name = title.replace(/\s+/g, " ").trim();
    if (name === "") throw new Refusal("It needs a name.");
    if (tx.list("named", name.toLowerCase()).some((record) => record.kind === kind))
      throw new Refusal(`There is a ${kind} “${name}” already.`);
    if (kind === "note") tx.put({ id, kind, title: name, tags: [], text: "", createdAt: tx.now });
    else if (kind === "person") tx.put({ id, kind, title: name, role: "", text: "" });
    else tx.put({ id, kind, title: name, dye, text: "" });
    return `Made the ${kind} “${name}”`;
  },
};
