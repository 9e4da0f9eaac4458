"use client";
import { useCallback, useMemo, useRef, useState } from "react";
import { giveDay, moveItem, takeOff } from "@/core/commands";
import { addTo, type Id, type Lens, type Task, type Theme } from "@/core/model";
import { plainTitle } from "@/core/page";
import { inNextOrder, movable, unplacedTasks, type Shortage, type Unplaced } from "@/core/plan";
import {
  addDays,
  addMinutes,
  clockText,
  dateOf,
  dateText,
  durationText,
  isMoment,
  minuteOf,
  minutesBetween,
  momentAt,
  relativeDateText,
  type DateText,
  type TimeStyle,
} from "@/core/time";
import type { Store } from "@/core/store";
import { useNow } from "@/ui/clock";
import { TrayRow } from "@/panels/hours/TrayRow";
import { useTraySelection } from "@/panels/hours/useTraySelection";
import { openRecord } from "@/ui/navigation";
import { useFreeAhead, usePull, useShortages } from "@/panels/days/planning";
import { PickList, SentencePart } from "@/ui/SentencePart";
import { useAct, useComputed, useComputedSoon, useList, useStore, useTimeStyle } from "@/ui/workspaceContext";
import { useTrayTheme } from "./trayTheme";
import { Warnings } from "@/panels/day/Warnings";
import { trayWays, usePlanView, type PlanView, type TrayWay } from "@/panels/hours/planView";
import { late } from "@/ui/late";

const LensReader = late(() => import("./LensReader").then((reader) => ({ default: reader.LensReader })));

const shownAtFirst = 60;

interface Heap {
  readonly id: Id;
  readonly title: string;
  readonly tasks: readonly Unplaced[];
  readonly minutes: number;
}

interface PlanTrayProps {
  today: DateText;
  hidden: boolean;
  /** The days the calendar shows. */
  first: DateText;
  last: DateText;
}

/** What has no hours yet, beside the calendar, and what will not fit. */
export function PlanTray({ today, hidden, first, last }: PlanTrayProps) {
  const store = useStore();
  const pull = usePull();
  const [view, change] = usePlanView();
  const [typed, setTyped] = useState("");
  const { theme, show } = useTrayTheme();
  const themes = useList("kind", "theme") as readonly Theme[];
  const themeRecord = store.find("theme", theme);
  const lenses = (useList("kind", "lens") as readonly Lens[]).filter(({ registers }) => registers.includes("tasks"));
  const lens = lenses.find(({ id }) => id === view.trayLens);
  const [inLens, setInLens] = useState<ReadonlySet<Id>>();
  const [shown, setShown] = useState(shownAtFirst);
  const list = useRef<HTMLDivElement>(null);
  const waiting = useComputed(useCallback((from) => unplacedTasks(from, addDays(today, 7)), [today]));
  const heaps = useMemo(() => {
    const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
    const matching = waiting.filter(({ task }) => {
      if (theme !== undefined && task.theme !== theme) return false;
      if (view.hiddenPriorities.includes(task.priority ?? "")) return false;
      if (lens && inLens && !inLens.has(task.id)) return false;
      const text = `${plainTitle(task.title)} ${task.tags.join(" ")}`.toLowerCase();
      return words.every((word) => text.includes(word));
    });
    const rest = new Map(matching.map((one) => [one.task, one]));
    const ordered = inNextOrder([...rest.keys()], view.order, pull, today).map((task) => rest.get(task) as Unplaced);
    return heapsOf(store, ordered, view.trayBy);
  }, [waiting, typed, theme, lens, inLens, view.order, view.trayBy, view.hiddenPriorities, pull, today, store]);
  const count = heaps.reduce((sum, { tasks }) => sum + tasks.length, 0);
  const order = useMemo(() => heaps.flatMap(({ tasks }) => tasks.map(({ task }) => task.id)), [heaps]);
  const { chosen, selection, press, bar } = useTraySelection(order, today, today);
  let left = shown;
  return (
    <aside
      aria-label="Not placed"
      data-pane="tray"
      className={`side-column w-[252px] flex-none flex-col border-l border-rule ${hidden ? "is-beside-sheet" : ""}`}
    >
      <Shortages today={today} />
      <Warnings today={today} />
      <div className="flex flex-none flex-wrap items-baseline gap-x-3 gap-y-1 px-3.5 pt-2.5 pb-1 text-ink-2 [&_.sentence-part]:min-h-6">
        <span>
          By{" "}
          <SentencePart words={wayWords[view.trayBy]} label="Grouped by">
            {(close) => (
              <PickList
                options={trayWays.map((way) => [way, wayWords[way]] as const)}
                chosen={[view.trayBy]}
                onPick={(id) => {
                  close();
                  change({ trayBy: id as TrayWay });
                }}
              />
            )}
          </SentencePart>
          ,
        </span>
        <span>
          <SentencePart words={themeRecord?.title.toLowerCase() ?? "all themes"} label="Theme">
            {(close) => (
              <PickList
                options={[["", "all themes"], ...themes.map(({ id, title }) => [id, title] as const)]}
                chosen={[theme ?? ""]}
                onPick={(id) => {
                  close();
                  show(id || undefined);
                }}
              />
            )}
          </SentencePart>
          ,
        </span>
        {lenses.length > 0 && (
          <span>
            <SentencePart words={lens ? `“${lens.title}”` : "all lenses"} label="Lens">
              {(close) => (
                <PickList
                  options={[["", "all lenses"], ...lenses.map(({ id, title }) => [id, title] as const)]}
                  chosen={[lens?.id ?? ""]}
                  onPick={(id) => {
                    close();
                    change({ trayLens: id });
                  }}
                />
              )}
            </SentencePart>
            ,
          </span>
        )}
        {lens && <LensReader lens={lens} onRead={setInLens} />}
        <span>
          <SentencePart words={orderWords[view.order]} label="Order">
            {(close) => (
              <PickList
                options={(["pull", "newest", "warmUp"] as const).map((order) => [order, orderWords[order]] as const)}
                chosen={[view.order]}
                onPick={(id) => {
                  close();
                  change({ order: id as PlanView["order"] });
                }}
              />
            )}
          </SentencePart>
        </span>
      </div>
      <input
        className="field mx-3.5 mb-1 flex-none"
        aria-label="Filter the tray"
        placeholder="Filter tasks"
        value={typed}
        onChange={({ target }) => setTyped(target.value)}
      />
      {bar}
      {count === 0 ? (
        <p className="px-3.5 pt-1 text-ink-2">
          {typed ? "No task in the tray contains these words." : "Every open task is placed. Press N to add a task."}
        </p>
      ) : (
        <div
          ref={list}
          data-choice={[...chosen].join(" ")}
          className="min-h-0 overflow-y-auto px-3.5 pb-6 [scrollbar-width:thin]"
          onKeyDown={(event) => press(event, list.current)}
        >
          {heaps.map((heap, at) => {
            const tasks = heap.tasks.slice(0, Math.max(0, left));
            left -= tasks.length;
            if (tasks.length === 0) return null;
            return (
              <section key={heap.id} aria-label={heap.title || "Tasks"}>
                {view.trayBy !== "none" && (
                  <h2 className="flex justify-between gap-2 pt-2.5 pb-0.5 text-[12px] font-[650] text-ink-2">
                    <span className="truncate">{heap.title}</span>
                    <span className="flex-none">{heap.minutes > 0 ? durationText(heap.minutes) : ""}</span>
                  </h2>
                )}
                <ul>
                  {tasks.map(({ task, restMinutes, countedMinutes }, row) => (
                    <TrayRow
                      key={task.id}
                      task={task}
                      first={at === 0 && row === 0}
                      today={today}
                      pull={pull(task).points}
                      restMinutes={restMinutes !== countedMinutes ? restMinutes : undefined}
                      chosen={chosen.has(task.id)}
                      selection={selection}
                    />
                  ))}
                </ul>
              </section>
            );
          })}
          {count > shown && (
            <button className="link my-2 min-h-6 font-semibold" onClick={() => setShown(shown + 100)}>
              Show {Math.min(100, count - shown)} more of {count - shown}
            </button>
          )}
        </div>
      )}
      {last >= today && <FreeTime first={first} last={last} />}
    </aside>
  );
}

/** How much working time is free in the days that are shown, from now on. */
function FreeTime({ first, last }: Pick<PlanTrayProps, "first" | "last">) {
  const store = useStore();
  const style = useTimeStyle();
  const free = useFreeAhead();
  const now = useNow(store.clock);
  const revision = useComputedSoon(useCallback((from) => from.factsRevision, []));
  const minutes = useMemo(() => {
    void revision;
    const from = `${first}T00:00` > now ? `${first}T00:00` : now;
    return free.between(from, `${addDays(last, 1)}T00:00`);
  }, [free, first, last, now, revision]);
  const until = dateText(last, "short", style);
  return (
    <p className="flex-none border-t border-rule px-3.5 py-2 text-ink-2">
      {minutes === 0 ? "No free working time" : `${durationText(minutes)} of free working time`} until {until}.
    </p>
  );
}

const wayWords: Record<TrayWay, string> = { goal: "goal", project: "project", theme: "theme", none: "nothing" };
const orderWords: Record<PlanView["order"], string> = {
  pull: "highest pull first",
  newest: "newest first",
  warmUp: "two short tasks first",
};

/** Tasks in heaps, each heap as strong as its first task. */
function heapsOf(store: Store, tasks: readonly Unplaced[], way: TrayWay): Heap[] {
  const byId = new Map<Id, Unplaced[]>();
  for (const one of tasks) {
    const id = way === "none" ? "" : (one.task[way] ?? "");
    addTo(byId, id, one);
  }
  const heaps = [...byId].map(([id, own]): Heap => {
    const of = id === "" ? undefined : store.get(id);
    const title = of && "title" in of ? plainTitle(of.title) : `No ${way}`;
    return { id, title, tasks: own, minutes: own.reduce((sum, { restMinutes }) => sum + restMinutes, 0) };
  });
  return [...heaps.filter(({ id }) => id !== ""), ...heaps.filter(({ id }) => id === "")];
}

/** The due dates ahead by which the work does not fit, and what could move. */
function Shortages({ today }: { today: DateText }) {
  const found = useShortages();
  const style = useTimeStyle();
  const [open, setOpen] = useState(false);
  const [first, ...others] = found;
  if (!first) return null;
  return (
    <section
      aria-label="Work that does not fit"
      className="mx-3 mt-2 max-h-[45%] flex-none overflow-y-auto border-t-2 border-madder pt-1.5 [scrollbar-width:thin]"
    >
      <ShortageText shortage={first} today={today} />
      {others.length > 0 && (
        <button className="link mt-1 text-small" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open
            ? "Show only the first"
            : `${others.length} later ${others.length === 1 ? "date is" : "dates are"} short too`}
        </button>
      )}
      {open && others.map((shortage) => <ShortageText key={shortage.until} shortage={shortage} today={today} />)}
      <span className="sr-only" role="status">
        {headOf(first, today, style)}
      </span>
    </section>
  );
}

function ShortageText({ shortage, today }: { shortage: Shortage; today: DateText }) {
  const style = useTimeStyle();
  const act = useAct();
  const [open, setOpen] = useState(false);
  const when = whenText(shortage.until, today, style);
  const moves = useComputed(useCallback((from) => movable(from, shortage), [shortage]));
  const { until } = shortage;
  return (
    <div className="pb-1.5">
      <h2 className="font-semibold text-madder">{headOf(shortage, today, style)}</h2>
      <p className="text-small text-ink-2">
        {durationText(shortage.workMinutes)} is due by {when}, and{" "}
        {shortage.freeMinutes === 0 ? "nothing" : durationText(shortage.freeMinutes)} is free.{" "}
        <button className="link" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? "Show less" : "Show what could move"}
        </button>
      </p>
      {open && (
        <ul className="mt-1 text-small">
          {moves.slice(0, 6).map(({ task, block, minutes }) => (
            <li key={block.id} className="border-t border-hairline py-1">
              <button className="link font-semibold" onClick={() => openRecord(task.id)}>
                {plainTitle(task.title)}
              </button>
              , {relativeDateText(dateOf(block.start), today, style)} {clockText(minuteOf(block.start), style)},{" "}
              {durationText(minutes)}:{" "}
              <button
                className="link"
                onClick={() => {
                  const start = momentAt(addDays(dateOf(until), 1), minuteOf(block.start));
                  act(moveItem, {
                    id: block.id,
                    start,
                    end: addMinutes(start, minutesBetween(block.start, block.end)),
                  });
                }}
              >
                to {dateText(addDays(dateOf(until), 1), "weekday", style)}
              </button>
              {", "}
              <button className="link" onClick={() => act(takeOff, { block: block.id })}>
                take off
              </button>
            </li>
          ))}
          {moves.length === 0 && <li className="py-1 text-ink-2">Nothing placed before then can wait.</li>}
          {latest(shortage.tasks).map((task) => (
            <li key={task.id} className="border-t border-hairline py-1 text-ink-2">
              Due then:{" "}
              <button className="link font-semibold" onClick={() => openRecord(task.id)}>
                {plainTitle(task.title)}
              </button>
              {task.doDay !== undefined && task.doDay > dateOf(until) && (
                <>
                  , meant for {relativeDateText(task.doDay, today, style)}:{" "}
                  <button className="link" onClick={() => act(giveDay, { tasks: [task.id], day: dateOf(until) })}>
                    do it by then
                  </button>
                </>
              )}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

/** The largest of what is due, which may get another date or be done in part. */
function latest(tasks: Shortage["tasks"]): Task[] {
  return tasks
    .toSorted((a, b) => b.minutes - a.minutes)
    .slice(0, 3)
    .map(({ task }) => task);
}

function headOf({ until, shortMinutes }: Shortage, today: DateText, style: TimeStyle): string {
  const day = relativeDateText(dateOf(until), today, style);
  const name = /^\w+$/.test(day) && day.length <= 4 ? dateText(dateOf(until), "full", style).split(" ")[0] : day;
  return `${capital(String(name))} is short by ${durationText(shortMinutes)}`;
}

const capital = (word: string) => (word[0] ?? "").toUpperCase() + word.slice(1);

function whenText(until: string, today: DateText, style: TimeStyle): string {
  const day = relativeDateText(dateOf(until), today, style);
  return isMoment(until) ? `${day} ${clockText(minuteOf(until), style)}` : `the end of ${day}`;
}
