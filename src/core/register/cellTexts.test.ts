import { describe, expect, test } from "vitest";
import type { Field, FieldType } from "../model";
import { Store } from "../store";
import { standingClock } from "../time";
import { cellType, type Cell } from "./cells";
import { readText, textOfCell } from "./cellTexts";
import { fieldValues } from "./values";

const store = new Store(
  new Map([
    ["pa", { id: "pa", kind: "person", title: "Ines", role: "", text: "" }],
    ["pb", { id: "pb", kind: "person", title: "Tam, the modeller", role: "", text: "" }],
  ] as never),
  [],
  standingClock("2026-11-24T11:07"),
);
const values = fieldValues(store);
const options = [
  { id: "oa", title: "Draft" },
  { id: "ob", title: "Heard" },
];
const field = (type: FieldType, more: Partial<Field> = {}): Field => ({
  name: "f_x",
  label: "Field",
  type,
  own: true,
  ...more,
});
const read = (of: Field, text: string) => readText({ values, today: "2026-11-24", dayFirst: true }, of, text);

describe("a typed cell", () => {
  test.each<[FieldType, string, unknown, Partial<Field>?]>([
    ["number", "1 240,5 €", 1240.5, { unit: "€" }],
    ["minutes", "1 h 30", 90],
    ["minutes", "45", 45],
    ["yesNo", "Yes", true],
    ["yesNo", "no", undefined],
    ["date", "tomorrow", "2026-11-25"],
    ["date", "1.12.", "2026-12-01"],
    ["date", "Fri", "2026-11-27"],
    ["moment", "2026-12-01 9:30", "2026-12-01T09:30"],
    ["moment", "1 Dec", "2026-12-01T00:00"],
    ["dateOrMoment", "1 Dec", "2026-12-01"],
    ["range", "1 Dec to 3 Dec", ["2026-12-01", "2026-12-03"]],
    ["choice", "heard", "ob", { options }],
    ["choices", "Heard, draft; heard", ["ob", "oa"], { options }],
    ["link", "ines", "pa", { target: "people" }],
    ["link", "Tam, the modeller", "pb", { target: "people", many: true }],
    ["tags", "#flood, Weir", ["flood", "Weir"]],
    ["url", "https://example.org/a", "https://example.org/a"],
    ["text", "  words ", "words"],
    ["number", " ", undefined],
  ])("of %s, “%s”, is %j", (type, text, value, more) => {
    const many = type === "link" && more?.many ? [value] : value;
    expect(read(field(type, more), text)).toEqual({ value: many });
  });

  test.each<[FieldType, string, string, Partial<Field>?]>([
    ["number", "few", "“few” is not a number."],
    ["date", "31 Feb", "“31 Feb” is not a valid date"],
    ["range", "3 Dec to 1 Dec", "Field needs two dates"],
    ["minutes", "long", "is not a length of time"],
    ["yesNo", "perhaps", "Enter yes or no"],
    ["link", "nobody", "There is no “nobody” in People.", { target: "people" }],
    ["url", "javascript:alert(1)", "is not a web address"],
    ["state", "begun", "is not one of the choices", { own: false }],
    ["formula", "1", "cannot be edited"],
  ])("of %s, “%s”, is refused: %s", (type, text, fault, more) => {
    expect(read(field(type, more), text)).toEqual({ fault: expect.stringContaining(fault) as string });
  });

  test("makes a choice that is new in a field of one's own", () => {
    const found = read(field("choices", { options }), "Draft, Granted");
    expect(found).toMatchObject({ made: [{ title: "Granted" }] });
    expect("value" in found && (found.value as string[])[0]).toBe("oa");
  });

  test.each<[FieldType, Cell, string, Partial<Field>?]>([
    ["choices", ["ob", "oa"], "Heard, Draft", { options }],
    ["link", "pa", "Ines", { target: "people" }],
    ["link", "gone", "gone", { target: "people" }],
    ["minutes", 90, "1 h 30"],
    ["moment", "2026-12-01T09:30", "2026-12-01 09:30"],
    ["range", ["2026-12-01", "2026-12-03"], "2026-12-01 to 2026-12-03"],
    ["yesNo", true, "yes"],
    ["number", undefined, ""],
  ])("of %s, %j, is written “%s”", (type, cell, text, more) => {
    expect(textOfCell(values, field(type, more), cellType(field(type, more)), cell)).toBe(text);
  });
});
