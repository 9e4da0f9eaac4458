import { describe, expect, it, vi } from "vitest";
import { act } from "@testing-library/react";
import { setState } from "@/core/commands";
import { bareRecord, defaultSettings, type PensumRecord } from "@/core/model";
import { draw, now, taskOf } from "@/ui/testing/screen";
import { LikelyLength } from "./LikelyLength";

const reporting = bareRecord("theme", { id: "report", title: "Reporting", now });
const done = (count: number): PensumRecord[] =>
  Array.from({ length: count }, (_, at) =>
    taskOf(`d${at}`, {
      ...{ theme: "report", estimateMinutes: 60, tookMinutes: 84 + (at % 5) * 6 },
      ...{ state: "done", doneAt: "2026-11-20T15:00" },
    }),
  );
const drawn = (count: number, estimateMinutes: number | undefined, onTake?: (minutes: number) => void) =>
  draw(<LikelyLength question={{ estimateMinutes, theme: "report" }} {...(onTake ? { onTake } : {})} />, [
    defaultSettings,
    reporting,
    ...done(count),
  ]);

describe("how long it will likely take", () => {
  it("is said as a range, with how much of which theme it is from, and taken over by a press", async () => {
    const taken = vi.fn();
    const { container, getByRole, user } = await drawn(14, 60, taken);
    const length = "1 h( \\d+)?";
    expect(container.textContent).toMatch(
      new RegExp(
        `^Work like this took you ${length} to ${length}, four times out of five ${length} to [12] h( \\d+)?, going by 14 tasks in Reporting\\. Take ${length}$`,
      ),
    );
    await user.click(getByRole("button", { name: /^Take/ }));
    expect(taken.mock.calls[0]![0]).toBeGreaterThan(80);
    expect(taken.mock.calls[0]![0]).toBeLessThanOrEqual(100);
  });

  it("is not said before there are five of them", async () => {
    const { container } = await drawn(4, 60);
    expect(container.textContent).toBe("");
  });

  it("is said of work that nobody estimated, too", async () => {
    const { container } = await drawn(8, undefined);
    expect(container.textContent).toContain("going by 8 tasks in Reporting");
  });

  it("is not said of what has neither a theme nor a length", async () => {
    const { container } = await draw(<LikelyLength question={{}} />, [defaultSettings, reporting, ...done(8)]);
    expect(container.textContent).toBe("");
  });

  it("follows what is done elsewhere", async () => {
    const { container, store } = await drawn(5, 60);
    expect(container.textContent).toContain("going by 5 tasks in Reporting");
    act(() => void store.act(setState, { tasks: ["d0"], state: "open" }));
    expect(container.textContent).toBe("");
  });
});
