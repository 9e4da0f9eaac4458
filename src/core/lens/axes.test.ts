import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { editRecord } from "../commands";
import type { Lens, PensumRecord } from "../model";
import { layLensMatrix, type LensCard } from "../plan/layout/lensMatrix";
import { drawnTimes, lensTimeline, shiftedTimes, usualTimes } from "../plan/layout/lensTimeline";
import { minutesSince } from "../plan";
import { fieldValues } from "../register";
import { addField, addRegister, addToRegister } from "../shaping";
import { Store } from "../store";
import { standingClock } from "../time";
import { axisFields, axisOf, extentOf, usualAxes, type Axis } from "./axes";
import { LensView } from "./lensView";

const today = "2026-11-24";

function world() {
  const store = new Store(new Map(), [], standingClock(`${today}T11:07`));
  store.act(addRegister, { title: "Permits", id: "permits" });
  const levels = ["Granted", "Heard", "Draft"].map((title) => ({ id: title.toLowerCase(), title }));
  const add = (id: string, type: "level" | "date" | "number" | "range" | "moment" | "formula", setting = {}) =>
    store.act(addField, { register: "permits", type, id, setting: { title: id, ...setting } });
  add("xstage", "level", { options: levels });
  add("xdate", "date");
  add("xcost", "number", { decimals: 1 });
  add("xcall", "moment");
  add("xspan", "range");
  add("xdays", "formula", { formula: "xcost * 2" });
  const fields = {
    a: {
      f_xstage: "heard",
      f_xdate: "2026-12-01",
      f_xcost: 3.5,
      f_xcall: "2026-11-30T14:15",
      f_xspan: ["2026-11-20", "2026-11-27"],
    },
    b: { f_xdate: "2026-11-24" },
  };
  for (const [id, own] of Object.entries(fields))
    store.act(addToRegister, { register: "permits", id, fields: { title: id, ...own } });
  const values = fieldValues(store);
  const view = (groups: Lens["groups"] = []) =>
    new LensView(
      values,
      { registers: ["permits"], where: { all: [] }, done: "all", groups, sorts: [], shown: [] },
      { firstWeekday: 1 },
    );
  const record = (id: string) => store.get(id) as PensumRecord;
  return { store, values, view, record };
}

describe("the axes of a matrix", () => {
  const { store, values, view, record } = world();
  const axis = (name: string) => axisOf(values, view(), name, today) as Axis;

  test("read levels from the least, dates in days from today, numbers as they are; empty fields stand nowhere", () => {
    expect(axis("f_xstage").levels).toEqual(["Draft", "Heard", "Granted"]);
    expect(axis("f_xstage").valueOf(record("a"))).toBe(1);
    expect(axis("f_xdate").valueOf(record("a"))).toBe(7);
    expect(axis("f_xdays").valueOf(record("a"))).toBe(7);
    for (const name of ["f_xstage", "f_xcost", "f_xdays"]) expect(axis(name).valueOf(record("b"))).toBeUndefined();
  });

  test("tell what cannot be set, and are not made of fields without an order", () => {
    expect(axis("f_xdays").settable).toBe(false);
    expect(axis("f_xcost").settable).toBe(true);
    expect(axisOf(values, view(), "title", today)).toBeUndefined();
    expect(axisFields(view()).map(({ name }) => name)).not.toContain("f_xspan");
    expect(usualAxes(view())).toEqual({ across: "f_xdate", up: "f_xstage" });
  });

  test("give back what puts a record just there", () => {
    fc.assert(
      fc.property(
        fc.constantFrom("f_xstage", "f_xdate", "f_xcost", "f_xcall"),
        fc.integer({ min: -40, max: 400 }),
        (name, at) => {
          const of = axis(name);
          const wanted = of.kind === "level" ? Math.abs(at) % of.levels.length : at / (of.kind === "number" ? 10 : 1);
          store.act(editRecord, { id: "a", fields: { [name]: of.cellAt(wanted, record("a")) } });
          expect(of.valueOf(record("a"))).toBeCloseTo(wanted, 5);
        },
      ),
      { numRuns: 60 },
    );
    expect(String((record("a") as { f_xcall?: string }).f_xcall).slice(10)).toBe("T14:15");
  });

  test("reach from the least to the most", () => {
    expect(extentOf([3, undefined, -2])).toEqual([-2, 3]);
    expect(extentOf([4, 4])).toEqual([3, 5]);
    expect(extentOf([undefined])).toBeUndefined();
  });
});

describe("a lens as a timeline", () => {
  const { view } = world();
  const days = (name: string, to?: string) =>
    lensTimeline(view(), { from: name, ...(to ? { to } : {}) })[0]!.bars.map(({ id, start, end }) => [
      id,
      (end - start) / 60,
    ]);

  test("has bars from a date to another, over a range, or for a day", () => {
    expect(usualTimes(view())).toEqual({ from: "f_xspan" });
    expect(days("f_xspan")).toEqual([["a", 8 * 24]]);
    expect(days("f_xdate")).toEqual([
      ["a", 24],
      ["b", 24],
    ]);
    expect(days("f_xcall", "f_xdate")[0]).toEqual(["a", 24 + 9.75]);
  });

  test("has a row for each group, records without one in a row of their own", () => {
    const rows = lensTimeline(view([{ field: "f_xstage" }]), { from: "f_xdate" });
    expect(rows.map(({ key, bars }) => [key, bars.map(({ id }) => id)])).toEqual([
      ["heard", ["a"]],
      ["", ["b"]],
    ]);
  });

  test("moves a bar by its dates, stretches its last, and touches nothing that is computed", () => {
    const own = world();
    const moved = (names: object, minutes: number, edge?: "end") =>
      shiftedTimes(own.view(), names, own.record("a"), minutes, edge);
    expect(moved({ from: "f_xspan" }, 2 * 1440)).toEqual({ f_xspan: ["2026-11-22", "2026-11-29"] });
    expect(moved({ from: "f_xspan" }, -1440, "end")).toEqual({ f_xspan: ["2026-11-20", "2026-11-26"] });
    expect(moved({ from: "f_xcall", to: "f_xdate" }, 1500)).toEqual({
      f_xcall: "2026-12-01T15:15",
      f_xdate: "2026-12-02",
    });
    expect(moved({ from: "f_xcall", to: "f_xdate" }, 1440, "end")).toEqual({ f_xdate: "2026-12-02" });
    expect(moved({ from: "f_xcall" }, 60, "end")).toBeUndefined();
    expect(moved({ from: "f_xdays" }, 60)).toBeUndefined();
    expect(shiftedTimes(own.view(), { from: "f_xspan" }, own.record("b"), 60)).toBeUndefined();
  });

  test("draws a record with the dates that its bar was drawn over", () => {
    const own = world().view();
    const at = (moment: string) => minutesSince(moment);
    const [start, end] = [at("2026-11-24T00:00"), at("2026-11-27T00:00")];
    expect(drawnTimes(own, { from: "f_xspan" }, start, end)).toEqual({ f_xspan: ["2026-11-24", "2026-11-26"] });
    expect(drawnTimes(own, { from: "f_xdate" }, start, end)).toEqual({ f_xdate: "2026-11-24" });
    expect(drawnTimes(own, { from: "f_xcall", to: "f_xdate" }, at("2026-11-24T09:15"), end)).toEqual({
      f_xcall: "2026-11-24T09:15",
      f_xdate: "2026-11-26",
    });
    expect(drawnTimes(own, { from: "f_xdays" }, start, end)).toBeUndefined();
  });

  test("draws a bar just where it then stands", () => {
    const own = world();
    fc.assert(
      fc.property(fc.integer({ min: -500, max: 500 }), fc.integer({ min: 1, max: 60 }), (day, days) => {
        const start = minutesSince(today) + day * 1440;
        const fields = drawnTimes(own.view(), { from: "f_xspan" }, start, start + days * 1440);
        own.store.act(editRecord, { id: "a", fields: fields! });
        const [bar] = lensTimeline(own.view(), { from: "f_xspan" })[0]!.bars;
        expect([bar?.start, bar?.end]).toEqual([start, start + days * 1440]);
      }),
      { numRuns: 50 },
    );
  });
});

describe("a lens as a matrix", () => {
  const { values, view, record } = world();
  const layout = (acrossName: string, upName: string) => {
    const [across, up] = [acrossName, upName].map((name) => axisOf(values, view(), name, today) as Axis) as [
      Axis,
      Axis,
    ];
    const cards = ["a", "b"].map((id): LensCard => {
      const one = record(id);
      return { record: one, title: id, across: across.valueOf(one), up: up.valueOf(one) };
    });
    const size = { width: 800, height: 500, cardHeight: 26, cardWidth: () => 60 };
    return { cards, laid: layLensMatrix(cards, { across, up, ...size }) };
  };

  test.each([
    ["f_xdate", "f_xstage"],
    ["f_xcost", "f_xdate"],
    ["f_xstage", "f_xcost"],
    ["f_xcall", "f_xcost"],
  ])("%s by %s: a place means the values of the card that stands there", (across, up) => {
    const { cards, laid } = layout(across, up);
    laid.places.forEach((place, at) => {
      const card = cards[at]!;
      if (card.across === undefined) expect(laid.acrossAt(place.x + 56)).toBeUndefined();
      else expect(laid.acrossAt(place.x)).toBeCloseTo(card.across, 3);
      if (card.up === undefined) expect(laid.upAt(place.y)).toBeUndefined();
      else expect(laid.upAt(place.y)).toBeCloseTo(card.up, 0);
    });
  });

  test("stays within its field, one band for each level and one for none", () => {
    const { laid } = layout("f_xdate", "f_xstage");
    expect(laid.edges).toHaveLength(3 + 1 + 1);
    for (const { x, y } of laid.places) {
      expect(x).toBeGreaterThanOrEqual(0);
      expect(x + 60).toBeLessThanOrEqual(800);
      expect(y).toBeLessThan(laid.edges.at(-1)!);
    }
    expect(laid.upAt(-50)).toBe(2);
    expect(laid.upAt(5000)).toBeUndefined();
    expect(laid.acrossAt(799)).toBeUndefined();
  });

  test("steps by levels, days and shares of what there is, and sets nothing computed", () => {
    const { cards, laid } = layout("f_xdate", "f_xstage");
    const [a] = cards as [LensCard];
    expect(laid.stepped(a, "up", 1)).toEqual({ up: 2 });
    expect(laid.stepped(a, "across", -1)).toEqual({ across: 6 });
    expect(laid.fieldsAt(a, { up: 2, across: 6 })).toEqual({ f_xstage: "granted", f_xdate: "2026-11-30" });
    expect(laid.fieldsAt(a, { across: undefined })).toEqual({ f_xdate: undefined });
    expect(layout("f_xdays", "f_xdays").laid.fieldsAt(a, { up: 1, across: 1 })).toEqual({});
  });
});
