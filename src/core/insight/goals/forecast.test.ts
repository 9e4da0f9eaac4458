import { describe, expect, test } from "vitest";
import { seededRandom } from "../../model";
import { fewestActiveWeeks, fewestWeeks, forecast } from "./forecast";

/** Somebody's weeks: now and then none, else a gain that is spread about their pace (gamma, by sums of exponentials). */
function person(random: () => number) {
  const pace = 60 + 600 * random();
  const idle = 0.3 * random();
  const shape = 1 + Math.floor(random() * 4);
  return () => {
    if (random() < idle) return 0;
    let sum = 0;
    for (let at = 0; at < shape; at++) sum -= Math.log(1 - random());
    return (pace * sum) / shape;
  };
}

/** In how many weeks somebody really finishes; the last one in part. */
function truth(remaining: number, week: () => number): number {
  let left = remaining;
  for (let weeks = 0; weeks < 520; weeks++) {
    const gain = week();
    if (gain >= left) return weeks + left / gain;
    left -= gain;
  }
  return 520;
}

describe("a forecast", () => {
  test.each([
    [8, 0.5],
    [8, 8],
    [12, 2],
    [12, 20],
  ])("holds the true end of four people in five whose pace it knows from %i weeks, %d weeks ahead", (known, ahead) => {
    const random = seededRandom(known + ahead);
    const people = 1500;
    let held = 0;
    let told = 0;
    for (let at = 0; at < people; at++) {
      const week = person(random);
      const gains = Array.from({ length: known }, week);
      const remaining = 360 * ahead * (0.5 + random());
      const range = forecast({ remaining, gains }, 600, at + 1);
      if (!range) continue;
      told++;
      const end = truth(remaining, week);
      if (end >= range.early && end <= range.late) held++;
    }
    expect(told).toBeGreaterThan(people * 0.95);
    expect(held / told).toBeGreaterThanOrEqual(0.75);
    expect(held / told).toBeLessThanOrEqual(0.85);
  });

  test("says nothing where too little is known, and nothing of what never moves", () => {
    const few = Array.from({ length: fewestWeeks - 1 }, () => 100);
    expect(forecast({ remaining: 500, gains: few })).toBeUndefined();
    const idle = [...Array.from({ length: 10 }, () => 0), ...Array.from({ length: fewestActiveWeeks - 1 }, () => 100)];
    expect(forecast({ remaining: 500, gains: idle })).toBeUndefined();
    expect(forecast({ remaining: 1e9, gains: [1, 1, 1, 1, 1, 1, 1] })).toBeUndefined();
  });

  test("is at once where nothing is left, later where more is, and the same when it is asked again", () => {
    const gains = [120, 0, 90, 200, 60, 150, 80, 100];
    expect(forecast({ remaining: 0, gains })).toEqual({ early: 0, middle: 0, late: 0 });
    const [soon, later] = [forecast({ remaining: 200, gains })!, forecast({ remaining: 900, gains })!];
    expect(later.middle).toBeGreaterThan(soon.middle);
    expect(soon.early).toBeLessThanOrEqual(soon.middle);
    expect(soon.middle).toBeLessThanOrEqual(soon.late);
    expect(forecast({ remaining: 200, gains })).toEqual(soon);
  });

  test("tells a steady pace to the week", () => {
    expect(forecast({ remaining: 500, gains: [100, 100, 100, 100, 100, 100, 100, 100] })).toEqual({
      ...{ early: 5, middle: 5, late: 5 },
    });
  });
});
