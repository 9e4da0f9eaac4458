import { fireEvent, waitFor } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { defaultSettings } from "@/core/model";
import { draw, taskOf, today } from "@/ui/testing/screen";
import { MatrixView } from "./MatrixView";

const tasks = [
  taskOf("ta", { title: "Letter", due: "2026-11-26", priority: "high", estimateMinutes: 60 }),
  taskOf("tb", { title: "Consent", due: "2026-12-02", priority: "low", estimateMinutes: 30 }),
];
const drawn = async () => {
  const screen = await draw(<MatrixView today={today} sideOpen={false} />, [defaultSettings, ...tasks]);
  return { ...screen, card: (title: RegExp) => screen.getByRole("button", { name: title }) };
};

describe("the matrix by keys", () => {
  it("moves the second card a level up and a day on, each as one act that undoes", async () => {
    const { card, user, store, undo } = await drawn();
    let acts = 0;
    store.onAct(() => acts++);
    card(/^Consent/).focus();
    await user.keyboard("{ArrowUp}");
    expect(store.get("tb")).toMatchObject({ priority: "normal", due: "2026-12-02" });
    await user.keyboard("{ArrowRight}");
    expect(store.get("tb")).toMatchObject({ priority: "normal", due: "2026-12-03" });
    expect(acts).toBe(2);
    undo();
    undo();
    expect(store.get("tb")).toEqual(tasks[1]);
    expect(store.get("ta")).toEqual(tasks[0]);
  });

  it("changes nothing at the edge", async () => {
    const { card, user, store } = await drawn();
    card(/^Consent/).focus();
    await user.keyboard("{ArrowDown}{ArrowDown}");
    expect(store.get("tb")).toEqual(tasks[1]);
  });
});

describe("the matrix by pointer", () => {
  it("says what letting go means, does that in one act, and Escape leaves everything as it was", async () => {
    const { card, store, undo } = await drawn();
    let acts = 0;
    store.onAct(() => acts++);
    /** Pulls the card far down; gives what is said while it is held there. */
    const pull = async () => {
      fireEvent.pointerDown(card(/^Letter/), { button: 0, clientX: 300, clientY: 200, pointerId: 1 });
      fireEvent.pointerMove(window, { clientX: 300, clientY: 230, pointerId: 1 });
      fireEvent.pointerMove(window, { clientX: 300, clientY: 2000, pointerId: 1 });
      await waitFor(() => expect(document.querySelector(".drag-label")?.textContent).not.toBe(""));
      return document.querySelector(".drag-label")?.textContent;
    };
    await pull();
    fireEvent.keyDown(window, { key: "Escape" });
    expect([acts, document.querySelector(".drag-label")]).toEqual([0, null]);
    expect(await pull()).toBe("Low");
    fireEvent.pointerUp(window, { clientX: 300, clientY: 2000, pointerId: 1 });
    // Straight down to the last band: the level changes, the day does not.
    expect(store.get("ta")).toMatchObject({ priority: "low", due: "2026-11-26" });
    expect(acts).toBe(1);
    undo();
    expect(store.get("ta")).toEqual(tasks[0]);
  });
});
