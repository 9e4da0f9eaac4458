import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { firstLens, LensView } from "../../lens";
import { newId, type Id } from "../../model";
import { fieldsIn, fieldValues, findRegister, recordsIn, type Register } from "../../register";
import { addField, addRegister, addToRegister, importTable } from "../../shaping";
import { Store } from "../../store";
import { standingClock } from "../../time";
import { guessColumns, typeOfCells } from "./guessColumns";
import { planImport } from "./planImport";
import { readTable } from "./readTable";
import { writeTable } from "./writeTable";

const today = "2026-11-24";

function world() {
  const store = new Store(new Map(), [], standingClock(`${today}T11:07`));
  store.act(addRegister, { title: "Readings", id: "readings" });
  const options = ["Reach 3", "Reach, 4"].map((title) => ({ id: newId(), title }));
  store.act(addField, { register: "readings", type: "number", id: "xlevel", setting: { title: "Level" } });
  store.act(addField, { register: "readings", type: "date", id: "xday", setting: { title: "Read on" } });
  store.act(addField, { register: "readings", type: "choice", id: "xreach", setting: { title: "Reach", options } });
  store.act(addField, { register: "readings", type: "minutes", id: "xtook", setting: { title: "Took" } });
  store.act(addField, { register: "readings", type: "yesNo", id: "xwet", setting: { title: "Wet" } });
  store.act(addField, { register: "readings", type: "longText", id: "xnote", setting: { title: "Remark" } });
  return { store, options, register: findRegister(store, "readings") as Register };
}

const plan = (
  { store, register }: ReturnType<typeof world>,
  text: string,
  more: { dayFirst?: boolean; matchTitles?: boolean } = {},
) => {
  const table = readTable(text);
  return planImport({
    values: fieldValues(store),
    register,
    table,
    columns: guessColumns(store, register, table),
    today,
    dayFirst: true,
    matchTitles: false,
    ...more,
  });
};

describe("a table", () => {
  test("goes out and comes in again with every cell as it was", () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(
          fc.record(
            {
              title: fc.string({ minLength: 1 }).filter((text) => text.trim() === text && !/\s{2}|[\t\r\n]/.test(text)),
              f_xlevel: fc.integer({ min: -1e6, max: 1e6 }).map((number) => number / 100),
              f_xday: fc.constantFrom("2026-01-31", "1999-12-01"),
              f_xreach: fc.nat({ max: 1 }),
              f_xtook: fc.nat({ max: 5000 }),
              f_xwet: fc.constant(true),
              f_xnote: fc.constantFrom(
                'a "quoted" one',
                "two\nlines",
                "=1+1",
                "-x",
                "tab\there",
                "semi;colon, comma",
                "'=kept",
              ),
            },
            { requiredKeys: ["title"] },
          ),
          { minLength: 1, maxLength: 12, selector: ({ title }) => title },
        ),
        fc.constantFrom("," as const, "\t" as const),
        (rows, separator) => {
          const from = world();
          for (const { f_xreach, ...row } of rows)
            from.store.act(addToRegister, {
              register: "readings",
              fields: { ...row, ...(f_xreach === undefined ? {} : { f_xreach: from.options[f_xreach]!.id }) },
            });
          const values = fieldValues(from.store);
          const names = fieldsIn(from.store, from.register)
            .map(({ name }) => name)
            .filter((name) => name !== "createdAt");
          const view = new LensView(values, firstLens(from.store, from.register), { firstWeekday: 1 });
          const text = writeTable(values, view, names, separator);
          const into = world();
          const planned = plan(into, text);
          expect(planned.faults).toEqual([]);
          into.store.act(importTable, planned);
          expect(
            writeTable(
              fieldValues(into.store),
              new LensView(fieldValues(into.store), firstLens(into.store, into.register), { firstWeekday: 1 }),
              names,
              separator,
            ),
          ).toBe(text);
        },
      ),
    );
  });

  test("tells each bad row with its line and reason, and takes the rest", () => {
    const setting = world();
    const text = [
      "Title;Level;Read on;Took;Wet",
      "good one;0,42;24.11.2026;45 min;yes",
      "bad number;deep;24.11.2026;5;no",
      "bad date;1;31.2.2026;5;no",
      "bad length;1;24.11.2026;soon;no",
      "bad yes;1;24.11.2026;5;perhaps",
      ";1;24.11.2026;5;no",
      '"two',
      'lines";1;24.11.2026;5;no',
      "too long;1;24.11.2026;5;no;more",
    ].join("\r\n");
    const planned = plan(setting, text);
    expect(planned.added.map(({ fields }) => fields)).toEqual([
      { title: "good one", f_xlevel: 0.42, f_xday: "2026-11-24", f_xtook: 45, f_xwet: true },
      { title: "two\r\nlines", f_xlevel: 1, f_xday: "2026-11-24", f_xtook: 5 },
    ]);
    expect(planned.faults.map(({ line }) => line)).toEqual([3, 4, 5, 6, 7, 10]);
    expect(planned.faults.map(({ reason }) => reason)).toEqual([
      "“deep” is not a number.",
      expect.stringContaining("“31.2.2026” is not a valid date"),
      expect.stringContaining("“soon” is not a length of time"),
      "“perhaps” is not valid. Enter yes or no.",
      "It has no title.",
      "It has 6 cells, but the table has 5 columns.",
    ]);
    setting.store.act(importTable, planned);
    expect(recordsIn(setting.store, setting.register)).toHaveLength(2);
    expect(setting.store.undo()).toBe("Read 2 records into Readings");
    expect(recordsIn(setting.store, setting.register)).toHaveLength(0);
  });

  test("changes records of the same title when asked to, and passes over those that are as they were", () => {
    const setting = world();
    setting.store.act(importTable, plan(setting, "Title,Level\nA,1\nB,2\n"));
    const planned = plan(setting, "title,level\nb,3\na,1\nC,4\n", { matchTitles: true });
    // Titles differ in their letters only, so that both are taken for the same and the case is changed.
    expect(planned.added.map(({ fields }) => fields)).toEqual([{ title: "C", f_xlevel: 4 }]);
    expect(planned.changed).toHaveLength(2);
    expect(plan(setting, "Title,Level\nA,1\nB,2\n", { matchTitles: true }).same).toBe(2);
  });

  test("makes fields of the types its columns have, with the choices that come along", () => {
    const setting = world();
    const lines = Array.from(
      { length: 12 },
      (_, at) => `Row ${at},${at}.5,${at % 2 ? "Oak" : "Ash"},2026-01-${String(at + 10)},https://example.org/${at}`,
    );
    const planned = plan(setting, ["Title,Height,Tree,Planted,Page", ...lines].join("\n"));
    expect(planned.newFields.map(({ title, type }) => [title, type])).toEqual([
      ["Height", "number"],
      ["Tree", "choice"],
      ["Planted", "date"],
      ["Page", "url"],
    ]);
    setting.store.act(importTable, planned);
    const tree = fieldsIn(setting.store, setting.register).find(({ label }) => label === "Tree");
    expect(tree?.options?.map(({ title }) => title)).toEqual(["Ash", "Oak"]);
    const held = new Set(
      recordsIn(setting.store, setting.register).map((record) => (record as unknown as Record<string, Id>)[tree!.name]),
    );
    expect(held).toEqual(new Set(tree?.options?.map(({ id }) => id)));
  });

  test.each([
    ["postcodes", ["01067", "10115", "20095"]],
    ["telephone numbers", ["030 1234567", "+49 351 4567", "112"]],
    ["numbers too long to be kept whole", ["4006381333931123456", "12"]],
  ])("takes %s for what they are, and keeps each digit", (_, cells) => {
    expect(typeOfCells(cells)).toBe("text");
  });

  test.each(
    [
      ["1 240", "12 500"],
      ["1,5", "2"],
      ["-3", "0", "0.5"],
    ].map((cells) => [cells]),
  )("takes %j for numbers", (cells) => expect(typeOfCells(cells)).toBe("number"));

  test("reads a comma in the numbers of a column as the others of it say", () => {
    const { added } = plan(world(), "Title;Level\na;1,240\nb;0,5\n");
    expect(added.map(({ fields }) => fields.f_xlevel)).toEqual([1.24, 0.5]);
    const grouped = plan(world(), 'Title;Level\na;"1,240"\nb;3.5\n');
    expect(grouped.added.map(({ fields }) => fields.f_xlevel)).toEqual([1240, 3.5]);
    const mixed = plan(world(), "Title;Level\na;1,5\nb;2.5\n");
    expect(mixed.faults).toEqual([{ line: 3, reason: "“2.5” is not a number." }]);
  });

  test("asks which comes first where a date can be read two ways and means two days", () => {
    expect(readTable("Title,Read on\na,3/4/2026\nb,5/6/2026").dayFirst).toBeUndefined();
    expect(readTable("Title,Read on\na,3/4/2026\nb,13/6/2026").dayFirst).toBe(true);
    expect(readTable("Title,Read on\na,3/4/2026\nb,5/16/2026").dayFirst).toBe(false);
    expect(readTable("Title,Read on\na,4/4/2026\nb,2026-01-02").dayFirst).toBe(true);
    const both = (dayFirst: boolean) =>
      plan(world(), "Title,Read on\na,3/4/2026", { dayFirst }).added[0]?.fields.f_xday;
    expect([both(true), both(false)]).toEqual(["2026-04-03", "2026-03-04"]);
  });

  test("reads what other programs write: marks at the start, columns without a name or with one twice", () => {
    expect(readTable("\uFEFFa;;a\r\n1;2;3\r\n\r\n").header).toEqual(["a", "Column 2", "a 2"]);
    expect(readTable("x\n1\n\n2").rows.map(({ line }) => line)).toEqual([2, 4]);
    expect(() => readTable("   \n")).toThrow("does not contain a table");
    expect(() => readTable("PK\u0003\u0004\u0000\u0000")).toThrow("does not contain a table");
    expect(typeOfCells(["1,200.50", "3"])).toBe("number");
    expect(typeOfCells(["1 h 30", "45 min"])).toBe("minutes");
    expect(typeOfCells(["2026", "2027"])).toBe("number");
  });

  describe("that comes back", () => {
    const rows = ["Title,Level,Read on", "Weir,1,2026-01-31", "Weir,2,2026-02-28", "[[Kern]] bank,3,2026-03-31"].join(
      "\n",
    );
    const exported = (setting: ReturnType<typeof world>) => {
      const values = fieldValues(setting.store);
      const view = new LensView(values, firstLens(setting.store, setting.register), { firstWeekday: 1 });
      return writeTable(
        values,
        view,
        fieldsIn(setting.store, setting.register).map(({ name }) => name),
      );
    };
    const values = (setting: ReturnType<typeof world>) =>
      recordsIn(setting.store, setting.register)
        .map((record) => record as unknown as Record<string, unknown>)
        .map(({ title, f_xlevel, f_xday }) => [title, f_xlevel, f_xday])
        .sort();

    test("untouched changes nothing, whatever titles stand twice, hold links or are matched", () => {
      const setting = world();
      setting.store.act(importTable, plan(setting, rows));
      const before = values(setting);
      for (const matchTitles of [false, true]) {
        const planned = plan(setting, exported(setting), { matchTitles });
        expect(planned).toMatchObject({ added: [], changed: [], same: 3, faults: [] });
        setting.store.act(importTable, planned);
        expect(values(setting)).toEqual(before);
      }
    });

    test("changes just the record that its id names, also where another has the same title", () => {
      const setting = world();
      setting.store.act(importTable, plan(setting, rows));
      const text = exported(setting).replace(
        /Weir,(.*2026-02-28)/,
        (_, rest: string) => `Mill,${rest.replace(/\b2\b/, "20")}`,
      );
      setting.store.act(importTable, plan(setting, text, { matchTitles: true }));
      expect(values(setting)).toEqual([
        ["Mill", 20, "2026-02-28"],
        ["Weir", 1, "2026-01-31"],
        ["[[Kern]] bank", 3, "2026-03-31"],
      ]);
    });

    test("without ids, a title that is there more than once is told of and changes no record", () => {
      const setting = world();
      setting.store.act(importTable, plan(setting, rows));
      const planned = plan(setting, rows.replace("2026-03-31", "2026-04-30"), { matchTitles: true });
      expect(planned.changed).toMatchObject([{ fields: { f_xday: "2026-04-30" } }]);
      expect(planned.faults.map(({ reason }) => reason)).toEqual([
        expect.stringContaining("There are 2 records with this title"),
        expect.stringContaining("There are 2 records with this title"),
      ]);
    });

    test("an id of something else is told of, and never touches it", () => {
      const setting = world();
      setting.store.act(addRegister, { title: "Other", id: "other" });
      setting.store.act(addToRegister, { register: "other", fields: { title: "mine" }, id: "mine" });
      const planned = plan(setting, "Title,Record id\nA,mine\nB,readings\nC,fresh1\nD,fresh1\n");
      expect(planned.added).toEqual([{ id: "fresh1", fields: { title: "C" } }]);
      expect(planned.faults.map(({ line }) => line)).toEqual([2, 3, 5]);
    });
  });
});
