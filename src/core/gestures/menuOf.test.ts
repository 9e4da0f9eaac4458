import { describe, expect, test } from "vitest";
import { demoRecords } from "@demo/generate";
import { Refusal, type Id, type PensumRecord, type Task } from "../model";
import { Store } from "../store";
import { standingClock } from "../time";
import { deleteOrder, menuOf, type Menu } from "./menuOf";

const today = "2026-11-24";
const records = demoRecords({ now: `${today}T11:07`, size: 1500, seed: 7 });
const storeOf = () =>
  new Store(
    new Map(records.map((record) => [record.id, record])),
    [],
    standingClock(`${today}T11:07`, "Europe/Berlin"),
  );
const entriesOf = (menu: Menu | undefined) => menu?.groups.flatMap(({ entries }) => entries) ?? [];
const labels = (menu: Menu | undefined) => entriesOf(menu).map(({ label }) => label);
const some = (wanted: (record: PensumRecord) => boolean): PensumRecord => records.find(wanted) as PensumRecord;
const openTasks = records.filter((record): record is Task => record.kind === "task" && record.state === "open");

/** Does the entry of a name, and gives the store after it. */
function choose(ids: readonly Id[], label: string, group?: string): Store {
  const store = storeOf();
  const menu = menuOf(store, ids, today);
  const entry = menu?.groups
    .filter(({ name }) => name === group)
    .flatMap(({ entries }) => entries)
    .find((one) => one.label === label);
  if (!entry || !("order" in entry.does)) throw new Error(`There is no order “${label}”.`);
  store.act(entry.does.order.command, entry.does.order.input);
  return store;
}

describe("the menu of a thing", () => {
  test("every kind of the demo has one, and whatever it orders is done or refused in words", () => {
    const kinds = new Map(records.map((record) => [record.kind, record]));
    for (const kind of ["settings", "clock", "day"] as const) kinds.delete(kind);
    expect(kinds.size).toBeGreaterThan(10);
    for (const [kind, record] of kinds) {
      const menu = menuOf(storeOf(), [record.id], today);
      expect([kind, labels(menu)]).toEqual([kind, expect.arrayContaining(["Open", "Copy the name"])]);
      for (const { does, label } of entriesOf(menu))
        if ("order" in does)
          try {
            expect([kind, label, storeOf().act(does.order.command, does.order.input).said]).not.toContain("");
          } catch (error) {
            expect([kind, label, error instanceof Refusal]).toEqual([kind, label, true]);
          }
    }
  });

  test("days, states, priorities and themes are those of all that are chosen, each in one act", () => {
    const ids = openTasks.slice(0, 3).map(({ id }) => id);
    const all = (store: Store) => ids.map((id) => store.find("task", id));
    expect(menuOf(storeOf(), ids, today)?.title).toBe("3 tasks");
    for (const task of all(choose(ids, "Do tomorrow"))) expect(task?.doDay).toBe("2026-11-25");
    for (const task of all(choose(ids, "Mark as done"))) expect(task?.state).toBe("done");
    for (const task of all(choose(ids, "Vital", "Priority"))) expect(task?.priority).toBe("vital");
    const theme = some(({ kind }) => kind === "theme") as { id: Id; title: string } & PensumRecord;
    const store = choose(ids, theme.title, "Theme");
    for (const task of all(store)) expect(task?.theme).toBe(theme.id);
    store.undo();
    for (const id of ids) expect(store.get(id)).toEqual(storeOf().get(id));
  });

  test("what is so already is marked, and not offered as a day", () => {
    const task = openTasks.find(({ doDay, priority }) => doDay === today && priority !== undefined) as Task;
    const menu = menuOf(storeOf(), [task.id], today);
    expect(labels(menu)).not.toContain("Do today");
    const priorities = menu?.groups.find(({ name }) => name === "Priority")?.entries ?? [];
    expect(priorities.filter(({ isSo }) => isSo)).toHaveLength(1);
  });

  test("the hours of a task speak for it, and are taken off and not deleted", () => {
    const block = some((record) => record.kind === "block" && openTasks.some(({ id }) => id === record.task));
    const menu = menuOf(storeOf(), [block.id], today);
    expect(labels(menu)).toEqual(expect.arrayContaining(["Mark as done", "Start the clock", "Take off the hours"]));
    expect(labels(menu)).not.toContain("Delete");
    expect(choose([block.id], "Take off the hours").get(block.id)).toBeUndefined();
  });

  test("things of several sorts share only what goes for all of them", () => {
    const event = some(({ kind }) => kind === "event");
    const menu = menuOf(storeOf(), [openTasks[0]!.id, event.id], today);
    expect(menu?.title).toBe("2 records");
    expect(labels(menu)).toContain("Delete");
    for (const label of ["Open", "Mark as done", "Do today", "Start the clock"])
      expect(labels(menu)).not.toContain(label);
  });

  test("nothing that is gone has a menu or can be deleted; pages of days are never deleted", () => {
    const store = storeOf();
    expect(menuOf(store, ["nobody"], today)).toBeUndefined();
    expect(deleteOrder(store, ["nobody"])).toBeUndefined();
    expect(deleteOrder(store, [some(({ kind }) => kind === "day").id])).toBeUndefined();
    const ids = openTasks.slice(0, 2).map(({ id }) => id);
    const order = deleteOrder(store, ids);
    expect(order && store.act(order.command, order.input).said).toMatch(/^Deleted 2 records/);
    for (const id of ids) expect(store.get(id)).toBeUndefined();
  });
});
