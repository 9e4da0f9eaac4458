import { expect, test } from "vitest";
import { bareRecord, type PensumRecord, type Task, type Work } from "../model";
import { Store } from "../store";
import { fullName, nameOf, titleOf } from ".";

const now = "2026-11-24T11:07";
const style = { locale: "en-GB", hour12: false };
const task: Task = bareRecord("task", { id: "ta", title: "Level [[Weir 3]]", now });
const entry = (fields: Partial<Work>): Work => ({
  ...bareRecord("work", { id: "we", now }),
  ...{ start: "2026-11-24T23:15", end: "2026-11-25T00:30" },
  ...fields,
});
const reads = new Store(new Map<string, PensumRecord>([[task.id, task]]));

test("an entry of the log is called by what was worked on and when; one that runs by since when", () => {
  expect(fullName(entry({ task: "ta" }), reads, style)).toBe("Level Weir 3, Tue 24 Nov, 23:15 to 0:30");
  const { end: _end, ...running } = entry({ title: "Post" });
  expect(fullName(running, reads, style)).toBe("Post, Tue 24 Nov, since 23:15");
  expect(fullName(task, reads, style)).toBe(nameOf(task, reads));
});

test("what has no name says so, in a heading and within a sentence", () => {
  expect([titleOf(entry({}), reads), nameOf(entry({}), reads)]).toEqual(["Untitled", "untitled"]);
  const block = bareRecord("block", { id: "ba", title: "", now });
  expect([titleOf(block, reads), nameOf(block, reads)]).toEqual(["Time set aside", "a block"]);
});
