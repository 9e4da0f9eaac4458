import fc from "fast-check";
import { expect, test } from "vitest";
import type { PensumRecord } from "../model";
import { stepArbitrary, type Step } from "../testing/arbitraries";
import { MirrorSource, takeIn } from "./mirror";
import { Store } from "./store";
import type { Transaction } from "./transaction";

const step = {
  name: "step",
  run(tx: Transaction, one: Step) {
    if (one.what === "put") tx.put(one.task);
    else tx.remove(one.id);
    return "Did it";
  },
};
const plain = (store: Store) => new Map([...store.records()].map((record) => [record.id, record]));

test("a mirror comes to the same, whatever was changed while it was told of the records", () => {
  const steps = fc.array(stepArbitrary, { maxLength: 12 });
  fc.assert(
    fc.property(steps, steps, steps, fc.integer({ min: 1, max: 5 }), (before, meanwhile, after, size) => {
      const store = new Store();
      for (const one of before) store.act(step, one as Step);
      const source = new MirrorSource(store);
      const mirror = new Store();
      const late = [...meanwhile];
      // As between a tab and a worker: only text goes over.
      const send = (message: object) => takeIn(mirror, structuredClone(message) as never);
      for (const { message } of source.portions(size)) {
        send(message);
        const one = late.shift();
        if (one) store.act(step, one as Step);
      }
      for (const some of [late, after]) {
        for (const one of some) store.act(step, one as Step);
        if (some.length % 2 === 1) store.undo();
        const message = source.changes();
        if (message) send(message);
        expect(plain(mirror)).toEqual(plain(store));
        expect(source.changes()).toBeUndefined();
      }
    }),
  );
});

test("a long text that is written on goes over as what was written, and a closed source tells nothing", () => {
  const page = (text: string): PensumRecord => ({ id: "day-2026-11-24", kind: "day", date: "2026-11-24", text });
  const long = "words ".repeat(5000);
  const store = new Store(new Map([["day-2026-11-24", page(long)]]));
  const source = new MirrorSource(store);
  const mirror = new Store();
  for (const { message } of source.portions(10)) takeIn(mirror, message);
  const write = { name: "write", run: (tx: Transaction, text: string) => (tx.put(page(text)), "Wrote") };
  store.act(write, `${long}and more`);
  const message = source.changes() as { changes: string };
  expect(message.changes.length).toBeLessThan(300);
  expect(takeIn(mirror, message)).toEqual(["day-2026-11-24"]);
  expect(mirror.get("day-2026-11-24")).toEqual(page(`${long}and more`));
  source.close();
  store.act(write, "");
  expect(source.changes()).toBeUndefined();
});
