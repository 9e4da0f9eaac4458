import { understand } from "../capture";
import * as commands from "../commands";
import { takeFromLine } from "../commands/fromLine";
import { placeTasks } from "../commands/placeTasks";
import * as boards from "../commands/boards";
import * as clocks from "../commands/clock";
import * as portions from "../commands/portion";
import * as review from "../commands/reviews";
import * as logs from "../commands/workLog";
import { clarify, clarifiedKinds, gatherPage, mergeTask, splitTask } from "../commands/clarify";
import { makeThemeOfTag } from "../commands/addRecord";
import { noteDayBegun } from "../commands/beginDay";
import { fetchBack, fetchFieldBack } from "../commands/fetchBack";
import { jot } from "../commands/jot";
import { linkMentions } from "../commands/linkMentions";
import { bareRecord, defaultSettings, seededRandom, Refusal, states, type Id, type Kind } from "../model";
import * as orders from "../orders";
import { undoRun } from "../orders/runOrder";
import { clockRun, reviewWays } from "../plan";
import { fieldsIn, fieldValues, findRegister } from "../register";
import * as shaping from "../shaping";
import { noChanges, type Command, type Store } from "../store";
import { addDays, momentAt, standingClock } from "../time";

/** The moment at which everything is done at random. */
export const now = "2026-11-24T11:07";
export const clock = standingClock(now, "Europe/Berlin");
export const today = "2026-11-24";

/** A hand that picks at random, always the same for the same seed. */
export class Hand {
  readonly #random: () => number;
  constructor(
    readonly store: Store,
    seed: number,
  ) {
    this.#random = seededRandom(seed);
  }
  number = (most: number) => Math.floor(this.#random() * most);
  from = <T>(list: readonly T[]): T => list[this.number(list.length)] as T;
  maybe = <T>(make: () => T): T | undefined => (this.number(2) === 0 ? make() : undefined);
  id = (...kinds: Kind[]): Id => {
    const all = kinds.flatMap((kind) => this.store.list("kind", kind)).map(({ id }) => id);
    // Now and then one that is gone.
    return all.length === 0 || this.number(20) === 0 ? "gone" : this.from(all.toSorted());
  };
  ids = (...kinds: Kind[]) => Array.from({ length: 1 + this.number(2) }, () => this.id(...kinds));
  date = () => addDays(today, this.number(12) - 4);
  moment = () => momentAt(this.date(), this.number(96) * 15);
  title = () =>
    this.from([
      "stakes",
      "call @Ines #flood",
      "x {#foo}",
      "- [ ] inner",
      "[[Reach]] notes",
      "two\nlines",
      "12:00-13:00 walk",
      "",
    ]);
  text = () =>
    Array.from({ length: this.number(4) }, () =>
      this.from(["- [ ] new one", "  - [ ] part", "- 9:00-9:30 call", "words", "```", "# Head", "- [x] done"]),
    ).join("\n");
  /** A field that somebody made, or one that is none. */
  ownField = () => {
    const all = this.store.list("kind", "field").flatMap((one) => (one.kind === "field" ? one.name : []));
    return all.length === 0 || this.number(10) === 0 ? "gone" : this.from(all.toSorted());
  };
  register = () =>
    this.from(["tasks", "goals", "projects", "notes", "events", "work", "own", "people", "aims", "gone"]);
  /** Values for a few fields of a record, fitting or not. */
  fields = (register: string) => {
    const found = findRegister(this.store, register);
    const all = found ? fieldsIn(this.store, found) : [];
    const values = () =>
      this.from<unknown>([
        undefined,
        this.title(),
        this.date(),
        this.moment(),
        this.number(200),
        0.5,
        true,
        ["a"],
        [this.id("person")],
        this.id("theme", "goal", "project", "task"),
        this.from(states),
        this.from(["FREQ=DAILY", "FREQ=WEEKLY;BYDAY=MO,WE", "FREQ=MINUTELY", "banana", "FREQ=DAILY;COUNT=2"]),
        "high",
      ]);
    return Object.fromEntries(
      Array.from({ length: 1 + this.number(3) }, () => [all.length > 0 ? this.from(all).name : "title", values()]),
    );
  };
  draft = () =>
    understand(
      this.from([
        "gauge tomorrow 9:30 45 min",
        "letter high",
        "walk every day 7:00 20 min",
        "note: mill",
        "event: call friday 14:00",
        "plain",
      ]),
      {
        now,
        style: { locale: "en-GB", hour12: false },
        priorities: defaultSettings.priorities,
        theme: () => undefined,
        person: () => undefined,
      },
    );
}

export type Deed = (hand: Hand) => void;
const deed =
  <Input>(command: Command<Input>, make: (hand: Hand) => Input): Deed =>
  (hand) =>
    void hand.store.act(command, make(hand));
const lens = (hand: Hand) => ({
  title: hand.title() || "Lens",
  registers: [hand.register()],
  where: { all: [] },
  done: "all" as const,
  groups: [],
  sorts: [],
  shown: [{ field: "title" }],
  look: "table" as const,
  folded: [],
});

/** The present instant, a while later for each act, as a clock has it. */
const instant = (hand: Hand) => ({ at: Date.UTC(2026, 10, 24, 10, 7) + hand.number(40) * 60_000, zone: clock.zone });

const c = commands;
/** All that a person can do, by the name of its command. */
export const deeds: Readonly<Record<string, Deed>> = {
  takeFromLine: deed(takeFromLine, (h) => ({ task: h.id("task"), draft: h.draft() })),
  placeTasks: deed(placeTasks, (h) => ({ tasks: h.ids("task"), day: h.date(), zone: clock.zone })),
  setDone: deed(c.setDone, (h) => ({ ids: [h.id("task", "goal", "row", "note")], done: h.number(2) === 0 })),
  stretchDated: deed(c.stretchDated, (h) => ({
    id: h.id("task", "goal", "row", "event"),
    field: h.from(["start", "due", "gone"]),
    end: h.from(["end", "gone"]),
    to: h.date(),
  })),
  beginDay: deed(c.beginDay, (h) => ({ date: h.from([today, h.date()]) })),
  startClock: deed(clocks.startClock, (h) => ({
    ...instant(h),
    on: h.number(4) === 0 ? { title: h.title() } : { id: h.id("task", "block", "event", "theme", "work") },
    ...h.maybe(() => ({ minutes: h.number(100) })),
    ...h.maybe(() => ({ rhythm: h.from(["steady", "deep", "gone"]) })),
  })),
  pauseClock: deed(clocks.pauseClock, instant),
  breakClock: deed(clocks.breakClock, (h) => ({ ...instant(h), ...h.maybe(() => ({ minutes: h.number(30) })) })),
  resumeClock: deed(clocks.resumeClock, instant),
  moreMinutes: deed(clocks.moreMinutes, (h) => ({ ...instant(h), minutes: 5 })),
  finishClock: deed(clocks.finishClock, (h) => ({
    ...instant(h),
    done: h.number(2) === 0,
    ...h.maybe(() => ({ leftMinutes: h.number(90) })),
  })),
  discardClock: deed(clocks.discardClock, instant),
  mendSilence: deed(clocks.mendSilence, (h) => ({ ...instant(h), workedUntil: h.moment(), goOn: h.number(2) === 0 })),
  logWork: deed(logs.logWork, (h) => ({
    on: { id: h.id("task", "block", "event", "theme", "work") },
    start: h.moment(),
    end: h.moment(),
  })),
  logAsPlanned: deed(logs.logAsPlanned, (h) => ({ item: h.id("block", "event"), zone: clock.zone })),
  moveEntry: deed(logs.moveEntry, (h) => ({
    id: h.id("work"),
    start: h.moment(),
    ...h.maybe(() => ({ end: h.moment() })),
  })),
  splitEntry: deed(logs.splitEntry, (h) => ({ id: h.id("work"), at: h.moment() })),
  joinEntries: deed(logs.joinEntries, (h) => ({ first: h.id("work"), second: h.id("work") })),
  settleOverlap: deed(logs.settleOverlap, (h) => ({ keep: h.id("work"), from: h.moment(), to: h.moment() })),
  addAim: deed(portions.addAim, (h) => ({ date: h.date(), title: h.title() })),
  addToPortion: deed(portions.addToPortion, (h) => ({
    ...{ date: h.date(), task: h.id("task") },
    ...h.maybe(() => ({ instead: h.id("task") })),
  })),
  takePortion: deed(portions.takePortion, (h) => ({
    date: h.date(),
    tasks: [...new Set(h.ids("task"))].map((task) => ({ task, minutes: 15 + h.number(60) })),
  })),
  takeFromPortion: deed(portions.takeFromPortion, (h) => ({ date: h.date(), task: h.id("task") })),
  changePortion: deed(portions.changePortion, (h) => ({
    ...{ date: h.date(), task: h.id("task") },
    ...h.from<object>([{ by: 1 }, { by: -1 }, { minutes: h.number(90) }]),
  })),
  setWorked: deed(logs.setWorked, (h) => ({
    ...{ on: h.id("task", "theme", "event"), way: h.from(["task", "theme"] as const), date: h.date() },
    ...{ minutes: h.number(300), zone: clock.zone },
  })),
  setState: deed(c.setState, (h) => ({ tasks: h.ids("task"), state: h.from(states) })),
  writePage: (h) => {
    const id = h.number(3) === 0 ? h.id("note") : `day-${h.date()}`;
    const page = h.store.get(id);
    const kept = page && "text" in page ? page.text.split("\n") : [];
    kept.splice(h.number(kept.length + 1), h.number(2), h.text());
    h.store.act(c.writePage, { id, text: kept.join("\n") });
  },
  capture: deed(c.capture, (h) => [h.draft(), h.draft()]),
  leave: deed(c.leave, (h) => ({ tasks: h.ids("task") })),
  rest: deed(c.rest, (h) => ({ tasks: h.ids("task"), until: h.date() })),
  giveDay: deed(c.giveDay, (h) => ({ tasks: h.ids("task"), day: h.maybe(h.date) })),
  carry: deed(c.carry, (h) => ({ tasks: h.ids("task"), to: h.date() })),
  changeOccurrence: deed(c.changeOccurrence, (h) => ({
    id: h.id("event", "block", "task"),
    fields: h.fields("events"),
    scope: h.from(c.seriesScopes),
  })),
  skipOccurrence: deed(c.skipOccurrence, (h) => ({
    id: h.id("event", "block", "task"),
    scope: h.from(c.seriesScopes),
  })),
  putInBox: deed(c.putInBox, (h) => ({ box: h.id("block"), task: h.id("task"), minutes: h.number(60) })),
  takeOutOfBox: deed(c.takeOutOfBox, (h) => ({ box: h.id("block"), task: h.id("task") })),
  setBoxMinutes: deed(c.setBoxMinutes, (h) => ({ box: h.id("block"), task: h.id("task"), minutes: h.number(90) })),
  place: deed(c.place, (h) => ({ task: h.id("task"), start: h.moment(), minutes: 15 + h.number(90) })),
  placeLine: deed(c.placeLine, (h) => ({ page: `day-${h.date()}`, lineFrom: 0, line: h.title(), start: h.moment() })),
  addBlock: deed(c.addBlock, (h) => {
    const start = h.moment();
    return { start, end: h.moment(), title: h.title(), ...(h.maybe(() => 1) ? { theme: h.id("theme") } : {}) };
  }),
  addEvent: deed(c.addEvent, (h) => ({ start: h.moment(), end: h.moment(), title: h.title() })),
  moveItem: deed(c.moveItem, (h) => ({ id: h.id("block", "event"), start: h.moment(), end: h.moment() })),
  shiftBar: deed(c.shiftBar, (h) => ({
    id: h.id("task", "block", "event", "goal", "project"),
    minutes: h.from([15, -60, 1440, -2880]),
    ...(h.maybe(() => 1) ? { edge: "end" as const } : {}),
  })),
  moveDated: deed(c.moveDated, (h) => ({
    id: h.id("task", "event", "goal", "row"),
    field: h.from(["due", "start", "doDay", "end", "nothing"]),
    to: h.from([h.date(), h.moment()]),
  })),
  copyItem: deed(c.copyItem, (h) => ({ id: h.id("block", "event"), start: h.moment() })),
  setEventTime: deed(c.setEventTime, (h) => ({ id: h.id("event"), start: h.from([h.date(), h.moment()]) })),
  takeOff: deed(c.takeOff, (h) => ({ block: h.id("block") })),
  layPattern: deed(c.layPattern, (h) => ({ dates: [h.date()], zone: clock.zone })),
  beginReview: deed(review.beginReview, (h) => ({
    ...{ way: h.from(reviewWays), from: today, to: addDays(today, 6), title: h.title() || "Review" },
  })),
  markStep: deed(review.markStep, (h) => ({
    ...{
      review: h.id("review"),
      step: h.from(["inbox", "aims", "own"]),
      as: h.from(["done", "skipped", "open"] as const),
    },
  })),
  endReview: deed(review.endReview, (h) => ({ review: h.id("review"), summary: h.text() })),
  setReviewed: deed(review.setReviewed, (h) => ({ project: h.id("project") })),
  writeDayLine: deed(review.writeDayLine, (h) => ({ date: h.date(), words: h.title() })),
  planGoal: deed(c.planGoal, (h) => ({ goal: h.id("goal"), until: addDays(today, 9), zone: clock.zone })),
  layRepeating: deed(c.layRepeating, (h) => ({
    dates: [today, addDays(today, 1)],
    zone: clock.zone,
    firstWeekday: h.from([1, 6, 7]),
  })),
  clarify: deed(clarify, (h) => ({ tasks: h.ids("task"), as: h.from(clarifiedKinds), day: h.maybe(h.date) })),
  splitTask: deed(splitTask, (h) => ({ task: h.id("task"), parts: [h.draft(), h.draft()] })),
  mergeTask: deed(mergeTask, (h) => ({ task: h.id("task"), into: h.id("day", "note", "task") })),
  gatherPage: deed(gatherPage, (h) => ({ page: h.id("day") })),
  giveValues: deed(c.giveValues, (h) =>
    h.ids("task", "event").map((id) => ({
      id,
      fields: h.fields("tasks"),
      ...(h.maybe(() => 1) ? { day: h.maybe(h.date) } : {}),
    })),
  ),
  putCards: deed(shaping.putCards, (h) => ({
    given: h.ids("task").map((id) => ({ id, fields: h.fields("tasks") })),
    ...(h.maybe(() => 1) ? { lens: h.id("lens"), byHand: { [h.id("task")]: h.number(9) } } : {}),
  })),
  markHabit: deed(c.markHabit, (h) => ({
    ...{ habit: h.id("habit"), date: h.date(), as: h.from(["done", "part", "skipped", undefined] as const) },
    ...h.maybe(() => ({ reason: h.title() })),
  })),
  layOwnHabits: deed(c.layOwnHabits, (h) => ({ date: h.date(), zone: clock.zone, firstWeekday: 1 })),
  noteHabitsLaid: deed(c.noteHabitsLaid, (h) => ({ date: h.date(), firstWeekday: 1 })),
  layHabit: deed(c.layHabit, (h) => ({ habit: h.id("habit"), date: h.date(), zone: clock.zone })),
  addRecord: deed(c.addRecord, (h) => ({ kind: h.from(["note", "person", "theme"] as const), title: h.title() })),
  editRecord: deed(c.editRecord, (h) => {
    const id = h.id("task", "event", "block", "goal", "project", "note", "habit", "work", "row", "person", "theme");
    const kind = h.store.get(id)?.kind ?? "task";
    const register = { work: "work", row: "own", person: "people" }[kind as "work"] ?? `${kind}s`;
    return { id, fields: h.fields(register) };
  }),
  editRecords: deed(c.editRecords, (h) => h.ids("task").map((id) => ({ id, fields: h.fields("tasks") }))),
  saveSettings: deed(c.saveSettings, (h) => ({ ...defaultSettings, snapMinutes: 5 + h.number(10) })),
  keepBoard: deed(boards.keepBoard, (h) => ({
    ...{ id: h.from(["b1", "b2"]), title: h.title(), questions: h.from([[], ["hours"], ["few", "hours"]]) },
    ...{ span: h.from(["lastWeek", { from: "2026-11-02", to: "2026-11-08" }]), way: "theme", beside: "before" },
  })),
  removeBoard: deed(boards.removeBoard, (h) => ({ id: h.from(["b1", "b2"]) })),
  removeRecord: deed(c.removeRecord, (h) => ({ id: h.id("task", "event", "block", "note", "theme", "row", "goal") })),
  removeRecords: deed(c.removeRecords, (h) => h.ids("task", "block", "note")),
  addRegister: deed(shaping.addRegister, (h) => ({ title: h.title(), id: "own" })),
  editRegister: deed(shaping.editRegister, (h) => ({
    id: "own",
    fields: { titleFormula: h.from(["", 'string(n) + "!"', "((", "n"]) },
  })),
  addField: deed(shaping.addField, (h) => ({
    register: h.register(),
    type: h.from(["number", "text", "date", "choice", "formula", "changed", "yesNo"] as const),
    setting: { title: h.from(["N", "Size", h.title()]), formula: "1 + 1" },
  })),
  editField: deed(shaping.editField, (h) => ({ register: "own", name: "title", setting: { title: h.title() } })),
  addToRegister: deed(shaping.addToRegister, (h) => {
    const register = h.register();
    return { register, fields: h.fields(register) };
  }),
  drawBar: deed(shaping.drawBar, (h) => {
    const start = 29_899_440 + 15 * h.number(300);
    const theme = h.id("theme");
    return {
      id: `bar${h.number(1e6)}`,
      title: h.title(),
      start,
      end: start + 15 * (1 + h.number(200)),
      exact: h.number(1) === 1,
      belongs: { theme },
    };
  }),
  setCells: deed(shaping.setCells, (h) => ({
    register: "tasks",
    options: new Map(),
    edits: h.ids("task").map((id) => ({ id, fields: h.fields("tasks") })),
    added: [{ id: `new${h.number(1e6)}`, fields: h.fields("tasks") }],
  })),
  removeRegister: deed(shaping.removeRegister, () => ({ id: "own" })),
  addLens: deed(shaping.addLens, (h) => ({ lens: lens(h) as never })),
  editLens: deed(shaping.editLens, (h) => ({ id: h.id("lens"), setting: { title: h.title() } })),
  removeLens: deed(shaping.removeLens, (h) => ({ id: h.id("lens") })),
  addTemplate: deed(shaping.addTemplate, (h) => ({
    title: h.title() || "T",
    setting: { register: h.register(), naming: h.title(), text: h.text() },
  })),
  makeFromTemplate: deed(shaping.makeFromTemplate, (h) => ({ template: h.id("template"), fills: {} })),
  removeTemplate: deed(shaping.removeTemplate, (h) => ({ id: h.id("template") })),
  editTemplate: deed(shaping.editTemplate, (h) => ({ id: h.id("template"), setting: { text: h.text() } })),
  updateFromTemplate: deed(shaping.updateFromTemplate, (h) => ({
    template: h.id("template"),
    ids: h.ids("note", "task", "row"),
  })),
  orderLenses: deed(shaping.orderLenses, (h) => h.ids("lens")),
  orderFields: deed(shaping.orderFields, (h) => ({ register: h.register(), names: ["title", "due", h.ownField()] })),
  removeField: deed(shaping.removeField, (h) => ({ register: h.register(), name: h.ownField() })),
  bringFieldBack: deed(shaping.bringFieldBack, (h) => ({ id: h.id("field") })),
  changeFieldType: deed(shaping.changeFieldType, (h) => ({
    ...{ register: h.register(), name: h.ownField(), setting: {} },
    type: h.from(["number", "text", "date", "choice", "yesNo"] as const),
  })),
  importTable: deed(shaping.importTable, (h) => ({
    ...{ register: h.register(), newFields: [], options: new Map(), same: 0, faults: [] },
    added: [{ id: `row${h.number(1e6)}`, fields: { title: h.title() || "Row" } }],
    changed: h.ids("task").map((id) => ({ id, fields: h.fields("tasks") })),
  })),
  makeEventNotes: deed(shaping.makeEventNotes, (h) => ({
    event: h.id("event"),
    ...h.maybe(() => ({ template: h.id("template") })),
  })),
  makeThemeOfTag: deed(makeThemeOfTag, (h) => ({ tag: h.from(["flood", "desk", "x"]) })),
  noteDayBegun: deed(noteDayBegun, (h) => ({ date: h.from([today, h.date()]) })),
  jot: deed(jot, (h) => ({ words: h.title(), on: { task: h.id("task") } })),
  linkMentions: deed(linkMentions, (h) => ({
    record: h.id("note", "person", "theme"),
    in: h.ids("note", "task", "day"),
  })),
  fetchBack: deed(fetchBack, (h) => ({
    record:
      h.store.get(h.id("task", "note", "event", "goal")) ?? bareRecord("note", { id: "back", title: "Back", now }),
    from: "Monday",
  })),
  fetchFieldBack: deed(fetchFieldBack, (h) => ({
    record: h.store.get(h.id("task", "goal")) ?? bareRecord("goal", { id: "back2", title: "Back", now }),
    ...{ field: "title", label: "Title", from: "Monday" },
  })),
  takeActBack: deed(review.takeActBack, () => ({ changes: noChanges, said: "Nothing" })),
  setClockBack: deed(clocks.setClockBack, (h) => {
    const run = clockRun(h.store);
    return { byMs: 60_000 * (1 + h.number(90)), since: h.from([run?.since ?? 0, 0]) };
  }),
  addOrder: deed(orders.addOrder, (h) => ({
    ...{ title: h.title(), id: h.from(["oa", "ob"]) },
    setting: { active: h.number(2) === 0, steps: [{ do: "set" as const, field: "priority", to: "High" }] },
  })),
  editOrder: deed(orders.editOrder, (h) => ({
    id: h.id("standingOrder"),
    setting: h.from([{ active: true }, { active: false }, { title: h.title() }]),
  })),
  /** A standing order that is carried out, with the record of its run. */
  runOrder: (h) => {
    const order = h.store.find("standingOrder", h.id("standingOrder"));
    const task = h.store.find("task", h.id("task"));
    if (!order || !task) throw new Refusal("There is nothing to run");
    const run = orders.planRun(fieldValues(h.store), { order, records: [task.id] });
    h.store.adopt(orders.runToAdopt(h.store, order, run));
  },
  removeOrder: deed(orders.removeOrder, (h) => ({ id: h.id("standingOrder") })),
  lookedAt: deed(orders.lookedAt, (h) => ({ orders: h.ids("standingOrder"), today: h.date() })),
  undoRun: deed(undoRun, (h) => ({ run: h.id("orderRun") })),
};
