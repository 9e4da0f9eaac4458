import { expect, test } from "vitest";
import { putInBox } from "../../commands/index";
import { defaultSettings, type Block, type PensumRecord, type Settings } from "../../model/index";
import { Store } from "../../store/index";
import { someTask } from "../../testing/arbitraries";
import { standingClock } from "../../time/index";
import { nextThemedHour } from "..";

const now = "2026-11-24T11:07";
const zone = "Europe/Berlin";
const settings: Settings = {
  ...defaultSettings,
  patterns: [
    {
      id: "normal",
      title: "Normal",
      hours: [
        { weekday: 2, startMinute: 600, endMinute: 720, theme: "desk" },
        { weekday: 4, startMinute: 540, endMinute: 600, theme: "desk" },
      ],
    },
  ],
};
const box = (id: string, start: string, end: string): Block => ({
  id,
  kind: "block",
  start,
  end,
  theme: "desk",
  title: "",
  text: "",
  createdAt: now,
});
const next = (records: PensumRecord[], minutes = 60, theme: string | undefined = "desk") => {
  const store = new Store(
    new Map([settings, ...records].map((record) => [record.id, record])),
    [],
    standingClock(now, zone),
  );
  return { store, found: () => nextThemedHour(store, theme ? { theme } : {}, minutes) };
};

test("a task goes to the next free hours of its theme in the pattern, not to those that have begun to pass", () => {
  expect(next([]).found()).toMatchObject({ start: "2026-11-24T11:10", minutes: 50 });
  const full = { ...box("full", "2026-11-24T10:00", "2026-11-24T12:00"), theme: "people" };
  expect(next([full]).found()).toMatchObject({ start: "2026-11-26T09:00", minutes: 60 });
  expect(next([full], 45).found()).toMatchObject({ minutes: 45 });
  expect(next([], 60, "garden").found()).toBeUndefined();
  expect(next([], 60, "").found()).toBeUndefined();
});

test("hours that are set aside come first where they are earlier, as long as they have room", () => {
  const taken = { ...box("lunch", "2026-11-24T11:00", "2026-11-24T12:00"), theme: "people" };
  const { store, found } = next([
    taken,
    box("wed", "2026-11-25T14:00", "2026-11-25T15:00"),
    { ...someTask("long"), estimateMinutes: 120 },
  ]);
  expect(found()).toMatchObject({ box: { id: "wed" }, date: "2026-11-25", startMinute: 840 });
  store.act(putInBox, { box: "wed", task: "long" });
  expect(found()).toMatchObject({ start: "2026-11-26T09:00" });
});
