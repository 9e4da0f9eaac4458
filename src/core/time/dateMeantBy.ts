import { addDays, dateFromParts, isDate, weekday, type DateText } from "./dates";

const weekdays = ["mon", "tue", "wed", "thu", "fri", "sat", "sun"];
const months = ["jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"];
const words: Readonly<Record<string, number>> = { today: 0, tomorrow: 1, yesterday: -1 };

/** The year that two digits mean: the one within fifty years of today. */
function fullYear(digits: string, today: DateText): number {
  if (digits.length !== 2) return Number(digits);
  const century = Math.floor(Number(today.slice(0, 4)) / 100) * 100;
  const year = century + Number(digits);
  return year > Number(today.slice(0, 4)) + 50 ? year - 100 : year;
}

/**
 * The date that a short text means: `2026-12-01`, `1.12.2026`, `1/12` (day or month first, as told), `1 Dec`,
 * `Dec 1 2026`, a weekday (the next one), today, tomorrow, yesterday. Without a year it is this one.
 */
export function dateMeantBy(text: string, today: DateText, dayFirst: boolean): DateText | undefined {
  const typed = text.trim().toLowerCase().replace(/,/g, "");
  const isIso: boolean = isDate(typed);
  if (isIso) return typed;
  if (Object.hasOwn(words, typed)) return addDays(today, words[typed] as number);
  const day = weekdays.indexOf(typed.slice(0, 3));
  if (day >= 0 && /^[a-z]+$/.test(typed)) return addDays(today, ((day + 1 - weekday(today) + 6) % 7) + 1);
  const thisYear = today.slice(0, 4);
  const numbers = /^(\d{1,2})[./-](\d{1,2})(?:[./-](\d{4}|\d{2})?)?$/.exec(typed);
  if (numbers) {
    const [, first, second, year = thisYear] = numbers as unknown as [string, string, string, string?];
    const dotted = typed.includes(".");
    const [of, month] = dayFirst || dotted ? [first, second] : [second, first];
    return dateFromParts(fullYear(year, today), Number(month), Number(of));
  }
  const yearFirst = /^(\d{4})[./](\d{1,2})[./](\d{1,2})$/.exec(typed);
  if (yearFirst) return dateFromParts(Number(yearFirst[1]), Number(yearFirst[2]), Number(yearFirst[3]));
  const named = /^(?:[a-z]+\s+)??(\d{1,2})\.?\s*([a-z]{3,9})\.?\s*(\d{4}|\d{2})?$/.exec(typed) ?? undefined;
  const reversed = named ? undefined : /^([a-z]{3,9})\.?\s*(\d{1,2})\s*(\d{4}|\d{2})?$/.exec(typed);
  const [of, month, year = thisYear] = named
    ? [named[1], named[2], named[3]]
    : reversed
      ? [reversed[2], reversed[1], reversed[3]]
      : [undefined, "", undefined];
  const at = months.indexOf((month as string).slice(0, 3));
  return of && at >= 0 ? dateFromParts(fullYear(year, today), at + 1, Number(of)) : undefined;
}
