"use client";
import { nameOf } from "@/core/things";
import { useCallback, useState } from "react";
import { moveItem } from "@/core/commands";
import type { Block, Event } from "@/core/model";
import { datesAhead, fitFor, freeTime, warningsOn, type DayWarnings, type DoubleBooking } from "@/core/plan";
import {
  clockText,
  dateOf,
  dateText,
  durationText,
  minuteOf,
  minutesBetween,
  momentAt,
  rangeText,
  type DateText,
} from "@/core/time";
import { useNow } from "@/ui/clock";
import { goTo, openRecord, planAddress } from "@/ui/navigation";
import { useAct, useComputedSoon, useStore, useTimeStyle } from "@/ui/workspaceContext";

const daysLooked = 14;

/** What may not hold of the next two weeks, and of the days after them that have something on them: double bookings, work without a break. */
export function Warnings({ today }: { today: DateText }) {
  const [open, setOpen] = useState(false);
  const found = useComputedSoon(useCallback((from) => warningsOn(from, datesAhead(from, today, daysLooked)), [today]));
  const doubles = found.reduce((sum, day) => sum + day.doubles.length, 0);
  const runs = found.reduce((sum, day) => sum + day.runs.length, 0);
  if (doubles + runs === 0) return null;
  const words = [
    doubles > 0 ? `${doubles} double ${doubles === 1 ? "booking" : "bookings"}` : "",
    runs > 0 ? `${runs} ${runs === 1 ? "stretch" : "stretches"} without a break` : "",
  ].filter(Boolean);
  return (
    <section
      aria-label="Warnings"
      className="mx-3 mt-2 max-h-[40%] flex-none overflow-y-auto border-t border-rule pt-1 [scrollbar-width:thin]"
    >
      <button className="link min-h-6 text-left text-small" aria-expanded={open} onClick={() => setOpen(!open)}>
        Ahead: {words.join(", ")}
      </button>
      {open && found.map((day) => <Day key={day.date} {...day} />)}
    </section>
  );
}

function Day({ date, doubles, runs }: DayWarnings) {
  const style = useTimeStyle();
  return (
    <div className="py-1">
      <h3 className="text-small font-semibold">
        <button className="hover:underline" onClick={() => goTo(planAddress("calendar", 1, date))}>
          {dateText(date, "short", style)}
        </button>
      </h3>
      <ul className="text-small">
        {doubles.map((pair) => (
          <Double key={`${pair.first.record.id} ${pair.second.record.id}`} date={date} pair={pair} />
        ))}
        {runs.map(({ startMinute, endMinute }) => (
          <li key={startMinute} className="border-t border-hairline py-1 text-ink-2">
            {rangeText(startMinute, endMinute, style)}: {durationText(endMinute - startMinute)} without a break.
          </li>
        ))}
      </ul>
    </div>
  );
}

/** Two things at once; those that are hours of one’s own may go to the next free time of the day, events stay. */
function Double({ date, pair }: { date: DateText; pair: DoubleBooking }) {
  const store = useStore();
  const style = useTimeStyle();
  const act = useAct();
  const [first, second] = [pair.first.record, pair.second.record];
  const present = useNow(store.clock);
  /** Where a thing would go on this day; undefined where there is no room for it. */
  const freeFor = (record: Block): number | undefined => {
    const length = minutesBetween(record.start, record.end);
    const from = date === dateOf(present) ? minuteOf(present) : 0;
    return fitFor(freeTime(store, date, from), length);
  };
  const move = (record: Block, at: number) => {
    const start = momentAt(date, at);
    act(moveItem, { id: record.id, start });
  };
  const name = (record: Block | Event) => (
    <button className="link font-semibold" onClick={() => openRecord(record.id)}>
      {nameOf(record, store)}
    </button>
  );
  const blocks = [first, second].filter((record): record is Block => record.kind === "block");
  return (
    <li className="border-t border-hairline py-1">
      {name(first)} and {name(second)} overlap, {rangeText(pair.startMinute, pair.endMinute, style)}
      {blocks.map((record) => {
        const at = freeFor(record);
        return (
          at !== undefined && (
            <span key={record.id}>
              {". "}
              <button className="link" onClick={() => move(record, at)}>
                Move {nameOf(record, store)} to {clockText(at, style)}
              </button>
            </span>
          )
        );
      })}
    </li>
  );
}
