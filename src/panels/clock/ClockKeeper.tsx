"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import type { ClockRun } from "@/core/model";
import { endOfPhase, faceWords, runningEntry } from "@/core/plan";
import { subjectName } from "@/core/things";
import {
  addMinutes,
  clockText,
  dateOf,
  durationText,
  elapsedMinutes,
  instantOf,
  minuteOf,
  momentAt,
  momentOfInstant,
  parseClock,
  relativeMomentText,
  type MomentText,
} from "@/core/time";
import { Dialog } from "@/ui/Dialog";
import { notify } from "@/ui/notices";
import { showBadge, showTitle } from "@/ui/tabFace";
import { useAct, useComputed, useStore, useTimeStyle, useWorkspace } from "@/ui/workspaceContext";
import { claimRing, notifyOutside, ring, ringing } from "./ringing";
import { takeInSetBack, useClockActs, useClockFace } from "./useClock";

/** A silence shorter than this is a tab that was slow, and is not asked about. */
const leastSilenceMs = 10 * 60_000;
const lookMs = 30_000;

/** What goes on around a clock that runs: the title and the icon of the tab, the ring at an end, the question after a sleep. */
export function ClockKeeper({ run }: { run: ClockRun }) {
  const store = useStore();
  const { name: workspace } = useWorkspace();
  const face = useClockFace(run);
  const name = useComputed(useCallback((from) => subjectName(from, run.on), [run]));
  const { length, what } = faceWords(face);
  useTabFace(run.phase === "pause" ? `Paused: ${name}` : `${length} ${what}, ${name}`, face.leftMs);

  // The end is told of once, by whichever tab sees it first.
  const { phase } = run;
  const until = endOfPhase(run);
  const isBlock = run.on.block !== undefined;
  const isOver = face.leftMs !== undefined && face.leftMs <= 0;
  useEffect(() => {
    if (until === undefined || phase === "pause" || !isOver) return;
    const passed = instantOf(store.clock) - until;
    // What ended while nobody was here is asked about, and does not ring.
    if (passed > leastSilenceMs) return;
    void claimRing(workspace, until).then((isFirst) => {
      if (!isFirst) return;
      const text = phase === "break" ? "The break is over." : `The time for “${name}” is up.`;
      notify({ text });
      if (ringing.read()[phase === "break" ? "break" : isBlock ? "block" : "sitting"]) ring();
      notifyOutside(text);
    });
  }, [store, workspace, until, phase, isBlock, isOver, name]);

  const [silence, settle] = useSilence(run, workspace);
  return silence === undefined ? null : <SilenceForm run={run} since={silence} onSettled={settle} />;
}

/** Shows the clock where the tab is seen: in its title, its icon and, of an installed app, the badge. */
function useTabFace(title: string, leftMs: number | undefined) {
  const minutes = leftMs === undefined ? undefined : Math.ceil(leftMs / 60_000);
  useEffect(() => showTitle("clock", title), [title]);
  useEffect(
    () => () => {
      showTitle("clock", undefined);
      showBadge("clock", undefined);
    },
    [],
  );
  useEffect(() => {
    const links = [...document.querySelectorAll<HTMLLinkElement>("link[rel~='icon']")];
    const before = links.map((link) => link.href);
    if (minutes !== undefined) {
      const words = minutes > 99 ? "99" : minutes < -99 ? "99" : String(Math.abs(minutes));
      // A picture of its own does not see the page's dyes.
      const dyes = getComputedStyle(document.documentElement);
      const ground = dyes.getPropertyValue(minutes > 0 ? "--woad" : "--madder");
      const icon = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 32 32"><rect width="32" height="32" rx="4" fill="${ground}"/><text x="16" y="23" font-family="sans-serif" font-size="20" font-weight="700" text-anchor="middle" fill="${dyes.getPropertyValue("--sheet")}">${words}</text></svg>`;
      for (const link of links) link.href = `data:image/svg+xml,${encodeURIComponent(icon)}`;
      showBadge("clock", Math.max(0, minutes));
    }
    return () => {
      for (const [at, link] of links.entries()) link.href = before[at] as string;
    };
  }, [minutes]);
}

/** Since when nobody was here while the clock ran: no tab was open, or the machine slept. */
function useSilence(run: ClockRun, workspace: string): [MomentText | undefined, () => void] {
  const store = useStore();
  const act = useAct();
  const [since, setSince] = useState<MomentText>();
  const entry = runningEntry(run);
  const asked = useRef(false);
  useEffect(() => {
    if (run.phase !== "work") return;
    const key = `pensum-clock-seen:${workspace}`;
    const look = () => {
      takeInSetBack(store, act);
      if (asked.current) return;
      const now = instantOf(store.clock);
      const seen = Math.max(run.since, readNumber(key));
      if (now - seen > leastSilenceMs) {
        asked.current = true;
        setSince(momentOfInstant(seen, store.clock.zone));
      } else writeNumber(key, now);
    };
    // Another tab was answered, or what runs is another sitting: there is nothing left to ask here.
    const answered = () => {
      asked.current = false;
      setSince(undefined);
    };
    const heard = (event: StorageEvent) => {
      if (event.key === key && instantOf(store.clock) - readNumber(key) < leastSilenceMs) answered();
    };
    answered();
    look();
    const timer = setInterval(look, lookMs);
    document.addEventListener("visibilitychange", look);
    addEventListener("storage", heard);
    return () => {
      removeEventListener("storage", heard);
      clearInterval(timer);
      document.removeEventListener("visibilitychange", look);
    };
  }, [store, act, workspace, run.phase, run.since, entry]);
  const settle = useCallback(() => {
    writeNumber(`pensum-clock-seen:${workspace}`, instantOf(store.clock));
    asked.current = false;
    setSince(undefined);
  }, [store, workspace]);
  return [since, settle];
}

function readNumber(key: string): number {
  try {
    return Number(localStorage.getItem(key) ?? 0) || 0;
  } catch {
    return 0;
  }
}

function writeNumber(key: string, value: number) {
  try {
    localStorage.setItem(key, String(value));
  } catch {
    // Without storage a silence is seen only by a tab that stays open.
  }
}

/** Asks what of a time in which nobody was here was work. */
function SilenceForm({ run, since, onSettled }: { run: ClockRun; since: MomentText; onSettled: () => void }) {
  const store = useStore();
  const style = useTimeStyle();
  const acts = useClockActs();
  const { zone } = store.clock;
  const [now] = useState(() => store.clock.now());
  const [until, setUntil] = useState("");
  const [fault, setFault] = useState("");
  const name = subjectName(store, run.on);
  const time = (moment: MomentText) =>
    dateOf(moment) === dateOf(now)
      ? clockText(minuteOf(moment), style)
      : relativeMomentText(moment, dateOf(now), style);
  const settle = (workedUntil: MomentText | undefined, goOn = true) => {
    onSettled();
    if (workedUntil !== undefined) void acts.mend(workedUntil, goOn);
  };
  const take = (goOn: boolean) => {
    const minute = parseClock(until);
    const moment = minute === undefined ? undefined : laterThan(since, minute);
    if (moment === undefined || moment > now) return setFault(`A time from ${time(since)} to ${time(now)}.`);
    settle(moment, goOn);
  };
  return (
    <Dialog title="How much of it was work?" onClose={() => settle(undefined)}>
      <p className="mb-3 font-words text-page">
        The clock ran on “{name}” while nobody was here, from {time(since)} to {time(now)}: that is{" "}
        {durationText(elapsedMinutes(since, now, zone))}.
      </p>
      <div className="grid justify-items-start gap-2">
        <button className="button-filled" autoFocus onClick={() => settle(since)}>
          None: end it at {time(since)} and start again now
        </button>
        <button className="button" onClick={() => settle(since, false)}>
          None, and stop the clock
        </button>
        <button className="button" onClick={() => settle(undefined)}>
          All of it
        </button>
        <form
          className="flex flex-wrap items-center gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            take(true);
          }}
        >
          <label className="flex items-center gap-2">
            Some of it, until
            <input
              className="field w-20"
              placeholder={clockText(minuteOf(addMinutes(since, 15)), style)}
              value={until}
              aria-invalid={fault !== ""}
              onChange={(event) => {
                setUntil(event.target.value);
                setFault("");
              }}
            />
          </label>
          <button className="button">Keep that and go on</button>
          <button type="button" className="button" onClick={() => take(false)}>
            Keep that and stop
          </button>
          {fault && <span className="text-small text-madder">{fault}</span>}
        </form>
      </div>
    </Dialog>
  );
}

/** The first moment after `since` at which clocks show a minute of the day. */
function laterThan(since: MomentText, minute: number): MomentText {
  const sameDay = momentAt(dateOf(since), minute);
  return sameDay >= since ? sameDay : addMinutes(sameDay, 1440);
}
