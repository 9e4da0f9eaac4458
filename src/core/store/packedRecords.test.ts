import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { demoRecords } from "@demo/generate";
import type { PensumRecord } from "../model";
import { taskArbitrary } from "../testing/arbitraries";
import { packRecords, unpackRecords } from "./packedRecords";

describe("packed records", () => {
  test("are the same records in the same order when unpacked, whatever fields they have", () => {
    const person = fc.record({
      id: fc.constantFrom("pa", "pb", "pc"),
      kind: fc.constant("person" as const),
      title: fc.string({ unit: "grapheme" }),
      role: fc.constantFrom("", "modeller"),
      text: fc.constantFrom("", "\ud800 lone", "🌱 \u2028"),
    });
    fc.assert(
      fc.property(fc.array(fc.oneof(taskArbitrary, person)), (records: PensumRecord[]) => {
        expect(unpackRecords(packRecords(records))).toEqual(records);
      }),
    );
  });

  test("leave out a field that is undefined", () => {
    const [record] = unpackRecords(packRecords([{ ...demoRecords(small)[1]!, weeklyMinutes: undefined } as never]));
    expect(record).not.toHaveProperty("weeklyMinutes");
  });

  test("are read as they were packed before there was a first line", () => {
    const within = [
      {
        fields: ["id", "kind", "title"],
        at: [0, 2],
        columns: [["a", "c"], { all: "person" }, ["Ada", "Cy"]],
      },
      {
        fields: ["id", "kind", "title", "role"],
        at: [1],
        columns: [{ all: "b" }, { all: "person" }, ["Bo"], ["baker"]],
      },
    ];
    expect(unpackRecords(JSON.stringify(within))).toEqual([
      { id: "a", kind: "person", title: "Ada" },
      { id: "b", kind: "person", title: "Bo", role: "baker" },
      { id: "c", kind: "person", title: "Cy" },
    ]);
  });

  test("are refused when their text was cut off", () => {
    const text = packRecords(demoRecords(small));
    for (const share of [0.001, 0.3, 0.999]) expect(() => unpackRecords(text.slice(0, text.length * share))).toThrow();
  });

  test("of the demo take less than three fifths of the room that an array of them takes, and only bytes", () => {
    const records = demoRecords(small);
    const text = packRecords(records);
    expect(text.length).toBeLessThan(JSON.stringify(records).length * 0.6);
    expect(text).toMatch(/^[\0-\xff]*$/);
  });
});

const small = { now: "2026-11-24T11:07", size: 1000, seed: 3 };
