import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { demoRecords } from "@demo/generate";
import { modelVersion, type PensumRecord } from "../model";
import { faultOf } from "../model/checks";
import { someTask, taskArbitrary } from "../testing/arbitraries";
import { crc32, readBackup, writeBackup, type WorkspaceContents } from ".";

async function bytesOf(contents: WorkspaceContents): Promise<Uint8Array> {
  const chunks: Uint8Array[] = [];
  for await (const chunk of writeBackup(contents)) chunks.push(chunk);
  return Buffer.concat(chunks);
}
async function* pieces(bytes: Uint8Array, size: number) {
  for (let at = 0; at < bytes.length; at += size) yield bytes.subarray(at, at + size);
}
const read = (bytes: Uint8Array, size = 997) => readBackup(pieces(bytes, size), bytes.length);
const text = (value: string) => new TextEncoder().encode(value);

const entry = { at: 1, by: "a", said: "Wrote 🌱", version: modelVersion, changes: "{}", ids: ["ta"] };
const small: WorkspaceContents = {
  records: [someTask("tb", { text: "שלום\u2028<script>" }), someTask("ta")],
  log: [entry],
  files: [{ id: "fa", name: "gauge.png", type: "image/png", base64: "iVBORw0KGgo=" }],
};

describe("a backup", () => {
  test("gives the same workspace, and the same bytes when written out again", async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.uniqueArray(taskArbitrary, { selector: (task) => task.id }),
        fc.integer({ min: 1, max: 300 }),
        async (tasks, size) => {
          const first = await bytesOf({ ...small, records: tasks });
          const contents = await read(first, size);
          expect(new Set(contents.records)).toEqual(new Set(tasks));
          expect(contents.log).toEqual(small.log);
          expect(contents.files).toEqual(small.files);
          expect(Buffer.compare(await bytesOf(contents), first)).toBe(0);
        },
      ),
      { numRuns: 50 },
    );
  });

  test("holds all of the demo data, every record of which is well formed", async () => {
    const records = demoRecords({ now: "2026-11-24T11:07", size: 1000, seed: 7 });
    for (const record of records) expect([record.id, faultOf(record)]).toEqual([record.id, undefined]);
    const first = await bytesOf({ records, log: [], files: [] });
    expect(Buffer.compare(await bytesOf(await read(first, 65_536)), first)).toBe(0);
  });

  test("of an older version comes in as this version has it", async () => {
    const block = {
      id: "block01",
      kind: "block",
      start: "2026-11-24T10:00",
      end: "2026-11-24T11:00",
      for: "task",
      subject: "ta",
      text: "",
      createdAt: "2026-11-24T09:00",
    };
    const lines = [JSON.stringify({ pensum: "backup", format: 1, model: 1 }), JSON.stringify({ record: block })]
      .map((line) => `${line}\n`)
      .join("");
    const end = { records: 1, log: 0, files: 0, crc32: crc32(text(lines)).toString(16).padStart(8, "0") };
    const { records } = await read(text(`${lines}${JSON.stringify({ end })}\n`));
    const { for: _for, subject: _subject, ...rest } = block;
    expect(records).toEqual([{ ...rest, task: "ta", title: "" }]);
  });

  test("with any one byte changed, left out or broken off is refused", async () => {
    const whole = await bytesOf(small);
    await fc.assert(
      fc.asyncProperty(
        fc.nat(whole.length - 2),
        fc.integer({ min: 1, max: 255 }),
        fc.constantFrom("change", "leave out", "break off"),
        async (at, by, how) => {
          const damaged = Uint8Array.from(whole);
          damaged[at] = (damaged[at]! + by) % 256;
          const bytes =
            how === "change"
              ? damaged
              : how === "leave out"
                ? Buffer.concat([whole.subarray(0, at), whole.subarray(at + 1)])
                : whole.subarray(0, at);
          await expect(read(bytes)).rejects.toThrow(/Nothing was changed/);
        },
      ),
      { numRuns: 400 },
    );
  });

  test.each([
    ["", /empty/],
    ["a,b,c\n1,2,3\n", /not a Pensum backup/],
    ['{"some":"json"}\n', /not a Pensum backup/],
    ["[1]\n", /not a Pensum backup/],
    [`{"pensum":"backup","format":1,"model":${modelVersion + 1}}\n`, /newer version/],
    [`{"pensum":"backup","format":2,"model":1}\n`, /newer version/],
  ])("refuses %j and says why", async (content, why) => {
    await expect(read(text(content))).rejects.toThrow(why);
  });

  test("refuses a block that ends before it starts", () => {
    const block: PensumRecord = {
      id: "ba",
      kind: "block",
      start: "2026-11-24T10:00",
      end: "2026-11-24T09:00",
      title: "x",
      text: "",
      createdAt: "2026-11-24T09:00",
    };
    expect(faultOf(block)).toMatch(/after the start/);
  });
});

test("the checksum is CRC-32", () => {
  expect(crc32(text("123456789")).toString(16)).toBe("cbf43926");
});

describe("a backup", () => {
  describe("with a faulty record opens, and keeps all of it as text", () => {
    const withRecords = async (...records: unknown[]) =>
      read(await bytesOf({ records: records as PensumRecord[], log: [], files: [] }));

    test.each([
      [{ ...someTask("ta"), repeat: "banana" }, /repeat: banana/],
      [{ ...someTask("ta", { text: "own words" }), due: "2026-02-31" }, /own words\n\ndue: 2026-02-31/],
      [{ ...someTask("ta"), spoon: [1] }, /spoon: \[1\]/],
      [{ ...someTask("ta"), state: 7 }, /state: 7/],
    ])("%j", async (record, kept) => {
      const { records, faults } = await withRecords(record, someTask("tb"));
      expect(records).toHaveLength(2);
      expect(faults).toHaveLength(1);
      const mended = records.find(({ id }) => id === "ta");
      expect(faultOf(mended)).toBeUndefined();
      expect(mended).toMatchObject({ kind: "task", title: "Task ta", text: expect.stringMatching(kept) as string });
    });

    test.each([
      [{ id: "ta", kind: "spoon", title: "Soup" }],
      [{ id: "ta", kind: "constructor" }],
      [{ id: "ta", kind: "event", title: "Call", start: "soon", end: "later", place: "", people: [], text: "" }],
      [null],
      ["words"],
    ])("%j becomes a note", async (record) => {
      const { records, faults } = await withRecords(record);
      expect(faults).toHaveLength(1);
      expect(records).toMatchObject([{ kind: "note" }]);
      expect(faultOf(records[0])).toBeUndefined();
      if (record && typeof record === "object") expect(JSON.stringify(records[0])).toContain(record.kind);
    });
  });
});
