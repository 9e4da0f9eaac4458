import ICAL from "ical.js";
import { isZone, moveZone, plainMoment, type MomentText } from "../../time";

/** Zones that are tried first, so that rules which many share go by the best known name. */
const wellKnown = [
  "Europe/London",
  "Europe/Berlin",
  "Europe/Helsinki",
  "America/New_York",
  "America/Chicago",
  "America/Denver",
  "America/Los_Angeles",
  "America/Sao_Paulo",
  "Asia/Kolkata",
  "Asia/Shanghai",
  "Asia/Tokyo",
  "Australia/Sydney",
  "Pacific/Auckland",
];
const sampledYears = 6;

/** The IANA name of a zone: as it stands, or behind the path that some programs put before it. */
export function knownZone(tzid: string): string | undefined {
  const whole: unknown = tzid;
  if (isZone(whole)) return tzid;
  const parts = tzid.split("/").filter(Boolean);
  for (const from of [parts.length - 2, parts.length - 3]) {
    const name = parts.slice(Math.max(0, from)).join("/");
    if (from >= 0 && isZone(name)) return name;
  }
  return undefined;
}

/** What a local time of a zone that a file describes (VTIMEZONE of RFC 5545) is in UTC. */
export function describedInUtc(zone: ICAL.Timezone, local: MomentText): MomentText {
  const time = ICAL.Time.fromDateTimeString(`${local}:00`, undefined as never);
  time.zone = zone;
  return plainMoment(time.convertToZone(ICAL.Timezone.utcTimezone).toString().replace(/Z$/, "")) as MomentText;
}

/**
 * The IANA zone whose clocks go as those of a described zone do, in the year of `moment` and the years after it;
 * undefined when there is none. `own` is tried first.
 */
export function zoneLike(zone: ICAL.Timezone, moment: MomentText, own: string): string | undefined {
  const year = Number(moment.slice(0, 4));
  const samples: [local: MomentText, utc: MomentText][] = [];
  for (let at = 0; at < sampledYears * 52; at++) {
    // Noon and a week apart: away from the hours in which clocks change, and close enough to see each change's week.
    const day = new Date(Date.UTC(year, 0, 1 + at * 7, 12)).toISOString().slice(0, 16);
    samples.push([day, describedInUtc(zone, day)]);
  }
  const isAlike = (name: string) =>
    [samples[4], samples[30]].every((sample) => sample && moveZone(sample[0], name, "UTC") === sample[1]) &&
    samples.every(([local, utc]) => moveZone(local, name, "UTC") === utc);
  const fixed = Array.from({ length: 27 }, (_, at) => `Etc/GMT${at <= 12 ? `+${at}` : `-${at - 12}`}`);
  const isFixed = samples.every(([local, utc]) => hoursApart(local, utc) === hoursApart(...samples[0]!));
  const candidates = [own, ...(isFixed ? fixed : []), ...wellKnown, ...Intl.supportedValuesOf("timeZone")];
  return candidates.find((name) => isZone(name) && isAlike(name));
}

function hoursApart(local: MomentText, utc: MomentText): number {
  return (Date.parse(`${local}:00Z`) - Date.parse(`${utc}:00Z`)) / 3_600_000;
}
