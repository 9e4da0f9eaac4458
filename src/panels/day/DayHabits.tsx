"use client";
import { useCallback, type KeyboardEvent } from "react";
import { layHabit, markHabit } from "@/core/commands";
import { habitsOn, streakOf, type HabitMark } from "@/core/plan";
import { dyeOf } from "@/core/things";
import type { DateText } from "@/core/time";
import { openRecord } from "@/ui/navigation";
import { useAct, useComputed, useFirstWeekday, useStore } from "@/ui/workspaceContext";

const markWords: Record<HabitMark, string> = { done: "done", part: "partly done", skipped: "skipped" };

/** The habits of a day, each marked by one press; by keys in part or skipped too. */
export function DayHabits({ date, today }: { date: DateText; today: DateText }) {
  const store = useStore();
  const act = useAct();
  const firstWeekday = useFirstWeekday();
  const habits = useComputed(useCallback((from) => habitsOn(from, date, firstWeekday), [date, firstWeekday]));
  if (habits.length === 0) return null;
  const press = (event: KeyboardEvent, id: string, mark: HabitMark | undefined) => {
    if (event.altKey || event.ctrlKey || event.metaKey) return;
    if (event.key === "+") act(markHabit, { habit: id, date, as: mark === "part" ? undefined : "part" });
    else if (event.key === "-") act(markHabit, { habit: id, date, as: mark === "skipped" ? undefined : "skipped" });
    else if (event.code === "KeyH") act(layHabit, { habit: id, date });
    else if (event.key === "Enter") openRecord(id);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <section aria-label="Habits" className="mb-4">
      <ul className="flex flex-wrap gap-x-5 gap-y-1">
        {habits.map(({ habit, mark }) => {
          const { count, of } = streakOf(habit, today, firstWeekday);
          return (
            <li key={habit.id} data-dye={dyeOf(habit, store)} className="flex items-center gap-1.5">
              <button
                className="flex min-h-6 items-center gap-2 text-left"
                aria-pressed={mark === "done"}
                aria-label={`${habit.title}, ${mark ? markWords[mark] : "not done"}`}
                aria-description="Plus marks it as done in part, minus as skipped, H gives it an hour, Enter opens it"
                disabled={date > today}
                onClick={() => act(markHabit, { habit: habit.id, date, as: mark === "done" ? undefined : "done" })}
                onKeyDown={(event) => press(event, habit.id, mark)}
              >
                <HabitBox mark={mark} />
                <span className={mark === "skipped" ? "text-ink-2 line-through" : ""}>{habit.title}</span>
              </button>
              {count > 1 && (
                <button
                  className="min-h-6 min-w-6 text-small text-ink-2 hover:underline"
                  aria-label={`${habit.title}: ${count} ${of}s in a row. Opens it`}
                  onClick={() => openRecord(habit.id)}
                >
                  {count}
                  {of === "week" ? " wk" : ""}
                </button>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** The mark of a habit: filled when it is done, half when a part is, crossed when it was skipped. */
function HabitBox({ mark }: { mark: HabitMark | undefined }) {
  return (
    <span aria-hidden className="relative size-[15px] flex-none overflow-hidden border border-(--dye) bg-sheet">
      {mark === "done" && <span className="absolute inset-0 bg-(--dye)" />}
      {mark === "part" && <span className="absolute inset-x-0 bottom-0 h-1/2 bg-(--dye)" />}
      {mark === "skipped" && <span className="absolute inset-x-0 top-1/2 border-t border-(--dye)" />}
    </span>
  );
}
