import { Refusal, type Id } from "../model";
import type { Command } from "../store";
import { nameOf } from "./shared";

/** Takes a record out of the workspace; a task's hours and its line go with it, its parts stand on their own. */
export const removeRecord: Command<{ id: Id }> = {
  name: "removeRecord",
  run(tx, { id }) {
    const record = tx.get(id);
    if (!record || record.kind === "settings") throw new Refusal("This record is no longer there.");
    const name = nameOf(record, tx);
    if (record.kind === "task") {
      for (const block of tx.list("blocksByTask", id)) tx.remove(block.id);
      for (const part of tx.list("tasksByParent", id)) tx.update(part.id, { parent: undefined });
    }
    tx.remove(id);
    return `Removed “${name}”`;
  },
};
