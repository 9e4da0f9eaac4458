"use client";
import { useCallback, useMemo, useState } from "react";
import {
  askOfLog,
  boundedSpan,
  insights,
  ledgerOf,
  spanBeside,
  spanNamed,
  type Asking,
  type FromLog,
  type InsightName,
} from "@/core/insight";
import type { Id } from "@/core/model";
import { dateOf, dateText } from "@/core/time";
import { ChartFigure } from "@/panels/charts/ChartFigure";
import { useNow } from "@/ui/clock";
import { PlaceLink } from "@/ui/PlaceLink";
import {
  useComputedSoon,
  useFirstWeekday,
  useSettings,
  useStore,
  useTimeStyle,
  useWorkspace,
} from "@/ui/workspaceContext";
import { insightNames } from "./backView";
import { InsightSentence } from "./InsightSentence";
import { OwnChart, useOwnCharts } from "./OwnChart";
import { useFromLog } from "./useFromLog";
import { useQuestions } from "./useQuestions";

/** Questions about the past and the near future, each with its answer drawn. */
export function InsightPart({ boardId }: { boardId?: string | undefined }) {
  const store = useStore();
  const settings = useSettings();
  const style = useTimeStyle();
  const firstWeekday = useFirstWeekday();
  const own = useOwnCharts();
  const questions = useQuestions(boardId, own);
  const view = questions.asked;
  const now = useNow(store.clock);
  const today = dateOf(now);
  const [who, setWho] = useState<Id | "me" | "all">("me");
  const reach = useComputedSoon(useCallback((reads) => ledgerOf(reads).reach() ?? { from: today, to: today }, [today]));
  const span = useMemo(
    () =>
      boundedSpan(
        typeof view.span === "string" ? spanNamed(view.span, { today, firstWeekday, reach }) : view.span,
        today,
      ),
    [view.span, today, firstWeekday, reach],
  );
  const asking = useMemo(
    () => ({
      ...{ settings, span, who, today, firstWeekday, style, way: view.way },
      beside: spanBeside(span, view.beside),
    }),
    [settings, span, who, today, firstWeekday, style, view.way, view.beside],
  );
  const { past } = useWorkspace();
  // How a week was planned is held against the present.
  const shown = questions.shown.filter((name) => !(past && name === "weeks"));
  const isLogAsked = shown.some((name) => askOfLog.has(name as InsightName));
  const fromLog = useFromLog(
    useMemo(
      () => (isLogAsked ? { span, today, firstWeekday, settings } : undefined),
      [isLogAsked, span, today, firstWeekday, settings],
    ),
  );
  return (
    <>
      <Boards here={boardId} />
      {boardId !== undefined && !questions.board && (
        <p className="mt-2 font-words text-page">This board no longer exists. If it was deleted, undo restores it.</p>
      )}
      <InsightSentence
        questions={questions}
        own={own}
        who={who}
        onWho={setWho}
        words={`${dateText(span.from, "day", style)} to ${dateText(span.to, "day", style)}`}
      />
      <div className="charts mt-4">
        {shown.map((name, at) => {
          const lens = own.find(({ id }) => id === name);
          const ready = insightNames.find((one) => one === name);
          return (
            <div key={name} className="min-w-0">
              {lens && <OwnChart lens={lens} />}
              {ready && (
                <Insight name={ready} asking={asking} fromLog={askOfLog.has(ready) ? fromLog : undefined} now={now} />
              )}
              {questions.board && at > 0 && (
                <button
                  className="link min-h-6 text-small print:hidden"
                  aria-label={`Move “${lens?.title ?? insights[ready!].title}” up`}
                  onClick={() => questions.moveUp(name)}
                >
                  Move up
                </button>
              )}
            </div>
          );
        })}
      </div>
      {shown.length === 0 && (
        <p className="mt-4 text-ink-2">No question is chosen. Choose some in the sentence above.</p>
      )}
    </>
  );
}

/** The boards that are kept, each a page of its own. */
function Boards({ here }: { here: string | undefined }) {
  const { boards = [] } = useSettings();
  if (boards.length === 0) return null;
  const all = [{ id: undefined, title: "All questions" }, ...boards];
  return (
    <nav aria-label="Boards" className="mt-1 flex flex-wrap gap-x-4 print:hidden">
      {all.map(({ id, title }) => (
        <PlaceLink
          key={id ?? ""}
          path={id === undefined ? "/back" : `/back/insight/${id}`}
          here={id === here}
          className={`reach py-1 ${id === here ? "font-[680] shadow-[0_2px_0_var(--woad)]" : "text-ink-2 hover:text-ink"}`}
        >
          {title}
        </PlaceLink>
      ))}
    </nav>
  );
}

interface InsightProps {
  name: InsightName;
  asking: Omit<Asking, "store" | "fromLog">;
  fromLog: FromLog | undefined;
  now: string;
}

function Insight({ name, asking, fromLog, now }: InsightProps) {
  const store = useStore();
  // What runs grows by the minute; all else stays as it is until something changes.
  const minute = ledgerOf(store).isRunning ? now : "";
  const chart = useComputedSoon(
    useCallback(
      (reads) => {
        void minute;
        return insights[name].answer({ ...asking, fromLog, store: reads });
      },
      [name, asking, fromLog, minute],
    ),
  );
  return <ChartFigure chart={chart} title={insights[name].title} />;
}
