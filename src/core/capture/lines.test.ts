import { describe, expect, test } from "vitest";
import { captureContext, captureLines } from "../testing/captureLines";
import { clockText } from "../time";
import { understand } from "./understand";

function said(line: string): string {
  const draft = understand(line, captureContext);
  const { day, endDay, startMinute, endMinute = 0, estimateMinutes, due, repeat, remindMinutes, restUntil } = draft;
  return [
    `${draft.kind} “${draft.title}”`,
    day && `${day.slice(5)}${endDay ? `..${endDay.slice(2)}` : ""}`,
    startMinute !== undefined &&
      `${clockText(startMinute, captureContext.style)}-${clockText(endMinute, captureContext.style)}`,
    estimateMinutes && `${estimateMinutes} min`,
    due && `due ${due.slice(5)}`,
    repeat?.replace("RRULE:FREQ=", ""),
    draft.priority,
    remindMinutes !== undefined && `rings -${remindMinutes}`,
    draft.remindAt && `rings ${draft.remindAt.slice(5)}`,
    restUntil && `rests ${restUntil.slice(5)}`,
    draft.place && `at ${draft.place}`,
    draft.theme && `theme ${draft.theme}`,
    draft.tags.length > 0 && `#${draft.tags.join("#")}`,
    draft.people.length > 0 && `@${draft.people.join("@")}`,
    draft.remarks.length > 0 && "remark",
  ]
    .filter(Boolean)
    .join(" | ");
}

describe.each(captureLines)("$title", ({ rows }) => {
  test.each(rows)("%s", (line, meaning) => expect(said(line)).toBe(meaning));
});

test("there are hundreds of them", () => {
  expect(captureLines.reduce((sum, { rows }) => sum + rows.length, 0)).toBeGreaterThanOrEqual(300);
});

test("a part of a day is where there is free time first", () => {
  const firstFree: (typeof captureContext)["firstFree"] = (day, from, to, minutes) =>
    day === "2026-11-25" && from === 480 && to === 720 && minutes === 45 ? 555 : undefined;
  const draft = understand("order stakes tomorrow morning 45 min", { ...captureContext, firstFree });
  expect(draft).toMatchObject({ startMinute: 555, endMinute: 600 });
});
