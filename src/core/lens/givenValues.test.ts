import { describe, expect, test } from "vitest";
import { addRegister, addField, addToRegister } from "../shaping";
import { fieldValues, findRegister, type Register } from "../register";
import { Store } from "../store";
import { standingClock } from "../time";
import type { Condition, Grouping } from "../model";
import { givenValues } from "./givenValues";
import { LensView, type LensQuery } from "./lensView";

const today = "2026-11-24";
const store = new Store(new Map(), [], standingClock(`${today}T11:07`));
store.act(addRegister, { title: "Permits", id: "permits" });
const options = [
  { id: "oa", title: "Draft" },
  { id: "ob", title: "Heard" },
];
store.act(addField, { register: "permits", type: "choice", id: "xstage", setting: { title: "Stage", options } });
store.act(addField, { register: "permits", type: "choices", id: "xkinds", setting: { title: "Kinds", options } });
store.act(addField, { register: "permits", type: "date", id: "xday", setting: { title: "Day" } });
store.act(addField, { register: "permits", type: "moment", id: "xat", setting: { title: "At" } });
store.act(addField, { register: "permits", type: "number", id: "xfee", setting: { title: "Fee" } });
store.act(addField, { register: "permits", type: "yesNo", id: "xopen", setting: { title: "Open" } });
store.act(addField, {
  register: "permits",
  type: "formula",
  id: "xtwice",
  setting: { title: "Twice", formula: "fee * 2" },
});
const permits = findRegister(store, "permits") as Register;
const values = fieldValues(store);
const given = (where: Condition, groups?: readonly Grouping[], keys?: readonly string[]) =>
  givenValues(values, permits, today, where, groups, keys);

describe("what is added under a condition or in a group", () => {
  test("gets the one value that the condition leaves it", () => {
    expect(
      given({
        all: [
          { field: "f_xstage", is: "oneOf", value: ["ob"] },
          { field: "f_xkinds", is: "oneOf", value: ["oa"] },
          { field: "f_xday", is: "is", value: "tomorrow" },
          { field: "f_xopen", is: "is", value: true },
          { all: [{ field: "f_xfee", is: "is", value: 12 }] },
        ],
      }),
    ).toEqual({ f_xstage: "ob", f_xkinds: ["oa"], f_xday: "2026-11-25", f_xopen: true, f_xfee: 12 });
  });

  test("gets nothing where the condition leaves a choice, or the field is computed", () => {
    expect(
      given({
        all: [
          { field: "f_xstage", is: "oneOf", value: ["oa", "ob"] },
          { any: [{ field: "f_xfee", is: "is", value: 12 }] },
          { not: { field: "f_xopen", is: "is", value: true } },
          { field: "f_xtwice", is: "is", value: 4 },
          { field: "gone", is: "is", value: 1 },
        ],
      }),
    ).toEqual({});
  });

  test.each<[Grouping, string, unknown]>([
    [{ field: "f_xstage" }, "oa", "oa"],
    [{ field: "f_xkinds" }, "ob", ["ob"]],
    [{ field: "f_xday", by: "day" }, "2026-12-01", "2026-12-01"],
    [{ field: "f_xday", by: "week" }, "2026-11-30", "2026-11-30"],
    [{ field: "f_xday", by: "month" }, "2026-11", today],
    [{ field: "f_xday", by: "month" }, "2027-01", "2027-01-01"],
    [{ field: "f_xfee" }, "12", 12],
    [{ field: "f_xopen" }, "yes", true],
  ])("stands in the group %j of key %s", (grouping, key, value) => {
    const fields = given({ all: [] }, [grouping], [key]);
    expect(fields).toEqual({ [grouping.field]: value });
    const id = `r${key.replace(/\W/g, "")}${grouping.field}`.toLowerCase();
    store.act(addToRegister, { register: "permits", id, fields });
    const query: LensQuery = {
      registers: ["permits"],
      where: { all: [] },
      done: "all",
      groups: [grouping],
      sorts: [],
      shown: [],
    };
    const view = new LensView(values, query, { firstWeekday: 1 });
    expect(view.entries.find(({ record }) => record.id === id)?.place.groups).toEqual([key]);
    store.undo();
  });

  test("takes what the condition gave out again in the group of what has none", () => {
    const where: Condition = { all: [{ field: "f_xstage", is: "oneOf", value: ["ob"] }] };
    expect(given(where, [{ field: "f_xstage" }], [""])).toEqual({});
  });
});
