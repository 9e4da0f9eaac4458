import { beforeEach, describe, expect, test } from "vitest";
import { understand, type CaptureContext } from "../capture";
import { bareRecord, defaultSettings, Refusal, type Block, type DayPage, type PensumRecord, type Task } from "../model";
import { followPages } from "../page";
import { dayItems, freeTime, leftOver, loadOf, tray } from "../plan";
import { Store, type Transaction } from "../store";
import { someTask } from "../testing/arbitraries";
import { standingClock } from "../time";
import {
  addBlock,
  addRecord,
  capture,
  carry,
  editRecord,
  giveValues,
  giveDay,
  moveItem,
  place,
  placeLine,
  removeRecord,
  rest,
  setState,
  shiftBar,
  takeOff,
  writePage,
} from ".";

const today = "2026-11-24";
const yesterday = "2026-11-23";
const clock = standingClock(`${today}T11:07`, "Europe/Berlin");
const context: CaptureContext = {
  now: clock.now(),
  style: { locale: "en-GB", hour12: false },
  priorities: defaultSettings.priorities,
  theme: () => undefined,
  person: () => undefined,
};

let store: Store;
beforeEach(() => {
  store = new Store(new Map<string, PensumRecord>([["settings", defaultSettings]]), [followPages()], clock);
});
const textOf = (date: string) => (store.get(`day-${date}`) as DayPage | undefined)?.text;
const tasks = () => store.list("kind", "task") as Task[];
const blocks = () => store.list("kind", "block") as Block[];
const task = (title: string) => tasks().find((one) => one.title === title)!;
const write = (date: string, text: string) => store.act(writePage, { id: `day-${date}`, text });

describe("a captured line", () => {
  test("stands on the page of its day, and on its hours", () => {
    store.act(capture, [understand("call the ecologist Thu 9:30 for 20 min", context)]);
    const call = task("call the ecologist");
    expect(textOf("2026-11-26")).toBe(`- [ ] call the ecologist {#${call.id}}\n`);
    expect(blocks()).toMatchObject([{ task: call.id, start: "2026-11-26T09:30", end: "2026-11-26T09:50" }]);
    store.undo();
    expect(store.size).toBe(1);
  });

  test("without a day stands on today's page; with only a due date it has no do day yet", () => {
    store.act(
      capture,
      ["buy gloves", "letter due 2 Dec"].map((line) => understand(line, context)),
    );
    expect(task("buy gloves").doDay).toBe(today);
    expect(task("letter")).toMatchObject({ due: "2026-12-02", page: `day-${today}` });
    expect(task("letter").doDay).toBeUndefined();
    expect(textOf(today)).toMatch(/^- \[ \] buy gloves \{#\w+\}\n- \[ \] letter \{#\w+\}\n$/);
  });

  test("is an event of its days, at its place, where it reads like one; waits and rings as it says", () => {
    const lines = [
      "Trip from 28 to 30 December",
      "lunch at the mill Thu 12:30",
      "sow hide until Friday",
      "remind me at 17:00 to post it",
    ];
    store.act(
      capture,
      lines.map((line) => understand(line, context)),
    );
    const events = store.list("kind", "event");
    expect(events).toMatchObject([
      { title: "Trip", start: "2026-12-28", end: "2026-12-30" },
      { title: "lunch", place: "the mill", start: "2026-11-26T12:30", end: "2026-11-26T13:30" },
    ]);
    expect(task("sow")).toMatchObject({ restUntil: "2026-11-27" });
    expect(task("sow").doDay).toBeUndefined();
    expect(task("post it")).toMatchObject({ remindAt: `${today}T17:00`, doDay: today });
    expect(blocks()).toEqual([]);
  });

  test("of which nothing is said stands in the inbox alone where that was chosen", () => {
    const chosen = ["learn to sail", "sail tomorrow"].map((line) => ({
      ...understand(line, context),
      inboxOnly: true as const,
    }));
    store.act(capture, chosen);
    expect(task("learn to sail")).toMatchObject({ unclarified: true });
    expect(task("learn to sail").page).toBeUndefined();
    expect(task("sail").page).toBe("day-2026-11-25");
    expect(textOf(today) ?? "").toBe("");
  });

  test("makes a person of a new name once", () => {
    store.act(
      capture,
      ["survey @Ines", "count @ines"].map((line) => understand(line, context)),
    );
    expect(store.list("kind", "person")).toHaveLength(1);
  });
});

describe("placing", () => {
  test("gives a block as long as the estimate, moves, stretches and takes it off again; several blocks may stand", () => {
    write(today, "- [ ] Stakes");
    store.act(editRecord, { id: task("Stakes").id, fields: { estimateMinutes: 75 } });
    store.act(place, { task: task("Stakes").id, start: `${today}T14:00` });
    store.act(place, { task: task("Stakes").id, start: `${today}T16:00`, minutes: 20 });
    expect(blocks().map(({ end }) => end.slice(11))).toEqual(["15:15", "16:20"]);
    store.act(moveItem, { id: blocks()[0]!.id, start: "2026-11-25T23:30", end: "2026-11-26T00:30" });
    expect(task("Stakes").doDay).toBe("2026-11-25");
    expect(dayItems(store, "2026-11-26")).toMatchObject([{ startMinute: 0, endMinute: 30, beginsBefore: true }]);
    store.act(takeOff, { block: blocks()[0]!.id });
    expect(blocks()).toHaveLength(1);
    expect(task("Stakes")).toBeDefined();
  });

  test("refuses an end before its start and changes nothing", () => {
    store.act(addBlock, { start: `${today}T12:00`, end: `${today}T13:00`, title: "lunch" });
    const id = blocks()[0]!.id;
    expect(() => store.act(moveItem, { id, start: `${today}T13:00`, end: `${today}T12:00` })).toThrow(Refusal);
    expect(() => store.act(editRecord, { id, fields: { end: `${today}T11:00` } })).toThrow(Refusal);
    expect(() => store.act(editRecord, { id, fields: { start: "2026-02-31T11:00" } })).toThrow(Refusal);
    expect(blocks()[0]).toMatchObject({ start: `${today}T12:00`, end: `${today}T13:00` });
  });

  test("a state that is none is refused, whatever gives it", () => {
    write(today, "- [ ] Stakes");
    const before = task("Stakes");
    const state = "2026-11-26T22:30" as never;
    expect(() => store.act(setState, { tasks: [before.id], state })).toThrow(Refusal);
    expect(() => store.act(giveValues, [{ id: before.id, fields: { state } }])).toThrow(Refusal);
    expect(task("Stakes")).toEqual(before);
  });

  test("hours whose title is emptied have none, and their line keeps its time", () => {
    write(today, "- 12:00-13:00 lunch");
    const { id } = blocks()[0]!;
    store.act(editRecord, { id, fields: { title: undefined } });
    expect(store.get(id)).toMatchObject({ title: "", start: `${today}T12:00` });
    expect((store.get(`day-${today}`) as { text: string }).text).toMatch(/^- 12:00-13:00 +\{#/);
  });

  test("a plain line is written as a block line; on another day's rail it is written on that page", () => {
    write(today, "# Day\n- lunch with Odile\nend");
    const line = "- lunch with Odile";
    store.act(placeLine, { page: `day-${today}`, lineFrom: 6, line, start: `${today}T12:15`, minutes: 45 });
    expect(textOf(today)).toMatch(/^# Day\n- 12:15-13:00 lunch with Odile \{#\w+\}\nend$/);
    expect(blocks()).toMatchObject([{ title: "lunch with Odile", start: `${today}T12:15`, end: `${today}T13:00` }]);
    expect(() => store.act(placeLine, { page: `day-${today}`, lineFrom: 6, line, start: `${today}T12:15` })).toThrow(
      Refusal,
    );
  });
});

describe("taking off", () => {
  test("leaves the words of a line that set hours aside", () => {
    write(today, "- 12:15-13:00 lunch with Odile\nend");
    store.act(takeOff, { block: blocks()[0]!.id });
    expect(textOf(today)).toBe("- lunch with Odile\nend");
    expect(blocks()).toEqual([]);
    store.undo();
    expect(blocks()).toMatchObject([{ title: "lunch with Odile" }]);
  });
});

describe("a day's numbers", () => {
  test("count events, work blocks and what waits; lunch takes time but is no work", () => {
    write(today, "- [ ] Stakes\n- 12:00-13:00 lunch");
    store.act(editRecord, { id: task("Stakes").id, fields: { estimateMinutes: 90 } });
    const load = () => loadOf(store, today);
    expect(load()).toEqual({ plannedMinutes: 90, placedMinutes: 0, capacityMinutes: 480 });
    store.act(place, { task: task("Stakes").id, start: `${today}T14:00`, minutes: 30 });
    expect(load()).toEqual({ plannedMinutes: 90, placedMinutes: 30, capacityMinutes: 480 });
    expect(freeTime(store, today, 660)).toEqual([
      { startMinute: 660, endMinute: 720 },
      { startMinute: 780, endMinute: 840 },
      { startMinute: 870, endMinute: 1050 },
    ]);
  });

  test("count a block over the clock change by the time that really passes", () => {
    store.act(addBlock, { start: "2026-03-29T01:00", end: "2026-03-29T04:00", title: "watch" });
    store.act(addBlock, { start: "2026-10-25T01:00", end: "2026-10-25T04:00", title: "watch" });
    expect(dayItems(store, "2026-03-29")[0]?.minutes).toBe(120);
    expect(dayItems(store, "2026-10-25")[0]?.minutes).toBe(240);
  });
});

describe("what is left over", () => {
  beforeEach(() => {
    write(yesterday, "# Monday\n- [ ] Write-up\n  - [ ] Photos\n  - [x] Map\n  a note\n- [ ] Letter\nwords");
  });

  test("is offered whole by whole, with its unfinished parts", () => {
    const offered = leftOver(store, today);
    expect(offered.map(({ task: one, parts }) => [one.title, parts.map((part) => part.title)])).toEqual([
      ["Write-up", ["Photos"]],
      ["Letter", []],
    ]);
  });

  test("carried to today moves its lines, leaves a mark, and counts", () => {
    const { id } = task("Write-up");
    store.act(carry, { tasks: [id], to: today });
    expect(task("Write-up")).toMatchObject({ carried: 1, doDay: today, page: `day-${today}` });
    expect(task("Photos")).toMatchObject({ parent: id, doDay: today, page: `day-${today}` });
    expect(textOf(today)).toBe(`- [ ] Write-up {#${id}}\n  - [ ] Photos {#${task("Photos").id}}\n`);
    const old = textOf(yesterday)!;
    expect(old).toContain(`- Write-up {.carried task=${id} to=${today}}\n`);
    expect(old).toContain("  - [x] Map {#");
    expect(old).toContain("  a note\n- [ ] Letter {#");
    expect(store.undo()).toBe("Carried “Write-up” to 2026-11-24");
    expect(task("Write-up")).toMatchObject({ carried: 0, doDay: yesterday, page: `day-${yesterday}` });
    expect(textOf(yesterday)).not.toContain("carried");
  });

  test("rests, is dropped with its parts, or is left without a day; then it is offered no more", () => {
    store.act(rest, { tasks: [task("Letter").id], until: "2026-12-01" });
    expect(tray(store, today).map((one) => one.title)).toEqual(["Write-up"]);
    expect(() => store.act(rest, { tasks: [task("Write-up").id], until: today })).toThrow(Refusal);
    store.act(setState, { tasks: [task("Write-up").id], state: "dropped" });
    expect(textOf(yesterday)).toMatch(/- \[x\] Write-up \{#\w+ \.dropped\}\n {2}- \[x\] Photos \{#\w+ \.dropped\}/);
    expect(leftOver(store, today)).toEqual([]);
    store.undo();
    store.act(giveDay, { tasks: [task("Write-up").id], day: undefined });
    expect(leftOver(store, today)).toEqual([]);
  });
});

describe("a record", () => {
  test("cannot become a part of itself", () => {
    write(today, "- [ ] A\n  - [ ] B");
    expect(() => store.act(editRecord, { id: task("A").id, fields: { parent: task("B").id } })).toThrow(Refusal);
  });

  test("ticked off in its hours took as long as the log says, and no plan says how long", () => {
    write(today, "- [ ] A");
    store.act(place, { task: task("A").id, start: `${today}T10:15`, minutes: 90 });
    store.act(setState, { tasks: [task("A").id], state: "done" });
    expect(task("A")).toMatchObject({ state: "done", doneAt: `${today}T11:07` });
    expect(task("A")).not.toHaveProperty("tookMinutes");
    store.act(setState, { tasks: [task("A").id], state: "open" });
    expect(task("A")).not.toHaveProperty("tookMinutes");
    expect(textOf(today)).toMatch(/^- \[ \] A/);
  });

  test("that is removed takes its line and its hours along", () => {
    write(today, "- [ ] A\n- [ ] B");
    store.act(place, { task: task("A").id, start: `${today}T10:15` });
    store.act(removeRecord, { id: task("A").id });
    expect(textOf(today)).toBe(`- [ ] B {#${task("B").id}}`);
    expect(blocks()).toEqual([]);
  });

  test("that is emptied keeps the lists that its kind always has", () => {
    write(today, "- [ ] A #odd @Ines\n");
    store.act(editRecord, { id: task("A #odd @Ines").id, fields: { tags: undefined, people: undefined } });
    const { tags, people } = tasks()[0] as Task;
    expect([tags, people]).toEqual([[], []]);
  });

  test("is renamed in one line, whatever is pasted into its title", () => {
    write(today, "- [ ] A");
    store.act(editRecord, { id: task("A").id, fields: { title: " two\nlines " } });
    expect(task("two lines")).toBeDefined();
    expect(textOf(today)).toMatch(/^- \[ \] two lines \{/);
  });

  test("takes links to it along when it is renamed, in whatever kind of record they are written", () => {
    store.act(addRecord, { kind: "theme", title: "Willow" });
    const [willow] = store.list("named", "willow");
    const written = {
      ...bareRecord("review", { id: "ra", title: "Week", now: "2026-11-24T11:07" }),
      text: "Think of [[Willow]]",
    };
    const template = {
      id: "te",
      kind: "template",
      title: "T",
      register: "notes",
      naming: "{{Title}}",
      fields: {},
      order: 0,
    };
    const put = (record: object) => ({
      name: "put",
      run: (tx: Transaction) => (tx.put(record as PensumRecord), "Put"),
    });
    store.act(put(written), undefined);
    store.act(put({ ...template, text: "- [ ] look at [[Willow]]" }), undefined);
    store.act(editRecord, { id: willow!.id, fields: { title: "Weir" } });
    expect(["ra", "te"].map((id) => (store.get(id) as { text: string }).text)).toEqual([
      "Think of [[Weir]]",
      "- [ ] look at [[Weir]]",
    ]);
  });

  test("cannot take the name of another of its kind", () => {
    for (const title of ["Desk", "Field"]) store.act(addRecord, { kind: "theme", title });
    const [desk] = store.list("named", "desk");
    expect(() => store.act(editRecord, { id: desk!.id, fields: { title: "field" } })).toThrow(Refusal);
    store.act(editRecord, { id: desk!.id, fields: { title: "desk" } });
    expect(store.get(desk!.id)).toMatchObject({ title: "desk" });
  });

  test.each([
    ["state", "finished"],
    ["doDay", "2026-02-30"],
    ["due", "soon"],
    ["estimateMinutes", -5],
    ["estimateMinutes", 60_001],
    ["title", "  "],
    ["carried", 3],
    ["nonsense", 1],
  ])("cannot have %s set to %s, and keeps all it had", (name, value) => {
    write(today, "- [ ] A");
    const before = task("A");
    expect(() => store.act(editRecord, { id: before.id, fields: { estimateMinutes: 10, [name]: value } })).toThrow(
      Refusal,
    );
    expect(store.get(before.id)).toBe(before);
  });

  test("links in a circle, from a damaged file, do not hang what follows them", () => {
    const circle = new Map<string, PensumRecord>([
      ["ta", someTask("ta", { parent: "tb", doDay: yesterday })],
      ["tb", someTask("tb", { parent: "ta", doDay: yesterday })],
    ]);
    const odd = new Store(circle, [followPages()], clock);
    odd.act(carry, { tasks: ["ta"], to: today });
    expect(odd.find("task", "tb")?.doDay).toBe(today);
  });
});

describe("a line that is cut on one day's page", () => {
  const tomorrow = "2026-11-25";
  test("and pasted on another is for that day", () => {
    write(today, "- [ ] A\n- [ ] B");
    const { id } = task("A");
    const line = `- [ ] A {#${id}}`;
    store.act(editRecord, { id, fields: { estimateMinutes: 20 } });
    write(today, textOf(today)!.replace(`${line}\n`, ""));
    write(tomorrow, line);
    expect(task("A")).toMatchObject({ id, doDay: tomorrow, page: `day-${tomorrow}`, estimateMinutes: 20 });
  });

  test("keeps a day that was given to it otherwise", () => {
    write(today, "- [ ] A");
    const { id } = task("A");
    store.act(giveDay, { tasks: [id], day: "2026-12-01" });
    const line = textOf(today)!;
    write(today, "");
    write(tomorrow, line);
    expect(task("A").doDay).toBe("2026-12-01");
  });

  test("and copied is one task for each day", () => {
    write(today, "- [ ] A");
    write(tomorrow, textOf(today)!);
    expect(tasks().map(({ title, doDay }) => [title, doDay])).toEqual([
      ["A", today],
      ["A", tomorrow],
    ]);
  });
});

describe("an event", () => {
  const added = (start: string, end: string) => {
    store.act(capture, [understand("event: planting day", context)]);
    const [event] = store.list("kind", "event");
    store.act(editRecord, { id: event!.id, fields: { start, end } });
    return event!.id;
  };

  test("whose start is moved keeps its length", () => {
    const id = added(`${today}T23:00`, `${today}T23:30`);
    store.act(editRecord, { id, fields: { start: "2026-11-30T23:45" } });
    expect(store.get(id)).toMatchObject({ end: "2026-12-01T00:15" });
    store.act(editRecord, { id, fields: { start: "2026-12-02" } });
    expect(store.get(id)).toMatchObject({ start: "2026-12-02", end: "2026-12-03" });
  });

  test("of whole days gets an hour when its start gets a clock time", () => {
    const id = added(today, "2026-11-25");
    store.act(editRecord, { id, fields: { start: `${today}T09:00` } });
    expect(store.get(id)).toMatchObject({ end: `${today}T10:00` });
  });

  test.each([{ end: "2026-11-23T10:00" }, { end: today }, { zone: "Atlantis/Capital" }, { start: "2026-02-30T10:00" }])(
    "cannot be given %j, and stays as it was",
    (fields) => {
      const id = added(`${today}T09:00`, `${today}T10:00`);
      const before = store.get(id);
      expect(() => store.act(editRecord, { id, fields })).toThrow(Refusal);
      expect(store.get(id)).toBe(before);
    },
  );
});

describe("a bar of the timeline", () => {
  const shift = (minutes: number, edge?: "end") =>
    store.act(shiftBar, { id: task("Stakes").id, minutes, ...(edge ? { edge } : {}) });

  test("that is stretched by days makes no days of work of a task without hours, and by minutes a longer estimate", () => {
    write(today, "- [ ] Stakes");
    store.act(editRecord, { id: task("Stakes").id, fields: { estimateMinutes: 60 } });
    const before = task("Stakes");
    expect(() => shift(1440, "end")).toThrow(/days are no length of work/);
    expect(task("Stakes")).toBe(before);
    shift(15, "end");
    expect(task("Stakes").estimateMinutes).toBe(75);
  });

  test("stretches the last of a task's hours, though not over a day, and moves all of them in one act", () => {
    write(today, "- [ ] Stakes");
    for (const hour of ["14", "16"])
      store.act(place, { task: task("Stakes").id, start: `${today}T${hour}:00`, minutes: 60 });
    expect(() => shift(1440, "end")).toThrow(/last a day at most/);
    shift(30, "end");
    expect(blocks().map(({ end }) => end)).toEqual([`${today}T15:00`, `${today}T17:30`]);
    shift(1440);
    const tomorrow = "2026-11-25";
    expect(blocks().map(({ start }) => start)).toEqual([`${tomorrow}T14:00`, `${tomorrow}T16:00`]);
    store.undo();
    expect(blocks().map(({ start }) => start)).toEqual([`${today}T14:00`, `${today}T16:00`]);
  });

  test("without hours moves by days, and says so where it cannot move", () => {
    write(today, "- [ ] Stakes");
    store.act(giveDay, { tasks: [task("Stakes").id], day: today });
    expect(() => shift(60)).toThrow(/Zoom out/);
    shift(2880);
    expect(task("Stakes").doDay).toBe("2026-11-26");
  });
});
