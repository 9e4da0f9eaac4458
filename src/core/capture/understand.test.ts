import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { defaultSettings } from "../model";
import { pastedLines } from "./pastedLines";
import { workMinutes } from "./draft";
import type { CaptureContext } from "./found";
import { partKey, understand } from "./understand";

const named = (names: Record<string, string>) => (name: string) => {
  const id = names[name.toLowerCase()];
  return id ? { id, title: name[0]!.toUpperCase() + name.slice(1) } : undefined;
};
const context: CaptureContext = {
  now: "2026-11-24T11:07",
  style: { locale: "en-GB", hour12: false },
  priorities: defaultSettings.priorities,
  theme: named({ reporting: "theme-reporting" }),
  person: named({ ines: "person-ines" }),
};
const read = (line: string, refused?: Set<string>) => understand(line, context, refused);

describe("what comes again", () => {
  test.each([
    ["crew call every Monday 9:00", "RRULE:FREQ=WEEKLY;BYDAY=MO", "2026-11-30", "crew call"],
    ["stretch every day", "RRULE:FREQ=DAILY", "2026-11-24", "stretch"],
    ["read the gauges every weekday 10 min", "RRULE:FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR", "2026-11-24", "read the gauges"],
    ["figures every 2 weeks", "RRULE:FREQ=WEEKLY;INTERVAL=2", "2026-11-24", "figures"],
    ["board every other Wednesday", "RRULE:FREQ=WEEKLY;INTERVAL=2;BYDAY=WE", "2026-11-25", "board"],
    ["level walk every Tue, Thu and Sat", "RRULE:FREQ=WEEKLY;BYDAY=TU,TH,SA", "2026-11-24", "level walk"],
    ["hours to Odile every last Friday of the month", "RRULE:FREQ=MONTHLY;BYDAY=-1FR", "2026-11-27", "hours to Odile"],
    ["rent every month on the 3rd", "RRULE:FREQ=MONTHLY;BYMONTHDAY=3", "2026-12-03", "rent"],
    ["check the van every 6 months", "RRULE:FREQ=MONTHLY;INTERVAL=6", "2026-11-24", "check the van"],
  ])("is read from “%s”", (line, repeat, day, title) => {
    expect(read(line)).toMatchObject({ repeat, day, title });
  });

  test.each(["every so often", "ask everybody", "everyday words", "every month on the 40th"])(
    "is not read from “%s”",
    (line) => expect(read(line).repeat?.includes("MONTHDAY")).toBeFalsy(),
  );

  test("keeps the day that is said, and words that were refused", () => {
    expect(read("figures every month 27 Nov")).toMatchObject({ repeat: "RRULE:FREQ=MONTHLY", day: "2026-11-27" });
    const refused = new Set(["repeat every monday"]);
    expect(read("call every Monday", refused)).not.toHaveProperty("repeat");
  });
});

describe("a typed line", () => {
  test("with a day, a clock time and a length is a task with hours", () => {
    expect(read("call the ecologist Thu 9:30 for 20 min")).toMatchObject({
      kind: "task",
      title: "call the ecologist",
      day: "2026-11-26",
      startMinute: 570,
      endMinute: 590,
      estimateMinutes: 20,
    });
  });

  test("with a length, a due date, a priority and a theme gives each to its field", () => {
    const draft = read("landowner letter 1 h due 2 Dec vital #reporting");
    expect(draft).toMatchObject({
      title: "landowner letter",
      estimateMinutes: 60,
      due: "2026-12-02",
      priority: "vital",
      theme: "theme-reporting",
    });
    expect(draft.day).toBeUndefined();
    expect(draft.parts.map((part) => part.what)).toEqual(["length", "due", "priority", "theme"]);
  });

  test.each([
    ["order stakes tomorrow", { title: "order stakes", day: "2026-11-25" }],
    ["write up gauges due Fri 17:00", { title: "write up gauges", due: "2026-11-27T17:00" }],
    ["planning 9:30-10:15 tomorrow", { title: "planning", day: "2026-11-25", startMinute: 570, endMinute: 615 }],
    ["ring the mill at 9:15", { title: "ring the mill", day: "2026-11-25", startMinute: 555 }],
    ["ring the mill at 14:00", { title: "ring the mill", day: "2026-11-24", startMinute: 840, endMinute: 870 }],
    [
      "survey 1 h 30 @Ines @Bo #flood",
      { title: "survey", estimateMinutes: 90, people: ["Ines", "Bo"], tags: ["flood"] },
    ],
    [
      "event: planting day Sat 9:00 to 12:00",
      { kind: "event", title: "planting day", day: "2026-11-28", startMinute: 540, endMinute: 720 },
    ],
    ["note: mill yard gate code", { kind: "note", title: "mill yard gate code" }],
    ["letter by 4 December high", { title: "letter", due: "2026-12-04", priority: "high" }],
    ["call at 9:30 for 20 min Thu", { title: "call", day: "2026-11-26", startMinute: 570, endMinute: 590 }],
    ["Friday 14-15 site walk", { title: "site walk", day: "2026-11-27", startMinute: 840, endMinute: 900 }],
    ["walk 2-3 on Friday", { title: "walk", day: "2026-11-27", startMinute: 840, endMinute: 900 }],
    ["an hour of reading tomorrow", { title: "reading", day: "2026-11-25", estimateMinutes: 60 }],
    ["claim, due Wed 2 Dec, 75 min, high", { title: "claim", due: "2026-12-02", estimateMinutes: 75 }],
    ["before Friday: tidy the store", { title: "tidy the store", due: "2026-11-27" }],
    ["write 1h30 notes", { title: "write notes", estimateMinutes: 90 }],
  ])("%s", (line, expected) => {
    expect(read(line)).toMatchObject(expected);
  });

  test.each([
    "sat with the crew at the weir",
    "march to the high street shop",
    "order 400 willow stakes",
    "low tide at the mill",
    "10-12 volunteers",
    "plant 90m of hedge",
    "vital",
  ])("“%s” is only words", (line) => {
    expect(read(line)).toMatchObject({ title: line, parts: [] });
  });

  test("has one day, one length and one due date: a second of them stays words", () => {
    expect(read("compare 2 Dec and 9 Dec")).toMatchObject({ title: "compare and 9 Dec", day: "2026-12-02" });
    expect(read("walk 20 min or 30 min")).toMatchObject({ title: "walk or 30 min", estimateMinutes: 20 });
  });

  test("keeps in the title what its kind has no room for", () => {
    expect(read("note: gauge reads high tomorrow #flood")).toMatchObject({
      title: "gauge reads high tomorrow",
      tags: ["flood"],
    });
    expect(read("event: workshop 2 h tomorrow due Fri #flood")).toMatchObject({
      title: "workshop 2 h due Fri #flood",
      day: "2026-11-25",
    });
  });

  test("keeps the words of a date that does not exist, and says so", () => {
    const draft = read("pay rent 31 February");
    expect(draft).toMatchObject({ title: "pay rent 31 February", parts: [] });
    expect(draft.remarks[0]).toContain("31 February");
    expect(read("claim due 2026-02-30").due).toBeUndefined();
  });

  test("leaves a refused part in the title", () => {
    const line = "call the ecologist Thu 9:30 for 20 min";
    const [time] = read(line).parts;
    const draft = read(line, new Set([partKey(time!, line)]));
    expect(draft).toMatchObject({ title: "call the ecologist Thu 9:30", estimateMinutes: 20 });
    expect(draft.startMinute).toBeUndefined();
  });

  test("never throws and never loses a character, whatever it is", () => {
    const word = fc.constantFrom(
      "due",
      "Thu",
      "9:30",
      "for",
      "20 min",
      "#reporting",
      "@Ines",
      "vital",
      "31 Feb",
      "tomorrow",
      "1 h",
      "🌱",
      "مرحبا",
      "<script>",
      "at",
      "5pm",
      "2-3pm",
      "in 2 days",
      "event:",
      "note:",
      "an hour",
      "14-15",
      ",",
      "2 Dec",
      "with Ines",
      "remind me",
      "to",
      "until",
      "20 Dec to 3 Jan",
      "mon wed fri",
      "tomorrow morning",
      "half past three",
      "at the mill",
      "meeting",
      "“9:30 tomorrow”",
      "every day",
      "hide until",
      "3 sittings of",
      "every morning",
      "between 2 and 4pm",
      "by the end of the month",
      "(",
      ")",
      "the 15th",
      "or",
      "before",
    );
    const line = fc.oneof(
      fc.string({ unit: "grapheme", maxLength: 80 }),
      fc.array(word, { maxLength: 9 }).map((words) => words.join(" ")),
    );
    const dense = (text: string) => text.replace(/\s+/g, "");
    fc.assert(
      fc.property(line, fc.boolean(), (text, refuse) => {
        const first = read(text);
        const draft = refuse ? read(text, new Set(first.parts.slice(0, 1).map((part) => partKey(part, text)))) : first;
        const inParts = draft.parts
          .filter(({ stays }) => !stays)
          .map((part) => text.slice(part.from, part.to))
          .join("");
        const said = draft.parts.map(({ says = "" }) => says).join("");
        const characters = (all: string) => [...dense(all)].sort().join("");
        if (draft.title === text.replace(/\s+/g, " ").trim()) return;
        expect(characters(draft.title + inParts)).toBe(characters(text + said));
      }),
      { numRuns: 1500 },
    );
  });

  test("of ten thousand characters is shortened for the title and kept whole in the text", () => {
    const line = "gauge ".repeat(2000).trim();
    const draft = read(line);
    expect(draft.title.length).toBeLessThan(130);
    expect(draft.text).toBe(line);
  });
});

test("pasted lines lose their list marks and empty lines, and nothing else", () => {
  expect(pastedLines("- [ ] stakes\r\n\n  2. letter\n• gauge\n# heading\n- [x] done")).toEqual([
    "stakes",
    "letter",
    "gauge",
    "# heading",
    "[x] done",
  ]);
});

test.each([
  ["survey 1 h", 60],
  ["survey 1 h due Fri", 0],
  ["survey 1 h Wed due Fri", 60],
  ["call Wed 9:30", 30],
  ["call Wed 9:30-10:00 1 h", 60],
  ["event: workshop Wed 9:00-12:00", 180],
  ["event: choir trip Wed", 0],
  ["note: 1 h of rain", 0],
])("“%s” puts %i minutes of work on its day", (line, minutes) => {
  expect(workMinutes(read(line))).toBe(minutes);
});
