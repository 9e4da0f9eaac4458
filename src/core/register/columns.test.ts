import fc from "fast-check";
import { expect, test } from "vitest";
import { byId } from "./columns";

test("many rows stand in the order of their ids, also where these begin alike or are short", () => {
  const id = fc.oneof(
    fc.stringMatching(/^[a-c][a-c0-1-]{0,13}$/),
    fc.stringMatching(/^[a-z][a-z0-9]{10}$/),
    fc.stringMatching(/^day-2026-1[0-2]-[0-3][0-9]$/),
    fc.stringMatching(/^series0000-2026110[1-9]t0[0-9]0000$/),
  );
  fc.assert(
    fc.property(fc.uniqueArray(id, { minLength: 60, maxLength: 120 }), (some) => {
      const ids = [...some, ...Array.from({ length: 1001 }, (_, at) => `${some[at % some.length]}z${at}`)];
      const ordered = byId(ids).map((row) => ids[row] as string);
      expect(ordered).toEqual([...ids].sort((a, b) => (a < b ? -1 : 1)));
    }),
    { numRuns: 30 },
  );
});
