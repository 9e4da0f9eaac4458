import { act } from "@testing-library/react";
import { beforeEach, describe, expect, it } from "vitest";
import { setState } from "@/core/commands";
import { defaultSettings, type Lens } from "@/core/model";
import { draw, taskOf } from "@/ui/testing/screen";
import { RegistersRoom } from "./RegistersRoom";

const list: Lens = {
  id: "list",
  kind: "lens",
  title: "Open",
  registers: ["tasks"],
  where: { all: [] },
  done: "no",
  groups: [],
  sorts: [{ field: "title" }],
  shown: [{ field: "title" }],
  look: "list",
  folded: [],
  order: 0,
  text: "",
};
const tasks = ["ta", "tb", "tc", "td"].map((id) => taskOf(id));
const drawn = async () => {
  const screen = await draw(<RegistersRoom register="tasks" lens="list" />, [defaultSettings, list, ...tasks]);
  const rows = () => screen.getAllByRole("option").map(({ textContent }) => textContent);
  return { ...screen, rows };
};

describe("a lens as a list", () => {
  beforeEach(() => history.replaceState(undefined, "", "/registers/tasks/list"));

  it("ticks by Space; what was ticked keeps its line until it is left, and the keys go on from there", async () => {
    const { getByRole, rows, user, store } = await drawn();
    getByRole("listbox").focus();
    await user.keyboard("{ArrowDown} ");
    expect(store.get("tb")).toMatchObject({ state: "done" });
    expect(rows()).toEqual(["Task ta", "Task tb", "Task tc", "Task td"]);
    expect(getByRole("option", { selected: true }).textContent).toBe("Task tb");
    // A second Space takes the tick off again: the cursor is still on the same task.
    await user.keyboard(" ");
    expect(store.get("tb")).toMatchObject({ state: "open" });
    await user.keyboard(" {ArrowDown}");
    expect(rows()).toEqual(["Task ta", "Task tc", "Task td"]);
    expect(getByRole("option", { selected: true }).textContent).toBe("Task tc");
    await user.keyboard(" ");
    expect(store.get("tc")).toMatchObject({ state: "done" });
  });

  it("ticks by pointer without opening the record", async () => {
    const { container, store, user } = await drawn();
    await user.click(container.querySelector('[data-tick="tc"]') as Element);
    expect(store.get("tc")).toMatchObject({ state: "done" });
    expect(location.search).toBe("");
  });

  it("keeps the cursor on its task when others go", async () => {
    const { getByRole, user, store } = await drawn();
    getByRole("listbox").focus();
    await user.keyboard("{ArrowDown}{ArrowDown}");
    act(() => void store.act(setState, { tasks: ["ta"], state: "done" }));
    expect(getByRole("option", { selected: true }).textContent).toBe("Task tc");
  });
});
