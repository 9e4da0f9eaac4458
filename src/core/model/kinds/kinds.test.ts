import { describe, expect, it, test } from "vitest";
import { faultOf } from "../checks";
import { emptyValue, fieldFault } from "../fields";
import { bareRecord, bareRow, fieldsOf, kinds, storedFields, type KeptKind } from ".";

const fresh = { id: "k3aaaaaaaaa", title: "New", now: "2026-11-24T11:07" };
const all = Object.keys(kinds) as KeptKind[];

describe("a new record of each kind", () => {
  it.each(all.filter((kind) => kind !== "day" && kind !== "row"))("%s is a record", (kind) => {
    const record = bareRecord(kind, fresh);
    expect(faultOf(record)).toBeUndefined();
    // What it has is described, and nothing that has to be there is missing.
    const described = new Set(["id", "kind", "text", ...storedFields[kind].map(({ name }) => name)]);
    expect(Object.keys(record).filter((name) => !described.has(name))).toEqual([]);
    for (const field of storedFields[kind])
      if (field.required ?? emptyValue(field) !== undefined)
        expect([field.name, fieldFault(field, record[field.name as keyof typeof record])]).toEqual([
          field.name,
          undefined,
        ]);
  });

  it("of a register of the person's own is one too", () => {
    expect(faultOf(bareRow("k3bbbbbbbbb", fresh))).toBeUndefined();
  });
});

test("no field of a kind is described twice, and what leads to a register leads to one that is there", () => {
  const registers = new Set(Object.values(kinds).flatMap((kind) => ("register" in kind ? [kind.register.id] : [])));
  for (const kind of all) {
    const names = storedFields[kind].map(({ name }) => name);
    expect(new Set(names).size).toBe(names.length);
    for (const { target } of fieldsOf[kind]) if (target) expect(registers).toContain(target);
  }
});
