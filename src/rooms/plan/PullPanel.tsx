"use client";
import { useCallback, useState } from "react";
import { Popover } from "radix-ui";
import { giveDay, place, putInBox, setState, usualBlockMinutes } from "@/core/commands";
import type { State } from "@/core/model";
import { plainTitle } from "@/core/page";
import { carriedText, isLongCarried, nextThemedHour, workingDays, type PullShare } from "@/core/plan";
import { addToRegister } from "@/core/shaping";
import { addDays, durationText, estimateText, momentAt, relativeMomentText, type DateText } from "@/core/time";
import { DayPicker } from "@/panels/days/DayPicker";
import { Why } from "@/panels/why/Why";
import { openRecord } from "@/ui/navigation";
import { useAct, useComputed, useSettings, useStore, useTimeStyle } from "@/ui/workspaceContext";
import type { MatrixCard } from "./matrixCards";
import type { AcrossWay } from "@/panels/hours/planView";

interface PullPanelProps {
  cards: readonly MatrixCard[];
  across: AcrossWay;
  today: DateText;
  hidden: boolean;
  onPriority: (id: string) => void;
  onDay: (day: DateText | undefined) => void;
  onState: (state: State) => void;
  onNone: () => void;
}

/** What is chosen on the matrix: why one task pulls, or what can be done with several at once. */
export function PullPanel(props: PullPanelProps) {
  const { cards, across, hidden } = props;
  const [only] = cards;
  return (
    <aside
      aria-label="Selection"
      data-pane="chosen"
      className={`side-column w-[252px] flex-none flex-col overflow-y-auto border-l border-rule bg-fleece px-3.5 pb-8 [scrollbar-width:thin] ${hidden ? "is-beside-sheet" : ""}`}
    >
      {!only ? (
        <p className="pt-3 text-ink-2">
          Select a card to see its pull.{" "}
          {across === "doDay"
            ? "Drag it up or down to set its priority, sideways to set its do day."
            : "Drag it up or down to set its priority, sideways to set its due date."}{" "}
          Drag around several cards to change them together.
        </p>
      ) : cards.length === 1 ? (
        <OneCard {...props} card={only} />
      ) : (
        <SeveralCards {...props} />
      )}
    </aside>
  );
}

function OneCard({ card, today }: PullPanelProps & { card: MatrixCard }) {
  const settings = useSettings();
  const store = useStore();
  const style = useTimeStyle();
  const { task, pull } = card;
  const goal = store.find("goal", task.goal);
  const theme = store.find("theme", task.theme);
  const facts = [
    [task.estimateMinutes ? estimateText(task.estimateMinutes) : "", theme?.title ?? ""].filter(Boolean).join(", "),
    task.due ? `Due ${relativeMomentText(task.due, today, style)}` : "",
  ].filter(Boolean);
  const { slackMinutes } = pull;
  return (
    <>
      <p className="pt-3 text-small text-ink-2">Selection</p>
      <h2 className="font-words text-[19px] leading-6 font-semibold">
        <button className="text-left hover:underline" onClick={() => openRecord(task.id)}>
          {card.title}
        </button>
      </h2>
      <p className="mt-3 mb-1.5">
        <b className="font-words text-[30px] leading-9 font-bold text-woad">{pull.points}</b>
        <span className="ml-2 text-ink-2">pull</span>
      </p>
      <PullParts parts={pull.parts} words={(part) => partWords(part, card, settings.priorities, today, style)} />
      <div className="mt-3 border-t border-rule pt-2.5 leading-5 text-ink-2">
        {facts.map((fact) => (
          <p key={fact}>{fact}</p>
        ))}
        {slackMinutes !== undefined && (
          <p>
            <Why of={{ what: "slack", task, minutes: slackMinutes }}>
              {slackWords(slackMinutes, workingDays(slackMinutes, settings), style.locale)}
            </Why>
          </p>
        )}
        {goal && (
          <p>
            Goal{" "}
            <button className="link" onClick={() => openRecord(goal.id)}>
              {plainTitle(goal.title)}
            </button>
          </p>
        )}
      </div>
      {isLongCarried(task, today) && <WaysOut card={card} today={today} />}
    </>
  );
}

/** The parts of a pull, each with its bar and its points. */
function PullParts({ parts, words }: { parts: readonly PullShare[]; words: (part: PullShare) => string }) {
  return (
    <ul>
      {parts
        .filter(({ points }) => points >= 0.5)
        .map((part) => (
          <li key={part.part} className="grid min-h-6 grid-cols-[1fr_74px_24px] items-center gap-2 text-small">
            <span className="text-ink-2">{words(part)}</span>
            <span className="h-[7px] bg-sunk" aria-hidden>
              <span className="block h-full bg-woad" style={{ width: `${Math.round(part.share * 100)}%` }} />
            </span>
            <b className="text-right font-semibold">{Math.round(part.points)}</b>
          </li>
        ))}
    </ul>
  );
}

function partWords(
  { part }: PullShare,
  { task, pull }: MatrixCard,
  priorities: readonly { id: string; title: string }[],
  today: DateText,
  style: ReturnType<typeof useTimeStyle>,
): string {
  switch (part) {
    case "priority":
      return `Priority${task.priority ? `, ${priorities.find(({ id }) => id === task.priority)?.title.toLowerCase() ?? ""}` : ", not set"}`;
    case "slack":
      return pull.slackMinutes !== undefined && pull.slackMinutes <= 0
        ? "No slack left"
        : `Due ${relativeMomentText(task.due ?? today, today, style)}`;
    case "carried":
      return `${carriedText(task.carried)[0]?.toUpperCase() ?? ""}${carriedText(task.carried).slice(1)}`;
    case "goal":
      return "Its goal is behind";
    case "age":
      return `Open since ${relativeMomentText(task.createdAt.slice(0, 10), today, style)}`;
    case "awaited":
      return "Other tasks wait for it";
    case "length":
      return "Short task";
  }
}

function slackWords(minutes: number, days: number, locale: string): string {
  if (minutes <= 0) return minutes === 0 ? "No slack" : `No slack: short by ${durationText(Math.round(-minutes))}`;
  return `${days.toLocaleString(locale, { maximumFractionDigits: 1 })} working ${days === 1 ? "day" : "days"} of slack`;
}

/** What can be done with a task that keeps being put off. */
function WaysOut({ card, today }: { card: MatrixCard; today: DateText }) {
  const act = useAct();
  const { task } = card;
  const store = useStore();
  const style = useTimeStyle();
  const theme = store.find("theme", task.theme);
  const minutes = card.minutes || usualBlockMinutes;
  const hour = useComputed(useCallback((from) => nextThemedHour(from, task, minutes), [task, minutes]));
  const [step, setStep] = useState("");
  return (
    <section aria-label="Suggestions" className="mt-3 border-t border-rule pt-2.5">
      <h3 className="font-semibold">This task keeps being put off</h3>
      <p className="text-ink-2">
        {carriedText(task.carried)}. Add one or more small first steps; each becomes a part of 15 minutes. Or decide:
      </p>
      <form
        className="mt-1.5 flex gap-1.5"
        onSubmit={(event) => {
          event.preventDefault();
          if (step.trim() === "") return;
          const fields = { title: step.trim(), parent: task.id, estimateMinutes: 15, doDay: today };
          if (act(addToRegister, { register: "tasks", fields }) !== undefined) setStep("");
        }}
      >
        <input
          className="field min-w-0 flex-1"
          aria-label="First small step"
          placeholder="First small step"
          value={step}
          onChange={({ target }) => setStep(target.value)}
        />
        <button className="button" disabled={step.trim() === ""}>
          Add step
        </button>
      </form>
      <p className="mt-1.5 flex flex-wrap gap-x-3 gap-y-1">
        {hour && theme && (
          <button
            className="link text-left"
            onClick={() =>
              "box" in hour
                ? act(putInBox, { box: hour.box.id, task: task.id })
                : act(place, { task: task.id, start: hour.start, minutes: hour.minutes })
            }
          >
            Place it in the {theme.title} hours,{" "}
            {relativeMomentText(momentAt(hour.date, hour.startMinute), today, style)}
          </button>
        )}
        <button className="link" onClick={() => act(giveDay, { tasks: [task.id], day: addDays(today, 1) })}>
          Do it tomorrow
        </button>
        <button className="link" onClick={() => act(setState, { tasks: [task.id], state: "dropped" })}>
          Drop it
        </button>
      </p>
    </section>
  );
}

function SeveralCards({ cards, today, onPriority, onDay, onState, onNone }: PullPanelProps) {
  const { priorities } = useSettings();
  const [picking, setPicking] = useState(false);
  const minutes = cards.reduce((sum, card) => sum + card.minutes, 0);
  return (
    <>
      <h2 className="pt-3 font-words text-[19px] font-semibold">{cards.length} tasks</h2>
      {minutes > 0 && <p className="text-ink-2">{durationText(minutes)} in all</p>}
      <div className="mt-3 grid justify-items-start gap-2.5">
        <label className="flex items-center gap-2">
          <span className="text-ink-2">Priority</span>
          <select className="field" value="" onChange={({ target }) => target.value && onPriority(target.value)}>
            <option value="">Keep as they are</option>
            {priorities.map(({ id, title }) => (
              <option key={id} value={id}>
                {title}
              </option>
            ))}
          </select>
        </label>
        <Popover.Root open={picking} onOpenChange={setPicking}>
          <Popover.Trigger className="button">Set a day</Popover.Trigger>
          <Popover.Portal>
            <Popover.Content
              align="end"
              className="z-40 border border-rule bg-sheet p-3"
              aria-label="Day for all of them"
            >
              <DayPicker
                today={today}
                onPick={(day) => {
                  setPicking(false);
                  onDay(day);
                }}
              />
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
        <button className="button" onClick={() => onDay(undefined)}>
          Clear their day
        </button>
        <button className="button" onClick={() => onState("done")}>
          Mark all as done
        </button>
        <button className="button" onClick={() => onState("dropped")}>
          Drop all
        </button>
        <button className="link" onClick={onNone}>
          Clear selection
        </button>
      </div>
      <ul className="mt-3 border-t border-rule">
        {cards.map(({ task, title, pull }) => (
          <li key={task.id} className="grid grid-cols-[26px_1fr] border-b border-hairline py-1">
            <b className="font-[650] text-woad">{pull.points}</b>
            <span>{title}</span>
          </li>
        ))}
      </ul>
    </>
  );
}
