import { beforeEach, expect, test, vi } from "vitest";
import type { PensumRecord } from "../model";
import type { Fields, Store } from "../store";

/** Each test starts as a fresh tab does: nothing is loaded that is loaded late. */
beforeEach(() => vi.resetModules());

async function freshTab() {
  const { openEmptyStore, openStore } = await import("./openStore");
  const { standingClock, hasLibrary } = await import("../time");
  return { openEmptyStore, openStore, hasLibrary, clock: standingClock("2026-11-24T09:00") };
}

const tides = {
  id: "tides",
  kind: "task",
  title: "Read the tide gauge",
  state: "open",
  doDay: "2026-11-24",
  repeat: "FREQ=YEARLY;BYWEEKNO=48,49;BYDAY=TU",
  tags: [],
  people: [],
  carried: 0,
  text: "",
  createdAt: "2026-11-20T08:00",
} as unknown as PensumRecord;
const arrive = (store: Store, record: PensumRecord) =>
  store.applyExactly({ added: new Map([[record.id, record]]), updated: new Map(), removed: new Map() });
const open = (store: Store) =>
  [...store.records()].flatMap((record) => (record.kind === "task" && record.state === "open" ? [record] : []));

test("a task with a rare rule is there for the next time, however it came and whenever it is ticked off", async () => {
  const { openEmptyStore, hasLibrary, clock } = await freshTab();
  const { setState } = await import("../commands");
  const { store } = openEmptyStore(clock);
  arrive(store, tides);
  expect(hasLibrary()).toBe(false);
  // Ticked at once, before the library can be there: refused, and nothing is lost.
  expect(() => store.act(setState, { tasks: ["tides"], state: "done" })).toThrow(/still loading/);
  expect(open(store)).toMatchObject([{ id: "tides", repeat: "FREQ=YEARLY;BYWEEKNO=48,49;BYDAY=TU" }]);
  await vi.waitFor(() => expect(hasLibrary()).toBe(true));
  store.act(setState, { tasks: ["tides"], state: "done" });
  expect(open(store)).toMatchObject([{ doDay: "2026-12-01", title: "Read the tide gauge" }]);
});

test("months that were shown before a rare rule could be expanded are right once it can", async () => {
  const { openEmptyStore, hasLibrary, clock } = await freshTab();
  const { occurrencesOn } = await import("../plan");
  const { store } = openEmptyStore(clock);
  arrive(store, tides);
  expect(occurrencesOn(store, "2026-12-01")).toEqual([]);
  const told = vi.fn();
  store.subscribe("facts", told);
  await vi.waitFor(() => expect(hasLibrary()).toBe(true));
  await vi.waitFor(() => expect(told).toHaveBeenCalled());
  expect(occurrencesOn(store, "2026-12-01")).toHaveLength(1);
});

test("a workspace with a rare rule is handed out with what expands it", async () => {
  const { openStore, hasLibrary, clock } = await freshTab();
  await openStore(new Map([["tides", tides]]), clock);
  expect(hasLibrary()).toBe(true);
});

test("titles follow their formula and the last change is kept in a store that nobody has read fields of yet", async () => {
  const { openStore, clock } = await freshTab();
  const { editRecord } = await import("../commands");
  const records = [
    {
      id: "gigs",
      kind: "register",
      title: "Gigs",
      one: "Gig",
      order: 1,
      titleFormula: 'band + " in " + town',
      text: "",
    },
    { id: "fband", kind: "field", register: "gigs", name: "f_band", title: "Band", type: "text", order: 1, text: "" },
    { id: "ftown", kind: "field", register: "gigs", name: "f_town", title: "Town", type: "text", order: 2, text: "" },
    {
      id: "flast",
      kind: "field",
      register: "gigs",
      name: "f_last",
      title: "Last",
      type: "changed",
      order: 3,
      text: "",
    },
    {
      id: "first",
      kind: "row",
      register: "gigs",
      title: "?",
      f_band: "Heron",
      f_town: "Kern",
      text: "",
      createdAt: "2026-11-01T08:00",
    },
  ] as unknown as PensumRecord[];
  const { store } = await openStore(new Map(records.map((record) => [record.id, record])), clock);
  store.act(editRecord, { id: "first", fields: { f_town: "Vennet" } });
  expect(store.get("first")).toMatchObject({ title: "Heron in Vennet", f_last: "2026-11-24T09:00" });
});

test("a title built from a computed field is right after the very edit, and a trial leaves no value behind", async () => {
  const { openStore, clock } = await freshTab();
  const { editRecord } = await import("../commands");
  const { fieldValues, fieldsIn, findRegister } = await import("../register");
  const field = (id: string, fields: object) => ({
    id,
    kind: "field",
    register: "sums",
    order: 1,
    text: "",
    ...fields,
  });
  const records = [
    { id: "sums", kind: "register", title: "Sums", one: "Sum", order: 1, titleFormula: "string(double)", text: "" },
    field("fn", { name: "f_n", title: "N", type: "number" }),
    field("fd", { name: "f_d", title: "Double", type: "formula", formula: "n * 2" }),
    { id: "one", kind: "row", register: "sums", title: "2", f_n: 1, text: "", createdAt: "2026-11-01T08:00" },
  ] as unknown as PensumRecord[];
  const { store } = await openStore(new Map(records.map((record) => [record.id, record])), clock);
  const register = findRegister(store, "sums")!;
  const double = fieldsIn(store, register).find(({ name }) => name === "f_d")!;
  const shown = () => fieldValues(store).computed(register, double, store.get("one")!);
  expect(shown()).toBe(2);
  store.act(editRecord, { id: "one", fields: { f_n: 5 } });
  expect([store.get("one"), shown()]).toMatchObject([{ title: "10" }, 10]);
  store.rehearse(editRecord, { id: "one", fields: { f_n: 50 } });
  expect(shown()).toBe(10);
});

test("a start and an end that two tabs changed, each by itself, are brought into order: the end follows the start", async () => {
  const { openStore, clock } = await freshTab();
  const call = {
    id: "call",
    kind: "event",
    title: "Call",
    start: "2026-11-24T10:00",
    end: "2026-11-24T10:45",
    place: "",
    people: [],
    text: "",
    createdAt: "2026-11-20T08:00",
  } as unknown as PensumRecord;
  const { store } = await openStore(new Map([["call", call]]), clock);
  const ours = () => store.get("call");
  const change = (from: Fields, to: Fields) =>
    store.mergeAgain(
      { said: "", changes: { added: new Map(), updated: new Map([["call", [from, to]]]), removed: new Map() } },
      ours,
    );
  change({ start: "2026-11-24T10:00" }, { start: "2026-11-24T16:00" });
  expect(ours()).toMatchObject({ start: "2026-11-24T16:00", end: "2026-11-24T16:45" });
  change({ start: "2026-11-24T16:00" }, { start: "2026-11-26" });
  expect(ours()).toMatchObject({ start: "2026-11-26", end: "2026-11-26" });
  change({ start: "2026-11-26" }, { start: "2026-11-27T09:00" });
  expect(ours()).toMatchObject({ start: "2026-11-27T09:00", end: "2026-11-27T10:00" });
});
