"use client";
import { useCallback, useEffect, useMemo, useSyncExternalStore } from "react";
import { remindersBetween, type Reminder } from "@/core/plan/day/reminders";
import {
  addDays,
  clockText,
  dateOf,
  durationText,
  minuteOf,
  minutesBetween,
  relativeMomentText,
  type MomentText,
  type TimeStyle,
} from "@/core/time";
import { useNow } from "@/ui/clock";
import { openRecord } from "@/ui/navigation";
import { useComputed, useStore, useTimeStyle, useWorkspace } from "@/ui/workspaceContext";
import { notifyOutside, ring } from "./ringing";
import { RingingNow } from "./ringingNow";
import { useEntryOffer } from "./useEntryOffer";

/** What rings now and was not answered yet, over whatever room one is in. */
export function Reminders() {
  const { name, store } = useWorkspace();
  const style = useTimeStyle();
  useEntryOffer();
  const now = useNow(store.clock);
  const ringingNow = useMemo(() => new RingingNow(name, store), [name, store]);
  const all = useSyncExternalStore(ringingNow.follow, ringingNow.read, ringingNow.read);
  // What is to ring today, by what is known now: it is another list when something that rings was made, moved or done.
  const due = useComputed(
    useCallback((from) => remindersBetween(from, `${addDays(dateOf(now), -1)}T23:59`, now), [now]),
  );
  useEffect(() => {
    void ringingNow.look().then((fresh) => {
      if (fresh.length === 0) return;
      ring();
      for (const one of fresh.slice(0, 3)) notifyOutside(`${one.title}, ${whenWords(one, store.clock.now(), style)}`);
    });
    // Looked at each minute, and when something changed: what rings may be done, moved or new.
  }, [ringingNow, now, due, style, store]);
  if (all.length === 0) return null;
  return (
    <section
      aria-label="Reminders"
      className="fixed right-4 bottom-4 z-40 grid max-h-[60vh] w-[320px] max-w-[calc(100vw-32px)] gap-px overflow-y-auto border border-ink-3 bg-rule"
    >
      {all.map((reminder) => (
        <div key={reminder.key} role="alert" className="bg-sheet px-3 py-2">
          <button
            className="text-left font-semibold break-words hover:underline"
            onClick={() => openRecord(reminder.record)}
          >
            {reminder.title}
          </button>
          <p className="text-small text-ink-2">{whenWords(reminder, now, style)}</p>
          <div className="clock-acts" role="group" aria-label={`Reminder of ${reminder.title}`}>
            <button onClick={() => ringingNow.snooze(reminder.key, 5)}>In 5 min</button>
            <button onClick={() => ringingNow.snooze(reminder.key, 60)}>In 1 h</button>
            <button
              onClick={() => ringingNow.snooze(reminder.key, minutesBetween(now, `${addDays(dateOf(now), 1)}T08:00`))}
            >
              Tomorrow
            </button>
            <button className="ml-auto" onClick={() => ringingNow.dismiss(reminder.key)}>
              Dismiss
            </button>
          </div>
        </div>
      ))}
    </section>
  );
}

/** "in 10 min, at 13:00", "since 8:30", "missed: Mon 23 Nov at 9:00". */
export function whenWords({ at, target, what }: Reminder, now: MomentText, style: TimeStyle): string {
  const time = target ?? at;
  const today = dateOf(now);
  const written =
    dateOf(time) === today ? `at ${clockText(minuteOf(time), style)}` : relativeMomentText(time, today, style);
  const ahead = minutesBetween(now, time);
  const verb = what === "due" ? "due " : "";
  if (ahead > 0) return `${verb}in ${durationText(ahead)}, ${written}`;
  if (ahead > -2) return `${verb}now`;
  return `${what === "own" ? "was to ring" : what === "due" ? "was due" : "began"} ${written}`;
}

const daysListed = 7;

/** What will ring in the days to come, so that it can be looked over. */
export function WillRing({ most = 5 }: { most?: number }) {
  const store = useStore();
  const style = useTimeStyle();
  const now = useNow(store.clock);
  const ahead = useComputed(
    useCallback((from) => remindersBetween(from, now, `${addDays(dateOf(now), daysListed)}T23:59`), [now]),
  );
  return (
    <section aria-label="What will ring">
      <h3 className="mb-1 font-semibold text-ink-2">What will ring</h3>
      {ahead.length === 0 ? (
        <p className="text-small text-ink-2">Nothing in the next seven days.</p>
      ) : (
        <ul>
          {ahead.slice(0, most).map((one) => (
            <li key={one.key} className="flex items-baseline justify-between gap-2 border-b border-hairline py-0.5">
              <button
                className="min-h-6 min-w-0 truncate text-left hover:underline"
                onClick={() => openRecord(one.record)}
              >
                {one.title}
              </button>
              <span className="flex-none text-small text-ink-2">{relativeMomentText(one.at, dateOf(now), style)}</span>
            </li>
          ))}
        </ul>
      )}
      {ahead.length > most && <p className="text-small text-ink-2">and {ahead.length - most} more</p>}
    </section>
  );
}
