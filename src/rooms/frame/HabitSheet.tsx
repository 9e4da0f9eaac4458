"use client";
import { scaleBand } from "d3-scale";
import { useMemo, useState } from "react";
import { layHabit, markHabit } from "@/core/commands";
import type { Habit } from "@/core/model";
import { habitYear, markOn, streakOf, type HabitMark } from "@/core/plan";
import { dyeOf } from "@/core/things";
import { dateOf, dateText, type DateText } from "@/core/time";
import { useNow } from "@/ui/clock";
import { useAct, useFirstWeekday, useStore, useTimeStyle } from "@/ui/workspaceContext";

const marks: readonly (readonly [HabitMark, string])[] = [
  ["done", "Done"],
  ["part", "Partly"],
  ["skipped", "Skipped"],
];

/** What was said of a habit: today, in a row, and over a year. */
export function HabitSheet({ habit }: { habit: Habit }) {
  const store = useStore();
  const style = useTimeStyle();
  const act = useAct();
  const today = dateOf(useNow(store.clock));
  const [date, setDate] = useState<DateText>(today);
  const [reason, setReason] = useState("");
  const mark = markOn(habit, date);
  const firstWeekday = useFirstWeekday();
  const streak = useMemo(() => streakOf(habit, today, firstWeekday), [habit, today, firstWeekday]);
  const say = (as: HabitMark) => {
    const next = mark === as ? undefined : as;
    if (act(markHabit, { habit: habit.id, date, as: next, ...(next === "skipped" ? { reason } : {}) }) !== undefined)
      setReason("");
  };
  return (
    <section aria-label="Habit" className="mb-5" data-dye={dyeOf(habit, store)}>
      <h4 className="mb-1 font-semibold text-ink-2">{date === today ? "Today" : dateText(date, "full", style)}</h4>
      <div className="mb-2 flex flex-wrap items-center gap-2">
        {marks.map(([one, words]) => (
          <button
            key={one}
            className={`button ${mark === one ? "border-ink bg-sunk" : ""}`}
            aria-pressed={mark === one}
            onClick={() => say(one)}
          >
            {words}
          </button>
        ))}
        <button className="button-quiet" onClick={() => act(layHabit, { habit: habit.id, date })}>
          Give it an hour
        </button>
      </div>
      <input
        className="field mb-3 w-full"
        aria-label="Why it is skipped"
        placeholder="Why, where it is skipped"
        value={reason}
        onChange={({ target }) => setReason(target.value)}
      />
      <p>
        {streak.count === 0
          ? "No streak yet."
          : `${streak.count} ${streak.of}${streak.count === 1 ? "" : "s"} in a row.`}{" "}
        {streak.longest > streak.count && `The longest was ${streak.longest}.`}
      </p>
      <p className="mb-3 text-small text-ink-2">
        {streak.of === "day"
          ? "Counted are the days of its rule on which it was done, in part too. A skipped day neither counts nor breaks the streak."
          : "Counted are the weeks in which it was done often enough. A skipped day stands for one of the times; the present week breaks nothing."}
      </p>
      <Year habit={habit} today={today} chosen={date} onChoose={setDate} />
    </section>
  );
}

interface YearProps {
  habit: Habit;
  today: DateText;
  chosen: DateText;
  onChoose: (date: DateText) => void;
}

const [width, height] = [336, 58];

/** A year of a habit: a column for each week, a row for each day. What was planned is outlined, what was done is filled. */
function Year({ habit, today, chosen, onChoose }: YearProps) {
  const style = useTimeStyle();
  const firstWeekday = useFirstWeekday();
  const { days, meant, done } = useMemo(() => habitYear(habit, today, firstWeekday), [habit, today, firstWeekday]);
  const across = scaleBand<number>()
    .domain(Array.from({ length: Math.ceil(days.length / 7) }, (_, week) => week))
    .range([0, width])
    .padding(0.15);
  const down = scaleBand<number>().domain([0, 1, 2, 3, 4, 5, 6]).range([0, height]).padding(0.15);
  const choose = (event: React.MouseEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const week = Math.floor(((event.clientX - box.left) / box.width) * across.domain().length);
    const row = Math.floor(((event.clientY - box.top) / box.height) * 7);
    const day = days[week * 7 + row];
    if (day) onChoose(day.date);
  };
  return (
    <figure>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        className="w-full cursor-pointer"
        role="img"
        aria-label={`The last year: done on ${done} of about ${meant} days`}
        onClick={choose}
      >
        {days.map(({ date, mark, isMeant }, at) => (
          <rect
            key={date}
            x={across(Math.floor(at / 7))}
            y={down(at % 7)}
            width={across.bandwidth()}
            height={down.bandwidth()}
            fill={mark === "done" || mark === "part" ? "var(--dye)" : isMeant ? "var(--sheet)" : "var(--hairline)"}
            fillOpacity={mark === "part" ? 0.45 : 1}
            stroke={date === chosen ? "var(--ink)" : mark === "skipped" || (isMeant && !mark) ? "var(--dye)" : "none"}
            strokeWidth={0.8}
            strokeDasharray={mark === "skipped" ? "1 1" : undefined}
          >
            <title>
              {dateText(date, "full", style)}
              {mark ? `, ${mark === "part" ? "in part" : mark}` : isMeant ? ", missed" : ""}
            </title>
          </rect>
        ))}
      </svg>
      <figcaption className="mt-1 text-small text-ink-2">
        Done {done} times of {meant} in the last year. Press a day to mark it.
      </figcaption>
    </figure>
  );
}
