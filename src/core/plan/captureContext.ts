import type { CaptureContext } from "../capture";
import type { Settings } from "../model";
import { namedRecord } from "../page";
import type { Store } from "../store";
import { dateOf, minuteOf, workingDay, type TimeStyle } from "../time";
import { dayItems } from "./dayItems";
import { gapsBetween } from "./freeTime";
import { takenStretches } from "./takenStretches";

const roundMinutes = 5;

/** What a line is understood against, as the workspace stands now. */
export function captureContext(
  store: Store,
  settings: Settings,
  style: TimeStyle,
  firstWeekday: number,
): CaptureContext {
  const named = (kind: "theme" | "person") => (name: string) => {
    const record = namedRecord(store, kind, name);
    return record?.kind === kind ? { id: record.id, title: record.title } : undefined;
  };
  const now = store.clock.now();
  return {
    now,
    style,
    firstWeekday,
    priorities: settings.priorities,
    theme: named("theme"),
    person: named("person"),
    workingHours: (day) => workingDay(settings.workingWeek, day) ?? undefined,
    firstFree(day, from, to, minutes) {
      const soonest = day === dateOf(now) ? Math.ceil(minuteOf(now) / roundMinutes) * roundMinutes : 0;
      const taken = takenStretches(dayItems(store, day, store.clock.zone), settings).filter(({ waits }) => !waits);
      const gaps = gapsBetween(taken, Math.max(from, soonest), to);
      return gaps.find(({ startMinute, endMinute }) => endMinute - startMinute >= minutes)?.startMinute;
    },
  };
}
