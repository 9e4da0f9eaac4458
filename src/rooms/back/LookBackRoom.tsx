"use client";
import type { Id } from "@/core/model";
import { backParts, type BackPart } from "@/ui/navigation";
import { late } from "@/ui/late";
import { PlaceLink } from "@/ui/PlaceLink";

const InsightPart = late(() => import("./InsightPart").then((part) => ({ default: part.InsightPart })));
const ReviewsPart = late(() => import("./ReviewsPart").then((part) => ({ default: part.ReviewsPart })));
const StoodPart = late(() => import("./StoodPart").then((part) => ({ default: part.StoodPart })));
const ReviewRun = late(() => import("./ReviewRun").then((part) => ({ default: part.ReviewRun })));

const partWords: Record<BackPart, string> = { insight: "Insight", reviews: "Reviews", stood: "As it stood" };

interface LookBackProps {
  part: BackPart;
  review?: Id | undefined;
  /** The board of questions that is open. */
  board?: string | undefined;
}

/** Where the time went, what came of what was planned, and the reviews in which that is looked at. */
export function LookBackRoom({ part, review, board }: LookBackProps) {
  if (review !== undefined) return <ReviewRun key={review} id={review} />;
  return (
    <main data-pane="page" className="look-back min-w-0 flex-1 overflow-y-auto bg-sheet [scrollbar-width:thin]">
      <div className="mx-auto max-w-[1240px] px-7 pt-5 pb-16 max-[759px]:px-3.5">
        <header className="flex flex-wrap items-baseline gap-x-5">
          <h1 className="room-title font-words text-[27px] leading-9 font-semibold">Look back</h1>
          <nav aria-label="Ways to look back" className="flex gap-4">
            {backParts.map((one) => (
              <PlaceLink
                key={one}
                path={one === "insight" ? "/back" : `/back/${one}`}
                here={one === part}
                className={`reach py-1 ${one === part ? "font-[680] shadow-[0_2px_0_var(--woad)]" : "text-ink-2 hover:text-ink"}`}
              >
                {partWords[one]}
              </PlaceLink>
            ))}
          </nav>
        </header>
        {part === "insight" && <InsightPart boardId={board} />}
        {part === "reviews" && <ReviewsPart />}
        {part === "stood" && <StoodPart />}
      </div>
    </main>
  );
}
