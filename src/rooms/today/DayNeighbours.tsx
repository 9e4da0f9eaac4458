"use client";
import { useCallback } from "react";
import { dayPageId, type DayPage } from "@/core/model";
import { plainTitle } from "@/core/page";
import { eventNotesOf } from "@/core/plan";
import { clockText, dateText, isDate, isMoment, minuteOf, type DateText } from "@/core/time";
import type { Store } from "@/core/store";
import { dayAddress, goTo } from "@/ui/navigation";
import { useComputed, useTimeStyle } from "@/ui/workspaceContext";

const yearsBack = 30;

interface Neighbours {
  readonly before: DateText | undefined;
  readonly after: DateText | undefined;
  /** This date in earlier years, the latest first, each with the beginning of its page. */
  readonly earlier: readonly (readonly [date: DateText, words: string])[];
}

/** The pages that were written before and after a day's, and those of this date in earlier years. */
function neighboursOf(store: Store, date: DateText): Neighbours {
  let before: DateText | undefined;
  let after: DateText | undefined;
  for (const page of store.list("kind", "day") as readonly DayPage[]) {
    if (page.text.trim() === "") continue;
    if (page.date < date && (before === undefined || page.date > before)) before = page.date;
    if (page.date > date && (after === undefined || page.date < after)) after = page.date;
  }
  const earlier: (readonly [DateText, string])[] = [];
  for (let back = 1; back <= yearsBack; back++) {
    const then = `${String(Number(date.slice(0, 4)) - back).padStart(4, "0")}${date.slice(4)}`;
    const page = isDate(then) ? store.find("day", dayPageId(then)) : undefined;
    if (page && page.text.trim() !== "") earlier.push([then, beginning(page.text)]);
  }
  return { before, after, earlier };
}

/** The first words of a page, without marks. */
function beginning(text: string): string {
  const lines = text
    .split("\n")
    .map((line) => plainTitle(line.replace(/^[\s>#*+-]*(?:\[[ xX]\])?\s*/, "").replace(/\s*\{[^{}]*\}\s*$/, "")));
  return lines.filter(Boolean).slice(0, 3).join(" · ").slice(0, 200);
}

/** Ways from a day's page to those beside it in time. */
export function DayNeighbours({ date, today }: { date: DateText; today: DateText }) {
  const style = useTimeStyle();
  const { before, after, earlier } = useComputed(useCallback((store: Store) => neighboursOf(store, date), [date]));
  const notes = useComputed(useCallback((store: Store) => eventNotesOf(store, date), [date]));
  if (!before && !after && earlier.length === 0 && notes.length === 0) return null;
  const go = (day: DateText) => () => goTo(dayAddress(day, today));
  const named = (day: DateText) => dateText(day, day.slice(0, 4) === date.slice(0, 4) ? "short" : "full", style);
  return (
    <footer className="mt-10 border-t border-hairline pt-3 text-ink-2">
      {notes.length > 0 && (
        <section className="mb-3" aria-label="Notes for this day’s events">
          <h2 className="font-semibold">Notes for this day’s events</h2>
          <ul>
            {notes.map(({ event, notes: page }) => (
              <li key={event.id} className="grid grid-cols-[48px_1fr] gap-2 border-b border-hairline py-1">
                <span>{isMoment(event.start) ? clockText(minuteOf(event.start), style) : "day"}</span>
                <button className="link truncate text-left" onClick={() => goTo(`/notes/${page.id}`)}>
                  {page.title}
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
      <nav aria-label="Previous and next page" className="flex flex-wrap justify-between gap-3">
        {before ? (
          <button className="link" onClick={go(before)}>
            Previous page: {named(before)}
          </button>
        ) : (
          <span />
        )}
        {after && (
          <button className="link" onClick={go(after)}>
            Next page: {named(after)}
          </button>
        )}
      </nav>
      {earlier.length > 0 && (
        <section className="mt-3" aria-label="This date in earlier years">
          <h2 className="font-semibold">This date in earlier years</h2>
          <ul>
            {earlier.map(([day, words]) => (
              <li key={day} className="grid grid-cols-[48px_1fr] gap-2 border-b border-hairline py-1">
                <button className="link text-left" onClick={go(day)}>
                  {day.slice(0, 4)}
                </button>
                <span className="truncate">{words}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </footer>
  );
}
