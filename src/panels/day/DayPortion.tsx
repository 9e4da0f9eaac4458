"use client";
import { Check, X } from "lucide-react";
import { useCallback, useEffect, useRef, useState, type FormEvent, type KeyboardEvent } from "react";
import { editRecord, removeRecord, setState } from "@/core/commands";
import { addAim, changePortion, takeFromPortion, takePortion } from "@/core/commands/portion";
import { isUnfinished, type Aim } from "@/core/model";
import { plainTitle } from "@/core/page";
import {
  aimsOn,
  currentPull,
  mostChosen,
  portionOn,
  portionSum,
  proposePortion,
  freeOn,
  usuallyWorked,
  type PortionTask,
  type Proposal,
} from "@/core/plan";
import { dyeOf } from "@/core/things";
import { clockText, durationText, estimateText, minuteOf, type DateText } from "@/core/time";
import { useClockActs, useClockRun } from "@/panels/clock/useClock";
import { useChoose } from "@/panels/clock/usePortion";
import { addDropZone } from "@/panels/drag";
import { SpanGoals } from "@/panels/goals/SpanGoals";
import { useNow } from "@/ui/clock";
import { openRecord } from "@/ui/navigation";
import { usePhone } from "@/ui/usePhone";
import { useAct, useComputed, useStore, useTimeStyle } from "@/ui/workspaceContext";
import { DayHabits } from "./DayHabits";

interface DayProps {
  date: DateText;
  today: DateText;
}

/** What a day is to come to, and the few tasks that were chosen for it. On a day that is over, what came of them. */
export function DayPortion({ date, today }: DayProps) {
  return (
    <>
      <SpanGoals date={date} className="mb-2" />
      <Aims date={date} today={today} />
      <Portion date={date} today={today} />
      <DayHabits date={date} today={today} />
    </>
  );
}

function Aims({ date, today }: DayProps) {
  const act = useAct();
  const aims = useComputed(useCallback((from) => aimsOn(from, date), [date]));
  const [adding, setAdding] = useState(false);
  const [words, setWords] = useState("");
  const isOver = date < today;
  if (isOver && aims.length === 0) return null;
  const hasRoom = !isOver && aims.length < mostChosen;
  return (
    <section aria-label="Aims" className="mb-4">
      <ol>
        {aims.map((aim, at) => (
          <AimLine key={aim.id} aim={aim} at={at} />
        ))}
      </ol>
      {hasRoom && (aims.length === 0 || adding) ? (
        <form
          onSubmit={(event: FormEvent) => {
            event.preventDefault();
            if (words.trim() === "") return setAdding(false);
            if (act(addAim, { date, title: words }) !== undefined) setWords("");
          }}
        >
          <input
            className="log-input font-words text-[17px] leading-7"
            aria-label="An aim for the day"
            placeholder={date === today ? "What is today to come to?" : "What is this day to come to?"}
            autoFocus={adding}
            value={words}
            onChange={(event) => setWords(event.target.value)}
            onKeyDown={(event) => {
              if (event.key !== "Escape") return;
              setWords("");
              setAdding(false);
            }}
            onBlur={() => words.trim() === "" && setAdding(false)}
          />
        </form>
      ) : (
        hasRoom && (
          <button className="min-h-6 text-small text-ink-2 hover:underline" onClick={() => setAdding(true)}>
            Add an aim
          </button>
        )
      )}
    </section>
  );
}

function AimLine({ aim, at }: { aim: Aim; at: number }) {
  const act = useAct();
  const isDone = !isUnfinished(aim.state);
  const tick = () => act(editRecord, { id: aim.id, fields: { state: isDone ? "open" : "done" } });
  return (
    <li className="group grid grid-cols-[26px_minmax(0,1fr)_auto] items-baseline leading-7">
      <button
        className="min-h-6 text-left font-words text-[15px] font-semibold text-woad"
        aria-label={isDone ? `Reached: ${aim.title}. Open it again` : `${aim.title} is reached`}
        onClick={tick}
      >
        {isDone ? <Check size={16} className="inline text-lichen" aria-hidden /> : at + 1}
      </button>
      <button
        className={`text-left font-words text-[17px] break-words ${isDone ? "text-ink-2 line-through" : ""}`}
        onClick={() => openRecord(aim.id)}
        onKeyDown={(event) => {
          if (event.key === " ") tick();
          else if (event.key === "Delete") act(removeRecord, { id: aim.id });
          else return;
          event.preventDefault();
        }}
      >
        {aim.title}
      </button>
      <button
        className="button-quiet grid place-items-center opacity-0 group-focus-within:opacity-100 group-hover:opacity-100"
        aria-label={`Remove the aim ${aim.title}`}
        onClick={() => act(removeRecord, { id: aim.id })}
      >
        <X size={14} aria-hidden />
      </button>
    </li>
  );
}

function Portion({ date, today }: DayProps) {
  const isPhone = usePhone();
  const store = useStore();
  const style = useTimeStyle();
  const act = useAct();
  const choose = useChoose();
  const now = useNow(store.clock);
  const box = useRef<HTMLElement>(null);
  const [hint, setHint] = useState("");
  const [proposal, setProposal] = useState<Proposal | "nothing">();
  const chosen = useComputed(useCallback((from) => portionOn(from, date), [date]));
  const usual = useComputed(useCallback((from) => usuallyWorked(from, date), [date]));
  const isOver = date < today;

  useEffect(() => {
    const element = box.current;
    if (!element || isOver) return;
    return addDropZone({
      element,
      over(dragged) {
        const text = dragged.kind === "task" ? "into the portion of the day" : "a portion is made of tasks";
        setHint(text);
        return text;
      },
      leave: () => setHint(""),
      drop(dragged) {
        setHint("");
        if (dragged.kind === "task") choose(dragged.task, date);
      },
    });
  }, [choose, date, isOver]);

  if (isOver && chosen.length === 0) return null;
  const sum = portionSum(chosen, isOver ? undefined : usual, date, style);
  const longest = Math.max(...chosen.map(({ minutes, workedMinutes }) => Math.max(minutes, workedMinutes)), 1);
  const next = chosen.find(({ isDone }) => !isDone)?.task.id;
  const propose = () => {
    const pull = currentPull(store);
    const freeMinutes = freeOn(store, date, date === today ? minuteOf(now) : 0);
    const found = proposePortion({
      ...{ reads: store, date, style, freeMinutes },
      pull: (task) => pull(task).points,
    });
    setProposal(found ?? "nothing");
  };
  return (
    <section
      ref={box}
      aria-label="Portion"
      className={`mb-4 ${hint ? "outline-2 outline-offset-4 outline-woad outline-dashed" : ""}`}
    >
      <h2 className="mb-1 flex flex-wrap items-baseline gap-x-2 font-words text-[19px] leading-7 font-semibold">
        Portion
        <span className={`font-interface text-[12.5px] font-normal ${sum.isTooMuch ? "text-madder" : "text-ink-2"}`}>
          {sum.text}
          {sum.isTooMuch && `: ${durationText(total(chosen) - (usual ?? 0))} more than that`}
        </span>
      </h2>
      <ul>
        {chosen.map((one) => (
          <Strand key={one.task.id} one={one} date={date} longest={longest} isNext={one.task.id === next && !isOver} />
        ))}
      </ul>
      {chosen.length === 0 && !proposal && (
        <p className="text-ink-2">
          Up to three tasks for the day{isPhone ? "." : ": press P on a task, or drag it here."}{" "}
          <button className="link" onClick={propose}>
            Propose some
          </button>
        </p>
      )}
      {proposal === "nothing" && (
        <p className="text-ink-2">
          Nothing that waits fits into what is free on this day.{" "}
          <button className="link" onClick={() => setProposal(undefined)}>
            Close
          </button>
        </p>
      )}
      {proposal && proposal !== "nothing" && chosen.length === 0 && (
        <div className="border border-dashed border-ink-3 p-2.5">
          <ol className="mb-2">
            {proposal.tasks.map(({ task, minutes }, at) => (
              <li key={task.id} className="flex flex-wrap items-baseline gap-x-2 py-0.5">
                <span className="font-semibold">{plainTitle(task.title)}</span>
                <span className="text-small text-ink-2">
                  {estimateText(minutes)}: {proposal.why[at]}
                </span>
              </li>
            ))}
          </ol>
          <div className="flex gap-2">
            <button
              className="button-filled"
              autoFocus
              onClick={() => {
                const tasks = proposal.tasks.map(({ task, minutes }) => ({ task: task.id, minutes }));
                if (act(takePortion, { date, tasks }) !== undefined) setProposal(undefined);
              }}
            >
              Take these
            </button>
            <button className="button" onClick={() => setProposal(undefined)}>
              Not these
            </button>
          </div>
        </div>
      )}
    </section>
  );
}

const total = (chosen: readonly PortionTask[]) => chosen.reduce((sum, { minutes }) => sum + minutes, 0);

interface StrandProps {
  one: PortionTask;
  date: DateText;
  /** Minutes of the longest strand, which takes the whole width. */
  longest: number;
  isNext: boolean;
}

/** One task of the portion, drawn by its weight and filled by what was worked of it. */
function Strand({ one, date, longest, isNext }: StrandProps) {
  const { task, minutes, workedMinutes, isDone, atMinute } = one;
  const store = useStore();
  const style = useTimeStyle();
  const act = useAct();
  const acts = useClockActs();
  const run = useClockRun();
  const title = plainTitle(task.title);
  const isRunning = run?.phase === "work" && run.on.task === task.id;
  const isLonger = workedMinutes > minutes;
  const said = [
    workedMinutes > 0 ? `${estimateText(workedMinutes)} of ${estimateText(minutes)}` : estimateText(minutes),
    ...(isDone ? ["done"] : []),
    ...(atMinute === undefined || workedMinutes > 0 ? [] : [`at ${clockText(atMinute, style)}`]),
  ].join(", ");
  const press = (event: KeyboardEvent) => {
    if (event.altKey && (event.key === "ArrowUp" || event.key === "ArrowDown"))
      act(changePortion, { date, task: task.id, by: event.key === "ArrowUp" ? -1 : 1 });
    else if (event.altKey || event.ctrlKey || event.metaKey) return;
    else if (event.key === "Delete" || event.key === "Backspace") act(takeFromPortion, { date, task: task.id });
    else if (event.key === " ") act(setState, { tasks: [task.id], state: isDone ? "open" : "done" });
    else if (event.key === "+" || event.key === "-") {
      const next = minutes + (event.key === "+" ? 15 : -15);
      if (next > 0) act(changePortion, { date, task: task.id, minutes: next });
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <li className="group py-1" data-dye={dyeOf(task, store)}>
      <div className="flex items-baseline justify-between gap-3">
        <button
          data-held={task.id}
          className={`min-h-6 min-w-0 text-left font-semibold break-words ${isDone ? "text-ink-2 line-through" : ""}`}
          aria-label={`${title}, ${said}`}
          aria-description="Space ticks it, Alt and the arrows move it, plus and minus change its minutes, Delete takes it out"
          onClick={() => openRecord(task.id)}
          onKeyDown={press}
        >
          {title}
        </button>
        <span className="flex flex-none items-baseline gap-2 text-small text-ink-2">
          <button
            className="button-quiet grid place-items-center opacity-0 group-focus-within:opacity-100 group-hover:opacity-100"
            aria-label={`Take ${title} out of the portion`}
            onClick={() => act(takeFromPortion, { date, task: task.id })}
          >
            <X size={13} aria-hidden />
          </button>
          {isNext && !isRunning && (
            <button className="link font-semibold" onClick={() => void acts.start({ id: task.id })}>
              Start
            </button>
          )}
          <span className={isLonger ? "text-madder" : ""}>{said}</span>
        </span>
      </div>
      <div
        className="drawn-strand mt-0.5 h-3 bg-sunk"
        style={{ width: `${Math.max(4, (Math.max(minutes, workedMinutes) / longest) * 100)}%` }}
        aria-hidden
      >
        <div
          className="h-full bg-(--dye)"
          style={{ width: `${Math.min(100, (workedMinutes / Math.max(minutes, workedMinutes)) * 100)}%` }}
        />
      </div>
    </li>
  );
}
