import { expect, test } from "vitest";
import type { PensumRecord } from "../model";
import { someTask } from "../testing/arbitraries";
import fc from "fast-check";
import { LinksHere, linksTo, mentionsWithoutLink } from "./linksTo";

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

test("what links here is, after any changes, what looking at all records again would find", () => {
  const words = [
    "See [[Reach 4]].",
    "Reach 4 is dry.",
    "[[reach 4|there]], and Reach 4",
    "Gravel",
    "",
    "Ask @tam-reed",
    "Tam Reed called",
  ];
  fc.assert(
    fc.property(
      fc.constantFrom(...records.slice(0, 1), person),
      fc.array(fc.tuple(fc.integer({ min: 0, max: 300 }), fc.option(fc.constantFrom(...words))), { maxLength: 60 }),
      fc.boolean(),
      (record, steps, isCrowded) => {
        const now = new Map<string, PensumRecord>(records.map((one) => [one.id, one]));
        // More than are shown: one that goes makes room for one that was not.
        if (isCrowded)
          for (let at = 0; at < 300; at++)
            now.set(`n${at}`, note(`n${at}`, `N ${at}`, at % 3 === 0 ? "Gravel" : words[at % 3]!));
        const links = new LinksHere(record, () => now.values());
        for (const [at, text] of steps) {
          const id = `n${at}`;
          const to = text === null ? undefined : note(id, `N ${at}`, text);
          if (to) now.set(id, to);
          else now.delete(id);
          links.take([{ id, to }]);
        }
        const all = linksTo(record, now.values(), 1000).map(({ id }) => id);
        const mentions = mentionsWithoutLink(record, now.values(), 1000)
          .map(({ id }) => id)
          .filter((id) => !all.includes(id));
        const linking = links.linking.map(({ id }) => id);
        const mentioning = links.mentioning.map(({ id }) => id);
        expect(linking.length).toBe(Math.min(200, all.length));
        expect(mentioning.length).toBe(Math.min(60, mentions.length));
        expect(all).toEqual(expect.arrayContaining(linking));
        expect(mentions).toEqual(expect.arrayContaining(mentioning));
        for (const one of [...links.linking, ...links.mentioning]) expect(one).toBe(now.get(one.id));
      },
    ),
    { numRuns: 60 },
  );
});
