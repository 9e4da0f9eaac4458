"use client";
import { useCallback, useMemo, useState } from "react";
import { saveSettings } from "@/core/commands";
import { pullParts, type PullPart, type PullWeights as Weights, type Task } from "@/core/model";
import { plainTitle } from "@/core/page";
import { freeAheadOf, inNextOrder, isVague, pullOf, usualWeights } from "@/core/plan";
import { dateOf } from "@/core/time";
import { openRecord } from "@/ui/navigation";
import { useAct, useComputed, useSettings } from "@/ui/workspaceContext";
import { Section } from "./Section";

const partWords: Record<PullPart, string> = {
  priority: "Priority",
  slack: "Little slack before the due date",
  carried: "Carried often",
  goal: "Its goal is behind",
  age: "Open for a long time",
  awaited: "Other tasks wait for it",
  length: "Short task",
};

const previewed = 10;

/** The tasks in the order of their pull by some weights, with its points. */
function useOrderBy(weights: Weights) {
  return useComputed(
    useCallback(
      (from) => {
        const tasks = (from.list("unfinishedTasks", "all") as Task[]).filter((task) => !isVague(task));
        const pull = pullOf({ reads: from, free: freeAheadOf(from), weights });
        return inNextOrder(tasks, "pull", pull, dateOf(from.now)).map((task) => ({ task, points: pull(task).points }));
      },
      [weights],
    ),
  );
}

/** How much each part of the pull counts, with what that does to the order of the open tasks as one turns it. */
export function PullWeights() {
  const settings = useSettings();
  const act = useAct();
  const kept = settings.pullWeights ?? usualWeights;
  const [turned, setTurned] = useState<Weights>();
  const weights = turned ?? kept;
  const sum = pullParts.reduce((all, part) => all + weights[part], 0);
  const before = useOrderBy(kept);
  const order = useOrderBy(weights).slice(0, previewed);
  const placeBefore = useMemo(() => new Map(before.map(({ task }, at) => [task.id, at])), [before]);
  const isTurned = turned !== undefined && pullParts.some((part) => turned[part] !== kept[part]);
  const isUsual = pullParts.every((part) => weights[part] === usualWeights[part]);
  return (
    <Section
      title="Pull"
      note="The pull, from 0 to 100, says how strongly a task asks to be done next. Move the sliders to see how the order changes."
    >
      <div className="grid gap-x-8 gap-y-4 sm:grid-cols-[minmax(0,340px)_minmax(0,1fr)]">
        <div>
          {pullParts.map((part) => (
            <label key={part} className="grid min-h-8 grid-cols-[150px_1fr_38px] items-center gap-2">
              <span className="text-ink-2">{partWords[part]}</span>
              <input
                type="range"
                min={0}
                max={50}
                className="min-w-0 accent-woad"
                aria-label={partWords[part]}
                aria-valuetext={`${shareOf(weights[part], sum)} of 100`}
                value={weights[part]}
                onChange={({ target }) => setTurned({ ...weights, [part]: Number(target.value) })}
              />
              <b className="text-right font-semibold">{shareOf(weights[part], sum)}</b>
            </label>
          ))}
          <div className="mt-2 flex flex-wrap gap-3">
            <button
              className="button"
              disabled={!isTurned || sum === 0}
              onClick={() => act(saveSettings, { pullWeights: weights }) && setTurned(undefined)}
            >
              Save
            </button>
            <button
              className="button"
              disabled={!isTurned && isUsual}
              onClick={() => {
                if (isTurned) setTurned(undefined);
                else act(saveSettings, { pullWeights: undefined });
              }}
            >
              {isTurned ? "Discard changes" : "Reset to defaults"}
            </button>
          </div>
          {sum === 0 && <p className="mt-2 text-madder">At least one part must be above 0.</p>}
        </div>
        <div>
          <h3 className="font-semibold text-ink-2">{isTurned ? "New order" : "Current order"}</h3>
          {order.length === 0 && <p className="text-ink-2">No open tasks</p>}
          <ol>
            {order.map(({ task, points }, at) => (
              <li
                key={task.id}
                className="grid min-h-7 grid-cols-[26px_minmax(0,1fr)_64px] items-center gap-2 border-b border-hairline"
              >
                <b className="font-words text-woad">{points}</b>
                <button className="min-h-6 truncate text-left hover:underline" onClick={() => openRecord(task.id)}>
                  {plainTitle(task.title)}
                </button>
                <span className="text-right text-small text-ink-2">
                  {moveText((placeBefore.get(task.id) ?? at) - at)}
                </span>
              </li>
            ))}
          </ol>
        </div>
      </div>
    </Section>
  );
}

function shareOf(weight: number, sum: number): number {
  return sum === 0 ? 0 : Math.round((weight * 100) / sum);
}

/** "up 3", "down 1"; nothing for what stays. */
function moveText(places: number): string {
  return places === 0 ? "" : places > 0 ? `up ${places}` : `down ${-places}`;
}
