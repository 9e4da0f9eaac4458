import { waitFor } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { bareRecord, defaultSettings, type Habit, type PensumRecord } from "@/core/model";
import { clockRun } from "@/core/plan";
import { blockOf, draw, entryOf, now, taskOf, today } from "@/ui/testing/screen";
import { useRecord } from "@/ui/workspaceContext";
import { HabitSheet } from "./HabitSheet";
import { RecordLog } from "./RecordLog";

const settings = { ...defaultSettings, hour12: false };
const ines: PensumRecord = { ...bareRecord("person", { id: "ines", title: "Ines", now }), role: "" };
const theme: PensumRecord = { id: "survey", kind: "theme", title: "Survey", dye: "woad", text: "" };
const letter = taskOf("ta", { title: "Letter", estimateMinutes: 90, theme: "survey" });
const log = [
  entryOf("wa", "08:00", "08:50", { text: "figures 1 and 2" }),
  entryOf("wb", "09:00", "09:30", { person: "ines" }),
];
const drawn = (record: PensumRecord, ...more: PensumRecord[]) =>
  draw(<RecordLog record={record} />, [settings, ines, theme, letter, ...log, ...more]);

describe("what was worked on a record", () => {
  it("is a table of a task's entries, with its sum against the estimate, and starts the clock", async () => {
    const { getByRole, getAllByRole, user, store } = await drawn(letter);
    const section = getByRole("region", { name: "Work log" });
    expect(section.textContent).toContain("1 h 20 of 90 min, 10 min left");
    const rows = getAllByRole("row").map((row) => row.textContent);
    expect(rows[1]).toContain("9:00 to 9:30Ines30 min");
    expect(rows[2]).toContain("8:00 to 8:50figures 1 and 250 min");
    await user.click(getByRole("button", { name: "Start the clock" }));
    await waitFor(() => expect(clockRun(store)?.on.task).toBe("ta"));
  });

  it("is of a theme what its tasks have, of a person what they worked, of a block what its task has", async () => {
    expect((await drawn(theme)).container.textContent).toContain("1 h 20 in all");
    expect((await drawn(ines)).container.textContent).toContain("30 min in all");
    const lunch = blockOf("bb", `${today}T12:00`, `${today}T13:00`, { title: "Lunch" });
    expect((await drawn(lunch, lunch)).container.textContent).toContain("Start the clock");
    expect((await drawn(taskOf("tc", { state: "done" }))).container.textContent).toBe("");
  });
});

describe("a habit in its sheet", () => {
  const walk: Habit = {
    ...bareRecord("habit", { id: "walk", title: "Walk", now: "2026-11-02T08:00" }),
    ...{ repeat: "FREQ=DAILY", marks: ["2026-11-22", "2026-11-23"] },
  };
  function Sheet() {
    const habit = useRecord("walk");
    return habit?.kind === "habit" ? <HabitSheet habit={habit} /> : null;
  }

  it("is marked, skipped with a reason that goes into its note, and tells its streak and how it counts", async () => {
    const { getByRole, container, user, store, undo } = await draw(<Sheet />, [settings, walk]);
    expect(container.textContent).toContain("2 days in a row.");
    expect(container.textContent).toContain("A skipped day neither counts nor breaks the streak.");
    await user.click(getByRole("button", { name: "Done" }));
    expect(container.textContent).toContain("3 days in a row.");
    await user.type(getByRole("textbox", { name: "Why it is skipped" }), "ill");
    await user.click(getByRole("button", { name: "Skipped" }));
    expect(store.find("habit", "walk")).toMatchObject({ skips: [today], text: `- ${today}: ill\n` });
    expect(container.textContent).toContain("2 days in a row.");
    undo();
    expect(container.textContent).toContain("3 days in a row.");
  });
});
