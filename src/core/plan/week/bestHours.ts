import type { Id, Pattern, PatternHours, Settings } from "../../model/index";

/** The parts of a working day in which somebody may have most energy. */
export const energyTimes = ["early", "midday", "late", "evening"] as const;
export type EnergyTime = (typeof energyTimes)[number];

const bestMinutes = 120;
const middayBegins = 780;
const eveningBegins = 1140;

/**
 * The patterns with two hours for a theme on each working day, in the part of the day in which it gets most done: added to the
 * first pattern, or as one where there is none, in place of other hours of that theme. Hours that are taken stay.
 * @param id of the pattern, where it has to be made
 */
export function withBestHours(settings: Settings, when: EnergyTime, theme: Id, id: Id): readonly Pattern[] {
  const [first = { id, title: "Normal week", hours: [] }, ...others] = settings.patterns ?? [];
  const kept = first.hours.filter((hours) => hours.theme !== theme);
  const best = settings.workingWeek.flatMap((day, at): PatternHours[] => {
    if (!day) return [];
    const startMinute = {
      early: day.startMinute,
      midday: middayBegins,
      late: day.endMinute - bestMinutes,
      evening: eveningBegins,
    }[when];
    const hours = { weekday: at + 1, startMinute, endMinute: startMinute + bestMinutes, theme };
    const isTaken = kept.some(
      (other) =>
        other.weekday === hours.weekday && other.startMinute < hours.endMinute && hours.startMinute < other.endMinute,
    );
    return isTaken || startMinute < 0 ? [] : [hours];
  });
  return [{ ...first, hours: [...kept, ...best] }, ...others];
}
