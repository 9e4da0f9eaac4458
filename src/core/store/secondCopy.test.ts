import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { LogEntry } from "./changeLog";
import { baseText, entryLines, readSecondCopy } from "./secondCopy";

const entry = (seq: number): LogEntry => ({
  seq,
  at: 1,
  by: "a",
  said: `act ${seq}\n`,
  version: 2,
  changes: "{}",
  ids: [],
});
const entries = (from: number, to: number) => Array.from({ length: to - from + 1 }, (_, at) => entry(from + at));

describe("a second copy", () => {
  test("of logs alone is read from their beginning, whoever wrote which entry", () => {
    const copy = readSecondCopy([], [entryLines([entry(2), entry(4)]), entryLines([entry(1), entry(3)])]);
    expect(copy?.entries).toEqual(entries(1, 4));
  });

  test("ends before a gap, and before a line that was being written", () => {
    fc.assert(
      fc.property(fc.nat({ max: 40 }), fc.nat(), (length, cut) => {
        const text = entryLines(entries(1, length));
        const torn = text.slice(0, cut % (text.length + 1));
        // An entry of which only the line's end is missing is whole.
        const whole = entries(1, length).filter(
          ({ seq }) => entryLines(entries(1, seq)).length - 1 <= torn.length,
        ).length;
        expect(readSecondCopy([], [torn])?.entries ?? []).toEqual(entries(1, whole));
        expect(readSecondCopy([], [torn, entryLines(entries(whole + 2, length + 2))])?.entries.length ?? 0).toBe(whole);
      }),
    );
  });

  test("goes by the base from which it reaches furthest, and takes no base that is not whole", () => {
    const older = baseText({ seq: 3, version: 2, parts: ["[1]"], entries: entries(4, 5) });
    const newer = baseText({ seq: 7, version: 2, parts: ["[2]", "[3]"], entries: [] });
    expect(readSecondCopy([older, newer], [entryLines(entries(8, 9))])).toEqual({
      seq: 7,
      version: 2,
      parts: ["[2]", "[3]"],
      entries: entries(8, 9),
    });
    const torn = readSecondCopy([older, newer.slice(0, -2)], [entryLines(entries(5, 9))]);
    expect(torn).toEqual({ seq: 3, version: 2, parts: ["[1]"], entries: entries(4, 9) });
  });

  test("holds nothing when there is nothing", () => {
    expect(readSecondCopy([], [])).toBeUndefined();
    expect(readSecondCopy(["", "nonsense\n", "{}\n"], ["\n", "{"])).toBeUndefined();
  });
});
