import { addDays, weekNumber, type DateText } from "../time";

/** The places of a template that fill themselves on a day. */
export function knownFills(today: DateText): Record<string, string> {
  return {
    today,
    tomorrow: addDays(today, 1),
    yesterday: addDays(today, -1),
    week: String(weekNumber(today)),
  };
}
