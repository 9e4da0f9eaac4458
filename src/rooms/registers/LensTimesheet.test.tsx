import { describe, expect, it } from "vitest";
import { firstLens, LensView } from "@/core/lens";
import { defaultSettings, type PensumRecord, type Work } from "@/core/model";
import { fieldValues, findRegister } from "@/core/register";
import { currentNotice } from "@/ui/notices";
import { draw, taskOf, today, workspaceWith } from "@/ui/testing/screen";
import { LensTimesheet } from "./LensTimesheet";

const settings = { ...defaultSettings, hour12: false, firstWeekday: 1 };
const entry = (id: string, start: string, end: string, task: string): Work => ({
  ...{ id, kind: "work", title: "", text: "", createdAt: start, task, start, end },
});
const records: PensumRecord[] = [
  settings,
  taskOf("ta", { title: "Letter" }),
  taskOf("tb", { title: "Stakes" }),
  entry("a", "2026-11-23T09:00", "2026-11-23T10:30", "ta"),
  entry("b", `${today}T09:00`, `${today}T09:30`, "tb"),
];

/** The work log in a lens, with its table on the screen. */
async function drawn() {
  const { store } = await workspaceWith(records);
  const register = findRegister(store, "work")!;
  const lens = firstLens(store, register);
  const view = new LensView(fieldValues(store), lens, { firstWeekday: 1 });
  const screen = await draw(<LensTimesheet lens={lens} view={view} onChange={() => {}} isNarrowed={false} />, records);
  const line = (name: string) => screen.getByRole("row", { name: new RegExp(`^${name}`) }).textContent;
  return { ...screen, line };
}

describe("a timesheet", () => {
  it("shows a week with its sums both ways, and the week before", async () => {
    const { getByRole, line, user } = await drawn();
    expect(line("Sum")).toBe("Sum1 h 3030 min2 h");
    await user.click(getByRole("button", { name: "The week before" }));
    expect(line("Sum")).toBe("Sum0 min");
    await user.click(getByRole("button", { name: "This week" }));
    expect(line("Letter")).toContain("1 h 30");
  });

  it("takes what is typed in a cell, moves down with Enter, refuses what is no length, and is undone", async () => {
    const { getAllByRole, line, user, undo, container } = await drawn();
    const cell = () => getAllByRole("textbox", { name: /^Letter/ })[0] as HTMLInputElement;
    await user.clear(cell());
    await user.type(cell(), "2{Enter}");
    expect(line("Sum")).toBe("Sum2 h30 min2 h 30");
    expect(container.ownerDocument.activeElement?.getAttribute("aria-label")).toMatch(/^Stakes/);
    await user.clear(cell());
    await user.type(cell(), "banana{Enter}");
    expect(currentNotice()?.text).toContain("A length like");
    expect(cell().value).toBe("2 h");
    undo();
    expect(line("Sum")).toBe("Sum1 h 3030 min2 h");
  });
});
