import { instantOf, type Clock } from "@/core/time";

/** A clock that is corrected by less, as it is over a network all day, was not set by anybody. */
const leastMs = 60_000;

/** What the clock of the device said when this tab looked last, and how long the tab was open then. */
let seen: { readonly instant: number; readonly passed: number } | undefined;

/**
 * By how many milliseconds the clock of the device was set back since this tab looked last; 0 where it was not, or only
 * a little. A clock that was set on tells of time that nobody was here, which is asked about.
 */
export function setBackSince(clock: Clock): number {
  if (!clock.passed) return 0;
  const now = { instant: instantOf(clock), passed: clock.passed() };
  const back = seen ? now.passed - seen.passed - (now.instant - seen.instant) : 0;
  seen = now;
  return back > leastMs ? back : 0;
}
