import { expect, test } from "vitest";
import { place, removeRecord } from "../commands";
import { LensView } from "../lens";
import type { Block } from "../model";
import { addField } from "../shaping";
import { Store } from "../store";
import { someTask } from "../testing/arbitraries";
import { standingClock } from "../time";
import { fieldsIn, fieldValues, findRegister } from ".";

const now = "2026-11-24T11:07";
const tasks = [someTask("level"), { ...someTask("letter"), estimateMinutes: 45 }, someTask("walk")];
const storeOf = () => new Store(new Map(tasks.map((one) => [one.id, one])), [], standingClock(now, "Europe/Berlin"));
const read = (store: Store, id: string, name: string) => {
  const register = findRegister(store, "tasks")!;
  const field = fieldsIn(store, register).find((one) => one.name === name)!;
  return fieldValues(store).reader(register, field)(store.get(id)!);
};

test("a task knows whether it has hours, when they begin and how many, as they come and go", () => {
  const store = storeOf();
  expect([read(store, "level", "hasHours"), read(store, "level", "firstHours")]).toEqual([false, undefined]);
  store.act(place, { task: "level", start: "2026-11-25T09:00", minutes: 60 });
  store.act(place, { task: "level", start: "2026-11-24T14:00", minutes: 30 });
  expect(read(store, "level", "hasHours")).toBe(true);
  expect(read(store, "level", "firstHours")).toBe("2026-11-24T14:00");
  expect(read(store, "level", "placed")).toBe(90);
  const [first] = (store.list("blocksByTask", "level") as Block[]).filter(({ start }) =>
    start.startsWith("2026-11-24"),
  );
  store.act(removeRecord, { id: first!.id });
  expect(read(store, "level", "firstHours")).toBe("2026-11-25T09:00");
  store.undo();
  store.undo();
  store.undo();
  expect(read(store, "level", "placed")).toBeUndefined();
});

test("a lens asks for hours and follows them, and formulas read them", () => {
  const store = storeOf();
  const setting = { title: "Open part", formula: "estimate - placed" };
  store.act(addField, { register: "tasks", type: "formula", id: "rest", setting });
  const view = new LensView(
    fieldValues(store),
    {
      ...{ registers: ["tasks"], done: "all", groups: [] },
      where: { all: [{ field: "hasHours", is: "is", value: true }] },
      ...{ sorts: [{ field: "firstHours" }], shown: [{ field: "title" }] },
    },
    { firstWeekday: 1 },
  );
  const shown = () => view.entries.map(({ record }) => record.id);
  fieldValues(store).onChange((ids) => view.change(ids));
  expect(shown()).toEqual([]);
  store.act(place, { task: "level", start: "2026-11-25T09:00" });
  store.act(place, { task: "letter", start: "2026-11-24T14:00", minutes: 30 });
  expect(shown()).toEqual(["letter", "level"]);
  expect(read(store, "letter", "f_rest")).toBe(15);
  store.undo();
  expect(shown()).toEqual(["level"]);
  expect(read(store, "letter", "f_rest")).toBeUndefined();
});
