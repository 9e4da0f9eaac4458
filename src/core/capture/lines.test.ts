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

test.each([
  ["yoga 18h30 tonight", "18:30", undefined, "yoga"],
  ["gym tue 18h", "18:00", undefined, "gym"],
  ["dinner 19h30 Fri", "19:30", undefined, "dinner"],
  ["exam Mon 10h15", "10:15", undefined, "exam"],
  ["standup 15:00h", "15:00", undefined, "standup"],
  ["order stakes 1h30", undefined, 90, "order stakes"],
  ["write the report 8h", undefined, 480, "write the report"],
  ["write the report for 2h", undefined, 120, "write the report"],
])("hours with an h are times where no work is so long: %s", (line, at, minutes, title) => {
  const draft = understand(line, captureContext);
  expect([
    draft.startMinute === undefined ? undefined : clockText(draft.startMinute, captureContext.style),
    draft.title,
  ]).toEqual([at, title]);
  if (at === undefined) expect(draft.estimateMinutes).toBe(minutes);
});

test.each([
  ["on leave 21/12 - 1/1", "on leave", "2026-12-21", "2027-01-01"],
  ["trip 12/12 to 15/12", "trip", "2026-12-12", "2026-12-15"],
])("a second date in figures is the end: %s", (line, title, day, endDay) => {
  expect(understand(line, captureContext)).toMatchObject({ title, day, endDay });
});

test("a zone that is named stays in the title", () => {
  expect(understand("call Boston 9am EST tomorrow", captureContext)).toMatchObject({
    title: "call Boston EST",
    day: "2026-11-25",
    startMinute: 540,
  });
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
