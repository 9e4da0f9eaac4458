import { waitFor } from "@testing-library/react";
import { beforeEach, describe, expect, it } from "vitest";
import { defaultSettings, type Lens, type PensumRecord } from "@/core/model";
import { draw, taskOf } from "@/ui/testing/screen";
import { RegistersRoom } from "./RegistersRoom";

const board: Lens = {
  id: "board",
  kind: "lens",
  title: "By priority",
  registers: ["tasks"],
  where: { all: [] },
  done: "all",
  groups: [{ field: "priority" }],
  sorts: [],
  shown: [{ field: "title" }],
  look: "board",
  folded: [],
  byHand: { ta: 0, tb: 1, tc: 2 },
  order: 0,
  text: "",
};
const tasks = [
  taskOf("ta", { priority: "high" }),
  taskOf("tb", { priority: "high" }),
  taskOf("tc", { priority: "normal" }),
];
const drawn = (lens: Lens = board, records: readonly PensumRecord[] = tasks) =>
  draw(<RegistersRoom register="tasks" lens="board" />, [defaultSettings, lens, ...records]);

describe("a board", () => {
  beforeEach(() => history.replaceState(undefined, "", "/registers/tasks/board"));

  it("gives a card the value of its new column and keeps the order by hand, in one act that undoes", async () => {
    const { container, user, store, undo } = await drawn();
    const before = store.get("board");
    let acts = 0;
    store.onAct(() => acts++);
    const card = [...container.querySelectorAll<HTMLElement>(".board-card")].find((one) =>
      one.textContent?.includes("Task tb"),
    );
    card?.focus();
    await user.keyboard("{Alt>}{ArrowRight}{/Alt}");
    expect(store.get("tb")).toMatchObject({ priority: "normal" });
    expect(store.get("board")).not.toEqual(before);
    expect(acts).toBe(1);
    undo();
    expect(store.get("tb")).toEqual(tasks[1]);
    expect(store.get("board")).toEqual(before);
  });

  it("ticks what goes to done as a tick does, and takes it back with all that hung on it", async () => {
    const lens: Lens = { ...board, groups: [{ field: "state" }] };
    const parts = [taskOf("ta"), taskOf("tb", { parent: "ta" })];
    const { container, user, store, undo } = await drawn(lens, parts);
    container.querySelector<HTMLElement>(".board-card")?.focus();
    for (const state of ["doing", "waiting", "done"]) {
      await user.keyboard("{Alt>}{ArrowRight}{/Alt}");
      expect(store.get("ta")).toMatchObject({ state });
      // The keys go on with the card, in its new column.
      await waitFor(() => expect((document.activeElement as HTMLElement).dataset.card).toBe("ta"));
    }
    expect(store.get("ta")).toMatchObject({ state: "done", doneAt: "2026-11-24T11:07" });
    for (let times = 0; times < 3; times++) undo();
    expect(store.get("ta")).toEqual(parts[0]);
  });
});
