import { act, screen, waitFor, within } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { defaultSettings, type Block, type PensumRecord, type Work } from "@/core/model";
import { clockRun } from "@/core/plan";
import { currentNotice, notify } from "@/ui/notices";
import { blockOf, draw, entryOf, logOf, MovedClock, taskOf, today } from "@/ui/testing/screen";
import { ClockCorner } from "./ClockCorner";
import { openClock } from "./clockPlace";
import { ClockPanel } from "./ClockPanel";
import { recordAt } from "../recordAt";
import { WorkedStrand } from "./WorkedStrand";

const settings = { ...defaultSettings, hour12: false };
const at = (clock: string) => `${today}T${clock}`;
const letter = taskOf("ta", { title: "Letter", estimateMinutes: 90, doDay: today });
const stakes = taskOf("tb", { title: "Stakes", doDay: today });
beforeEach(() => {
  localStorage.clear();
  openClock("closed");
  document.title = "Pensum";
  notify(undefined);
});

describe("the clock", () => {
  const drawn = async (...more: PensumRecord[]) => {
    const clock = new MovedClock();
    const drawing = await draw(<ClockPanel />, [settings, letter, stakes, ...more], clock);
    return { ...drawing, clock, log: () => logOf(drawing.store) };
  };

  it("is started on what is chosen from what presses, counts down, runs over, and says so in words", async () => {
    const { user, getByRole, findByRole, clock, log } = await drawn();
    await user.type(getByRole("combobox", { name: "Work on" }), "Lett");
    await user.keyboard("{ArrowDown}{Enter}");
    const timer = await findByRole("timer");
    expect(timer.textContent).toContain("1 h 30");
    await clock.pass(53);
    expect(timer.textContent).toContain("37 min");
    await clock.pass(41);
    expect(timer.textContent).toContain("4 min");
    expect(timer.getAttribute("aria-label")).toBe("4 min over");
    await user.click(getByRole("button", { name: "5 more minutes" }));
    expect(timer.getAttribute("aria-label")).toBe("5 min left");
    await user.click(getByRole("button", { name: "Finish" }));
    await user.click(getByRole("button", { name: "It is done" }));
    expect(log()).toEqual(["ta 11:07 to 12:41"]);
  });

  it("keeps the length of a sitting over which the device’s clock is set back", async () => {
    const { user, getByRole, findByRole, clock, log } = await drawn();
    let passed = 0;
    Object.assign(clock, { passed: () => passed });
    await user.type(getByRole("combobox", { name: "Work on" }), "Telephone{Enter}");
    await findByRole("timer");
    passed += 20 * 60_000;
    await clock.pass(20);
    passed += 60_000;
    await clock.pass(-49);
    await user.click(getByRole("button", { name: "Finish" }));
    await waitFor(() => expect(log()).toEqual(["Telephone 10:17 to 10:38"]));
  });

  it("refuses a title that two tasks have, and offers both", async () => {
    const { user, getByRole, getAllByRole, store } = await drawn(taskOf("tc", { title: "Letter", doDay: today }));
    await user.type(getByRole("combobox", { name: "Work on" }), "Letter");
    expect(getAllByRole("option", { name: /^Letter/ })).toHaveLength(2);
    await user.keyboard("{Enter}");
    expect(currentNotice()?.text).toContain("Several are called “Letter”");
    expect(clockRun(store)).toBeUndefined();
  });

  it("takes a few words for what is no task, a pause that counts nothing, and a break", async () => {
    const { user, getByRole, findByRole, clock, log, store } = await drawn();
    await user.type(getByRole("combobox", { name: "Work on" }), "Telephone{Enter}");
    await findByRole("timer");
    await clock.pass(10);
    await user.click(getByRole("button", { name: "Pause" }));
    await clock.pass(60);
    await user.click(getByRole("button", { name: "Go on" }));
    await clock.pass(5);
    await user.click(getByRole("button", { name: "Break" }));
    expect((await findByRole("timer")).getAttribute("aria-label")).toBe("10 min left");
    expect(log()).toEqual(["Telephone 11:07 to 11:17", "Telephone 12:17 to 12:22"]);
    await user.click(getByRole("button", { name: "Finish" }));
    await waitFor(() => expect(clockRun(store)).toBeUndefined());
  });

  it("asks how much is left where somebody knows it, and takes no length that is none", async () => {
    const { user, getByRole, findByRole, clock, store } = await drawn();
    await user.type(getByRole("combobox", { name: "Work on" }), "Letter{Enter}");
    await findByRole("timer");
    await clock.pass(30);
    await user.click(getByRole("button", { name: "Finish" }));
    await user.type(getByRole("textbox", { name: /Left/ }), "soon{Enter}");
    expect(getByRole("form", { name: "Finish" }).textContent).toContain("A length like 45 min");
    await user.clear(getByRole("textbox", { name: /Left/ }));
    await user.type(getByRole("textbox", { name: /Left/ }), "2 h{Enter}");
    await waitFor(() => expect(store.find("task", "ta")?.estimateMinutes).toBe(150));
  });

  it("puts what comes up meanwhile on the page of the day, with the hour and what was worked on", async () => {
    const { user, getByRole, findByRole, store } = await drawn();
    await user.type(getByRole("combobox", { name: "Work on" }), "Letter{Enter}");
    await findByRole("timer");
    await user.type(getByRole("textbox", { name: "Jot something down" }), "ask Tam{Enter}");
    expect(store.find("day", `day-${today}`)?.text).toContain("- 11:07, Letter: ask Tam");
    await user.click(getByRole("button", { name: "Switch" }));
    await user.type(getByRole("combobox", { name: "Switch to" }), "Stakes{Enter}");
    await waitFor(() => expect(clockRun(store)?.on.task).toBe("tb"));
  });
});

describe("around a clock that runs", () => {
  const started = async () => {
    const clock = new MovedClock();
    const drawing = await draw(<ClockCorner>nothing runs</ClockCorner>, [settings, letter, stakes], clock);
    const { startClock } = await import("@/core/commands/clock");
    act(() => void drawing.store.act(startClock, { on: { id: "ta" }, at: clock.instant(), zone: clock.zone }));
    return { ...drawing, clock };
  };

  it("the title of the tab tells the time, and the end is told of once in all tabs", async () => {
    const { clock, store } = await started();
    expect(document.title).toBe("1 h 30 left, Letter");
    for (let minute = 0; minute < 91; minute++) await clock.pass(1);
    expect(document.title).toBe("1 min over, Letter");
    await waitFor(() => expect(currentNotice()?.text).toBe("The time for “Letter” is up."));
    notify(undefined);
    await clock.pass(1);
    await Promise.resolve();
    expect(currentNotice()).toBeUndefined();
    act(() => void store.undo());
    expect(document.title).toBe("Pensum");
  });

  it("a sleep is asked about, and what of it was not work does not count", async () => {
    const { clock, store, user, findByRole } = await started();
    await clock.pass(8);
    await clock.pass(120);
    const dialog = await findByRole("dialog", { name: "How much of it was work?" });
    expect(dialog.textContent).toContain("from 11:15 to 13:15: that is 2 h.");
    await user.type(within(dialog).getByRole("textbox"), "14:00{Enter}");
    expect(dialog.textContent).toContain("A time from 11:15 to 13:15.");
    await user.clear(within(dialog).getByRole("textbox"));
    await user.type(within(dialog).getByRole("textbox"), "11:30{Enter}");
    await waitFor(() => expect(logOf(store)).toEqual(["ta 11:07 to 11:30", "ta 13:15 to now"]));
    expect(screen.queryByRole("dialog")).toBeNull();
    expect(document.title).toBe("1 h 07 left, Letter");
  });
});

it("a sleep that was answered in another tab is asked about no longer", async () => {
  const clock = new MovedClock();
  const { store, findByRole } = await draw(<ClockCorner>nothing</ClockCorner>, [settings, letter], clock);
  const { startClock } = await import("@/core/commands/clock");
  act(() => void store.act(startClock, { on: { id: "ta" }, at: clock.instant(), zone: clock.zone }));
  await clock.pass(120);
  await findByRole("dialog", { name: "How much of it was work?" });
  const key = "pensum-clock-seen:own";
  act(() => {
    localStorage.setItem(key, String(clock.instant()));
    dispatchEvent(new StorageEvent("storage", { key }));
  });
  expect(screen.queryByRole("dialog")).toBeNull();
});

describe("the worked strand", () => {
  const plan = [
    blockOf("ba", at("08:00"), at("08:45"), { task: "ta" }),
    blockOf("bb", at("09:00"), at("10:00"), { task: "tb" }),
    blockOf("bc", at("14:00"), at("15:00"), { task: "ta" }),
  ] as Block[];
  const drawn = async (...work: Work[]) => {
    const drawing = await draw(
      <WorkedStrand
        {...{ date: today, today, minutePixels: 1, snap: 5, minuteAt: () => 0, scroller: { current: null } }}
      />,
      [settings, letter, stakes, ...plan, ...work],
    );
    const { container } = drawing;
    const item = (id: string) => container.querySelector<HTMLElement>(`[data-worked="${id}"]`)!;
    return { ...drawing, item, log: () => logOf(drawing.store) };
  };

  it("takes hours over as planned by one press, and asks what a gap was", async () => {
    const { user, getByRole, queryByRole, log, findByRole } = await drawn(
      entryOf("wa", "08:00", "08:45"),
      entryOf("wb", "10:30", "11:00"),
    );
    await user.click(getByRole("button", { name: "Log Stakes as planned, 9:00 to 10:00" }));
    expect(log()).toContain("tb 09:00 to 10:00");
    expect(queryByRole("button", { name: /as planned/ })).toBeNull();
    await user.click(getByRole("button", { name: "10:00 to 10:30: what was it?" }));
    await user.type(await findByRole("combobox", { name: "What was it" }), "Telephone{Enter}");
    expect(log()).toContain("Telephone 10:00 to 10:30");
  });

  it("moves, stretches, splits, joins and removes entries by keys, each undone alone", async () => {
    const { user, item, log, undo } = await drawn(entryOf("wa", "08:00", "09:00"));
    item("wa").focus();
    await user.keyboard("{ArrowDown}");
    expect(log()).toEqual(["ta 08:05 to 09:05"]);
    await user.keyboard("{Shift>}{ArrowUp}{/Shift}");
    expect(log()).toEqual(["ta 08:05 to 09:00"]);
    await user.keyboard("s");
    expect(log()).toEqual(["ta 08:05 to 08:35", "ta 08:35 to 09:00"]);
    const second = document.querySelectorAll<HTMLElement>("[data-worked]")[1]!;
    second.focus();
    await user.keyboard("j");
    expect(log()).toEqual(["ta 08:05 to 09:00"]);
    item("wa").focus();
    await user.keyboard("{Delete}");
    expect(log()).toEqual([]);
    undo();
    undo();
    expect(log()).toEqual(["ta 08:05 to 08:35", "ta 08:35 to 09:00"]);
  });

  it("marks what is logged twice, and lets one of the two count", async () => {
    const { user, getByRole, log } = await drawn(
      entryOf("wa", "08:00", "09:00"),
      entryOf("wb", "08:30", "09:30", { task: "tb" }),
    );
    await user.click(getByRole("button", { name: "8:30 to 9:00 is logged twice: which counts?" }));
    await user.click(within(getByRole("dialog", { name: "Which counts?" })).getByRole("button", { name: "Stakes" }));
    expect(log()).toEqual(["ta 08:00 to 08:30", "tb 08:30 to 09:30"]);
  });
});

it("what stands for a record is found from whatever has the focus in it", () => {
  document.body.innerHTML = `<ul><li><div data-tray="ta"><b id="in">x</b></div></li><li id="row"><a data-open="tb"></a></li><p id="none"></p></ul>`;
  const of = (id: string) => recordAt(document.getElementById(id)!);
  expect([of("in"), of("row"), of("none")]).toEqual(["ta", "tb", undefined]);
  document.body.innerHTML = "";
});

vi.stubGlobal("AudioContext", undefined);
