import type { LengthOf, Store } from "../store";
import { dateOf, type DateText } from "../time";
import { isWorthSaying, roundLength, type Estimates, type EstimateQuestion, type LikelyLength } from "./estimates";
import { followEstimates } from "./estimatesOf";

/**
 * What is worth saying of how long something will likely take. Of something of which neither its theme nor a length is known,
 * “like this” would be said of everything.
 */
export function likelyLength(
  estimates: Estimates,
  question: EstimateQuestion,
  today: DateText,
): LikelyLength | undefined {
  const likely = estimates.likely(question, today);
  const isKnown = question.estimateMinutes !== undefined || likely?.from === "theme";
  return isKnown && isWorthSaying(likely) ? likely : undefined;
}

/**
 * How long tasks count where plans and loads go by what was learnt: as such work usually takes, rounded as people say it, and
 * as it was typed where too little is known. It goes by what was done before today, so that no number moves while one works:
 * what is done today counts from tomorrow on.
 */
export function learntLengths(store: Store): LengthOf & { readonly stop: () => void } {
  let day: DateText | undefined;
  let estimates: Estimates | undefined;
  let stop = () => {};
  const known = new Map<string, number | undefined>();
  const begin = (today: DateText) => {
    stop();
    known.clear();
    day = today;
    ({ estimates, stop } = followEstimates(
      store,
      ({ date }) => date < today,
      () => {
        known.clear();
        queueMicrotask(() => store.announce("lengths"));
      },
    ));
  };
  const lengthOf = ({ estimateMinutes, theme }: Parameters<LengthOf>[0]) => {
    const today = dateOf(store.clock.now());
    if (today !== day) begin(today);
    const key = `${estimateMinutes ?? ""} ${theme ?? ""}`;
    if (known.has(key)) return known.get(key);
    const likely = likelyLength(estimates as Estimates, { estimateMinutes, theme }, today);
    const minutes = likely ? roundLength(likely.minutes) : estimateMinutes;
    known.set(key, minutes);
    return minutes;
  };
  begin(dateOf(store.clock.now()));
  return Object.assign(lengthOf, { stop: () => stop() });
}
