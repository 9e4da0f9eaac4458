"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import { endReview, markStep, takeActBack } from "@/core/commands/reviews";
import { reviewSummary } from "@/core/insight";
import type { Id, Review } from "@/core/model";
import { loadOf, stepsOfReview } from "@/core/plan";
import { Why } from "@/panels/why/Why";
import type { Store } from "@/core/store";
import { addDays, dateOf, dateText, durationText, spokenText } from "@/core/time";
import { useNow } from "@/ui/clock";
import { goTo, openRecord } from "@/ui/navigation";
import {
  useAct,
  useComputed,
  useFirstWeekday,
  useRecord,
  useSettings,
  useStore,
  useTimeStyle,
} from "@/ui/workspaceContext";
import { StepList } from "./StepList";
import { stepViews } from "./steps";
import { useReviewChanges } from "./useReviewChanges";

/** A review, step by step: what there is to go through, the present step, and what was changed on the way. */
export function ReviewRun({ id }: { id: Id }) {
  const record = useRecord(id);
  if (record?.kind !== "review")
    return (
      <main data-pane="page" className="flex-1 bg-sheet p-9 font-words text-page">
        <p>
          This review no longer exists. If it was deleted, undo restores it.{" "}
          <button className="link" onClick={() => goTo("/back/reviews")}>
            Go to the reviews
          </button>
        </p>
      </main>
    );
  return <OpenReview review={record} />;
}

function OpenReview({ review }: { review: Review }) {
  const store = useStore();
  const settings = useSettings();
  const act = useAct();
  const today = dateOf(useNow(store.clock));
  const steps = stepsOfReview(settings, review.way);
  const isOver = ({ id }: { id: string }) => review.steps.includes(id) || review.skipped.includes(id);
  const [chosen, choose] = useState<string>();
  const here = steps.find(({ id }) => id === chosen) ?? steps.find((step) => !isOver(step)) ?? steps.at(-1)!;
  const at = steps.indexOf(here);
  const heading = useRef<HTMLHeadingElement>(null);
  // The heading of a step that comes takes the focus, so that one reads on from there.
  const first = useRef(true);
  useEffect(() => {
    if (first.current) first.current = false;
    else heading.current?.focus();
  }, [here.id]);
  const view = stepViews[here.id];
  const summaryOf = useSummaryOf(review);
  const isLast = at === steps.length - 1;
  const hasEnded = review.endedAt !== undefined;
  const goOn = (as: "done" | "skipped") => {
    if (act(markStep, { review: review.id, step: here.id, as }, { quiet: true }) === undefined) return;
    if (!isLast) return choose(steps[at + 1]!.id);
    const wantsSummary = steps.some(({ id }) => id === "summary") && !(here.id === "summary" && as === "skipped");
    if (act(endReview, { review: review.id, summary: wantsSummary ? summaryOf(store) : "" }) !== undefined)
      goTo("/back/reviews");
  };
  return (
    <div className="review flex min-w-0 flex-1">
      <StepList review={review} steps={steps} here={here.id} onChoose={choose} />
      <main data-pane="page" className="review-step min-w-0 flex-1 overflow-y-auto bg-sheet [scrollbar-width:thin]">
        <div className="mx-auto max-w-[860px] px-[30px] pt-5 pb-20">
          <h1 ref={heading} tabIndex={-1} className="mb-3 font-words text-[22px] leading-8 font-semibold outline-none">
            {here.id === "summary" ? "What came of it, and what comes" : (view?.question ?? here.title)}
          </h1>
          {view ? (
            <view.Body review={review} today={today} />
          ) : here.id === "summary" ? (
            <Summary summaryOf={summaryOf} />
          ) : (
            <p className="font-words text-page text-ink-2">A step of your own. Do it, then go on.</p>
          )}
          <div className="mt-7 flex flex-wrap items-center gap-x-4 gap-y-2 print:hidden">
            {hasEnded ? (
              <button className="button" onClick={() => goTo("/back/reviews")}>
                Back to the reviews
              </button>
            ) : (
              <>
                <button
                  // The inbox has a filled button of its own.
                  className={here.id === "inbox" ? "button" : "button-filled"}
                  onClick={() => goOn("done")}
                >
                  {isLast ? "Done, end the review" : here.id === "inbox" ? "Inbox done, next" : "Done, next"}
                </button>
                <button className="link min-h-6" onClick={() => goOn("skipped")}>
                  {isLast ? "Skip, and end the review" : "Skip"}
                </button>
                <button className="link min-h-6" onClick={() => goTo("/back/reviews")}>
                  Go on later
                </button>
              </>
            )}
          </div>
        </div>
      </main>
      <Changes review={review} />
    </div>
  );
}

/** What the review will write as its page, worked out when it is asked for. */
function useSummaryOf(review: Review): (store: Store) => string {
  const settings = useSettings();
  const style = useTimeStyle();
  const firstWeekday = useFirstWeekday();
  const { way, from, to } = review;
  const isLong = way === "week" || way === "month";
  return useCallback(
    (store) => (isLong ? reviewSummary({ store, settings, span: { from, to }, firstWeekday, style }) : ""),
    [isLong, settings, from, to, firstWeekday, style],
  );
}

/** The summary as it will stand on the page of the review and of the day. */
function Summary({ summaryOf }: { summaryOf: (store: Store) => string }) {
  const text = useComputed(summaryOf);
  return (
    <>
      {text.split("\n## ").map((part) => {
        const [title, ...lines] = part.replace(/^## /, "").split("\n");
        return (
          <section key={title} className="mb-4">
            <h2 className="font-words text-[16px] font-semibold">{title}</h2>
            <ul className="list-disc pl-5 font-words text-page">
              {lines
                .filter((line) => line.startsWith("- "))
                .map((line) => (
                  <li key={line}>{line.slice(2)}</li>
                ))}
            </ul>
          </section>
        );
      })}
      <p className="text-ink-2 print:hidden">
        It becomes the page of this review, and is written on today’s page.{" "}
        <button className="link" onClick={() => print()}>
          Print it
        </button>
      </p>
    </>
  );
}

/** What was changed while the review ran, each with a way back; and how full the days are that come. */
function Changes({ review }: { review: Review }) {
  const style = useTimeStyle();
  const act = useAct();
  const changes = useReviewChanges(review);
  const [all, setAll] = useState(false);
  const shown = all ? changes : changes.slice(0, 12);
  return (
    <aside aria-label="Changed by this review" data-pane="side" className="review-changes">
      <h2 className="mb-1 font-semibold text-ink-2">Changed by this review</h2>
      {changes.length === 0 && <p className="text-ink-3">Nothing yet.</p>}
      <ul>
        {shown.map(({ said, changes: what }, at) => (
          <li
            key={changes.length - at}
            className="flex items-baseline justify-between gap-3 border-b border-rule py-1.5"
          >
            <span className="min-w-0 break-words">{spokenText(said, style)}</span>
            <button
              className="link flex-none font-semibold"
              aria-label={`Undo: ${spokenText(said, style)}`}
              onClick={() => act(takeActBack, { changes: what, said })}
            >
              Undo
            </button>
          </li>
        ))}
      </ul>
      {changes.length > shown.length && (
        <button className="link mt-1 min-h-6" onClick={() => setAll(true)}>
          Show {changes.length - shown.length} more
        </button>
      )}
      <NextLoad review={review} />
      {review.endedAt !== undefined && (
        <button className="link mt-4 min-h-6" onClick={() => openRecord(review.id)}>
          Open its page
        </button>
      )}
    </aside>
  );
}

function NextLoad({ review: { way, to } }: { review: Review }) {
  const style = useTimeStyle();
  const isWeek = way === "week";
  const load = useComputed(
    useCallback(
      (reads) => {
        const sum = { plannedMinutes: 0, capacityMinutes: 0 };
        for (let day = 1; isWeek && day <= 7; day++) {
          const one = loadOf(reads, addDays(to, day));
          sum.plannedMinutes += one.plannedMinutes;
          sum.capacityMinutes += one.capacityMinutes;
        }
        return sum;
      },
      [isWeek, to],
    ),
  );
  if (!isWeek) return null;
  return (
    <section aria-label="Next week" className="mt-6">
      <h2 className="mb-1 font-semibold text-ink-2">Next week</h2>
      <p className="font-words text-page">
        From {dateText(addDays(to, 1), "short", style)},{" "}
        <Why of={{ what: "loads", date: addDays(to, 1), days: 7 }}>
          {durationText(load.plannedMinutes)} of {durationText(load.capacityMinutes)}
        </Why>{" "}
        is planned.
      </p>
    </section>
  );
}
