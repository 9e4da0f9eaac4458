import { Refusal, type StandingOrder, told } from "../model";
import { describeCommand } from "../store";

export type OrderSetting = Partial<Pick<StandingOrder, "title" | "active" | "register" | "when" | "where" | "steps">>;

export const addOrder = describeCommand({
  name: "addOrder",
  does: "Makes a standing order, which does nothing before it is switched on.",
  input: told.parts({
    title: told.text,
    setting: told.maybe(told.whole<OrderSetting>("what a standing order is")),
    id: told.maybe(told.id()),
  }),
  run(tx, { title, setting = {}, id = tx.newId() }) {
    const plain = title.replace(/\s+/g, " ").trim();
    if (plain === "") throw new Refusal("A standing order needs a name.");
    const bare = {
      active: false,
      register: "tasks",
      when: { on: "dayBegins" },
      where: { all: [] },
      steps: [],
    } as const;
    const order = tx.list("kind", "standingOrder").length;
    tx.put({ ...bare, ...setting, id, kind: "standingOrder", title: plain, order, text: "" });
    return `Added the standing order “${plain}”`;
  },
});

export const editOrder = describeCommand({
  name: "editOrder",
  does: "Changes what a standing order is, or switches it on or off.",
  input: told.parts({ id: told.id(), setting: told.whole<OrderSetting>("what a standing order is") }),
  again: "merge",
  run(tx, { id, setting }) {
    const order = tx.find("standingOrder", id);
    if (!order) throw new Refusal("This standing order no longer exists. It may have been deleted in another tab.");
    if (setting.title?.trim() === "") throw new Refusal("A standing order needs a name.");
    tx.update(id, setting);
    if (setting.active === undefined) return `Changed the standing order “${setting.title ?? order.title}”`;
    return `Switched the standing order “${order.title}” ${setting.active ? "on" : "off"}`;
  },
});

export const removeOrder = describeCommand({
  name: "removeOrder",
  does: "Takes a standing order away, with what is known of its runs.",
  input: told.parts({ id: told.id() }),
  run(tx, { id }) {
    const order = tx.find("standingOrder", id);
    if (!order) throw new Refusal("This standing order no longer exists.");
    for (const run of [...tx.list("kind", "orderRun")])
      if (run.kind === "orderRun" && run.standingOrder === id) tx.remove(run.id);
    tx.remove(id);
    return `Deleted the standing order “${order.title}”`;
  },
});

export const lookedAt = describeCommand({
  name: "lookedAt",
  does: "Takes note that standing orders were looked at for a day, so that none is carried out twice for it.",
  input: told.parts({ orders: told.ids("standingOrder"), today: told.date }),
  run(tx, { orders, today }) {
    for (const id of orders) tx.update(id, { lookedOn: today });
    return "Checked the standing orders of the day";
  },
});
