"use client";
import { useSyncExternalStore } from "react";
import { isMoment, standingClock, systemClock, type Clock, type MomentText } from "@/core/time";

/**
 * The clock of the app. Pictures and tests set `globalThis.pensumNow` to a moment before the page loads, and it stands
 * still there.
 */
export function appClock(): Clock {
  const set: unknown = (globalThis as { pensumNow?: unknown }).pensumNow;
  return isMoment(set) ? standingClock(set, systemClock().zone) : systemClock();
}

/** Looks at the clock every few seconds for all who follow it, and tells them when a minute has passed. */
class Ticker {
  readonly #clock: Clock;
  readonly #listeners = new Set<() => void>();
  #timer: ReturnType<typeof setInterval> | undefined;
  #now: MomentText;

  constructor(clock: Clock) {
    this.#clock = clock;
    this.#now = clock.now();
  }

  read = (): MomentText => (this.#timer === undefined ? (this.#now = this.#clock.now()) : this.#now);

  follow = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    if (this.#timer === undefined) {
      this.#timer = setInterval(this.#look, 5000);
      document.addEventListener("visibilitychange", this.#look);
    }
    return () => {
      this.#listeners.delete(listener);
      if (this.#listeners.size > 0) return;
      clearInterval(this.#timer);
      this.#timer = undefined;
      document.removeEventListener("visibilitychange", this.#look);
    };
  };

  #look = () => {
    const now = this.#clock.now();
    if (now === this.#now) return;
    this.#now = now;
    for (const listener of [...this.#listeners]) listener();
  };
}

const tickers = new WeakMap<Clock, Ticker>();

/** The present moment, to the minute, followed as it passes: everything on the screen sees the same one. */
export function useNow(clock: Clock): MomentText {
  let ticker = tickers.get(clock);
  if (!ticker) tickers.set(clock, (ticker = new Ticker(clock)));
  return useSyncExternalStore(ticker.follow, ticker.read, ticker.read);
}
