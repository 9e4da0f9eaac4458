import { within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { readTable } from "@/core/interop/table";
import {
  bareRecord,
  bareRow,
  defaultSettings,
  type FieldRecord,
  type Lens,
  type PensumRecord,
  type StandingOrder,
  type Template,
} from "@/core/model";
import { fieldsIn, fieldValues, findRegister, type Register } from "@/core/register";
import { currentNotice } from "@/ui/notices";
import { draw, now, taskOf, today } from "@/ui/testing/screen";
import { useStore } from "@/ui/workspaceContext";
import { ImportDialog } from "./ImportDialog";
import { OrdersView } from "./OrdersView";
import { RegistersRoom } from "./RegistersRoom";
import { TemplatesView } from "./TemplatesView";

const theme = bareRecord("theme", { id: "survey", title: "Survey", now });
const style = { locale: "en-GB", hour12: false };
const useWriting = () => ({ values: fieldValues(useStore()), style, today });

describe("what a template gives to all that is made from it", () => {
  const template = {
    ...{ id: "visit", kind: "template", title: "Visit", register: "tasks", naming: "Visit {{Client}}" },
    ...{ fields: {}, text: "", order: 1 },
  } as unknown as Template;
  function View() {
    return <TemplatesView writing={useWriting()} chosen="visit" />;
  }
  const drawn = () =>
    draw(<View />, [
      defaultSettings,
      theme,
      template,
      taskOf("k3one000001", { title: "Call" }),
      taskOf("k3two000001", { title: "Call" }),
    ]);
  const given = ({ store }: Awaited<ReturnType<typeof drawn>>) => (store.get("visit") as Template).fields;

  it("is typed, chosen and taken away field by field, each with the editor of its type", async () => {
    const screen = await drawn();
    await screen.user.selectOptions(screen.getByLabelText("Set a field"), "estimateMinutes");
    await screen.user.type(screen.getByRole("textbox", { name: "Estimate" }), "1 h 30{Enter}");
    expect(given(screen)).toEqual({ estimateMinutes: 90 });
    await screen.user.selectOptions(screen.getByLabelText("Set a field"), "theme");
    await screen.user.selectOptions(screen.getByRole("combobox", { name: "Theme" }), "survey");
    expect(given(screen)).toEqual({ estimateMinutes: 90, theme: "survey" });
    await screen.user.clear(screen.getByRole("textbox", { name: "Estimate" }));
    await screen.user.keyboard("{Enter}");
    expect(given(screen)).toEqual({ theme: "survey" });
    screen.undo();
    expect(given(screen)).toEqual({ estimateMinutes: 90, theme: "survey" });
  });

  it("is the very record that was chosen, of two of one title", async () => {
    const screen = await drawn();
    await screen.user.selectOptions(screen.getByLabelText("Set a field"), "parent");
    await screen.user.type(screen.getByRole("combobox", { name: "Part of" }), "call");
    await screen.user.keyboard("{ArrowDown}{ArrowDown}{Enter}");
    expect(given(screen)).toEqual({ parent: "k3two000001" });
  });

  it("refuses what the field cannot hold, and says why", async () => {
    const screen = await drawn();
    await screen.user.selectOptions(screen.getByLabelText("Set a field"), "estimateMinutes");
    await screen.user.type(screen.getByRole("textbox", { name: "Estimate" }), "long{Enter}");
    expect(given(screen)).toEqual({});
    expect(currentNotice()?.text).toContain("“long” is not a length of time");
  });
});

describe("standing orders", () => {
  const order = {
    ...{ id: "tidy", kind: "standingOrder", title: "Tidy", register: "tasks", active: false, order: 1, text: "" },
    ...{ when: { on: "dayBegins" }, where: { all: [] }, steps: [{ do: "set", field: "theme", to: "" }] },
  } as unknown as StandingOrder;
  function View() {
    return <OrdersView writing={useWriting()} chosen={undefined} />;
  }
  const drawn = (more: Partial<StandingOrder> = {}) =>
    draw(<View />, [defaultSettings, theme, { ...order, ...more } as PensumRecord]);
  const kept = ({ store }: Awaited<ReturnType<typeof drawn>>) => store.get("tidy") as StandingOrder;

  it("set a field to what is offered for it, in words that are read when they run", async () => {
    const screen = await drawn();
    await screen.user.click(screen.getByRole("button", { name: /^Action: set theme/ }));
    await screen.user.type(screen.getByRole("combobox", { name: "Theme" }), "sur");
    await screen.user.keyboard("{ArrowDown}{Enter}");
    expect(kept(screen).steps).toEqual([{ do: "set", field: "theme", to: "Survey" }]);
    screen.getByRole("button", { name: "Action: set theme to Survey" });
    screen.undo();
    expect(kept(screen).steps).toEqual(order.steps);
  });

  it("are switched on and off, and cannot be without anything to do", async () => {
    const screen = await drawn();
    await screen.user.click(screen.getByRole("checkbox", { name: "Off" }));
    expect(kept(screen).active).toBe(true);
    await screen.user.click(screen.getByRole("checkbox", { name: "On" }));
    expect(kept(screen).active).toBe(false);
    const idle = await drawn({ steps: [] });
    const boxes = idle.getAllByRole("checkbox", { name: "Off" });
    expect(boxes.at(-1)).toHaveProperty("disabled", true);
  });

  it("go, and come back whole", async () => {
    const screen = await drawn();
    await screen.user.click(screen.getByRole("button", { name: "Delete" }));
    expect(screen.store.get("tidy")).toBeUndefined();
    screen.undo();
    expect(kept(screen)).toEqual(order);
  });
});

describe("a table on its way in", () => {
  const gigs = { id: "gigs", kind: "register", title: "Gigs", one: "Gig", order: 1, text: "" } as PensumRecord;
  const fee: FieldRecord = {
    ...{ id: "fee", kind: "field", register: "gigs", name: "f_fee", title: "Fee", type: "number", order: 1, text: "" },
  };
  const mill = { ...bareRow("gigs", { id: "k3mill00001", title: "Mill", now }), f_fee: 250 } as PensumRecord;
  const closed = vi.fn();
  function View({ text }: { text: string }) {
    const store = useStore();
    const register = findRegister(store, "gigs") as Register;
    return (
      <ImportDialog
        writing={useWriting()}
        register={register}
        name="gigs.csv"
        table={readTable(text)}
        onClose={closed}
      />
    );
  }
  const drawn = async (text: string) => {
    closed.mockClear();
    const screen = await draw(<View text={text} />, [defaultSettings, gigs, fee, mill]);
    const rows = () => screen.store.list("rowsByRegister", "gigs") as unknown as Record<string, unknown>[];
    return { ...screen, rows };
  };

  it("says what will happen, leaves out what it cannot read, and does just that, in one step", async () => {
    const { getByRole, getByText, user, rows, undo } = await drawn("Title;Fee\nHall;100\nBarn;a lot\n");
    getByText(/1 record will be added/);
    getByText("1 row will be skipped");
    expect(getByRole("list", { name: "Skipped rows" }).textContent).toContain("“a lot” is not a number");
    expect(rows()).toHaveLength(1);
    await user.click(getByRole("button", { name: "Import 1 row" }));
    expect(rows().find(({ title }) => title === "Hall")).toMatchObject({ f_fee: 100 });
    expect(closed).toHaveBeenCalled();
    undo();
    expect(rows()).toEqual([mill]);
  });

  it("takes a column for the one that says which record a row is, and one only", async () => {
    const { getByLabelText, getByRole, getByText, user, rows } = await drawn(
      `Number;Other;Title;Fee\n${mill.id};x;Old mill;320\n`,
    );
    await user.selectOptions(getByLabelText("Field for Other"), "id");
    await user.selectOptions(getByLabelText("Field for Number"), "id");
    const into = (column: string) => (getByLabelText(`Field for ${column}`) as HTMLSelectElement).value;
    expect([into("Number"), into("Other")]).toEqual(["id", "nothing"]);
    getByText(/1 changed/);
    await user.click(getByRole("button", { name: "Import 1 row" }));
    expect(rows()).toHaveLength(1);
    expect(rows()[0]).toMatchObject({ id: mill.id, title: "Old mill", f_fee: 320 });
  });

  it("changes the record of a title that is there where that is asked", async () => {
    const { getByRole, getByText, user, rows } = await drawn("Title;Fee\nMill;300\n");
    getByText(/1 record will be added/);
    await user.click(getByRole("checkbox", { name: /^Update the record when a row/ }));
    getByText(/0 records will be added, 1 changed/);
    await user.click(getByRole("button", { name: "Import 1 row" }));
    expect(rows()).toHaveLength(1);
    expect(rows()[0]).toMatchObject({ f_fee: 300 });
  });

  it("keeps postcodes as they stand, as a new field, or leaves the column out", async () => {
    const { getByLabelText, getByRole, user, rows, store } = await drawn("Title;Postcode;Odd\nHall;01067;x\n");
    expect(getByLabelText("Field for Postcode")).toHaveProperty("value", "new:text");
    await user.selectOptions(getByLabelText("Field for Odd"), "nothing");
    await user.click(getByRole("button", { name: "Import 1 row" }));
    const field = fieldsIn(store, findRegister(store, "gigs")!).find(({ label }) => label === "Postcode");
    expect(rows().find(({ title }) => title === "Hall")).toMatchObject({ [field!.name]: "01067" });
    expect(fieldsIn(store, findRegister(store, "gigs")!).some(({ label }) => label === "Odd")).toBe(false);
  });

  it("asks which comes first before it reads a date two ways", async () => {
    const { getByRole, user } = await drawn("Title;When\nHall;03/04/2026\n");
    expect(getByRole("button", { name: "Import 1 row" })).toHaveProperty("disabled", true);
    await user.click(getByRole("radio", { name: "3 April" }));
    expect(getByRole("button", { name: "Import 1 row" })).toHaveProperty("disabled", false);
  });

  it("changes nothing when one leaves it", async () => {
    const { getByRole, user, rows } = await drawn("Title;Fee\nHall;100\n");
    await user.click(getByRole("button", { name: "Cancel" }));
    expect(rows()).toEqual([mill]);
    expect(closed).toHaveBeenCalled();
  });
});

describe("a lens as a matrix", () => {
  const lens = {
    ...{ id: "across", kind: "lens", title: "Across", registers: ["tasks"], where: { all: [] }, done: "all" },
    ...{ groups: [], sorts: [], shown: [{ field: "title" }], look: "matrix", folded: [], order: 1, text: "" },
    axes: { across: "due", up: "estimateMinutes" },
  } as unknown as Lens;
  const drawn = () =>
    draw(<RegistersRoom register="tasks" lens="across" />, [
      defaultSettings,
      lens,
      taskOf("ta", { title: "Letter", due: "2026-11-27", estimateMinutes: 60 }),
      taskOf("tb", { title: "Map", due: "2026-12-04", estimateMinutes: 120 }),
    ]);

  it("steps a card along both axes by keys, each in one step, and says where it went", async () => {
    const { findByRole, user, store, undo } = await drawn();
    const card = () => findByRole("button", { name: /^Letter, / });
    (await card()).focus();
    await user.keyboard("{ArrowRight}");
    expect(store.get("ta")).toMatchObject({ due: "2026-11-28" });
    expect(currentNotice()?.text).toMatch(/^Letter: Due/);
    (await card()).focus();
    await user.keyboard("{ArrowUp}");
    expect(store.get("ta")).toMatchObject({ estimateMinutes: 75 });
    undo();
    undo();
    expect(store.get("ta")).toMatchObject({ due: "2026-11-27", estimateMinutes: 60 });
    expect(store.get("tb")).toMatchObject({ due: "2026-12-04" });
  });

  it("chooses cards by Space, the second beside the first", async () => {
    const { findByRole, user } = await drawn();
    for (const name of [/^Letter, /, /^Map, /]) {
      (await findByRole("button", { name })).focus();
      await user.keyboard(" ");
    }
    const bar = within(await findByRole("group", { name: "Selected records" }));
    bar.getByText("2 tasks chosen");
  });
});
