import { takenOut } from "./shared";
import { nameOf } from "../things";
import { isUnfinished, Refusal, type Block, type Id, type Task, told } from "../model";
import { isRepeating, occurrenceAt, readOccurrenceId, seriesStart, type Repeating } from "../plan";
import { describeCommand, type Fields, type Rule, type Transaction } from "../store";
import {
  addDays,
  addMinutes,
  dateOf,
  daysBetween,
  hasLibrary,
  isDate,
  isMoment,
  minutesBetween,
  minutesPerDay,
  needLibrary,
  nextStart,
  readRule,
  repeatOf,
  startsOf,
  weekdayCodes,
  writeRepeat,
  type Repeat,
  type RepeatRule,
} from "../time";
import { editFields } from "./editRecord";

/** How far a change of one occurrence reaches. */
export const seriesScopes = ["one", "later", "all"] as const;
export type SeriesScope = (typeof seriesScopes)[number];

/** Leaves an occurrence out of its series for good. */
export function leaveOut(tx: Transaction, series: Id | undefined, at: string | undefined) {
  const of = series === undefined ? undefined : tx.get(series);
  const repeat = isRepeating(of) ? repeatOf(of.repeat) : undefined;
  if (!isRepeating(of) || !repeat || at === undefined) return;
  tx.update(of.id, { repeat: writeRepeat({ ...repeat, except: [...repeat.except, at] }) });
}

/** An occurrence, whether it follows its rule or was taken out, with its series. @throws Refusal where it is none */
function occurrenceOf(tx: Transaction, id: Id): { series: Repeating & { repeat: string }; at: string; repeat: Repeat } {
  const record = tx.get(id);
  const named =
    record && "series" in record && record.series !== undefined && record.occurrence !== undefined
      ? { series: record.series, at: record.occurrence }
      : isRepeating(record)
        ? { series: record.id, at: seriesStart(record) ?? "" }
        : readOccurrenceId(id);
  const series = named && tx.get(named.series);
  const repeat = isRepeating(series) ? repeatOf(series.repeat) : undefined;
  if (!named || !isRepeating(series) || !repeat)
    throw new Refusal("This no longer repeats. It may have been changed in another tab.");
  return { series, at: named.at, repeat };
}

export const changeOccurrence = describeCommand({
  name: "changeOccurrence",
  does: "Changes one occurrence of a series, this and all later ones, or all.",
  input: told.parts({ id: told.id(), fields: told.values, scope: told.word(...seriesScopes) }),
  run(tx, { id, fields, scope }) {
    if (scope === "one") {
      const one = takenOut(tx, id);
      if (!one) throw new Refusal("This no longer exists. It may have been deleted in another tab.");
      const labels = editFields(tx, one, fields);
      return `Changed the ${labels} of this “${nameOf(one, tx)}” only`;
    }
    for (const said of [fields.start, fields.end]) if (said !== undefined) existing(String(said));
    const { series, at, repeat } = occurrenceOf(tx, id);
    const record = tx.get(id);
    // What was changed of this one alone goes over to all that follow.
    const own =
      record && record.id !== series.id && "occurrence" in record ? (record as Repeating) : occurrenceAt(series, at);
    const start = (fields.start ?? seriesStart(own)) as string;
    const end =
      own.kind === "task" ? undefined : ((fields.end ?? movedEnd(own, fields.start as string | undefined)) as string);
    const kept = Object.fromEntries(
      Object.entries({ ...differing(series, own), ...fields }).filter(
        ([name]) => !["start", "end", "doDay", "due"].includes(name),
      ),
    );
    if (record && record.id !== series.id) tx.remove(record.id);
    const target = scope === "all" || at === seriesStart(series) ? series : splitAt(tx, series, at, repeat);
    moveSeries(tx, target.id, at, start, end);
    const moved = tx.get(target.id) as Repeating;
    if (Object.keys(kept).length > 0) editFields(tx, moved, kept);
    return `Changed “${nameOf(moved, tx)}”, ${scope === "all" ? "the whole series" : "this and later ones"}`;
  },
});

export const skipOccurrence = describeCommand({
  name: "skipOccurrence",
  does: "Takes one occurrence of a series out, this and all later ones, or all.",
  input: told.parts({ id: told.id(), scope: told.word(...seriesScopes) }),
  run(tx, { id, scope }) {
    const { series, at, repeat } = occurrenceOf(tx, id);
    const name = nameOf(series, tx);
    if (scope === "all" || (scope === "later" && at === seriesStart(series))) {
      for (const one of tx.list("occurrencesOf", series.id)) tx.remove(one.id);
      tx.remove(series.id);
      return `Deleted the series “${name}”`;
    }
    const record = tx.get(id);
    if (record && record.id !== series.id) tx.remove(record.id);
    if (scope === "one") {
      leaveOut(tx, series.id, at);
      return `Skipped “${name}” on ${dateOf(at)}`;
    }
    endBefore(tx, series, at, repeat);
    for (const one of tx.list("occurrencesOf", series.id) as Repeating[])
      if ((one.occurrence as string) >= at) tx.remove(one.id);
    return `Ended the series “${name}” before ${dateOf(at)}`;
  },
});

/** What an occurrence has otherwise than its series, but for what every occurrence has otherwise. */
function differing(series: Repeating, own: Repeating): Fields {
  const [a, b] = [series as unknown as Fields, own as unknown as Fields];
  const names = [
    "title",
    "place",
    "calendar",
    "theme",
    "people",
    "zone",
    "task",
    "priority",
    "estimateMinutes",
    "goal",
    "project",
  ];
  return Object.fromEntries(
    names.filter((name) => name in a || name in b).flatMap((name) => (a[name] === b[name] ? [] : [[name, b[name]]])),
  );
}

function movedEnd(own: Exclude<Repeating, Task>, start: string | undefined): string {
  if (start === undefined) return own.end;
  if (isMoment(start) && isMoment(own.start)) return addMinutes(start, minutesBetween(own.start, own.end));
  return isMoment(start)
    ? addMinutes(start, 60)
    : addDays(start, isMoment(own.start) ? 0 : daysBetween(own.start, dateOf(own.end)));
}

/** Makes the occurrences from `at` on a series of their own; gives that. */
function splitAt(tx: Transaction, series: Repeating & { repeat: string }, at: string, repeat: Repeat): Repeating {
  const rest = restFrom(repeat, at, countBefore(series, repeat, at));
  const { id: _id, series: _series, occurrence: _occurrence, ...first } = occurrenceAt(series, at);
  const fresh = {
    ...first,
    id: tx.newId(),
    repeat: rest,
    createdAt: tx.now,
  } as unknown as Repeating;
  tx.put(fresh);
  for (const one of tx.list("occurrencesOf", series.id) as Repeating[])
    if ((one.occurrence as string) > at) tx.update(one.id, { series: fresh.id });
  endBefore(tx, series, at, repeat);
  return fresh;
}

/** How something goes on from an occurrence after so many that are gone; undefined where its count is used up. */
function restFrom(repeat: Repeat, at: string, gone: number): string | undefined {
  const count = repeat.rule?.count;
  if (count !== undefined && count <= gone) return undefined;
  const rule = count === undefined ? repeat.rule : withPart(repeat.rule as RepeatRule, "COUNT", String(count - gone));
  const later = (moments: readonly string[]) => moments.filter((moment) => moment >= at);
  return writeRepeat({
    ...repeat,
    ...(rule ? { rule } : {}),
    except: later(repeat.except),
    also: later(repeat.also),
  });
}

function endBefore(tx: Transaction, series: Repeating, at: string, repeat: Repeat) {
  const before = (moments: readonly string[]) => moments.filter((moment) => moment < at);
  const date = dateOf(at);
  const start = seriesStart(series) as string;
  // What comes several times a day keeps the earlier ones of that very day.
  const isLater = startsOf(start, { ...repeat, except: [], also: [] }, date, date).some((one) => one < at);
  const last = isLater ? `${addMinutes(at, -1)}:00` : addDays(date, -1);
  const until = last.replace(/[-:]/g, "");
  const rule = repeat.rule && withPart(withPart(repeat.rule, "COUNT", undefined), "UNTIL", until);
  tx.update(series.id, {
    repeat: writeRepeat({
      ...repeat,
      ...(rule ? { rule } : {}),
      except: before(repeat.except),
      also: before(repeat.also),
    }),
  });
}

/** How many occurrences a rule has before one of them. */
function countBefore(series: Repeating, repeat: Repeat, at: string): number {
  const start = seriesStart(series) as string;
  return startsOf(start, { ...repeat, except: [], also: [] }, dateOf(start), dateOf(at)).filter((one) => one < at)
    .length;
}

/** A rule with a part set otherwise, or without it. */
function withPart(rule: RepeatRule, name: string, value: string | undefined): RepeatRule {
  const parts = rule.text.split(";").filter((part) => !part.startsWith(`${name}=`));
  const next = readRule([...parts, ...(value === undefined ? [] : [`${name}=${value}`])].join(";"));
  if ("fault" in next) throw new Refusal(`${next.fault}`);
  return next;
}

/** @throws Refusal where a text is no date or moment that can be written */
function existing(said: string): string {
  if (isDate(said) || isMoment(said)) return said;
  throw new Refusal(`“${said}” is not a valid date.`);
}

/** Moves a whole series so that the occurrence that was at `at` starts at `start` and, where it has one, ends at `end`. */
function moveSeries(tx: Transaction, id: Id, at: string, start: string, end: string | undefined) {
  const series = tx.get(id);
  if (!isRepeating(series)) return;
  const repeat = repeatOf(series.repeat) as Repeat;
  for (const said of [start, end ?? start]) existing(said);
  const days = daysBetween(dateOf(at), dateOf(start));
  const minutes = isMoment(at) && isMoment(start) ? minutesBetween(at, start) : undefined;
  const moved = (moment: string) =>
    existing(
      minutes !== undefined && isMoment(moment)
        ? addMinutes(moment, minutes)
        : isMoment(start)
          ? `${addDays(dateOf(moment), days)}${start.slice(10)}`
          : addDays(dateOf(moment), days),
    );
  const first = moved(seriesStart(series) as string);
  const rule =
    repeat.rule && days !== 0 ? shiftedRule(repeat.rule, days, dateOf(seriesStart(series) as string)) : repeat.rule;
  const again = writeRepeat({
    ...repeat,
    ...(rule ? { rule } : {}),
    except: repeat.except.map(moved),
    also: repeat.also.map(moved),
  });
  if (series.kind === "task") {
    const due =
      series.due === undefined ? undefined : existing(`${addDays(dateOf(series.due), days)}${series.due.slice(10)}`);
    tx.update(id, { repeat: again, ...(series.doDay ? { doDay: first } : {}), ...(due ? { due } : {}) });
  } else {
    const length = end !== undefined && isMoment(start) && isMoment(end) ? minutesBetween(start, end) : undefined;
    const last =
      length !== undefined
        ? addMinutes(first, length)
        : addDays(first, daysBetween(dateOf(start), dateOf(end ?? start)));
    tx.update(id, { repeat: again, start: first, end: last });
  }
  for (const one of tx.list("occurrencesOf", id) as Repeating[])
    tx.update(one.id, { occurrence: moved(one.occurrence as string) });
}

/** The same rule some days later or earlier. @throws Refusal where that is another kind of rule */
function shiftedRule(rule: RepeatRule, days: number, first: string): RepeatRule {
  const refuse = () =>
    new Refusal("The whole series cannot move to another day, because its rule sets the days. Edit the rule instead.");
  if (rule.isRare || rule.positions.length > 0 || rule.days.some(({ nth }) => nth !== 0)) throw refuse();
  let next = rule;
  if (rule.days.length > 0) {
    if (rule.frequency !== "WEEKLY" && rule.frequency !== "DAILY") throw refuse();
    const codes = rule.days.map(({ weekday }) => weekdayCodes[(((weekday - 1 + days) % 7) + 7) % 7]);
    next = withPart(next, "BYDAY", codes.join(","));
  }
  const isSameMonth = addDays(first, days).slice(0, 7) === first.slice(0, 7);
  if (rule.monthDays.length > 0) {
    if (!isSameMonth || rule.monthDays.some((day) => day < 1 || day + days < 1 || day + days > 28)) throw refuse();
    next = withPart(next, "BYMONTHDAY", rule.monthDays.map((day) => day + days).join(","));
  }
  if (rule.months.length > 0 && !isSameMonth) throw refuse();
  return next;
}

/**
 * The rule by which a task that comes again goes on: what was finished stays as it is, and the next one is there with
 * the rest of the rule. What was missed meanwhile is passed over.
 */
export const rollOn: Rule = (tx) => {
  for (const id of tx.touched()) {
    const [before, task] = [tx.before(id), tx.get(id)];
    if (before?.kind !== "task" || task?.kind !== "task" || !isRepeating(task)) continue;
    if (!isUnfinished(before.state) || isUnfinished(task.state)) continue;
    if (repeatOf(task.repeat)?.rule?.isRare && !hasLibrary()) {
      void needLibrary();
      throw new Refusal("What works out this repeat rule is still loading. Try again in a moment.");
    }
    tx.update(id, { repeat: undefined });
    const next = nextTask(tx, task);
    if (!next) continue;
    tx.put(next);
    for (const one of tx.list("occurrencesOf", id)) tx.update(one.id, { series: next.id });
    for (const block of hoursOf(tx, task)) {
      const { page: _page, source: _source, madeFrom: _madeFrom, ...own } = block;
      const shifted = { ...shiftedHours(task, next, block), task: next.id, repeat: next.repeat };
      const fresh = { ...own, ...shifted, id: tx.newId(), createdAt: tx.now } as Block;
      tx.put(fresh);
      tx.update(block.id, { repeat: undefined });
      for (const one of tx.list("occurrencesOf", block.id)) tx.update(one.id, { series: fresh.id, task: next.id });
    }
  }
};

/** The hours of a task that comes again which come again with it. */
function hoursOf(tx: Pick<Transaction, "list">, task: Task): Block[] {
  return (tx.list("blocksByTask", task.id) as readonly Block[]).filter(
    (block) => block.task === task.id && block.repeat !== undefined && block.series === undefined,
  );
}

/** Start and end of hours when their task goes from one of its days to another. */
function shiftedHours(from: Task, to: Task, { start, end }: Block): { start: string; end: string } {
  const days = daysBetween(dateOf(seriesStart(from) as string), dateOf(seriesStart(to) as string));
  const moved = addMinutes(start, days * minutesPerDay);
  return { start: moved, end: addMinutes(moved, minutesBetween(start, end)) };
}

/**
 * The rule by which the hours of a task that comes again come again with it: those that it is given on its day, and
 * those that it has when it begins to come again.
 */
export const hoursComeAgain: Rule = (tx) => {
  for (const id of tx.touched()) {
    const [before, record] = [tx.before(id), tx.get(id)];
    if (record?.kind === "block" && !before && record.task !== undefined) {
      const task = tx.find("task", record.task);
      if (task && isRepeating(task) && mayComeAgain(task, record)) tx.update(id, { repeat: task.repeat });
    }
    if (record?.kind !== "task" || before?.kind !== "task" || before.repeat === record.repeat) continue;
    for (const block of tx.list("blocksByTask", id) as readonly Block[]) {
      if (block.task !== id || block.series !== undefined) continue;
      // What the act said itself of the hours stands, as when it was undone.
      const hoursBefore = tx.before(block.id);
      if (hoursBefore?.kind === "block" && hoursBefore.repeat !== block.repeat) continue;
      if (record.repeat === undefined) {
        if (block.repeat !== undefined && isUnfinished(record.state)) tx.update(block.id, { repeat: undefined });
      } else if (isRepeating(record) && (block.repeat !== undefined || mayComeAgain(record, block)))
        tx.update(block.id, { repeat: withExceptionsOf(record.repeat, block.repeat) });
    }
  }
};

function mayComeAgain(task: Task, block: Block): boolean {
  const start = seriesStart(task);
  const isItsDay = start !== undefined && dateOf(block.start) === dateOf(start);
  return isItsDay && block.repeat === undefined && block.series === undefined && block.holds === undefined;
}

/** A task's rule, without what was left out of its hours alone. */
function withExceptionsOf(rule: string, hours: string | undefined): string {
  const [own, had] = [repeatOf(rule), repeatOf(hours)];
  const more = own && had ? had.except.filter((at) => !own.except.includes(at)) : [];
  return own && more.length > 0 ? writeRepeat({ ...own, except: [...own.except, ...more] }) : rule;
}

/**
 * Lets a task that comes again pass over the one that is due, on to its next day from `from` on; its hours go along.
 * False where it has no next day.
 */
export function passOver(tx: Transaction, task: Task & { repeat: string }, from: string): boolean {
  const next = nextTask(tx, task, from);
  if (!next) return false;
  for (const block of hoursOf(tx, task))
    tx.update(block.id, { ...shiftedHours(task, next, block), repeat: next.repeat });
  const { doDay, due, repeat } = next;
  tx.update(task.id, { ...(doDay ? { doDay } : {}), ...(due ? { due } : {}), repeat, restUntil: undefined });
  return true;
}

function nextTask(tx: Transaction, task: Task & { repeat: string }, from = dateOf(tx.now)): Task | undefined {
  const repeat = repeatOf(task.repeat);
  const start = seriesStart(task);
  if (!repeat || start === undefined) return undefined;
  const counted = repeat.fromDone ? `${dateOf(tx.now)}${start.slice(10)}` : start;
  const taken = new Set((tx.list("occurrencesOf", task.id) as Task[]).map(({ occurrence }) => occurrence));
  const behind = repeat.fromDone || start >= from ? counted : `${addDays(from, -1)}${start.slice(10)}`;
  let next = nextStart(counted, repeat, behind);
  while (next !== undefined && taken.has(next)) next = nextStart(counted, repeat, next);
  if (next === undefined) return undefined;
  const rest = restFrom(repeat, next, repeat.fromDone ? 1 : countBefore(task, repeat, next));
  if (rest === undefined) return undefined;
  const days = daysBetween(dateOf(start), dateOf(next));
  const {
    series: _series,
    occurrence: _occurrence,
    ...open
  } = occurrenceAt(task, `${addDays(dateOf(start), days)}${start.slice(10)}`);
  return {
    ...open,
    id: tx.newId(),
    repeat: rest,
    createdAt: tx.now,
  };
}
