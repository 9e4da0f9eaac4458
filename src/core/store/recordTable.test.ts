import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { demoRecords } from "@demo/generate";
import type { PensumRecord } from "../model";
import { byId, step, stepArbitrary, taskArbitrary, type Step } from "../testing/arbitraries";
import { indexes, type IndexName } from "./indexes";
import { packRecords } from "./packedRecords";
import { RecordTable } from "./recordTable";
import { Store } from "./store";

const names: readonly IndexName[] = [...(Object.keys(indexes) as IndexName[]), "links"];
const keys = ["task", "all", "2026-11-24", "2026-11-25", "ta", "tb", "parent:ta"];

/** The same records, packed in parts of so many. */
function packedTable(records: readonly PensumRecord[], size: number): RecordTable {
  const table = new RecordTable();
  for (let at = 0; at < records.length; at += size) table.addPacked(packRecords(records.slice(at, at + size)));
  return table;
}

describe("a store over packed records", () => {
  const deed = fc.oneof(
    stepArbitrary.map((change) => ({ what: "step" as const, change: change as Step })),
    fc.record({ what: fc.constant("list" as const), name: fc.constantFrom(...names), key: fc.constantFrom(...keys) }),
    fc.record({ what: fc.constant("get" as const), id: fc.constantFrom("ta", "tb", "tc", "nobody") }),
    fc.constant({ what: "undo" as const }),
    fc.constant({ what: "make" as const }),
  );

  test("answers as one over records that are all made, in the same order, whatever was asked and done before", () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(taskArbitrary, { selector: ({ id }) => id, maxLength: 12 }),
        fc.integer({ min: 1, max: 5 }),
        fc.array(deed, { maxLength: 25 }),
        (records: PensumRecord[], size, deeds) => {
          const table = packedTable(records, size);
          const [packed, made] = [new Store(table), new Store(byId(records))];
          for (const one of deeds) {
            if (one.what === "make") table.makeSome();
            else {
              const [ours, theirs] = [packed, made].map((store) => {
                if (one.what === "step") return store.act(step, one.change).changes;
                if (one.what === "list") return [...store.list(one.name, one.key)];
                return one.what === "get" ? store.get(one.id) : store.undo();
              });
              expect(ours).toEqual(theirs);
            }
          }
          const titles = (store: Store) => {
            const found: string[] = [];
            for (const _ of store.reading("task", ["id", "title"], ({ id, title }) => found.push(`${id} ${title}`)));
            return found.sort();
          };
          expect(titles(packed)).toEqual(titles(made));
          for (const name of names)
            for (const key of keys) expect(packed.list(name, key)).toEqual(made.list(name, key));
          expect([packed.size, [...packed.records()]]).toEqual([made.size, [...made.records()]]);
        },
      ),
    );
  });

  test("finds every record of the demo under the very keys under which it stands when it is made", () => {
    const records = demoRecords({ now: "2026-11-24T11:07", size: 1500, seed: 5 });
    for (const [name, question] of Object.entries(indexes)) {
      const found = (table: RecordTable) => {
        const all: unknown[] = [];
        table.keys(question, (of, row) => all.push([of, row]));
        return all;
      };
      expect(found(packedTable(records, 400)), name).toEqual(found(new RecordTable(records)));
    }
  });

  test("gives the same object for a record each time, alone and in lists", () => {
    const records = demoRecords({ now: "2026-11-24T11:07", size: 300, seed: 5 });
    const store = new Store(packedTable(records, 100));
    const one = records.find(({ kind }) => kind === "task") as PensumRecord;
    const alone = store.get(one.id);
    expect(store.list("kind", "task").find(({ id }) => id === one.id)).toBe(alone);
    expect([...store.records()].find(({ id }) => id === one.id)).toBe(alone);
  });
});
