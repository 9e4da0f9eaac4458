import { givenValues, giveValues } from "../commands";
import { Refusal, type Lens, told } from "../model";
import { describeCommand } from "../store";

/** What a lens is, but for what the store keeps of it. */
type LensSetting = Partial<Omit<Lens, "id" | "kind">>;

export const addLens = describeCommand({
  name: "addLens",
  does: "Keeps a lens under a name.",
  input: told.parts({
    lens: told.whole<Omit<Lens, "id" | "kind" | "order" | "text">>("a lens"),
    id: told.maybe(told.id()),
  }),
  run(tx, { lens, id = tx.newId() }) {
    const title = lens.title.trim();
    if (title === "") throw new Refusal("A lens needs a name.");
    tx.put({ ...lens, id, kind: "lens", title, order: tx.list("kind", "lens").length, text: "" });
    return `Saved the lens “${title}”`;
  },
});

export const editLens = describeCommand({
  name: "editLens",
  does: "Changes what a lens shows, or how.",
  input: told.parts({ id: told.id(), setting: told.whole<LensSetting>("what a lens is") }),
  again: "merge",
  run(tx, { id, setting }) {
    const lens = tx.find("lens", id);
    if (!lens) throw new Refusal("This lens no longer exists. It may have been deleted in another tab.");
    if (setting.title?.trim() === "") throw new Refusal("A lens needs a name.");
    tx.update(id, setting);
    return `Changed the lens “${setting.title ?? lens.title}”`;
  },
});

export const putCards = describeCommand({
  name: "putCards",
  does: "Puts cards into a column of a board: what they get there, and of a kept lens the order by hand, in one act.",
  input: told.parts({
    given: told.list(givenValues),
    lens: told.maybe(told.id("lens")),
    byHand: told.maybe(told.map(told.number)),
  }),
  again: "merge",
  run(tx, { given, lens, byHand }) {
    const said = given.length > 0 ? giveValues.run(tx, given) : "";
    const ordered = lens !== undefined && byHand ? editLens.run(tx, { id: lens, setting: { byHand } }) : "";
    return said || ordered;
  },
});

export const removeLens = describeCommand({
  name: "removeLens",
  does: "Takes a kept lens away; its records stay.",
  input: told.parts({ id: told.id() }),
  run(tx, { id }) {
    const lens = tx.find("lens", id);
    if (!lens) throw new Refusal("This lens no longer exists.");
    tx.remove(id);
    return `Deleted the lens “${lens.title}”`;
  },
});

export const orderLenses = describeCommand({
  name: "orderLenses",
  does: "Puts lenses in an order; the first of a register is the one it opens with.",
  input: told.ids(),
  run(tx, ids) {
    ids.forEach((id, order) => tx.update(id, { order }));
    return "Reordered the lenses";
  },
});
