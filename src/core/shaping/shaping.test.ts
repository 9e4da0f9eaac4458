import { beforeEach, describe, expect, test } from "vitest";
import { addRecord, editRecord, saveSettings, writePage } from "../commands";
import { fieldsOf, Refusal, type Field, type FieldRecord, type Id, type OwnType } from "../model";
import { followPages } from "../page";
import {
  builtInRegisters,
  fieldsIn,
  fieldValues,
  findRegister,
  recordsIn,
  textOfCell,
  type Register,
} from "../register";
import { openEmptyStore, openStore } from "../workspace";
import { oddities } from "../workspace/oddities";
import { Store } from "../store";
import { standingClock } from "../time";
import { addToRegister } from "./addToRegister";
import { convert } from "./convertValues";
import { drawBar } from "./drawBar";
import {
  addField,
  addRegister,
  bringFieldBack,
  changeFieldType,
  editField,
  editRegister,
  orderFields,
  removeField,
  removeRegister,
  type FieldSetting,
} from "./ownFields";

let store: Store;
let permits: Register;
beforeEach(() => {
  store = new Store(new Map(), [], standingClock("2026-11-24T11:07"));
  store.act(addRegister, { title: "Permits", id: "permits" });
  permits = findRegister(store, "permits") as Register;
});

const add = (type: OwnType, title: string, setting: FieldSetting = {}) =>
  store.act(addField, { register: "permits", type, id: `x${title.toLowerCase()}`, setting: { title, ...setting } });
const row = (fields: Record<string, unknown>, id: Id) => store.act(addToRegister, { register: "permits", fields, id });
const value = (id: Id, name: string) => (store.get(id) as unknown as Record<string, unknown>)[name];
const labels = () => fieldsIn(store, permits).map(({ label }) => label);

describe("fields of one's own", () => {
  test("stand in any register, in an order that can be changed, and no two have one name", () => {
    add("number", "Fee");
    store.act(addField, { register: "tasks", type: "yesNo", id: "xbillable", setting: { title: "Billable" } });
    expect(fieldsIn(store, findRegister(store, "tasks")!).at(-1)?.label).toBe("Billable");
    expect(() => add("text", " fee ")).toThrow("There is already a field “fee”");
    store.act(orderFields, { register: "permits", names: ["f_xfee", "title", "createdAt"] });
    expect(labels()).toEqual(["Fee", "Title", "Created"]);
    store.undo();
    expect(labels()).toEqual(["Title", "Created", "Fee"]);
  });

  test("go on meaning the same in formulas when they are renamed, until something else is called so", () => {
    add("number", "Fee");
    add("formula", "Double", { formula: "fee * 2" });
    row({ title: "Weir", f_xfee: 40 }, "weir");
    const read = (register: string, name: string, id: Id) => {
      const of = findRegister(store, register) as Register;
      const field = fieldsIn(store, of).find((one) => one.name === name) as Field;
      return textOfCell(fieldValues(store), field, "number", fieldValues(store).reader(of, field)(store.get(id)!));
    };
    const rename = (name: string, title: string, register = "permits") =>
      store.act(editField, { register, name, setting: { title } });
    expect(read("permits", "f_xdouble", "weir")).toBe("80");
    rename("f_xfee", "Cost");
    rename("f_xfee", "Price");
    expect(read("permits", "f_xdouble", "weir")).toBe("80");
    store.act(editField, { register: "permits", name: "f_xdouble", setting: { formula: "fee + cost + price" } });
    expect(read("permits", "f_xdouble", "weir")).toBe("120");
    // A new field of an old name is what that name means.
    add("number", "Cost");
    store.act(editRecord, { id: "weir", fields: { f_xcost: 1 } });
    expect(read("permits", "f_xdouble", "weir")).toBe("81");
    // Written otherwise it is the same name.
    rename("f_xfee", "PRICE");
    expect(store.get("xfee")).toMatchObject({ title: "PRICE", formerTitles: ["Fee", "Cost"] });
  });

  test("that are built in can be renamed without what Pensum computes from them", () => {
    const id = "w1";
    const fields = { title: "Survey", start: "2026-11-24T09:00", end: "2026-11-24T10:30" };
    store.act(addToRegister, { register: "work", fields, id });
    const work = findRegister(store, "work") as Register;
    const length = () => {
      const field = fieldsIn(store, work).find(({ name }) => name === "length") as Field;
      return fieldValues(store).reader(work, field)(store.get(id)!);
    };
    const before = length();
    expect(before).toBeDefined();
    for (const name of ["start", "end"])
      store.act(editField, { register: "work", name, setting: { title: `${name}s at` } });
    expect(length()).toEqual(before);
    expect(oddities(store)).toEqual([]);
  });

  test("are renamed and hidden, also those that are built in, which keep their type", () => {
    store.act(editField, { register: "tasks", name: "estimateMinutes", setting: { title: "Length", hidden: true } });
    const tasks = findRegister(store, "tasks") as Register;
    expect(fieldsIn(store, tasks).find(({ name }) => name === "estimateMinutes")).toMatchObject({
      label: "Length",
      hidden: true,
      type: "minutes",
    });
    expect(() => store.act(removeField, { register: "tasks", name: "estimateMinutes" })).toThrow(
      "It cannot be deleted, but you can hide it",
    );
    expect(() => store.act(changeFieldType, { register: "tasks", name: "due", type: "text", setting: {} })).toThrow(
      "Its type cannot be changed",
    );
  });

  test("come back with their values after they were removed", () => {
    add("number", "Fee");
    row({ title: "Weir", f_xfee: 12 }, "ra");
    store.act(removeField, { register: "permits", name: "f_xfee" });
    expect(labels()).not.toContain("Fee");
    expect(() => store.act(editRecord, { id: "ra", fields: { f_xfee: 3 } })).toThrow(Refusal);
    const [record] = store.list("fieldsByRegister", "permits") as readonly FieldRecord[];
    store.act(bringFieldBack, { id: record!.id });
    expect(value("ra", "f_xfee")).toBe(12);
    expect(labels()).toContain("Fee");
  });

  test("refuse values of another type, and links that lead elsewhere", () => {
    add("number", "Fee");
    add("link", "Held", { target: "people" });
    row({ title: "Weir" }, "ra");
    expect(() => store.act(editRecord, { id: "ra", fields: { f_xfee: "much" } })).toThrow("“much” is not a number");
    expect(() => store.act(editRecord, { id: "ra", fields: { f_xheld: "ra" } })).toThrow(
      "links to a record that does not exist",
    );
    expect(value("ra", "f_xfee")).toBeUndefined();
  });

  test("start a new record with what their formula says", () => {
    add("date", "Asked", { start: 'today() + duration("P7D")' });
    add("choice", "Stage", { options: [{ id: "oa", title: "Draft" }], start: '"draft"' });
    add("number", "Fee", { start: "nonsense +" });
    row({ title: "Weir" }, "ra");
    expect([value("ra", "f_xasked"), value("ra", "f_xstage"), value("ra", "f_xfee")]).toEqual([
      "2026-12-01",
      "oa",
      undefined,
    ]);
  });
});

describe("a field that gets another type", () => {
  test.each<[OwnType, unknown[], OwnType, FieldSetting, unknown[], number]>([
    ["text", ["12", "1,5", "many"], "number", {}, [12, 1.5, undefined], 1],
    ["text", ["yes", "no", "perhaps"], "yesNo", {}, [true, false, undefined], 1],
    ["text", ["2026-12-01", "2026-02-30"], "date", {}, ["2026-12-01", undefined], 1],
    ["text", ["1 h 30", "soon"], "minutes", {}, [90, undefined], 1],
    ["number", [1.5, 0], "text", {}, ["1.5", "0"], 0],
    ["number", [1, 0], "yesNo", {}, [true, false], 0],
    ["minutes", [90], "number", {}, [90], 0],
    ["moment", ["2026-12-01T09:30"], "date", {}, ["2026-12-01"], 0],
    ["date", ["2026-12-01"], "moment", {}, ["2026-12-01T00:00"], 0],
    ["date", ["2026-12-01"], "range", {}, [["2026-12-01", "2026-12-01"]], 0],
    ["text", ["https://example.org", "javascript:alert(1)"], "url", {}, ["https://example.org", undefined], 1],
    ["text", ["anything"], "formula", { formula: "1" }, [undefined], 1],
  ])("from %s %j to %s", (from, before, to, setting, after, lost) => {
    add(from, "Field");
    before.forEach((held, at) => row({ title: `r${at}`, f_xfield: held }, `r${at}`));
    const field = fieldsIn(store, permits).find(({ name }) => name === "f_xfield")!;
    expect(convert(store, field, to, setting, recordsIn(store, permits)).lost).toHaveLength(lost);
    store.act(changeFieldType, { register: "permits", name: "f_xfield", type: to, setting });
    expect(before.map((_, at) => value(`r${at}`, "f_xfield"))).toEqual(after);
    // One step takes all of it back.
    store.undo();
    expect(before.map((_, at) => value(`r${at}`, "f_xfield"))).toEqual(before);
    expect(fieldsIn(store, permits).find(({ name }) => name === "f_xfield")?.type).toBe(from);
  });

  test("makes choices of words, and words of choices and links", () => {
    add("text", "Stage");
    ["Draft", "Heard", "draft"].forEach((stage, at) => row({ title: `r${at}`, f_xstage: stage }, `r${at}`));
    store.act(changeFieldType, { register: "permits", name: "f_xstage", type: "choice", setting: {} });
    const field = fieldsIn(store, permits).find(({ name }) => name === "f_xstage")!;
    expect(field.options?.map(({ title }) => title)).toEqual(["Draft", "Heard"]);
    expect(value("r0", "f_xstage")).toBe(value("r2", "f_xstage"));
    store.act(changeFieldType, { register: "permits", name: "f_xstage", type: "text", setting: {} });
    expect(["r0", "r1", "r2"].map((id) => value(id, "f_xstage"))).toEqual(["Draft", "Heard", "Draft"]);
    store.act(addToRegister, { register: "people", id: "pa", fields: { title: "Heard" } });
    store.act(changeFieldType, { register: "permits", name: "f_xstage", type: "link", setting: { target: "people" } });
    expect(["r0", "r1"].map((id) => value(id, "f_xstage"))).toEqual([undefined, "pa"]);
  });
});

describe("computed fields", () => {
  test("follow links both ways, and what hangs on a change is computed anew", () => {
    add("number", "Fee");
    add("link", "Held", { target: "people" });
    add("formula", "Double", { formula: "fee * 2 + string length(held.title)" });
    store.act(addField, {
      register: "people",
      type: "summary",
      id: "xtotal",
      setting: { title: "Total", summary: { register: "permits", link: "f_xheld", way: "sum", of: "f_xdouble" } },
    });
    store.act(addToRegister, { register: "people", id: "pa", fields: { title: "Ines" } });
    row({ title: "a", f_xfee: 3, f_xheld: "pa" }, "ra");
    row({ title: "b", f_xfee: 10 }, "rb");
    const values = fieldValues(store);
    const people = findRegister(store, "people") as Register;
    const total = () =>
      values.reader(
        people,
        fieldsIn(store, people).find(({ label }) => label === "Total")!,
      )(store.get("pa")!);
    expect(total()).toBe(10);
    store.act(editRecord, { id: "ra", fields: { f_xfee: 5 } });
    expect(total()).toBe(14);
    store.act(editRecord, { id: "rb", fields: { f_xheld: "pa" } });
    expect(total()).toBe(38);
    store.act(editRecord, { id: "pa", fields: { title: "I" } });
    expect(total()).toBe(32);
    store.undo();
    store.undo();
    expect(total()).toBe(14);
    expect(values.context(store.get("pa")!).get("permits")).toHaveLength(1);
  });

  test("that would need themselves are told by the names of the circle", () => {
    add("number", "Fee");
    add("formula", "Alpha", { formula: "fee" });
    add("formula", "Beta", { formula: "alpha + 1" });
    const values = fieldValues(store);
    const alpha = fieldsIn(store, permits).find(({ label }) => label === "Alpha")!;
    expect(values.circleWith(permits, { ...alpha, formula: "beta * 2" })).toEqual(["Alpha", "Beta", "Alpha"]);
    expect(values.circleWith(permits, { ...alpha, formula: "fee * 2" })).toBeUndefined();
    // One that came about all the same, as by two tabs, comes to nothing and ends.
    store.act(editField, { register: "permits", name: "f_xalpha", setting: { formula: "beta * 2" } });
    row({ title: "a", f_xfee: 1 }, "ra");
    expect(
      values.reader(
        permits,
        fieldsIn(store, permits).find(({ label }) => label === "Beta")!,
      )(store.get("ra")!),
    ).toBeUndefined();
  });
});

test("a register goes with its records, fields and lenses, and one undo brings all of it back", () => {
  add("number", "Fee");
  row({ title: "a", f_xfee: 1 }, "ra");
  const before = [...store.records()].length;
  store.act(removeRegister, { id: "permits" });
  expect([...store.records()]).toHaveLength(0);
  store.undo();
  expect([...store.records()]).toHaveLength(before);
  expect(textOfCell(fieldValues(store), fieldsIn(store, permits)[2]!, "number", 1)).toBe("1");
  expect(() => store.act(addRegister, { title: "permits" })).toThrow("The register “permits” already exists");
});

describe("titles that are built", () => {
  test("follow the fields they are built from, are not typed, and come to all records when the formula does", () => {
    const store = new Store(new Map(), [], standingClock("2026-11-24T11:07"));
    fieldValues(store);
    store.act(addRegister, { title: "Readings", id: "rg" });
    store.act(addField, { register: "rg", type: "text", setting: { title: "Place" }, id: "pl" });
    store.act(addField, { register: "rg", type: "number", setting: { title: "Level" }, id: "lv" });
    store.act(addToRegister, { register: "rg", fields: { title: "typed", f_pl: "Weir 3", f_lv: 41 }, id: "ra" });
    store.act(editRegister, { id: "rg", fields: { titleFormula: 'place + ": " + string(level)' } });
    expect(store.get("ra")).toMatchObject({ title: "Weir 3: 41" });
    store.act(editRecord, { id: "ra", fields: { f_lv: 43 } });
    expect(store.get("ra")).toMatchObject({ title: "Weir 3: 43" });
    store.act(addToRegister, { register: "rg", fields: { f_pl: "Bend", f_lv: 7 }, id: "rb" });
    expect(store.get("rb")).toMatchObject({ title: "Bend: 7" });
    expect(() => store.act(editRecord, { id: "ra", fields: { title: "other" } })).toThrow("no field “title” to set");
    store.act(editRegister, { id: "rg", fields: { titleFormula: undefined } });
    store.act(editRecord, { id: "rb", fields: { title: "other" } });
    expect(store.get("rb")).toMatchObject({ title: "other" });
  });
});

describe("where a task was written", () => {
  test("is a field with its folder, and both follow the note", () => {
    const store = new Store(new Map(), [followPages()], standingClock("2026-11-24T11:07"));
    const values = fieldValues(store);
    const [folder, page] = ["folder", "page"].map((name) => fieldsOf.task.find((field) => field.name === name)!);
    const tasks = builtInRegisters[0]!;
    store.act(addRecord, { kind: "note", title: "Plan", id: "na" });
    store.act(writePage, { id: "na", text: "- [ ] stakes {#ta}\n" });
    const read = (field: Field) => values.reader(tasks, field)(store.get("ta")!);
    expect([read(page!), read(folder!)]).toEqual(["na", undefined]);
    store.act(editRecord, { id: "na", fields: { folder: "Reaches" } });
    expect(read(folder!)).toBe("Reaches");
  });
});

describe("when a record last changed", () => {
  test("is kept by Pensum, and undoing gives what was before", async () => {
    const { store } = openEmptyStore(standingClock("2026-11-24T11:07"));
    store.act(addField, { register: "people", type: "changed", id: "xc", setting: { title: "Last change" } });
    store.act(addToRegister, { register: "people", id: "p", fields: { title: "Ada" } });
    expect(store.get("p")).toMatchObject({ f_xc: "2026-11-24T11:07" });
    const before = store.get("p");
    const records = new Map([...store.records()].map((record) => [record.id, record]));
    const { store: later } = await openStore(records, standingClock("2026-11-25T09:00"));
    later.act(editRecord, { id: "p", fields: { role: "warden" } });
    expect(later.get("p")).toMatchObject({ role: "warden", f_xc: "2026-11-25T09:00" });
    later.undo();
    expect(later.get("p")).toEqual(before);
    expect(() => later.act(editRecord, { id: "p", fields: { f_xc: "2020-01-01T00:00" } })).toThrow(Refusal);
  });
});

test("a field starts with the person or with the open day page", () => {
  const store = new Store(new Map(), [], standingClock("2026-11-24T11:07"));
  store.act(addToRegister, { register: "people", id: "ada", fields: { title: "Ada" } });
  store.act(saveSettings, { me: "ada" });
  store.act(addRegister, { title: "Permits", id: "permits" });
  const field = (id: string, type: OwnType, start: string, more: object = {}) =>
    store.act(addField, { register: "permits", type, id, setting: { title: id, start, ...more } });
  field("xwho", "link", "me", { target: "people" });
  field("xpage", "link", "open day page", { target: "days", many: true });
  field("xday", "date", "open day page");
  store.act(addToRegister, { register: "permits", id: "one", openDay: "2026-11-20", fields: { title: "Weir" } });
  expect(store.get("one")).toMatchObject({ f_xwho: "ada", f_xpage: ["day-2026-11-20"], f_xday: "2026-11-20" });
  expect(store.find("day", "day-2026-11-20")).toBeDefined();
});

test("a field that Pensum keeps or computes of itself gives no reason for being empty, one of the person's own does", () => {
  const store = new Store(new Map(), [], standingClock("2026-11-24T11:07"));
  store.act(addToRegister, { register: "tasks", id: "ta", fields: { title: "Order stakes" } });
  const tasks = findRegister(store, "tasks") as Register;
  const field = (name: string) => fieldsIn(store, tasks).find((one) => one.name === name) as Field;
  const values = fieldValues(store);
  expect(values.reasonOf(tasks, field("page"), store.get("ta")!)).toBeUndefined();
  expect(values.reasonOf(tasks, field("folder"), store.get("ta")!)).toBeUndefined();
  const setting = { title: "Ratio", formula: "estimate / null" };
  store.act(addField, { register: "tasks", type: "formula", setting });
  const own = fieldsIn(store, tasks).find(({ label }) => label === "Ratio") as Field;
  expect(values.reasonOf(tasks, own, store.get("ta")!)).toEqual(expect.any(String));
});

test("a bar that is drawn becomes a task with its hours, or for its days, in one act that one undo takes back", () => {
  const store = new Store(new Map(), [], standingClock("2026-11-24T11:07"));
  const start = Date.UTC(2026, 10, 26, 9) / 60_000;
  let acts = 0;
  store.onRecord(() => acts++);
  store.act(drawBar, { id: "ta", title: "Order stakes", start, end: start + 45, exact: true });
  expect(store.get("ta")).toMatchObject({ estimateMinutes: 45, doDay: "2026-11-26" });
  const [block] = [...store.records()].filter(({ kind }) => kind === "block");
  expect(block).toMatchObject({ task: "ta", start: "2026-11-26T09:00", end: "2026-11-26T09:45" });
  expect(acts).toBe(1);
  store.undo();
  expect([...store.records()]).toEqual([]);
  store.act(drawBar, { id: "tb", title: "Survey", start, end: start + 2880, exact: false });
  expect(store.get("tb")).toMatchObject({ doDay: "2026-11-26", due: "2026-11-28" });
});
