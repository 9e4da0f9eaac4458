import { describe, expect, test } from "vitest";
import { editRecord, removeRecord, setState } from "../commands";
import { bareRecord, type PensumRecord, type Task } from "../model";
import { standingClock } from "../time";
import { deeds, Hand, type Deed } from "../testing/deeds";
import { openStore } from "../workspace";
import { caseOf, estimatesOf } from "./estimatesOf";

const now = "2026-11-24T11:07";
const today = "2026-11-24";
const task = (id: string, more: Partial<Task> = {}): Task => ({
  ...bareRecord("task", { id, title: id, now }),
  ...{ estimateMinutes: 60, state: "done", doneAt: "2026-11-20T15:00" },
  ...more,
});
const work = (id: string, of: string, start: string, end: string): PensumRecord => ({
  ...bareRecord("work", { id, now }),
  ...{ task: of, start: `2026-11-20T${start}`, end: `2026-11-20T${end}` },
});
const opened = async (...records: PensumRecord[]) =>
  (await openStore(new Map(records.map((record) => [record.id, record])), standingClock(now, "Europe/Berlin"))).store;

describe("what a workspace teaches", () => {
  test("is what the log says of tasks that are done, or what they took where there is no log", async () => {
    const store = await opened(
      task("logged", { tookMinutes: 10 }),
      work("w1", "logged", "09:00", "09:30"),
      work("w2", "logged", "10:00", "11:00"),
      task("took", { tookMinutes: 45 }),
      task("unknown"),
      task("open", { state: "open", tookMinutes: 45 }),
    );
    const minutes = (id: string) => caseOf(store, store.get(id) as Task)?.workedMinutes;
    expect(["logged", "took", "unknown", "open"].map(minutes)).toEqual([90, 45, undefined, undefined]);
    expect(estimatesOf(store).count).toBe(2);
  });

  test("follows each change, its undo, and what goes", async () => {
    const store = await opened(task("logged"), work("w1", "logged", "09:00", "10:30"));
    const likely = () => estimatesOf(store).likely({ estimateMinutes: 60 }, today)!.minutes;
    const before = likely();
    expect(before).toBeGreaterThan(60);
    store.act(editRecord, { id: "logged", fields: { estimateMinutes: 90 } });
    expect(likely()).toBe(60);
    store.undo();
    expect(likely()).toBe(before);
    store.act(setState, { tasks: ["logged"], state: "open" });
    expect(estimatesOf(store).count).toBe(0);
    store.undo();
    store.act(removeRecord, { id: "w1" });
    expect(estimatesOf(store).count).toBe(0);
    store.undo();
    expect(likely()).toBe(before);
  });

  test("is read from what is newest where there is very much", async () => {
    const many = Array.from({ length: 6000 }, (_, at) =>
      task(`m${at}`, {
        // The old were twice as long as thought, the newest half as long; they stand in no order.
        ...(at % 3 === 0
          ? { doneAt: "2026-11-20T15:00", tookMinutes: 30 }
          : { doneAt: "2019-05-02T15:00", tookMinutes: 120 }),
      }),
    );
    const estimates = estimatesOf(await opened(...many));
    expect(estimates.count).toBe(2000);
    expect(estimates.likely({ estimateMinutes: 60 }, today)?.minutes).toBe(30);
  });

  test("is after any commands what it would be if it were read anew", async () => {
    const store = await opened(
      task("a"),
      task("b"),
      work("w1", "a", "09:00", "10:30"),
      work("w2", "b", "11:00", "11:20"),
    );
    const names = Object.keys(deeds);
    const following = estimatesOf(store);
    for (let at = 0; at < 250; at++) {
      try {
        (deeds[names[(at * 7) % names.length]!] as Deed)(new Hand(store, at * 1009));
      } catch {
        // A refusal changes nothing.
      }
      if (at % 11 === 5) store.undo();
    }
    const cases = (store.list("kind", "task") as Task[]).flatMap((one) => caseOf(store, one) ?? []);
    expect(following.count).toBe(cases.filter(({ estimateMinutes }) => estimateMinutes).length);
  });
});
