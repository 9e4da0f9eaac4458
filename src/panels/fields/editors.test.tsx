import { useState } from "react";
import { describe, expect, it } from "vitest";
import { editRecord } from "@/core/commands";
import { bareRecord, defaultSettings, fieldsOf, type Field, type FieldRecord, type PensumRecord } from "@/core/model";
import { fieldsIn, findRegister, fieldValues } from "@/core/register";
import { currentNotice } from "@/ui/notices";
import { draw, taskOf, today } from "@/ui/testing/screen";
import { useAct, useRecord, useStore } from "@/ui/workspaceContext";
import { FieldRow } from "./FieldRow";
import { CellEditor } from "./CellEditor";

const now = "2026-11-02T09:00";
const theme = bareRecord("theme", { id: "survey", title: "Survey", now });
const tasks = [
  taskOf("letter1", { title: "Write the letter", due: "2026-11-27" }),
  taskOf("letter2", { title: "Write the letter", theme: "survey" }),
  taskOf("map", { title: "Draw the map" }),
  taskOf("one", { title: "One" }),
];
const depth: FieldRecord = {
  id: "f_level",
  kind: "field",
  register: "tasks",
  name: "f_level",
  title: "Depth",
  type: "choice",
  options: [
    { id: "o1", title: "Very deep" },
    { id: "o2", title: "Flat" },
  ],
  order: 1,
  text: "",
};
const records = [defaultSettings, theme, ...tasks, depth];

/** A field of a task in its sheet. */
function Sheet({ id, name }: { id: string; name: string }) {
  const record = useRecord(id) as PensumRecord;
  const store = useStore();
  const act = useAct();
  const field = fieldsIn(store, findRegister(store, "tasks")!).find((one) => one.name === name)!;
  return <FieldRow record={record} field={field} onSet={(fields) => act(editRecord, { id, fields }) !== undefined} />;
}
function NumberFromField() {
  const record = useRecord("walk") as PensumRecord;
  const store = useStore();
  const field = fieldsIn(store, findRegister(store, "goals")!).find(({ name }) => name === "numberField")!;
  return <FieldRow record={record} field={field} />;
}
const sheet = (name: string) => draw(<Sheet id="one" name={name} />, records);

describe("a field that offers what there is", () => {
  it("tells two records of one title apart, and takes the one that was chosen", async () => {
    const { getByRole, getAllByRole, user, store, undo } = await sheet("parent");
    await user.type(getByRole("combobox"), "letter");
    expect(getAllByRole("option").map(({ textContent }) => textContent)).toEqual([
      "Write the letter · due Fri",
      "Write the letter · Survey",
    ]);
    await user.keyboard("{ArrowDown}{ArrowDown}{Enter}");
    expect(store.get("one")).toMatchObject({ parent: "letter2" });
    expect(getByRole("combobox")).toHaveProperty("value", "Write the letter");
    undo();
    expect(store.get("one")).toEqual(tasks[3]);
  });

  it("takes the one that is pressed", async () => {
    const { getByRole, getAllByRole, user, store } = await sheet("parent");
    await user.click(getByRole("combobox"));
    expect(getAllByRole("option")).toHaveLength(3);
    await user.click(getAllByRole("option").find((one) => one.textContent === "Draw the map")!);
    expect(store.get("one")).toMatchObject({ parent: "map" });
  });

  it("refuses a title that several have, and changes nothing", async () => {
    const { getByRole, user, store } = await sheet("parent");
    await user.type(getByRole("combobox"), "write the letter{Enter}");
    expect(currentNotice()?.text).toContain("are called “write the letter”");
    expect(store.get("one")).toEqual(tasks[3]);
  });

  it("takes nothing for a pointer that lies over an offer while one goes elsewhere", async () => {
    const { getByRole, getAllByRole, user, store } = await sheet("parent");
    await user.type(getByRole("combobox"), "map");
    await user.hover(getAllByRole("option")[0]!);
    await user.keyboard("{Escape}");
    await user.tab();
    expect(store.get("one")).toEqual(tasks[3]);
    expect(getByRole("combobox")).toHaveProperty("value", "");
  });

  it("makes an option of words that are only part of another’s title", async () => {
    const { getByRole, user, store } = await sheet("f_level");
    await user.type(getByRole("combobox"), "deep{Enter}");
    const made = (store.get("f_level") as { options?: Field["options"] }).options;
    expect(made?.map(({ title }) => title)).toEqual(["Very deep", "Flat", "deep"]);
    expect((store.get("one") as unknown as Record<string, unknown>).f_level).toBe(made?.[2]?.id);
  });

  it("takes what is typed after something was taken, when one goes on", async () => {
    const { getByRole, user, store } = await sheet("parent");
    await user.type(getByRole("combobox"), "map{Enter}");
    expect(store.get("one")).toMatchObject({ parent: "map" });
    await user.clear(getByRole("combobox"));
    await user.tab();
    expect((store.get("one") as { parent?: string }).parent).toBeUndefined();
    await user.type(getByRole("combobox"), "Draw the map");
    await user.tab();
    expect(store.get("one")).toMatchObject({ parent: "map" });
  });

  it("is emptied by emptying it", async () => {
    const { getByRole, user, store } = await draw(<Sheet id="one" name="parent" />, [
      ...records.filter(({ id }) => id !== "one"),
      { ...tasks[3]!, parent: "map" },
    ]);
    await user.clear(getByRole("combobox"));
    await user.keyboard("{Enter}");
    expect((store.get("one") as { parent?: string }).parent).toBeUndefined();
  });

  it("finds the last of a thousand", async () => {
    const many = Array.from({ length: 1000 }, (_, at) => taskOf(`m${at}`, { title: `Sample ${at}` }));
    const { getByRole, getAllByRole, user } = await draw(<Sheet id="one" name="parent" />, [...records, ...many]);
    await user.type(getByRole("combobox"), "Sample 999");
    expect(getAllByRole("option").map(({ textContent }) => textContent)).toEqual(["Sample 999"]);
  });

  it("offers the fields that tell a number where one of them is to be named", async () => {
    const own = (name: string, title: string, more: object) =>
      ({ ...{ id: name, kind: "field", register: "goals", name, title, text: "", order: 1 }, ...more }) as FieldRecord;
    const goal = {
      ...bareRecord("goal", { id: "walk", title: "Walk 100 km", now }),
      measure: "number",
    } as PensumRecord;
    const { getByRole, getAllByRole, user, store } = await draw(<NumberFromField />, [
      ...[defaultSettings, goal, own("f_km", "Km walked", { type: "formula", formula: "2 + 3" })],
      ...[own("f_kg", "Kg", { type: "number" }), own("f_word", "Motto", { type: "text" })],
      own("f_none", "Nothing yet", { type: "formula", formula: "null" }),
    ]);
    await user.click(getByRole("combobox"));
    const offered = getAllByRole("option").map(({ textContent }) => textContent);
    expect(offered.toSorted()).toEqual(["Kg", "Km walked", "Nothing yet"]);
    await user.keyboard("km{Enter}");
    expect(store.get("walk")).toMatchObject({ numberField: "Km walked" });
    await user.clear(getByRole("combobox"));
    await user.tab();
    expect((store.get("walk") as { numberField?: string }).numberField ?? "").toBe("");
  });

  it("sets a zone from the list of zones, by a part of its name", async () => {
    const { getByRole, user, store } = await draw(<EventZone />, [
      defaultSettings,
      { ...bareRecord("event", { id: "ev", title: "Talk", now }), start: "2026-11-24T10:00", end: "2026-11-24T11:00" },
    ]);
    await user.type(getByRole("combobox"), "new york{ArrowDown}{Enter}");
    expect(store.get("ev")).toMatchObject({ zone: "America/New_York" });
  });
});

function EventZone() {
  const record = useRecord("ev") as PensumRecord;
  const [field] = useState(() => fieldsOf.event.find(({ type }) => type === "zone")!);
  return <FieldRow record={record} field={field} />;
}

describe("a cell that is typed into", () => {
  const taken: unknown[][] = [];
  function Cell({ name, ids, text }: { name: string; ids?: readonly string[]; text: string }) {
    const store = useStore();
    const values = fieldValues(store);
    const field = fieldsIn(store, findRegister(store, "tasks")!).find((one) => one.name === name)!;
    return (
      <CellEditor
        writing={{ values, style: { locale: "en-GB", hour12: false }, today }}
        field={{ ...field, ...(ids ? { type: "link", many: true, target: "tasks" } : {}) }}
        text={text}
        cell={ids}
        label="Cell"
        onCommit={(...given) => taken.push(given) > 0}
        onCancel={() => taken.push(["cancelled", "stay", undefined])}
      />
    );
  }

  it("keeps the very records it held while another is added", async () => {
    taken.length = 0;
    const { getByRole, user } = await draw(<Cell name="parent" ids={["letter2"]} text="Write the letter" />, records);
    await user.click(getByRole("combobox"));
    await user.keyboard("{End}, draw{Tab}");
    expect(taken).toEqual([["Write the letter, draw", "right", { value: ["letter2", "map"] }]]);
  });

  it("adds what is pressed to what it holds, though a title has commas of its own", async () => {
    taken.length = 0;
    const sections = taskOf("sections", { title: "Cross sections, reach 5" });
    const { getAllByRole, user } = await draw(
      <Cell name="parent" ids={["sections", "letter1"]} text="Cross sections, reach 5, Write the letter" />,
      [...records, sections],
    );
    await user.click(getAllByRole("option").find((one) => one.textContent === "Draw the map")!);
    expect(taken[0]?.[2]).toEqual({ value: ["sections", "letter1", "map"] });
  });

  it("goes on from the letter it was opened with, and says where the hand goes", async () => {
    taken.length = 0;
    const { getAllByRole, user } = await draw(<Cell name="parent" text="d" />, records);
    expect(getAllByRole("option").map(({ textContent }) => textContent)[0]).toBe("Draw the map");
    await user.keyboard("{ArrowDown}{Enter}");
    expect(taken).toEqual([["Draw the map", "down", { value: "map" }]]);
  });

  it("is left by Escape, and taken in by going elsewhere", async () => {
    taken.length = 0;
    const { getByRole, user } = await draw(<Cell name="title" text="Old title" />, records);
    expect(document.activeElement).toBe(getByRole("textbox"));
    await user.keyboard("New");
    await user.click(document.body);
    expect(taken).toEqual([["New", "stay"]]);
    const again = await draw(<Cell name="title" text="Old title" />, records);
    await again.user.keyboard("{Escape}");
    expect(taken.at(-1)?.[0]).toBe("cancelled");
  });
});
