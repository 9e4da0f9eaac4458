import {
  bareRecord,
  dayPageId,
  defaultSettings,
  newId,
  seededRandom,
  type Block,
  type DayPage,
  type Event,
  type Id,
  type PensumRecord,
  type Task,
} from "@/core/model";
import { writeTaskLine } from "@/core/page";
import {
  addDays,
  addMinutes,
  addMonths,
  dateOf,
  minuteOf,
  momentAt,
  weekday,
  type DateText,
  type MomentText,
} from "@/core/time";
import { addStructure, structureSize } from "./structure";
import { todaysAims, idealWeeks, notes, openWork, people, themes, toCome, usualWork } from "./world";

export interface DemoOptions {
  /** The present of the demo. */
  now: MomentText;
  /** About how many records: 1,000, 10,000 or 100,000. */
  size: number;
  seed: number;
}

/** The demo's records: the same for the same options. */
export function demoRecords({ now, size, seed }: DemoOptions): PensumRecord[] {
  const world = new World(now, seed);
  world.addToday();
  world.addDaysToCome();
  world.addPast(size - structureSize(size));
  addStructure({ ...world.ground, seed }, size);
  world.fill(size);
  return world.records;
}

/** Days of the past that have a page, at most. */
const longestPast = 3 * 365;

function pastDays(size: number): number {
  return Math.min(longestPast, Math.max(20, Math.round(size / 8)));
}

class World {
  readonly records: PensumRecord[] = [defaultSettings];
  readonly #now: MomentText;
  readonly #today: DateText;
  readonly #random: () => number;
  readonly #themeIds = new Map<string, Id>();
  readonly #personIds = new Map<string, Id>();
  readonly #overruns = new Map<string, number>();
  /** Where each task and block stands among the records, and the block of each task: a search would be quadratic. */
  readonly #places = new Map<Id, number>();
  readonly #blocks = new Map<Id, Block>();

  constructor(now: MomentText, seed: number) {
    this.#now = now;
    this.#today = dateOf(now);
    this.#random = seededRandom(seed);
    for (const { title, dye, weeklyHours, overrun } of themes) {
      const id = this.#id();
      this.#themeIds.set(title, id);
      this.#overruns.set(id, overrun);
      this.records.push({ id, kind: "theme", title, dye, weeklyMinutes: weeklyHours * 60, text: "" });
    }
    this.records[0] = {
      ...defaultSettings,
      calendarDyes: { Crew: "walnut", Holidays: "ochre", Private: "weld" },
      patterns: idealWeeks.map(([title, hours], at) => ({
        id: `pattern${at + 1}`,
        title,
        hours: hours.map(([weekday, startMinute, endMinute, theme]) => ({
          weekday,
          startMinute,
          endMinute,
          ...(theme === null ? {} : { theme: this.#themeIds.get(theme) as Id }),
        })),
      })),
    };
    for (const { title, role } of people) {
      const id = this.#id();
      this.#personIds.set(title, id);
      this.records.push({ id, kind: "person", title, role, text: "" });
    }
    for (const note of notes)
      this.records.push({ id: this.#id(), kind: "note", ...note, createdAt: momentAt(addDays(this.#today, -40), 600) });
  }

  /** What the rest of the demo is built upon. */
  get ground() {
    return { now: this.#now, records: this.records, themeIds: this.#themeIds, personIds: this.#personIds };
  }

  addToday() {
    const today = this.#today;
    const gauge = this.#task("Level the staff gauge at Weir 3", "Fieldwork", 45, today);
    const answers = this.#task("Answer the fisheries board’s two questions", "Desk", 20, today);
    const writeUp = this.#task("Finish the gravel survey write-up for [[Reach 4]]", "Reporting", 90, today, {
      due: addDays(today, 1),
      priority: "high",
    });
    const culvert = this.#task("Settle the culvert B flow with the modellers", "Modelling", 60, today);
    const stakes = this.#task("Order 400 willow stakes", "Fieldwork", 15, today, { due: today, priority: "vital" });
    const certificate = this.#task("Check the nursery’s bark-beetle certificate", "Fieldwork", 10, today, {
      parent: stakes.id,
    });
    const key = this.#task("Ask the mill for the yard key", "People", 5, today);
    const close = this.#task("Close the day", "Desk", 30, today);
    this.#place(gauge, 495, 62);
    this.#place(answers, 564, 18);
    this.#place(writeUp, 615, 90);
    this.#place(culvert, 840, 60);
    this.#place(close, 990, 30);
    const lunch = this.#block(momentAt(today, 735), 45, { title: "Lunch and a walk", page: dayPageId(today) });
    this.#event("Site meeting, planting day", momentAt(today, 780), 45, "People", "mill yard", ["Ines"]);
    for (const task of [gauge, answers])
      if (minuteOf(this.#now) >= 582) this.#finish(task, momentAt(today, task === gauge ? 557 : 582));
    if (minuteOf(this.#now) >= 615) this.#set(writeUp, { state: "doing" });
    const line = (task: Task, indent = "") => writeTaskLine(this.#current(task), indent);
    this.#page(today, [
      "## In hand",
      "",
      line(writeUp),
      line(culvert),
      "",
      "## Morning",
      "",
      line(gauge),
      line(answers),
      "",
      "Gauge reads *14 mm high* since the flood. Note it in every level until the January reset, and tell @Yusuf before he reruns the rating curve.",
      "",
      "## Site meeting, planting day",
      "",
      "Ines can bring **twelve volunteers** if the stakes arrive by Thursday. Access through the mill yard is agreed until 15:00.",
      "",
      line(stakes),
      line(certificate, "  "),
      line(key),
      `- 12:15-13:00 Lunch and a walk {#${lunch.id}}`,
      "",
      "## Loose thoughts",
      "",
      "Could the spring level line double as the drone licence practice flight? See [[Drone licence]].",
      "",
      line(close),
    ]);
    this.#setPortion(today, [
      [writeUp, 90],
      [culvert, 60],
      [stakes, 15],
    ]);
    for (const [at, title] of todaysAims.entries())
      this.records.push({
        ...bareRecord("aim", { id: `aim${at}oftoday`, title, now: momentAt(today, 480 + at) }),
        date: today,
      });
  }

  addDaysToCome() {
    const lines = new Map<DateText, string[]>();
    const write = (date: DateText, line: string) => lines.set(date, [...(lines.get(date) ?? []), line]);
    for (const [days, title, theme, start, minutes] of toCome) {
      const day = addDays(this.#today, days);
      const task = this.#task(title, theme, minutes, day);
      this.#place(task, start, minutes);
      write(day, writeTaskLine(task));
    }
    for (const [title, theme, minutes, due, priority, carried] of openWork) {
      const written = addDays(this.#today, -2 - Math.floor(this.#random() * 8));
      const fields: Partial<Task> = { carried, createdAt: momentAt(written, 540) };
      if (due !== null) Object.assign(fields, { due: addDays(this.#today, due) });
      if (priority !== null) Object.assign(fields, { priority });
      this.#task(title, theme, minutes, undefined, fields);
    }
    for (const [date, all] of lines) this.#page(date, ["## Planned", "", ...all]);
    this.#addSeries();
    this.#addBox();
    for (let days = -365; days <= 90; days++) this.#addEventsOf(addDays(this.#today, days), days);
    this.#event(
      "Board call with the coast trust",
      momentAt(addDays(this.#today, 2), 480),
      45,
      "People",
      "",
      ["Odile"],
      { zone: "America/Halifax" },
    );
    this.#event("Permit hearing, preparation", momentAt(addDays(this.#today, 8), 855), 60, "People", "town hall", [
      "Odile",
    ]);
  }

  #addEventsOf(date: DateText, days: number) {
    const week = Math.floor((days + 400) / 7);
    if (weekday(date) === 6 && week % 5 === 0)
      this.#event("Planting day", momentAt(date, 540), 240, "Fieldwork", "mill yard", ["Ines"], { calendar: "Crew" });
    if (days === 4) this.#wholeDay("Choir, out all day", date, "Home", "Private");
    if (days === 12) this.#wholeDay("Ines’s birthday", date, "People", "Private");
    if (date.endsWith("-12-25")) this.#wholeDay("Christmas Day", date, undefined, "Holidays");
  }

  /** What comes again: the crew call, the board, and a task of the end of each month. */
  #addSeries() {
    const next = (from: DateText, day: number) => addDays(from, (day - weekday(from) + 7) % 7);
    const monday = next(addDays(this.#today, -364), 1);
    this.#event("Crew call", momentAt(monday, 540), 45, "People", "", ["Ines", "Tam"], {
      calendar: "Crew",
      repeat: "RRULE:FREQ=WEEKLY",
    });
    const wednesday = addDays(next(this.#today, 3), -364);
    this.#event("Board liaison", momentAt(wednesday, 780), 90, "People", "river house", ["Odile"], {
      repeat: "RRULE:FREQ=WEEKLY;INTERVAL=2",
    });
    const month = `${this.#today.slice(0, 7)}-01`;
    const lastFriday = (of: DateText) => next(addDays(addMonths(of, 1), -7), 5);
    const friday = lastFriday(month) >= this.#today ? lastFriday(month) : lastFriday(addMonths(month, 1));
    this.#task("Hours of the month to Odile", "Desk", 20, friday, { repeat: "RRULE:FREQ=MONTHLY;BYDAY=-1FR" });
  }

  /** A time box with small things in it. */
  #addBox() {
    const held = this.records.filter(
      (record): record is Task =>
        record.kind === "task" &&
        ["Renew the sensor SIM cards", "Book the notice in the parish sheet"].includes(record.title),
    );
    const day = addDays(this.#today, 2);
    for (const task of held) this.#set(task, { doDay: day });
    this.#block(momentAt(day, 945), 105, {
      theme: this.#themeIds.get("Desk") as Id,
      holds: held.map((task) => ({ task: task.id, minutes: task.estimateMinutes ?? 30 })),
    });
  }

  /** Adds the past, day by day back from yesterday, until there are about `size` records. */
  addPast(size: number) {
    const days = pastDays(size);
    for (let back = 1; back <= days && this.records.length < size; back++)
      this.#addPastDay(addDays(this.#today, -back), back);
  }

  /** Adds things that were done some time, until there are `size` records. */
  fill(size: number) {
    const days = pastDays(size);
    while (this.records.length < size) {
      const date = addDays(this.#today, -1 - Math.floor(this.#random() * days));
      const [title, theme, minutes] = this.#pick(usualWork);
      const task = this.#task(title, theme, minutes, date, { createdAt: momentAt(date, 480) });
      this.#finish(task, momentAt(date, 1000), Math.round(minutes * this.#overrun(task)));
    }
  }

  #addPastDay(date: DateText, back: number) {
    const free = weekday(date) > 5;
    const lines: string[] = [];
    let minute = free ? 600 : 480 + 15 * Math.floor(this.#random() * 3);
    const count = free ? Math.floor(this.#random() * 2) : 2 + Math.floor(this.#random() * 3);
    for (let at = 0; at < count; at++) {
      const [title, theme, minutes] = this.#pick(free ? usualWork.slice(-4) : usualWork.slice(0, -4));
      const task = this.#task(title, theme, minutes, date, { createdAt: momentAt(date, 470) });
      const took = Math.max(5, Math.round(minutes * this.#overrun(task) * (0.85 + 0.3 * this.#random())));
      this.#place(task, minute, took);
      this.#finish(task, momentAt(date, Math.min(1439, minute + took)), took);
      minute += took + 10 + Math.floor(this.#random() * 25);
      lines.push(writeTaskLine(this.#current(task)));
    }
    if (back === 1) lines.push(...this.#leftFromYesterday(date));
    if (back === 4)
      lines.push(
        writeTaskLine(
          this.#task("Oil the trailer hitch", "Home", 25, date, { carried: 3, createdAt: momentAt(date, 480) }),
        ),
      );
    const words = this.#pick([
      "Water at 0.41 m, clear.",
      "Rain until noon; the track is soft.",
      "A kingfisher at the alder bend.",
      "Slow start, good afternoon.",
    ]);
    this.#page(date, [...(lines.length > 0 ? ["## Done", "", ...lines, ""] : []), words]);
  }

  #leftFromYesterday(date: DateText): string[] {
    const handover = this.#task("Hand the loggers over to [[Reach 5]]", "Fieldwork", 40, date, {
      carried: 1,
      createdAt: momentAt(date, 480),
    });
    const batteries = this.#task("Charge the logger batteries", "Fieldwork", 15, date, {
      parent: handover.id,
      createdAt: momentAt(date, 480),
    });
    const minutes = this.#task("Minutes of the crew call", "Desk", 20, date, { createdAt: momentAt(date, 590) });
    return [writeTaskLine(handover), writeTaskLine(batteries, "  "), writeTaskLine(minutes)];
  }

  #id(): Id {
    return newId(this.#random);
  }

  #pick<T>(list: readonly T[]): T {
    return list[Math.floor(this.#random() * list.length)] as T;
  }

  #overrun(task: Task): number {
    return this.#overruns.get(task.theme ?? "") ?? 1;
  }

  /** A task; with a do day its line is meant to stand on that day's page, which the caller writes. */
  #task(
    title: string,
    theme: string,
    estimateMinutes: number,
    doDay: DateText | undefined,
    fields: Partial<Task> = {},
  ): Task {
    const task: Task = {
      id: this.#id(),
      kind: "task",
      title,
      state: "open",
      ...(doDay ? { doDay } : {}),
      estimateMinutes,
      theme: this.#themeIds.get(theme) as Id,
      tags: [],
      people: [],
      text: "",
      carried: 0,
      createdAt: momentAt(addDays(this.#today, -1), 1020),
      ...fields,
    };
    this.#add(task);
    return task;
  }

  #add(record: Task | Block) {
    this.#places.set(record.id, this.records.push(record) - 1);
  }

  #current(task: Task): Task {
    return this.records[this.#places.get(task.id) as number] as Task;
  }

  #set(task: Task, fields: Partial<Task>) {
    this.records[this.#places.get(task.id) as number] = { ...this.#current(task), ...fields };
  }

  #finish(task: Task, doneAt: MomentText, tookMinutes?: number) {
    const block = this.#blocks.get(task.id);
    const took = tookMinutes ?? (block ? minuteOf(block.end) - minuteOf(block.start) : task.estimateMinutes);
    this.#set(task, { state: "done", doneAt, ...(took !== undefined ? { tookMinutes: took } : {}) });
  }

  #place(task: Task, startMinute: number, minutes: number) {
    return this.#block(momentAt(task.doDay as DateText, startMinute), minutes, { task: task.id, title: "" });
  }

  #block(start: MomentText, minutes: number, fields: Partial<Block>): Block {
    const block: Block = {
      id: this.#id(),
      kind: "block",
      start,
      end: addMinutes(start, minutes),
      title: "",
      text: "",
      createdAt: start,
      ...fields,
    };
    this.#add(block);
    if (block.task) this.#blocks.set(block.task, block);
    return block;
  }

  #event(
    title: string,
    start: MomentText,
    minutes: number,
    theme: string,
    place: string,
    names: string[],
    fields: Partial<Event> = {},
  ) {
    const event: Event = {
      id: this.#id(),
      kind: "event",
      title,
      start,
      end: addMinutes(start, minutes),
      place,
      theme: this.#themeIds.get(theme) as Id,
      people: names.map((name) => this.#personIds.get(name) as Id),
      text: "",
      createdAt: momentAt(addDays(this.#today, -365), 600),
      ...fields,
    };
    this.records.push(event);
  }

  #wholeDay(title: string, date: DateText, theme: string | undefined, calendar: string) {
    const themeId = theme && this.#themeIds.get(theme);
    this.records.push({
      id: this.#id(),
      kind: "event",
      title,
      start: date,
      end: date,
      place: "",
      calendar,
      ...(themeId ? { theme: themeId } : {}),
      people: [],
      text: "",
      createdAt: momentAt(addDays(this.#today, -365), 600),
    });
  }

  /** Writes the page of a date; every task named in it by id stands there. */
  /** The tasks that were chosen for a day whose page is there. */
  #setPortion(date: DateText, tasks: readonly (readonly [Task, number])[]) {
    const at = this.records.findIndex(({ id }) => id === dayPageId(date));
    const page = this.records[at] as DayPage;
    this.records[at] = { ...page, portion: tasks.map(([task, minutes]) => ({ task: task.id, minutes })) };
  }

  #page(date: DateText, lines: readonly string[]) {
    const id = dayPageId(date);
    for (const line of lines) {
      const taskId = /\{#(\w+)/.exec(line)?.[1];
      const at = (taskId && this.#places.get(taskId)) || -1;
      const record = this.records[at];
      if (record?.kind === "task" || record?.kind === "block") this.records[at] = { ...record, page: id };
    }
    this.records.push({ id, kind: "day", date, text: `${lines.join("\n")}\n` });
  }
}
