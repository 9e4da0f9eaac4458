"use client";
import { remindersBetween, stillRings, type Reminder } from "@/core/plan/day/reminders";
import type { Store } from "@/core/store";
import { addDays, addMinutes, isMoment, type MomentText } from "@/core/time";

/** What this browser knows of what rang: all its tabs share it, so that each reminder rings once. */
interface Known {
  /** Up to when all that rings was taken up. */
  readonly until: MomentText;
  /** What rang and was not answered yet. */
  readonly ringing: readonly Reminder[];
  /** What is to ring again, and when. */
  readonly snoozed: readonly { readonly reminder: Reminder; readonly until: MomentText }[];
}

/** What rang longer ago than this, seen or not, is no longer worth telling. */
const longestMissedDays = 3;
/** What was to ring longer ago than this is shown as missed, and makes no sound as if it were new. */
const longestRingingMinutes = 12 * 60;
const mostRinging = 50;

/** The reminders of one workspace in this browser. */
export class RingingNow {
  readonly #key: string;
  readonly #listeners = new Set<() => void>();
  #shown: readonly Reminder[] = [];

  constructor(
    workspace: string,
    readonly store: Store,
  ) {
    this.#key = `pensum-reminders:${workspace}`;
  }

  /** What rings now, the earliest first; the same list until it changes. */
  readonly read = (): readonly Reminder[] => this.#shown;

  readonly follow = (listener: () => void): (() => void) => {
    const heard = ({ key }: StorageEvent) => key === this.#key && this.#show(this.#load());
    this.#listeners.add(listener);
    addEventListener("storage", heard);
    this.#show(this.#load());
    return () => {
      this.#listeners.delete(listener);
      removeEventListener("storage", heard);
    };
  };

  /** Takes up what is to ring by now. Returns what this tab was the first to take up, to be sounded. */
  async look(): Promise<readonly Reminder[]> {
    return this.#change((known, now) => {
      const oldest = addDaysTo(now, -longestMissedDays);
      // Clocks that went back, as for whoever flies west, show times again at which something rings.
      const from = known.until < oldest ? oldest : known.until > now ? addMinutes(now, -1) : known.until;
      const fresh = from < now ? remindersBetween(this.store, from, now) : [];
      const again = known.snoozed.filter(({ until }) => until <= now).map(({ reminder }) => reminder);
      const kept = known.ringing.filter((one) => one.at >= oldest && stillRings(this.store, one));
      const ringing = [...kept, ...again, ...fresh].filter(
        (one, at, all) => all.findIndex(({ key }) => key === one.key) === at,
      );
      const next = {
        until: now,
        ringing: ringing.slice(-mostRinging),
        snoozed: known.snoozed.filter(({ until }) => until > now),
      };
      const recent = addMinutes(now, -longestRingingMinutes);
      return [next, [...again, ...fresh.filter(({ at }) => at >= recent)]];
    });
  }

  dismiss(key: string) {
    void this.#change((known) => [{ ...known, ringing: known.ringing.filter((one) => one.key !== key) }, undefined]);
  }

  /** Lets a reminder ring again after so many minutes. */
  snooze(key: string, minutes: number) {
    void this.#change((known, now) => {
      const reminder = known.ringing.find((one) => one.key === key);
      const snoozed = reminder ? [...known.snoozed, { reminder, until: addMinutes(now, minutes) }] : known.snoozed;
      return [{ ...known, snoozed, ringing: known.ringing.filter((one) => one.key !== key) }, undefined];
    });
  }

  async #change<T>(change: (known: Known, now: MomentText) => [Known, T]): Promise<T> {
    const run = () => {
      const [next, result] = change(this.#load(), this.store.clock.now());
      try {
        localStorage.setItem(this.#key, JSON.stringify(next));
      } catch {
        // Without storage every tab rings for itself.
      }
      this.#show(next);
      return result;
    };
    return navigator.locks ? navigator.locks.request(this.#key, run) : run();
  }

  #load(): Known {
    const nothing: Known = { until: this.store.clock.now(), ringing: [], snoozed: [] };
    try {
      const stored = JSON.parse(localStorage.getItem(this.#key) ?? "null") as Partial<Known> | null;
      if (!stored || !isMoment(stored.until) || !Array.isArray(stored.ringing) || !Array.isArray(stored.snoozed))
        return nothing;
      const isSound = (one: unknown) => {
        const { key, record, title, at } = (one ?? {}) as Partial<Reminder>;
        return [key, record, title].every((words) => typeof words === "string") && isMoment(at);
      };
      return {
        until: stored.until,
        ringing: stored.ringing.filter(isSound),
        snoozed: stored.snoozed.filter((one) => isSound(one?.reminder) && isMoment(one.until)),
      };
    } catch {
      return nothing;
    }
  }

  #show({ ringing }: Known) {
    if (JSON.stringify(ringing) === JSON.stringify(this.#shown)) return;
    this.#shown = ringing;
    for (const listener of this.#listeners) listener();
  }
}

function addDaysTo(moment: MomentText, days: number): MomentText {
  return `${addDays(moment.slice(0, 10), days)}${moment.slice(10)}`;
}
