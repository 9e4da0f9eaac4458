import { within } from "@testing-library/react";
import { useState } from "react";
import { describe, expect, it } from "vitest";
import { addBlock, place, putInBox, type SeriesScope } from "@/core/commands";
import { bareRecord, defaultSettings, type Block, type Event, type Task } from "@/core/model";
import { currentNotice } from "@/ui/notices";
import { occurrenceAt } from "@/core/plan";
import { draw, now, taskOf, today } from "@/ui/testing/screen";
import { useRecord } from "@/ui/workspaceContext";
import { BoxTasks } from "./BoxTasks";
import { OneOfSeries } from "./OneOfSeries";
import { TaskHours } from "./TaskHours";

const box: Block = {
  ...bareRecord("block", { id: "box", title: "Letters", now }),
  ...{
    start: `${today}T13:00`,
    end: `${today}T14:00`,
    holds: [
      { task: "ta", minutes: 30 },
      { task: "tb", minutes: 20 },
    ],
  },
};
const tasks = [taskOf("ta"), taskOf("tb"), taskOf("tc")];

function Box() {
  return <BoxTasks box={useRecord("box") as Block} />;
}
const held = (store: { get(id: string): unknown }) =>
  (store.get("box") as Block).holds?.map(({ task, minutes }) => `${task} ${minutes}`);

describe("the tasks of a time box", () => {
  const drawn = () => draw(<Box />, [defaultSettings, box, ...tasks]);

  it("are worked off in their order, which keys and buttons change, each in one step", async () => {
    const { getByRole, user, store, undo, getByText } = await drawn();
    getByText(/50 min of 1 h/);
    getByRole("button", { name: "Task tb" }).focus();
    await user.keyboard("{Alt>}{ArrowUp}{/Alt}");
    expect(held(store)).toEqual(["tb 20", "ta 30"]);
    await user.click(getByRole("button", { name: "Move Task tb down" }));
    expect(held(store)).toEqual(["ta 30", "tb 20"]);
    expect(getByRole("button", { name: "Move Task ta up" })).toHaveProperty("disabled", true);
    undo();
    expect(held(store)).toEqual(["tb 20", "ta 30"]);
  });

  it("say by how much they are more than the box is long", async () => {
    const { getByLabelText, user, store, queryByText } = await drawn();
    const minutes = getByLabelText("Minutes for Task ta");
    await user.clear(minutes);
    await user.type(minutes, "55{Enter}");
    expect(held(store)).toEqual(["ta 55", "tb 20"]);
    expect(queryByText(/15 min too much for this box/)).toBeTruthy();
  });

  it("refuse a number of minutes that is none, and show the old one again", async () => {
    const { getByLabelText, user, store } = await drawn();
    const minutes = getByLabelText("Minutes for Task ta") as HTMLInputElement;
    await user.clear(minutes);
    await user.type(minutes, "many{Enter}");
    expect(held(store)).toEqual(["ta 30", "tb 20"]);
    expect(minutes.value).toBe("30");
    expect(currentNotice()?.tone).toBe("refused");
  });

  it("are ticked there, taken out by Delete, and brought back", async () => {
    const { getByRole, user, store, undo } = await drawn();
    await user.click(getByRole("checkbox", { name: "Mark Task ta as done" }));
    expect(store.get("ta")).toMatchObject({ state: "done" });
    expect(getByRole("checkbox", { name: "Mark Task ta as done" })).toHaveProperty("checked", true);
    getByRole("button", { name: "Task tb" }).focus();
    await user.keyboard("{Delete}");
    expect(held(store)).toEqual(["ta 30"]);
    undo();
    expect(held(store)).toEqual(["ta 30", "tb 20"]);
  });
});

function Hours() {
  return <TaskHours task={useRecord("ta") as Task} />;
}

describe("the hours of a task", () => {
  it("are its own and its part of boxes, and each is taken off alone", async () => {
    const { getAllByRole, getByText, user, store } = await draw(<Hours />, [defaultSettings, ...tasks]);
    getByText(/Not placed/);
    store.act(place, { task: "ta", start: `${today}T09:00`, minutes: 30 });
    store.act(addBlock, { start: `${today}T13:00`, end: `${today}T14:00`, title: "Letters" });
    const boxed = (store.list("kind", "block") as Block[]).find(({ title }) => title === "Letters")!;
    store.act(putInBox, { box: boxed.id, task: "ta" });
    const rows = () => getAllByRole("listitem").map(({ textContent }) => textContent);
    await expect.poll(rows).toHaveLength(2);
    expect(rows()[0]).toMatch(/today, 9.*9:30/);
    expect(rows()[1]).toContain("in “Letters”");
    await user.click(within(getAllByRole("listitem")[1]!).getByRole("button", { name: "Remove from the box" }));
    expect((store.get(boxed.id) as Block).holds ?? []).toEqual([]);
    await user.click(within(getAllByRole("listitem")[0]!).getByRole("button", { name: "Take off" }));
    getByText(/Not placed/);
  });
});

const series: Event = {
  ...bareRecord("event", { id: "call", title: "Crew call", now }),
  ...{ start: "2026-11-23T09:00", end: "2026-11-23T09:45", repeat: "FREQ=WEEKLY;BYDAY=MO" },
};

function Series() {
  const one = occurrenceAt(series, "2026-11-30T09:00");
  const kept = useRecord(one.id);
  const [scope, setScope] = useState<SeriesScope>("one");
  return <OneOfSeries record={kept ?? one} scope={scope} onScope={setScope} />;
}

describe("one of a series", () => {
  it("says by which rule it comes, and for which of them a change is", async () => {
    const { getByRole, user, queryByText } = await draw(<Series />, [defaultSettings, series]);
    getByRole("button", { name: /^every .*Mon/i });
    expect(getByRole("radio", { name: "this one" }).getAttribute("aria-checked")).toBe("true");
    await user.click(getByRole("radio", { name: "all" }));
    expect(getByRole("radio", { name: "all" }).getAttribute("aria-checked")).toBe("true");
    expect(queryByText(/changed alone/)).toBeNull();
  });

  it("that was changed alone can make all like it, in one step", async () => {
    const own = { ...occurrenceAt(series, "2026-11-30T09:00"), title: "Long crew call" };
    const { getByRole, user, store, undo } = await draw(<Series />, [defaultSettings, series, own]);
    await user.click(getByRole("button", { name: "Change all to match this one" }));
    expect(store.get("call")).toMatchObject({ title: "Long crew call", start: series.start });
    undo();
    expect(store.get("call")).toEqual(series);
    expect(store.get(own.id)).toEqual(own);
  });
});
