import { describe, expect, test } from "vitest";
import { bareRecord, defaultSettings, Refusal, type PensumRecord } from "../model";
import { Store } from "../store";
import { standingClock } from "../time";
import { moveDated, stretchDated } from "./moveDated";

const now = "2026-11-24T11:07";
const register = { id: "own", kind: "register", title: "Trips", one: "Trip", text: "" } as unknown as PensumRecord;
const field = (id: string, type: string) =>
  ({
    id,
    kind: "field",
    register: "own",
    name: `f_${id}`,
    title: id,
    type,
    order: 0,
    text: "",
  }) as unknown as PensumRecord;
const row = (values: Record<string, unknown>) =>
  ({ id: "row", kind: "row", register: "own", title: "Trip", text: "", createdAt: now, ...values }) as PensumRecord;
const storeOf = (values: Record<string, unknown>) => {
  const records = [
    defaultSettings,
    register,
    ...["date", "moment", "range"].map((type) => field(`x${type}`, type)),
    { ...field("xend", "date") },
    { ...field("xuntil", "moment") },
    row(values),
  ];
  return new Store(new Map(records.map((one) => [one.id, one])), [], standingClock(now, "Europe/Berlin"));
};
const moved = (values: Record<string, unknown>, name: string, to: string) => {
  const store = storeOf(values);
  store.act(moveDated, { id: "row", field: name, to });
  const after = store.get("row") as unknown as Record<string, unknown>;
  store.undo();
  expect(store.get("row")).toEqual(row(values));
  return after[name];
};

describe("a record that is moved by one of its dates", () => {
  test.each([
    ["f_xdate", "2026-12-01", "2026-12-03", "2026-12-03"],
    ["f_xdate", "2026-12-01", "2026-12-03T14:00", "2026-12-03"],
    ["f_xmoment", "2026-12-01T09:30", "2026-12-03", "2026-12-03T09:30"],
    ["f_xmoment", "2026-12-01T09:30", "2026-12-03T14:00", "2026-12-03T14:00"],
  ])("keeps what it is: %s of %s to %s", (name, from, to, after) => {
    expect(moved({ [name]: from }, name, to)).toBe(after);
  });

  test("keeps how far two dates are apart", () => {
    expect(moved({ f_xrange: ["2026-12-01", "2026-12-05"] }, "f_xrange", "2026-12-30")).toEqual([
      "2026-12-30",
      "2027-01-03",
    ]);
  });

  test.each([
    ["f_xdate", "2026-12-03", "2026-12-03"],
    ["f_xdate", "2026-12-03T14:00", "2026-12-03"],
    ["f_xmoment", "2026-12-03", "2026-12-03T12:00"],
    ["f_xmoment", "2026-12-03T14:00", "2026-12-03T14:00"],
    ["f_xrange", "2026-12-03", ["2026-12-03", "2026-12-03"]],
  ])("gets the date that it did not have: %s, put on %s", (name, to, after) => {
    expect(moved({}, name, to)).toEqual(after);
  });

  test("is refused where the field is no date", () => {
    expect(() => moved({}, "f_gone", "2026-12-03")).toThrow(Refusal);
    expect(() => moved({}, "title", "2026-12-03")).toThrow(Refusal);
  });
});

describe("a record whose start and end are two fields", () => {
  const days = { f_xdate: "2026-12-01", f_xend: "2026-12-04" };
  const hours = { f_xmoment: "2026-12-01T09:30", f_xuntil: "2026-12-01T11:00" };

  test("moves as one", () => {
    const store = storeOf(days);
    store.act(moveDated, { id: "row", field: "f_xdate", end: "f_xend", to: "2026-12-30" });
    expect(store.get("row")).toMatchObject({ f_xdate: "2026-12-30", f_xend: "2027-01-02" });
  });

  test("is stretched by its end, which cannot come before its start", () => {
    const store = storeOf({ ...days, ...hours });
    store.act(stretchDated, { id: "row", field: "f_xdate", end: "f_xend", to: "2026-12-06" });
    store.act(stretchDated, { id: "row", field: "f_xmoment", end: "f_xuntil", to: "2026-12-01T12:15" });
    expect(store.get("row")).toMatchObject({ f_xend: "2026-12-06", f_xuntil: "2026-12-01T12:15" });
    const before = { id: "row", field: "f_xdate", end: "f_xend", to: "2026-11-30" };
    expect(() => store.act(stretchDated, before)).toThrow(/after the start/);
  });

  test("of an event is stretched by its own end", () => {
    const event = bareRecord("event", { id: "meeting", title: "Meeting", now });
    const hours = { start: "2026-12-01T09:30", end: "2026-12-01T10:30" };
    const store = new Store(new Map([["meeting", { ...event, ...hours }]]), [], standingClock(now, "Europe/Berlin"));
    store.act(stretchDated, { id: "meeting", field: "start", to: "2026-12-01T12:00" });
    expect(store.get("meeting")).toMatchObject({ start: "2026-12-01T09:30", end: "2026-12-01T12:00" });
  });

  test("gets an end where it had none, and two dates in one field are stretched too", () => {
    const store = storeOf({ f_xdate: "2026-12-01", f_xrange: ["2026-12-01", "2026-12-02"] });
    store.act(stretchDated, { id: "row", field: "f_xdate", end: "f_xend", to: "2026-12-03" });
    store.act(stretchDated, { id: "row", field: "f_xrange", to: "2026-12-09" });
    expect(store.get("row")).toMatchObject({ f_xend: "2026-12-03", f_xrange: ["2026-12-01", "2026-12-09"] });
    expect(() => store.act(stretchDated, { id: "row", field: "f_xmoment", to: "2026-12-09" })).toThrow(Refusal);
  });
});
