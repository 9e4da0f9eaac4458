import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { editRecord, removeRecord } from "../commands";
import { addField, addRegister, addToRegister } from "../shaping";
import { Refusal, type Condition, type DatePeriod, type Id, type OwnType, type PensumRecord } from "../model";
import { cellType, fieldsIn, fieldValues, findRegister, type Register } from "../register";
import { Store } from "../store";
import { addDays, standingClock } from "../time";
import { comparisonsFor, isAlone } from "./comparisons";
import { predicateOf } from "./conditions";
import { LensView, type LensQuery } from "./lensView";

const today = "2026-11-24";
const clock = standingClock(`${today}T11:07`);
const options = [
  { id: "oa", title: "Green" },
  { id: "ob", title: "Amber" },
  { id: "oc", title: "Red" },
];

/** Permits, with a field of every type, that lead to people; people sum up what leads to them. */
function world(): { store: Store; permits: Register; people: Id[] } {
  const store = new Store(new Map(), [], clock);
  const people = ["pa", "pb", "pc"];
  for (const id of people) store.act(addToRegister, { register: "people", id, fields: { title: `Person ${id}` } });
  store.act(addRegister, { title: "Permits", id: "permits" });
  const types: [OwnType, object?][] = [
    ["text"],
    ["number"],
    ["yesNo"],
    ["choice", { options }],
    ["choices", { options }],
    ["level", { options }],
    ["date"],
    ["moment"],
    ["range"],
    ["minutes"],
    ["link", { target: "people" }],
    ["formula", { formula: "number * 2 + string length(link.title)" }],
  ];
  for (const [type, setting] of types)
    store.act(addField, {
      register: "permits",
      type,
      id: `x${type.toLowerCase()}`,
      setting: { title: type, ...setting },
    });
  store.act(addField, {
    register: "people",
    type: "summary",
    id: "xtotal",
    setting: { title: "Total", summary: { register: "permits", link: "f_xlink", way: "sum", of: "f_xformula" } },
  });
  store.act(addField, {
    register: "people",
    type: "formula",
    id: "xmore",
    setting: { title: "More", formula: "total + 1" },
  });
  return { store, permits: findRegister(store, "permits") as Register, people };
}

const date = fc.integer({ min: -40, max: 40 }).map((days) => addDays(today, days));
const minute = fc.constantFrom("T05:30", "T09:00", "T13:15", "T21:45");
const arbitraryOf: Record<string, fc.Arbitrary<unknown>> = {
  title: fc.constantFrom("Weir 10", "weir 9", "Culvert", "Ärger", "a"),
  f_xtext: fc.constantFrom("", "gravel", "Gravel bar", "x"),
  f_xnumber: fc.integer({ min: -5, max: 5 }),
  f_xyesno: fc.boolean(),
  f_xchoice: fc.constantFrom("oa", "ob", "oc"),
  f_xchoices: fc.subarray(["oa", "ob", "oc"]),
  f_xlevel: fc.constantFrom("oa", "ob", "oc"),
  f_xdate: date,
  f_xmoment: fc.tuple(date, minute).map((parts) => parts.join("")),
  f_xrange: fc.tuple(date, date).map((dates) => dates.toSorted()),
  f_xminutes: fc.integer({ min: 0, max: 300 }),
  f_xlink: fc.constantFrom("pa", "pb", "pc"),
};
const fieldsArbitrary = fc.record(
  Object.fromEntries(Object.entries(arbitraryOf).map(([name, of]) => [name, fc.option(of, { nil: undefined })])),
  { requiredKeys: [] },
);

const periods: DatePeriod[] = ["day", "dayOrWeekend", "week", "month", "year", "weekday", "partOfDay", "hour"];
const names = [...Object.keys(arbitraryOf), "f_xformula"];
const ground = world();
const fieldOf = (name: string) => fieldsIn(ground.store, ground.permits).find((field) => field.name === name)!;

const conditionOn = fc.constantFrom(...Object.keys(arbitraryOf)).chain((field): fc.Arbitrary<Condition> => {
  const type = cellType(fieldOf(field));
  return fc.constantFrom(...comparisonsFor(fieldOf(field), type)).chain((is): fc.Arbitrary<Condition> => {
    if (isAlone(is)) return fc.constant({ field, is });
    const value =
      is === "withinNext" || is === "withinLast"
        ? fc.nat({ max: 20 })
        : is === "aboveField"
          ? fc.constant("f_xminutes")
          : is === "oneOf" || is === "noneOf"
            ? fc.subarray(type === "link" ? ["pa", "pb"] : ["oa", "ob"], { minLength: 1 })
            : type === "date" || type === "range"
              ? fc.oneof(date, fc.constantFrom("today", "tomorrow", "yesterday"))
              : arbitraryOf[field]!.map((one) => (Array.isArray(one) ? String(one[0]) : one));
    return value.map((one) => ({ field, is, value: one }) as Condition);
  });
});
const condition: fc.Arbitrary<Condition> = fc.letrec<{ any: Condition }>((tie) => ({
  any: fc.oneof(
    { maxDepth: 3 },
    conditionOn,
    fc.constantFrom({ feel: "number > 1 and link.title != null" }, { feel: "yesno or date < today()" }),
    fc.array(tie("any"), { maxLength: 3 }).map((all) => ({ all })),
    fc.array(tie("any"), { maxLength: 3 }).map((any) => ({ any })),
    tie("any").map((not) => ({ not })),
  ),
})).any;

const query: fc.Arbitrary<LensQuery> = fc.record({
  registers: fc.constantFrom(["permits"], ["people"], ["permits", "people"]),
  where: fc.oneof(fc.constant({ all: [] }), condition),
  done: fc.constant("no" as const),
  groups: fc.uniqueArray(fc.record({ field: fc.constantFrom(...names), by: fc.constantFrom(...periods) }), {
    maxLength: 2,
    selector: ({ field }) => field,
  }),
  sorts: fc.array(fc.record({ field: fc.constantFrom(...names, "f_xtotal", "f_xmore"), descending: fc.boolean() }), {
    maxLength: 3,
  }),
  shown: fc.constant([
    { field: "f_xnumber", total: "sum" as const },
    { field: "f_xminutes", total: "median" as const },
    { field: "f_xdate", total: "earliest" as const },
  ]),
});

type Edit =
  | { add: Record<string, unknown> }
  | { edit: number; fields: Record<string, unknown> }
  | { remove: number }
  | { undo: true };
const edit: fc.Arbitrary<Edit> = fc.oneof(
  fieldsArbitrary.map((add) => ({ add })),
  fc.record({ edit: fc.nat(), fields: fieldsArbitrary }),
  fc.nat().map((remove) => ({ remove })),
  fc.constant({ undo: true as const }),
);

function apply(store: Store, edit: Edit) {
  const all = [...store.records()].filter((record) => record.kind === "row" || record.kind === "person");
  if (all.length === 0 && !("add" in edit)) return;
  const pick = (at: number) => all[at % all.length] as PensumRecord;
  try {
    if ("add" in edit) store.act(addToRegister, { register: "permits", fields: withoutEmpty(edit.add) });
    else if ("edit" in edit) {
      const record = pick(edit.edit);
      const known = Object.entries(edit.fields).filter(([name]) => record.kind === "row" || name === "title");
      store.act(editRecord, { id: record.id, fields: Object.fromEntries(known) });
    } else if ("remove" in edit) store.act(removeRecord, { id: pick(edit.remove).id });
    else if ("undo" in edit) store.undo();
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
  }
}
const withoutEmpty = (fields: Record<string, unknown>) =>
  Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined));

function shown(view: LensView) {
  const cells = (record: PensumRecord) =>
    view.fields
      .filter(({ name }) => ["f_xformula", "f_xtotal", "f_xmore"].includes(name))
      .map(({ read }) => read(record));
  return {
    entries: view.entries.map(({ record, place }) => [record.id, record, place.groups, cells(record)]),
    groups: view.groups,
    totals: view.query.shown.map(({ field }) => [
      view.total(field),
      ...view.groups.map((group) => view.total(field, group)),
    ]),
    count: view.count,
  };
}

describe("a lens", () => {
  test("shows the same after any edits as when it is asked anew", () => {
    fc.assert(
      fc.property(query, fc.array(edit, { minLength: 1, maxLength: 25 }), (asked, edits) => {
        const { store } = world();
        const values = fieldValues(store);
        for (const one of edits.slice(0, 6)) apply(store, one);
        let view = new LensView(values, asked, { firstWeekday: 1 });
        shown(view);
        values.onChange((ids, everything) => {
          if (everything || view.settlesWith(ids)) view = new LensView(values, asked, { firstWeekday: 1 });
          else view.change(ids);
        });
        for (const one of edits.slice(6)) {
          apply(store, one);
          const cold = new LensView(
            fieldValues(new Store(new Map([...store.records()].map((r) => [r.id, r])), [], clock)),
            asked,
            {
              firstWeekday: 1,
            },
          );
          expect(shown(view)).toEqual(shown(cold));
        }
      }),
      { numRuns: 150 },
    );
  }, 60_000);

  test("keeps the place of a record that is worked on, and shows the same as asked anew once it is let go", () => {
    type Move = Edit | { hold: number } | { release: true };
    const move: fc.Arbitrary<Move> = fc.oneof(
      { arbitrary: edit, weight: 5 },
      { arbitrary: fc.nat().map((hold) => ({ hold })), weight: 2 },
      { arbitrary: fc.constant({ release: true as const }), weight: 1 },
    );
    const ids = (view: LensView) => view.entries.map(({ record }) => record.id);
    fc.assert(
      fc.property(query, fc.array(move, { minLength: 4, maxLength: 25 }), (asked, moves) => {
        const { store } = world();
        const values = fieldValues(store);
        let view = new LensView(values, asked, { firstWeekday: 1 });
        let held: string | undefined;
        let isFresh = false;
        values.onChange((changed, everything) => {
          if (!everything && !view.settlesWith(changed)) return view.change(changed);
          // A field came or went: the whole lens is asked anew, and goes on holding the record.
          view = new LensView(values, asked, { firstWeekday: 1 });
          view.hold(held);
          isFresh = true;
        });
        const cold = () =>
          new LensView(fieldValues(new Store(new Map([...store.records()].map((r) => [r.id, r])), [], clock)), asked, {
            firstWeekday: 1,
          });
        for (const one of moves) {
          const [before, from] = [ids(view), held === undefined ? -1 : view.indexOf(held)];
          if ("hold" in one) view.hold((held = before[one.hold % Math.max(1, before.length)]));
          else if ("release" in one) view.hold((held = undefined));
          else {
            isFresh = false;
            apply(store, one);
            const there = !isFresh && held !== undefined && from >= 0 && store.get(held) !== undefined;
            if (!there) continue;
            // It is drawn as it is now, in the line where it stood.
            const at = view.indexOf(held as string);
            expect(view.entries[at]?.record).toBe(store.get(held as string));
            if (asked.groups.length === 0) expect(at).toBe(Math.min(from, view.entries.length - 1));
            const without = (list: readonly string[]) => list.filter((id) => id !== held);
            if (asked.groups.length === 0) expect(without(ids(view))).toEqual(without(ids(cold())));
          }
        }
        view.hold(undefined);
        expect(shown(view)).toEqual(shown(cold()));
      }),
      { numRuns: 250 },
    );
  }, 60_000);

  test("holds a record under a condition exactly when a plain reading of it does", () => {
    const { store, permits } = world();
    const setting = { values: fieldValues(store), register: permits, today, firstWeekday: 1 };
    fc.assert(
      fc.property(conditionOn, fieldsArbitrary, (one, fields) => {
        const record = {
          id: "r",
          kind: "row",
          register: "permits",
          text: "",
          title: "",
          ...withoutEmpty(fields),
        } as never;
        if (!("field" in one)) return;
        const holds = predicateOf(one, setting)(record);
        expect(holds).toBe(plainly(one, record));
        expect(predicateOf({ not: one }, setting)(record)).toBe(!holds);
      }),
      { numRuns: 3000 },
    );
  });
});

/** The oracle: what each comparison says, spelt out once more and in no other way than that. */
function plainly(one: Extract<Condition, { field: string }>, record: Record<string, unknown>): boolean {
  const cell = record[one.field];
  const empty = cell === undefined || cell === "" || (Array.isArray(cell) && cell.length === 0);
  const value = one.value as never;
  const list = Array.isArray(cell) ? cell : empty ? [] : [cell];
  const days = { today: 0, tomorrow: 1, yesterday: -1 } as Record<string, number>;
  const meant = typeof value === "string" && value in days ? addDays(today, days[value]!) : (value as string);
  const type = cellType(fieldOf(one.field));
  const dates = list.map((text) => String(text).slice(0, 10));
  const [first, last] = [dates[0] ?? "", dates[dates.length - 1] ?? ""];
  const touches = (from: string, to: string) => !empty && first <= to && last >= from;
  const lower = String(cell ?? "").toLowerCase();
  const place = (id: unknown) => options.findIndex((option) => option.id === id);
  const isDated = type === "date" || type === "range";
  switch (one.is) {
    case "empty":
      return empty;
    case "filled":
      return !empty;
    case "is":
      if (isDated) return touches(meant, meant);
      if (type === "yesNo") return (cell === true) === value;
      return type === "text" ? lower === String(value).toLowerCase() : cell === value;
    case "isNot":
      return type === "text" ? lower !== String(value).toLowerCase() : cell !== value;
    case "contains":
      return lower.includes(String(value).toLowerCase());
    case "containsNot":
      return !lower.includes(String(value).toLowerCase());
    case "begins":
      return lower.startsWith(String(value).toLowerCase());
    case "oneOf":
      return list.some((id) => (value as unknown[]).includes(id));
    case "noneOf":
      return !list.some((id) => (value as unknown[]).includes(id));
    case "atLeast":
      return type === "option" ? place(cell) >= 0 && place(cell) <= place(value) : !empty && (cell as number) >= value;
    case "atMost":
      return type === "option" ? place(cell) >= place(value) : !empty && (cell as number) <= value;
    case "above":
      return !empty && (cell as number) > value;
    case "below":
      return !empty && (cell as number) < value;
    case "before":
      return !empty && last < meant;
    case "after":
      return !empty && first > meant;
    case "onOrBefore":
      return !empty && last <= meant;
    case "onOrAfter":
      return !empty && first >= meant;
    case "thisWeek":
      return touches("2026-11-23", "2026-11-29");
    case "thisMonth":
      return touches("2026-11-01", "2026-11-30");
    case "withinNext":
      return touches(today, addDays(today, value));
    case "withinLast":
      return touches(addDays(today, -value), today);
    case "aboveField":
      return !empty && (record.f_xminutes as number) < (cell as number);
  }
}
