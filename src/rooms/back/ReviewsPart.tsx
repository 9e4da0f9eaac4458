"use client";
import { useCallback } from "react";
import { beginReview } from "@/core/commands/reviews";
import { newId, type Review } from "@/core/model";
import { reviews, reviewStandings, stepsOfReview, type ReviewStanding } from "@/core/plan";
import { dateOf, dateText, relativeMomentText, type TimeStyle } from "@/core/time";
import { useNow } from "@/ui/clock";
import { goTo, openRecord } from "@/ui/navigation";
import {
  useAct,
  useComputed,
  useFirstWeekday,
  useList,
  useSettings,
  useStore,
  useTimeStyle,
} from "@/ui/workspaceContext";

/** What a review is called: what it is of, and of which days. */
export function reviewTitle({ way, span }: ReviewStanding, style: TimeStyle): string {
  const { title } = reviews[way];
  if (way === "month") return `${title}, ${dateText(span.from, "month", style)}`;
  return `${title}${way === "week" ? " of" : ","} ${dateText(span.from, "short", style)}`;
}

/** The reviews that come ready: when each is due, when it was last done, and where it goes on. */
export function ReviewsPart() {
  const store = useStore();
  const settings = useSettings();
  const style = useTimeStyle();
  const firstWeekday = useFirstWeekday();
  const act = useAct();
  const now = useNow(store.clock);
  const standings = useComputed(useCallback((reads) => reviewStandings(reads, firstWeekday), [firstWeekday]));
  const all = useList("kind", "review") as readonly Review[];
  const past = all
    .filter(({ endedAt }) => endedAt !== undefined)
    .toSorted((a, b) => (a.endedAt! > b.endedAt! ? -1 : 1))
    .slice(0, 30);
  const begin = (standing: ReviewStanding) => {
    if (standing.running) return goTo(`/back/reviews/${standing.running.id}`);
    const id = newId();
    const { way, span } = standing;
    if (act(beginReview, { way, ...span, title: reviewTitle(standing, style), id }, { quiet: true }) !== undefined)
      goTo(`/back/reviews/${id}`);
  };
  return (
    <div className="mt-3 max-w-[860px]">
      <p className="mb-4 font-words text-page">
        A review goes through your own records step by step. Each step can be skipped, and a review that you leave
        resumes where you stopped.
      </p>
      <ul className="border-t border-rule">
        {standings.map((standing) => {
          const { way, running, done, last, isDue } = standing;
          const steps = stepsOfReview(settings, way);
          const facts = [
            done
              ? `done ${relativeMomentText(done.endedAt!, dateOf(now), style)}`
              : running
                ? `${running.steps.length + running.skipped.length} of ${steps.length} steps gone through`
                : isDue
                  ? "due"
                  : "",
            !done && last ? `last done ${relativeMomentText(last.endedAt!, dateOf(now), style)}` : "",
          ].filter(Boolean);
          return (
            <li
              key={way}
              className="flex flex-wrap items-center justify-between gap-x-6 gap-y-1 border-b border-hairline py-3"
            >
              <div className="min-w-0 flex-1 basis-72">
                <h2 className="font-words text-[16px] font-semibold">{reviews[way].title}</h2>
                <p className="text-small text-ink-2">{steps.map(({ title }) => title).join(", ")}</p>
                {facts.length > 0 && <p className={isDue ? "font-semibold" : "text-ink-2"}>{facts.join("; ")}</p>}
              </div>
              <button
                className={isDue && standings.find((one) => one.isDue) === standing ? "button-filled" : "button"}
                onClick={() => begin(standing)}
              >
                {running ? "Go on" : done ? "Begin again" : "Begin"}
                <span className="sr-only"> {reviews[way].title}</span>
              </button>
            </li>
          );
        })}
      </ul>
      {past.length > 0 && (
        <section aria-label="Earlier reviews" className="mt-8">
          <h2 className="mb-1 font-words text-[16px] font-semibold">Earlier reviews</h2>
          <ul className="border-t border-rule">
            {past.map((review) => (
              <li key={review.id} className="flex items-baseline justify-between gap-4 border-b border-hairline py-1">
                <button className="min-h-6 text-left hover:underline" onClick={() => openRecord(review.id)}>
                  {review.title}
                </button>
                <span className="flex-none text-small text-ink-2">
                  {relativeMomentText(review.endedAt!, dateOf(now), style)}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}
