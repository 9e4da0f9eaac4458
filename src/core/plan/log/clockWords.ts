import { durationText } from "../../time/index";
import type { ClockFace } from "./clock";

const minute = 60_000;

/** What a clock shows: "38 min" that are left, "4 min" over, or the time that has passed. */
export interface FaceWords {
  readonly length: string;
  readonly what: "left" | "over" | "so far";
}

/** The words for a face of the clock. What is left is rounded up, so that the clock is at 0 only when it is over. */
export function faceWords({ leftMs, passedMs }: ClockFace): FaceWords {
  if (leftMs === undefined) return { length: durationText(Math.floor(passedMs / minute)), what: "so far" };
  if (leftMs > 0) return { length: durationText(Math.ceil(leftMs / minute)), what: "left" };
  return { length: durationText(Math.floor(-leftMs / minute)), what: "over" };
}

/** In how many milliseconds the words for a face will be others. */
export function nextChangeMs({ leftMs, passedMs }: ClockFace): number {
  if (leftMs === undefined) return minute - (passedMs % minute);
  if (leftMs > 0) return leftMs % minute || minute;
  return minute - (-leftMs % minute);
}
