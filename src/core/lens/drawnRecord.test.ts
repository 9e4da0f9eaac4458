import { expect, test } from "vitest";
import { fieldValues, findRegister } from "../register";
import { addField, addLens, addRegister, addToRegister } from "../shaping";
import { Store } from "../store";
import type { CalendarLayer, Lens, Row } from "../model";
import { standingClock } from "../time";
import { drawnDates, drawnLayers, drawnRecord } from "./drawnRecord";
import { firstLens } from "./defaults";
import { layerItems } from "./layerItems";
import { LensView } from "./lensView";

const today = "2026-11-24";
const store = new Store(new Map(), [], standingClock(`${today}T11:07`));
store.act(addRegister, { title: "Trips", id: "trips" });
const field = (type: "date" | "range" | "moment" | "choice" | "formula", id: string, setting = {}) =>
  store.act(addField, { register: "trips", type, id, setting: { title: id, ...setting } });
field("range", "span");
field("date", "begins");
field("date", "ends");
field("moment", "departs");
field("moment", "arrives");
field("formula", "next", { formula: "begins" });
field("choice", "state", { options: [{ id: "plan", title: "Plan" }] });
const values = fieldValues(store);
store.act(addLens, {
  id: "lens",
  lens: {
    ...firstLens(store, findRegister(store, "trips")!),
    ...{ title: "Planned trips", where: { all: [{ field: "f_state", is: "is", value: "plan" }] } },
  },
});
const kept = store.find("lens", "lens") as Lens;
const layer = (by: string, end?: string): CalendarLayer => ({
  lens: "lens",
  field: by,
  dye: "ochre",
  ...(end ? { end } : {}),
});
const drawnOn = (by: string, end?: string) => drawnLayers(values, [layer(by, end)], [kept])[0];

const days = { from: "2026-11-25", to: "2026-11-27" };
const hours = { from: "2026-11-25T10:00", to: "2026-11-25T12:30" };

test.each([
  ["f_span", undefined, days, { from: "2026-11-25", to: "2026-11-27" }],
  ["f_span", undefined, hours, { from: "2026-11-25", to: "2026-11-25" }],
  ["f_begins", undefined, days, { from: "2026-11-25" }],
  ["f_begins", "f_ends", days, { from: "2026-11-25", to: "2026-11-27" }],
  ["f_begins", "f_ends", hours, { from: "2026-11-25", to: "2026-11-25" }],
  ["f_departs", undefined, hours, { from: "2026-11-25T10:00" }],
  ["f_departs", "f_arrives", hours, { from: "2026-11-25T10:00", to: "2026-11-25T12:30" }],
  [
    "f_departs",
    "f_arrives",
    { from: "2026-11-25", to: "2026-11-25" },
    { from: "2026-11-25T08:00", to: "2026-11-25T09:00" },
  ],
])("what is drawn by %s until %s has the dates that it can have", (by, end, span, dates) => {
  expect(drawnDates(values, drawnOn(by, end)!, span)).toEqual(dates);
});

test("a record that is drawn is shown by its lens, from and to where its dates say", () => {
  for (const [by, end] of [["f_span"], ["f_begins", "f_ends"], ["f_departs", "f_arrives"]] as const)
    for (const span of [days, hours]) {
      const into = drawnOn(by, end)!;
      store.act(addToRegister, {
        register: "trips",
        id: "drawn",
        fields: { ...drawnRecord(values, into, span, today), title: "Drawn" },
      });
      expect(store.find("row", "drawn") as Row).toMatchObject({ title: "Drawn", f_state: "plan" });
      const view = new LensView(values, { ...kept, groups: [], sorts: [] }, { firstWeekday: 1 });
      const [item] = layerItems(view, into.layer).filter(({ record }) => record.id === "drawn");
      const { from, to } = drawnDates(values, into, span);
      expect([item?.first, item?.last]).toEqual([from.slice(0, 10), to?.slice(0, 10)]);
      store.undo();
    }
});

test("layers by a computed date, of tasks or events, and of lenses that are gone take nothing", () => {
  expect(drawnOn("f_next")).toBeUndefined();
  expect(drawnOn("f_gone")).toBeUndefined();
  expect(drawnLayers(values, [{ ...layer("f_span"), lens: "gone" }], [kept])).toEqual([]);
  expect(drawnLayers(values, [layer("doDay")], [{ ...kept, registers: ["tasks"] }])).toEqual([]);
  expect(drawnOn("f_span")?.label).toBe("Trip");
  expect(drawnLayers(values, [layer("f_span"), layer("f_begins")], [kept]).map(({ label }) => label)).toEqual([
    "Trip by span",
    "Trip by begins",
  ]);
});
