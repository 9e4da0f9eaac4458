import { act, within } from "@testing-library/react";
import { beforeEach, describe, expect, it } from "vitest";
import { editRecord } from "@/core/commands";
import {
  bareRecord,
  defaultSettings,
  type Event,
  type Habit,
  type Lens,
  type PensumRecord,
  type Task,
} from "@/core/model";
import { currentNotice } from "@/ui/notices";
import { blockOf, draw, now, taskOf, today } from "@/ui/testing/screen";
import { choosePlanView } from "@/panels/hours/planView";
import { AgendaView } from "./AgendaView";
import { AllDayStrip } from "./AllDayStrip";
import { MonthView } from "./MonthView";
import { WithPlanLens } from "./planLens";
import { PlanTray } from "./PlanTray";

const week = ["2026-11-23", "2026-11-24", "2026-11-25", "2026-11-26", "2026-11-27", "2026-11-28", "2026-11-29"];
const themed = (id: string, title: string) => bareRecord("theme", { id, title, now });
const fair: Event = {
  ...bareRecord("event", { id: "fair", title: "Fair", now }),
  ...{ start: "2026-11-25", end: "2026-11-26" },
};
const stretch = bareRecord("habit", { id: "stretch", title: "Stretch", now: "2026-11-02T09:00" });

beforeEach(() => localStorage.clear());

describe("what has a day and no hour", () => {
  const drawn = (...more: PensumRecord[]) =>
    draw(<AllDayStrip dates={week} gutters={40} showDay={() => {}} />, [
      { ...defaultSettings, firstWeekday: 1 },
      taskOf("ta", { doDay: today, estimateMinutes: 30 }),
      fair,
      ...more,
    ]);
  const chip = (container: HTMLElement, id: string) => container.querySelector<HTMLElement>(`[data-strip="${id}"]`)!;

  it("goes to the day before or after by arrows, a task as well as an event of several days, whole", async () => {
    const { container, user, store, undo } = await drawn();
    chip(container, "ta").focus();
    await user.keyboard("{ArrowRight}");
    expect(store.get("ta")).toMatchObject({ doDay: "2026-11-25" });
    undo();
    expect(store.get("ta")).toMatchObject({ doDay: today });
    chip(container, "fair").focus();
    await user.keyboard("{ArrowLeft}");
    expect(store.get("fair")).toMatchObject({ start: "2026-11-24", end: "2026-11-25" });
    undo();
    expect(store.get("fair")).toEqual(fair);
  });

  it("loses its day by Delete; an event is deleted", async () => {
    const { container, user, store } = await drawn();
    chip(container, "ta").focus();
    await user.keyboard("{Delete}");
    expect((store.get("ta") as Task).doDay).toBeUndefined();
    expect(chip(container, "ta")).toBeNull();
    chip(container, "fair").focus();
    await user.keyboard("{Delete}");
    expect(store.get("fair")).toBeUndefined();
    store.undo();
    expect(store.get("fair")).toEqual(fair);
  });

  it("lasts a day longer or shorter by Shift and an arrow, and not less than its first day", async () => {
    const { container, user, store, undo } = await drawn();
    chip(container, "fair").focus();
    await user.keyboard("{Shift>}{ArrowRight}{/Shift}");
    expect(store.get("fair")).toMatchObject({ start: "2026-11-25", end: "2026-11-27" });
    undo();
    expect(store.get("fair")).toEqual(fair);
    await user.keyboard("{Shift>}{ArrowLeft}{/Shift}");
    expect(store.get("fair")).toMatchObject({ end: "2026-11-25" });
    await user.keyboard("{Shift>}{ArrowLeft}{/Shift}");
    expect(store.get("fair")).toMatchObject({ end: "2026-11-25" });
    expect(currentNotice()?.text).toMatch(/end must not be before the start/);
  });

  it("is drawn on an empty place: an event of the days, or a task of one", async () => {
    const { getByRole, findByRole, user, store, undo } = await drawn();
    await user.pointer({ keys: "[MouseLeft]", target: getByRole("group", { name: "No set time" }) });
    expect(await findByRole("group", { name: "Kind" })).toHaveProperty("textContent", "TaskEvent");
    await user.click(getByRole("button", { name: "Event" }));
    await user.type(getByRole("textbox", { name: "Description" }), "Hut week{Enter}");
    const event = () => (store.list("kind", "event") as Event[]).find(({ title }) => title === "Hut week");
    expect(event()).toMatchObject({ start: event()!.end });
    expect(week).toContain(event()!.start);
    undo();
    expect(event()).toBeUndefined();
  });

  it("marks a habit of its day by Space, and takes the mark back by the same", async () => {
    const habit = { ...stretch, repeat: "FREQ=DAILY" };
    const { container, user, store, undo } = await drawn(habit);
    const chips = container.querySelectorAll<HTMLElement>('[data-strip="stretch"]');
    expect(chips.length).toBeGreaterThan(1);
    chips[1]!.focus();
    const before = store.get("stretch");
    await user.keyboard(" ");
    expect(store.get("stretch")).not.toEqual(before);
    expect(container.querySelectorAll('[data-strip="stretch"][aria-label*=", done"]')).toHaveLength(1);
    undo();
    expect(store.get("stretch")).toEqual(before);
  });

  it("says how much more there is on a day, and shows it", async () => {
    const many = Array.from({ length: 6 }, (_, at) => taskOf(`m${at}`, { doDay: "2026-11-27" }));
    const { container, user, getByRole } = await drawn(...many);
    expect(container.querySelectorAll('[data-strip^="m"]')).toHaveLength(3);
    await user.click(getByRole("button", { name: /^3 more on/ }));
    expect(container.querySelectorAll('[data-strip^="m"]')).toHaveLength(6);
    await user.click(getByRole("button", { name: /^Show fewer rows/ }));
    expect(container.querySelectorAll('[data-strip^="m"]')).toHaveLength(3);
  });
});

describe("a month", () => {
  const drawn = (...more: PensumRecord[]) =>
    draw(<MonthView date={today} today={today} />, [{ ...defaultSettings, firstWeekday: 1 }, fair, ...more]);
  const entry = (container: HTMLElement, day: string, id: string) =>
    container.querySelector<HTMLElement>(`[data-month-day="${day}"] [data-entry="${id}"]`);

  it("has every week that it touches, and says how much there is on each day", async () => {
    const { container, getByRole } = await drawn(taskOf("ta", { doDay: today, estimateMinutes: 90 }));
    const days = [...container.querySelectorAll<HTMLElement>("[data-month-day]")].map(
      (one) => one.dataset.monthDay as string,
    );
    expect(days[0]).toBe("2026-10-26");
    expect(days.at(-1)).toBe("2026-12-06");
    getByRole("group", { name: /24.*today, 1 entry, 1 h 30/ });
  });

  it("moves what stands on a day by days and weeks, and the focus with it", async () => {
    const { container, user, store, undo } = await drawn(
      taskOf("ta", { doDay: today }),
      blockOf("hb", `${today}T09:00`, `${today}T10:00`, { title: "Letters" }),
    );
    entry(container, today, "ta")!.focus();
    await user.keyboard("{ArrowRight}");
    expect(store.get("ta")).toMatchObject({ doDay: "2026-11-25" });
    entry(container, today, "hb")!.focus();
    await user.keyboard("{ArrowUp}");
    expect(store.get("hb")).toMatchObject({ start: "2026-11-17T09:00", end: "2026-11-17T10:00" });
    undo();
    expect(store.get("hb")).toMatchObject({ start: `${today}T09:00` });
  });

  it("marks a habit of its day, and the hours of one, by its box and by Space; what is marked is drawn as done", async () => {
    const habit = bareRecord("habit", { id: "stretch", title: "Stretch", now: `${today}T07:00` });
    const { container, user, store } = await drawn(
      habit,
      blockOf("hb", `${today}T09:00`, `${today}T09:30`, { title: "Stretch", habit: "stretch" }),
    );
    const marks = () => (store.get("stretch") as Habit).marks;
    for (const id of ["stretch", "hb"]) {
      const one = () => entry(container, today, id)!;
      expect(one().getAttribute("aria-label")).toMatch(/not done\. Press Space to mark it as done/);
      await user.click(one().querySelector(".habit-box")!);
      expect(marks()).toEqual([today]);
      expect(entry(container, today, "hb")!.className).toContain("cloth-done");
      one().focus();
      await user.keyboard(" ");
      expect(marks()).toEqual([]);
    }
  });

  it("moves an event of several days by a week, whichever of them the key was pressed on", async () => {
    const { container, user, store } = await drawn();
    entry(container, "2026-11-26", "fair")!.focus();
    await user.keyboard("{ArrowDown}");
    expect(store.get("fair")).toMatchObject({ start: "2026-12-02", end: "2026-12-03" });
  });

  it("lasts longer by Shift and an arrow; Delete takes a task and hours off, and deletes an event", async () => {
    const { container, user, store } = await drawn(
      taskOf("ta", { doDay: today }),
      blockOf("hb", `${today}T09:00`, `${today}T10:00`, { title: "Letters" }),
    );
    entry(container, "2026-11-25", "fair")!.focus();
    await user.keyboard("{Shift>}{ArrowDown}{/Shift}");
    expect(store.get("fair")).toMatchObject({ start: "2026-11-25", end: "2026-12-03" });
    await user.keyboard("{Delete}");
    expect(store.get("fair")).toBeUndefined();
    for (const id of ["ta", "hb"]) {
      entry(container, today, id)!.focus();
      await user.keyboard("{Delete}");
      expect(entry(container, today, id)).toBeNull();
      await expect.poll(() => (document.activeElement as HTMLElement).dataset.monthDay).toBe(today);
    }
    expect((store.get("ta") as Task).doDay).toBeUndefined();
    expect(store.get("hb")).toBeUndefined();
  });

  it("takes a task or an event on a day by Enter, and the focus goes back to the day", async () => {
    const { container, getByRole, findByRole, user, store } = await drawn();
    container.querySelector<HTMLElement>('[data-month-day="2026-11-19"]')!.focus();
    await user.keyboard("{Enter}");
    await user.type(await findByRole("textbox", { name: "Description" }), "Ask the mill");
    await user.click(getByRole("button", { name: "Task" }));
    await user.click(getByRole("button", { name: "Add" }));
    expect((store.list("kind", "task") as Task[])[0]).toMatchObject({ title: "Ask the mill", doDay: "2026-11-19" });
    await expect.poll(() => (document.activeElement as HTMLElement).dataset.monthDay).toBe("2026-11-19");
  });

  it("moves what has several days by the one that it is taken by", async () => {
    const { container, user, store } = await drawn();
    entry(container, "2026-11-26", "fair")!.focus();
    await user.keyboard("{ArrowLeft}");
    expect(store.get("fair")).toMatchObject({ start: "2026-11-24", end: "2026-11-25" });
    await expect.poll(() => entry(container, "2026-11-25", "fair") === document.activeElement).toBe(true);
  });

  it("has all that lies on its days where one asks for it", async () => {
    const many = Array.from({ length: 9 }, (_, at) => taskOf(`m${at}`, { doDay: "2026-11-27" }));
    const { container, getByRole } = await drawn(...many);
    getByRole("link", { name: /more on Friday/ });
    act(() => choosePlanView({ wholeMonth: true }));
    expect(container.querySelectorAll('[data-month-day="2026-11-27"] [data-entry]')).toHaveLength(9);
    act(() => choosePlanView({ wholeMonth: false }));
  });

  it("has only the tasks and their hours that a chosen lens shows, and all that it does not ask for", async () => {
    const lens: Lens = {
      ...{ id: "boat", kind: "lens", title: "The boat", registers: ["tasks"], look: "table", text: "", order: 0 },
      where: { all: [{ field: "tags", is: "oneOf", value: ["boat"] }] },
      ...{ done: "all", groups: [], sorts: [], shown: [], folded: [] },
    };
    const { container, store } = await draw(
      <WithPlanLens>
        <MonthView date={today} today={today} />
      </WithPlanLens>,
      [
        { ...defaultSettings, firstWeekday: 1 },
        ...[fair, lens, taskOf("net", { doDay: today, tags: ["boat"] }), taskOf("tax", { doDay: today })],
        ...[blockOf("hn", "2026-11-25T09:00", "2026-11-25T10:00", { task: "net" })],
        ...[blockOf("ht", "2026-11-25T10:00", "2026-11-25T11:00", { task: "tax" })],
      ],
    );
    const ids = (day: string) =>
      [...container.querySelectorAll<HTMLElement>(`[data-month-day="${day}"] [data-entry]`)]
        .map((one) => one.dataset.entry)
        .sort();
    const load = () => container.querySelector(`[data-month-day="2026-11-25"]`)?.getAttribute("aria-label");
    expect(ids("2026-11-25")).toEqual(["fair", "hn", "ht"]);
    const before = load();
    act(() => choosePlanView({ onlyLens: "boat" }));
    await expect.poll(() => ids("2026-11-25")).toEqual(["fair", "hn"]);
    // The load of the day is what it was: what is not shown is to be done all the same.
    expect(load()?.split(", ").at(-1)).toBe(before?.split(", ").at(-1));
    act(() => void store.act(editRecord, { id: "tax", fields: { tags: ["boat"] } }));
    await expect.poll(() => ids("2026-11-25")).toEqual(["fair", "hn", "ht"]);
    act(() => choosePlanView({ onlyLens: "" }));
    expect(ids("2026-11-25")).toEqual(["fair", "hn", "ht"]);
  });

  it("is gone through day by day", async () => {
    const { container, user } = await drawn();
    const at = () => (document.activeElement as HTMLElement).dataset.monthDay;
    container.querySelector<HTMLElement>(`[data-month-day="${today}"]`)!.focus();
    await user.keyboard("{ArrowLeft}");
    await expect.poll(at).toBe("2026-11-23");
    await user.keyboard("{ArrowDown}");
    await expect.poll(at).toBe("2026-11-30");
  });
});

describe("days as a list", () => {
  it("have boxes for what can be done, and open what it is", async () => {
    const { getAllByRole, getByRole, user, store, undo } = await draw(<AgendaView date={today} today={today} />, [
      { ...defaultSettings, firstWeekday: 1 },
      ...[fair, taskOf("ta", { doDay: today }), { ...stretch, repeat: "FREQ=WEEKLY;BYDAY=TU" }],
      blockOf("hb", "2026-11-25T09:00", "2026-11-25T10:00", { task: "ta" }),
    ]);
    const states = () => getAllByRole("checkbox", { name: "Task ta" }).map((box) => box.getAttribute("aria-checked"));
    const [first] = getAllByRole("checkbox", { name: "Task ta" });
    await user.click(first!);
    expect(store.get("ta")).toMatchObject({ state: "done" });
    undo();
    expect(new Set(states())).toEqual(new Set(["false"]));
    await user.click(getAllByRole("checkbox", { name: "Stretch" })[0]!);
    expect((store.get("stretch") as Habit).marks).toEqual([today]);
    expect(() => getByRole("checkbox", { name: "Fair" })).toThrow();
  });
});

describe("the tray of the plan", () => {
  const survey = themed("survey", "Survey");
  const office = themed("office", "Office");
  const tasks = [
    taskOf("map", { title: "Draw the map", theme: "survey", estimateMinutes: 60, due: "2026-11-25" }),
    taskOf("net", { title: "Mend the net", theme: "survey", estimateMinutes: 30, tags: ["boat"] }),
    taskOf("tax", { title: "Tax letter", theme: "office", estimateMinutes: 20 }),
    taskOf("oar", { title: "Oil the oars" }),
    taskOf("set", { title: "Set already", theme: "office", estimateMinutes: 30 }),
  ];
  const placed = blockOf("hb", `${today}T15:00`, `${today}T15:30`, { task: "set" });
  const drawn = () =>
    draw(<PlanTray today={today} hidden={false} first={week[0]!} last={week[6]!} />, [
      { ...defaultSettings, firstWeekday: 1 },
      survey,
      office,
      placed,
      ...tasks,
    ]);
  const rows = (container: HTMLElement) =>
    [...container.querySelectorAll<HTMLElement>("[data-tray]")].map((row) => row.dataset.tray);
  const choose = async ({ getByRole, user }: Awaited<ReturnType<typeof drawn>>, part: RegExp, choice: string) => {
    await user.click(getByRole("button", { name: part }));
    await user.click(within(getByRole("dialog")).getByRole("button", { name: choice }));
  };

  it("has what has no hours yet, and no more of it once it has", async () => {
    const screen = await drawn();
    expect([...rows(screen.container)].sort()).toEqual(["map", "net", "oar", "tax"]);
    screen.undo();
  });

  it("is divided as one says, each part with its sum", async () => {
    const screen = await drawn();
    await choose(screen, /^Grouped by/, "theme");
    const parts = () =>
      [...screen.container.querySelectorAll("section h2")].map(({ textContent }) => textContent?.trim());
    expect(parts()).toEqual(expect.arrayContaining(["Survey1 h 30", "Office20 min", "No theme"]));
    expect(parts().at(-1)).toBe("No theme");
    await choose(screen, /^Grouped by/, "nothing");
    expect(parts()).toEqual([]);
  });

  it("shows only what has the words that are typed, in its title or tags", async () => {
    const { container, getByRole, user, getByText } = await drawn();
    const words = getByRole("textbox", { name: "Filter the tray" });
    await user.type(words, "LETTER");
    expect(rows(container)).toEqual(["tax"]);
    await user.clear(words);
    await user.type(words, "net boat");
    expect(rows(container)).toEqual(["net"]);
    await user.type(words, " nowhere");
    getByText("No task in the tray contains these words.");
  });

  it("begins with the newest, or with two that are easy", async () => {
    const screen = await drawn();
    await choose(screen, /^Grouped by/, "nothing");
    expect(rows(screen.container)[0]).toBe("map");
    await choose(screen, /^Order/, "two short tasks first");
    expect(rows(screen.container).slice(0, 2)).not.toContain("map");
  });

  it("ticks a row by Space and goes on to its neighbour by arrows", async () => {
    const { container, user, store } = await drawn();
    const all = rows(container);
    container.querySelector<HTMLElement>("[data-tray]")!.focus();
    await user.keyboard("{ArrowDown}");
    expect((document.activeElement as HTMLElement).dataset.tray).toBe(all[1]);
    await user.keyboard(" ");
    expect(store.get(all[1]!)).toMatchObject({ state: "done" });
    expect(rows(container)).not.toContain(all[1]);
    expect(currentNotice()).toMatchObject({ undo: true });
  });

  it("says how much working time is free until the last day that is shown", async () => {
    const { container } = await drawn();
    expect(container.textContent).toMatch(/of free working time until Sun.* 29/);
  });
});
