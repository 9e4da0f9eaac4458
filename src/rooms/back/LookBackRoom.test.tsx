import { act, within } from "@testing-library/react";
import { useState } from "react";
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

  it("opens what is behind one hour of a weekday, by pointer and from the table", async () => {
    const { getByRole, within, user } = await drawn();
    const chart = within(getByRole("region", { name: "Best hours" }));
    const monday = chart.getByRole("button", { name: /^Mon/ });
    await user.click(monday.querySelector("[data-cell]")!);
    expect(drafts.get("work")?.where).toEqual({ all: [{ these: ["a"] }] });
    drafts.clear();
    await user.click(chart.getByRole("button", { name: "Table" }));
    await user.click(within(chart.getByRole("row", { name: /^Mon/ })).getByRole("button", { name: "50 min" }));
    expect(drafts.get("work")?.where).toEqual({ all: [{ these: ["a"] }] });
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
  it("keeps what is asked as a board, a page of its own with its own order, days and name", async () => {
    const { getByRole, findByRole, user, store } = await drawn();
    await user.click(getByRole("button", { name: /^Which questions/ }));
    for (const name of [/^Habits/, /^Sittings/]) await user.click(await findByRole("button", { name }));
    await user.type(getByRole("textbox", { name: "Keep these as a board" }), "Friday{Enter}");
    const boards = () => store.find("settings", "settings")?.boards ?? [];
    expect(boards()).toMatchObject([{ title: "Friday", span: "lastWeek", way: "theme", beside: "before" }]);
    const [{ id, questions } = { id: "", questions: [] }] = boards();
    expect(questions).not.toContain("habits");
    expect(location.pathname).toBe(`/back/insight/${id}`);
    act(() => openBoard(id));
    const titles = () => getByRole("main").querySelectorAll("section.chart[aria-label]");
    const names = () => [...titles()].map((one) => one.getAttribute("aria-label"));
    const [first, second] = names();
    await user.click(getByRole("button", { name: `Move “${second!}” up` }));
    expect(names().slice(0, 2)).toEqual([second, first]);
    // What is chosen on a board is the board's, and not of this device.
    await user.click(getByRole("button", { name: /^Which days/ }));
    await user.click(await findByRole("button", { name: "this week" }));
    expect([boards()[0]!.span, backView.read().span]).toEqual(["thisWeek", "lastWeek"]);
    store.undo();
    store.undo();
    expect(boards()[0]).toMatchObject({ span: "lastWeek", questions });
    await user.keyboard("{Escape}");
    await user.click(getByRole("button", { name: /^Which questions/ }));
    await user.click(await findByRole("button", { name: "Delete this board" }));
    expect(boards()).toEqual([]);
    expect(location.pathname).toBe("/back");
  });

  it("refuses a second board of a name, and says of one that is gone that it is", async () => {
    const { getByRole, findByRole, user, store } = await drawn();
    await user.click(getByRole("button", { name: /^Which questions/ }));
    const field = await findByRole("textbox", { name: "Keep these as a board" });
    await user.type(field, "Friday{Enter}");
    await user.type(field, " friday {Enter}");
    expect(store.find("settings", "settings")?.boards).toHaveLength(1);
    act(() => openBoard("gone"));
    expect(getByRole("main").textContent).toContain("This board no longer exists.");
  });
});

/** Goes to a board, as the address would. */
let openBoard: (id: string) => void;
function Room() {
  const [board, setBoard] = useState<string>();
  openBoard = setBoard;
  return <LookBackRoom part="insight" board={board} />;
}

async function drawn() {
  const screen = await draw(<Room />, records);
  await screen.findByRole("region", { name: hours });
  return { ...screen, within };
}
