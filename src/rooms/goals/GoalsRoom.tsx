"use client";
import { Plus } from "lucide-react";
import { useCallback, useMemo, useRef, useState, type FormEvent, type KeyboardEvent } from "react";
import { planGoal } from "@/core/commands";
import {
  courseReason,
  courseWords,
  dyeOfGoal,
  forecastWords,
  goalTree,
  isOffCourse,
  standingOf,
  unplannedGoals,
  type GoalNode,
  type GoalStanding,
} from "@/core/insight";
import { isUnfinished, newId, type Goal, type Id } from "@/core/model";
import { openWorkOf, type OpenWork } from "@/core/plan";
import { addToRegister } from "@/core/shaping";
import { titleOf } from "@/core/things";
import { addDays, dateOf, durationText, startOfWeek, type DateText } from "@/core/time";
import { GoalThread, ThreadAxis, threadSpan } from "@/panels/goals/GoalThread";
import { rangeOf, useForecasts } from "@/panels/goals/useForecasts";
import { TaskTick } from "@/panels/TaskTick";
import { useNow } from "@/ui/clock";
import { openRecord } from "@/ui/navigation";
import { OnePart } from "@/ui/SentencePart";
import { useAct, useComputedSoon, useFirstWeekday, useSettings, useStore, useTimeStyle } from "@/ui/workspaceContext";
import { useSize } from "@/ui/useSize";
import { goalLengths, goalsView } from "./goalsView";

const lengths = ["life", "year", "quarter", "month", "week"];
const spanWords: Record<Goal["span"], string> = {
  life: "life",
  year: "year",
  quarter: "quarter",
  month: "month",
  week: "week",
};

/** The goals that are shown, area by area, with where each stands. */
function useGoals(today: DateText, minute: string) {
  const settings = useSettings();
  const firstWeekday = useFirstWeekday();
  const view = goalsView.use();
  return useComputedSoon(
    useCallback(
      (reads) => {
        const least = view.length === "any" ? 0 : lengths.indexOf(view.length);
        const tree = goalTree(
          reads,
          (goal) => (view.state === "all" || isUnfinished(goal.state)) && lengths.indexOf(goal.span) >= least,
        );
        const goals = tree.flatMap(({ nodes }) => nodes.map(({ goal }) => goal));
        void minute;
        const asked = { store: reads, settings, today, firstWeekday };
        return {
          areas: tree,
          standings: new Map(goals.map((goal) => [goal.id, standingOf(asked, goal)])),
          dyes: new Map(goals.map((goal) => [goal.id, dyeOfGoal(reads, goal)])),
          works: new Map(goals.map(({ id }) => [id, openWorkOf(reads, id)])),
          unplanned: unplannedGoals(reads, goals, today, endOfNextWeek(today, firstWeekday)),
        };
      },
      [settings, today, firstWeekday, view, minute],
    ),
  );
}

/** Goes to the goal above or below. */
function goToGoal(event: KeyboardEvent<HTMLElement>) {
  const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  const target = (event.target as HTMLElement).closest("[data-goal]");
  if (step === undefined || !target) return;
  event.preventDefault();
  const rows = [...event.currentTarget.querySelectorAll<HTMLElement>("[data-goal]")];
  rows[rows.indexOf(target as HTMLElement) + step]?.focus();
}

/** Which goals are shown, in a sentence whose parts are changed. */
function WhichGoals() {
  const view = goalsView.use();
  return (
    <p className="lens-sentence !mt-0">
      Goals that are{" "}
      <OnePart
        label="Which goals"
        value={view.state}
        options={[
          ["open", "open"],
          ["all", "open or over"],
        ]}
        onPick={(state) => goalsView.choose({ ...view, state })}
      />
      {", of "}
      <OnePart
        label="Of what length"
        value={view.length}
        options={goalLengths.map((one) => [
          one,
          one === "any" ? "any length" : one === "week" ? "a week" : `a ${one} or less`,
        ])}
        onPick={(length) => goalsView.choose({ ...view, length })}
      />
      {", by area."}
    </p>
  );
}

function GoalsFoot({ isEmpty, isOpenOnly }: { isEmpty: boolean; isOpenOnly: boolean }) {
  return isEmpty ? (
    <p className="px-7 text-ink-2 max-[759px]:px-3.5">
      {isOpenOnly ? "No goal is open here." : "There is no goal here."} A goal is something to be reached within a week
      or within a life; tasks and projects that name it move it on.
    </p>
  ) : (
    <p className="flex flex-wrap gap-x-6 gap-y-1 px-7 pt-2 text-small text-ink-2 max-[759px]:px-3.5">
      <span>Solid: done</span>
      <span>Twill: planned</span>
      <span>Thick rule: where it should stand today</span>
      <span>Light wash: likely end, 8 times of 10</span>
    </p>
  );
}

/** Life, year, quarter, month and week: what is to be reached, how far it has come, and when it will likely be. */
export function GoalsRoom({ here }: { here?: Id | undefined }) {
  const store = useStore();
  const style = useTimeStyle();
  const firstWeekday = useFirstWeekday();
  // What runs has more minutes with each that passes.
  const minute = useNow(store.clock);
  const today = dateOf(minute);
  const view = goalsView.use();
  const { areas, standings, dyes, works, unplanned } = useGoals(today, minute);
  const all = useMemo(() => [...standings.values()], [standings]);
  const forecasts = useForecasts(all);
  const track = useRef<HTMLDivElement>(null);
  const { width } = useSize(track, { width: 0, height: 0 }, all.length > 0);
  const span = useMemo(
    () =>
      threadSpan(
        all,
        all.map(({ goal }) => rangeOf(forecasts, goal.id)),
        today,
      ),
    [all, forecasts, today],
  );
  const [addingUnder, setAddingUnder] = useState<Id | "top">();
  const [unfolded, setUnfolded] = useState<ReadonlySet<Id>>(new Set());
  const unfold = (id: Id) => {
    const next = new Set(unfolded);
    if (!next.delete(id)) next.add(id);
    setUnfolded(next);
  };
  return (
    <main data-pane="page" className="goals min-w-0 flex-1 overflow-y-auto bg-sheet pb-16 [scrollbar-width:thin]">
      <header className="px-7 pt-5 max-[759px]:px-3.5">
        <h1 className="room-title font-words text-[27px] leading-9 font-semibold">Goals</h1>
        <WhichGoals />
        <Unplanned goals={unplanned} until={endOfNextWeek(today, firstWeekday)} />
      </header>
      <div className="mt-3 border-t border-hairline" onKeyDown={goToGoal}>
        {areas.map(({ area, nodes }) => (
          <section key={area?.id ?? "none"} aria-label={area?.title ?? "Without an area"}>
            <h2 className="goal-area">
              {area ? (
                <button className="min-h-6 hover:underline" onClick={() => openRecord(area.id)}>
                  {area.title}
                </button>
              ) : (
                "Without an area"
              )}
            </h2>
            {nodes.map((node) => {
              const standing = standings.get(node.goal.id);
              if (!standing) return null;
              return (
                <GoalRow
                  key={node.goal.id}
                  node={node}
                  standing={standing}
                  isHere={here === node.goal.id}
                  words={forecastWords(rangeOf(forecasts, node.goal.id), today, style)}
                  reason={courseReason(standing, today, style)}
                  work={works.get(node.goal.id)}
                  isUnfolded={unfolded.has(node.goal.id)}
                  onUnfold={() => unfold(node.goal.id)}
                  onAdd={() => setAddingUnder(node.goal.id)}
                  thread={
                    width > 0 && (
                      <GoalThread
                        {...{ standing, span, today, width }}
                        range={rangeOf(forecasts, node.goal.id)}
                        dye={dyes.get(node.goal.id) ?? "slate"}
                      />
                    )
                  }
                >
                  {addingUnder === node.goal.id && (
                    <NewGoal under={node.goal} onEnd={() => setAddingUnder(undefined)} />
                  )}
                </GoalRow>
              );
            })}
          </section>
        ))}
        <div className="goal-row !border-0">
          {addingUnder === "top" ? (
            <NewGoal onEnd={() => setAddingUnder(undefined)} />
          ) : (
            <button className="link min-h-6 justify-self-start font-semibold" onClick={() => setAddingUnder("top")}>
              Add a goal
            </button>
          )}
          <div ref={track}>{width > 0 && all.length > 0 && <ThreadAxis {...{ span, today, width, style }} />}</div>
        </div>
      </div>
      <GoalsFoot isEmpty={all.length === 0} isOpenOnly={view.state === "open"} />
    </main>
  );
}

/** The last day of the week after the present one. */
function endOfNextWeek(today: DateText, firstWeekday: number): DateText {
  return addDays(startOfWeek(today, firstWeekday), 13);
}

/** The goals for which nothing is planned this week or next, and the act that plans something for one. */
function Unplanned({ goals, until }: { goals: readonly Goal[]; until: DateText }) {
  const store = useStore();
  const act = useAct();
  if (goals.length === 0) return null;
  const count = goals.length === 1 ? "One goal has" : `${goals.length} goals have`;
  return (
    <section aria-label="Nothing planned" className="mt-3 border-t-2 border-b border-t-madder border-b-rule py-2">
      <p className="font-semibold">{count} nothing planned this week or next.</p>
      <ul className="mt-1 grid gap-x-8" style={{ gridTemplateColumns: "repeat(auto-fill, minmax(280px, 1fr))" }}>
        {goals.map((goal) => (
          <li key={goal.id} className="flex min-h-6 items-baseline justify-between gap-3">
            <button className="min-h-6 text-left break-words hover:underline" onClick={() => openRecord(goal.id)}>
              {titleOf(goal, store)}
            </button>
            <button
              className="link min-h-6 flex-none font-semibold"
              aria-label={`Plan something for ${goal.title}`}
              onClick={() => act(planGoal, { goal: goal.id, until })}
            >
              Plan something
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

interface GoalRowProps {
  node: GoalNode;
  standing: GoalStanding;
  isHere: boolean;
  /** When it will likely end. */
  words: string;
  reason: string;
  thread: React.ReactNode;
  /** Its open projects and tasks, shown below it where it is unfolded. */
  work: OpenWork | undefined;
  isUnfolded: boolean;
  onUnfold: () => void;
  onAdd: () => void;
  children?: React.ReactNode;
}

function GoalRow(props: GoalRowProps) {
  const { standing, isHere, words, reason, thread, work, isUnfolded, onUnfold, onAdd, children } = props;
  const { goal, depth } = props.node;
  const store = useStore();
  const { course, givenMinutes } = standing;
  const given = givenMinutes > 0 && goal.measure !== "minutes" ? `, ${durationText(givenMinutes)} given` : "";
  const isOver = !isUnfinished(goal.state);
  return (
    <>
      <div className={`goal-row ${isHere ? "is-here" : ""}`}>
        <div className="flex min-w-0 items-start gap-1 max-[759px]:flex-wrap" style={{ paddingLeft: depth * 18 }}>
          <button
            data-goal
            data-record={goal.id}
            className="min-h-6 min-w-0 flex-1 text-left"
            onClick={() => openRecord(goal.id)}
            aria-label={`${titleOf(goal, store)}, ${spanWords[goal.span]}, ${standing.words}${given}, ${courseWords(course)}, likely end: ${words}`}
          >
            <span
              className={`block font-words text-[15px] leading-5 font-semibold break-words ${isOver ? "text-ink-2 line-through" : ""}`}
            >
              {titleOf(goal, store)}
            </span>
            <span className="block text-small text-ink-2">
              {spanWords[goal.span]}, {standing.words}
              {given}
            </span>
          </button>
          {work && workWords(work) !== "" && (
            <button
              className="link min-h-6 flex-none self-end text-small max-[759px]:order-last max-[759px]:basis-full max-[759px]:text-left"
              aria-expanded={isUnfolded}
              aria-label={`${workWords(work)} of ${goal.title}`}
              onClick={onUnfold}
            >
              {workWords(work)}
            </button>
          )}
          <button
            className="goal-more button-quiet grid flex-none place-items-center"
            aria-label={`Add a goal under ${goal.title}`}
            onClick={onAdd}
          >
            <Plus size={14} aria-hidden />
          </button>
        </div>
        <div title={reason}>{thread}</div>
        <div className="text-right" title={reason}>
          <span className={`block font-semibold ${isOffCourse(course) ? "text-madder" : ""}`}>
            {courseWords(course)}
          </span>
          <span className="block text-small text-ink-2">{course.kind === "reached" ? "" : words}</span>
        </div>
      </div>
      {work && isUnfolded && (
        <div className="border-b border-hairline px-7 pb-2 max-[759px]:px-3.5" style={{ paddingLeft: 46 + depth * 18 }}>
          <ul aria-label={`Work for ${titleOf(goal, store)}`} className="max-w-[760px]">
            {work.projects.map(({ project, tasks }) => (
              <li key={project.id} className="pt-1.5">
                <button
                  className="min-h-6 text-left font-semibold hover:underline"
                  onClick={() => openRecord(project.id)}
                >
                  {titleOf(project, store)}
                </button>
                <ul className="pl-4">
                  {tasks.map((task) => (
                    <TaskTick key={task.id} task={task} />
                  ))}
                </ul>
              </li>
            ))}
            {work.tasks.map((task) => (
              <TaskTick key={task.id} task={task} />
            ))}
          </ul>
        </div>
      )}
      {children && <div className="goal-row">{children}</div>}
    </>
  );
}

/** "2 projects, 5 tasks"; empty where there is nothing open. */
function workWords({ projects, tasks }: OpenWork): string {
  const all = tasks.length + projects.reduce((sum, one) => sum + one.tasks.length, 0);
  return [
    ...(projects.length > 0 ? [`${projects.length} ${projects.length === 1 ? "project" : "projects"}`] : []),
    ...(all > 0 ? [`${all} ${all === 1 ? "task" : "tasks"}`] : []),
  ].join(", ");
}

/** A goal by its name, under another or by itself; its sheet opens for the rest. */
function NewGoal({ under, onEnd }: { under?: Goal; onEnd: () => void }) {
  const act = useAct();
  const [title, setTitle] = useState("");
  const add = (event: FormEvent) => {
    event.preventDefault();
    if (title.trim() === "") return onEnd();
    const id = newId();
    const span = under
      ? (lengths[Math.min(lengths.length - 1, lengths.indexOf(under.span) + 1)] as Goal["span"])
      : "quarter";
    const fields = { title, span, ...(under ? { parent: under.id, ...(under.area ? { area: under.area } : {}) } : {}) };
    if (act(addToRegister, { register: "goals", id, fields }) === undefined) return;
    onEnd();
    openRecord(id);
  };
  return (
    <form onSubmit={add} className="min-w-0">
      <input
        autoFocus
        className="field w-full"
        aria-label={under ? `A goal under ${under.title}` : "A new goal"}
        placeholder={under ? "What serves it?" : "What is to be reached?"}
        value={title}
        onChange={({ target }) => setTitle(target.value)}
        onBlur={() => title.trim() === "" && onEnd()}
        onKeyDown={(event) => {
          if (event.key !== "Escape") return;
          event.stopPropagation();
          onEnd();
        }}
      />
    </form>
  );
}
