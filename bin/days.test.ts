import { copyFileSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, beforeEach, describe, expect, test, vi } from "vitest";
import { bareRecord, defaultSettings, type PensumRecord, type Task } from "@/core/model";
import { writeBackup } from "@/core/interop";
import { main } from "./main";

const now = "2026-11-24T11:07";
const folder = mkdtempSync(join(tmpdir(), "pensum-days-"));
const original = join(folder, "original.pensum");
const file = join(folder, "mine.pensum");
const task = (id: string, title: string, more: Partial<Task> = {}): PensumRecord => ({
  ...bareRecord("task", { id, title, now: "2026-11-20T09:00" }),
  ...more,
});
const records: PensumRecord[] = [
  { ...defaultSettings, hour12: false },
  { ...bareRecord("theme", { id: "k3theme0001", title: "Survey", now }) },
  task("k3letter001", "Write the letter", { doDay: "2026-11-24", estimateMinutes: 45, theme: "k3theme0001" }),
  task("k3same00001", "Call back", { doDay: "2026-11-25" }),
  task("k3same00002", "Call back"),
  task("k3late00001", "Return the waders", { due: "2026-11-20" }),
  {
    ...bareRecord("event", { id: "k3event0001", title: "Board", now }),
    ...{ start: "2026-11-24T13:00", end: "2026-11-24T14:30" },
  },
];

async function run(...words: string[]) {
  const said = { out: "", err: "" };
  const out = vi.spyOn(process.stdout, "write").mockImplementation((text) => Boolean((said.out += String(text))));
  const err = vi.spyOn(process.stderr, "write").mockImplementation((text) => Boolean((said.err += String(text))));
  try {
    return { code: await main([...words, "--now", now]), ...said };
  } finally {
    out.mockRestore();
    err.mockRestore();
  }
}
const json = async (...words: string[]) => JSON.parse((await run(...words, "--json")).out) as Record<string, unknown>;
const shown = async (register: string, show: string) =>
  (await json("query", file, "--in", register, "--show", show, "--all")).records as Record<string, unknown>[];

beforeAll(async () => {
  const chunks: Uint8Array[] = [];
  for await (const chunk of writeBackup({ records, log: [], files: [] })) chunks.push(chunk);
  writeFileSync(original, Buffer.concat(chunks));
});
beforeEach(() => copyFileSync(original, file));
afterAll(() => rmSync(folder, { recursive: true }));

describe("days on the command line", () => {
  test("tell what lies on today, what is late, and what is free", async () => {
    const day = await json("today", file);
    expect(day).toMatchObject({
      date: "2026-11-24",
      hours: [{ id: "k3event0001", title: "Board", startMinute: 780, endMinute: 870 }],
      late: [{ id: "k3late00001", due: "2026-11-20" }],
    });
    expect((day.whole as { id: string }[]).map(({ id }) => id)).toContain("k3letter001");
    const { out, code } = await run("today", file);
    expect(code).toBe(0);
    expect(out).toMatch(/^Tuesday 24 November: .* planned of .*, .* free\n/);
    expect(out).toMatch(/13:00.*14:30 {2}Board/);
    expect(out).toContain("late   Return the waders");
  });

  test("tell other days, by date or by word, and several", async () => {
    expect(await json("today", file, "--day", "tomorrow")).toMatchObject({ date: "2026-11-25", late: [] });
    const days = (await json("agenda", file, "--day", "2026-12-01", "--days", "3")).days as { date: string }[];
    expect(days.map(({ date }) => date)).toEqual(["2026-12-01", "2026-12-02", "2026-12-03"]);
    expect(await run("agenda", file, "--days", "many")).toMatchObject({ code: 2 });
    expect(await run("today", file, "--day", "someday")).toMatchObject({ code: 2 });
  });

  test("tell the free stretches from now on, and those that are long enough", async () => {
    const free = (await json("free", file, "--days", "1")).free as { start: string; end: string; minutes: number }[];
    expect(free[0]).toMatchObject({ start: now, end: "2026-11-24T13:00", minutes: 113 });
    for (const { start, end } of free) expect(start < end).toBe(true);
    const long = (await json("free", file, "--days", "1", "--least", "2 h")).free as { minutes: number }[];
    expect(long.every(({ minutes }) => minutes >= 120)).toBe(true);
    expect(long.length).toBeLessThan(free.length);
    expect(await run("free", file, "--least", "much")).toMatchObject({ code: 2 });
  });

  test("tick a task off, by its title or its id, and say which where several are called so", async () => {
    expect(await json("done", file, "write the letter")).toMatchObject({ id: "k3letter001" });
    const before = readFileSync(file);
    const several = await run("done", file, "Call back");
    expect(several.code).toBe(3);
    expect(several.err).toMatch(/2 open tasks.*k3same0000[12], k3same0000[12]/);
    expect((await run("done", file, "Nothing of the kind")).code).toBe(3);
    expect(readFileSync(file).equals(before)).toBe(true);
    expect((await run("done", file, "k3same00002")).code).toBe(0);
    const open = await json("query", file, "--in", "tasks", "--show", "title");
    expect((open.records as { id: string }[]).map(({ id }) => id).sort()).toEqual(["k3late00001", "k3same00001"]);
  });

  test("give a task its hours, as long as it is estimated or as is said", async () => {
    expect(await json("place", file, "Write the letter", "tomorrow 9:30")).toMatchObject({ start: "2026-11-25T09:30" });
    expect(await json("today", file, "--day", "tomorrow")).toMatchObject({
      hours: [{ title: "Write the letter", startMinute: 570, endMinute: 615, task: "k3letter001" }],
    });
    expect((await run("place", file, "k3same00001", "2026-11-26 14:00 for 20 min")).out).toBe(
      "Placed “Call back” at 14:00.\n",
    );
    expect(await json("today", file, "--day", "2026-11-26")).toMatchObject({
      hours: [{ task: "k3same00001", startMinute: 840, endMinute: 860 }],
    });
    // A date has strokes in it, and says no end.
    await run("place", file, "Write the letter", "2026-11-27 14:00");
    expect(await json("today", file, "--day", "2026-11-27")).toMatchObject({
      hours: [{ task: "k3letter001", startMinute: 840, endMinute: 885 }],
    });
    const wrong = await run("place", file, "k3same00001", "tomorrow");
    expect(wrong).toMatchObject({ code: 2 });
    expect(wrong.err).toContain("says no hour");
  });

  test("log what was worked, of a task or in plain words, into another file where that is asked", async () => {
    expect(await json("log", file, "Write the letter", "9:00 to 10:15")).toMatchObject({
      said: "Logged 1 h 15 of “Write the letter”",
    });
    expect((await run("log", file, "Odds and ends", "8:00 for 20 min")).code).toBe(0);
    const entries = await shown("work", "what,task,theme,start,end");
    expect(entries).toHaveLength(2);
    expect(entries).toContainEqual(
      expect.objectContaining({ task: "Write the letter", theme: "Survey", start: "2026-11-24T09:00" }) as object,
    );
    expect(entries).toContainEqual(
      expect.objectContaining({ what: "Odds and ends", end: "2026-11-24T08:20" }) as object,
    );
    expect((await run("log", file, "Write the letter", "9:00")).code).toBe(2);
    expect((await run("log", file, "Walk", "yesterday 17:00 to 18:00")).code).toBe(0);
    expect((await shown("work", "start")).map(({ start }) => start)).toContain("2026-11-23T17:00");
    const future = await run("log", file, "Write the letter", "10:00 to 12:00");
    expect(future).toMatchObject({ code: 3, err: expect.stringContaining("has not been yet") as string });
    const before = readFileSync(file);
    const other = join(folder, "other.pensum");
    expect((await run("log", file, "Elsewhere", "7:00 to 7:30", "--out", other)).code).toBe(0);
    expect(readFileSync(file).equals(before)).toBe(true);
    expect((await json("query", other, "--in", "work", "--all")).count).toBe(4);
  });

  test("say in plain words that a file is not there", async () => {
    const missing = join(folder, "nowhere.pensum");
    expect(await run("today", missing)).toMatchObject({ code: 3, err: `There is no file ${missing}.\n` });
  });

  test("leave what is written whole", async () => {
    for (const words of [
      ["done", file, "k3letter001"],
      ["place", file, "k3same00001", "tomorrow 9:00"],
      ["log", file, "Walk", "7:00 to 7:30"],
    ])
      await run(...words);
    expect(await run("check", file)).toMatchObject({ code: 0 });
  });
});

describe("the clock on the command line", () => {
  const at = async (present: string, ...words: string[]) => {
    const said: string[] = [];
    const out = vi.spyOn(process.stdout, "write").mockImplementation((text) => Boolean(said.push(String(text))));
    try {
      return { code: await main([...words, "--json", "--now", present]), value: JSON.parse(said.join("") || "{}") };
    } finally {
      out.mockRestore();
    }
  };

  test("is started on a task, a theme or words, switched and stopped, and logs what was worked", async () => {
    expect((await at(now, "start", file, "Write the letter")).value).toMatchObject({ minutesLeft: 45 });
    expect((await at("2026-11-24T11:27", "start", file, "Survey")).value).toMatchObject({ minutesLeft: null });
    const stopped = await at("2026-11-24T11:47", "stop", file);
    expect(stopped).toMatchObject({ code: 0, value: { minutes: 20 } });
    expect(await shown("work", "task, theme, start, end")).toEqual([
      expect.objectContaining({ theme: "Survey", start: "2026-11-24T11:27" }),
      expect.objectContaining({ task: "Write the letter", end: "2026-11-24T11:27" }),
    ]);
    const err = vi.spyOn(process.stderr, "write").mockImplementation(() => true);
    expect((await at(now, "stop", file)).code).toBe(3);
    expect((await at(now, "stop", file, "--left", "soon")).code).toBe(2);
    err.mockRestore();
  });

  test("ticks the task off, or says how much is left, and keeps the file as it was beside it when asked", async () => {
    const before = readFileSync(file);
    await at(now, "start", file, "k3letter001", "--in-place");
    expect(readFileSync(`${file}.before`)).toEqual(before);
    await at("2026-11-24T11:37", "stop", file, "--left", "1 h");
    expect(await shown("tasks", "estimate, logged")).toContainEqual(
      expect.objectContaining({ id: "k3letter001", estimate: 90 }),
    );
    await at("2026-11-24T12:00", "start", file, "k3letter001");
    await at("2026-11-24T12:10", "stop", file, "--done");
    expect(await shown("tasks", "state, took")).toContainEqual(
      expect.objectContaining({ id: "k3letter001", state: "Done", took: 40 }),
    );
  });
});
