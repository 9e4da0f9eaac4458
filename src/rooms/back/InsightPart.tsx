"use client";
import { useCallback, useMemo, useState } from "react";
import {
  askOfLog,
  besides,
  boundedSpan,
  hoursWays,
  insights,
  ledgerOf,
  spanBeside,
  spanNamed,
  spanNames,
  type Asking,
  type Beside,
  type FromLog,
  type InsightName,
  type SpanName,
} from "@/core/insight";
import type { Id, Lens, Person } from "@/core/model";
import { meIn } from "@/core/plan";
import { dateOf, dateText, isDate } from "@/core/time";
import { ChartFigure } from "@/panels/charts/ChartFigure";
import { useNow } from "@/ui/clock";
import { OnePart, PickList, SentencePart } from "@/ui/SentencePart";
import {
  useComputed,
  useComputedSoon,
  useFirstWeekday,
  useList,
  useSettings,
  useStore,
  useTimeStyle,
  useWorkspace,
} from "@/ui/workspaceContext";
import { backView, insightNames, type BackView } from "./backView";
import { OwnChart, useOwnCharts } from "./OwnChart";
import { useFromLog } from "./useFromLog";

const spanWords: Record<SpanName, string> = {
  today: "today",
  thisWeek: "this week",
  lastWeek: "last week",
  fourWeeks: "in the last four weeks",
  thisMonth: "this month",
  lastMonth: "last month",
  thisQuarter: "this quarter",
  thisYear: "this year",
  twelveMonths: "in the last twelve months",
  all: "at any time",
};
const besideWords: Record<Beside, string> = {
  before: "the time before",
  yearBefore: "the year before",
  nothing: "nothing",
};
/** Questions about the past and the near future, each with its answer drawn. */
export function InsightPart() {
  const store = useStore();
  const settings = useSettings();
  const style = useTimeStyle();
  const firstWeekday = useFirstWeekday();
  const view = backView.use();
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
  const isShown = (name: string) => !view.hidden.includes(name);
  const own = useOwnCharts();
  // How a week was planned is held against the present.
  const shown = insightNames.filter((name) => isShown(name) && !(past && name === "weeks"));
  const isLogAsked = shown.some((name) => askOfLog.has(name));
  const fromLog = useFromLog(
    useMemo(
      () => (isLogAsked ? { span, today, firstWeekday, settings } : undefined),
      [isLogAsked, span, today, firstWeekday, settings],
    ),
  );
  const ownShown = own.filter(({ id }) => isShown(id));
  return (
    <>
      <Sentence
        view={view}
        own={own}
        who={who}
        onWho={setWho}
        words={`${dateText(span.from, "day", style)} to ${dateText(span.to, "day", style)}`}
      />
      <div className="charts mt-4">
        {shown.map((name) => (
          <Insight
            key={name}
            name={name}
            asking={asking}
            fromLog={askOfLog.has(name) ? fromLog : undefined}
            now={now}
          />
        ))}
        {ownShown.map((lens) => (
          <OwnChart key={lens.id} lens={lens} />
        ))}
      </div>
      {shown.length + ownShown.length === 0 && (
        <p className="mt-4 text-ink-2">No question is chosen. Choose some in the sentence above.</p>
      )}
    </>
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

interface SentenceProps {
  view: BackView;
  /** Charts of one's own. */
  own: readonly Lens[];
  who: Id | "me" | "all";
  onWho: (who: Id | "me" | "all") => void;
  /** The days that the span means. */
  words: string;
}

function Sentence({ view, own, who, onWho, words }: SentenceProps) {
  const store = useStore();
  const people = useList("kind", "person") as readonly Person[];
  const me = meIn(store);
  const ways = useComputed(hoursWays);
  const change = (next: Partial<BackView>) => backView.choose({ ...view, ...next });
  const whoOptions: (readonly [string, string])[] = [
    ["me", "me"],
    ...people.filter(({ id }) => id !== me).map(({ id, title }) => [id, title] as const),
    ["all", "everybody"],
  ];
  const questions = [
    ...insightNames.map((name) => [name, insights[name].title] as const),
    ...own.map(({ id, title }) => [id, title] as const),
  ];
  const chosen = questions.flatMap(([name]) => (view.hidden.includes(name) ? [] : [name]));
  return (
    <p className="lens-sentence !mt-0">
      Work done{" "}
      <SentencePart label="Which days" words={typeof view.span === "string" ? spanWords[view.span] : words}>
        {(close) => (
          <>
            <PickList
              options={spanNames.map((name) => [name, spanWords[name]])}
              chosen={typeof view.span === "string" ? [view.span] : []}
              onPick={(name) => {
                change({ span: name as SpanName });
                close();
              }}
            />
            <OwnSpan view={view} onChoose={(span) => change({ span })} />
          </>
        )}
      </SentencePart>
      {" by "}
      <OnePart label="Whose work" value={who} options={whoOptions} onPick={onWho} />
      {", grouped by "}
      <OnePart
        label="Hours by"
        value={ways.some(([way]) => way === view.way) ? view.way : "theme"}
        options={ways}
        onPick={(way) => change({ way })}
      />
      {", compared with "}
      <OnePart
        label="Beside"
        value={view.beside}
        options={besides.map((one) => [one, besideWords[one]])}
        onPick={(beside) => change({ beside })}
      />
      {", answering "}
      <SentencePart
        label="Which questions"
        words={
          chosen.length === questions.length
            ? "every question"
            : `${chosen.length} ${chosen.length === 1 ? "question" : "questions"}`
        }
      >
        {() => (
          <PickList
            many
            options={questions}
            chosen={chosen}
            onPick={(name) =>
              change({
                hidden: view.hidden.includes(name) ? view.hidden.filter((one) => one !== name) : [...view.hidden, name],
              })
            }
          />
        )}
      </SentencePart>
      {"\u2060."}
    </p>
  );
}

/** Any other days, from one to another. */
function OwnSpan({ view, onChoose }: { view: BackView; onChoose: (span: { from: string; to: string }) => void }) {
  const own = typeof view.span === "string" ? { from: "", to: "" } : view.span;
  const [span, setSpan] = useState(own);
  const put = (next: { from: string; to: string }) => {
    setSpan(next);
    if (isDate(next.from) && isDate(next.to) && next.from <= next.to) onChoose(next);
  };
  const isWrong = isDate(span.from) && isDate(span.to) && span.from > span.to;
  return (
    <div className="mt-2 grid gap-1 border-t border-hairline pt-2">
      <label className="flex items-center justify-between gap-3">
        From
        <input
          type="date"
          className="field"
          value={span.from}
          onChange={({ target }) => put({ ...span, from: target.value })}
        />
      </label>
      <label className="flex items-center justify-between gap-3">
        To
        <input
          type="date"
          className="field"
          value={span.to}
          aria-invalid={isWrong}
          onChange={({ target }) => put({ ...span, to: target.value })}
        />
      </label>
      {isWrong && <p className="text-madder">The end is before the beginning.</p>}
    </div>
  );
}
