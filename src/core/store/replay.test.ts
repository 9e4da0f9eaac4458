import { describe, expect, test } from "vitest";
import { migrate, modelVersion, type Migration, type StoredRecord } from "../model";
import { byId, someTask } from "../testing/arbitraries";
import type { LogEntry } from "./changeLog";
import { NewerVersion, replay } from "./replay";

const oldBlock = {
  id: "ba",
  kind: "block",
  start: "2026-11-24T10:00",
  end: "2026-11-24T11:00",
  for: "task",
  subject: "ta",
  text: "",
  createdAt: "2026-11-24T09:00",
};
const entry = (seq: number, version: number, changes: unknown): LogEntry => ({
  seq,
  at: seq,
  by: "a",
  said: "",
  version,
  changes: JSON.stringify(changes),
  ids: [],
});

describe("a workspace of an older version", () => {
  test("opens with its blocks in this version's shape, those of the snapshot and those of the log", () => {
    const records = replay(byId([oldBlock]), 1, [
      entry(1, 1, { updated: { ba: { subject: ["ta", "tb"] } } }),
      entry(2, 1, {
        added: [
          { ...oldBlock, id: "bb", for: "text", subject: "lunch" },
          { ...oldBlock, id: "bc", for: "theme", subject: "theme1" },
        ],
      }),
      entry(3, 2, { updated: { bb: { title: ["lunch", "late lunch"] } } }),
    ]);
    const { for: _for, subject: _subject, ...rest } = oldBlock;
    expect(Object.fromEntries(records)).toEqual({
      ba: { ...rest, task: "tb", title: "" },
      bb: { ...rest, id: "bb", title: "late lunch" },
      bc: { ...rest, id: "bc", theme: "theme1", title: "" },
    });
  });

  test("goes through several steps in order, and loses what a step no longer keeps", () => {
    const steps: Migration[] = [
      {
        to: 2,
        name: "twice",
        up: (record) => ({ ...record, title: `${String(record.title)}${String(record.title)}` }),
      },
      { to: 3, name: "no b", up: (record) => (record.title === "bb" ? undefined : record) },
    ];
    const start = ["a", "b"].map((title) => someTask(`t${title}`, { title }) as unknown as StoredRecord);
    expect([...replay(byId(start), 1, [], steps, 3).values()]).toMatchObject([{ id: "ta", title: "aa" }]);
    expect(migrate(start[1]!, 2, steps)).toMatchObject({ title: "b" });
  });
});

test("a workspace of a newer version is refused, be it the snapshot's or an entry's", () => {
  expect(() => replay(new Map(), modelVersion + 1, [])).toThrow(NewerVersion);
  expect(() => replay(new Map(), modelVersion, [entry(1, modelVersion + 1, {})])).toThrow(NewerVersion);
});

test("a log that does not fit its records is refused and not made up", () => {
  const long = "words ".repeat(40);
  const start = [[someTask("ta", { text: long }) as unknown as StoredRecord]];
  expect(() =>
    replay(byId(start.flat()), modelVersion, [entry(1, modelVersion, { spliced: { ta: { text: [0, "other", ""] } } })]),
  ).toThrow(RangeError);
});
