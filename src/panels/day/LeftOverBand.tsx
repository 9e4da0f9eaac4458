"use client";
import { useCallback, useState } from "react";
import { carry, leave, rest, setState } from "@/core/commands";
import type { Id } from "@/core/model";
import { plainTitle } from "@/core/page";
import { askedOnCarrying, carriedText, leftMinutes, leftOver, type LeftOver } from "@/core/plan";
import { addDays, durationText, relativeDateText, type DateText } from "@/core/time";
import { openRecord } from "@/ui/navigation";
import { DayChoice } from "./DayChoice";
import { late } from "@/ui/late";
import { notify } from "@/ui/notices";
import { useAct, useComputed, useStore, useTimeStyle } from "@/ui/workspaceContext";

const WhyCarried = late(() => import("./WhyCarried").then((form) => ({ default: form.WhyCarried })));

const shownAtFirst = 5;

/** What was left over from earlier days, at the top of today: each to be carried, put to rest, dropped or left. */
export function LeftOverBand({ today, isOpen = false }: { today: DateText; isOpen?: boolean }) {
  const offered = useComputed(useCallback((store) => leftOver(store, today), [today]));
  const [chosen, setChosen] = useState<ReadonlySet<Id>>(new Set());
  const [open, setOpen] = useState(isOpen);
  const [all, setAll] = useState(false);
  if (offered.length === 0) return null;
  const several = offered.filter(({ task }) => chosen.has(task.id)).map(({ task }) => task.id);
  const done = () => setChosen(new Set());
  const toggle = (id: Id) => {
    const next = new Set(chosen);
    if (!next.delete(id)) next.add(id);
    setChosen(next);
  };
  const shown = all ? offered : offered.slice(0, shownAtFirst);
  return (
    <section aria-label="Left over" className="mb-4 border-y border-rule font-interface text-base">
      <div className="flex min-h-8 flex-wrap items-center justify-between gap-x-3 py-1">
        <button className="min-h-6 font-semibold" aria-expanded={open} onClick={() => setOpen(!open)}>
          <span className="text-ink">
            {offered.length} {offered.length === 1 ? "task" : "tasks"} left over
          </span>
          <span className="font-[450] text-ink-2"> from earlier days</span>
          <span className="link ml-2 font-semibold">{open ? "Close" : "Decide"}</span>
        </button>
        {several.length > 0 ? (
          <Choices ids={several} today={today} label={`${several.length} selected`} onDone={done} />
        ) : (
          open &&
          offered.length > 1 && (
            <button className="link min-h-6" onClick={() => setChosen(new Set(offered.map(({ task }) => task.id)))}>
              Select all
            </button>
          )
        )}
      </div>
      {open && (
        <ul className="border-t border-hairline">
          {shown.map((item) => (
            <Row key={item.task.id} item={item} today={today} chosen={chosen.has(item.task.id)} onToggle={toggle} />
          ))}
        </ul>
      )}
      {open && offered.length > shown.length && (
        <button className="link my-1 min-h-6 font-semibold" onClick={() => setAll(true)}>
          Show {offered.length - shown.length} more
        </button>
      )}
    </section>
  );
}

function Row({
  item: { task, parts },
  today,
  chosen,
  onToggle,
}: {
  item: LeftOver;
  today: DateText;
  chosen: boolean;
  onToggle: (id: Id) => void;
}) {
  const style = useTimeStyle();
  const [to, setTo] = useState<DateText>();
  const asked = askedOnCarrying(task, today);
  const left = useComputed(useCallback((from) => leftMinutes(from, task), [task]));
  const facts = [
    `from ${relativeDateText(task.doDay as DateText, today, style)}`,
    ...(task.carried > 0 ? [carriedText(task.carried)] : []),
    ...(left > 0 ? [`${durationText(left)} left`] : []),
    ...(parts.length > 0 ? [`with ${parts.length} ${parts.length === 1 ? "part" : "parts"}`] : []),
  ];
  return (
    <li className="grid grid-cols-[16px_1fr] items-center gap-x-3 border-b border-hairline py-1.5 last:border-0">
      <input
        type="checkbox"
        className="size-4 flex-none accent-[var(--woad)]"
        aria-label={`Select ${plainTitle(task.title)}`}
        checked={chosen}
        onChange={() => onToggle(task.id)}
      />
      <button className="min-h-6 text-left font-words text-page leading-5" onClick={() => openRecord(task.id)}>
        {plainTitle(task.title)}
      </button>
      <div className="col-start-2 flex flex-wrap items-center justify-between gap-x-3">
        <span className="min-w-0 flex-[1_1_180px] text-small text-ink-2">{facts.join(", ")}</span>
        <Choices
          ids={[task.id]}
          today={today}
          label={plainTitle(task.title)}
          {...(asked === "nothing" ? {} : { onCarry: setTo })}
        />
      </div>
      {to !== undefined && (
        <div className="col-start-2">
          <WhyCarried task={task} to={to} today={today} mustSay={asked === "must"} onEnd={() => setTo(undefined)} />
        </div>
      )}
    </li>
  );
}

/** What can be done with tasks that were left over. */
function Choices({
  ids,
  today,
  label,
  onDone,
  onCarry,
}: {
  ids: readonly Id[];
  today: DateText;
  label: string;
  onDone?: () => void;
  /** Asks first, before it is carried to a day. */
  onCarry?: (to: DateText) => void;
}) {
  const act = useAct();
  const store = useStore();
  const carryTo = (to: DateText) => {
    if (onCarry) return onCarry(to);
    // Among several, those that keep being put off are decided one by one.
    const free = ids.filter((id) => {
      const task = store.find("task", id);
      return task && askedOnCarrying(task, today) === "nothing";
    });
    if (free.length > 0) run(() => act(carry, { tasks: free, to }));
    const rest = ids.length - free.length;
    if (rest > 0)
      notify({
        text: `${rest === 1 ? "One of them has" : `${rest} of them have`} been carried for a long time. Decide ${rest === 1 ? "on it by itself" : "on them one by one"}.`,
      });
  };
  const run = (work: () => string | undefined) => {
    if (work() !== undefined) onDone?.();
  };
  return (
    <div role="group" aria-label={label} className="choices ml-auto flex flex-wrap items-center gap-x-1">
      {onDone && <span className="mr-1 text-ink-2">{label}</span>}
      <button className="button-quiet font-semibold text-woad" onClick={() => carryTo(today)}>
        Today
      </button>
      <DayChoice label="Another day" today={today} from={addDays(today, 1)} onPick={carryTo} />
      <DayChoice
        label="Rest until"
        today={today}
        from={addDays(today, 1)}
        onPick={(until) => run(() => act(rest, { tasks: ids, until }))}
      />
      <button className="button-quiet" onClick={() => run(() => act(setState, { tasks: ids, state: "dropped" }))}>
        Drop
      </button>
      <button
        className="button-quiet"
        title="Keeps it where it was written, without a day. One that repeats is skipped this time only."
        onClick={() => run(() => act(leave, { tasks: ids }))}
      >
        Keep without a day
      </button>
    </div>
  );
}
