import { act } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { bareRecord, defaultSettings, type Goal, type PensumRecord } from "@/core/model";
import { draw, now } from "@/ui/testing/screen";
import { GoalReadings } from "./GoalReadings";

const own = (register: string, name: string, more: object): PensumRecord =>
  ({
    ...{ id: `${register}-${name}`, kind: "field", register, name, title: name, text: "", order: 1 },
    ...more,
  }) as PensumRecord;
const run = (id: string, f_day: string, f_km: number): PensumRecord =>
  ({
    ...{ id, kind: "row", register: "runs", title: id, text: "", tags: [] },
    ...{ f_goal: "n", f_km, f_day },
  }) as unknown as PensumRecord;
const goal = {
  ...bareRecord("goal", { id: "n", title: "Run 40 km", now }),
  ...{ measure: "number", targetNumber: 40, numberField: "f_sum" },
} as Goal;
const records: PensumRecord[] = [
  defaultSettings,
  { ...{ id: "runs", kind: "register", title: "Runs", text: "" } } as PensumRecord,
  own("runs", "f_goal", { type: "link", target: "goals" }),
  own("runs", "f_day", { type: "date" }),
  own("runs", "f_km", { type: "number" }),
  own("goals", "f_sum", { type: "summary", summary: { register: "runs", link: "f_goal", way: "sum", of: "f_km" } }),
  goal,
  run("a", "2026-11-02", 5.25),
  run("b", "2026-11-20", 8),
];

describe("the readings of a goal whose number a summary gives", () => {
  it("are drawn and listed, the last first, and follow the records behind it", async () => {
    const { container, store } = await draw(<GoalReadings goal={goal} />, records);
    const listed = () => [...container.querySelectorAll("dl dd")].map(({ textContent }) => textContent);
    expect(listed()).toEqual(["13.25", "5.25"]);
    expect(container.querySelectorAll(".chart-dot")).toHaveLength(2);
    act(() => void store.act({ name: "put", run: (tx) => (tx.put(run("c", "2026-11-22", 2)), "") }, {}));
    expect(listed()).toEqual(["15.25", "13.25", "5.25"]);
  });

  it("are not there before a record has a date", async () => {
    const { container } = await draw(<GoalReadings goal={goal} />, records.slice(0, -2));
    expect(container.textContent).toBe("");
  });
});
