import { expect, test } from "vitest";
import { builtInRegisters, countedThings } from "./registers";

test.each([
  ["tasks", "1 task", "2 tasks"],
  ["work", "1 entry", "905 entries"],
  ["people", "1 person", "3 people"],
])("the records of %s are counted as %s and %s", (id, one, many) => {
  const register = builtInRegisters.find((register) => register.id === id)!;
  expect([countedThings(register, 1), countedThings(register, Number(many.split(" ")[0]))]).toEqual([one, many]);
});
