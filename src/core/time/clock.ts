import { dateOf, instantAt, momentAt, type MomentText } from "./moments";
import { dateFromParts, type DateText } from "./dates";
import { temporal } from "./temporal";

/** Where the present comes from. Nothing else in Pensum asks the machine for the time. */
export interface Clock {
  /** The present local moment, to the minute. */
  now(): MomentText;
  /** The present instant, in milliseconds since 1970; where it is left out, the beginning of the minute that it is. */
  instant?(): number;
  /** The person's zone, an IANA name: the one of the place where the device is now. */
  readonly zone: string;
  /**
   * Milliseconds that have passed since some time of this session, whatever somebody does to the clock of the device; absent
   * where nobody can set it.
   */
  passed?(): number;
}

/** The clock of this device. */
export function systemClock(): Clock {
  // A format would have to be made first, which takes twenty times as long.
  const asked = () => temporal()?.Now.timeZoneId() ?? (Intl.DateTimeFormat().resolvedOptions().timeZone || "UTC");
  let zone = asked();
  let offset = new Date().getTimezoneOffset();
  /** The moment that was last told, and in which minute and how far from UTC: it is asked for again and again. */
  let told: { readonly minute: number; readonly offset: number; readonly moment: MomentText } | undefined;
  return {
    // Whoever travels takes the device along: where its clock is another one, its zone is asked again.
    get zone() {
      const present = new Date().getTimezoneOffset();
      if (present !== offset) [zone, offset] = [asked(), present];
      return zone;
    },
    instant: () => Date.now(),
    passed: () => performance.now(),
    now() {
      const date = new Date();
      const minute = Math.floor(date.getTime() / 60_000);
      const apart = date.getTimezoneOffset();
      if (told?.minute === minute && told.offset === apart) return told.moment;
      const day = dateFromParts(date.getFullYear(), date.getMonth() + 1, date.getDate()) ?? "1000-01-01";
      told = { minute, offset: apart, moment: momentAt(day, date.getHours() * 60 + date.getMinutes()) };
      return told.moment;
    },
  };
}

/** A clock that stands still at `moment`, for pictures and tests. */
export function standingClock(moment: MomentText, zone = "UTC"): Clock {
  return { zone, now: () => moment };
}

/** The present instant by `clock`, in milliseconds since 1970. */
export function instantOf(clock: Clock): number {
  return clock.instant?.() ?? instantAt(clock.now(), clock.zone);
}

/** Today's date by `clock`. */
export function today(clock: Clock): DateText {
  return dateOf(clock.now());
}
