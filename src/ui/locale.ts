interface WeekInfo {
  firstDay: number;
}

/** The first day of the week where this person lives, 1 for Monday to 7 for Sunday. */
export function localeFirstWeekday(): number {
  const locale = new Intl.Locale(navigator.language) as Intl.Locale & { getWeekInfo?(): WeekInfo; weekInfo?: WeekInfo };
  return (locale.getWeekInfo?.() ?? locale.weekInfo)?.firstDay ?? 1;
}

/** Whether clocks go to twelve where this person lives. */
export function localeHour12(): boolean {
  return new Intl.DateTimeFormat(navigator.language, { hour: "numeric" }).resolvedOptions().hour12 ?? false;
}

/** Whether dates begin with the day where this person lives. */
export function dayFirst(): boolean {
  const parts = new Intl.DateTimeFormat(navigator.language).formatToParts(new Date(2026, 10, 24));
  return parts.findIndex(({ type }) => type === "day") < parts.findIndex(({ type }) => type === "month");
}
