"use client";
import { useState } from "react";
import { keepBoard, removeBoard } from "@/core/commands/boards";
import { besides, hoursWays, insights, spanNames, type Beside, type SpanName } from "@/core/insight";
import { newId, type Id, type Lens, type Person } from "@/core/model";
import { meIn } from "@/core/plan";
import { counted, isDate } from "@/core/time";
import { AddField } from "@/ui/AddField";
import { goTo } from "@/ui/navigation";
import { OnePart, PickList, SentencePart } from "@/ui/SentencePart";
import { TypedField } from "@/ui/TypedField";
import { useAct, useComputed, useList, useStore } from "@/ui/workspaceContext";
import { insightNames, type Asked } from "./backView";
import type { Questions } from "./useQuestions";

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
interface SentenceProps {
  questions: Questions;
  /** Charts of one's own. */
  own: readonly Lens[];
  who: Id | "me" | "all";
  onWho: (who: Id | "me" | "all") => void;
  /** The days that the span means. */
  words: string;
}

/** What is asked, as a sentence whose parts are chosen. */
export function InsightSentence({ questions, own, who, onWho, words }: SentenceProps) {
  const store = useStore();
  const people = useList("kind", "person") as readonly Person[];
  const me = meIn(store);
  const ways = useComputed(hoursWays);
  const { asked: view, shown, change, toggle } = questions;
  const whoOptions: (readonly [string, string])[] = [
    ["me", "me"],
    ...people.filter(({ id }) => id !== me).map(({ id, title }) => [id, title] as const),
    ["all", "everybody"],
  ];
  const all = [
    ...insightNames.map((name) => [name, insights[name].title] as const),
    ...own.map(({ id, title }) => [id, title] as const),
  ];
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
        words={shown.length === all.length ? "every question" : counted(shown.length, "question")}
      >
        {() => (
          <>
            <PickList many options={all} chosen={shown} onPick={toggle} />
            <BoardPart questions={questions} />
          </>
        )}
      </SentencePart>
      {"\u2060."}
    </p>
  );
}

/** Any other days, from one to another. */
function OwnSpan({ view, onChoose }: { view: Asked; onChoose: (span: { from: string; to: string }) => void }) {
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

/** Keeps what is asked as a page of its own, or changes the one that is open. */
function BoardPart({ questions: { board, asked, shown } }: { questions: Questions }) {
  const act = useAct();
  if (!board)
    return (
      <AddField
        label="Keep these as a board"
        hint="Name of a new board"
        className="mt-2 border-t border-rule pt-2"
        onAdd={(title) => {
          const id = newId();
          if (act(keepBoard, { id, title, questions: shown, ...asked }) === undefined) return false;
          goTo(`/back/insight/${id}`);
        }}
      />
    );
  return (
    <div className="mt-2 grid justify-items-start gap-1 border-t border-rule pt-2">
      <TypedField
        label="Name of the board"
        text={board.title}
        commit={(title) => void act(keepBoard, { ...board, title })}
      />
      <button
        className="link min-h-6"
        onClick={() => {
          if (act(removeBoard, { id: board.id }) !== undefined) goTo("/back");
        }}
      >
        Delete this board
      </button>
    </div>
  );
}
