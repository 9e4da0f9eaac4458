import { dateOf, momentAt, type MomentText } from "./moments";
import { dateFromParts, type DateText } from "./dates";

/** Where the present comes from. Nothing else in Pensum asks the machine for the time. */
export interface Clock {
  /** The present local moment, to the minute. */
  now(): MomentText;
  /** The person's zone, an IANA name. */
  readonly zone: string;
}

/** The clock of this device. */
export function systemClock(): Clock {
  return {
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone || "UTC",
    now() {
      const date = new Date();
      const day = dateFromParts(date.getFullYear(), date.getMonth() + 1, date.getDate()) ?? "1000-01-01";
      return momentAt(day, date.getHours() * 60 + date.getMinutes());
    },
  };
}

/** A clock that stands still at `moment`, for pictures and tests. */
export function standingClock(moment: MomentText, zone = "UTC"): Clock {
  return { zone, now: () => moment };
}

/** Today's date by `clock`. */
export function today(clock: Clock): DateText {
  return dateOf(clock.now());
}
