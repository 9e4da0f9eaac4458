import { fireEvent, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { bareRecord, defaultSettings, type Theme } from "@/core/model";
import { usualWeights } from "@/core/plan";
import { currentNotice } from "@/ui/notices";
import { draw, now, taskOf } from "@/ui/testing/screen";
import { Planning } from "./Planning";
import { PullWeights } from "./PullWeights";
import { settingParts } from "@/core/finding";
import { SettingsRoom } from "./SettingsRoom";
import { Themes } from "./Themes";
const survey = { ...bareRecord("theme", { id: "survey", title: "Survey", now }), dye: "lichen" } as Theme;

describe("themes", () => {
  const drawn = () => draw(<Themes />, [defaultSettings, survey, taskOf("ta", { theme: "survey" })]);

  it("are made with a dye that no other has", async () => {
    const { getByRole, user, store } = await drawn();
    await user.type(getByRole("textbox", { name: "Name of the new theme" }), "Office{Enter}");
    const made = (store.list("kind", "theme") as Theme[]).find(({ title }) => title === "Office");
    expect(made).toBeTruthy();
    expect(made?.dye).not.toBe("lichen");
    expect(getByRole("textbox", { name: "Name of the new theme" })).toHaveProperty("value", "");
  });

  it("need a name of their own", async () => {
    const { getByRole, user, store } = await drawn();
    await user.type(getByRole("textbox", { name: "Name of the new theme" }), "survey{Enter}");
    expect(store.list("kind", "theme")).toHaveLength(1);
    expect(currentNotice()?.tone).toBe("refused");
    expect(getByRole("textbox", { name: "Name of the new theme" })).toHaveProperty("value", "survey");
  });

  it("get another dye, another name and a target a week", async () => {
    const { getByRole, user, store } = await drawn();
    await user.selectOptions(getByRole("combobox", { name: "Colour of Survey" }), "Weld, yellow");
    await user.type(getByRole("textbox", { name: "Weekly target of Survey" }), "9 h{Enter}");
    expect(store.get("survey")).toMatchObject({ dye: "weld", weeklyMinutes: 540 });
    await user.clear(getByRole("textbox", { name: "Weekly target of Survey" }));
    await user.type(getByRole("textbox", { name: "Weekly target of Survey" }), "much{Enter}");
    expect(store.get("survey")).toMatchObject({ weeklyMinutes: 540 });
    expect(currentNotice()?.text).toContain("“much” is not a length of time");
    await user.clear(getByRole("textbox", { name: "Weekly target of Survey" }));
    await user.type(getByRole("textbox", { name: "Weekly target of Survey" }), "20 %{Enter}");
    expect(store.get("survey")).toMatchObject({ weeklyShare: 20 });
    expect((store.get("survey") as Theme).weeklyMinutes).toBeUndefined();
    await user.clear(getByRole("textbox", { name: "Weekly target of Survey" }));
    await user.keyboard("{Enter}");
    expect((store.get("survey") as Theme).weeklyMinutes).toBeUndefined();
  });

  it("go, and come back with what was theirs", async () => {
    const { getByRole, user, store, undo } = await drawn();
    await user.click(getByRole("button", { name: "Delete Survey" }));
    expect(store.get("survey")).toBeUndefined();
    undo();
    expect(store.get("survey")).toEqual(survey);
    expect(store.get("ta")).toMatchObject({ theme: "survey" });
  });
});

describe("what the plan keeps free", () => {
  it("is chosen from what there is, and the usual is no setting", async () => {
    const { getByRole, user, store } = await draw(<Planning />, [defaultSettings]);
    const buffer = within(getByRole("radiogroup", { name: "Buffer around events" }));
    expect(buffer.getByRole("radio", { name: "none" }).getAttribute("aria-checked")).toBe("true");
    await user.click(buffer.getByRole("radio", { name: "15 min" }));
    expect(store.settings.bufferMinutes).toBe(15);
    await user.click(buffer.getByRole("radio", { name: "none" }));
    expect(store.settings.bufferMinutes).toBeUndefined();
    const pause = within(getByRole("radiogroup", { name: "Longest stretch without a break" }));
    await user.click(pause.getByRole("radio", { name: "no warning" }));
    expect(store.settings.longestRunMinutes).toBe(0);
  });
});

describe("the parts of the pull", () => {
  const tasks = [
    taskOf("urgent", { title: "Urgent", due: "2026-11-25", estimateMinutes: 60 }),
    taskOf("old", { title: "Old", carried: 9, createdAt: "2026-01-02T09:00" }),
    taskOf("vital", { title: "Vital", priority: defaultSettings.priorities[0]!.id }),
  ];
  const drawn = () => draw(<PullWeights />, [defaultSettings, ...tasks]);
  type Drawn = Awaited<ReturnType<typeof drawn>>;
  const order = ({ container }: Drawn) => [...container.querySelectorAll("li button")].map((one) => one.textContent);
  const turn = ({ getByRole }: Drawn, part: string, to: number) =>
    fireEvent.change(getByRole("slider", { name: part }), { target: { value: String(to) } });
  const only = (screen: Drawn, part: string) => {
    for (const slider of screen.getAllByRole("slider"))
      fireEvent.change(slider, { target: { value: slider.getAttribute("aria-label") === part ? "50" : "0" } });
  };

  it("show what turning them does before anything is kept", async () => {
    const screen = await drawn();
    only(screen, "Carried often");
    expect(order(screen)[0]).toBe("Old");
    only(screen, "Priority");
    expect(order(screen)[0]).toBe("Vital");
    expect(screen.store.settings.pullWeights).toBeUndefined();
    await screen.user.click(screen.getByRole("button", { name: "Discard changes" }));
    expect(screen.getByRole("button", { name: "Reset to defaults" })).toHaveProperty("disabled", true);
  });

  it("are kept in one step, and brought back to the usual", async () => {
    const screen = await drawn();
    only(screen, "Carried often");
    await screen.user.click(screen.getByRole("button", { name: "Save" }));
    expect(screen.store.settings.pullWeights).toMatchObject({ carried: 50, priority: 0 });
    await screen.user.click(screen.getByRole("button", { name: "Reset to defaults" }));
    expect(screen.store.settings.pullWeights).toBeUndefined();
    screen.undo();
    expect(screen.store.settings.pullWeights).toMatchObject({ carried: 50 });
  });

  it("cannot all be nothing", async () => {
    const screen = await drawn();
    for (const part of screen.getAllByRole("slider").map((one) => one.getAttribute("aria-label")!))
      turn(screen, part, 0);
    screen.getByText("At least one part must be above 0.");
    expect(screen.getByRole("button", { name: "Save" })).toHaveProperty("disabled", true);
    expect(Object.values(usualWeights).some((weight) => weight > 0)).toBe(true);
  });
});

describe("the settings", () => {
  it("have the parts that are found by words, in their order, and no others", async () => {
    const { getAllByRole } = await draw(<SettingsRoom />, [defaultSettings]);
    expect(getAllByRole("heading", { level: 2 }).map(({ textContent }) => textContent)).toEqual(settingParts);
  });
});
