import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { blockOfLine, indented, moveRun, stepRun } from "./moveLines";

const page = ["# Day", "- a", "  - a1", "    - a11", "- b", "", "## Later", "- c"];

describe("moving lines", () => {
  test("takes along what is nested in a line, and nothing else", () => {
    expect(blockOfLine(page, 1)).toEqual({ first: 1, last: 3 });
    expect(blockOfLine(page, 2)).toEqual({ first: 2, last: 3 });
    expect(blockOfLine(page, 4)).toEqual({ first: 4, last: 4 });
    expect(blockOfLine(page, 0)).toEqual({ first: 0, last: 0 });
  });

  test("steps over the whole of what stands beside, and over headings from part to part", () => {
    const down = stepRun(page, blockOfLine(page, 1), "down");
    expect(down.lines).toEqual(["# Day", "- b", "- a", "  - a1", "    - a11", "", "## Later", "- c"]);
    expect(stepRun(down.lines, blockOfLine(down.lines, 1), "down").lines.slice(1, 5)).toEqual([
      "- a",
      "  - a1",
      "    - a11",
      "- b",
    ]);
    let lines: readonly string[] = page;
    let first = 4;
    for (let times = 0; times < 3; times++) ({ lines, first } = stepRun(lines, blockOfLine(lines, first), "down"));
    expect(lines).toEqual(["# Day", "- a", "  - a1", "    - a11", "", "## Later", "- c", "- b"]);
    expect(stepRun(lines, { first: 7, last: 7 }, "down").lines).toEqual(lines);
  });

  test("keeps every line, whatever is moved where, and a step down and up again changes nothing among plain lines", () => {
    const line = fc.constantFrom("- a", "  - b", "    - c", "", "## H", "words");
    fc.assert(
      fc.property(fc.array(line, { minLength: 1, maxLength: 12 }), fc.nat(), fc.nat(), (lines, at, to) => {
        const run = blockOfLine(lines, at % lines.length);
        const moved = moveRun(lines, run, to % (lines.length + 1));
        expect([...moved.lines].sort()).toEqual([...lines].sort());
        expect(moved.lines.slice(moved.first, moved.first + run.last - run.first + 1)).toEqual(
          lines.slice(run.first, run.last + 1),
        );
        for (const way of ["up", "down"] as const) {
          const stepped = stepRun(lines, run, way);
          expect([...stepped.lines].sort()).toEqual([...lines].sort());
        }
      }),
    );
  });

  test("gives lines another indentation, and keeps how they stand to each other", () => {
    expect(indented(["  - a", "    - b", ""], "")).toEqual(["- a", "  - b", ""]);
    expect(indented(["- a", "  - b"], "    ")).toEqual(["    - a", "      - b"]);
  });
});
