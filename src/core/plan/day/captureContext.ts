import type { PlanContext } from "../context";
import type { CaptureContext } from "../../capture/index";
import { namedRecord } from "../../page/index";
import { dateOf, minuteOf, workingDay, type TimeStyle } from "../../time/index";
import { dayItems } from "./dayItems";
import { gapsBetween } from "../week/freeTime";
import { takenStretches } from "./takenStretches";

const roundMinutes = 5;

/** What a line is understood against, as the workspace stands now. */
export function captureContext(store: PlanContext, style: TimeStyle, firstWeekday: number): CaptureContext {
  const { settings } = store;
  const named = (kind: "theme" | "person") => (name: string) => {
    const record = namedRecord(store, kind, name);
    return record?.kind === kind ? { id: record.id, title: record.title } : undefined;
  };
  const now = store.now;
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
      const taken = takenStretches(dayItems(store, day), settings).filter(({ waits }) => !waits);
      const gaps = gapsBetween(taken, Math.max(from, soonest), to);
      return gaps.find(({ startMinute, endMinute }) => endMinute - startMinute >= minutes)?.startMinute;
    },
  };
}
