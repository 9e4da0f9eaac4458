"use client";
import { useCallback, useMemo } from "react";
import { estimatesOf, likelyLength, roundLength, type EstimateQuestion, type LikelyLength } from "@/core/insight";
import { dateOf, durationText } from "@/core/time";
import { useComputed, useStore } from "@/ui/workspaceContext";

/** How long something will likely take, from what such work took; undefined where too little is known to say. */
function useLikely({ estimateMinutes, theme, person }: EstimateQuestion): LikelyLength | undefined {
  const store = useStore();
  const today = dateOf(store.clock.now());
  const revision = useComputed(useCallback((from) => from.factsRevision, []));
  return useMemo(() => {
    void revision;
    return likelyLength(estimatesOf(store), { estimateMinutes, theme, person }, today);
  }, [store, revision, estimateMinutes, theme, person, today]);
}

interface LikelyLengthProps {
  question: EstimateQuestion;
  /** Takes the likely length over as the estimate; absent where it is only said. */
  onTake?: (minutes: number) => void;
}

/** Says how long such work took, as a range, and from how much of it that is known. */
export function LikelyLength({ question, onTake }: LikelyLengthProps) {
  const store = useStore();
  const likely = useLikely(question);
  const { estimateMinutes, theme: themeId } = question;
  const counts = useComputed(
    useCallback((from) => from.lengthOf({ estimateMinutes, theme: themeId }), [estimateMinutes, themeId]),
  );
  if (!likely) return null;
  const theme = store.find("theme", question.theme);
  const range = (ends: readonly [number, number]) => {
    const [from, to] = ends.map((minutes) => durationText(roundLength(minutes)));
    return from === to ? `about ${from}` : `${from} to ${to}`;
  };
  const [half, most] = [range(likely.half), range(likely.most)];
  const source = `${likely.cases} tasks${likely.from === "theme" && theme ? ` in ${theme.title}` : ""}`;
  const minutes = roundLength(likely.minutes);
  return (
    <span className="block text-small text-ink-2">
      Work like this took you {half}
      {most !== half && `, four times out of five ${most}`}, going by {source}.
      {counts !== question.estimateMinutes && counts !== undefined && ` Plans count ${durationText(counts)}.`}
      {onTake && minutes !== question.estimateMinutes && (
        <>
          {" "}
          <button className="link min-h-6" onClick={() => onTake(minutes)}>
            Take {durationText(minutes)}
          </button>
        </>
      )}
    </span>
  );
}
