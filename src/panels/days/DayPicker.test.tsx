import { act } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { place } from "@/core/commands";
import { defaultSettings } from "@/core/model";
import { DayPicker } from "./DayPicker";
import { draw, taskOf, today } from "@/ui/testing/screen";

const records = (firstWeekday: number) => [{ ...defaultSettings, firstWeekday }, taskOf("ta", { estimateMinutes: 60 })];
const drawn = async (more: object = {}, firstWeekday = 1) => {
  const picked = vi.fn();
  const screen = await draw(<DayPicker today={today} onPick={picked} {...more} />, records(firstWeekday));
  const focused = () => (document.activeElement as HTMLElement).dataset.date;
  return { ...screen, picked, focused };
};

describe("days to choose from", () => {
  it("are gone through by keys, over the end of the month, and Enter chooses the day that was reached", async () => {
    const { container, picked, user, focused } = await drawn();
    container.querySelector<HTMLElement>(`[data-date="${today}"]`)?.focus();
    await user.keyboard("{ArrowDown}");
    expect(focused()).toBe("2026-12-01");
    await user.keyboard("{ArrowLeft}{ArrowLeft}{ArrowUp}");
    expect(focused()).toBe("2026-11-22");
    await user.keyboard("{Enter}");
    expect(picked.mock.calls).toEqual([["2026-11-22"]]);
  });

  it("begin the week as this person does", async () => {
    const first = async (weekday: number) => {
      const { container, unmount } = await drawn({}, weekday);
      const date = container.querySelector<HTMLElement>("[data-date]")?.dataset.date;
      unmount();
      return date;
    };
    expect([await first(1), await first(7), await first(6)]).toEqual(["2026-10-26", "2026-11-01", "2026-10-31"]);
  });

  it("say how full each is, and follow what is placed meanwhile", async () => {
    const { container, store } = await drawn();
    const label = () => container.querySelector('[data-date="2026-11-25"]')?.getAttribute("aria-label");
    expect(label()).toMatch(/^Wednesday.*25.*, 0 min of 8 h planned$/);
    act(() => void store.act(place, { task: "ta", start: "2026-11-25T09:00", minutes: 60 }));
    expect(label()).toMatch(/, (?:60 min|1 h) of 8 h planned$/);
  });

  it("before the first that may be chosen are out of reach", async () => {
    const { container, picked, user } = await drawn({ from: "2026-11-25" });
    await user.click(container.querySelector('[data-date="2026-11-24"]') as Element);
    expect(picked).not.toHaveBeenCalled();
    await user.click(container.querySelector('[data-date="2026-11-25"]') as Element);
    expect(picked).toHaveBeenCalledWith("2026-11-25");
  });
});
