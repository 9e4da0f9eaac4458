import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { defaultSettings, type PensumRecord } from "../../model/index";
import { Store } from "../../store/index";
import { momentAt, standingClock } from "../../time/index";
import { freeOn, freeTime, totalMinutes } from "../week/freeTime";
import { loadOf } from "./load";
import { tray } from "./tray";

const today = "2026-11-24";
const now = `${today}T07:00`;
const zone = "Europe/Berlin";
const common = { text: "", createdAt: "2026-11-01T08:00" };
const task = (id: string, more: object = {}) =>
  ({
    ...common,
    id,
    kind: "task",
    title: id,
    state: "open",
    tags: [],
    people: [],
    carried: 0,
    ...more,
  }) as unknown as PensumRecord;
const event = (id: string, start: number, end: number) =>
  ({
    ...common,
    id,
    kind: "event",
    title: id,
    start: momentAt(today, start),
    end: momentAt(today, end),
    place: "",
    people: [],
  }) as unknown as PensumRecord;
const storeOf = (...records: PensumRecord[]) =>
  new Store(new Map(records.map((record) => [record.id, record])), [], standingClock(now, zone));
const planned = (...records: PensumRecord[]) => loadOf(storeOf(...records), today).plannedMinutes;

describe("the load of a day", () => {
  test("counts each minute once, however many things lie over it: the same as minute by minute", () => {
    const stretch = fc.tuple(fc.integer({ min: 0, max: 90 }), fc.integer({ min: 1, max: 20 }));
    fc.assert(
      fc.property(fc.array(stretch, { maxLength: 8 }), (stretches) => {
        const taken = new Set<number>();
        const events = stretches.map(([start, length], at) => {
          const [from, to] = [start * 15, Math.min(1440, (start + length) * 15)];
          for (let minute = from; minute < to; minute++) taken.add(minute);
          return event(`e${at}`, from, to);
        });
        expect(planned(...events)).toBe(taken.size);
      }),
    );
  });

  test("counts a task that is due today and meant for no day, once", () => {
    expect(planned(task("ta", { due: today, estimateMinutes: 45 }))).toBe(45);
    expect(planned(task("ta", { due: today, doDay: today, estimateMinutes: 45 }))).toBe(45);
    expect(planned(task("ta", { due: today, doDay: "2026-11-25", estimateMinutes: 45 }))).toBe(0);
  });

  test("leaves out what is a colleague's to do, and takes in what only names one", () => {
    const people = [
      { id: "me", kind: "person", title: "Me", role: "", text: "" },
      { id: "pb", kind: "person", title: "Bernd", role: "", text: "" },
      { ...defaultSettings, me: "me" },
    ] as unknown as PensumRecord[];
    const theirs = task("ta", { doDay: today, estimateMinutes: 60, people: ["pb"] });
    const called = task("tb", { title: "call @Bernd", doDay: today, estimateMinutes: 15, people: ["pb"] });
    const both = task("tc", { doDay: today, estimateMinutes: 30, people: ["me", "pb"] });
    expect(planned(...people, theirs, called, both)).toBe(45);
    const store = storeOf(...people, theirs, called, both);
    expect(
      tray(store, today)
        .map(({ id }) => id)
        .sort(),
    ).toEqual(["tb", "tc"]);
    const hours = {
      ...common,
      id: "b",
      kind: "block",
      title: "",
      task: "ta",
      start: `${today}T09:00`,
      end: `${today}T10:00`,
    } as unknown as PensumRecord;
    expect(planned(...people, theirs, hours)).toBe(0);
  });

  test("and what is free speak of the same day: what has hours and what is free are never more than it holds", () => {
    const stretch = fc.tuple(fc.integer({ min: 28, max: 76 }), fc.integer({ min: 1, max: 20 }));
    fc.assert(
      fc.property(fc.array(stretch, { maxLength: 6 }), fc.integer({ min: 0, max: 300 }), (stretches, estimate) => {
        const events = stretches.map(([start, length], at) =>
          event(`e${at}`, start * 15, Math.min(1440, (start + length) * 15)),
        );
        const store = storeOf(...events, task("ta", { doDay: today, estimateMinutes: estimate }));
        const load = loadOf(store, today);
        const room = freeOn(store, today);
        expect(room).toBeLessThanOrEqual(totalMinutes(freeTime(store, today)));
        if (room > 0) expect(load.placedMinutes + room).toBeLessThanOrEqual(load.capacityMinutes);
      }),
    );
  });
});
