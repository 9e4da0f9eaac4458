import { describe, expect, it } from "vitest";
import { bareRecord, defaultSettings, type Habit, type PensumRecord } from "@/core/model";
import { currentNotice } from "@/ui/notices";
import { blockOf, draw, taskOf, today } from "@/ui/testing/screen";
import { Rail } from "./Rail";

const at = (clock: string) => `${today}T${clock}`;
const task = taskOf("ta", { title: "Letter", estimateMinutes: 60, doDay: today });
const other = taskOf("tb", { title: "Stakes", estimateMinutes: 30, doDay: today });
const hours = blockOf("ba", at("14:00"), at("15:00"), { task: "ta" });
const lunch = blockOf("bb", at("12:15"), at("13:00"), { title: "Lunch" });
const call = {
  id: "ea",
  kind: "event",
  title: "Call",
  start: at("16:00"),
  end: at("16:30"),
  place: "",
  people: [],
  text: "",
  createdAt: "2026-11-01T08:00",
} satisfies PensumRecord;
const drawn = async () => {
  const screen = await draw(<Rail date={today} today={today} />, [defaultSettings, task, other, hours, lunch, call]);
  const item = (id: string) => screen.container.querySelector<HTMLElement>(`[data-item="${id}"]`) as HTMLElement;
  let acts = 0;
  screen.store.onAct(() => acts++);
  return { ...screen, item, acts: () => acts };
};

describe("the hours of a day by keys", () => {
  it("are moved, stretched at either end, and brought back step by step", async () => {
    const { item, user, store, undo } = await drawn();
    item("ba").focus();
    await user.keyboard("{ArrowDown}");
    expect(store.get("ba")).toMatchObject({ start: at("14:05"), end: at("15:05") });
    await user.keyboard("{Shift>}{ArrowDown}{/Shift}");
    expect(store.get("ba")).toMatchObject({ start: at("14:05"), end: at("15:10") });
    await user.keyboard("{Control>}{ArrowUp}{/Control}");
    expect(store.get("ba")).toMatchObject({ start: at("14:00"), end: at("15:10") });
    // Keys that follow each other closely are one step.
    undo();
    expect(store.get("ba")).toEqual(hours);
  });

  it("are taken off in one act: the task stays; an event is deleted, and its undo brings it back", async () => {
    const { item, user, store, acts, undo } = await drawn();
    item("ba").focus();
    await user.keyboard("{Delete}");
    expect(store.get("ba")).toBeUndefined();
    expect(store.get("ta")).toEqual(task);
    expect(acts()).toBe(1);
    undo();
    expect(store.get("ba")).toEqual(hours);
    item("ea").focus();
    await user.keyboard("{Delete}");
    expect(store.get("ea")).toBeUndefined();
    expect(currentNotice()).toMatchObject({ text: "Deleted “Call”", undo: true });
    undo();
    expect(store.get("ea")).toEqual(call);
  });

  it("stop at the ends of the day: what cannot be is refused and changes nothing", async () => {
    const { item, user, store } = await drawn();
    item("bb").focus();
    for (let times = 0; times < 12; times++) await user.keyboard("{Shift>}{ArrowUp}{/Shift}");
    const { start, end } = store.get("bb") as typeof lunch;
    expect(start).toBe(lunch.start);
    expect(end > start).toBe(true);
  });

  it("say what they are, how long, and whether they are done", async () => {
    const { item } = await drawn();
    expect(item("ba").getAttribute("aria-label")).toMatch(/^Letter, /);
    expect(item("bb").getAttribute("aria-label")).toMatch(/^Lunch, /);
    expect([item("ba"), item("bb"), item("ea")].map(({ dataset }) => dataset.dye)).toEqual([
      "slate",
      "slate",
      "cochineal",
    ]);
  });
});

describe("the hours of a habit", () => {
  it("are marked by their box and by Space, and are done then; Enter opens the habit", async () => {
    const habit = { ...bareRecord("habit", { id: "ha", title: "Stretch", now: "2026-10-01T08:00" }) };
    const screen = await draw(<Rail date={today} today={today} />, [
      defaultSettings,
      habit,
      blockOf("ba", at("14:00"), at("14:30"), { title: "Stretch", habit: "ha" }),
    ]);
    const item = () => screen.container.querySelector<HTMLElement>('[data-item="ba"]') as HTMLElement;
    const marks = () => (screen.store.get("ha") as Habit).marks;
    expect(item().getAttribute("aria-label")).toMatch(/not done\. Press Space to mark it as done/);
    await screen.user.click(item().querySelector(".habit-box") as HTMLElement);
    expect(marks()).toEqual([today]);
    expect(item().className).toContain("cloth-done");
    item().focus();
    await screen.user.keyboard(" ");
    expect(marks()).toEqual([]);
    await screen.user.keyboard("{Enter}");
    expect(location.search).toBe("?record=ha");
  });
});
