import { describe, expect, test } from "vitest";
import { bareRecord, defaultSettings, type Review, type Settings } from "../../model/index";
import { Store } from "../../store/index";
import { standingClock } from "../../time/index";
import { reviews, reviewSpan, reviewStandings, stepsOfReview, type ReviewWay } from "./reviews";

const review = (way: ReviewWay, from: string, fields: Partial<Review> = {}): Review => ({
  ...bareRecord("review", { id: `${way}${from}`, title: way, now: `${from}T09:00` }),
  ...{ way, from, to: from },
  ...fields,
});
const standingsAt = (now: string, ...records: Review[]) =>
  reviewStandings(new Store(new Map(records.map((one) => [one.id, one])), [], standingClock(now, "Europe/Berlin")), 1);
const dueAt = (now: string, ...records: Review[]) =>
  standingsAt(now, ...records)
    .filter(({ isDue }) => isDue)
    .map(({ way }) => way);

describe("a review", () => {
  test("is due in its time: the day from its morning and from its last working hour, the week from its last working day", () => {
    expect(dueAt("2026-11-24T09:00")).toEqual(["opening"]);
    expect(dueAt("2026-11-24T16:30")).toEqual(["closing"]);
    expect(dueAt("2026-11-27T16:45")).toEqual(["closing", "week"]);
    expect(dueAt("2026-11-28T10:00")).toEqual(["week", "month"]);
    expect(dueAt("2026-12-02T09:00")).toEqual(["opening", "month"]);
    expect(dueAt("2026-12-04T08:00")).toEqual(["opening", "week"]);
  });

  test("is not due again once it was done, and goes on where it was left", () => {
    const done = review("opening", "2026-11-24", { endedAt: "2026-11-24T09:10" });
    expect(dueAt("2026-11-24T10:00", done)).toEqual([]);
    expect(dueAt("2026-11-25T10:00", done)).toEqual(["opening"]);
    const begun = review("opening", "2026-11-24");
    const [standing] = standingsAt("2026-11-24T10:00", begun);
    expect(standing).toMatchObject({ running: begun, done: undefined, isDue: true });
  });

  test("is of its day, its week, its month, or the month before in the first days of one", () => {
    expect(reviewSpan("week", "2026-11-24", 1)).toEqual({ from: "2026-11-23", to: "2026-11-29" });
    expect(reviewSpan("week", "2026-11-24", 7)).toEqual({ from: "2026-11-22", to: "2026-11-28" });
    expect(reviewSpan("month", "2026-12-02", 1)).toEqual({ from: "2026-11-01", to: "2026-11-30" });
    expect(reviewSpan("month", "2026-12-04", 1)).toEqual({ from: "2026-12-01", to: "2026-12-31" });
  });

  test("has its steps in the person’s own order, their own among them, and never none", () => {
    const of = (reviewSteps: Settings["reviewSteps"]) =>
      stepsOfReview({ ...defaultSettings, ...(reviewSteps ? { reviewSteps } : {}) }, "opening").map(
        ({ title }) => title,
      );
    expect(of(undefined)).toEqual(reviews.opening.steps.map(({ title }) => title));
    expect(of({ opening: [{ id: "aims" }, { id: "x1", title: "Water the plants" }, { id: "gone" }] })).toEqual([
      "Aims and portion",
      "Water the plants",
    ]);
    expect(of({ opening: [] })).toHaveLength(3);
  });
});
