import { expect, test } from "vitest";
import { addField, addRegister, addToRegister } from "../shaping";
import { fieldValues } from "../register";
import { Store } from "../store";
import { standingClock } from "../time";
import { layerDays, layerItems } from "./layerItems";
import { LensView } from "./lensView";

const store = new Store(new Map(), [], standingClock("2026-11-24T11:07"));
store.act(addRegister, { title: "Renewals", id: "renewals" });
const field = (type: "date" | "range" | "moment" | "number" | "formula", title: string, setting = {}) =>
  store.act(addField, { register: "renewals", type, id: title, setting: { title, ...setting } });
field("date", "xpaid");
field("number", "xmonths");
field("range", "xvalid");
field("moment", "xcall");
field("formula", "xnext", { formula: 'date and time(xpaid, time("00:00:00")) + duration("P1D")' });
const add = (id: string, fields: object) =>
  store.act(addToRegister, { register: "renewals", id, fields: { title: id, ...fields } });
add("sim", { f_xpaid: "2026-11-30", f_xvalid: ["2026-11-01", "2026-12-03"], f_xcall: "2026-11-30T09:30" });
add("van", { f_xpaid: "2026-11-28" });
add("none", {});
store.act(addToRegister, {
  register: "events",
  id: "trip",
  fields: { title: "Trip", start: "2026-11-30T22:00", end: "2026-12-01T02:00" },
});

const items = (register: string, by: string) => {
  const view = new LensView(
    fieldValues(store),
    { registers: [register], where: { all: [] }, done: "all", groups: [], sorts: [], shown: [] },
    { firstWeekday: 1 },
  );
  return layerItems(view, { lens: "lens", field: by, dye: "ochre" })
    .map(({ record, first, last, startMinute, endMinute }) => [record.id, first, last, startMinute, endMinute])
    .sort();
};

test("records stand on the days of a date, a range or a moment; those without are left out", () => {
  expect(items("renewals", "f_xpaid")).toEqual([
    ["sim", "2026-11-30", "2026-11-30", undefined, undefined],
    ["van", "2026-11-28", "2026-11-28", undefined, undefined],
  ]);
  expect(items("renewals", "f_xvalid")).toEqual([["sim", "2026-11-01", "2026-12-03", undefined, undefined]]);
  expect(items("renewals", "f_xcall")).toEqual([["sim", "2026-11-30", "2026-11-30", 570, 570]]);
  expect(items("renewals", "f_xmonths")).toEqual([]);
  expect(items("renewals", "gone")).toEqual([]);
});

test("a computed date stands on its day, and what has an end lasts to midnight at most", () => {
  expect(items("renewals", "f_xnext").map(([id, first]) => [id, first])).toEqual([
    ["sim", "2026-12-01"],
    ["van", "2026-11-29"],
  ]);
  expect(items("events", "start")).toEqual([["trip", "2026-11-30", "2026-11-30", 1320, 1440]]);
});

test("two fields are start and end, and each record has the dye of its option", () => {
  store.act(addField, { register: "renewals", type: "date", id: "xuntil", setting: { title: "xuntil" } });
  store.act(addField, {
    register: "renewals",
    type: "choice",
    id: "xkind",
    setting: {
      title: "xkind",
      options: [
        { id: "gas", title: "Gas", dye: "heather" },
        { id: "phone", title: "Phone" },
      ],
    },
  });
  add("gas", { f_xpaid: "2026-11-20", f_xuntil: "2026-11-22", f_xkind: "gas" });
  add("phone", { f_xpaid: "2026-11-21", f_xkind: "phone" });
  const view = new LensView(
    fieldValues(store),
    { registers: ["renewals"], where: { all: [] }, done: "all", groups: [], sorts: [], shown: [] },
    { firstWeekday: 1 },
  );
  const layer = { lens: "lens", field: "f_xpaid", end: "f_xuntil", dyeBy: "f_xkind", dye: "ochre" } as const;
  const found = new Map(layerItems(view, layer).map((item) => [item.record.id, item]));
  expect(found.get("gas")).toMatchObject({ first: "2026-11-20", last: "2026-11-22", dye: "heather" });
  expect(found.get("gas")?.movedBy).toEqual({ field: "f_xpaid", end: "f_xuntil" });
  expect(found.get("phone")).toMatchObject({ first: "2026-11-21", last: "2026-11-21", dye: "ochre" });
});

test("days hold what begins on them, what has no hour first", () => {
  const record = store.get("sim")!;
  const layer = { lens: "lens", field: "start", dye: "ochre" } as const;
  const day = "2026-11-30";
  const timed = { record, layer, first: day, last: day, startMinute: 60, endMinute: 90, dye: layer.dye };
  const whole = { record, layer, first: day, last: day, dye: layer.dye };
  expect(layerDays([timed, whole]).get(day)).toEqual([whole, timed]);
});
