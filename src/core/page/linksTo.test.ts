import { expect, test } from "vitest";
import type { PensumRecord } from "../model";
import { someTask } from "../testing/arbitraries";
import { linksTo } from "./linksTo";

const createdAt = "2026-11-24T08:00";
const note = (id: string, title: string, text = ""): PensumRecord => ({
  id,
  kind: "note",
  title,
  tags: [],
  text,
  createdAt,
});
const day = (date: string, text: string): PensumRecord => ({ id: `day-${date}`, kind: "day", date, text });
const person: PensumRecord = { id: "tam", kind: "person", title: "Tam Reed", role: "", text: "" };
const theme: PensumRecord = { id: "desk", kind: "theme", title: "Desk", dye: "walnut", text: "" };

const records = [
  note("reach", "Reach 4", "Gravel. See [[Reach 4]]."),
  note("other", "Other", "Near [[reach 4|the reach]], before [[Reach 41]] and [[2026-11-25]]."),
  day("2026-11-24", "Plain words: Reach 4. Ask @tam-reed."),
  day("2026-11-25", "See [[Reach 41]]."),
  someTask("ta", { title: "Write up [[Reach 4]]", theme: "desk", people: ["tam"] }),
  someTask("tb", { parent: "ta" }),
  person,
  theme,
];
const linking = (id: string) =>
  linksTo(
    records.find((one) => one.id === id)!,
    records,
  ).map((one) => one.id);

test("a note is linked by its title between brackets, in any case, and by nothing else", () => {
  expect(linking("reach")).toEqual(["other", "ta"]);
});

test("a day is linked by its date, a person by name or field, a theme and a whole by field", () => {
  expect(linking("day-2026-11-25")).toEqual(["other"]);
  expect(linking("tam")).toEqual(["day-2026-11-24", "ta"]);
  expect(linking("desk")).toEqual(["ta"]);
  expect(linking("ta")).toEqual(["tb"]);
});

test("no more are looked for than are asked for", () => {
  expect(linksTo(records[0]!, records, 1)).toHaveLength(1);
});

test("a task is linked by what comes after it and by the box that holds it, a note by its event", () => {
  const stretch = { start: "2026-11-24T09:00", end: "2026-11-24T10:00", text: "", createdAt };
  const all: PensumRecord[] = [
    ...records,
    someTask("tc", { after: ["ta"] }),
    { ...stretch, id: "box", kind: "block", title: "", holds: [{ task: "ta", minutes: 15 }] },
    { ...stretch, id: "visit", kind: "event", title: "Visit", place: "", people: [], notes: "reach" },
  ];
  const linkingTo = (id: string) =>
    linksTo(
      all.find((one) => one.id === id)!,
      all,
    ).map((one) => one.id);
  expect(linkingTo("ta")).toEqual(["tb", "tc", "box"]);
  expect(linkingTo("reach")).toEqual(["other", "ta", "visit"]);
});
