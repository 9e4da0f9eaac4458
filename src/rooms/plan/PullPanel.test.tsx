import { within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { bareRecord, defaultSettings, type Task } from "@/core/model";
import { draw, now, taskOf, today } from "@/ui/testing/screen";
import { useMatrixCards } from "./matrixCards";
import { PullPanel } from "./PullPanel";

const survey = bareRecord("theme", { id: "survey", title: "Survey", now });
const tasks = [
  taskOf("late", { title: "Letter", due: "2026-11-23", estimateMinutes: 60, theme: "survey" }),
  taskOf("put", { title: "Ledger", carried: 6, estimateMinutes: 45, createdAt: "2026-09-01T09:00" }),
  taskOf("map", { title: "Map", due: "2026-12-11", estimateMinutes: 120 }),
];
const said = { onPriority: vi.fn(), onDay: vi.fn(), onState: vi.fn(), onNone: vi.fn() };

function Panel({ ids }: { ids: readonly string[] }) {
  const cards = useMatrixCards(today, "open", "due").filter(({ task }) => ids.includes(task.id));
  return <PullPanel cards={cards} across="due" today={today} hidden={false} {...said} />;
}
const drawn = (...ids: string[]) => draw(<Panel ids={ids} />, [defaultSettings, survey, ...tasks]);

describe("what is chosen on the matrix", () => {
  it("is asked for where nothing is", async () => {
    const { getByText } = await drawn();
    getByText(/^Select a card to see its pull/);
  });

  it("says why a task pulls, in parts that add up to the whole", async () => {
    const { container, getByText } = await drawn("late");
    const points = Number(container.querySelector("p > b")?.textContent);
    const parts = [...container.querySelectorAll("li > b")].map(({ textContent }) => Number(textContent));
    expect(points).toBeGreaterThan(0);
    expect(Math.abs(parts.reduce((sum, part) => sum + part, 0) - points)).toBeLessThanOrEqual(parts.length);
    getByText("60 min, Survey");
    getByText(/^Due /);
  });

  it("offers ways out of what keeps being put off: a first step, tomorrow, or dropping it", async () => {
    const { getByRole, user, store, undo } = await drawn("put");
    const ways = within(getByRole("region", { name: "Suggestions" }));
    expect(ways.getByRole("button", { name: "Add step" })).toHaveProperty("disabled", true);
    await user.type(ways.getByRole("textbox", { name: "First small step" }), "Find the receipts{Enter}");
    const step = (store.list("kind", "task") as Task[]).find(({ title }) => title === "Find the receipts");
    expect(step).toMatchObject({ parent: "put", estimateMinutes: 15, doDay: today });
    undo();
    await user.click(ways.getByRole("button", { name: "Do it tomorrow" }));
    expect(store.get("put")).toMatchObject({ doDay: "2026-11-25" });
    undo();
    await user.click(ways.getByRole("button", { name: "Drop it" }));
    expect(store.get("put")).toMatchObject({ state: "dropped" });
  });

  it("has no ways out for what was not put off", async () => {
    const { queryByRole } = await drawn("map");
    expect(queryByRole("region", { name: "Suggestions" })).toBeNull();
  });

  it("of several tasks says how many and how long, and changes them together", async () => {
    const { getByRole, getByText, getByLabelText, user } = await drawn("late", "map");
    getByText("2 tasks");
    getByText("3 h in all");
    await user.selectOptions(getByLabelText("Priority"), defaultSettings.priorities[0]!.id);
    expect(said.onPriority).toHaveBeenCalledWith(defaultSettings.priorities[0]!.id);
    await user.click(getByRole("button", { name: "Mark all as done" }));
    expect(said.onState).toHaveBeenLastCalledWith("done");
    await user.click(getByRole("button", { name: "Drop all" }));
    expect(said.onState).toHaveBeenLastCalledWith("dropped");
    await user.click(getByRole("button", { name: "Clear their day" }));
    expect(said.onDay).toHaveBeenLastCalledWith(undefined);
    await user.click(getByRole("button", { name: "Clear selection" }));
    expect(said.onNone).toHaveBeenCalled();
  });
});
