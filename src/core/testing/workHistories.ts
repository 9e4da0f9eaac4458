import type { EstimateCase } from "../insight";
import { seededRandom } from "../model";
import { addDays } from "../time";

/*
 * People who estimate and work, made up: each is wrong by a factor of their own, by theme and by size, changes slowly, and
 * scatters. What is learnt of them can be held against what they then do.
 */

/** A made-up person's history, the oldest first. */
export function workHistory(seed: number, count = 400): EstimateCase[] {
  const random = seededRandom(seed);
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const themes = Array.from({ length: 4 + Math.floor(random() * 5) }, (_, at) => ({
    id: `theme${at}`,
    bias: normal() * 0.3,
    spread: 0.22 + random() * 0.3,
    drift: normal() * 0.15,
    share: 0.1 + random(),
  }));
  const shares = themes.reduce((sum, { share }) => sum + share, 0);
  const bias = 0.2 + normal() * 0.2;
  const bySize = normal() * 0.08;
  const lengths = [15, 20, 30, 45, 60, 90, 120, 180, 240, 360];
  return Array.from({ length: count }, (_, at): EstimateCase => {
    let left = random() * shares;
    const theme = themes.find(({ share }) => (left -= share) <= 0) ?? themes[0]!;
    const estimateMinutes = lengths[Math.floor(random() * lengths.length)]!;
    const drift = theme.drift * (at / count - 0.5);
    const size = bySize * Math.log(estimateMinutes / 60);
    const ratio = Math.exp(bias + theme.bias + drift + size + normal() * theme.spread);
    return {
      id: `case${at}`,
      date: addDays("2024-11-25", Math.floor((at * 730) / count)),
      estimateMinutes,
      workedMinutes: Math.max(1, Math.round(estimateMinutes * ratio)),
      theme: theme.id,
    };
  });
}
