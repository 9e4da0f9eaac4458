import type { Event, Id, Note, PensumRecord, Task, Theme, Work } from "../../model";
import { titleOf, type ThingReads } from "../../things";
import {
  addDays,
  clockChange,
  compactMoment,
  dateOf,
  isDate,
  isMoment,
  moveZone,
  repeatOf,
  type MomentText,
  type RepeatRule,
} from "../../time";
import { folded } from "./lines";
import { withAlarm } from "./alarms";
import { durationValue, escaped, ownCalendar, ownDay, ownEntry, ownEstimate, uidEnd } from "./readCalendar";

/** What can be written into a calendar. */
export type Writable = Event | Task | Note | Work;

export function isWritable(record: PensumRecord): record is Writable {
  return record.kind === "event" || record.kind === "task" || record.kind === "note" || record.kind === "work";
}

interface Options {
  /** Finds themes, series and levels. */
  readonly find: (id: Id) => PensumRecord | undefined;
  readonly now: MomentText;
  /** The person's own zone. */
  readonly zone: string;
}

/** Writes records as iCalendar (RFC 5545), with what other programs said of them as it was. */
export function writeCalendar(records: Iterable<Writable>, options: Options): string {
  const writer = new CalendarWriter(options);
  const all = [...records];
  const components = all.flatMap((record) => writer.component(record));
  const names = new Set(all.flatMap((record) => (record.kind === "event" ? [record.calendar ?? ""] : [])));
  const [name = ""] = names.size === 1 ? names : [];
  const lines = [
    "BEGIN:VCALENDAR",
    "VERSION:2.0",
    "PRODID:-//Pensum//Pensum//EN",
    "CALSCALE:GREGORIAN",
    ...(name === "" ? [] : [`NAME:${escaped(name)}`]),
    ...[...writer.zones].sort().flatMap(([zone, [first, last]]) => zoneLines(zone, first, last)),
    ...components,
    "END:VCALENDAR",
  ];
  return `${lines.map(folded).join("\r\n")}\r\n`;
}

class CalendarWriter {
  /** The zones that are used, each with the first and the last year it is used in. */
  readonly zones = new Map<string, [number, number]>();
  readonly #options: Options;
  readonly #levels: readonly string[];

  constructor(options: Options) {
    this.#options = options;
    const settings = options.find("settings");
    this.#levels = (settings?.kind === "settings" ? settings.priorities : undefined)?.map(({ id }) => id) ?? [
      "vital",
      "high",
      "normal",
      "low",
    ];
  }

  component(record: Writable): string[] {
    if (record.kind === "work") return this.#entry(record);
    const name = { event: "VEVENT", task: "VTODO", note: "VJOURNAL" }[record.kind];
    const theme =
      record.kind === "note" ? undefined : (this.#options.find(record.theme ?? "") as Theme | undefined)?.title;
    const own =
      record.kind === "event" ? this.#event(record) : record.kind === "task" ? this.#task(record) : this.#note(record);
    const others = record.source?.calendar?.split("\r\n") ?? [];
    const kept =
      record.kind === "note"
        ? others
        : withAlarm(others, record.remindMinutes, record.kind === "task", escaped(record.title));
    const categories = theme ? [`CATEGORIES:${escaped(theme)}`] : [];
    return [
      `BEGIN:${name}`,
      `UID:${this.#uid(record)}`,
      `DTSTAMP:${this.#utc(this.#options.now)}`,
      `CREATED:${this.#utc(record.createdAt)}`,
      `SUMMARY:${escaped(record.title)}`,
      ...(record.text === "" ? [] : [`DESCRIPTION:${escaped(record.text)}`]),
      ...own,
      ...categories,
      ...kept,
      `END:${name}`,
    ];
  }

  /** What was worked stands in a calendar as time that blocks nothing. One that runs has no end yet. */
  #entry(entry: Work): string[] {
    const { find, now } = this.#options;
    const reads: ThingReads = {
      find: (kind, id) => {
        const record = id === undefined ? undefined : find(id);
        return record?.kind === kind ? (record as never) : undefined;
      },
    };
    const person = entry.person === undefined ? undefined : find(entry.person);
    const theme = reads.find("theme", entry.theme ?? reads.find("task", entry.task)?.theme)?.title;
    return [
      "BEGIN:VEVENT",
      `UID:${entry.id}${uidEnd}`,
      `DTSTAMP:${this.#utc(now)}`,
      `CREATED:${this.#utc(entry.createdAt)}`,
      `SUMMARY:${escaped(titleOf(entry, reads))}`,
      ...(entry.text === "" ? [] : [`DESCRIPTION:${escaped(entry.text)}`]),
      `${ownEntry}:${person?.kind === "person" ? escaped(person.title) : ""}`,
      this.#time("DTSTART", entry.start, undefined),
      ...(entry.end === undefined ? [] : [this.#time("DTEND", entry.end, undefined)]),
      ...(theme ? [`CATEGORIES:${escaped(theme)}`] : []),
      "TRANSP:TRANSPARENT",
      "END:VEVENT",
    ];
  }

  #uid(record: Exclude<Writable, Work>): string {
    const series = "series" in record && record.series !== undefined ? this.#options.find(record.series) : undefined;
    const of = series && (series.kind === "event" || series.kind === "task") ? series : record;
    return of.source?.uid ?? `${of.id}${uidEnd}`;
  }

  #utc(moment: MomentText): string {
    return `${compactMoment(moveZone(moment, this.#options.zone, "UTC"))}Z`;
  }

  /** A date, or a moment in its zone: `DTSTART;TZID=Europe/Berlin:20261124T090000`. */
  #time(name: string, moment: string, zone: string | undefined): string {
    if (moment.length === 10) return `${name};VALUE=DATE:${compactMoment(moment)}`;
    if (zone === "UTC") return `${name}:${compactMoment(moment)}Z`;
    if (zone === undefined) return `${name}:${compactMoment(moment)}`;
    const year = Number(moment.slice(0, 4));
    const [first, last] = this.zones.get(zone) ?? [year, year];
    this.zones.set(zone, [Math.min(first, year), Math.max(last, year)]);
    return `${name};TZID=${zone}:${compactMoment(moment)}`;
  }

  #repeat(text: string | undefined, start: string | undefined, zone: string | undefined): string[] {
    const repeat = repeatOf(text);
    if (!repeat || start === undefined) return [];
    if (zone !== undefined && zone !== "UTC" && repeat.rule) this.#useZoneUntil(zone, lastYearOf(repeat.rule, start));
    const whole = (at: string) => (isMoment(start) && isDate(at) ? at + start.slice(10) : at);
    return [
      ...(repeat.rule ? [`RRULE:${this.#rule(repeat.rule.text, start, zone)}`] : []),
      ...repeat.except.map((at) => this.#time("EXDATE", whole(at), zone)),
      ...repeat.also.map((at) => this.#time("RDATE", whole(at), zone)),
    ];
  }

  #useZoneUntil(zone: string, year: number) {
    const [first, last] = this.zones.get(zone) ?? [year, year];
    this.zones.set(zone, [first, Math.max(last, year)]);
  }

  /** The end of a rule is told as its start is: a date for dates, a moment in UTC for moments of a zone. */
  #rule(text: string, start: string, zone: string | undefined): string {
    return text.replace(/UNTIL=(\d{8})(T\d{6}Z?)?/, (_, day: string, time: string | undefined) => {
      if (start.length === 10) return `UNTIL=${day}`;
      if (time !== undefined) return `UNTIL=${day}${time}`;
      if (zone === undefined) return `UNTIL=${day}T235900`;
      const date = `${day.slice(0, 4)}-${day.slice(4, 6)}-${day.slice(6)}`;
      return `UNTIL=${compactMoment(moveZone(`${date}T23:59`, zone, "UTC"))}Z`;
    });
  }

  /** Which one of its series a record is, told as the series tells its times. */
  #occurrence(record: Event | Task): string[] {
    if (record.series === undefined || record.occurrence === undefined) return [];
    const series = this.#options.find(record.series);
    const zone = series?.kind === "event" ? series.zone : record.kind === "event" ? record.zone : undefined;
    return [this.#time("RECURRENCE-ID", record.occurrence, zone)];
  }

  #event(event: Event): string[] {
    const { zone } = event;
    const end = event.end.length === 10 ? addDays(event.end, 1) : event.end;
    return [
      ...(event.calendar ? [`${ownCalendar}:${escaped(event.calendar)}`] : []),
      ...this.#occurrence(event),
      this.#time("DTSTART", event.start, zone),
      this.#time("DTEND", end, zone),
      ...this.#repeat(event.repeat, event.start, zone),
      ...(event.place === "" ? [] : [`LOCATION:${escaped(event.place)}`]),
    ];
  }

  #task(task: Task): string[] {
    const status = {
      open: "NEEDS-ACTION",
      doing: "IN-PROCESS",
      waiting: "NEEDS-ACTION",
      done: "COMPLETED",
      dropped: "CANCELLED",
    };
    const level = task.priority === undefined ? -1 : this.#levels.indexOf(task.priority);
    const priority = level < 0 ? undefined : 1 + Math.ceil((level * 9) / this.#levels.length);
    return [
      ...this.#occurrence(task),
      ...this.#taskDay(task),
      ...(task.due ? [this.#time("DUE", task.due, undefined)] : []),
      ...(task.estimateMinutes ? [`${ownEstimate}:${durationValue(task.estimateMinutes)}`] : []),
      ...this.#repeat(task.repeat, task.doDay ?? task.due, undefined),
      `STATUS:${status[task.state]}`,
      ...(task.doneAt ? [`COMPLETED:${this.#utc(task.doneAt)}`] : []),
      ...(priority === undefined ? [] : [`PRIORITY:${Math.min(9, priority)}`]),
    ];
  }

  /** The do day as DTSTART, where the standard lets it stand beside the due date: both dates, and the due one behind. */
  #taskDay({ doDay, due }: Task): string[] {
    if (doDay === undefined) return [];
    const fits = due === undefined || (due.length === 10 && due > doDay);
    return [fits ? this.#time("DTSTART", doDay, undefined) : `${ownDay}:${compactMoment(doDay)}`];
  }

  #note(note: Note): string[] {
    return [
      ...(/^DTSTART[;:]/im.test(note.source?.calendar ?? "")
        ? []
        : [`DTSTART;VALUE=DATE:${compactMoment(dateOf(note.createdAt))}`]),
      ...(note.tags.length > 0 ? [`CATEGORIES:${note.tags.map(escaped).join(",")}`] : []),
    ];
  }
}

/** So many years a zone is described for a series that has no end. */
const endlessYears = 30;

function lastYearOf({ until, count }: RepeatRule, start: string): number {
  const first = Number(start.slice(0, 4));
  if (until !== undefined) return Math.min(Number(until.slice(0, 4)), first + endlessYears);
  return first + Math.min(count ?? endlessYears, endlessYears);
}

/** A zone described by its clock changes in the years it is used in, and two years on. */
function zoneLines(zone: string, first: number, last: number): string[] {
  const lines = [`BEGIN:VTIMEZONE`, `TZID:${zone}`];
  let offset = offsetAt(zone, `${first - 1}-12-31T00:00`);
  const observance = (name: string, start: string, from: number, to: number) => [
    `BEGIN:${name}`,
    `DTSTART:${compactMoment(start)}`,
    `TZOFFSETFROM:${offsetText(from)}`,
    `TZOFFSETTO:${offsetText(to)}`,
    `END:${name}`,
  ];
  lines.push(...observance("STANDARD", `${first - 1}-12-31T00:00`, offset, offset));
  for (let date = `${first}-01-01`; date < `${last + 3}-01-01`; date = addDays(date, 1)) {
    if (clockChange(date, zone) === 0) continue;
    const next = offsetAt(zone, `${addDays(date, 1)}T00:00`);
    lines.push(...observance(next > offset ? "DAYLIGHT" : "STANDARD", changeMoment(zone, date, offset), offset, next));
    offset = next;
  }
  return [...lines, "END:VTIMEZONE"];
}

/** When on a date the clocks change, by the clock before. */
function changeMoment(zone: string, date: string, before: number): string {
  for (let minute = 0; minute < 1440; minute += 30) {
    const moment = `${date}T${String(Math.floor(minute / 60)).padStart(2, "0")}:${String(minute % 60).padStart(2, "0")}`;
    const utc = shifted(moment, -before);
    if (offsetOfUtc(zone, utc) !== before) return moment;
  }
  return `${date}T00:00`;
}

function shifted(moment: string, minutes: number): string {
  return new Date(Date.parse(`${moment}:00Z`) + minutes * 60_000).toISOString().slice(0, 16);
}

function offsetOfUtc(zone: string, utc: string): number {
  return (Date.parse(`${moveZone(utc, "UTC", zone)}:00Z`) - Date.parse(`${utc}:00Z`)) / 60_000;
}

/** Minutes east of UTC at a local moment. */
function offsetAt(zone: string, local: string): number {
  return (Date.parse(`${local}:00Z`) - Date.parse(`${moveZone(local, zone, "UTC")}:00Z`)) / 60_000;
}

function offsetText(minutes: number): string {
  const all = Math.abs(Math.round(minutes));
  return `${minutes < 0 ? "-" : "+"}${String(Math.floor(all / 60)).padStart(2, "0")}${String(all % 60).padStart(2, "0")}`;
}
