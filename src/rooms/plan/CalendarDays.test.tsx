import { act, fireEvent } from "@testing-library/react";
import { memo } from "react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { moveItem } from "@/core/commands";
import { defaultSettings } from "@/core/model";
import type { NamedItem } from "@/core/plan";
import { blockOf, draw, taskOf, today } from "@/ui/testing/screen";
import { CalendarDays } from "./CalendarDays";

const draws: string[] = [];
// What becomes of an item is looked at elsewhere: here counts how often.
vi.mock("@/panels/hours/HourItem", () => ({
  HourItem: memo(function HourItem({ item }: { item: NamedItem }) {
    draws.push(item.record.id);
    return <div data-item={item.record.id}>{item.title}</div>;
  }),
}));

const items = Array.from({ length: 12 }, (_, at) => {
  const day = `2026-11-${23 + (at % 4)}`;
  return blockOf(`b${at}`, `${day}T${String(9 + (at % 3)).padStart(2, "0")}:00`, `${day}T12:00`, { task: "ta" });
});
let present = `${today}T11:07`;
const clock = { zone: "Europe/Berlin", now: () => present };
const drawn = () =>
  draw(
    <CalendarDays date={today} days={7} today={today} />,
    [{ ...defaultSettings, firstWeekday: 1 }, taskOf("ta", { estimateMinutes: 60 }), ...items],
    clock,
  );

describe("a week of hours", () => {
  beforeEach(() => {
    draws.length = 0;
    present = `${today}T11:07`;
  });

  it("draws each item once, and none again for a key or for a minute that passes", async () => {
    vi.useFakeTimers({ toFake: ["setInterval", "clearInterval"] });
    try {
      const { container, user } = await drawn();
      expect([...draws].sort()).toEqual(items.map(({ id }) => id).sort());
      draws.length = 0;
      container.querySelector<HTMLElement>("[data-pane-focus]")?.focus();
      await user.keyboard("{ArrowDown}{ArrowDown}{ArrowRight}");
      expect(draws).toEqual([]);
      present = `${today}T11:08`;
      act(() => void vi.advanceTimersByTime(5000));
      expect(container.textContent).toContain("11:08");
      expect(draws).toEqual([]);
    } finally {
      vi.useRealTimers();
    }
  });

  it("draws after an act what it changed, and nothing of other days", async () => {
    const { store } = await drawn();
    draws.length = 0;
    act(() => void store.act(moveItem, { id: "b0", start: "2026-11-23T09:15" }));
    expect(new Set(draws)).toEqual(new Set(["b0"]));
    draws.length = 0;
    act(() => void store.undo());
    expect(new Set(draws)).toEqual(new Set(["b0"]));
  });

  it("draws no item while a stretch is drawn over it", async () => {
    const { container } = await drawn();
    draws.length = 0;
    const column = container.querySelector<HTMLElement>('[data-column="2026-11-27"]') as HTMLElement;
    fireEvent.pointerDown(column, { button: 0, clientX: 600, clientY: 300, pointerId: 1 });
    for (let at = 1; at <= 20; at++)
      fireEvent.pointerMove(window, { clientX: 600, clientY: 300 + at * 8, pointerId: 1 });
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(container.querySelector("[data-ghost]")).not.toBeNull();
    expect(draws).toEqual([]);
    fireEvent.keyDown(window, { key: "Escape" });
  });
});
