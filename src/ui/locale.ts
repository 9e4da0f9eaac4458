interface WeekInfo {
  firstDay: number;
}

/** What a locale says, asked of the platform once for each: an asking costs up to a millisecond. */
function remembered<T>(ask: (locale: string) => T): () => T {
  const known = new Map<string, T>();
  return () => {
    const { language } = navigator;
    if (!known.has(language)) known.set(language, ask(language));
    return known.get(language) as T;
  };
}

/** The first day of the week where this person lives, 1 for Monday to 7 for Sunday. */
export const localeFirstWeekday = remembered((language) => {
  const locale = new Intl.Locale(language) as Intl.Locale & { getWeekInfo?(): WeekInfo; weekInfo?: WeekInfo };
  return (locale.getWeekInfo?.() ?? locale.weekInfo)?.firstDay ?? 1;
});

/** Whether clocks go to twelve where this person lives. */
export const localeHour12 = remembered(
  (language) => new Intl.DateTimeFormat(language, { hour: "numeric" }).resolvedOptions().hour12 ?? false,
);

/** Whether dates begin with the day where this person lives. */
export const dayFirst = remembered((language) => {
  const parts = new Intl.DateTimeFormat(language).formatToParts(new Date(2026, 10, 24));
  return parts.findIndex(({ type }) => type === "day") < parts.findIndex(({ type }) => type === "month");
});

/**
 * The locale in which dates and numbers are written: the language of the interface, as it is written where this person
 * lives, so that no name of a day stands in another language than the words around it.
 */
export const writingLocale = remembered((language) => {
  const { language: tongue, region } = new Intl.Locale(language).maximize();
  return tongue === "en" ? language : `en-${region ?? "GB"}`;
});
