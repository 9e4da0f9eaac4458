import { zipSync } from "fflate";
import { describe, expect, it, test } from "vitest";
import { bareRecord, Refusal, type PensumRecord } from "../model";
import { faultOf } from "../model/checks";
import { SearchIndex } from "../search";
import { mostNesting, readBackup, writeBackup } from ".";
import { unzip } from "./folder";
import { mostPacking, mostUnpacked } from "./folder/zip";
import { readCalendar } from "./icalendar";
import { largestTable, mostColumns, readTable } from "./table/readTable";

/* Each test sits on a limit of docs/limits.md: what is within it is taken, and what is beyond is refused before it costs. */

const now = "2026-11-24T11:07";
const bytesOf = async (chunks: AsyncIterable<Uint8Array>) => {
  const all: Uint8Array[] = [];
  for await (const chunk of chunks) all.push(chunk);
  return Buffer.concat(all);
};
async function* once(bytes: Uint8Array) {
  yield await Promise.resolve(bytes);
}

describe("a table", () => {
  it("has its columns named in one pass, also where a thousand have one name", () => {
    const table = readTable(`${Array.from({ length: mostColumns }, () => "b").join(",")}\n1`);
    expect(table.header.slice(0, 3)).toEqual(["b", "b 2", "b 3"]);
    expect(new Set(table.header).size).toBe(mostColumns);
    expect(readTable("a,a 2,A,a\n1,2,3,4").header).toEqual(["a", "a 2", "A 3", "a 4"]);
  });

  it("of more columns or letters, or with a quote that is never closed, is refused with the reason", () => {
    expect(() => readTable(`${Array.from({ length: mostColumns + 1 }, () => "b").join(",")}\n1`)).toThrow(
      /1,001 columns/,
    );
    expect(() => readTable("a".repeat(largestTable + 1))).toThrow(/60 MB/);
    expect(() => readTable('Title,A\none,1\ntwo,"2\nthree,3\n')).toThrow(/row 3 is never closed/);
  });
});

describe("an archive", () => {
  it("is refused before it is unpacked where it would be unpacked to more than it may", () => {
    const zeros = zipSync({ "a.md": new Uint8Array(4_000_000) });
    expect(zeros.length * mostPacking).toBeLessThan(4_000_000);
    expect(() => unzip(zeros)).toThrow(/would unpack to 4 MB/);
    expect(unzip(zipSync({ "a.md": new Uint8Array(900_000) }))).toHaveLength(1);
    // Its directory promises more than the archive may hold.
    const promised = Buffer.from(zipSync({ "a.md": new Uint8Array(10) }));
    for (let at = 0; at < promised.length - 4; at++)
      if (promised.readUInt32LE(at) === 0x02014b50) promised.writeUInt32LE(mostUnpacked + 1, at + 24);
    expect(() => unzip(promised)).toThrow(Refusal);
  });
});

describe("a calendar", () => {
  it.each(["SECONDLY", "MINUTELY", "HOURLY", "DAILY"])(
    "whose zone changes its clocks %s is read, and told",
    (often) => {
      const text = [
        "BEGIN:VCALENDAR",
        "BEGIN:VTIMEZONE",
        "TZID:Odd",
        "BEGIN:STANDARD",
        "DTSTART:00010101T000000",
        "TZOFFSETFROM:+0100",
        "TZOFFSETTO:+0100",
        `RRULE:FREQ=${often}`,
        "END:STANDARD",
        "END:VTIMEZONE",
        "BEGIN:VEVENT",
        "UID:a",
        "DTSTART;TZID=Odd:20260105T090000",
        "DTEND;TZID=Odd:20260105T100000",
        "SUMMARY:Walk",
        "END:VEVENT",
        "END:VCALENDAR",
      ].join("\r\n");
      const reading = readCalendar(text, { base: [], now, zone: "Europe/Berlin" });
      expect([...reading.changes.added.values()]).toMatchObject([{ title: "Walk", start: "2026-01-05T09:00" }]);
      expect(reading.faults.map(({ reason }) => reason).join()).toMatch(/more often than every month/);
    },
  );
});

describe("a backup", () => {
  const written = async (deep: string) => {
    const note = { ...bareRecord("note", { id: "na", title: "A", now }), f_deep: "DEEP" } as unknown as PensumRecord;
    const bytes = await bytesOf(writeBackup({ records: [note], log: [], files: [] }));
    return Buffer.from(bytes.toString().replace('"DEEP"', deep));
  };

  it("with a value that is nested deeper than any that is written is refused with its line", async () => {
    for (const depth of [mostNesting, 5_000, 100_000]) {
      const bytes = await written("[".repeat(depth) + "]".repeat(depth));
      await expect(readBackup(once(bytes), bytes.length)).rejects.toThrow(/line 2 is nested deeper than 64/);
    }
    const text = JSON.stringify("[".repeat(500));
    const bytes = await written(text);
    await expect(readBackup(once(bytes), bytes.length)).rejects.toThrow(/checksum/);
  });

  test.each(["__proto__", "constructor", "toString", "nonsense"])(
    "whose standing order is to do %s has a fault, and no more",
    (what) => {
      const order = JSON.parse(
        `{"id":"oa","kind":"standingOrder","title":"O","active":false,"register":"tasks","when":{"on":"dayBegins"},"where":{"all":[]},"steps":[{"do":"${what}"}],"order":0,"text":""}`,
      ) as unknown;
      expect(faultOf(order)).toMatch(/steps/);
    },
  );
});

describe("a search", () => {
  it("for a text that was pasted looks for its first different words, and not for each of thousands", () => {
    const index = new SearchIndex();
    index.put([{ id: "a", title: "gravel survey", text: "", fields: "" }]);
    expect(index.search("gravel gravel gravel").map(({ id }) => id)).toEqual(["a"]);
    const pasted = Array.from({ length: 3_000 }, (_, at) => `gravle${at % 400} survey`).join(" ");
    expect(pasted.length).toBeGreaterThan(17_000);
    expect(index.search(pasted)).toEqual([]);
  });
});
