import { expect, test } from "vitest";
import { addEvent, place, removeRecord, setState } from "../commands";
import { LensView } from "../lens";
import { type Block } from "../model";
import { FreeAhead, pullOf } from "../plan";
import { addField } from "../shaping";
import { Store } from "../store";
import { someTask } from "../testing/arbitraries";
import { standingClock, type Clock } from "../time";
import { openStore } from "../workspace";
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

test("the pull and the load of the day are those of the other screens, and follow any fact and the time", async () => {
  let moment = now;
  const all = [{ ...someTask("level"), estimateMinutes: 90, due: "2026-11-26", doDay: "2026-11-25" }, someTask("walk")];
  const clock: Clock = { now: () => moment, zone: "Europe/Berlin" };
  const { store } = await openStore(new Map(all.map((one) => [one.id, one])), clock);
  const isEqual = () => {
    const free = new FreeAhead(store);
    const pull = pullOf({ reads: store, free });
    const points = (id: string) => pull(store.find("task", id)!).points;
    expect([read(store, "level", "pull"), read(store, "walk", "pull")]).toEqual([points("level"), points("walk")]);
    free.close();
    return points("level");
  };
  const setting = { title: "Twice", formula: "pull * 2" };
  const share = { title: "Own part", formula: "estimate / load of its day" };
  store.act(addField, { register: "tasks", type: "formula", id: "share", setting: share });
  store.act(addField, { register: "tasks", type: "formula", id: "twice", setting });
  const first = isEqual();
  expect(read(store, "level", "f_twice")).toBe(first * 2);
  expect([read(store, "level", "dayLoad"), read(store, "level", "f_share")]).toEqual([90, 1]);
  expect(read(store, "walk", "dayLoad")).toBeUndefined();

  // An event takes the time that is left before it is due.
  const view = new LensView(
    fieldValues(store),
    {
      ...{ registers: ["tasks"], done: "all", where: { all: [] }, groups: [] },
      ...{ sorts: [{ field: "pull", descending: true }], shown: [] },
    },
    { firstWeekday: 1 },
  );
  fieldValues(store).onChange((ids) => view.change(ids));
  store.act(addEvent, { title: "Congress", start: "2026-11-24T12:00", end: "2026-11-26T18:00" });
  const later = isEqual();
  expect(later).toBeGreaterThan(first);
  expect(read(store, "level", "f_twice")).toBe(later * 2);
  expect(read(store, "level", "dayLoad")).toBeGreaterThan(90);
  expect(view.entries.map(({ record }) => record.id)).toEqual(["level", "walk"]);

  // What reads what changes with the time changes with it.
  moment = "2026-11-26T23:00";
  const late = isEqual();
  expect(read(store, "level", "f_twice")).toBe(late * 2);
  store.act(setState, { tasks: ["level"], state: "done" });
  expect(read(store, "level", "pull")).toBeUndefined();
});
