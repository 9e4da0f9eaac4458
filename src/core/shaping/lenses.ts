import { giveValues, type GivenValues } from "../commands";
import { newId, Refusal, type Id, type Lens } from "../model";
import type { Command } from "../store";

/** What a lens is, but for what the store keeps of it. */
type LensSetting = Partial<Omit<Lens, "id" | "kind">>;

/** Keeps a lens under a name. */
export const addLens: Command<{ lens: Omit<Lens, "id" | "kind" | "order" | "text">; id?: Id }> = {
  name: "addLens",
  run(tx, { lens, id = newId() }) {
    const title = lens.title.trim();
    if (title === "") throw new Refusal("A lens needs a name.");
    tx.put({ ...lens, id, kind: "lens", title, order: tx.list("kind", "lens").length, text: "" });
    return `Saved the lens “${title}”`;
  },
};

/** Changes what a lens shows, or how. */
export const editLens: Command<{ id: Id; setting: LensSetting }> = {
  name: "editLens",
  run(tx, { id, setting }) {
    const lens = tx.find("lens", id);
    if (!lens) throw new Refusal("This lens no longer exists. It may have been deleted in another tab.");
    if (setting.title?.trim() === "") throw new Refusal("A lens needs a name.");
    tx.update(id, setting);
    return `Changed the lens “${setting.title ?? lens.title}”`;
  },
};

/** Puts cards into a column of a board: what they get there, and of a kept lens the order by hand, in one act. */
export const putCards: Command<{ given: readonly GivenValues[]; lens?: Id; byHand?: Readonly<Record<Id, number>> }> = {
  name: "putCards",
  run(tx, { given, lens, byHand }) {
    const said = given.length > 0 ? giveValues.run(tx, given) : "";
    const ordered = lens !== undefined && byHand ? editLens.run(tx, { id: lens, setting: { byHand } }) : "";
    return said || ordered;
  },
};

export const removeLens: Command<{ id: Id }> = {
  name: "removeLens",
  run(tx, { id }) {
    const lens = tx.find("lens", id);
    if (!lens) throw new Refusal("This lens no longer exists.");
    tx.remove(id);
    return `Deleted the lens “${lens.title}”`;
  },
};

/** Puts lenses in an order; the first of a register is the one it opens with. */
export const orderLenses: Command<readonly Id[]> = {
  name: "orderLenses",
  run(tx, ids) {
    ids.forEach((id, order) => tx.update(id, { order }));
    return "Reordered the lenses";
  },
};
