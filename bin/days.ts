import { understand, type Draft } from "@/core/capture";
import { cpSync } from "node:fs";
import { place, setState } from "@/core/commands";
import { finishClock, startClock, type StartOn } from "@/core/commands/clock";
import { newId, Refusal, type Id, type Task } from "@/core/model";
import { namedRecord, plainTitle } from "@/core/page";
import {
  captureContext,
  clockRun,
  endOfPhase,
  entryMinutes,
  FreeAhead,
  isLate,
  loadOf,
  namedItems,
  runningEntry,
  stripItems,
} from "@/core/plan";
import { addToRegister } from "@/core/shaping";
import type { Store } from "@/core/store";
import { nameOf } from "@/core/things";
import {
  addDays,
  addMinutes,
  clockText,
  dateMeantBy,
  dateOf,
  dateText,
  durationText,
  instantOf,
  minuteOf,
  minuteOn,
  momentAt,
  parseDuration,
  rangeText,
  spokenText,
  standingClock,
  type Clock,
  type DateText,
  type TimeStyle,
} from "@/core/time";
import { say, tableLines, tellFaults, Wrong, type Asked } from "./asked";
import { openFile, saveFile, type OpenFile } from "./workspace";

export type DaysCommand = ((file: string, words: readonly string[], asked: Asked, clock: Clock) => Promise<number>) & {
  /** Whether the file is written back, and must be locked for it. */
  writes?: true;
};

/** The questions about days, and the acts of every day. */
export const daysCommands: Readonly<Record<string, DaysCommand>> = {
  today: (path, _, asked, clock) => agenda(path, asked, clock, 1),
  agenda: (path, _, asked, clock) => agenda(path, asked, clock, daysOf(asked)),
  free,
  done: writing(done),
  place: writing(putAt),
  log: writing(log),
  start: writing(start),
  stop: writing(stop),
};

export function writing(command: DaysCommand): DaysCommand {
  return Object.assign(command, { writes: true as const });
}

const styleOf = (store: Store): TimeStyle => ({ locale: "en-GB", hour12: store.settings.hour12 ?? false });

/** What a typed line means in a workspace. */
export function understood(store: Store, line: string, clock: Clock): Draft {
  const settings = store.settings;
  const context = captureContext(store, styleOf(store), settings.firstWeekday ?? 1);
  return understand(line, { ...context, now: clock.now() });
}

function firstDay({ options }: Asked, clock: Clock): DateText {
  const today = dateOf(clock.now());
  const said = options.get("day");
  if (said === undefined) return today;
  const day = dateMeantBy(said, today, true);
  if (day === undefined) throw new Wrong(`--day takes a day, like 2026-11-25 or tomorrow; “${said}” is none.`);
  return day;
}

function daysOf({ options }: Asked): number {
  const days = Number(options.get("days") ?? 7);
  if (!Number.isInteger(days) || days < 1 || days > 366) throw new Wrong("--days takes a number from 1 to 366.");
  return days;
}

/** What lies on each day: hours, what has none, and on the present day what is late. */
async function agenda(path: string, asked: Asked, clock: Clock, count: number): Promise<number> {
  const { store, faults } = await openFile(path, clock);
  const [now, style, settings] = [clock.now(), styleOf(store), store.settings];
  const today = dateOf(now);
  const first = firstDay(asked, clock);
  const free = new FreeAhead(store);
  const days = Array.from({ length: count }, (_, at) => addDays(first, at)).map((date) => {
    const items = namedItems(store, date);
    const hours = items.map(({ record, title, startMinute, endMinute, done: isDone, task }) => ({
      ...{ id: record.id, kind: record.kind, title, startMinute, endMinute, done: isDone },
      ...(task ? { task } : {}),
    }));
    const whole = stripItems(store, [date], settings.firstWeekday ?? 1)
      .filter(({ what }) => what !== "layer")
      .map(({ record, what }) => ({ id: record.id, what, title: nameOf(record, store) }));
    const late =
      date === today
        ? (store.list("unfinishedTasks", "all") as Task[])
            .filter((task) => isLate(task, now))
            .map(({ id, title, due }) => ({ id, title: plainTitle(title), due }))
        : [];
    const from = date === today ? now : `${date}T00:00`;
    const freeMinutes = date < today ? 0 : free.between(from, `${addDays(date, 1)}T00:00`);
    return { date, ...loadOf(store, date), freeMinutes, hours, whole, late };
  });
  free.close();
  const text = days.map(({ date, hours, whole, late, plannedMinutes, capacityMinutes, freeMinutes }) =>
    [
      `${dateText(date, "full", style)}: ${durationText(plannedMinutes)} planned of ${durationText(capacityMinutes)}, ${durationText(freeMinutes)} free`,
      ...late.map(({ title }) => `  late   ${title}`),
      ...whole.map(({ what, title }) => `  ${what.padEnd(6)} ${title}`),
      ...hours.map(
        ({ title, startMinute, endMinute, done: isDone }) =>
          `  ${rangeText(startMinute, endMinute, style)}  ${title}${isDone ? ", done" : ""}`,
      ),
    ].join("\n"),
  );
  say(asked, count === 1 ? { ...days[0], faults } : { days, faults }, `${text.join("\n\n")}\n`);
  return tellFaults(faults);
}

/** The free stretches of working time of each day, from the present on. */
async function free(path: string, _: readonly string[], asked: Asked, clock: Clock): Promise<number> {
  const { store, faults } = await openFile(path, clock);
  const said = asked.options.get("least");
  const least = said === undefined ? 1 : parseDuration(said);
  if (least === undefined) throw new Wrong(`--least takes a length, like “45 min”; “${said}” is none.`);
  const [now, style] = [clock.now(), styleOf(store)];
  const ahead = new FreeAhead(store);
  const first = firstDay(asked, clock);
  const found = Array.from({ length: daysOf(asked) }, (_day, at) => addDays(first, at)).flatMap((date) =>
    ahead.gaps(date).flatMap(({ startMinute, endMinute }) => {
      const from = date === dateOf(now) ? Math.max(startMinute, minuteOf(now)) : startMinute;
      const minutes = endMinute - from;
      if (date < dateOf(now) || minutes < least) return [];
      return [{ date, start: momentAt(date, from), end: momentAt(date, endMinute), minutes }];
    }),
  );
  ahead.close();
  const lines = tableLines(
    ["Day", "From", "To", "Free"],
    found.map(({ date, start, end, minutes }) => [
      dateText(date, "full", style),
      clockText(minuteOf(start), style),
      clockText(minuteOn(date, end), style),
      durationText(minutes),
    ]),
  );
  say(asked, { free: found, faults }, `${lines.join("\n")}\n`);
  return tellFaults(faults);
}

/** The open tasks of a title, in any case. */
function openCalled(store: Store, name: string): Task[] {
  const wanted = name.trim().toLowerCase();
  return (store.list("unfinishedTasks", "all") as Task[]).filter(
    ({ title }) => plainTitle(title).toLowerCase() === wanted,
  );
}

/** A task by its id, or by its title where just one that is open has it. */
function taskNamed(store: Store, name: string | undefined): Task {
  if (name === undefined || name.trim() === "") throw new Wrong("Which task? Its id or its title is missing.");
  const byId = store.find("task", name);
  if (byId) return byId;
  const open = openCalled(store, name);
  const [only] = open;
  if (open.length > 1)
    throw new Refusal(`${open.length} open tasks are called “${name}”: ${open.map(({ id }) => id).join(", ")}.`);
  if (!only) throw new Refusal(`There is no open task “${name}”.`);
  return only;
}

/** Writes the file back, and says what was done. With --in-place it stays as it was beside itself, under another name. */
export async function finish(file: OpenFile, said: string, value: object, asked: Asked): Promise<number> {
  if (asked.options.has("in-place")) {
    if (asked.options.has("out")) throw new Wrong("--in-place and --out say different things.");
    cpSync(file.path, `${file.path}.before`, { recursive: true });
  }
  await saveFile(file, asked.options.get("out"));
  const spoken = spokenText(said, styleOf(file.store));
  say(asked, { said: spoken, ...value, faults: file.faults }, `${spoken}.\n`);
  return tellFaults(file.faults);
}

async function done(path: string, [name]: readonly string[], asked: Asked, clock: Clock): Promise<number> {
  const file = await openFile(path, clock);
  const { id } = taskNamed(file.store, name);
  const { said } = file.store.act(setState, { tasks: [id], state: "done" });
  return finish(file, said, { id }, asked);
}

/** When somebody says something is, or was: a day and hours. @throws Wrong where no hours are said */
function when(store: Store, words: string | undefined, clock: Clock): { start: string; minutes: number | undefined } {
  const draft = understood(store, `x ${words ?? ""}`, clock);
  if (draft.startMinute === undefined)
    throw new Wrong(`“${words ?? ""}” says no hour, as “tomorrow 9:30 for 45 min” and “9:00 to 10:15” do.`);
  const { startMinute, endMinute = startMinute } = draft;
  // An hour alone is given a usual end, which nobody said.
  const saysEnd = draft.parts.some(
    ({ what, meaning }) => what === "length" || (what === "time" && / to /.test(meaning)),
  );
  return {
    start: momentAt(draft.day ?? dateOf(clock.now()), startMinute),
    minutes: saysEnd ? endMinute - startMinute : undefined,
  };
}

async function putAt(path: string, [name, words]: readonly string[], asked: Asked, clock: Clock): Promise<number> {
  const file = await openFile(path, clock);
  const task = taskNamed(file.store, name);
  const { start, minutes } = when(file.store, words, clock);
  const { said } = file.store.act(place, { task: task.id, start, ...(minutes ? { minutes } : {}) });
  return finish(file, said, { id: task.id, start }, asked);
}

/** What the clock can be started on: a task, a theme by its title, or the words themselves. */
function workNamed(store: Store, what: string | undefined): StartOn {
  if (what === undefined || what.trim() === "") throw new Wrong("What is worked on? It is missing.");
  if (store.find("task", what) || openCalled(store, what).length > 0) return { id: taskNamed(store, what).id };
  const theme = namedRecord(store, "theme", what);
  return theme?.kind === "theme" ? { id: theme.id } : { title: what.trim() };
}

async function start(path: string, [what]: readonly string[], asked: Asked, clock: Clock): Promise<number> {
  const file = await openFile(path, clock);
  const on = workNamed(file.store, what);
  const { said } = file.store.act(startClock, { on, at: instantOf(clock), zone: clock.zone });
  const run = clockRun(file.store);
  const end = run && endOfPhase(run);
  const minutesLeft = !run || end === undefined ? null : Math.round((end - run.since) / 60_000);
  return finish(file, said, { entry: runningEntry(run), minutesLeft }, asked);
}

async function stop(path: string, _: readonly string[], asked: Asked, clock: Clock): Promise<number> {
  const file = await openFile(path, clock);
  const { store } = file;
  const left = asked.options.get("left");
  const leftMinutes = left === undefined ? undefined : parseDuration(left);
  if (left !== undefined && leftMinutes === undefined) throw new Wrong(`“${left}” is no length, as “45 min” is.`);
  const entry = runningEntry(clockRun(store));
  const { said } = store.act(finishClock, {
    ...{ at: instantOf(clock), zone: clock.zone, done: asked.options.has("done") },
    ...(leftMinutes === undefined ? {} : { leftMinutes }),
  });
  const worked = store.find("work", entry);
  const minutes = worked ? entryMinutes(worked, clock.now(), clock.zone) : 0;
  return finish(file, said, { entry: worked ? entry : null, minutes }, asked);
}

async function log(path: string, [what, words]: readonly string[], asked: Asked, clock: Clock): Promise<number> {
  const file = await openFile(path, clock);
  const { store } = file;
  if (what === undefined || what.trim() === "") throw new Wrong("What was worked on? It is missing.");
  // An hour alone is one of today, also where it is past: what is to be done then would be meant for tomorrow.
  const today = standingClock(`${dateOf(clock.now())}T00:00`, clock.zone);
  const { start, minutes } = when(store, words, today);
  if (minutes === undefined) throw new Wrong(`“${words ?? ""}” says no end and no length, as “9:00 to 10:15” does.`);
  // Work that no task is called like stands in its own words.
  const task = store.find("task", what) ?? (openCalled(store, what).length > 0 ? taskNamed(store, what) : undefined);
  const id: Id = newId();
  const end = addMinutes(start, minutes);
  if (end > clock.now()) throw new Refusal("That has not been yet: it ends in the future. Nothing was changed.");
  const fields = {
    ...{ start, end },
    ...(task ? { task: task.id, ...(task.theme ? { theme: task.theme } : {}) } : { title: what.trim() }),
  };
  store.act(addToRegister, { register: "work", id, fields });
  return finish(
    file,
    `Logged ${durationText(minutes)} of “${task ? plainTitle(task.title) : what.trim()}”`,
    { id },
    asked,
  );
}
