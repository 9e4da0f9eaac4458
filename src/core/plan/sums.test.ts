import fc from "fast-check";
import { expect, test } from "vitest";
import { carriedRecord } from "../gestures/carriedRecord";
import { minutesToPlace } from "../commands";
import { explainFree, explainLoad } from "../explain/dayNumbers";
import { ahead } from "../insight/charts/ahead";
import { bareRecord, defaultSettings, type Block, type Event, type PensumRecord, type Task, type Work } from "../model";
import { openStore } from "../workspace";
import { setState } from "../commands/setState";
import { firstShown, minutesFrom, SetClock, shownAt } from "../testing/trueTime";
import { addDays, durationText, momentAt } from "../time";
import { dueTasks, FreeAhead, freeOn, leftMinutes, loadOf, loadParts, sectionSum, unplacedTasks } from ".";

/*
 * A week of somebody who works with others, held minute by minute against a count that shares no code with the sums: tasks
 * that were worked, placed, split over sittings and boxes, run over, done, dropped, somebody else's, with parts; hours over
 * midnight and over the end of summer time.
 */

const zone = "Europe/Berlin";
const monday = "2026-10-19";
const now = "2026-10-22T11:07";
const dates = Array.from({ length: 9 }, (_, at) => addDays(monday, at));
const settings = { ...defaultSettings, me: "me", workingWeek: defaultSettings.workingWeek };
const people = ["me", "ines"].map((id) => bareRecord("person", { id, title: id === "me" ? "Me" : "Ines", now }));
const theme = bareRecord("theme", { id: "field", title: "Fieldwork", now });

const drawnTask = fc.record({
  estimate: fc.option(fc.integer({ min: 5, max: 400 }), { nil: undefined }),
  state: fc.constantFrom("open", "open", "doing", "waiting", "done", "dropped"),
  day: fc.option(fc.integer({ min: 0, max: 8 }), { nil: undefined }),
  due: fc.option(fc.integer({ min: 3, max: 8 }), { nil: undefined }),
  people: fc.constantFrom([], [], ["me"], ["ines"], ["me", "ines"]),
  names: fc.boolean(),
  parent: fc.option(fc.integer({ min: 0, max: 3 }), { nil: undefined }),
});
const drawnHours = fc.record({
  what: fc.constantFrom("task", "task", "event", "box", "theme", "lunch"),
  day: fc.integer({ min: 0, max: 8 }),
  minute: fc.integer({ min: 0, max: 1439 }),
  length: fc.oneof(fc.integer({ min: 5, max: 240 }), fc.integer({ min: 300, max: 900 })),
  task: fc.integer({ min: 0, max: 5 }),
});
const drawnWork = fc.record({
  day: fc.integer({ min: 0, max: 2 }),
  minute: fc.integer({ min: 0, max: 1439 }),
  length: fc.integer({ min: 1, max: 500 }),
  task: fc.integer({ min: 0, max: 5 }),
  person: fc.constantFrom(undefined, "me", "ines"),
});
const week = fc.record({
  tasks: fc.array(drawnTask, { minLength: 1, maxLength: 6 }),
  hours: fc.array(drawnHours, { maxLength: 8 }),
  works: fc.array(drawnWork, { maxLength: 5 }),
});
type Week = typeof week extends fc.Arbitrary<infer T> ? T : never;

function recordsOf({ tasks, hours, works }: Week): PensumRecord[] {
  const id = (at: number) => `t${at % tasks.length}`;
  return [
    settings,
    theme,
    ...people,
    ...tasks.map(({ estimate, state, day, due, people: who, names, parent }, at): Task => {
      const whole = parent === undefined ? undefined : parent % tasks.length;
      return {
        ...bareRecord("task", { id: `t${at}`, title: names ? `Call Ines about ${at}` : `Task ${at}`, now }),
        ...{ state: state as Task["state"], people: who },
        ...(estimate === undefined ? {} : { estimateMinutes: estimate }),
        ...(day === undefined ? {} : { doDay: dates[day]! }),
        ...(due === undefined ? {} : { due: dates[due]! }),
        // A part comes after its whole, so that no circle is drawn.
        ...(whole === undefined || whole >= at ? {} : { parent: `t${whole}` }),
      };
    }),
    ...hours.map(({ what, day, minute, length, task }, at): PensumRecord => {
      const span = { start: momentAt(dates[day]!, minute), end: momentAt(dates[day]!, minute + length) };
      if (what === "event")
        return { ...bareRecord("event", { id: `h${at}`, title: `Event ${at}`, now }), ...span } as Event;
      const block: Block = { ...bareRecord("block", { id: `h${at}`, title: "", now }), ...span };
      if (what === "task") return { ...block, task: id(task) };
      if (what === "lunch") return { ...block, title: "Lunch" };
      const holds = [...new Set([id(task), id(task + 1)])].map((one) => ({
        task: one,
        minutes: Math.max(1, length >> 2),
      }));
      return { ...block, theme: "field", ...(what === "box" ? { holds } : {}) };
    }),
    ...works.map(({ day, minute, length, task, person }, at): Work => ({
      ...bareRecord("work", { id: `w${at}`, now }),
      ...{
        start: momentAt(dates[day]!, minute),
        end: momentAt(dates[day]!, Math.min(minute + length, 2880)),
        task: id(task),
      },
      ...(person === undefined ? {} : { person }),
    })),
  ];
}

/** The true minutes between two times, counted from instants; a time that clocks skip is none here. */
const minutesOf = (start: string, end: string) => minutesFrom(firstShown(start, zone)!, firstShown(end, zone)!);
const present = firstShown(now, zone)!;

/** What a count minute by minute says of a week. */
function counted(records: readonly PensumRecord[]) {
  const all = <K extends PensumRecord["kind"]>(kind: K) =>
    records.filter((one) => one.kind === kind) as Extract<PensumRecord, { kind: K }>[];
  const tasks = all("task");
  const isMine = (task: Task) =>
    task.people.length === 0 || task.people.includes("me") || (task.people.length === 1 && task.title.includes("Ines"));
  const isOpen = ({ state }: Task) => state !== "done" && state !== "dropped";
  const blocks = all("block");
  const stretches = (task: Task) =>
    blocks.flatMap((block) => {
      if (block.task === task.id) return [[block.start, block.end] as const];
      let before = 0;
      for (const held of block.holds ?? []) {
        const start = shownAt(firstShown(block.start, zone)!, zone);
        if (held.task === task.id) return [[addWall(start, before), addWall(start, before + held.minutes)] as const];
        before += held.minutes;
      }
      return [];
    });
  const left = (task: Task, until?: string) => {
    if (!isOpen(task)) return 0;
    let minutes = task.estimateMinutes ?? 0;
    for (const part of tasks) if (part.parent === task.id) minutes -= part.estimateMinutes ?? 0;
    const end = until === undefined ? Infinity : firstShown(`${addDays(until, 1)}T00:00`, zone)!;
    for (const [from, to] of stretches(task))
      minutes -= minutesOf(from, to).filter((at) => at >= present && at < end).length;
    for (const { task: of, start, end: stop } of all("work"))
      if (of === task.id) minutes -= minutesOf(start, stop!).length;
    return Math.max(0, minutes);
  };
  const own = (id: string | undefined) => tasks.find((task) => task.id === id);
  /** The minutes of a date in which one's own work has its hours. */
  const placedOn = (date: string) => {
    const taken = new Set<number>();
    const take = (start: string, end: string) => {
      for (const at of minutesOf(start, end)) if (shownAt(at, zone).startsWith(date)) taken.add(at);
    };
    for (const { start, end } of all("event")) take(start, end);
    for (const block of blocks) {
      const task = own(block.task);
      if (task) {
        if (isMine(task) && task.state !== "dropped") take(block.start, block.end);
      } else if (block.theme) {
        // Of a box what its tasks have, from the beginning of its part of the day.
        const first = block.start.startsWith(date) ? block.start : `${date}T00:00`;
        if (block.start.slice(0, 10) > date || block.end <= first) continue;
        const held = (block.holds ?? []).reduce((sum, { minutes }) => sum + minutes, 0);
        const until = addWall(first, held);
        if (held > 0) take(first, until < block.end ? until : block.end);
      }
    }
    return taken;
  };
  const load = (date: string) => {
    let minutes = placedOn(date).size;
    for (const task of tasks) {
      const day = task.doDay ?? (isOpen(task) ? task.due : undefined);
      if (day !== date || !isMine(task)) continue;
      if (isOpen(task)) {
        // Hours of the day that are over and were not worked stand for what is left already.
        let passed = 0;
        for (const [from, to] of stretches(task))
          passed += minutesOf(from, to).filter((at) => at < present && shownAt(at, zone).startsWith(date)).length;
        for (const entry of passed > 0 ? all("work") : [])
          if (entry.task === task.id)
            passed -= minutesOf(entry.start, entry.end!).filter((at) => shownAt(at, zone).startsWith(date)).length;
        minutes += Math.max(0, left(task) - Math.max(0, passed));
      } else if (task.state === "done" && stretches(task).length === 0)
        minutes += task.tookMinutes ?? task.estimateMinutes ?? 0;
    }
    return minutes;
  };
  const free = (date: string) => {
    const weekday = new Date(`${date}T00:00Z`).getUTCDay() || 7;
    const hours = settings.workingWeek[weekday - 1];
    if (!hours || date < now.slice(0, 10)) return 0;
    let minutes = 0;
    for (let minute = hours.startMinute; minute < hours.endMinute; minute++) {
      const at = momentAt(date, minute);
      if (at < now) continue;
      const isTaken = records.some((one) => {
        if (one.kind === "event") return one.start <= at && one.end > at;
        if (one.kind !== "block" || one.start > at || one.end <= at) return false;
        if (own(one.task)?.state === "dropped") return false;
        if (one.task !== undefined || one.theme === undefined) return true;
        const held = (one.holds ?? []).reduce((sum, { minutes: some }) => sum + some, 0);
        const first = one.start.startsWith(date) ? one.start : `${date}T00:00`;
        return at < addWall(first, held);
      });
      if (!isTaken) minutes++;
    }
    return Math.max(0, Math.min(minutes, hours.capacityMinutes - placedOn(date).size));
  };
  return { tasks, left, load, free, isMine };
}

/** A moment so many minutes later by the clock. */
function addWall(moment: string, minutes: number): string {
  return new Date(Date.parse(`${moment}Z`) + minutes * 60_000).toISOString().slice(0, 16);
}

test("every sum with one name is one number, and the number that a count of minutes gives", async () => {
  await fc.assert(
    fc.asyncProperty(week, async (drawn) => {
      // Hours that begin or end in the hour that clocks show twice are told apart in the log alone.
      const records = recordsOf(drawn).filter(
        (one) =>
          !("start" in one && "end" in one) || ![one.start, one.end].some((at) => at?.startsWith("2026-10-25T02")),
      );
      const { store } = await openStore(new Map(records.map((one) => [one.id, one])), new SetClock(now, zone));
      const oracle = counted(records);
      const asked = { store, settings, style: { locale: "en-GB", hour12: false } };
      const tasks = oracle.tasks;
      for (const task of tasks) {
        expect(leftMinutes(store, task)).toBe(oracle.left(task));
        // What is carried, placed and listed is what is left, or else its whole length.
        const carried = carriedRecord(store, task);
        expect(carried.minutes).toBe(minutesToPlace(store, task));
        if (oracle.left(task) > 0) expect(carried.minutes).toBe(oracle.left(task));
      }
      for (const { task, minutes } of dueTasks(store))
        expect(minutes).toBe(oracle.left(task, task.due! < now.slice(0, 10) ? now.slice(0, 10) : task.due));
      for (const { task, restMinutes } of unplacedTasks(store, dates[8]!)) {
        expect(oracle.isMine(task)).toBe(true);
        expect(restMinutes).toBe(oracle.left(task));
      }
      const open = tasks.filter(({ state }) => state !== "done" && state !== "dropped");
      const sum = open.reduce((all, task) => all + oracle.left(task), 0);
      const said = sectionSum(
        store,
        tasks.map(({ id }) => id),
      );
      if (sum > 0) expect(said).toContain(`${durationText(sum)} left`);
      else expect(said).not.toContain("left");

      const free = new FreeAhead(store);
      let until = 0;
      for (const date of dates) {
        const from = date === now.slice(0, 10) ? 11 * 60 + 7 : 0;
        const load = loadOf(store, date);
        expect(load.plannedMinutes).toBe(oracle.load(date));
        expect(loadParts(store, date).reduce((all, { minutes }) => all + minutes, 0)).toBe(load.plannedMinutes);
        const planned = explainLoad({ ...asked, date }).lines.find(({ label }) => label === "Planned");
        expect(planned?.value).toBe(durationText(load.plannedMinutes));
        if (date < now.slice(0, 10)) continue;
        expect(freeOn(store, date, from)).toBe(oracle.free(date));
        expect(explainFree({ ...asked, date }, from).lines.at(-1)?.value).toBe(durationText(oracle.free(date)));
        until += oracle.free(date);
        expect(free.until(now, date)).toBe(until);
        const next = `${addDays(date, 1)}T00:00`;
        expect(free.between(from > 0 ? now : `${date}T00:00`, next)).toBe(oracle.free(date));
      }
      const chart = ahead({
        ...asked,
        today: now.slice(0, 10),
        firstWeekday: 1,
        span: { from: monday, to: monday },
        who: "me",
        way: "theme",
      });
      for (const { key, values } of chart.rows.slice(0, 5))
        expect([values[0], values[3]]).toEqual([oracle.load(key), oracle.free(key)]);
    }),
    { numRuns: 60 },
  );
}, 240_000);

test("a task that is dropped takes nothing of any day any longer, and its hours to come are free; undone, they are back", async () => {
  const task = {
    ...bareRecord("task", { id: "t0", title: "Section", now }),
    estimateMinutes: 120,
    doDay: dates[4]!,
  } as Task;
  const block = (id: string, start: string, end: string): Block => ({
    ...bareRecord("block", { id, title: "", now }),
    start,
    end,
    task: "t0",
  });
  const records = [
    settings,
    task,
    block("past", `${dates[3]}T09:00`, `${dates[3]}T10:00`),
    block("next", `${dates[4]}T09:00`, `${dates[4]}T10:00`),
  ];
  const { store } = await openStore(new Map(records.map((one) => [one.id, one])), new SetClock(now, zone));
  const loads = () => [dates[3]!, dates[4]!].map((date) => loadOf(store, date).plannedMinutes);
  expect(loads()).toEqual([60, 120]);
  expect(store.act(setState, { tasks: ["t0"], state: "dropped" }).said).toBe(
    "Dropped “Section”, and took off 1 h of hours to come",
  );
  expect(loads()).toEqual([0, 0]);
  expect([store.get("past"), store.get("next")]).toEqual([records[2], undefined]);
  store.undo();
  expect(loads()).toEqual([60, 120]);
});
