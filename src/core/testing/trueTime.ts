import { momentAt, type Clock, type DateText, type MomentText } from "../time";

/*
 * Time as it really passes, for holding against it what Pensum says: local times are asked of the platform's formats, and
 * minutes are counted one by one. It shares no code with what it is held against.
 */

const formats = new Map<string, Intl.DateTimeFormat>();

/** What clocks in `zone` show at an instant. */
export function shownAt(instant: number, zone: string): MomentText {
  let format = formats.get(zone);
  if (!format) {
    const parts = { year: "numeric", month: "2-digit", day: "2-digit", hour: "2-digit", minute: "2-digit" } as const;
    format = new Intl.DateTimeFormat("sv-SE", { ...parts, timeZone: zone });
    formats.set(zone, format);
  }
  return format.format(instant).replace(" ", "T");
}

/** The first instant at which clocks in `zone` show a moment; undefined for one that they skip. */
export function firstShown(moment: MomentText, zone: string): number | undefined {
  const near = Date.parse(`${moment}Z`);
  for (let instant = near - 15 * 3_600_000; instant <= near + 15 * 3_600_000; instant += 3_600_000)
    if (shownAt(instant, zone) === moment) return instant;
  return undefined;
}

/** The beginnings of all minutes from one instant to another. */
export function minutesFrom(from: number, to: number): number[] {
  const all: number[] = [];
  for (let at = from; at < to; at += 60_000) all.push(at);
  return all;
}

/** The date that clocks in `zone` show at an instant. */
export const dateAt = (instant: number, zone: string): DateText => shownAt(instant, zone).slice(0, 10);

/** A clock that somebody can set, and take along to another place. */
export class SetClock implements Clock {
  zone: string;
  #instant: number;
  #passed = 0;
  constructor(moment: MomentText, zone: string) {
    this.zone = zone;
    this.#instant = firstShown(moment, zone) ?? Date.parse(`${momentAt(moment.slice(0, 10), 0)}Z`);
  }
  now = () => shownAt(this.#instant, this.zone);
  instant = () => this.#instant;
  passed = () => this.#passed;
  pass(minutes: number) {
    this.#instant += minutes * 60_000;
    this.#passed += minutes * 60_000;
  }
  /** Sets the clock of the device on, or back where it is less than 0. */
  set(minutes: number) {
    this.#instant += minutes * 60_000;
  }
}
