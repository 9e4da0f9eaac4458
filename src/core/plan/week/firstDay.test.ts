import { describe, expect, test } from "vitest";
import { capture, place, setState, writePage } from "../../commands/index";
import { defaultSettings, type Settings } from "../../model/index";
import { followPages } from "../../page/index";
import { Store } from "../../store/index";
import { standingClock } from "../../time/index";
import { energyTimes, withBestHours } from "./bestHours";
import { firstDay } from "./firstDay";

const task = (title: string) => ({ kind: "task", title, tags: [], people: [], parts: [], remarks: [] }) as const;

test("a first day is done when three tasks were added, one placed, a line written and one ticked off", () => {
  const store = new Store(new Map(), [followPages()], standingClock("2026-11-24T11:07", "Europe/Berlin"));
  const done = () => firstDay(store, store.find("day", "day-2026-11-24")?.text ?? "");
  expect(done()).toMatchObject({ added: 0, isPlaced: false, isWritten: false, isTicked: false });
  store.act(capture, [task("one"), task("two"), task("three"), task("four")]);
  expect(done()).toMatchObject({ added: 3, isWritten: false });
  const [first] = store.list("kind", "task");
  store.act(place, { task: first!.id, start: "2026-11-24T14:00" });
  const page = store.find("day", "day-2026-11-24")!;
  store.act(writePage, { id: page.id, text: `${page.text}- 12:15-13:00 lunch\n` });
  expect(done()).toMatchObject({ isPlaced: true, isWritten: false });
  store.act(writePage, { id: page.id, text: `${page.text}Fog over the weir.\n` });
  expect(done()).toMatchObject({ isWritten: true, isDone: false });
  store.act(setState, { tasks: [first!.id], state: "done" });
  expect(done().isDone).toBe(true);
});

describe("the hours of most energy", () => {
  const settings: Settings = { ...defaultSettings };

  test.each(energyTimes)("are two hours, %s, on each working day", (when) => {
    const [pattern] = withBestHours(settings, when, "writing", "p");
    expect(pattern!.hours.map(({ weekday }) => weekday)).toEqual([1, 2, 3, 4, 5]);
    for (const { startMinute, endMinute, theme } of pattern!.hours)
      expect([endMinute - startMinute, theme, startMinute >= 0 && endMinute <= 1440]).toEqual([120, "writing", true]);
  });

  test("move when they are chosen again, and leave the hours of other themes alone", () => {
    const once = { ...settings, patterns: withBestHours(settings, "early", "writing", "p") };
    const twice = { ...once, patterns: withBestHours(once, "midday", "reading", "q") };
    const moved = withBestHours(twice, "late", "writing", "r");
    expect(moved).toHaveLength(1);
    expect(moved[0]).toMatchObject({ id: "p" });
    const of = (theme: string) => moved[0]!.hours.filter((hours) => hours.theme === theme);
    expect(of("reading").map(({ startMinute }) => startMinute)).toEqual([780, 780, 780, 780, 780]);
    expect(of("writing").every(({ endMinute }) => endMinute === 1050)).toBe(true);
    expect(withBestHours(twice, "midday", "writing", "r")[0]!.hours).toHaveLength(5);
  });
});
