import { beforeEach, describe, expect, it, vi } from "vitest";
import {
  bareRecord,
  defaultSettings,
  type Block,
  type CalendarLayer,
  type Event,
  type FieldRecord,
  type Lens,
  type OwnRegister,
  type PensumRecord,
  type Settings,
  type Task,
} from "@/core/model";
import { draw, now, today } from "@/ui/testing/screen";
import { DrawForm } from "./DrawForm";

const survey = bareRecord("theme", { id: "survey", title: "Survey", now });
const choir: Event = {
  ...bareRecord("event", { id: "choir", title: "Choir", now }),
  ...{ start: "2026-11-20T19:00", end: "2026-11-20T21:00", calendar: "Home" },
};
const closed = vi.fn();
const drawn = (settings: Settings = defaultSettings, ...more: PensumRecord[]) =>
  draw(
    <DrawForm date={today} startMinute={570} endMinute={630} top={0} height={40} dayPixels={900} onClose={closed} />,
    [settings, survey, choir, ...more],
  );

describe("a stretch of the day that was drawn", () => {
  beforeEach(() => {
    closed.mockClear();
    localStorage.clear();
  });

  it("becomes a task of its length, with its hours, in one step", async () => {
    const { getByRole, user, store, undo } = await drawn();
    await user.click(getByRole("button", { name: "Task" }));
    await user.type(getByRole("textbox", { name: "Description" }), "Write the letter");
    await user.selectOptions(getByRole("combobox", { name: "Theme" }), "survey");
    await user.keyboard("{Enter}");
    await user.click(getByRole("button", { name: "Add" }));
    const [task] = store.list("kind", "task") as Task[];
    expect(task).toMatchObject({ title: "Write the letter", theme: "survey", estimateMinutes: 60, doDay: today });
    expect((store.list("blocksByTask", task!.id) as Block[])[0]).toMatchObject({
      start: `${today}T09:30`,
      end: `${today}T10:30`,
    });
    expect(closed).toHaveBeenCalled();
    undo();
    expect(store.list("kind", "task")).toHaveLength(0);
    expect(store.list("kind", "block")).toHaveLength(0);
  });

  it("has the words understood that its hours leave open, and keeps those that they say", async () => {
    const { getByRole, findByText, user, store } = await drawn();
    await user.click(getByRole("button", { name: "Task" }));
    await user.type(
      getByRole("textbox", { name: "Description" }),
      "Hard chapter tomorrow, high, every Monday until 20 Dec 2027",
    );
    await findByText(/every week on Monday/);
    await user.click(getByRole("button", { name: "Add" }));
    expect((store.list("kind", "task") as Task[])[0]).toMatchObject({
      ...{ title: "Hard chapter tomorrow", priority: "high", doDay: today, estimateMinutes: 60 },
      repeat: "RRULE:FREQ=WEEKLY;BYDAY=MO;UNTIL=20271220",
    });
  });

  it("becomes hours for a theme alone", async () => {
    const { getByRole, user, store } = await drawn();
    await user.click(getByRole("button", { name: "Block" }));
    await user.selectOptions(getByRole("combobox", { name: "Theme" }), "survey");
    await user.click(getByRole("button", { name: "Add" }));
    expect(store.list("kind", "block")[0]).toMatchObject({ title: "", theme: "survey", start: `${today}T09:30` });
  });

  it("becomes an event in a calendar that is offered, or in a new one", async () => {
    const { getByRole, findByRole, getAllByRole, user, store } = await drawn();
    await user.click(getByRole("button", { name: "Event" }));
    await user.type(getByRole("textbox", { name: "Description" }), "Supper");
    await user.click(await findByRole("combobox", { name: "Calendar" }));
    await user.click(getAllByRole("option").find((one) => one.textContent === "Home")!);
    expect(getByRole("combobox", { name: "Calendar" })).toHaveProperty("value", "Home");
    await user.click(getByRole("button", { name: "Add" }));
    const supper = (store.list("kind", "event") as Event[]).find(({ title }) => title === "Supper");
    expect(supper).toMatchObject({ calendar: "Home", start: `${today}T09:30`, end: `${today}T10:30` });
  });

  it("takes the words of a calendar that is new when one goes on", async () => {
    const { getByRole, findByRole, user, store } = await drawn();
    await user.click(getByRole("button", { name: "Event" }));
    await user.type(getByRole("textbox", { name: "Description" }), "Supper");
    await user.clear(await findByRole("combobox", { name: "Calendar" }));
    await user.type(getByRole("combobox", { name: "Calendar" }), "Village");
    await user.click(getByRole("button", { name: "Add" }));
    const supper = (store.list("kind", "event") as Event[]).find(({ title }) => title === "Supper");
    expect(supper).toMatchObject({ calendar: "Village" });
  });

  it("becomes a record that a lens puts on the calendar, and says which of the hours it can have", async () => {
    const trips: OwnRegister = {
      ...{ id: "trips", kind: "register", title: "Trips", one: "Trip", order: 0, text: "" },
    };
    const field = (name: string, type: "date" | "moment"): FieldRecord => ({
      ...{ id: `field-${name}`, kind: "field", register: "trips", name, title: name, type, order: 3, text: "" },
    });
    const lens: Lens = {
      ...{ id: "all", kind: "lens", title: "All trips", registers: ["trips"], look: "table", where: { all: [] } },
      ...{ done: "all", groups: [], sorts: [], shown: [], folded: [], order: 0, text: "" },
    };
    const layers: CalendarLayer[] = [
      { lens: "all", field: "f_day", dye: "ochre" },
      { lens: "all", field: "f_leaves", end: "f_back", dye: "ochre" },
    ];
    const { getByRole, findByRole, getByText, queryByText, user, store, undo } = await drawn(
      { ...defaultSettings, layers },
      ...[trips, field("f_day", "date"), field("f_leaves", "moment"), field("f_back", "moment"), lens],
    );
    await user.click(await findByRole("button", { name: "Trip by f_day" }));
    getByText(/^Will be on Tue,? (24 Nov|Nov 24)$/);
    await user.click(getByRole("button", { name: "Trip by f_leaves" }));
    expect(queryByText(/Will be/)).toBeNull();
    await user.type(getByRole("textbox", { name: "Description" }), "Up the river{Enter}");
    const [trip] = store.list("rowsByRegister", "trips");
    expect(trip).toMatchObject({ title: "Up the river", f_leaves: `${today}T09:30`, f_back: `${today}T10:30` });
    expect(closed).toHaveBeenCalled();
    undo();
    expect(store.list("rowsByRegister", "trips")).toHaveLength(0);
  });

  it("is nothing after Escape or Cancel", async () => {
    const { getByRole, user, store } = await drawn();
    await user.type(getByRole("textbox", { name: "Description" }), "No{Escape}");
    await user.click(getByRole("button", { name: "Cancel" }));
    expect(closed).toHaveBeenCalledTimes(2);
    expect(store.list("kind", "task")).toHaveLength(0);
    expect(store.list("kind", "block")).toHaveLength(0);
  });
});
