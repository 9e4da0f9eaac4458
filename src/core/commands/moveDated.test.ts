import { describe, expect, test } from "vitest";
import { defaultSettings, Refusal, type PensumRecord } from "../model";
import { Store } from "../store";
import { standingClock } from "../time";
import { moveDated } from "./moveDated";

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
const moved = (values: Record<string, unknown>, name: string, to: string) => {
  const records = [
    defaultSettings,
    register,
    ...["date", "moment", "range"].map((type) => field(`x${type}`, type)),
    row(values),
  ];
  const store = new Store(new Map(records.map((one) => [one.id, one])), [], standingClock(now, "Europe/Berlin"));
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

  test("is refused where there is no date", () => {
    expect(() => moved({}, "f_xdate", "2026-12-03")).toThrow(Refusal);
  });
});
