import { describe, expect, test } from "vitest";
import { defaultSettings } from "../model";
import { cellLanguage } from "./cellLanguage";

const language = cellLanguage({
  now: "2026-11-24T11:07",
  style: { locale: "en-GB", hour12: false },
  priorities: defaultSettings.priorities,
  theme: () => undefined,
  person: () => undefined,
});

describe("the words of a cell", () => {
  test.each([
    ["next friday", "2026-12-04"],
    ["in 3 weeks", "2026-12-15"],
    ["the day after tomorrow", "2026-11-26"],
    ["friday half past three", "2026-11-27T15:30"],
    ["tomorrow morning", "2026-11-25"],
    ["tomorrow 9:30", "2026-11-25T09:30"],
    ["friday for 2 h", undefined],
    ["every friday", undefined],
    ["friday high", undefined],
    ["friday banana", undefined],
    ["banana", undefined],
    ["31 February", undefined],
  ])("“%s” is the day %s", (text, date) => expect(language.date(text)).toBe(date));

  test.each([
    ["an hour and a half", 90],
    ["half an hour", 30],
    ["3 sittings of 90 min", 270],
    ["friday", undefined],
  ])("“%s” is so many minutes: %s", (text, minutes) => expect(language.minutes(text)).toBe(minutes));

  test.each([
    ["mon wed fri", "FREQ=WEEKLY;BYDAY=MO,WE,FR"],
    ["every other week", "FREQ=WEEKLY;INTERVAL=2"],
    ["every day until 20 December", "FREQ=DAILY;UNTIL=20261220"],
    ["friday", undefined],
  ])("“%s” is the rule %s", (text, rule) => expect(language.rule(text)).toBe(rule));

  test.each([
    ["20 December to 3 January", ["2026-12-20", "2027-01-03"]],
    ["from 20 to 23 Dec", ["2026-12-20", "2026-12-23"]],
    ["friday", undefined],
  ])("“%s” is the range %s", (text, range) => expect(language.range(text)).toEqual(range));
});
