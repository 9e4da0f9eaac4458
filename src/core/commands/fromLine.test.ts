import { expect, test } from "vitest";
import { understandTaskLine, type CaptureContext } from "../capture";
import { bareRecord, defaultSettings, type Block, type DayPage, type PensumRecord, type Task } from "../model";
import { Store } from "../store";
import { someTask } from "../testing/arbitraries";
import { standingClock, type DateText } from "../time";
import { takeFromLine } from "./fromLine";
import { placeTasks } from "./placeTasks";

const now = "2026-11-24T11:07";
const zone = "Europe/Berlin";
const context: CaptureContext = {
  now,
  style: { locale: "en-GB", hour12: false },
  priorities: defaultSettings.priorities,
  theme: () => undefined,
  person: (name) => (name.toLowerCase() === "ines" ? { id: "ines", title: "Ines" } : undefined),
};
const storeOf = (...records: PensumRecord[]) =>
  new Store(new Map(records.map((record) => [record.id, record])), [], standingClock(now, zone));
const read = (words: string, page?: DateText, isWanted: (words: string) => boolean = () => true) =>
  understandTaskLine(words, page, context, ({ from, to }) => isWanted(words.slice(from, to)));
const blocks = (store: Store) => store.list("kind", "block") as Block[];

test("a line of a page keeps its tags and people as words, and is a task whatever it sounds like", () => {
  const draft = read("lunch with Ines @ines #field tomorrow 12:30");
  expect(draft.kind).toBe("task");
  expect(draft.title).toBe("lunch with Ines @ines #field");
  expect(draft.day).toBe("2026-11-25");
});

test("an hour without a day is of the day whose page it is, and on today’s page the next that comes", () => {
  expect(read("call 9:30", "2026-11-27")).toMatchObject({ day: "2026-11-27", startMinute: 570 });
  expect(read("call 9:30", "2026-11-24")).toMatchObject({ day: "2026-11-25", startMinute: 570 });
  expect(read("call 9:30")).toMatchObject({ day: "2026-11-25" });
  expect(read("remind me at 17:00 to water", "2026-11-27").remindAt).toBe("2026-11-27T17:00");
});

test("what is not wanted stays words, and leaves room for another of its kind", () => {
  const draft = read("letter tomorrow friday", undefined, (words) => words !== "tomorrow");
  expect(draft.title).toBe("letter tomorrow");
  expect(draft.day).toBe("2026-11-27");
});

test("what was understood is set in one step, beside what the task has, and its line follows", () => {
  const line = "- [ ] survey friday 9:00 for 2 h high {#survey}";
  const page: DayPage = { id: "day-2026-11-24", kind: "day", date: "2026-11-24", text: line };
  const task: Task = { ...someTask("survey"), title: "survey friday 9:00 for 2 h high", page: page.id, tags: ["mill"] };
  const store = storeOf(page, task, bareRecord("person", { id: "ines", title: "Ines", now }));
  const { said } = store.act(takeFromLine, { task: "survey", draft: read("survey friday 9:00 for 2 h high") });
  expect(said).toBe("Set the hours, length and priority of “survey”");
  expect(store.get("survey")).toMatchObject({
    title: "survey",
    doDay: "2026-11-27",
    estimateMinutes: 120,
    tags: ["mill"],
  });
  expect(blocks(store)).toMatchObject([{ start: "2026-11-27T09:00", end: "2026-11-27T11:00", task: "survey" }]);
  store.undo();
  expect(store.get("survey")).toEqual(task);
  expect(blocks(store)).toEqual([]);
});

test("a rule without a day begins on the day of the task", () => {
  const store = storeOf({ ...someTask("walk"), doDay: "2026-11-26" });
  store.act(takeFromLine, { task: "walk", draft: read("walk every 3 days") });
  expect((store.get("walk") as Task).doDay).toBeDefined();
  expect((store.get("walk") as Task).repeat).toContain("INTERVAL=3");
});

test("several tasks get hours one after the other behind what stands there, and what does not fit is named", () => {
  const long = (id: string, minutes: number): Task => ({ ...someTask(id), title: id, estimateMinutes: minutes });
  const meeting: Block = {
    ...bareRecord("block", { id: "meeting", title: "Meeting", now }),
    ...{ start: "2026-11-24T12:00", end: "2026-11-24T14:00" },
  };
  const store = storeOf(long("one", 60), long("two", 60), long("whole day", 600), meeting);
  const { said } = store.act(placeTasks, { tasks: ["one", "two", "whole day"], day: "2026-11-24" });
  expect(said).toBe("Placed 2 tasks; no room for “whole day”");
  const hours = blocks(store).filter(({ task }) => task !== undefined);
  expect(hours.map(({ task, start }) => [task, start])).toEqual([
    ["one", "2026-11-24T14:00"],
    ["two", "2026-11-24T15:00"],
  ]);
  expect(() => store.act(placeTasks, { tasks: ["whole day"], day: "2026-11-24" })).toThrow(/no room/);
});

test("of a task and its parts the parts get hours, and what is done gets none", () => {
  const store = storeOf(
    someTask("whole"),
    { ...someTask("part"), parent: "whole" },
    { ...someTask("ready"), state: "done" },
  );
  store.act(placeTasks, { tasks: ["whole", "part", "ready"], day: "2026-11-25" });
  expect(blocks(store).map(({ task }) => task)).toEqual(["part"]);
  expect(() => store.act(placeTasks, { tasks: ["ready"], day: "2026-11-25" })).toThrow(/are done/);
});
