import { describe, expect, it } from "vitest";
import { defaultSettings, type PensumRecord } from "@/core/model";
import { draw, taskOf, today } from "@/ui/testing/screen";
import { GatherPanel } from "./GatherPanel";

const things = ["ta", "tb", "tc"].map((id, at) => taskOf(id, { unclarified: true, createdAt: `2026-11-02T09:0${at}` }));
const theme = { id: "field", kind: "theme", title: "Fieldwork", dye: "lichen", text: "" } satisfies PensumRecord;
const drawn = async () => {
  const screen = await draw(<GatherPanel />, [defaultSettings, theme, ...things]);
  let acts = 0;
  screen.store.onAct(() => acts++);
  return { ...screen, acts: () => acts };
};

describe("the inbox by keys", () => {
  it("makes of the second thing what was said, and goes on with the one behind it", async () => {
    const { user, store, acts, undo } = await drawn();
    await user.keyboard("{ArrowDown}{Enter}");
    expect(store.get("tb")).not.toHaveProperty("unclarified");
    expect([store.get("ta"), store.get("tc")]).toEqual([things[0], things[2]]);
    await user.keyboard("5");
    expect(store.get("tc")).toBeUndefined();
    expect(acts()).toBe(2);
    undo();
    undo();
    expect(["ta", "tb", "tc"].map((id) => store.get(id))).toEqual(things);
  });

  it("says how long such work took as soon as its theme is known, and takes that over", async () => {
    const done = Array.from({ length: 6 }, (_, at) =>
      taskOf(`d${at}`, {
        ...{ theme: "field", estimateMinutes: 30, tookMinutes: 45 + (at % 2) * 5 },
        ...{ state: "done" as const, doneAt: "2026-11-20T15:00" },
      }),
    );
    const first = { ...things[0]!, theme: "field", estimateMinutes: 30 };
    const { user, store, getByRole, getByText } = await draw(<GatherPanel />, [
      defaultSettings,
      theme,
      first,
      ...things.slice(1),
      ...done,
    ]);
    getByText(/^Work like this took you .* going by 6 tasks in Fieldwork/);
    await user.click(getByRole("button", { name: /^Take \d+ min/ }));
    await user.click(getByRole("button", { name: "Done, go to next" }));
    expect(store.get("ta")).not.toHaveProperty("unclarified");
    expect((store.get("ta") as { estimateMinutes?: number }).estimateMinutes).toBeGreaterThan(35);
  });

  it("decides several at once, in one act", async () => {
    const { user, store, acts, undo } = await drawn();
    await user.keyboard("{Shift>}{ArrowDown}{/Shift}3{Enter}");
    expect(store.list("kind", "note").map((note) => ("title" in note ? note.title : ""))).toEqual([
      "Task ta",
      "Task tb",
    ]);
    expect(store.get("tc")).toEqual(things[2]);
    expect(acts()).toBe(1);
    undo();
    expect(["ta", "tb", "tc"].map((id) => store.get(id))).toEqual(things);
    expect(store.list("kind", "note")).toEqual([]);
  });

  it("gives a day from the picker, by keys alone, before it is clarified", async () => {
    const { user, store } = await drawn();
    await user.keyboard("d");
    expect((document.activeElement as HTMLElement).dataset.date).toBe(today);
    await user.keyboard("{ArrowRight}{Enter}");
    // Nothing is done before it is said that this is it.
    expect(store.get("ta")).toEqual(things[0]);
  });

  it("keeps what was said to itself until Enter, and forgets it on Escape", async () => {
    const { getByRole, user, store } = await drawn();
    await user.keyboard("2");
    expect(getByRole("radio", { name: /Event/ }).getAttribute("aria-checked")).toBe("true");
    await user.keyboard("{Escape}");
    expect(getByRole("radio", { name: /Task/ }).getAttribute("aria-checked")).toBe("true");
    expect(["ta", "tb", "tc"].map((id) => store.get(id))).toEqual(things);
  });
});
