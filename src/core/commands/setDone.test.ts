import { expect, test } from "vitest";
import { bareRecord, Refusal, type DoneMark, type PensumRecord } from "../model";
import { isDone } from "../register";
import { addField, addRegister, addToRegister, editRegister, removeField } from "../shaping";
import { Store } from "../store";
import { someTask } from "../testing/arbitraries";
import { standingClock } from "../time";
import { setDone } from "./setDone";

const now = "2026-11-24T11:07";
const options = [
  { id: "asked", title: "Asked" },
  { id: "granted", title: "Granted" },
];

function permits(done?: DoneMark, ...others: PensumRecord[]): Store {
  const store = new Store(new Map(others.map((one) => [one.id, one])), [], standingClock(now));
  store.act(addRegister, { title: "Permits", id: "permits" });
  store.act(addField, { register: "permits", type: "yesNo", id: "paid", setting: { title: "Paid" } });
  store.act(addField, { register: "permits", type: "choice", id: "how", setting: { title: "How far", options } });
  store.act(addToRegister, { register: "permits", id: "weir", fields: { title: "Weir", f_how: "asked" } });
  if (done) store.act(editRegister, { id: "permits", fields: { done } });
  return store;
}
const weir = (store: Store) => store.get("weir")!;

test("a record is done by the field of yes or no that its register names", () => {
  const store = permits({ field: "f_paid" });
  expect(isDone(store, weir(store))).toBe(false);
  expect(store.act(setDone, { ids: ["weir"], done: true }).said).toBe("Completed “Weir”");
  expect(weir(store)).toMatchObject({ f_paid: true });
  expect(isDone(store, weir(store))).toBe(true);
  store.act(setDone, { ids: ["weir"], done: false });
  expect(weir(store)).not.toHaveProperty("f_paid");
});

test("an option can mean done as well; opened again, it is none of the options", () => {
  const store = permits({ field: "f_how", option: "granted" });
  store.act(setDone, { ids: ["weir"], done: true });
  expect(weir(store)).toMatchObject({ f_how: "granted" });
  expect(isDone(store, weir(store))).toBe(true);
  store.undo();
  expect(weir(store)).toMatchObject({ f_how: "asked" });
});

test("where nothing means done, nothing can be ticked; so it is once that field is gone", () => {
  const store = permits();
  expect(isDone(store, weir(store))).toBeUndefined();
  expect(() => store.act(setDone, { ids: ["weir"], done: true })).toThrow(Refusal);
  store.act(editRegister, { id: "permits", fields: { done: { field: "f_paid" } } });
  store.act(removeField, { register: "permits", name: "f_paid" });
  expect(isDone(store, weir(store))).toBeUndefined();
});

test("tasks, goals and records of one's own are ticked in one step", () => {
  const goal = bareRecord("goal", { id: "reach", title: "Reach", now });
  const store = permits({ field: "f_paid" }, someTask("level"), goal);
  store.act(setDone, { ids: ["level", "reach", "weir"], done: true });
  for (const id of ["level", "reach", "weir"]) expect(isDone(store, store.get(id)!)).toBe(true);
  store.undo();
  for (const id of ["level", "reach", "weir"]) expect(isDone(store, store.get(id)!)).toBe(false);
});
