import { describe, expect, it, test, vi } from "vitest";
import { Refusal, told, type PensumRecord } from "../model";
import { someTask } from "../testing/arbitraries";
import { indexes, type IndexName } from "./indexes";
import { noChanges } from "./changeSet";
import { describeCommand, type Runnable } from "./command";
import { Store } from "./store";
import fc from "fast-check";
import { step, stepArbitrary, type Step } from "../testing/arbitraries";

const indexNames: readonly IndexName[] = [...(Object.keys(indexes) as IndexName[]), "links"];

const put: Runnable<ReturnType<typeof someTask>> = {
  name: "put",
  run(tx, task) {
    tx.put(task);
    return `Put ${task.title}`;
  },
};

describe("the store", () => {
  test("takes back all that a command did when it is refused", () => {
    const store = new Store();
    store.act(put, someTask("ta"));
    const refused: Runnable<void> = {
      name: "refused",
      run(tx) {
        tx.put(someTask("tb"));
        tx.update("ta", { title: "changed" });
        tx.remove("ta");
        throw new Refusal("no");
      },
    };
    expect(() => store.act(refused, undefined)).toThrow(Refusal);
    expect([...store.records()]).toEqual([someTask("ta")]);
    expect(store.list("unfinishedTasks", "all")).toEqual([someTask("ta")]);
    expect(store.undo()).toBe("Put Task ta");
  });

  test("tells listeners of each record once, of what it was and what it is, and of nothing where an act was refused", () => {
    const store = new Store();
    const told = vi.fn();
    store.onChange(told);
    const several: Runnable<readonly string[]> = {
      name: "several",
      run(tx, titles) {
        for (const title of titles) {
          tx.put(someTask("ta", { title }));
          tx.put(someTask("tc", { title }));
          tx.remove("tc");
        }
        if (titles.includes("no")) throw new Refusal("no");
        return "Several";
      },
    };
    store.act(several, ["one", "two"]);
    expect(told.mock.calls).toEqual([[[{ id: "ta", from: undefined, to: someTask("ta", { title: "two" }) }]]]);
    told.mockClear();
    expect(() => store.act(several, ["three", "no"])).toThrow(Refusal);
    store.rehearse(several, ["four"]);
    expect(told).not.toHaveBeenCalled();
    store.together(() => {
      store.act(several, ["five"]);
      store.act(several, ["six"]);
    });
    expect(told.mock.calls).toEqual([
      [[{ id: "ta", from: someTask("ta", { title: "two" }), to: someTask("ta", { title: "six" }) }]],
    ]);
  });

  test("undoes and redoes act by act, and says which", () => {
    const store = new Store();
    store.act(put, someTask("ta"));
    store.act(put, someTask("ta", { title: "Stakes" }));
    expect(store.undo()).toBe("Put Stakes");
    expect(store.get("ta")).toEqual(someTask("ta"));
    expect(store.undo()).toBe("Put Task ta");
    expect(store.size).toBe(0);
    expect(store.undo()).toBeUndefined();
    expect(store.redo()).toBe("Put Task ta");
    expect(store.redo()).toBe("Put Stakes");
    expect(store.get("ta")).toEqual(someTask("ta", { title: "Stakes" }));
  });

  test("makes one step of undo of a burst of typing", () => {
    const store = new Store();
    for (const text of ["s", "st", "sta"]) store.act(put, someTask("ta", { text }), "typing ta");
    store.undo();
    expect(store.size).toBe(0);
  });

  test("tells only those who look at what changed", () => {
    const store = new Store();
    const told: string[] = [];
    for (const topic of ["ta", "tb", "tasksByDoDay:2026-11-24", "tasksByDoDay:2026-11-25"])
      store.subscribe(topic, () => told.push(topic));
    for (const day of ["2026-11-24", "2026-11-25"]) store.list("tasksByDoDay", day);
    store.act(put, someTask("ta", { doDay: "2026-11-24" }));
    expect(told).toEqual(["ta", "tasksByDoDay:2026-11-24"]);
  });

  test("tells facts from words: a text that changed alone is none", () => {
    const store = new Store();
    let facts = 0;
    store.subscribe("facts", () => facts++);
    store.act(put, someTask("ta"));
    store.act(put, someTask("ta", { text: "words" }));
    expect([facts, store.factsRevision]).toEqual([1, 1]);
    store.act(put, someTask("ta", { text: "words", due: "2026-12-02" }));
    store.act(put, someTask("ta", { text: "words" }));
    expect([facts, store.factsRevision]).toEqual([3, 3]);
  });

  test("brings back the order of every list with what is undone, or only rehearsed", () => {
    fc.assert(
      fc.property(fc.array(stepArbitrary, { maxLength: 20 }), stepArbitrary, (sequence, last) => {
        const store = new Store();
        const keys = ["task", "all", "2026-11-25", "ta", "parent:ta"];
        const order = () => indexNames.map((name) => keys.map((key) => store.list(name, key).map(({ id }) => id)));
        order();
        for (const change of sequence) store.act(step, change as Step);
        const before = order();
        store.rehearse(step, last as Step);
        expect(order()).toEqual(before);
        const { changes } = store.act(step, last as Step);
        if (changes.added.size + changes.updated.size + changes.removed.size > 0) store.undo();
        expect(order()).toEqual(before);
      }),
    );
  });

  test("keeps every index as if it were built anew", () => {
    fc.assert(
      fc.property(fc.array(stepArbitrary, { maxLength: 20 }), (sequence) => {
        const store = new Store();
        for (const name of indexNames) store.list(name, "parent:x");
        for (const change of sequence) store.act(step, change as Step);
        const fresh = new Store(new Map([...store.records()].map((record) => [record.id, record])));
        for (const name of indexNames)
          for (const key of ["task", "all", "2026-11-25", "ta", "parent:ta"]) {
            const sorted = (list: readonly { id: string }[]) => list.map((record) => record.id).sort();
            expect(sorted(store.list(name, key))).toEqual(sorted(fresh.list(name, key)));
          }
      }),
    );
  });
});

describe("an act that was worked out elsewhere", () => {
  const task = someTask("ta");
  const changes = { ...noChanges, added: new Map<string, PensumRecord>([["ta", task]]) };

  it("is done as it is, is one step that undoes, and is told like any other", () => {
    const rule = vi.fn();
    const store = new Store(new Map(), [rule]);
    const told: string[] = [];
    store.onAct(({ said }) => told.push(said));
    store.adopt({ said: "Import a folder", changes });
    expect(store.get("ta")).toEqual(task);
    expect(rule).not.toHaveBeenCalled();
    expect(told).toEqual(["Import a folder"]);
    store.undo();
    expect(store.get("ta")).toBeUndefined();
  });

  it("is mended by the rules where the state is no longer the one it was worked out on", () => {
    const rule = vi.fn();
    const store = new Store(new Map([["ta", { ...task, carried: 2 }]]), [rule]);
    store.adopt({ said: "Import a folder", changes });
    expect(rule).toHaveBeenCalledOnce();
  });
});

describe("one gesture, one act", () => {
  test("an act within an act is refused, and nothing is left of either", () => {
    const store = new Store();
    const nested: Runnable<void> = {
      name: "nested",
      run(tx) {
        tx.put(someTask("ta"));
        store.act(put, someTask("tb"));
        return "Nested";
      },
    };
    expect(() => store.act(nested, undefined)).toThrow(/must not act/);
    expect(store.size).toBe(0);
    expect(store.act(put, someTask("tc")).said).toBe("Put Task tc");
  });

  test("the log hears of an act before what listeners do because of it", () => {
    const store = new Store();
    const recorded: string[] = [];
    store.onRecord(({ said }) => recorded.push(said));
    const stop = store.subscribe("ta", () => {
      stop();
      store.act(put, someTask("tb"));
    });
    store.act(put, someTask("ta"));
    expect(recorded).toEqual(["Put Task ta", "Put Task tb"]);
  });

  test("an undo that a rule refuses can be tried again", () => {
    let refuses = false;
    const store = new Store(new Map(), [
      () => {
        if (refuses) throw new Refusal("not now");
      },
    ]);
    store.act(put, someTask("ta"));
    refuses = true;
    expect(() => store.undo()).toThrow("not now");
    refuses = false;
    expect(store.undo()).toBe("Put Task ta");
    expect(store.size).toBe(0);
  });
});

test("a command that leaves a record that is none is stopped, and nothing of it stands", () => {
  const store = new Store();
  const breaking = describeCommand({
    name: "breaking",
    does: "Leaves a task without most of what a task has.",
    input: told.parts({}),
    run(tx) {
      tx.put({ id: "task1", kind: "task", title: 5 } as unknown as PensumRecord);
      return "Left it";
    },
  });
  expect(() => store.act(breaking, {})).toThrow(/“breaking” leaves a task \(task1\) that is none/);
  expect(store.size).toBe(0);
});

test("a record that is handed out cannot be changed in place", () => {
  const given = someTask("ta", { tags: ["field"] });
  const store = new Store(new Map([["ta", given]]), []);
  store.act(step, { what: "put", task: someTask("tb", { tags: ["office"] }) });
  for (const id of ["ta", "tb"]) {
    const record = store.get(id) as unknown as { title: string; tags: string[] };
    expect(() => (record.title = "otherwise")).toThrow(TypeError);
    expect(() => record.tags.push("more")).toThrow(TypeError);
  }
});

test("an act that comes to nothing leaves every record the very object that it was", () => {
  const store = new Store(new Map([["ta", someTask("ta", { title: "Same" })]]));
  const before = store.get("ta");
  store.act({ name: "rewrite", run: (tx) => (tx.put(someTask("ta", { title: "Same" })), "Rewrote") }, undefined);
  expect(store.get("ta")).toBe(before);
});
