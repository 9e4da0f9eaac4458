import { waitFor, within } from "@testing-library/react";
import { beforeEach, describe, expect, it } from "vitest";
import { bareRecord, defaultSettings, type Block, type Goal, type PensumRecord } from "@/core/model";
import { currentNotice } from "@/ui/notices";
import { draw, now, taskOf } from "@/ui/testing/screen";
import { GoalsRoom } from "./GoalsRoom";
import { goalsView } from "./goalsView";

const goal = (id: string, title: string, fields: Partial<Goal> = {}): Goal => ({
  ...bareRecord("goal", { id, title, now: "2026-11-02T09:00" }),
  ...fields,
});
const records: PensumRecord[] = [
  { ...defaultSettings, hour12: false, firstWeekday: 1 },
  bareRecord("area", { id: "work", title: "Work", now }),
  goal("claim", "Grant claim", { area: "work", due: "2026-11-27", start: "2026-11-02" }),
  goal("letter", "Landowner letter", { span: "week", parent: "claim", due: "2026-11-27" }),
  goal("choir", "A choir part", { state: "done" }),
  taskOf("ta", { title: "Receipts", goal: "claim", state: "done", doneAt: "2026-11-10T09:00" }),
  taskOf("tb", { title: "Narrative", goal: "claim", estimateMinutes: 45 }),
  taskOf("tc", { title: "Call the owner", goal: "letter", estimateMinutes: 30 }),
];

beforeEach(() => goalsView.choose({ state: "open", length: "any" }));

describe("the goals", () => {
  it("stand below what they serve, with how far they have come and how they stand against their course", async () => {
    const { getByRole, queryByRole } = await draw(<GoalsRoom />, records);
    const work = within(getByRole("region", { name: "Work" }));
    const rows = work.getAllByRole("button", { name: /likely end/ }).map((row) => row.getAttribute("aria-label"));
    expect(rows).toEqual([
      "Grant claim, quarter, 1 of 3 tasks, 2 weeks behind, likely end: too little to say",
      "Landowner letter, week, 0 of 1 task, on course, likely end: too little to say",
    ]);
    expect(queryByRole("button", { name: /choir/ })).toBeNull();
  });

  it("says for which nothing is planned, and plans the next task of one by one act that is undone", async () => {
    const { getByRole, findByRole, queryByRole, user, store, undo } = await draw(<GoalsRoom />, records);
    const band = within(getByRole("region", { name: "Nothing planned" }));
    expect(band.getByText("2 goals have nothing planned this week or next.")).toBeTruthy();
    await user.click(band.getByRole("button", { name: "Plan something for Landowner letter" }));
    const [block] = store.list("blocksByTask", "tc") as readonly Block[];
    // The first quarter of an hour after now, in the working hours.
    expect([block?.start, block?.end]).toEqual(["2026-11-24T11:15", "2026-11-24T11:45"]);
    await waitFor(() => expect(queryByRole("region", { name: "Nothing planned" })).toBeNull());
    undo();
    expect(store.list("blocksByTask", "tc")).toEqual([]);
    await findByRole("region", { name: "Nothing planned" });
  });

  it("shows the open work of a goal, where it is ticked", async () => {
    const { getByRole, user, store } = await draw(<GoalsRoom />, records);
    const fold = getByRole("button", { name: "1 task of Landowner letter" });
    await user.click(fold);
    expect(fold.getAttribute("aria-expanded")).toBe("true");
    const work = within(getByRole("list", { name: "Work for Landowner letter" }));
    await user.click(work.getByRole("checkbox", { name: "Done: Call the owner" }));
    expect(store.find("task", "tc")?.state).toBe("done");
  });

  it("refuses with what to do where a goal has no open task", async () => {
    const { getByRole, user } = await draw(<GoalsRoom />, [records[0]!, goal("g", "Drone licence")]);
    await user.click(getByRole("button", { name: "Plan something for Drone licence" }));
    expect(currentNotice()?.text).toContain("has no open task that could be planned. Add its next step first.");
  });

  it("is added under another by its name, in its area and a size smaller", async () => {
    const { getByRole, user, store } = await draw(<GoalsRoom />, records);
    await user.click(getByRole("button", { name: "Add a goal under Grant claim" }));
    await user.keyboard("Figures agreed{Enter}");
    const added = (store.list("kind", "goal") as readonly Goal[]).find(({ title }) => title === "Figures agreed");
    expect(added).toMatchObject({ span: "month", parent: "claim", area: "work", state: "open" });
  });

  it("teaches the first step where there is none", async () => {
    const { getByText } = await draw(<GoalsRoom />, [records[0]!]);
    expect(getByText(/No goal is open here. A goal is something to be reached/)).toBeTruthy();
  });
});
