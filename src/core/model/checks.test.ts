import { describe, expect, test } from "vitest";
import { someTask } from "../testing/arbitraries";
import { faultOf } from "./checks";
import { defaultSettings } from "./defaults";
import { fieldFault } from "./fields";
import { fieldsOf } from "./kinds";
import { dayPageId, type PensumRecord } from "./records";

const createdAt = "2026-11-24T08:00";
const task = someTask("task1", {
  doDay: "2026-11-24",
  due: "2026-11-25T12:00",
  restUntil: "2026-11-26",
  estimateMinutes: 45,
  priority: "vital",
  theme: "theme1",
  parent: "task2",
  tags: ["flood"],
  people: ["person1"],
  page: dayPageId("2026-11-24"),
});
const event: PensumRecord = {
  id: "event1",
  kind: "event",
  title: "Crew call",
  start: "2026-11-24T09:00",
  end: "2026-11-24T09:45",
  zone: "America/Halifax",
  place: "",
  people: [],
  text: "",
  createdAt,
};
const block: PensumRecord = {
  id: "block1",
  kind: "block",
  start: "2026-11-24T23:30",
  end: "2026-11-25T00:30",
  task: "task1",
  title: "",
  text: "",
  createdAt,
};
const theme: PensumRecord = { id: "theme1", kind: "theme", title: "Desk", dye: "walnut", weeklyMinutes: 300, text: "" };
const day: PensumRecord = { id: "day-2026-11-24", kind: "day", date: "2026-11-24", text: "" };
const note: PensumRecord = { id: "note1", kind: "note", title: "Reach 4", tags: [], text: "", createdAt };
const person: PensumRecord = { id: "person1", kind: "person", title: "Tam", role: "", text: "" };

describe("a record from outside", () => {
  test.each([task, event, block, theme, day, note, person, defaultSettings])(
    "of the kind $kind may come in",
    (record) => {
      expect(faultOf(record)).toBeUndefined();
    },
  );

  test.each<[string, PensumRecord, object]>([
    ["an id with blanks", task, { id: "a b" }],
    ["an unknown state", task, { state: "finished" }],
    ["a day that does not exist", task, { doDay: "2026-02-30" }],
    ["a clock time that does not exist", task, { due: "2026-11-25T24:30" }],
    ["a rest until some moment", task, { restUntil: "2026-11-26T09:00" }],
    ["less than no time", task, { estimateMinutes: -1 }],
    ["half a minute", task, { estimateMinutes: 0.5 }],
    ["tags that are no words", task, { tags: [1] }],
    ["people that are no ids", task, { people: ["Tam Reed"] }],
    ["no title", task, { title: undefined }],
    ["a field that nobody knows", task, { colour: "red" }],
    ["an end before its start", event, { end: "2026-11-24T08:00" }],
    ["an end at its start", block, { end: "2026-11-24T23:30" }],
    ["a start with a clock time and an end without", event, { end: "2026-11-24" }],
    ["an unknown zone", event, { zone: "Atlantis/Capital" }],
    ["hours of whole days", block, { start: "2026-11-24", end: "2026-11-25" }],
    ["an unknown dye", theme, { dye: "red" }],
    ["more hours than a week has", theme, { weeklyMinutes: 10_081 }],
    ["another date than its id says", day, { date: "2026-11-25" }],
    ["a text that is none", note, { text: null }],
    ["an eighth weekday", defaultSettings, { firstWeekday: 8 }],
    ["a week of six days", defaultSettings, { workingWeek: defaultSettings.workingWeek.slice(1) }],
    [
      "two levels of one id",
      defaultSettings,
      { priorities: [...defaultSettings.priorities, defaultSettings.priorities[0]] },
    ],
    ["an unknown kind", person, { kind: "toString" }],
  ])("with %s is refused with the reason", (_, record, wrong) => {
    expect(faultOf({ ...record, ...wrong })).toMatch(/\w+ \w+/);
  });

  test.each([null, undefined, 1, "task", [], () => {}])("that is %s is none", (value) => {
    expect(faultOf(value)).toBe("it is not a record");
  });

  test("may be of whole days, the last of which is the first", () => {
    expect(faultOf({ ...event, start: "2026-11-24", end: "2026-11-24", zone: undefined })).toBeUndefined();
  });
});

describe("a value typed into a field", () => {
  const field = (kind: "task" | "event", name: string) => fieldsOf[kind].find((one) => one.name === name)!;

  test.each<["task" | "event", string, unknown]>([
    ["task", "title", "Stakes"],
    ["task", "doDay", undefined],
    ["task", "due", "2026-11-25T12:00"],
    ["task", "estimateMinutes", 60_000],
    ["event", "zone", "Europe/Lisbon"],
    ["event", "start", "2028-02-29"],
  ])("of a %s may be: %s, %s", (kind, name, value) => {
    expect(fieldFault(field(kind, name), value)).toBeUndefined();
  });

  test.each<["task" | "event", string, unknown]>([
    ["task", "title", "  "],
    ["task", "title", undefined],
    ["task", "state", undefined],
    ["task", "doDay", "2026-11-25T12:00"],
    ["task", "due", "tomorrow"],
    ["task", "estimateMinutes", 60_001],
    ["event", "zone", "here"],
    ["event", "start", "2027-02-29"],
  ])("of a %s cannot be: %s, %s; and it is said in a sentence", (kind, name, value) => {
    expect(fieldFault(field(kind, name), value)).toMatch(/^[A-Z“].*\.$/);
  });
});
