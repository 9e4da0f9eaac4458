import { newId, Refusal, type Id, type StandingOrder } from "../model";
import type { Command } from "../store";
import type { DateText } from "../time";

export type OrderSetting = Partial<Pick<StandingOrder, "title" | "active" | "register" | "when" | "where" | "steps">>;

/** Makes a standing order, which does nothing before it is switched on. */
export const addOrder: Command<{ title: string; setting?: OrderSetting; id?: Id }> = {
  name: "addOrder",
  run(tx, { title, setting = {}, id = newId() }) {
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
};

export const editOrder: Command<{ id: Id; setting: OrderSetting }> = {
  name: "editOrder",
  run(tx, { id, setting }) {
    const order = tx.find("standingOrder", id);
    if (!order) throw new Refusal("This standing order no longer exists. It may have been deleted in another tab.");
    if (setting.title?.trim() === "") throw new Refusal("A standing order needs a name.");
    tx.update(id, setting);
    if (setting.active === undefined) return `Changed the standing order “${setting.title ?? order.title}”`;
    return `Switched the standing order “${order.title}” ${setting.active ? "on" : "off"}`;
  },
};

export const removeOrder: Command<{ id: Id }> = {
  name: "removeOrder",
  run(tx, { id }) {
    const order = tx.find("standingOrder", id);
    if (!order) throw new Refusal("This standing order no longer exists.");
    for (const run of [...tx.list("kind", "orderRun")])
      if (run.kind === "orderRun" && run.standingOrder === id) tx.remove(run.id);
    tx.remove(id);
    return `Deleted the standing order “${order.title}”`;
  },
};

/** Takes note that standing orders were looked at for a day, so that none is carried out twice for it. */
export const lookedAt: Command<{ orders: readonly Id[]; today: DateText }> = {
  name: "lookedAt",
  run(tx, { orders, today }) {
    for (const id of orders) tx.update(id, { lookedOn: today });
    return "Checked the standing orders of the day";
  },
};
