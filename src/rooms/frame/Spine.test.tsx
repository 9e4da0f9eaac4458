import { act } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { place, setState } from "@/core/commands";
import { defaultSettings } from "@/core/model";
import { draw, taskOf, today } from "@/ui/testing/screen";
import { Spine } from "./Spine";

const task = taskOf("ta", { estimateMinutes: 90, doDay: "2026-11-26" });
const drawn = (settings: object = {}) =>
  draw(<Spine date={today} today={today} addressOf={undefined} />, [
    { ...defaultSettings, firstWeekday: 1, ...settings },
    task,
  ]);

describe("the days at the side", () => {
  it("say how full each is, and only those days follow that an act changes", async () => {
    const { container, store } = await drawn();
    const label = (date: string) => container.querySelector(`[data-date="${date}"]`)?.getAttribute("aria-label") ?? "";
    expect(label("2026-11-26")).toMatch(/, 90 min of 8 h planned$|, 1 h 30 of 8 h planned$/);
    const before = label("2026-11-25");
    act(() => void store.act(place, { task: "ta", start: "2026-11-27T09:00", minutes: 90 }));
    expect(label("2026-11-27")).toMatch(/(90 min|1 h 30) of 8 h planned$/);
    expect(label("2026-11-26")).toMatch(/, 0 min of 8 h planned$/);
    expect(label("2026-11-25")).toBe(before);
    act(() => void store.act(setState, { tasks: ["ta"], state: "dropped" }));
    act(() => void store.undo());
    act(() => void store.undo());
    expect(label("2026-11-26")).toMatch(/(90 min|1 h 30) of 8 h planned$/);
  });

  it("are gone through by keys: one in reach of Tab, a week by Page, and back to today by Home", async () => {
    const { container, user } = await drawn();
    const here = () => (document.activeElement as HTMLElement).dataset.date;
    const reachable = () =>
      [...container.querySelectorAll<HTMLElement>('[data-date][tabindex="0"]')].map(({ dataset }) => dataset.date);
    expect(reachable()).toEqual([today]);
    container.querySelector<HTMLElement>(`[data-date="${today}"]`)?.focus();
    await user.keyboard("{ArrowDown}{ArrowDown}");
    expect(here()).toBe("2026-11-26");
    await user.keyboard("{ArrowUp}");
    expect(here()).toBe("2026-11-25");
    expect(reachable()).toEqual(["2026-11-25"]);
    await user.keyboard("{Home}");
    expect(here()).toBe(today);
    // They go on from the day that has the focus, whichever is open.
    container.querySelector<HTMLElement>('[data-date="2026-11-28"]')?.focus();
    await user.keyboard("{ArrowDown}");
    expect(here()).toBe("2026-11-29");
    await user.keyboard("{Home}");
    // Left and come back to, they begin where one is.
    await user.keyboard("{ArrowDown}");
    act(() => (document.activeElement as HTMLElement).blur());
    expect(reachable()).toEqual([today]);
  });

  it("begin the week as this person does, with its number where that is wanted", async () => {
    const { container, unmount } = await drawn({ showWeekNumbers: true });
    expect(container.textContent).toContain("Week 48");
    unmount();
    const sundays = await drawn({ firstWeekday: 7 });
    const dates = [...sundays.container.querySelectorAll<HTMLElement>("[data-date]")].map(
      ({ dataset }) => dataset.date,
    );
    expect(dates[0]).toMatch(/^\d{4}-\d{2}-\d{2}$/);
    expect(new Date(`${dates[0]}T00:00Z`).getUTCDay()).toBe(0);
  });
});
