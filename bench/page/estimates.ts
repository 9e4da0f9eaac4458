import { Estimates, type EstimateCase } from "@/core/insight";
import { workHistory } from "@/core/testing/workHistories";

/** How far off, and how well the ranges hold, on the newest fifth of histories that nothing was fitted to. */
export function heldBack(people: number, firstSeed: number) {
  const errors = { ours: 0, typed: 0, plain: 0 };
  let [inMost, inHalf, count] = [0, 0, 0];
  for (let person = 0; person < people; person++) {
    const history = workHistory(firstSeed + person);
    const cut = Math.floor(history.length * 0.8);
    const learnt = new Estimates();
    for (const one of history.slice(0, cut)) learnt.add(one);
    const ratio = ({ workedMinutes, estimateMinutes = 1 }: EstimateCase) => Math.log(workedMinutes / estimateMinutes);
    const mean = history.slice(0, cut).reduce((sum, one) => sum + ratio(one), 0) / cut;
    for (const one of history.slice(cut)) {
      const likely = learnt.likely(one, one.date)!;
      const worked = one.workedMinutes;
      errors.ours += Math.abs(Math.log(worked / likely.minutes));
      errors.typed += Math.abs(ratio(one));
      errors.plain += Math.abs(ratio(one) - mean);
      if (worked >= likely.most[0] && worked <= likely.most[1]) inMost++;
      if (worked >= likely.half[0] && worked <= likely.half[1]) inHalf++;
      count++;
      // What was done is known for the next.
      learnt.add(one);
    }
  }
  const each = (sum: number) => sum / count;
  return {
    ours: each(errors.ours),
    typed: each(errors.typed),
    plain: each(errors.plain),
    most: inMost / count,
    half: inHalf / count,
    count,
  };
}
