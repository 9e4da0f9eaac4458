"use client";
import { useCallback, useState, type FormEvent } from "react";
import { carry, setState } from "@/core/commands";
import { writeDayLine } from "@/core/commands/reviews";
import { leftToday } from "@/core/insight";
import { type Task } from "@/core/model";
import { plainTitle } from "@/core/page";
import { loadOf, namedItems } from "@/core/plan";
import { addDays, rangeText } from "@/core/time";
import { DayChoice } from "@/panels/day/DayChoice";
import { LeftOverBand } from "@/panels/day/LeftOverBand";
import { Warnings } from "@/panels/day/Warnings";
import { LoadBar, loadText } from "@/panels/days/LoadBar";
import { openRecord } from "@/ui/navigation";
import { useAct, useComputed, useList, useTimeStyle } from "@/ui/workspaceContext";
import { TaskTick } from "@/panels/TaskTick";
import { type StepProps, Empty } from "./stepParts";

export function LeftOverStep({ today }: StepProps) {
  return (
    <>
      <LeftOverBand today={today} isOpen />
      <p className="text-ink-2">
        What was carried often asks for an answer: do it today, give it a day that has room, or drop it.
      </p>
    </>
  );
}

export function EventsStep({ review: { from: date } }: StepProps) {
  const style = useTimeStyle();
  const items = useComputed(useCallback((reads) => namedItems(reads, date), [date]));
  const load = useComputed(useCallback((reads) => loadOf(reads, date), [date]));
  return (
    <>
      <div className="mb-3 max-w-[420px]">
        <p className="mb-1 font-semibold">{loadText(load)}</p>
        <LoadBar load={load} />
      </div>
      {items.length === 0 ? (
        <Empty>Nothing is scheduled for today yet.</Empty>
      ) : (
        <ul className="border-t border-hairline">
          {items.map(({ record, startMinute, endMinute, title, done }) => (
            <li key={record.id} className="flex items-baseline gap-4 border-b border-hairline py-1">
              <span className="w-28 flex-none text-ink-2">{rangeText(startMinute, endMinute, style)}</span>
              <button
                className={`min-h-6 text-left hover:underline ${done ? "text-ink-2 line-through" : ""}`}
                onClick={() => openRecord(record.id)}
              >
                {title}
              </button>
            </li>
          ))}
        </ul>
      )}
      <Warnings today={date} />
    </>
  );
}

export function TicksStep({ review: { from: date } }: StepProps) {
  const meant = useList("tasksByDoDay", date) as readonly Task[];
  const done = useList("tasksByDoneDay", date) as readonly Task[];
  const all = [...new Map([...meant, ...done].map((task) => [task.id, task])).values()].filter(
    ({ state }) => state !== "dropped",
  );
  if (all.length === 0) return <Empty>No task was meant for this day.</Empty>;
  return (
    <ul className="border-t border-hairline">
      {all.map((task) => (
        <TaskTick key={task.id} task={task} />
      ))}
    </ul>
  );
}

export function LeftStep({ review: { from: date }, today }: StepProps) {
  const act = useAct();
  const left = useComputed(useCallback((reads) => leftToday(reads, date), [date]));
  if (left.length === 0) return <Empty>Nothing is left over from this day.</Empty>;
  const tomorrow = addDays(date, 1);
  return (
    <ul className="border-t border-hairline">
      {left.map((task) => (
        <TaskTick key={task.id} task={task}>
          <span
            role="group"
            aria-label={`What happens to ${plainTitle(task.title)}`}
            className="flex flex-wrap gap-x-1"
          >
            <button
              className="button-quiet font-semibold text-woad"
              onClick={() => act(carry, { tasks: [task.id], to: tomorrow })}
            >
              Tomorrow
            </button>
            <DayChoice
              label="Another day"
              today={today}
              from={tomorrow}
              onPick={(to) => act(carry, { tasks: [task.id], to })}
            />
            <button className="button-quiet" onClick={() => act(setState, { tasks: [task.id], state: "dropped" })}>
              Drop
            </button>
          </span>
        </TaskTick>
      ))}
    </ul>
  );
}

export function LineStep({ review: { from: date } }: StepProps) {
  const act = useAct();
  const [words, setWords] = useState("");
  const write = (event: FormEvent) => {
    event.preventDefault();
    if (act(writeDayLine, { date, words }) !== undefined) setWords("");
  };
  return (
    <form onSubmit={write} className="flex max-w-[560px] gap-2">
      <input
        className="field min-w-0 flex-1"
        aria-label="How it went"
        placeholder="It becomes a line on the day’s page"
        value={words}
        onChange={({ target }) => setWords(target.value)}
      />
      <button className="button">Write it</button>
    </form>
  );
}
