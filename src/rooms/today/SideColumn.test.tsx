import { act, waitFor } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { editRecord, place, saveSettings, setState } from "@/core/commands";
import { defaultSettings, type Block } from "@/core/model";
import { estimateText } from "@/core/time";
import { draw, entryOf, taskOf, today } from "@/ui/testing/screen";
import { SideColumn } from "./SideColumn";

const tasks = ["ta", "tb", "tc", "td"].map((id) => taskOf(id, { doDay: today }));
const drawn = () => draw(<SideColumn date={today} today={today} hidden={false} />, [defaultSettings, ...tasks]);
const rows = (container: HTMLElement) =>
  [...container.querySelectorAll<HTMLElement>("[data-tray]")].map((row) => row.dataset.tray);

describe("tasks not placed", () => {
  it("stands in its old order again after a tick by key and its undo, also among tasks of the same minute", async () => {
    const { container, user, store, undo } = await drawn();
    expect(rows(container)).toEqual(["ta", "tb", "tc", "td"]);
    container.querySelector<HTMLElement>("[data-tray=tb]")?.focus();
    await user.keyboard(" ");
    expect(store.get("tb")).toMatchObject({ state: "done" });
    expect(rows(container)).toEqual(["ta", "tc", "td"]);
    undo();
    expect(rows(container)).toEqual(["ta", "tb", "tc", "td"]);
  });

  it("goes through its rows by arrows, and holds at both ends", async () => {
    const { container, user } = await drawn();
    const at = () => (document.activeElement as HTMLElement).dataset.tray;
    container.querySelector<HTMLElement>("[data-tray=ta]")?.focus();
    await user.keyboard("{ArrowDown}{ArrowDown}");
    expect(at()).toBe("tc");
    await user.keyboard("{ArrowDown}{ArrowDown}{ArrowDown}");
    expect(at()).toBe("td");
    await user.keyboard("{ArrowUp}{ArrowUp}{ArrowUp}{ArrowUp}{ArrowUp}");
    expect(at()).toBe("ta");
  });

  it("lets several be chosen by Shift and arrows or by presses, and one act is for all of them", async () => {
    const { container, getByRole, queryByRole, user, store, undo } = await drawn();
    const row = (id: string) => container.querySelector<HTMLElement>(`[data-tray=${id}]`)!;
    const chosen = () => rows(container).filter((id) => row(id!).getAttribute("aria-pressed") === "true");
    const doneOf = () => tasks.map(({ id }) => store.find("task", id)?.state);
    row("tb").focus();
    await user.keyboard("{Shift>}{ArrowDown}{ArrowDown}{/Shift}");
    expect(chosen()).toEqual(["tb", "tc", "td"]);
    await user.keyboard("{Shift>}{ArrowUp}{/Shift}");
    expect(chosen()).toEqual(["tb", "tc"]);
    expect(getByRole("status").textContent).toBe("2 tasks chosen");
    await user.keyboard(" ");
    expect(doneOf()).toEqual(["open", "done", "done", "open"]);
    expect(rows(container)).toEqual(["ta", "td"]);
    expect(queryByRole("group", { name: "Chosen tasks" })).toBeNull();
    undo();
    expect(doneOf()).toEqual(["open", "open", "open", "open"]);
    await user.keyboard("{Escape}");

    await user.keyboard("{Control>}");
    for (const id of ["ta", "td", "tb", "td"]) await user.click(row(id));
    await user.keyboard("{/Control}");
    expect(chosen()).toEqual(["ta", "tb"]);
    // An act on a row that is not chosen is for that row alone.
    row("td").focus();
    await user.keyboard(" ");
    expect(doneOf()).toEqual(["open", "open", "open", "done"]);
    row("ta").focus();
    await user.keyboard("h");
    const blocks = store.list("kind", "block") as readonly Block[];
    expect(blocks.map(({ task }) => task).sort()).toEqual(["ta", "tb"]);
    expect(new Set(blocks.map(({ start }) => start)).size).toBe(2);
  });

  it("shows what is left of a task that was begun, counts just that, and carries it so", async () => {
    const begun = taskOf("ta", { title: "Varnish", doDay: today, estimateMinutes: 60 });
    const { container } = await draw(<SideColumn date={today} today={today} hidden={false} />, [
      ...[defaultSettings, begun, taskOf("tb", { doDay: today, estimateMinutes: 20 })],
      entryOf("e", "09:00", "09:25"),
    ]);
    expect(container.querySelector("[data-tray=ta]")?.textContent).toBe("Varnish35 min left");
    expect(container.querySelector("[data-tray=tb]")?.textContent).toBe("Task tb20 min");
  });

  it("says how many there are and what is free, and both follow what is done elsewhere", async () => {
    const { getByText, queryByText, store, container } = await drawn();
    expect(getByText("4 tasks")).toBeTruthy();
    act(() => void store.act(place, { task: "ta", start: `${today}T13:00`, minutes: 60 }));
    expect(getByText("3 tasks")).toBeTruthy();
    act(() => void store.act(setState, { tasks: ["tb", "tc", "td"], state: "dropped" }));
    expect(queryByText(/tasks?$/)).toBeNull();
    expect(container.textContent).toContain("Nothing to place. Press N to add a task.");
    act(() => void store.act(editRecord, { id: "tb", fields: { state: "open" } }));
    expect(rows(container)).toEqual(["tb"]);
  });

  it("shows the usual length beside the typed one where that counts, and counts it in what fits", async () => {
    const reports = Array.from({ length: 12 }, (_, at) =>
      taskOf(`r${at}`, {
        ...{ state: "done", estimateMinutes: 60, tookMinutes: 96, theme: "reporting" },
        doneAt: `2026-11-${10 + at}T15:00`,
      }),
    );
    const letter = taskOf("ta", { title: "Letter", doDay: today, estimateMinutes: 60, theme: "reporting" });
    const { container, store } = await draw(<SideColumn date={today} today={today} hidden={false} />, [
      defaultSettings,
      ...reports,
      letter,
    ]);
    const row = () => container.querySelector("[data-tray=ta]")?.textContent;
    expect(row()).toBe("Letter60 min");
    act(() => void store.act(saveSettings, { countLearnt: true }));
    await waitFor(() => expect(row()).toBe(`Letter60 min, likely ${estimateText(store.lengthOf(letter) as number)}`));
    expect(store.lengthOf(letter)).toBeGreaterThan(75);
    act(() => void store.undo());
    expect(row()).toBe("Letter60 min");
  });
});
