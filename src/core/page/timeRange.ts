import { minuteOfParts, minutesPerDay } from "../time";

/** A stretch of time at the beginning of a text. */
export interface TimeRange {
  /** Minutes since midnight. */
  readonly startMinute: number;
  /** Minutes since the same midnight: above 1440 where the stretch goes over midnight. */
  readonly endMinute: number;
  /** Length of the range's own text. */
  readonly length: number;
}

const shape =
  /^(\d{1,2})(?:[:.](\d{2}))?\s?(am|pm)?\s?(?:-|–|—|to|until)\s?(\d{1,2})(?:[:.](\d{2}))?\s?(am|pm)?(?=[\s,:]|$)/i;

/** How far over midnight a stretch may go before it is taken for a slip: 12:00-11:00 is not a day of 23 hours. */
const longestNight = 720;

/**
 * Reads a stretch of time that a text begins with: `12:15-13:00`, `9.00 to 10.30`, `1-2 pm`, `23:00-01:00`. One side
 * at least must be unmistakably a clock time, so that "10-12 volunteers" is none. Undefined when there is none, when
 * it is empty, or when it ends before it starts.
 */
export function readTimeRange(text: string): TimeRange | undefined {
  const first = text.charCodeAt(0);
  if (first < 48 || first > 57) return undefined;
  const found = shape.exec(text);
  if (!found) return undefined;
  const [whole, h1, m1, half1, h2, m2, half2] = found;
  if (m1 === undefined && m2 === undefined && !half1 && !half2) return undefined;
  const endMinute = minuteOfParts(Number(h2), Number(m2 ?? 0), half2);
  const startMinute = minuteOfParts(
    Number(h1),
    Number(m1 ?? 0),
    half1 ?? (Number(h1) % 12 <= Number(h2) % 12 ? half2 : undefined),
  );
  if (startMinute === undefined || endMinute === undefined || startMinute >= minutesPerDay) return undefined;
  if (endMinute > startMinute) return { startMinute, endMinute, length: whole.length };
  const overnight = endMinute + minutesPerDay;
  if (endMinute === startMinute || overnight - startMinute > longestNight) return undefined;
  return { startMinute, endMinute: overnight, length: whole.length };
}

/** A stretch as it is written in a page, in 24 hours whatever the setting, so that a page reads the same everywhere. */
export function writeTimeRange(startMinute: number, endMinute: number): string {
  const clock = (minute: number) => {
    const inDay = minute === minutesPerDay ? minute : minute % minutesPerDay;
    return `${String(Math.floor(inDay / 60)).padStart(2, "0")}:${String(inDay % 60).padStart(2, "0")}`;
  };
  return `${clock(startMinute)}-${clock(endMinute)}`;
}
