import ICAL from "ical.js";
import {
  isId,
  newId,
  type Event,
  type Id,
  type Note,
  type PensumRecord,
  type State,
  type Task,
  type Theme,
} from "../../model";
import { faultOf } from "../../model/checks";
import { occurrenceId, readOccurrenceId } from "../../plan";
import { fieldChange, sameValue, type ChangeSet, type FieldChange, type Fields } from "../../store";
import {
  addDays,
  addMinutes,
  compactMoment,
  dateOf,
  isMoment,
  moveZone,
  plainMoment,
  readRepeat,
  repeatOf,
  startsOf,
  writeRepeat,
  type MomentText,
  type Repeat,
  type RepeatRule,
} from "../../time";
import { crc32 } from "../checksum";
import { alarmMinutes, withoutOwnAlarm } from "./alarms";
import { componentsOf, componentText, contentLines, type ComponentLines } from "./lines";
import { describedInUtc, knownZone, zoneLike } from "./zones";

/** A rule of a zone that would be followed without end: clocks change a few times a year. */
const endlessZoneRule = /^RRULE[^:\r\n]*:.*\bFREQ=(?:SECONDLY|MINUTELY|HOURLY|DAILY|WEEKLY)\b/im;

/** Something of a file that is not read as it stands. */
export interface CalendarFault {
  /** The line of the file, from 1. */
  readonly line: number;
  readonly reason: string;
}

/** What reading a calendar comes to, before it is done. */
export interface CalendarReading {
  readonly changes: ChangeSet;
  /** How many of a kind come, or change. */
  readonly added: Readonly<Record<string, number>>;
  readonly changed: Readonly<Record<string, number>>;
  /** Events that are here and were cancelled: they go. */
  readonly cancelled: number;
  readonly same: number;
  /** Components that are left out. */
  readonly faults: readonly CalendarFault[];
  /** What is read otherwise than it is written. */
  readonly notes: readonly CalendarFault[];
  /** Whether there is a calendar in the file at all. */
  readonly isCalendar: boolean;
}

interface Options {
  readonly base: Iterable<PensumRecord>;
  readonly now: MomentText;
  /** The person's own zone, for times of a zone that is not known here. */
  readonly zone: string;
  readonly progress?: (share: number) => void;
}

/** What of a task RFC 5545 has no place for beside its due date. */
export const [ownDay, ownEstimate, ownCalendar] = ["X-PENSUM-DAY", "X-PENSUM-ESTIMATE", "X-PENSUM-CALENDAR"];
/** Marks an event as an entry of the work log, and says of whom. */
export const ownEntry = "X-PENSUM-ENTRY";

/** The properties that become fields, by component; all others are kept as they are. */
const understood: Readonly<Record<string, readonly string[]>> = {
  VEVENT: [
    "UID",
    "DTSTAMP",
    "CREATED",
    "SUMMARY",
    "DESCRIPTION",
    "LOCATION",
    "DTSTART",
    "DTEND",
    "DURATION",
    "RRULE",
    "EXDATE",
    "RDATE",
    "RECURRENCE-ID",
    "CATEGORIES",
    ownCalendar,
    ownEntry,
  ],
  VTODO: [
    "UID",
    "DTSTAMP",
    "CREATED",
    "SUMMARY",
    "DESCRIPTION",
    "DTSTART",
    "DUE",
    "DURATION",
    "RRULE",
    "EXDATE",
    "RDATE",
    "RECURRENCE-ID",
    "CATEGORIES",
    "STATUS",
    "COMPLETED",
    "PRIORITY",
    ownDay,
    ownEstimate,
  ],
  VJOURNAL: ["UID", "DTSTAMP", "CREATED", "SUMMARY", "DESCRIPTION", "CATEGORIES"],
};

/**
 * Reads iCalendar (RFC 5545): events, tasks (VTODO) and journals (VJOURNAL, as notes). A component that is broken is
 * told of with its line, and the rest goes in. What was read before, by its UID, is changed and not added again. Nothing
 * is done here.
 */
export function readCalendar(text: string, options: Options): CalendarReading {
  return new CalendarReader(options).read(text);
}

type Read = Event | Task | Note;

class CalendarReader {
  readonly #options: Options;
  readonly #records = new Map<Id, PensumRecord>();
  readonly #byUid = new Map<string, PensumRecord>();
  readonly #themes: ReadonlyMap<string, Theme>;
  readonly #faults: CalendarFault[] = [];
  readonly #notes: CalendarFault[] = [];
  readonly #zones = new Map<string, ICAL.Timezone>();
  /** The IANA zones that described ones are like, by their names; undefined where there is none. */
  readonly #like = new Map<string, string | undefined>();
  readonly #priorities: readonly string[];
  readonly #cancelled = new Map<Id, PensumRecord>();
  /** Whether the file tells that all in it is cancelled (METHOD:CANCEL of RFC 5546). */
  #cancelsAll = false;
  /** What the file says its calendar is called. */
  #calendar: string | undefined;

  constructor(options: Options) {
    this.#options = options;
    for (const record of options.base) {
      this.#records.set(record.id, record);
      const uid = "source" in record ? record.source?.uid : undefined;
      const isOccurrence = readOccurrenceId(record.id) !== undefined;
      if (uid !== undefined && !isOccurrence) this.#byUid.set(`${record.kind} ${uid}`, record);
    }
    const themes = [...this.#records.values()].filter((record): record is Theme => record.kind === "theme");
    this.#themes = new Map(themes.map((theme) => [theme.title.toLowerCase(), theme]));
    const settings = this.#records.get("settings");
    this.#priorities = (settings?.kind === "settings" ? settings.priorities : undefined)?.map(({ id }) => id) ?? [
      "vital",
      "high",
      "normal",
      "low",
    ];
  }

  read(text: string): CalendarReading {
    this.#calendar = calendarName(text);
    this.#cancelsAll = headLines(text).some((line) => line.name === "METHOD" && /:\s*CANCEL\s*$/i.test(line.text));
    const components = componentsOf(text);
    for (const zone of components) if (zone.name === "VTIMEZONE") this.#takeZone(zone);
    const read = new Map<Id, Read>();
    const overrides: { component: ComponentLines; parsed: ICAL.Component }[] = [];
    const ids = new Map<string, Id>();
    for (const [at, component] of components.entries()) {
      if (at % 200 === 0) this.#options.progress?.(at / components.length);
      if (!(component.name in understood)) continue;
      const parsed = this.#parsed(component);
      if (!parsed || this.#isOwnEntry(parsed)) continue;
      if (parsed.hasProperty("recurrence-id")) overrides.push({ component, parsed });
      else if (this.#isCancelled(component, parsed)) this.#cancel(component, parsed);
      else this.#keep(component, read, ids, () => this.#recordOf(component, parsed, read));
    }
    for (const { component, parsed } of overrides)
      this.#keep(component, read, ids, () => this.#overrideOf(component, parsed, read, ids));
    const isCalendar = /^\uFEFF?\s*BEGIN:V(?:CALENDAR|EVENT|TODO|JOURNAL)/im.test(text);
    return { ...this.#changes(read), faults: this.#faults, notes: this.#notes, isCalendar };
  }

  /** Takes what a component comes to, or tells why it comes to nothing. */
  #keep(component: ComponentLines, read: Map<Id, Read>, ids: Map<string, Id>, make: () => Read | string) {
    let made: Read | string;
    try {
      made = make();
    } catch (error) {
      made = error instanceof Error ? error.message : String(error);
    }
    const fault = typeof made === "string" ? made : faultOf(made);
    if (typeof made === "string" || fault !== undefined) {
      this.#faults.push({ line: component.line, reason: fault ?? (made as string) });
      return;
    }
    read.set(made.id, made);
    const uid = made.source?.uid;
    if (uid !== undefined && readOccurrenceId(made.id) === undefined) ids.set(`${made.kind} ${uid}`, made.id);
  }

  #parsed(component: ComponentLines): ICAL.Component | undefined {
    if (component.fault !== undefined) {
      this.#faults.push({ line: component.line, reason: component.fault });
      return undefined;
    }
    try {
      return new ICAL.Component(ICAL.parse(componentText(component)) as never);
    } catch (error) {
      const line = component.lines.find(({ text }) => !/^[A-Za-z0-9-]+([;:])/.test(text))?.line ?? component.line;
      this.#faults.push({
        line,
        reason: `It could not be read: ${error instanceof Error ? error.message : String(error)}`,
      });
      return undefined;
    }
  }

  #takeZone(component: ComponentLines) {
    if (endlessZoneRule.test(componentText(component))) {
      this.#faults.push({
        line: component.line,
        reason: "The zone says that its clocks change more often than every month. It was not followed.",
      });
      return;
    }
    try {
      const zone = new ICAL.Timezone(new ICAL.Component(ICAL.parse(componentText(component)) as never));
      this.#zones.set(zone.tzid, zone);
    } catch {
      // A zone that cannot be read is one that is not known.
    }
  }

  /** An entry of the log that is here already is no event, and is not changed by a calendar. */
  #isOwnEntry(parsed: ICAL.Component): boolean {
    const uid = textOf(parsed, "uid");
    return (
      uid !== undefined &&
      parsed.hasProperty(ownEntry.toLowerCase()) &&
      this.#records.get(ownId(uid) ?? "")?.kind === "work"
    );
  }

  #isCancelled({ name }: ComponentLines, parsed: ICAL.Component): boolean {
    return name === "VEVENT" && (this.#cancelsAll || /^cancelled$/i.test(textOf(parsed, "status") ?? ""));
  }

  /** An event that was cancelled goes where it is here, and does not come where it is not. */
  #cancel(component: ComponentLines, parsed: ICAL.Component) {
    const uid = textOf(parsed, "uid");
    const before = uid === undefined ? undefined : this.#before(uid, component.name);
    if (!before) this.#notes.push({ line: component.line, reason: "It was cancelled, and is left out." });
    else if (isOlder(parsed, before)) this.#notes.push({ line: component.line, reason: olderWords });
    else this.#cancelled.set(before.id, before);
  }

  #recordOf(component: ComponentLines, parsed: ICAL.Component, read: ReadonlyMap<Id, Read>): Read | string {
    // One without a name gets one from what it says, so that it is known when the same file is read again.
    const uid = textOf(parsed, "uid") ?? `${crc32(encoder.encode(componentText(component))).toString(16)}@unnamed`;
    const before = this.#before(uid, component.name);
    if (before && isOlder(parsed, before)) {
      this.#notes.push({ line: component.line, reason: olderWords });
      return before as Read;
    }
    const own = ownId(uid);
    const isTaken = own !== undefined && (this.#records.has(own) || read.has(own));
    const id = before?.id ?? (isTaken ? undefined : own) ?? newId();
    return this.#made(component, parsed, id, uid, before);
  }

  /** The record that a component changes: one of its own kind only, whatever its name says. */
  #before(uid: string, name: string): PensumRecord | undefined {
    const kind = kinds[name];
    const named = this.#byUid.get(`${kind} ${uid}`);
    if (named) return named;
    const made = this.#records.get(ownId(uid) ?? "");
    const isForeign = made && "source" in made && made.source?.uid !== undefined;
    return made?.kind === kind && !isForeign ? made : undefined;
  }

  /** One occurrence of a series that is otherwise than the rule has it. */
  #overrideOf(
    component: ComponentLines,
    parsed: ICAL.Component,
    read: ReadonlyMap<Id, Read>,
    ids: ReadonlyMap<string, Id>,
  ): Read | string {
    const uid = textOf(parsed, "uid");
    const known = uid === undefined ? undefined : ids.get(`${kinds[component.name]} ${uid}`);
    const series = known === undefined ? uid && this.#before(uid, component.name) : read.get(known);
    const told = this.#time(parsed, "recurrence-id", component);
    if (uid === undefined || !series || told === undefined)
      return "It changes one occurrence of a series that is not in the file.";
    if (this.#cancelled.has(series.id)) return "It belongs to a series that was cancelled.";
    const at = this.#asSeriesTells(told, series);
    const id = occurrenceId(series.id, at);
    const rule = "repeat" in series ? repeatOf(series.repeat) : undefined;
    if (this.#isCancelled(component, parsed) && series.kind === "event" && rule) {
      const before = this.#records.get(id);
      if (before) this.#cancelled.set(id, before);
      const isKnown = rule.except.includes(at);
      return isKnown ? series : { ...series, repeat: writeRepeat({ ...rule, except: [...rule.except, at] }) };
    }
    const made = this.#made(component, parsed, id, uid, this.#records.get(id));
    return typeof made === "string" || made.kind === "note" ? made : { ...made, series: series.id, occurrence: at };
  }

  /** When an occurrence was to start, as its series tells its times: in its zone, or as a date. */
  #asSeriesTells(told: Time, series: PensumRecord): string {
    const start =
      series.kind === "event" ? series.start : series.kind === "task" ? (series.doDay ?? series.due) : undefined;
    if (start === undefined) return told.local;
    if (isDay(start)) return dateOf(told.inOwn);
    if (isDay(told.local)) return `${told.local}${start.slice(10)}`;
    const { zone: own } = this.#options;
    const zone = series.kind === "event" ? series.zone : undefined;
    return moveZone(told.local, told.zone ?? own, zone ?? own);
  }

  #made(
    component: ComponentLines,
    parsed: ICAL.Component,
    id: Id,
    uid: string | undefined,
    before: PensumRecord | undefined,
  ): Read | string {
    const created = this.#time(parsed, "created", component)?.inOwn ?? this.#time(parsed, "dtstamp", component)?.inOwn;
    const known = before && "createdAt" in before ? before.createdAt : undefined;
    const createdAt = known ?? (created !== undefined && isMoment(created) ? created : this.#options.now);
    for (const [tells, reason] of readOtherwise)
      if (component.lines.some(({ text }) => tells.test(text))) this.#notes.push({ line: component.line, reason });
    const title = (textOf(parsed, "summary") ?? "").replace(/\s+/g, " ").trim();
    const base = { id, title: title || "Untitled", text: textOf(parsed, "description") ?? "", createdAt };
    const { theme, rest } = this.#theme(parsed);
    const isTask = component.name === "VTODO";
    const all = this.#kept(component, rest, createdAt).split("\r\n");
    const calendar = withoutOwnAlarm(all, isTask, escaped(base.title)).join("\r\n");
    const source = { ...(uid === undefined ? {} : { uid }), ...(calendar === "" ? {} : { calendar }) };
    const remindMinutes = component.name === "VJOURNAL" ? undefined : alarmMinutes(all, isTask);
    const more = {
      ...(theme ? { theme } : {}),
      ...(remindMinutes === undefined ? {} : { remindMinutes }),
      ...(Object.keys(source).length > 0 ? { source } : {}),
    };
    if (component.name === "VEVENT") return this.#event(component, parsed, base, more);
    if (component.name === "VTODO") return this.#task(component, parsed, base, more, before);
    const { theme: _theme, ...ofNote } = more as { theme?: Id };
    const tags = [
      ...new Set([...(theme ? [this.#titleOf(theme)] : []), ...rest].map((tag) => tag.replace(/\s+/g, "-"))),
    ];
    return { ...base, kind: "note", tags, ...ofNote } as Note;
  }

  #titleOf(theme: Id): string {
    return [...this.#themes.values()].find(({ id }) => id === theme)?.title ?? "";
  }

  #event(component: ComponentLines, parsed: ICAL.Component, base: Fields, more: Fields): Event | string {
    const start = this.#time(parsed, "dtstart", component);
    if (!start) return "It has no valid start.";
    const end = this.#end(parsed, component, start);
    const people = "people" in base ? base.people : [];
    const repeat = this.#repeat(parsed, component, start);
    // What was read before may have been put into another calendar since.
    const isNew = !this.#records.has(base.id as Id);
    const calendar = unescaped(textOf(parsed, ownCalendar.toLowerCase()) ?? "") ?? (isNew ? this.#calendar : undefined);
    return {
      ...base,
      kind: "event",
      start: start.local,
      end,
      ...(start.zone ? { zone: start.zone } : {}),
      place: textOf(parsed, "location") ?? "",
      ...(calendar ? { calendar } : {}),
      people,
      ...(repeat === undefined ? {} : { repeat }),
      ...more,
    } as unknown as Event;
  }

  /** The end as it is kept: the last day of whole days, and a moment behind the start. */
  #end(parsed: ICAL.Component, component: ComponentLines, start: Time): string {
    const given = this.#time(parsed, "dtend", component);
    const duration = parsed.getFirstPropertyValue("duration") as ICAL.Duration | null;
    const seconds = duration ? duration.toSeconds() : undefined;
    if (isDay(start.local)) {
      const last = given
        ? addDays(dateOf(given.local), -1)
        : seconds
          ? addDays(start.local, Math.ceil(seconds / 86_400) - 1)
          : start.local;
      return last < start.local ? start.local : last;
    }
    const end =
      given && !isDay(given.local)
        ? given.zone === start.zone
          ? given.local
          : moveZone(given.local, given.zone ?? this.#options.zone, start.zone ?? this.#options.zone)
        : seconds !== undefined
          ? addMinutes(start.local, Math.round(seconds / 60))
          : given
            ? `${dateOf(given.local)}T00:00`
            : start.local;
    if (end > start.local) return end;
    this.#notes.push({ line: component.line, reason: "It has no length and is shown for 15 minutes." });
    return addMinutes(start.local, 15);
  }

  #task(
    component: ComponentLines,
    parsed: ICAL.Component,
    base: Fields,
    more: Fields,
    before: PensumRecord | undefined,
  ): Task | string {
    const start = this.#time(parsed, "dtstart", component);
    const due = this.#time(parsed, "due", component);
    const done = this.#time(parsed, "completed", component)?.inOwn;
    const status = (textOf(parsed, "status") ?? "").toUpperCase();
    const state: State = done !== undefined && status === "" ? "done" : (states[status] ?? "open");
    const estimate = textOf(parsed, ownEstimate.toLowerCase());
    const duration =
      estimate === undefined
        ? (parsed.getFirstPropertyValue("duration") as ICAL.Duration | null)
        : ICAL.Duration.fromString(estimate);
    const minutes = duration ? Math.round(duration.toSeconds() / 60) : undefined;
    const priority = this.#priority(Number(parsed.getFirstPropertyValue("priority") ?? 0));
    const own = before?.kind === "task" ? before : undefined;
    const day = plainMoment(textOf(parsed, ownDay.toLowerCase()) ?? "");
    const doDay = start ? dateOf(start.inOwn) : day === undefined ? undefined : dateOf(day);
    const repeat = this.#repeat(
      parsed,
      component,
      doDay === undefined ? due : { local: doDay, inOwn: doDay, zone: undefined },
    );
    return {
      // What iCalendar has no place for stays as it is here.
      ...(own ? pick(own, ["goal", "project", "parent", "after", "page", "restUntil", "unclarified"]) : {}),
      ...base,
      kind: "task",
      state,
      tags: own?.tags ?? [],
      people: own?.people ?? [],
      carried: own?.carried ?? 0,
      ...(doDay === undefined ? {} : { doDay }),
      ...(due ? { due: due.inOwn } : {}),
      ...(minutes && minutes > 0 ? { estimateMinutes: minutes } : {}),
      ...(priority === undefined ? {} : { priority }),
      ...(state === "done" ? { doneAt: done !== undefined && isMoment(done) ? done : this.#options.now } : {}),
      ...(own?.tookMinutes === undefined ? {} : { tookMinutes: own.tookMinutes }),
      ...(repeat === undefined ? {} : { repeat }),
      ...more,
    } as unknown as Task;
  }

  /** PRIORITY 1 to 9, from most to least, as one of the person's levels. */
  #priority(value: number): string | undefined {
    if (!Number.isInteger(value) || value < 1 || value > 9) return undefined;
    return this.#priorities[
      Math.min(this.#priorities.length - 1, Math.floor(((value - 1) * this.#priorities.length) / 9))
    ];
  }

  #repeat(parsed: ICAL.Component, component: ComponentLines, start: Time | undefined): string | undefined {
    const rules = component.lines.filter(({ name }) => name === "RRULE");
    const extra = this.#times(parsed, "rdate", component, start);
    if ((rules.length === 0 && extra.length === 0) || !start) return undefined;
    if (rules.length > 1)
      this.#notes.push({
        line: rules[1]?.line ?? component.line,
        reason: "Only its first repeat rule is used; the others are kept.",
      });
    const rule = rules[0] && this.#ruleText(rules[0].text, start);
    const except = this.#times(parsed, "exdate", component, start);
    const list = (name: string, moments: readonly string[]) =>
      moments.length > 0
        ? [
            `${name}=${[...new Set(moments)]
              .sort()
              .map((at) => at.replace(/[-:]/g, "") + (isDay(at) ? "" : "00"))
              .join(",")}`,
          ]
        : [];
    const text = [...(rule === undefined ? [] : [rule]), ...list("EXDATE", except), ...list("RDATE", extra)].join(" ");
    const read = readRepeat(text);
    if (!("fault" in read) && start.described) return this.#asDates(component, read, start.described, extra, except);
    if ("fault" in read) {
      this.#notes.push({
        line: rules[0]?.line ?? component.line,
        reason: `Its repeat rule is not valid: ${read.fault} It was imported as a single item.`,
      });
      return undefined;
    }
    return text;
  }

  /**
   * The starts of a rule that goes by a zone which only the file knows, each as a date of its own: no rule in another
   * zone has them all.
   */
  #asDates(
    component: ComponentLines,
    { rule }: Repeat,
    { zone, local }: NonNullable<Time["described"]>,
    extra: readonly string[],
    except: readonly string[],
  ): string | undefined {
    const { zone: own } = this.#options;
    const until = addDays(dateOf(local), describedYears * 366);
    const starts = rule
      ? startsOf(local, { rule: inLocalTime(rule, zone), except: [], also: [], fromDone: false }, dateOf(local), until)
      : [local];
    const moved = starts.slice(0, describedMost).map((at) => moveZone(describedInUtc(zone, at), "UTC", own));
    const left = new Set(except);
    const all = [...moved, ...extra].filter((at) => !left.has(at) && !left.has(dateOf(at)));
    if (rule && rule.count === undefined && rule.until === undefined)
      this.#notes.push({
        line: component.line,
        reason: `Its time zone is unknown, so only its next ${all.length} dates were imported.`,
      });
    const [first, ...rest] = all;
    if (first === undefined || rest.length === 0) return undefined;
    return `RDATE=${rest.map(compactMoment).join(",")}`;
  }

  /** A rule as it is kept: an end at the end of a day is that day. */
  #ruleText(line: string, start: Time): string {
    const rule = line.replace(/^[^:]*:/, "").trim();
    return rule.replace(/UNTIL=(\d{8}T\d{6}Z?)/i, (whole, until: string) => {
      const moment = plainMoment(until.replace(/Z$/i, ""));
      if (moment === undefined) return whole;
      const local = /Z$/i.test(until) ? moveZone(moment, "UTC", start.zone ?? this.#options.zone) : moment;
      return local.slice(11) >= "23:59" ? `UNTIL=${dateOf(local).replace(/-/g, "")}` : whole;
    });
  }

  /** The moments of EXDATE or RDATE, as the start of the series is told. */
  #times(parsed: ICAL.Component, name: string, component: ComponentLines, start: Time | undefined): string[] {
    return parsed.getAllProperties(name).flatMap((property) =>
      property.getValues().flatMap((value) => {
        const moment = value instanceof ICAL.Period ? value.start : value;
        const time = this.#timeOf(moment, property.getParameter("tzid") as string | undefined, component);
        if (!time) return [];
        if (isDay(time.local) || start === undefined || time.zone === start.zone) return [time.local];
        return [moveZone(time.local, time.zone ?? this.#options.zone, start.zone ?? this.#options.zone)];
      }),
    );
  }

  #time(parsed: ICAL.Component, name: string, component: ComponentLines): Time | undefined {
    const property = parsed.getFirstProperty(name);
    if (!property) return undefined;
    return this.#timeOf(property.getFirstValue(), property.getParameter("tzid") as string | undefined, component);
  }

  #timeOf(value: unknown, tzid: string | undefined, component: ComponentLines): Time | undefined {
    if (!(value instanceof ICAL.Time)) return undefined;
    const text = value.toString();
    const local = plainMoment(text.replace(/Z$/, ""));
    if (local === undefined) return undefined;
    if (isDay(local)) return { local, inOwn: local, zone: undefined };
    const { zone: own } = this.#options;
    if (text.endsWith("Z")) return { local, inOwn: moveZone(local, "UTC", own), zone: "UTC" };
    if (tzid === undefined) return { local, inOwn: local, zone: undefined };
    const zone = knownZone(tzid);
    if (zone !== undefined) return { local, inOwn: moveZone(local, zone, own), zone };
    const described = this.#zones.get(tzid);
    if (!described) {
      this.#notes.push({
        line: component.line,
        reason: `The time zone “${tzid}” is unknown. Its times were imported without a time zone.`,
      });
      return { local, inOwn: local, zone: undefined };
    }
    const like = this.#zoneLike(tzid, described, local);
    if (like !== undefined) return { local, inOwn: moveZone(local, like, own), zone: like };
    // A zone that only the file knows is taken at its own word for this moment.
    this.#notes.push({
      line: component.line,
      reason: `The time zone “${tzid}” is defined only in this file. Its times were converted to ${own}.`,
    });
    const moved = moveZone(describedInUtc(described, local), "UTC", own);
    return { local: moved, inOwn: moved, zone: undefined, described: { zone: described, local } };
  }

  #zoneLike(tzid: string, described: ICAL.Timezone, local: string): string | undefined {
    const key = `${tzid} ${local.slice(0, 4)}`;
    if (!this.#like.has(key)) this.#like.set(key, zoneLike(described, local, this.#options.zone));
    return this.#like.get(key);
  }

  #theme(parsed: ICAL.Component): { theme: Id | undefined; rest: readonly string[] } {
    const categories = parsed
      .getAllProperties("categories")
      .flatMap((property) => property.getValues().map(String))
      .map((one) => one.trim())
      .filter(Boolean);
    const at = categories.findIndex((one) => this.#themes.has(one.toLowerCase()));
    const theme = this.#themes.get(categories[at]?.toLowerCase() ?? "")?.id;
    return { theme, rest: categories.filter((_, place) => place !== at) };
  }

  /** What Pensum does not understand of a component, as it stood there. */
  #kept(component: ComponentLines, categories: readonly string[], createdAt: MomentText): string {
    const known = understood[component.name] ?? [];
    let rules = 0;
    // The day of a note is the one it was made on; another is kept.
    const day = component.name === "VJOURNAL" ? `DTSTART;VALUE=DATE:${dateOf(createdAt).replace(/-/g, "")}` : undefined;
    const lines = component.lines.filter(
      ({ name, text }) => text !== day && (!known.includes(name) || (name === "RRULE" && rules++ > 0)),
    );
    const others =
      component.name !== "VJOURNAL" && categories.length > 0 ? [`CATEGORIES:${categories.map(escaped).join(",")}`] : [];
    return [...others, ...lines.map(({ text }) => text), ...component.inner.map(componentText)].join("\r\n");
  }

  #changes(read: ReadonlyMap<Id, Read>): Pick<CalendarReading, "changes" | "added" | "changed" | "cancelled" | "same"> {
    const added = new Map<Id, PensumRecord>();
    const updated = new Map<Id, FieldChange>();
    const counts = { added: {} as Record<string, number>, changed: {} as Record<string, number> };
    let same = 0;
    for (const record of read.values()) {
      const before = this.#records.get(record.id);
      if (!before) {
        added.set(record.id, record);
        counts.added[record.kind] = (counts.added[record.kind] ?? 0) + 1;
        continue;
      }
      const change = fieldChange(before, withOwn(before, record));
      if (!change) same++;
      else {
        updated.set(record.id, change);
        counts.changed[record.kind] = (counts.changed[record.kind] ?? 0) + 1;
      }
    }
    const removed = this.#cancelled;
    return { changes: { added, updated, removed }, ...counts, cancelled: removed.size, same };
  }
}

/** What iCalendar can say and Pensum has no way to follow: it is told of, and what is left is read. */
const readOtherwise: readonly (readonly [tells: RegExp, reason: string])[] = [
  [
    /^RECURRENCE-ID;[^:]*RANGE="?THISANDFUTURE/i,
    "It changes all later occurrences too. Only this one is changed here.",
  ],
  [/^EXRULE[;:]/i, "It has exceptions that follow a rule (EXRULE). They are not left out here."],
  [
    /^RRULE[^:]*:.*\bRSCALE=(?!GREGORIAN)/i,
    "Its rule follows another calendar (RSCALE). It is read by the Gregorian one.",
  ],
  [
    /^RDATE;[^:]*VALUE="?PERIOD/i,
    "Its additional dates have lengths of their own. They last as long as the others here.",
  ],
];

const olderWords = "It is an older version of what is here, which stays as it is.";

/** Whether a component is an older version of a record that was read from one (SEQUENCE of RFC 5545). */
function isOlder(parsed: ICAL.Component, before: PensumRecord): boolean {
  const kept =
    "source" in before ? /^SEQUENCE(?:;[^:]*)?:\s*(\d+)/im.exec(before.source?.calendar ?? "")?.[1] : undefined;
  return kept !== undefined && Number(parsed.getFirstPropertyValue("sequence") ?? 0) < Number(kept);
}

/** Fields of the person's own, and what else iCalendar cannot say, stay as they are. */
function withOwn(before: PensumRecord, read: Read): PensumRecord {
  const kept = Object.fromEntries(
    Object.entries(before).filter(
      ([name]) => name.startsWith("f_") || ["madeFrom", "folder", "pinned", "notes", "calendar"].includes(name),
    ),
  );
  const people = "people" in before && read.kind === "event" ? { people: before.people } : {};
  const text = "text" in before && sameValue(before.text.trim(), read.text.trim()) ? { text: before.text } : {};
  // A record that was made here is found by its id, and needs no UID.
  const { source, ...rest } = read;
  const { uid, ...more } = source ?? {};
  const isOwn = ownId(uid) === before.id && (!("source" in before) || before.source?.uid === undefined);
  const all = isOwn ? more : source;
  const sources = all && Object.keys(all).length > 0 ? { source: all } : {};
  return { ...kept, ...rest, ...sources, ...people, ...text } as PensumRecord;
}

/** What stands in a file before its first component. */
function headLines(text: string) {
  return contentLines(text.slice(0, 20_000).split(/^BEGIN:V(?:EVENT|TODO|JOURNAL|TIMEZONE)/im)[0] ?? "");
}

/** The name of a calendar (NAME of RFC 7986, or what was usual before), cut to what fits; undefined where it has none. */
function calendarName(text: string): string | undefined {
  const lines = headLines(text);
  const line = lines.find(({ name }) => name === "NAME") ?? lines.find(({ name }) => name === "X-WR-CALNAME");
  return line && unescaped(line.text.slice(line.text.indexOf(":") + 1));
}

/** A text without its escapes, in one line; undefined where nothing is left of it. */
function unescaped(text: string): string | undefined {
  const plain = text.replace(/\\n/gi, " ").replace(/\\([,;\\])/g, "$1");
  return plain.replace(/\s+/g, " ").trim().slice(0, 200) || undefined;
}

const encoder = new TextEncoder();
/** So far, and so often, something is expanded that goes by a zone which only its file knows. */
const describedYears = 5;
const describedMost = 400;

/** A rule whose end in UTC is told in the local time of a described zone. */
function inLocalTime(rule: RepeatRule, zone: ICAL.Timezone): RepeatRule {
  if (!rule.until?.endsWith("Z")) return rule;
  const time = ICAL.Time.fromDateTimeString(
    rule.until.replace(/(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)(\d\d)Z/, "$1-$2-$3T$4:$5:$6Z"),
    undefined as never,
  );
  return { ...rule, until: time.convertToZone(zone).toICALString().replace(/Z$/, "") };
}

/** Whether a text that is a date or a moment is a date. */
const isDay = (text: string) => text.length === 10;

interface Time {
  /** As it is told in its zone. */
  readonly local: string;
  /** The same in the person's own zone. */
  readonly inOwn: string;
  readonly zone: string | undefined;
  /** The zone that only the file knows, and the time as it is told there. */
  readonly described?: { readonly zone: ICAL.Timezone; readonly local: string };
}

const kinds: Readonly<Record<string, PensumRecord["kind"]>> = { VEVENT: "event", VTODO: "task", VJOURNAL: "note" };

const states: Readonly<Record<string, State>> = {
  COMPLETED: "done",
  "IN-PROCESS": "doing",
  CANCELLED: "dropped",
  "NEEDS-ACTION": "open",
};

/** Ids that Pensum gave come back by their UID. */
export const uidEnd = "@pensum";

function ownId(uid: string | undefined): Id | undefined {
  const id = uid?.endsWith(uidEnd) ? uid.slice(0, -uidEnd.length) : undefined;
  return isId(id) ? id : undefined;
}

function textOf(parsed: ICAL.Component, name: string): string | undefined {
  const value = parsed.getFirstPropertyValue(name);
  return value === null || value === undefined ? undefined : String(value);
}

/** A text as a value of iCalendar (RFC 5545, 3.3.11). */
export function escaped(text: string): string {
  return text.replace(/[\\;,]/g, (sign) => `\\${sign}`).replace(/\r\n|\n|\r/g, "\\n");
}

function pick(record: Task, names: readonly (keyof Task)[]): Partial<Task> {
  return Object.fromEntries(names.flatMap((name) => (record[name] === undefined ? [] : [[name, record[name]]])));
}

/** Minutes between two moments, for what is told by a duration. */
export function durationValue(minutes: number): string {
  const [days, hours, rest] = [Math.floor(minutes / 1440), Math.floor((minutes % 1440) / 60), minutes % 60];
  const time = `${hours ? `${hours}H` : ""}${rest ? `${rest}M` : ""}`;
  return `P${days ? `${days}D` : ""}${time || days === 0 ? `T${time || "0M"}` : ""}`;
}
