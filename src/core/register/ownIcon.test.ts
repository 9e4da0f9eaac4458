import { expect, test } from "vitest";
import { bareRecord, defaultSettings, type FieldRecord, type PensumRecord } from "../model";
import { faultOf } from "../model/checks";
import { Store } from "../store";
import { someTask } from "../testing/arbitraries";
import { lastSign, ownIcon } from "./ownIcon";

const now = "2026-11-24T11:07";
const stage: FieldRecord = {
  ...{
    id: "field",
    kind: "field",
    register: "tasks",
    name: "f_stage",
    title: "Stage",
    type: "choice",
    order: 1,
    text: "",
  },
  options: [
    { id: "draft", title: "Draft", icon: "✎" },
    { id: "sent", title: "Sent" },
  ],
};
const water = { ...bareRecord("theme", { id: "water", title: "Water", now }), icon: "🌊" };
const task = { ...someTask("ta"), theme: "water", f_stage: "draft" } as PensumRecord;
const block = { ...bareRecord("block", { id: "hb", title: "", now }), task: "ta", start: now, end: "2026-11-24T12:00" };
const store = new Store(new Map([defaultSettings, stage, water, task, block].map((one) => [one.id, one])));

test("what is planned has the icon of its theme or of its choice; hours have those of their task", () => {
  for (const record of [task, block as PensumRecord])
    expect([ownIcon(store, record, "theme"), ownIcon(store, record, "f_stage")]).toEqual(["🌊", "✎"]);
  const other = { ...someTask("tb"), f_stage: "sent" } as PensumRecord;
  expect([ownIcon(store, other, "theme"), ownIcon(store, other, "f_stage"), ownIcon(store, other, "f_gone")]).toEqual([
    undefined,
    undefined,
    undefined,
  ]);
});

test.each([
  ["🌊", "🌊"],
  [" R ", "R"],
  ["🌊🐟", "🐟"],
  ["👩‍🔬", "👩‍🔬"],
  ["e\u0301", "e\u0301"],
  ["", ""],
  ["   ", ""],
])("of %s the icon is the last whole sign", (typed, icon) => {
  expect(lastSign(typed)).toBe(icon);
});

test("a theme and a choice hold no more than an icon", () => {
  expect(faultOf(water)).toBeUndefined();
  expect(faultOf({ ...water, icon: "x".repeat(17) })).toBeDefined();
  expect(faultOf({ ...stage, options: [{ id: "a", title: "A", icon: "x".repeat(17) }] })).toBeDefined();
});
