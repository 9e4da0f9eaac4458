import { forecast } from "@/core/insight/goals/forecast";
import { seededRandom } from "@/core/model";

/** Milliseconds for the forecasts of 200 goals, each from half a year of weeks, some times over. */
export function forecasts(): number[] {
  const random = seededRandom(3);
  const questions = Array.from({ length: 200 }, () => ({
    remaining: 5 + Math.floor(random() * 40),
    gains: Array.from({ length: 26 }, () => Math.floor(random() * 4)),
  }));
  return Array.from({ length: 7 }, () => {
    const start = performance.now();
    for (const question of questions) forecast(question);
    return performance.now() - start;
  });
}
