import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { workHistory } from "../testing/workHistories";
import { Estimates, isWorthSaying, type EstimateCase } from "./estimates";

const today = "2026-11-24";
const learnt = (cases: readonly EstimateCase[]) => {
  const estimates = new Estimates();
  for (const one of cases) estimates.add(one);
  return estimates;
};
const times = (count: number, ratio: number, more: Partial<EstimateCase> = {}): EstimateCase[] =>
  Array.from({ length: count }, (_, at) => ({
    ...{ id: `c${ratio}-${at}`, date: "2026-11-20", estimateMinutes: 60, workedMinutes: 60 * ratio, theme: "report" },
    ...more,
  }));
const hour = { estimateMinutes: 60, theme: "report" };

describe("how long work will likely take", () => {
  test("is what was typed before anything is known, and nothing where nothing was typed", () => {
    const none = new Estimates();
    expect(none.likely(hour, today)).toMatchObject({ minutes: 60, cases: 0 });
    expect(none.likely({ theme: "report" }, today)).toBeUndefined();
    expect(isWorthSaying(none.likely(hour, today))).toBe(false);
  });

  test("comes near what such work took as cases come in, and stays near the common ratio with few", () => {
    const all = times(40, 1, { theme: "desk" });
    const after = (count: number) => learnt([...all, ...times(count, 2)]).likely(hour, today)!.minutes;
    expect(after(0)).toBeLessThanOrEqual(63);
    const steps = [0, 1, 3, 10, 40].map(after);
    expect(steps).toEqual(steps.toSorted((a, b) => a - b));
    expect(after(1)).toBeLessThan(90);
    expect(after(40)).toBeGreaterThan(108);
    expect(after(40)).toBeLessThanOrEqual(120);
  });

  test("is told apart by theme and by size", () => {
    const cases = [
      ...times(30, 1.6),
      ...times(30, 0.9, { theme: "desk" }),
      ...times(30, 1, { estimateMinutes: 240, workedMinutes: 240 }),
    ];
    const minutes = (question: object) => learnt(cases).likely({ ...hour, ...question }, today)!.minutes;
    expect(minutes({})).toBeGreaterThan(80);
    expect(minutes({ theme: "desk" })).toBeLessThan(62);
    expect(minutes({ estimateMinutes: 240 })).toBeLessThan(290);
  });

  test("of another person is not that of mine", () => {
    const cases = [...times(30, 1.1), ...times(30, 3, { person: "yusuf" })];
    const mine = learnt(cases).likely(hour, today)!;
    const his = learnt(cases).likely({ ...hour, person: "yusuf" }, today)!;
    expect(his.minutes).toBeGreaterThan(mine.minutes * 1.8);
    expect(mine.minutes).toBeLessThan(75);
  });

  test("follows what is new more than what is old", () => {
    const old = times(20, 2, { date: "2023-11-20" });
    const fresh = times(20, 1);
    const minutes = learnt([...old, ...fresh]).likely(hour, today)!.minutes;
    const even = learnt([...times(20, 2), ...fresh]).likely(hour, today)!.minutes;
    expect(minutes).toBeLessThan(even - 8);
  });

  test("without an estimate is what such work usually took", () => {
    const cases = times(20, 1.5, { estimateMinutes: undefined, workedMinutes: 45 });
    expect(learnt(cases).likely({ theme: "report" }, today)).toMatchObject({ minutes: 45, from: "theme", cases: 20 });
  });

  test("says from how many cases it is, of the narrowest group that has enough", () => {
    const estimates = learnt([...times(14, 1.6), ...times(3, 1, { theme: "desk" })]);
    expect(estimates.likely(hour, today)).toMatchObject({ cases: 14, from: "theme" });
    expect(estimates.likely({ ...hour, theme: "desk" }, today)).toMatchObject({ cases: 17, from: "person" });
    expect(estimates.likely({ ...hour, person: "ines" }, today)).toMatchObject({ cases: 17, from: "all" });
  });

  test("has ranges within each other, wider for what scatters", () => {
    const steady = learnt(times(40, 1.3)).likely(hour, today)!;
    const wild = learnt([...times(20, 0.6), ...times(20, 2.6)]).likely(hour, today)!;
    for (const { half, most, minutes } of [steady, wild]) {
      const inOrder = [most[0], half[0], minutes, half[1], most[1]];
      expect(inOrder).toEqual(inOrder.toSorted((a, b) => a - b));
    }
    expect(wild.most[1] / wild.most[0]).toBeGreaterThan((2 * steady.most[1]) / steady.most[0]);
  });

  test("takes a clock that was left running for the slip it is", () => {
    const minutes = learnt([...times(20, 1), ...times(1, 500)]).likely(hour, today)!.minutes;
    expect(minutes).toBeLessThan(72);
  });

  test("is the same in whatever order cases came and went", () => {
    const history = fc.integer({ min: 1, max: 500 }).map((seed) => workHistory(seed, 60));
    fc.assert(
      fc.property(history, fc.array(fc.nat(59), { maxLength: 40 }), fc.nat(59), (cases, gone, asked) => {
        const out = new Set(gone);
        const going = learnt(cases);
        for (const at of out) going.remove(cases[at]!);
        const fresh = learnt(cases.filter((_, at) => !out.has(at)).toReversed());
        expect(going.count).toBe(fresh.count);
        const [one, other] = [going, fresh].map((from) => from.likely(cases[asked]!, today));
        expect(one?.cases).toBe(other?.cases);
        for (const name of ["half", "most"] as const)
          [0, 1].forEach((end) => expect(Math.abs(one![name][end]! - other![name][end]!)).toBeLessThanOrEqual(1));
      }),
      { numRuns: 60 },
    );
  });

  test("is twice as long for twice the estimate of one size, whatever was learnt", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 300 }), fc.integer({ min: 125, max: 240 }), (seed, estimateMinutes) => {
        const estimates = learnt(workHistory(seed, 80));
        const at = (minutes: number) => estimates.likely({ estimateMinutes: minutes, theme: "theme1" }, today)!.minutes;
        expect(at(240) / at(estimateMinutes)).toBeCloseTo(240 / estimateMinutes, 1);
      }),
      { numRuns: 40 },
    );
  });

  test("holds on work never seen: less wrong than the typed estimate, and four fifths within the wide range", () => {
    let [ours, typed, within, count] = [0, 0, 0, 0];
    for (let person = 1; person <= 40; person++) {
      const history = workHistory(9000 + person);
      const estimates = learnt(history.slice(0, 320));
      for (const one of history.slice(320)) {
        const likely = estimates.likely(one, one.date)!;
        ours += Math.abs(Math.log(one.workedMinutes / likely.minutes));
        typed += Math.abs(Math.log(one.workedMinutes / one.estimateMinutes!));
        if (one.workedMinutes >= likely.most[0] && one.workedMinutes <= likely.most[1]) within++;
        count++;
      }
    }
    expect(ours).toBeLessThan(typed * 0.75);
    expect(within / count).toBeGreaterThan(0.75);
    expect(within / count).toBeLessThan(0.87);
  });
});
