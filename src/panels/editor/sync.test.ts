import { ChangeSet, Text } from "@codemirror/state";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { safeAddress } from "./drawn";
import { changesBetween } from "./sync";

describe("changes between two texts", () => {
  const text = fc
    .array(fc.constantFrom("- [ ] stakes", "- [x] stakes {#tstakes}", "words", "", "🌱", "e\u0301"), { maxLength: 6 })
    .map((lines) => lines.join("\n"));
  test("make the one of the other", () => {
    fc.assert(
      fc.property(text, text, (from, to) => {
        const changes = ChangeSet.of(changesBetween(from, to), from.length, "\n");
        expect(changes.apply(Text.of(from.split("\n"))).toString()).toBe(to);
      }),
    );
  });

  test("leave a cursor where it is between two lines that change", () => {
    const changes = ChangeSet.of(changesBetween("one\nhere\ntwo", "one {#ta}\nhere\ntwo {#tb}"), 12);
    expect(changes.mapPos(5)).toBe(11);
  });
});

test.each([
  ["https://example.org/a", "https://example.org/a"],
  ["www.example.org", "https://www.example.org"],
  ["mailto:tam@example.org", "mailto:tam@example.org"],
  ["javascript:alert(1)", undefined],
  ["JaVaScRiPt:alert(1)", undefined],
  ["data:text/html,<script>", undefined],
  ["file:///etc/passwd", undefined],
  ["//example.org", undefined],
  ["https://example.org/ javascript:", undefined],
])("the address %s may be opened as %s", (address, opened) => {
  expect(safeAddress(address)).toBe(opened);
});
