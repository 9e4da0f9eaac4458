import { within } from "@testing-library/react";
import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { bareRecord, defaultSettings, type PensumRecord, type Work } from "@/core/model";
import { drafts } from "@/panels/lensDrafts";
import { draw, now, taskOf } from "@/ui/testing/screen";
import { backView } from "./backView";
import { LookBackRoom } from "./LookBackRoom";

const theme = (id: string, title: string, weeklyMinutes?: number): PensumRecord => ({
  ...bareRecord("theme", { id, title, now }),
  ...(weeklyMinutes ? { weeklyMinutes } : {}),
});
const entry = (id: string, start: string, minutes: number, task: string): Work => ({
  ...bareRecord("work", { id, now }),
  ...{ start: `${start}:00`, end: `${start}:${minutes}`, task },
});
const records: PensumRecord[] = [
  { ...defaultSettings, hour12: false, firstWeekday: 1 },
  theme("field", "Fieldwork", 120),
  theme("desk", "Desk"),
  taskOf("ta", { title: "Survey", theme: "field" }),
  taskOf("tb", { title: "Mail", theme: "desk" }),
  entry("a", "2026-11-16T09", 50, "ta"),
  entry("b", "2026-11-17T09", 30, "tb"),
  entry("c", "2026-11-17T11", 20, "ta"),
  // This week, and not asked for.
  entry("d", "2026-11-23T09", 40, "ta"),
];
const hours = "Where the hours went";

// A chart is as wide as its place, and a document that is not drawn has none.
const width = Object.getOwnPropertyDescriptor(HTMLElement.prototype, "clientWidth");
beforeAll(() => {
  Object.defineProperty(HTMLElement.prototype, "clientWidth", { configurable: true, get: () => 560 });
});
afterAll(() => {
  if (width) Object.defineProperty(HTMLElement.prototype, "clientWidth", width);
  else Reflect.deleteProperty(HTMLElement.prototype, "clientWidth");
  history.replaceState(null, "", "/");
});

beforeEach(() => {
  backView.choose({ span: "lastWeek", beside: "before", way: "theme", hidden: [] });
  drafts.clear();
});

describe("looking back", () => {
  it("answers in a sentence, in a picture and in a table that say the same", async () => {
    const { getByRole, within, user } = await drawn();
    const chart = within(getByRole("region", { name: hours }));
    expect(chart.getByRole("heading").textContent).toBe("Fieldwork got 1 h 10 of the 2 h you want for it.");
    const marks = chart.getAllByRole("button").map((mark) => mark.getAttribute("aria-label"));
    expect(marks.filter((name) => name?.startsWith("Fieldwork"))).toEqual([
      "Fieldwork, hours 1 h 10, target 2 h, of the target 58%, share of all 70%, before 0 min",
    ]);
    await user.click(chart.getByRole("button", { name: "Table" }));
    expect(chart.getByRole("row", { name: /^Fieldwork/ }).textContent).toBe("Fieldwork1 h 102 h58%70%0 min");
  });

  it("becomes a table by a key, from which one gets back by the next", async () => {
    const { getByRole, user } = await drawn();
    const chart = within(getByRole("region", { name: hours }));
    chart.getByRole("button", { name: /^Fieldwork/ }).focus();
    await user.keyboard("t");
    expect(chart.getByRole("table")).toBeTruthy();
    await user.keyboard("{Enter}");
    expect(chart.queryByRole("table")).toBeNull();
  });

  it("opens the entries behind a mark by keys and by pointer, and just these", async () => {
    const { getByRole, within, user } = await drawn();
    const chart = within(getByRole("region", { name: hours }));
    chart.getByRole("button", { name: /^Fieldwork/ }).focus();
    await user.keyboard("{ArrowDown}{Enter}");
    expect(drafts.get("work")?.where).toEqual({ all: [{ these: ["b"] }] });
    await user.click(chart.getByRole("button", { name: /^Fieldwork/ }));
    expect(drafts.get("work")?.where).toEqual({ all: [{ these: ["a", "c"] }] });
    expect(location.pathname).toBe("/registers/work/all");
  });

  it("follows what is chosen in its sentence, and what is logged meanwhile", async () => {
    const { getByRole, findByRole, within, user, store } = await drawn();
    await user.click(getByRole("button", { name: /^Which days/ }));
    await user.click(await findByRole("button", { name: "this week" }));
    const answer = () => within(getByRole("region", { name: hours })).getByRole("heading").textContent;
    expect(answer()).toBe("Fieldwork got 40 min of the 2 h you want for it.");
    store.act({ name: "log", run: (tx) => (tx.put(entry("e", "2026-11-24T09", 50, "ta")), "Logged") }, undefined);
    await findByRole("heading", { name: "Fieldwork got 1 h 30 of the 2 h you want for it." });
  });

  it("asks only what is wanted, and says what to do where nothing is", async () => {
    backView.choose({ ...backView.read(), hidden: [] });
    const { getByRole, findByRole, queryAllByRole, user } = await drawn();
    const before = queryAllByRole("region").length;
    await user.click(getByRole("button", { name: /^Which questions/ }));
    await user.click(await findByRole("button", { name: /^Habits/ }));
    expect(queryAllByRole("region", { hidden: true }).length).toBe(before - 1);
  });
});

async function drawn() {
  const screen = await draw(<LookBackRoom part="insight" />, records);
  await screen.findByRole("region", { name: hours });
  return { ...screen, within };
}
