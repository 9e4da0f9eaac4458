import { addDays, dateFromParts, dateOf, type DateText, type MomentText } from "../time";
import type { ReadDate } from "./nearDays";

const feastShape =
  /(?<![\p{L}\d])(?<feast>christmas(?:\s+(?:eve|day))?|boxing\s+day|new\s+year(?:['’]?s(?:\s+(?:eve|day))?)?|good\s+friday|easter(?:\s+(?:sunday|monday))?)(?![\p{L}\d])/giu;
/** What may follow a feast that is meant as a day. */
const ends = /^\s*(?:$|[,;:.!?)·\d])|^\s+(?:at|from)\s/;

/**
 * "By Christmas", "until Easter", "on New Year's Eve": the next one. Elsewhere a feast is what a thing is about ("wrap the
 * Christmas gifts"), and has no day: its words are no weekday either ("the Easter Monday lunch").
 */
export function* feastDays(text: string, now: MomentText, isLed: boolean): Generator<ReadDate> {
  const today = dateOf(now);
  for (const found of text.matchAll(feastShape)) {
    const span = { from: found.index, to: found.index + found[0].length };
    const isNamed = (isLed && found.index === 0) || /\bon\s+$/i.test(text.slice(0, found.index));
    // "On Easter Monday egg hunt" says the day, "on Christmas cards" does not.
    const isSaid = isNamed && (ends.test(text.slice(span.to)) || /\s/.test(found[0]));
    const name = found.groups!.feast!.toLowerCase().replace(/['’]/g, "").replace(/\s+/g, " ");
    const year = Number(today.slice(0, 4));
    const [near, later] = [feastIn(name, year), feastIn(name, year + 1)];
    const day = !isSaid ? undefined : near >= today ? near : later;
    yield { ...span, day, hasDay: isSaid, minute: undefined, endMinute: undefined };
  }
}

function feastIn(name: string, year: number): DateText {
  const fixed: Readonly<Record<string, string>> = {
    "christmas eve": "12-24",
    "boxing day": "12-26",
    "new years eve": "12-31",
  };
  if (name in fixed) return `${year}-${fixed[name]}`;
  if (name.startsWith("christmas")) return `${year}-12-25`;
  if (name.startsWith("new year")) return `${year}-01-01`;
  const days = name === "good friday" ? -2 : name === "easter monday" ? 1 : 0;
  return addDays(easterSunday(year), days);
}

/** Easter Sunday of a year of the Gregorian calendar. Source: the anonymous algorithm that Nature printed in 1876. */
function easterSunday(year: number): DateText {
  const moon = year % 19;
  const [century, inCentury] = [Math.floor(year / 100), year % 100];
  const correction = Math.floor((century - Math.floor((century + 8) / 25) + 1) / 3);
  const full = (19 * moon + century - Math.floor(century / 4) - correction + 15) % 30;
  const toSunday = (32 + 2 * (century % 4) + 2 * Math.floor(inCentury / 4) - full - (inCentury % 4)) % 7;
  const late = Math.floor((moon + 11 * full + 22 * toSunday) / 451);
  const sum = full + toSunday - 7 * late + 114;
  return dateFromParts(year, Math.floor(sum / 31), (sum % 31) + 1)!;
}
