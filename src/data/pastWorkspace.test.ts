import { afterEach, describe, expect, test, vi } from "vitest";
import { editRecord, removeRecord, setState, writePage } from "@/core/commands";
import { fetchBack, fetchFieldBack, partsOf } from "@/core/commands/fetchBack";
import { place } from "@/core/commands/place";
import { beginOfWeek, insights, LogGatherer, planAsItStood, weeksBegun, withoutLog, type Asking } from "@/core/insight";
import { defaultSettings, modelVersion, Refusal, type PensumRecord } from "@/core/model";
import { addToRegister } from "@/core/shaping";
import { addDays, instantAt, standingClock } from "@/core/time";
import { readingsOf } from "./history";
import { openPast } from "./pastWorkspace";
import { recordsAt, walkBack } from "./recordsThen";
import { openWorkspace, type Workspace } from "./workspace";

vi.stubGlobal("navigator", {});
const opened: Workspace[] = [];
let number = 0;
afterEach(() => {
  vi.restoreAllMocks();
  for (const workspace of opened.splice(0)) workspace.close();
});

const sorted = (records: Iterable<PensumRecord>) => [...records].sort((a, b) => (a.id < b.id ? -1 : 1));

/** A workspace in which hours go by. */
async function openAt(moment: string) {
  const began = Date.now();
  let hours = 0;
  vi.spyOn(Date, "now").mockImplementation(() => began + hours * 3_600_000);
  const workspace = await openWorkspace(`past${number++}`, { clock: standingClock(moment, "Europe/Berlin") });
  opened.push(workspace);
  const at = (hour: number) => (hours = hour);
  const past = (at: string, signal = new AbortController().signal) => openPast(workspace, at, () => {}, signal);
  return { workspace, store: workspace.store, at, past };
}

async function twoTasks() {
  const open = await openAt("2026-11-23T08:00");
  const { store, workspace, at } = open;
  store.act(writePage, { id: "day-2026-11-23", text: "- [ ] Level the gauge\n- [ ] Call the mill" });
  const [gauge, mill] = sorted(store.list("kind", "task")).toSorted((a, b) =>
    "title" in a && "title" in b ? b.title.localeCompare(a.title) : 0,
  ) as [PensumRecord, PensumRecord];
  store.act(place, { task: mill.id, start: "2026-11-23T14:00" });
  await workspace.journal.durable();
  at(2);
  const before = sorted(store.records());
  store.act(editRecord, { id: gauge.id, fields: { estimateMinutes: 120 } });
  store.act(removeRecord, { id: mill.id });
  return { ...open, gauge: gauge.id, mill: mill.id, before };
}

describe("a workspace as it was", () => {
  test("has just the records of that moment, and the present ones stay", async () => {
    const { store, past, before } = await twoTasks();
    const present = sorted(store.records());
    const then = (await past("2026-11-23T09:30"))!;
    expect(sorted(then.store.records())).toEqual(before);
    expect(then.store.clock.now()).toBe("2026-11-23T09:30");
    expect(then.past!.knownFrom).toBeUndefined();
    expect(sorted((await past("2026-11-23T10:30"))!.store.records())).toEqual(present);
    // Before the log begins nothing is known but what was there at its beginning.
    const first = (await past("2026-11-20T10:00"))!;
    expect([...first.store.records()]).toEqual([]);
    expect(first.past!.knownFrom).toBeDefined();
    expect(sorted(store.records())).toEqual(present);
  });

  test("refuses every act, with the reason", async () => {
    const { past, gauge } = await twoTasks();
    const { store, turnBack } = (await past("2026-11-23T09:30"))!;
    expect(() => store.act(editRecord, { id: gauge, fields: { title: "Other" } })).toThrow(Refusal);
    expect(() => store.rehearse(removeRecord, { id: gauge })).toThrow(/nothing can be changed here/);
    expect(await turnBack("undo")).toBeUndefined();
  });

  test("gives back what is gone with its hours, and single fields, each undone alone", async () => {
    const { store, past, gauge, mill } = await twoTasks();
    const then = (await past("2026-11-23T09:30"))!.store;
    const record = then.get(mill)!;
    const deleted = sorted(store.records());
    store.act(fetchBack, { record, from: "2026-11-23", parts: partsOf(then.records(), record) });
    expect(store.find("task", mill)?.title).toBe("Call the mill");
    expect(store.list("blocksByTask", mill)).toHaveLength(1);
    store.act(fetchFieldBack, {
      record: then.get(gauge)!,
      field: "estimateMinutes",
      label: "Estimate",
      from: "2026-11-23",
    });
    expect(store.find("task", gauge)?.estimateMinutes).toBeUndefined();
    store.undo();
    expect(store.find("task", gauge)?.estimateMinutes).toBe(120);
    store.undo();
    expect(sorted(store.records())).toEqual(deleted);
    expect(() => store.act(fetchFieldBack, { record, field: "title", label: "Title", from: "2026-11-23" })).toThrow(
      /Fetch all of it back instead/,
    );
  });

  test("can be stopped on the way", async () => {
    const { past } = await twoTasks();
    const stop = new AbortController();
    stop.abort();
    expect(await past("2026-11-23T09:30", stop.signal)).toBeUndefined();
  });

  test("is known only as far back as the log is of this model", async () => {
    const { workspace, past } = await twoTasks();
    await workspace.journal.durable();
    const log = workspace.database!.log;
    const [first] = await log.toArray();
    await log.update(first!.seq, { version: modelVersion - 1 });
    const then = (await past("2026-11-23T07:00"))!;
    expect(then.past!.knownFrom).toBe((await log.toArray())[1]!.at);
    expect(then.store.list("kind", "task")).toHaveLength(2);
  });
});

describe("what only the log knows", () => {
  const span = { from: "2026-11-16", to: "2026-11-29" };

  /** Two weeks: hours that are moved, a task that is dropped, one that comes; the next week is planned on its eve. */
  async function twoWeeks() {
    const open = await openAt("2026-11-16T06:00");
    const { store, workspace, at } = open;
    store.act(writePage, { id: "day-2026-11-16", text: "- [ ] Gauge\n- [ ] Mill\n- [ ] Stakes" });
    const id = (title: string) => store.list("kind", "task").find((one) => "title" in one && one.title === title)!.id;
    const [gauge, mill, stakes] = [id("Gauge"), id("Mill"), id("Stakes")];
    const put = (task: string, start: string) => store.act(place, { task, start });
    const block = (task: string) => store.list("blocksByTask", task)[0]!.id;
    put(gauge, "2026-11-17T09:00");
    put(mill, "2026-11-18T09:00");
    await workspace.journal.durable();
    at(30);
    store.act(editRecord, { id: block(gauge), fields: { start: "2026-11-19T09:00", end: "2026-11-19T09:30" } });
    store.act(writePage, { id: "day-2026-11-20", text: "- [ ] Bridge" });
    await workspace.journal.durable();
    at(60);
    store.act(removeRecord, { id: block(mill) });
    store.act(setState, { tasks: [mill], state: "dropped" });
    await workspace.journal.durable();
    at(7 * 24 - 6);
    put(stakes, "2026-11-24T10:00");
    await workspace.journal.durable();
    return { ...open, gauge, mill, stakes };
  }

  const gathered = async ({ store, journal, database }: Workspace) => {
    const weeks = weeksBegun(span, "2026-11-23", 1);
    let gatherer = new LogGatherer(store, weeks, span.from, defaultSettings);
    const { instants } = gatherer;
    const begin = () => (gatherer = new LogGatherer(store, weeks, span.from, defaultSettings));
    expect(await walkBack({ store, journal, database: database! }, { instants, begin })).toBe(true);
    return gatherer.found;
  };

  test("is what each week was planned to be when it began, as it stands alone, and when something was dropped", async () => {
    const { workspace, store, mill } = await twoWeeks();
    const found = await gathered(workspace);
    const alone = await Promise.all(
      found.weeks.map(async ({ from }) => {
        const instant = instantAt(beginOfWeek(from, defaultSettings), "Europe/Berlin");
        const then = await recordsAt({ ...workspace, database: workspace.database! }, instant);
        return { from, items: planAsItStood(store, then!, { from, to: addDays(from, 6) }) };
      }),
    );
    expect(found.weeks).toEqual(alone);
    expect(found.weeks.map(({ items }) => items!.map(({ title, fate }) => `${title} ${fate}`))).toEqual([
      ["Stakes moved", "Gauge moved", "Mill dropped", "Bridge new"],
      ["Stakes kept"],
    ]);
    expect([...found.droppedOn]).toEqual([[mill, "2026-11-18"]]);
    // What was taken up again is not dropped.
    store.act(setState, { tasks: [mill], state: "open" });
    expect([...(await gathered(workspace)).droppedOn]).toEqual([]);
  });

  test("is counted in the questions that ask for it", async () => {
    const { workspace, store, gauge, mill } = await twoWeeks();
    const asking: Asking = {
      ...{ store, settings: defaultSettings, span, today: "2026-11-24", firstWeekday: 1 },
      ...{ who: "me", way: "theme", style: { locale: "en-GB", hour12: false } },
      fromLog: await gathered(workspace),
    };
    const chart = insights.weeks.answer(asking);
    expect(chart.answer).toBe(
      "Of the 4 things planned then, 1 was kept, 2 were moved and 1 was dropped; 1 thing was added since.",
    );
    expect(chart.rows.map(({ label, values }) => [label, ...values])).toEqual([
      ["16 Nov", 3, 0, 2, 0, 0, 1, 1],
      ["23 Nov", 1, 1, 0, 0, 0, 0, 0],
    ]);
    expect(chart.rows[0]!.behind!()).toContain(gauge);
    const flow = insights.flow.answer(asking);
    expect(flow.answer).toBe("0 tasks were done and 4 added; 1 was dropped.");
    expect(flow.rows.filter(({ values }) => values[3] !== 0).map(({ key, behind }) => [key, behind!()])).toEqual([
      ["2026-11-18", [mill]],
    ]);
    expect(insights.weeks.answer({ ...asking, fromLog: withoutLog(["2026-11-16"]) }).answer).toBe(
      "The log of this workspace does not reach back to the beginning of these weeks.",
    );
  });
});

test("the readings of a goal are the last number of each day on which it was set, by the log", async () => {
  const { workspace, store, at } = await openAt("2026-11-23T08:00");
  store.act(addToRegister, { register: "goals", id: "pages", fields: { title: "Pages" } });
  const set = (number: number | undefined) => store.act(editRecord, { id: "pages", fields: { number } });
  const days: readonly (readonly [hour: number, number: number | undefined])[] = [
    [1, 10],
    [2, 12],
    [26, 20],
    [50, undefined],
    [74, 31],
  ];
  for (const [hour, number] of days) {
    at(hour);
    set(number);
    await workspace.journal.durable();
  }
  at(80);
  store.act(editRecord, { id: "pages", fields: { title: "Pages of the number" } });
  await workspace.journal.durable();
  const readings = () => readingsOf(workspace.database!, "pages", "number", "Europe/Berlin");
  expect(await readings()).toEqual([
    { date: "2026-11-23", value: 12 },
    { date: "2026-11-24", value: 20 },
    { date: "2026-11-26", value: 31 },
  ]);
  // What is undone is read as it then is.
  store.undo();
  store.undo();
  await workspace.journal.durable();
  expect((await readings()).at(-1)).toEqual({ date: "2026-11-24", value: 20 });
});
