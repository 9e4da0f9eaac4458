import { waitFor, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { defaultSettings, type DayPage, type PensumRecord, type Work } from "@/core/model";
import { clockRun } from "@/core/plan";
import { currentNotice } from "@/ui/notices";
import { draw, taskOf, today } from "@/ui/testing/screen";
import { WhichGoes } from "@/panels/clock/WhichGoes";
import { askWhichGoes } from "@/panels/clock/usePortion";
import { DayPortion } from "./DayPortion";

const settings = { ...defaultSettings, hour12: false };
const tasks = [
  taskOf("ta", { title: "Letter", estimateMinutes: 90, doDay: today }),
  taskOf("tb", { title: "Stakes", estimateMinutes: 30, doDay: today }),
  taskOf("tc", { title: "Map", estimateMinutes: 15, doDay: today }),
  taskOf("td", { title: "Boat", estimateMinutes: 20, doDay: today }),
];
const page = (portion: [string, number][]): DayPage => ({
  ...{ id: `day-${today}`, kind: "day", date: today, text: "" },
  portion: portion.map(([task, minutes]) => ({ task, minutes })),
});
const worked = (task: string, start: string, end: string): Work => ({
  ...{ id: `w${task}`, kind: "work", title: "", text: "", createdAt: `${today}T${end}`, task },
  ...{ start: `${today}T${start}`, end: `${today}T${end}` },
});
const drawn = (records: PensumRecord[] = [], date = today) =>
  draw(
    <>
      <DayPortion date={date} today={today} />
      <WhichGoes />
    </>,
    [settings, ...tasks, ...records],
  );

describe("the aims of a day", () => {
  it("are added one after the other, reached, and removed by keys; there are three at most", async () => {
    const { user, getByRole, getAllByRole, queryByRole, store } = await drawn();
    await user.type(getByRole("textbox", { name: "An aim for the day" }), "The write-up can be read{Enter}");
    await user.click(getByRole("button", { name: "Add an aim" }));
    await user.keyboard("Culvert B is settled{Enter}Out by four{Enter}");
    const aims = () => getAllByRole("listitem").map((line) => line.textContent);
    expect(aims()).toHaveLength(3);
    expect(queryByRole("button", { name: "Add an aim" })).toBeNull();
    await user.click(getByRole("button", { name: "Out by four is reached" }));
    expect(store.list("aimsByDay", today).map((aim) => "state" in aim && aim.state)).toContain("done");
    getByRole("button", { name: "Culvert B is settled" }).focus();
    await user.keyboard("{Delete}");
    expect(aims()).toHaveLength(2);
  });
});

describe("the portion of a day", () => {
  it("is proposed with its reasons, and taken as a whole in one act", async () => {
    const { user, getByRole, store, undo } = await drawn();
    await user.click(getByRole("button", { name: "Propose some" }));
    const proposal = getByRole("region", { name: "Portion" });
    expect(within(proposal).getAllByRole("listitem")).toHaveLength(3);
    await user.click(getByRole("button", { name: "Take these" }));
    expect(store.find("day", `day-${today}`)?.portion).toHaveLength(3);
    undo();
    expect(store.find("day", `day-${today}`)?.portion ?? []).toEqual([]);
  });

  it("shows what was worked of it, is turned and weighed by keys, and starts the clock", async () => {
    const { user, getByRole, store } = await drawn([
      page([
        ["ta", 90],
        ["tb", 30],
      ]),
      worked("ta", "09:00", "09:52"),
    ]);
    const letter = getByRole("button", { name: "Letter, 52 min of 90 min" });
    letter.focus();
    await user.keyboard("{Alt>}{ArrowDown}{/Alt}");
    const order = () => store.find("day", `day-${today}`)?.portion?.map(({ task, minutes }) => `${task} ${minutes}`);
    expect(order()).toEqual(["tb 30", "ta 90"]);
    await user.keyboard("+");
    expect(order()).toEqual(["tb 30", "ta 105"]);
    await user.click(getByRole("button", { name: "Start" }));
    await waitFor(() => expect(clockRun(store)?.on.task).toBe("tb"));
    getByRole("button", { name: /^Letter/ }).focus();
    await user.keyboard("{Delete}");
    expect(order()).toEqual(["tb 30"]);
  });

  it("asks which one goes for a fourth, and does it in one act", async () => {
    const three = page([
      ["ta", 90],
      ["tb", 30],
      ["tc", 15],
    ]);
    const { user, findByRole, store } = await drawn([three]);
    askWhichGoes({ date: today, task: "td" });
    const dialog = await findByRole("dialog", { name: "Which one goes?" });
    await user.click(within(dialog).getByRole("button", { name: /^Stakes/ }));
    expect(store.find("day", `day-${today}`)?.portion?.map(({ task }) => task)).toEqual(["ta", "td", "tc"]);
    expect(currentNotice()?.text).toBe("“Boat” is in the portion instead of “Stakes”");
  });

  it("says nothing of a day that is over and had none", async () => {
    const { queryByRole } = await drawn([], "2026-11-20");
    expect(queryByRole("region", { name: "Portion" })).toBeNull();
    expect(queryByRole("textbox")).toBeNull();
  });
});
