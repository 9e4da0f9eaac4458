import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { defaultSettings, inputFault, Refusal, type Id, type PensumRecord } from "../model";
import { decodeChanges, apply, isEmpty, Journal, MemoryLog, CallReader, type Act } from "../store";
import { byId } from "../testing/arbitraries";
import { clock, deeds } from "../testing/deeds";
import { inOrderOfIds, perform } from "../testing/perform";
import { momentAt, standingClock, type Clock } from "../time";
import { openStore } from "../workspace";
import { commandNamed, commands } from ".";

const themes: PensumRecord[] = [
  { id: "field", kind: "theme", title: "Fieldwork", dye: "lichen", text: "" },
  { ...defaultSettings },
];
/** A clock that is a minute on each time that it is told to be. */
function goingClock(): Clock & { minute: number } {
  return {
    ...{ zone: clock.zone, minute: 667 },
    now() {
      return momentAt("2026-11-24", this.minute);
    },
  };
}

const history = fc.array(
  fc.record({ name: fc.constantFrom(...Object.keys(deeds), "undo", "redo"), seed: fc.nat(1e9) }),
  { minLength: 30, maxLength: 90, size: "max" },
);

describe("a history that is gone through by its acts", () => {
  test("comes to the same records, whenever that is done", async () => {
    let called = 0;
    let all = 0;
    await fc.assert(
      fc.asyncProperty(history, async (steps) => {
        const going = goingClock();
        const { store } = await openStore(byId(themes), going);
        const log = new MemoryLog();
        const journal = new Journal(store, log, { seq: 0, by: "device.tab" });
        for (const { name, seed } of steps) {
          perform(store, name, seed);
          going.minute += seed % 3;
        }
        await journal.durable();

        const later = await openStore(byId(themes), standingClock("2027-03-01T08:00", "Asia/Tokyo"));
        const known = new Map<Id, PensumRecord>(byId(themes));
        const reader = new CallReader(commandNamed);
        for (const entry of log.entries) {
          const changes = decodeChanges(entry.changes, (id) => known.get(id));
          apply(known, changes);
          const textAt = (id: Id, field: string) => (known.get(id) as unknown as Record<string, unknown>)[field];
          const call = reader.read(entry, textAt);
          if (call) expect(later.store.callAgain({ said: "", changes }, call).said).toBe(entry.said);
          else later.store.applyExactly(changes);
          if (call) called++;
          all++;
          expect([entry.said, inOrderOfIds(later.store.records())]).toEqual([entry.said, inOrderOfIds(known.values())]);
        }
      }),
      { numRuns: 80, interruptAfterTimeLimit: 40_000 },
    );
    // Most of it was done by what was called, and not by what it had changed.
    expect(called / all).toBeGreaterThan(0.7);
  }, 240_000);
});

describe("what can be done", () => {
  test("is said in a sentence, under a name of its own", () => {
    const all = [...commands.values()];
    expect(all.filter(({ does }) => !/^[A-Z].*[.]$/.test(does)).map(({ name }) => name)).toEqual([]);
    expect(new Set(all.map(({ does }) => does)).size).toBe(all.length);
  });

  test("takes what it says it takes, and refuses what it cannot take with nothing changed", async () => {
    const { store } = await openStore(byId(themes), clock);
    const acts: Act[] = [];
    store.onRecord((act) => acts.push(act));
    for (const { name, input } of commands.values()) {
      if (input.is === "whole") continue;
      for (const wrong of [undefined, 7, "x", { tasks: 3 }, [{ id: 5 }], null])
        if (inputFault(input, wrong) !== undefined)
          expect(() => store.act(commands.get(name)!, wrong)).toThrow(Refusal);
    }
    expect(acts.filter(({ changes }) => !isEmpty(changes))).toEqual([]);
  });
});
