import { understand } from "@/core/capture";
import { captureContext, captureLines } from "@/core/testing/captureLines";

/** Milliseconds that each of the lines of the table of tests takes to be understood, in `rounds` rounds. */
export function understandTimes(rounds: number): number[] {
  const lines = captureLines.flatMap(({ rows }) => rows.map(([line]) => line));
  const times: number[] = [];
  for (let round = 0; round < rounds; round++)
    for (const line of lines) {
      const start = performance.now();
      understand(line, captureContext);
      times.push(performance.now() - start);
    }
  return times;
}
