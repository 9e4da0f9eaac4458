import { beforeEach, describe, expect, test } from "vitest";
import { defaultSettings, Refusal, type PensumRecord } from "../model";
import { followPages } from "../page";
import { Store } from "../store";
import { someTask } from "../testing/arbitraries";
import { standingClock } from "../time";
import { addBlock, addEvent, addRecord, moveItem, place, removeRecord, saveSettings, setState, takeOff } from ".";

const today = "2026-11-24";
let store: Store;
beforeEach(() => {
  const records: PensumRecord[] = [
    someTask("ta", { title: "Stakes", estimateMinutes: 45 }),
    someTask("tb", { parent: "ta" }),
    someTask("tc", { parent: "tb", state: "done" }),
  ];
  const all = new Map(records.map((record) => [record.id, record]));
  store = new Store(all, [followPages()], standingClock(`${today}T11:07`));
});
const settings = () => store.find("settings", "settings");
const day = { startMinute: 480, endMinute: 1050, capacityMinutes: 480 };
const week = (monday: typeof day | null) => [monday, ...Array.from({ length: 6 }, () => null)];

describe("settings", () => {
  test("begin as the usual ones, and keep what is not changed", () => {
    store.act(saveSettings, { snapMinutes: 15 });
    expect(settings()).toEqual({ ...defaultSettings, snapMinutes: 15 });
    store.act(saveSettings, { hour12: true });
    store.act(saveSettings, { hour12: undefined });
    expect(settings()).toEqual({ ...defaultSettings, snapMinutes: 15 });
    for (let at = 0; at < 3; at++) store.undo();
    expect(settings()).toBeUndefined();
  });

  test.each([
    [{ snapMinutes: 7 }],
    [{ workingWeek: week({ ...day, endMinute: 480 }) }],
    [{ workingWeek: week({ ...day, startMinute: -5 }) }],
    [{ workingWeek: week({ ...day, capacityMinutes: 1500 }) }],
    [{ workingWeek: week({ ...day, endMinute: 12.5 }) }],
    [{ priorities: [] }],
    [{ priorities: [{ id: "a", title: " " }] }],
    [
      {
        priorities: [
          { id: "a", title: "Vital" },
          { id: "b", title: " vital " },
        ],
      },
    ],
  ])("cannot be %j, and stay as they were", (fields) => {
    store.act(saveSettings, { snapMinutes: 15 });
    const before = settings();
    expect(() => store.act(saveSettings, fields)).toThrow(Refusal);
    expect(settings()).toBe(before);
  });

  test("may free a day and have one that lasts to midnight", () => {
    store.act(saveSettings, { workingWeek: week({ ...day, endMinute: 1440 }) });
    expect(settings()?.workingWeek[0]).toMatchObject({ endMinute: 1440 });
    expect(settings()?.workingWeek[6]).toBeNull();
  });
});

describe("a name", () => {
  test("is taken without the blanks around it, and only once for each kind", () => {
    store.act(addRecord, { kind: "theme", title: "  Field   work " });
    expect(store.list("named", "field work")).toHaveLength(1);
    expect(() => store.act(addRecord, { kind: "theme", title: "FIELD WORK" })).toThrow("already");
    store.act(addRecord, { kind: "note", title: "Field work" });
    expect(store.list("named", "field work").map((record) => record.kind)).toEqual(["theme", "note"]);
    expect(() => store.act(addRecord, { kind: "person", title: " " })).toThrow(Refusal);
  });
});

describe("what an act says", () => {
  const start = `${today}T14:00`;
  const said = (run: () => { said: string }) => run().said;

  test("names what was placed, moved and stretched, with clock times for the person’s own clock", () => {
    expect(said(() => store.act(place, { task: "ta", start }))).toBe("Placed “Stakes” at T14:00");
    const [block] = store.list("blocksByTask", "ta");
    const move = (from: string, to: string) =>
      said(() => store.act(moveItem, { id: block!.id, start: `${from}`, end: `${to}` }));
    expect(move(`${today}T15:00`, `${today}T15:45`)).toBe("Moved “Stakes” to T15:00");
    expect(move(`${today}T15:00`, `${today}T16:00`)).toBe("Set “Stakes” from T15:00 to T16:00");
    expect(move("2026-11-25T15:00", "2026-11-25T16:00")).toBe("Moved “Stakes” to 2026-11-25 T15:00");
    expect(store.find("task", "ta")?.doDay).toBe("2026-11-25");
    expect(said(() => store.act(takeOff, { block: block!.id }))).toBe("Took off “Stakes”");
    expect(store.find("task", "ta")).toBeDefined();
  });

  test("counts several, and drops unfinished parts with their whole", () => {
    expect(said(() => store.act(setState, { tasks: ["ta", "tc"], state: "waiting" }))).toBe(
      "Marked as waiting: 2 tasks",
    );
    store.undo();
    store.act(setState, { tasks: ["ta"], state: "dropped" });
    expect(["ta", "tb", "tc"].map((id) => store.find("task", id)?.state)).toEqual(["dropped", "dropped", "done"]);
  });

  test("is a refusal where there is nothing to be done, and nothing is changed", () => {
    const end = `${today}T15:00`;
    const before = store.size;
    for (const act of [
      () => store.act(addBlock, { start, end, title: "  " }),
      () => store.act(addEvent, { start, end, title: "" }),
      () => store.act(addEvent, { start, end: start, title: "call" }),
      () => store.act(addEvent, { start, end: "2026-12-24T15:00", title: "call" }),
      () => store.act(place, { task: "gone", start }),
      () => store.act(moveItem, { id: "ta", start, end }),
      () => store.act(takeOff, { block: "gone" }),
      () => store.act(removeRecord, { id: "gone" }),
    ])
      expect(act).toThrow(Refusal);
    expect(store.size).toBe(before);
    expect(store.undoable).toBeUndefined();
  });
});
