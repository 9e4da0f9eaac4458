import { describe, expect, test } from "vitest";
import { layPattern, saveSettings } from "../../commands/index";
import { defaultSettings, Refusal, type Pattern, type PensumRecord } from "../../model/index";
import { Store } from "../../store/index";
import { addDays, durationText, standingClock, usualWeek } from "../../time/index";
import { dayItems, patternHours, patternOf, patternSums, readTarget, targetText, weeklyTarget } from "..";

const usual: Pattern = {
  id: "usual",
  title: "Normal week",
  hours: [
    { weekday: 2, startMinute: 600, endMinute: 720, theme: "rep" },
    { weekday: 2, startMinute: 480, endMinute: 600, theme: "field" },
    { weekday: 2, startMinute: 720, endMinute: 780 },
    { weekday: 3, startMinute: 480, endMinute: 720, theme: "field" },
  ],
};
const field: Pattern = {
  id: "field",
  title: "Field week",
  hours: [{ weekday: 2, startMinute: 420, endMinute: 1020, theme: "field" }],
};
const settings = {
  ...defaultSettings,
  patterns: [usual, field],
  patternWeeks: { "2026-11-30": "field", "2026-12-07": "" },
};
const event: PensumRecord = {
  id: "e",
  kind: "event",
  title: "Call",
  start: "2026-11-24T08:30",
  end: "2026-11-24T09:00",
  place: "",
  people: [],
  text: "",
  createdAt: "2026-11-01T08:00",
};

describe("a pattern", () => {
  test("is the usual one, another, or none, week by week", () => {
    const of = (date: string) => patternOf(settings, date)?.id;
    expect(["2026-11-24", "2026-12-01", "2026-12-06", "2026-12-09"].map(of)).toEqual([
      "usual",
      "field",
      "field",
      undefined,
    ]);
    expect(patternHours(usual, "2026-11-24").map(({ startMinute }) => startMinute)).toEqual([480, 600, 720]);
    expect(patternHours(usual, "2026-11-27")).toEqual([]);
  });

  test("is summed up against what each theme should get", () => {
    expect(
      patternSums(
        usual,
        [
          { id: "field", weeklyMinutes: 600 },
          { id: "rep", weeklyShare: 25 },
        ],
        usualWeek,
      ),
    ).toEqual([
      { theme: "field", minutes: 360, target: 600 },
      { theme: "rep", minutes: 120, target: 600 },
    ]);
  });

  test("a target is hours, or a share of the working week that follows it", () => {
    expect([readTarget("9 h"), readTarget("20 %"), readTarget("12,5 per cent"), readTarget("")]).toEqual([
      { weeklyMinutes: 540 },
      { weeklyShare: 20 },
      { weeklyShare: 12.5 },
      {},
    ]);
    expect([readTarget("120 %"), readTarget("much"), readTarget("-5 %")]).toEqual([undefined, undefined, undefined]);
    expect(weeklyTarget({ weeklyShare: 20 }, usualWeek)).toBe(480);
    const short = usualWeek.map((day, at) => (at < 2 ? null : day));
    expect(weeklyTarget({ weeklyShare: 20 }, short)).toBe(288);
    expect([weeklyTarget({ weeklyMinutes: 540 }, short), weeklyTarget({}, short)]).toEqual([540, undefined]);
    for (const text of ["20%", durationText(540), "12.5%", ""]) expect(targetText(readTarget(text)!)).toBe(text);
  });

  test("is laid into a week where nothing stands, once, and taken back in one step", () => {
    const store = new Store(
      new Map([event, settings as PensumRecord].map((one) => [one.id, one])),
      [],
      standingClock("2026-11-24T07:00"),
    );
    const dates = Array.from({ length: 7 }, (_, at) => addDays("2026-11-23", at));
    store.act(layPattern, { dates });
    const seen = (date: string) =>
      dayItems(store, date).map(({ startMinute, endMinute, record }) => [startMinute, endMinute, record.theme]);
    expect(seen("2026-11-24")).toEqual([
      [480, 510, "field"],
      [510, 540, undefined],
      [540, 600, "field"],
      [600, 720, "rep"],
    ]);
    expect(seen("2026-11-25")).toEqual([[480, 720, "field"]]);
    expect(() => store.act(layPattern, { dates })).toThrow(Refusal);
    store.undo();
    expect(seen("2026-11-25")).toEqual([]);
    store.act(saveSettings, { patterns: [] });
    expect(patternOf(store.find("settings", "settings")!, "2026-11-24")).toBeUndefined();
  });
});
