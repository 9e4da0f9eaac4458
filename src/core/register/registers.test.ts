import { expect, test } from "vitest";
import { bareRecord, type PensumRecord } from "../model";
import { addRegister } from "../shaping";
import { Store } from "../store";
import { builtInRegisters, countedThings, kindOfRecord } from "./registers";

test.each([
  ["tasks", "1 task", "2 tasks"],
  ["work", "1 entry", "905 entries"],
  ["people", "1 person", "3 people"],
])("the records of %s are counted as %s and %s", (id, one, many) => {
  const register = builtInRegisters.find((register) => register.id === id)!;
  expect([countedThings(register, 1), countedThings(register, Number(many.split(" ")[0]))]).toEqual([one, many]);
});

test("a record of one's own register is what one calls it, and any other what it is", () => {
  const store = new Store();
  store.act(addRegister, { title: "Walks", id: "walks" });
  const row = (register: string) =>
    ({
      ...{ id: "ra", kind: "row", register, title: "Weir", text: "", createdAt: "2026-11-24T11:07" },
    }) as PensumRecord;
  const task = bareRecord("task", { id: "ta", title: "Survey", now: "2026-11-24T11:07" });
  expect([row("walks"), row("gone"), task].map((record) => kindOfRecord(store, record))).toEqual([
    "Walk",
    "Record",
    "Task",
  ]);
});
