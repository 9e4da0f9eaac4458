import { describe, expect, test } from "vitest";
import type { TimelineBar, TimelineRow } from "@/core/plan";
import { timelineAct, type TimelinePlace } from "./timelineKeys";

const bar = (id: string, start: number) => ({ id, start, end: start + 1440, title: id }) as TimelineBar;
const row = (id: string, ...bars: TimelineBar[]) =>
  ({ id, title: id, bars, span: undefined, leftMinutes: 0 }) as TimelineRow;
const rows = [
  { row: row("none"), folded: false },
  { row: row("first", bar("a", 0), bar("b", 1440)), folded: false },
  { row: row("shut", bar("x", 0)), folded: true },
  { row: row("last", bar("c", 2880)), folded: false },
];
const place: TimelinePlace = { rows, current: "a", isCoarse: true, snap: 1440, today: 14_400, canDraw: true };
const act = (key: string, held: Partial<KeyboardEvent> = {}, at: Partial<TimelinePlace> = {}) =>
  timelineAct({ key, ctrlKey: false, metaKey: false, shiftKey: false, altKey: false, ...held }, { ...place, ...at });
const goesTo = (key: string, current: string | undefined) => {
  const meant = act(key, {}, { current });
  return meant?.do === "go" ? meant.bar?.id : meant;
};

describe("keys on a timeline", () => {
  test.each([
    ["ArrowRight", "a", "b"],
    ["ArrowRight", "b", "c"],
    ["ArrowRight", "c", "c"],
    ["ArrowLeft", "a", "a"],
    ["ArrowLeft", "c", "b"],
    ["ArrowDown", "a", "c"],
    ["ArrowDown", "c", "c"],
    ["ArrowUp", "c", "a"],
    ["ArrowRight", undefined, "a"],
    ["ArrowDown", "gone", "a"],
    ["ArrowUp", "x", "a"],
  ])("%s goes from %s to %s, past what is folded or empty", (key, from, to) => {
    expect(goesTo(key, from)).toBe(to);
  });

  test("move and stretch by days, or by hours where these can be told apart", () => {
    expect(act("ArrowRight", { ctrlKey: true })).toEqual({ do: "shift", id: "a", minutes: 1440 });
    expect(act("ArrowLeft", { metaKey: true }, { isCoarse: false })).toEqual({ do: "shift", id: "a", minutes: -60 });
    expect(act("ArrowLeft", { shiftKey: true })).toEqual({ do: "shift", id: "a", minutes: -1440, edge: "end" });
  });

  test("draw a new bar after the current one, in its row, or today where there is none", () => {
    expect(act("Insert", {}, { current: "b" })).toEqual({ do: "draw", row: rows[1]!.row, start: 2880, end: 4320 });
    expect(act("Enter", { shiftKey: true }, { current: undefined, isCoarse: false, snap: 15 })).toEqual({
      do: "draw",
      row: rows[0]!.row,
      start: 14_400,
      end: 14_460,
    });
    expect(act("Insert", {}, { canDraw: false })).toBeUndefined();
    expect(act("Insert", {}, { rows: [] })).toBeUndefined();
  });

  test("open, tick and zoom; with nothing current there is nothing to open or tick", () => {
    expect(act("Enter")).toEqual({ do: "open", id: "a" });
    expect(act(" ")).toEqual({ do: "tick", id: "a" });
    expect(act("+")).toEqual({ do: "zoom", by: 1.3 });
    expect(act("-")).toEqual({ do: "zoom", by: 1 / 1.3 });
    expect(act("Enter", {}, { current: undefined })).toBeUndefined();
    expect(act(" ", {}, { current: "x" })).toBeUndefined();
  });

  test("leave the rest to the room", () => {
    for (const key of ["n", "Escape", "Tab", "F6"]) expect(act(key)).toBeUndefined();
    expect(act("ArrowRight", { altKey: true })).toBeUndefined();
  });
});
