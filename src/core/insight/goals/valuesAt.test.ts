import fc from "fast-check";
import { expect, test } from "vitest";
import { valuesAt } from "./valuesAt";

test("The values at some places are those that putting all in order gives", () => {
  const value = fc.oneof(
    fc.double({ min: 0, max: 520, noNaN: true }),
    fc.double({ min: -1e6, max: 1e-6, noNaN: true }),
    fc.constantFrom(0, 7, 520),
  );
  fc.assert(
    fc.property(
      fc.array(value, { minLength: 1, maxLength: 300 }),
      fc.array(fc.nat(299), { maxLength: 5 }),
      (all, wanted) => {
        const values = Float64Array.from(all);
        const places = wanted.map((place) => place % values.length);
        const sorted = values.toSorted();
        expect(valuesAt(values, places)).toEqual(places.map((place) => sorted[place]));
      },
    ),
  );
});
