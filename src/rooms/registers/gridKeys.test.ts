import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { gridAct, type GridKey, type GridPlace } from "./gridKeys";

const press = (key: string, held: Partial<GridKey> = {}): GridKey => ({
  ...{ key, ctrlKey: false, metaKey: false, shiftKey: false, altKey: false },
  ...held,
});
const place: GridPlace = { line: 3, column: 1, lines: 10, columns: 4, page: 5, group: "none" };
const act = (key: string, held: Partial<GridKey> = {}, at: Partial<GridPlace> = {}) =>
  gridAct(press(key, held), { ...place, ...at });
const go = (line: number, column: number, extend = false) => ({ do: "go", line, column, extend });

describe("keys in a table", () => {
  test.each([
    ["ArrowUp", {}, go(2, 1)],
    ["ArrowDown", { shiftKey: true }, go(4, 1, true)],
    ["ArrowDown", { ctrlKey: true }, go(13, 1)],
    ["ArrowLeft", { metaKey: true }, go(3, -3)],
    ["ArrowRight", {}, go(3, 2)],
    ["PageUp", {}, go(-2, 1)],
    ["PageDown", { shiftKey: true }, go(8, 1, true)],
    ["Home", {}, go(3, -3)],
    ["End", { ctrlKey: true }, go(13, 5)],
    ["Tab", {}, go(3, 2)],
    ["Tab", { shiftKey: true }, go(3, 0)],
    ["Escape", {}, go(3, 1)],
    ["Enter", {}, { do: "edit" }],
    ["F2", {}, { do: "edit" }],
    ["Enter", { shiftKey: true }, { do: "open" }],
    ["Delete", {}, { do: "clear" }],
    ["Backspace", {}, { do: "clear" }],
    ["d", { ctrlKey: true }, { do: "fillDown" }],
    ["A", { metaKey: true }, { do: "all" }],
    [" ", {}, { do: "toggle" }],
    ["7", {}, { do: "edit", text: "7" }],
    ["é", {}, { do: "edit", text: "é" }],
  ] as const)("%s with %o", (key, held, meant) => {
    expect(act(key, held)).toEqual(meant);
  });

  test("leave the table from its first and last column", () => {
    expect(act("Tab", {}, { column: 3 })).toBeUndefined();
    expect(act("Tab", { shiftKey: true }, { column: 0 })).toBeUndefined();
  });

  test("fold and unfold a group where its heading is, and go on elsewhere", () => {
    expect(act("ArrowRight", {}, { group: "folded" })).toEqual({ do: "fold" });
    expect(act("ArrowLeft", {}, { group: "open" })).toEqual({ do: "fold" });
    expect(act("ArrowLeft", {}, { group: "folded" })).toEqual(go(3, 1));
    expect(act("Enter", {}, { group: "open" })).toEqual({ do: "fold" });
    expect(act("ArrowDown", {}, { group: "open" })).toEqual(go(4, 1));
  });

  test("that belong to the rest of Pensum are left to it", () => {
    const letters = fc.constantFrom(..."bcefghijklmnopqrstuvwxyz");
    fc.assert(
      fc.property(letters, (key) => {
        expect(act(key, { ctrlKey: true })).toBeUndefined();
        expect(act(key, { altKey: true })).toBeUndefined();
      }),
    );
    expect(act("ArrowDown", { altKey: true })).toBeUndefined();
    expect(act("F6")).toBeUndefined();
  });

  test("never choose all of nothing", () => {
    expect(act("a", { ctrlKey: true }, { lines: 0 })).toBeUndefined();
  });
});
