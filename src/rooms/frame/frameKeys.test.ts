import { describe, expect, test } from "vitest";
import { frameAct, type KeyPlace, type PressedKey } from "./frameKeys";

const free: KeyPlace = {
  isTyping: false,
  hasOwnUndo: false,
  isInSheet: false,
  isRecordOpen: false,
  isInDialog: false,
  isSearchComing: false,
};
const key = (text: string, more: Partial<PressedKey> = {}): PressedKey => ({
  key: text,
  code: /^[a-z]$/i.test(text) ? `Key${text.toUpperCase()}` : text,
  ...{ ctrlKey: false, metaKey: false, altKey: false, shiftKey: false },
  ...more,
});

describe("what a key means to the frame", () => {
  test.each([
    ["Ctrl K", key("k", { ctrlKey: true }), { do: "search", withActs: true }],
    ["Command K", key("k", { metaKey: true }), { do: "search", withActs: true }],
    ["/", key("/"), { do: "search", withActs: false }],
    ["Ctrl Z", key("z", { ctrlKey: true }), { do: "turn", turn: "undo" }],
    ["Ctrl Shift Z", key("Z", { ctrlKey: true, shiftKey: true }), { do: "turn", turn: "redo" }],
    ["Ctrl Y", key("y", { ctrlKey: true }), { do: "turn", turn: "redo" }],
    ["N", key("n"), { do: "add" }],
    ["W", key("w"), { do: "clock" }],
    ["P", key("p"), { do: "choose" }],
    ["Alt Up", key("ArrowUp", { altKey: true }), { do: "step", step: -1 }],
    ["Alt Down", key("ArrowDown", { altKey: true }), { do: "step", step: 1 }],
    ["Alt Home", key("Home", { altKey: true }), { do: "present" }],
    ["F6", key("F6"), { do: "pane", step: 1 }],
    ["Shift F6", key("F6", { shiftKey: true }), { do: "pane", step: -1 }],
    ["?", key("?", { shiftKey: true }), { do: "keys" }],
    ["Down alone", key("ArrowDown"), undefined],
    ["Ctrl N, which is the browser's", key("n", { ctrlKey: true }), undefined],
    ["Escape with nothing open", key("Escape"), undefined],
  ])("%s", (_, pressed, meant) => expect(frameAct(pressed, free)).toEqual(meant));

  test("while something is typed, letters are letters, and Alt takes them away", () => {
    const typing = { ...free, isTyping: true };
    for (const letter of ["n", "w", "p", "/", "?"]) expect(frameAct(key(letter), typing)).toBeUndefined();
    expect(frameAct(key("n", { altKey: true }), typing)).toEqual({ do: "add" });
    expect(frameAct(key("k", { ctrlKey: true }), typing)).toEqual({ do: "search", withActs: true });
  });

  test("a plain field undoes its own typing", () => {
    const inField = { ...free, isTyping: true, hasOwnUndo: true };
    expect(frameAct(key("z", { ctrlKey: true }), inField)).toBeUndefined();
    expect(frameAct(key("z", { ctrlKey: true }), { ...inField, hasOwnUndo: false })).toEqual({
      do: "turn",
      turn: "undo",
    });
  });

  test("Escape closes the open record, but not from a text that is being written elsewhere", () => {
    const open = { ...free, isRecordOpen: true };
    expect(frameAct(key("Escape"), open)).toEqual({ do: "closeRecord" });
    expect(frameAct(key("Escape"), { ...open, isTyping: true })).toBeUndefined();
    expect(frameAct(key("Escape"), { ...open, isTyping: true, isInSheet: true })).toEqual({ do: "closeRecord" });
  });

  test("a dialog has the keys; what is typed before the search has come is kept for it", () => {
    expect(frameAct(key("n"), { ...free, isInDialog: true })).toBeUndefined();
    expect(frameAct(key("n"), { ...free, isSearchComing: true })).toEqual({ do: "typeAhead", letter: "n" });
    expect(frameAct(key("n"), { ...free, isSearchComing: true, isInDialog: true })).toBeUndefined();
  });
});
