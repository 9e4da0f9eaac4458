import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { bareRecord, dayPageId, defaultSettings, type PensumRecord, type Task } from "../model";
import { faultOf } from "../model/checks";
import { aimsOn, mostChosen, portionOn, portionSum, proposePortion, usuallyWorked } from "../plan";
import { Store } from "../store";
import { addDays, momentAt, standingClock } from "../time";
import { addAim, addToPortion, changePortion, takeFromPortion, takePortion } from "./portion";

const date = "2026-11-24";
const now = `${date}T11:07`;
const zone = "UTC";
const style = { locale: "en-GB", hour12: false };
const task = (id: string, estimateMinutes: number | undefined, fields: Partial<Task> = {}): PensumRecord => ({
  ...bareRecord("task", { id, title: `Task ${id}`, now: "2026-11-01T09:00" }),
  ...(estimateMinutes === undefined ? {} : { estimateMinutes }),
  ...fields,
});
const work = (id: string, day: string, start: number, minutes: number, of = "ta"): PensumRecord => ({
  ...bareRecord("work", { id, now }),
  ...{ start: momentAt(day, start), end: momentAt(day, start + minutes), task: of },
});
const opened = (...records: PensumRecord[]) =>
  new Store(new Map([defaultSettings, ...records].map((one) => [one.id, one])), [], standingClock(now, zone));
const ids = (store: Store) => portionOn(store, date).map(({ task: one }) => one.id);

describe("the portion of a day", () => {
  const three = [task("ta", 30), task("tb", 90), task("tc", 20, { carried: 8 }), task("td", undefined)];

  it("is in the order of hardness until somebody turns it, and filled by what was worked on that day", () => {
    const store = opened(
      ...three,
      work("w1", date, 500, 25),
      work("w0", "2026-11-23", 500, 5),
      work("w2", date, 600, 15),
    );
    for (const id of ["ta", "tb", "tc"]) store.act(addToPortion, { date, task: id });
    // Long carried is harder than long.
    expect(ids(store)).toEqual(["tc", "tb", "ta"]);
    const [, , ta] = portionOn(store, date);
    // Of 30 minutes 45 were worked by now, so all of the estimate counts again.
    expect(ta).toMatchObject({ minutes: 30, workedMinutes: 40 });
    store.act(changePortion, { date, task: "ta", by: -1 });
    expect(ids(store)).toEqual(["tc", "ta", "tb"]);
    store.act(takeFromPortion, { date, task: "tc" });
    store.act(addToPortion, { date, task: "td" });
    expect(ids(store)).toEqual(["ta", "tb", "td"]);
    expect(portionOn(store, date)[2]?.minutes).toBe(30);
    // Tomorrow begins empty, and today's stays.
    expect(portionOn(store, "2026-11-25")).toEqual([]);
  });

  it("refuses a fourth and says the way out, which is one act", () => {
    const store = opened(...three);
    for (const id of ["ta", "tb", "tc"]) store.act(addToPortion, { date, task: id });
    expect(() => store.act(addToPortion, { date, task: "td" })).toThrow("choose which one goes");
    store.act(addToPortion, { date, task: "td", instead: "tb" });
    expect(ids(store).toSorted()).toEqual(["ta", "tc", "td"]);
    store.undo();
    expect(ids(store)).toEqual(["tc", "tb", "ta"]);
    expect(() => store.act(addToPortion, { date, task: "ta" })).toThrow("already");
    expect(() => store.act(changePortion, { date, task: "tc", by: -1 })).toThrow("first already");
    expect(() => store.act(changePortion, { date, task: "tc", minutes: 0 })).toThrow("from 1 minute");
  });

  it("forgets a task that is gone, and takes another in its place", () => {
    const store = opened(...three);
    for (const id of ["ta", "tb", "tc"]) store.act(addToPortion, { date, task: id });
    store.act({ name: "remove", run: (tx) => (tx.remove("tb"), "") }, {});
    expect(ids(store)).toEqual(["tc", "ta"]);
    store.act(addToPortion, { date, task: "td" });
    expect(ids(store)).toHaveLength(3);
  });

  test("never has more than three, nor one twice, and is a record after any acts", () => {
    const deed = fc.record({
      what: fc.constantFrom("add", "take", "up", "down", "more", "whole"),
      task: fc.constantFrom("ta", "tb", "tc", "td"),
      instead: fc.constantFrom("ta", "tb", undefined),
    });
    fc.assert(
      fc.property(fc.array(deed, { maxLength: 20 }), (deeds) => {
        const store = opened(...three);
        for (const { what, task: id, instead } of deeds)
          try {
            if (what === "add") store.act(addToPortion, { date, task: id, ...(instead ? { instead } : {}) });
            if (what === "take") store.act(takeFromPortion, { date, task: id });
            if (what === "up" || what === "down")
              store.act(changePortion, { date, task: id, by: what === "up" ? -1 : 1 });
            if (what === "more") store.act(changePortion, { date, task: id, minutes: 45 });
            if (what === "whole") store.act(takePortion, { date, tasks: [{ task: id, minutes: 10 }] });
          } catch (error) {
            expect(error).toHaveProperty("name", "Refusal");
          }
        const chosen = ids(store);
        expect(chosen.length).toBeLessThanOrEqual(mostChosen);
        expect(new Set(chosen).size).toBe(chosen.length);
        const page = store.get(dayPageId(date));
        if (page) expect(faultOf(page)).toBeUndefined();
      }),
    );
  });
});

describe("what is proposed", () => {
  const proposed = (store: Store, freeMinutes: number, pulls: Record<string, number>) =>
    proposePortion({
      ...{ reads: store, date, now, settings: defaultSettings, zone, style, freeMinutes },
      pull: ({ id }) => pulls[id] ?? 0,
    });

  it("is what pulls most and fits, hardest first, each with its reasons", () => {
    const store = opened(
      task("ta", 30),
      task("tb", 90, { due: date }),
      task("tc", 400),
      task("td", 45),
      task("te", 15),
    );
    const found = proposed(store, 180, { tc: 90, tb: 80, te: 70, ta: 60, td: 50 });
    // Work that does not fit is passed over; the rest goes by its pull.
    expect(found?.tasks.map(({ task: one }) => one.id)).toEqual(["tb", "ta", "te"]);
    expect(found?.why[0]).toContain("due");
    expect(proposed(store, 10, {})).toBeUndefined();
    expect(proposed(opened(), 300, {})).toBeUndefined();
  });

  it("is no more than is usually worked on such a day, which the log says", () => {
    const weeks = [1, 2, 3, 5].map((back, at) =>
      work(`w${back}`, addDays(date, -7 * back), 540, [60, 100, 80, 400][at]!),
    );
    const store = opened(task("ta", 50), task("tb", 60), task("tc", 80), ...weeks);
    expect(usuallyWorked(store, date)).toBe(90);
    expect(proposed(store, 500, { tc: 3, tb: 2, ta: 1 })?.tasks.map(({ task: one }) => one.id)).toEqual(["tc"]);
    expect(usuallyWorked(opened(...weeks.slice(0, 2)), date)).toBeUndefined();
    expect(portionSum([{ minutes: 60 }, { minutes: 45 }], 90, date, style)).toEqual({
      text: "1 h 45, you usually work 1 h 30 on a Tuesday",
      isTooMuch: true,
    });
  });
});

describe("aims", () => {
  it("are one to three, in the order in which they were set, and say what is refused", () => {
    const store = opened();
    for (const title of ["Readable", "  Settled  ", "Walked"]) store.act(addAim, { date, title });
    expect(aimsOn(store, date).map(({ title }) => title)).toContain("Settled");
    expect(() => store.act(addAim, { date, title: "More" })).toThrow("three aims at most");
    expect(() => store.act(addAim, { date: "2026-11-25", title: "  " })).toThrow("few words");
    expect(() => store.act(addAim, { date: "2026-02-30", title: "x" })).toThrow("not a valid date");
    for (const aim of aimsOn(store, date)) expect(faultOf(aim)).toBeUndefined();
  });
});
