"use client";
import { predicateOf } from "@/core/lens";
import { Refusal, type Id, type StandingOrder } from "@/core/model";
import { calledByDay, changeLines, planRun, runsOf, undoRun } from "@/core/orders";
import { recordsIn, type Register } from "@/core/register";
import { clockText, dateOf, minuteOf, relativeDateText } from "@/core/time";
import type { Writing } from "@/panels/fields/cells";
import { useAct, useFirstWeekday, useList } from "@/ui/workspaceContext";

function neverLookedAt({ lookedOn: _lookedOn, ...order }: StandingOrder): StandingOrder {
  return order;
}

const shownLines = 40;

/** What the order would do now, were its time come: for a day's order what is due by it, for others all that its condition holds for. */
export function Trial({ writing, order, register }: { writing: Writing; order: StandingOrder; register: Register }) {
  const { values, today } = writing;
  const firstWeekday = useFirstWeekday();
  const reading = { values, today, firstWeekday };
  const isOfDay = order.when.on !== "added" && order.when.on !== "changed";
  const records = isOfDay
    ? (calledByDay(reading, neverLookedAt(order))[0]?.records ?? [])
    : recordsIn(values.store, register)
        .filter(predicateOf(order.where, { ...reading, register }))
        .map(({ id }) => id);
  const plan = (() => {
    try {
      return planRun(values, { order, records });
    } catch (error) {
      if (error instanceof Refusal) return error.message;
      throw error;
    }
  })();
  if (typeof plan === "string") return <p className="mt-2 text-madder">{plan}</p>;
  const lines = changeLines(values, plan.act);
  return (
    <div className="mt-2">
      <p className="text-ink-2" role="status">
        {records.length === 0
          ? "No records match now, so nothing would change."
          : `${records.length} match now; ${lines.length} would change. This is only a trial.`}
      </p>
      <ul aria-label="What would change" className="max-h-64 overflow-y-auto">
        {lines.slice(0, shownLines).map(({ name, what }, at) => (
          <li key={at} className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.4fr)] gap-3 border-b border-hairline py-0.5">
            <span className="truncate">{name}</span>
            <span className="text-ink-2">{what}</span>
          </li>
        ))}
      </ul>
      {lines.length > shownLines && <p className="text-ink-2">and {lines.length - shownLines} more</p>}
      {plan.words.slice(0, 5).map((words, at) => (
        <p key={at} className="text-ink-2">
          It would show the message “{words}”
        </p>
      ))}
    </div>
  );
}

/** Each time that an order did something. */
export function RunLog({ writing, order }: { writing: Writing; order: Id }) {
  const act = useAct();
  useList("kind", "orderRun");
  const runs = runsOf(writing.values.store, order);
  const { style, today } = writing;
  if (runs.length === 0) return <p className="mt-2 text-ink-2">It has not run yet.</p>;
  return (
    <ol className="mt-2" aria-label="Past runs">
      {runs.map((run) => (
        <li key={run.id} className="flex items-baseline justify-between gap-3 border-b border-hairline py-0.5">
          <span className={run.undone ? "text-ink-3 line-through" : ""}>{run.title}</span>
          <span className="flex flex-none items-baseline gap-3">
            <time className="text-small text-ink-3">
              {relativeDateText(dateOf(run.at), today, style)} {clockText(minuteOf(run.at), style)}
            </time>
            {run.undone ? (
              <span className="text-small text-ink-3">undone</span>
            ) : (
              <button className="button-quiet" onClick={() => act(undoRun, { run: run.id })}>
                Undo
              </button>
            )}
          </span>
        </li>
      ))}
    </ol>
  );
}
