import { within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { bareRecord, defaultSettings, type Settings } from "@/core/model";
import { currentNotice } from "@/ui/notices";
import { draw, now } from "@/ui/testing/screen";
import { PatternEditor } from "./PatternEditor";

const survey = { ...bareRecord("theme", { id: "survey", title: "Survey", now }), weeklyMinutes: 240 };
const hours = [
  { weekday: 1, startMinute: 540, endMinute: 660, theme: "survey" },
  { weekday: 3, startMinute: 720, endMinute: 765 },
];
const withPattern: Settings = {
  ...defaultSettings,
  firstWeekday: 1,
  patterns: [{ id: "normal", title: "Normal week", hours }],
};
const drawn = (settings: Settings = withPattern) =>
  draw(<PatternEditor first={undefined} onClose={() => {}} />, [settings, survey]);
const kept = ({ store }: Awaited<ReturnType<typeof drawn>>) => (store.get("settings") as Settings).patterns ?? [];

describe("the ideal week", () => {
  it("begins with a first pattern, and another is a copy of the one that is shown", async () => {
    const screen = await drawn({ ...defaultSettings, firstWeekday: 1 });
    await screen.user.click(screen.getByRole("button", { name: "Add the first pattern" }));
    expect(kept(screen).map(({ title }) => title)).toEqual(["Normal week"]);
    await screen.user.click(screen.getByRole("button", { name: "Add a pattern" }));
    expect(kept(screen).map(({ title }) => title)).toEqual(["Normal week", "Week 2"]);
    screen.undo();
    expect(kept(screen)).toHaveLength(1);
  });

  it("says what each theme gets against what it should", async () => {
    const { container } = await drawn();
    expect(container.ownerDocument.body.textContent).toContain("Survey2 h of 4 h");
  });

  it("moves, stretches and takes away hours by keys, says where they went, each in one step", async () => {
    const screen = await drawn();
    const own = () => screen.getByRole("button", { name: /^Survey, / });
    own().focus();
    await screen.user.keyboard("{ArrowDown}");
    expect(kept(screen)[0]?.hours[0]).toMatchObject({ weekday: 1, startMinute: 555, endMinute: 675 });
    expect(currentNotice()?.text).toMatch(/^Survey, Monday 9:15/);
    own().focus();
    await screen.user.keyboard("{Shift>}{ArrowDown}{/Shift}");
    expect(kept(screen)[0]?.hours[0]).toMatchObject({ startMinute: 555, endMinute: 690 });
    own().focus();
    await screen.user.keyboard("{ArrowLeft}");
    expect(kept(screen)[0]?.hours[0]).toMatchObject({ weekday: 7 });
    own().focus();
    await screen.user.keyboard("{Delete}");
    expect(kept(screen)[0]?.hours).toEqual([hours[1]]);
    screen.undo();
    expect(kept(screen)[0]?.hours).toHaveLength(2);
  });

  it("draws an hour where one presses twice, for the theme that is chosen or as a break", async () => {
    const screen = await drawn();
    const group = within(screen.getByRole("radiogroup", { name: "Draw hours for" }));
    await screen.user.click(group.getByRole("radio", { name: "Break" }));
    await screen.user.dblClick(screen.getByRole("group", { name: "Friday" }));
    const last = kept(screen)[0]!.hours.at(-1)!;
    expect([last.weekday, last.theme, last.endMinute - last.startMinute]).toEqual([5, undefined, 60]);
  });

  it("keeps its name when that is emptied", async () => {
    const screen = await drawn();
    const name = screen.getByRole("textbox", { name: "Name of the pattern" });
    await screen.user.clear(name);
    await screen.user.keyboard("{Enter}");
    expect(kept(screen)[0]?.title).toBe("Normal week");
    await screen.user.clear(name);
    await screen.user.type(name, "Summer{Enter}");
    expect(kept(screen)[0]?.title).toBe("Summer");
  });
});
