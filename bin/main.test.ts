import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { beforeAll, describe, expect, test, vi } from "vitest";
import { demoRecords } from "@demo/generate";
import { writeBackup } from "@/core/interop";
import { main } from "./main";

const folder = mkdtempSync(join(tmpdir(), "pensum-command-"));
const file = join(folder, "demo.pensum");
const now = ["--now", "2026-11-24T11:07"];

beforeAll(async () => {
  const records = demoRecords({ now: "2026-11-24T11:07", size: 1000, seed: 7 });
  const chunks: Uint8Array[] = [];
  for await (const chunk of writeBackup({ records, log: [], files: [] })) chunks.push(chunk);
  writeFileSync(file, Buffer.concat(chunks));
});

/** What a command says, and how it ends. */
async function run(...words: string[]) {
  const said = { out: "", err: "" };
  const out = vi.spyOn(process.stdout, "write").mockImplementation((text) => Boolean((said.out += String(text))));
  const err = vi.spyOn(process.stderr, "write").mockImplementation((text) => Boolean((said.err += String(text))));
  try {
    return { code: await main([...words, ...now]), ...said };
  } finally {
    out.mockRestore();
    err.mockRestore();
  }
}
const json = async (...words: string[]) => JSON.parse((await run(...words, "--json")).out) as Record<string, unknown>;

describe("the command line", () => {
  test("checks a backup, and says what is odd in one", async () => {
    expect(await run("check", file)).toMatchObject({
      code: 0,
      out: expect.stringContaining("No problems found") as string,
    });
    const asked = ["query", file, "--in", "goals", "--show", "title", "--all"];
    expect((await json(...asked)).count).toBe(11);
  });

  test("asks a register in FEEL, grouped, sorted and added up", async () => {
    const found = await json(
      "query",
      file,
      "--in",
      "tasks",
      "--where",
      'goal.title = "Grant claim, Q4"',
      "--group",
      "goal",
      "--sort",
      "-estimate",
      "--show",
      "title,estimate",
      "--sum",
      "estimate",
    );
    expect(found).toMatchObject({ count: 4, totals: { "sum of estimate": 240 } });
    const records = found.records as { group: string[]; estimate: number }[];
    expect(records.map(({ estimate }) => estimate)).toEqual([75, 60, 60, 45]);
    expect(records[0]?.group).toEqual(["Grant claim, Q4"]);
    const text = (await run("query", file, "--in", "renewals", "--where", "cost > 300", "--sum", "cost")).out;
    expect(text).toContain("Van insurance");
    expect(text).toContain("sum of cost: 2132.5");
    const lens = await json("query", file, "--in", "tasks", "--lens", "Long carried", "--show", "carried");
    expect((lens.records as { carried: number }[]).every(({ carried }) => carried >= 3)).toBe(true);
  });

  test("does any act by its name, and says what it takes", async () => {
    const other = join(folder, "done.pensum");
    const [first] = (await json("query", file, "--in", "tasks", "--where", "due != null")).records as { id: string }[];
    const id = first?.id as string;
    expect((await run("acts", "giveDay")).out).toContain("{ tasks: [id of a task], day?: date }");
    expect((await json("acts", "habit")) as unknown).toContainEqual(expect.objectContaining({ name: "markHabit" }));
    const given = await run("do", file, "giveDay", `{"tasks":["${id}"],"day":"2026-11-27"}`, "--out", other);
    expect(given).toMatchObject({ code: 0, out: expect.stringMatching(/^Set the day of .* to Fri 27 Nov/) as string });
    // What is null is taken out.
    const edit = `{"id":"${id}","fields":{"due":null}}`;
    expect(await run("do", other, "editRecord", edit)).toMatchObject({ code: 0 });
    const asked = ["query", other, "--in", "tasks", "--show", "do day,due", "--all"];
    const { records } = await json(...asked);
    expect((records as { id: string }[]).find((record) => record.id === id)).toMatchObject({
      "do day": "2026-11-27",
      due: null,
    });
  });

  test("an act that is told wrongly says what it takes, and leaves the file as it is", async () => {
    const before = readFileSync(file);
    for (const [words, said] of [
      [["giveDay", '{"tasks":[],"dya":"2026-11-27"}'], "There is no “dya” in it"],
      [["giveDay", '{"tasks":"all"}'], "has to be a list"],
      [["giveDay", "{"], "giveDay takes { tasks:"],
      [["giveDay"], "giveDay takes { tasks:"],
      [["capture", "[]"], "only Pensum itself makes"],
      [["dance", "{}"], "There is no act “dance”"],
      [["giveDay", '{"tasks":["nobody"],"day":"2026-11-27"}'], "Nothing was changed."],
    ] as const) {
      const { code, err } = await run("do", file, ...words);
      expect([code > 1, err]).toEqual([true, expect.stringContaining(said)]);
    }
    expect((await run("acts", "unheardof")).code).toBe(2);
    expect(readFileSync(file).equals(before)).toBe(true);
  });

  test("adds a line as it is typed in the app, into another file or in place", async () => {
    const other = join(folder, "other.pensum");
    const before = readFileSync(file);
    expect((await run("add", file, "call the ecologist tomorrow 20 min vital #reporting", "--out", other)).code).toBe(
      0,
    );
    expect(readFileSync(file).equals(before)).toBe(true);
    const { records } = await json(
      "query",
      other,
      "--in",
      "tasks",
      "--where",
      'contains(title, "ecologist")',
      "--show",
      "title,do day,estimate,priority,theme",
    );
    expect(records).toMatchObject([
      { title: "call the ecologist", "do day": "2026-11-25", estimate: 20, priority: "Vital", theme: "Reporting" },
    ]);
    expect((await run("check", other)).code).toBe(0);
  });

  test("writes tables, and reads them in again without a change", async () => {
    const csv = join(folder, "permits.csv");
    expect((await run("convert", file, "--to", "csv", "--in", "permits", "--out", csv)).code).toBe(0);
    const again = join(folder, "again.pensum");
    const read = await json("convert", csv, "--into", file, "--in", "permits", "--out", again);
    expect(read).toEqual({ added: 0, changed: 0, same: 8, leftOut: [] });
    writeFileSync(csv, "Title,Stage,Statutory date\nNew one,Heard,2026-12-24\nBad one,Heard,soon\n");
    expect(await run("convert", csv, "--into", file, "--in", "permits", "--out", again)).toMatchObject({
      code: 1,
      err: expect.stringContaining("Line 3 was skipped: “soon” is not a valid date") as string,
    });
    expect(
      (await json("query", again, "--in", "permits", "--where", 'title = "New one"', "--show", "days left")).records,
    ).toMatchObject([{ "days left": 30 }]);
  });

  test("says what was asked wrongly, and what cannot be read, each with its code", async () => {
    expect(await run("query", file, "--in", "tasks", "--where", "esti > 3")).toMatchObject({
      code: 2,
      err: expect.stringContaining("There is no field “esti” here") as string,
    });
    expect((await run("query", file, "--in", "nothing")).err).toContain(
      "There is no register “nothing”. The registers are tasks, goals",
    );
    expect((await run("query", file, "--in", "tasks", "--sum", "title")).err).toContain(
      "The sum of Title cannot be calculated",
    );
    expect((await run("dance", file)).code).toBe(2);
    expect((await run("query", file, "--up")).code).toBe(2);
    const broken = join(folder, "broken.pensum");
    writeFileSync(broken, readFileSync(file).subarray(0, 5000));
    expect(await run("check", broken)).toMatchObject({ code: 3 });
    expect(await run("check", join(folder, "missing"))).toMatchObject({ code: 3 });
    expect((await run("help")).out).toContain("query <file> --in <register>");
  });

  test("writes a folder of Markdown that gives the same backup again, and works on the folder itself", async () => {
    const markdown = join(folder, "markdown");
    const plain = join(folder, "plain.pensum");
    await run("convert", file, "--to", "backup", "--out", plain);
    expect(await run("convert", plain, "--to", "markdown", "--out", markdown)).toMatchObject({ code: 0 });
    expect(await run("check", markdown)).toMatchObject({ code: 0 });
    const back = join(folder, "back.pensum");
    await run("convert", markdown, "--to", "backup", "--out", back);
    expect(readFileSync(back)).toEqual(readFileSync(plain));
    const zip = join(folder, "demo.zip");
    await run("convert", plain, "--to", "markdown", "--out", zip);
    await run("convert", zip, "--to", "backup", "--out", back);
    expect(readFileSync(back)).toEqual(readFileSync(plain));

    expect(await run("add", markdown, "Order gloves 20 min tomorrow")).toMatchObject({ code: 0 });
    const asked = ["query", markdown, "--in", "tasks", "--where", 'title = "Order gloves"', "--show", "title,estimate"];
    expect(await json(...asked)).toMatchObject({ count: 1, records: [{ title: "Order gloves", estimate: 20 }] });
    const merged = await json("convert", markdown, "--into", plain);
    expect(merged).toMatchObject({ added: { Task: 1 }, removed: 0, faults: [] });
    expect(await json("convert", markdown, "--into", plain)).toMatchObject({ added: {}, changed: {} });
  }, 60_000);

  test("writes iCalendar that changes nothing when it is read again, and reads one from elsewhere", async () => {
    const backup = join(folder, "calendar.pensum");
    const calendar = join(folder, "demo.ics");
    await run("convert", file, "--to", "backup", "--out", backup);
    expect(await run("convert", backup, "--to", "icalendar", "--in", "events", "--out", calendar)).toMatchObject({
      code: 0,
    });
    expect(await json("convert", calendar, "--into", backup)).toMatchObject({ added: {}, changed: {}, faults: [] });
    const own = await json("query", calendar, "--in", "events", "--all");
    expect(own.count).toBe((await json("query", backup, "--in", "events", "--all")).count);
    const broken = readFileSync(calendar, "utf8").replace(/(BEGIN:VEVENT[^]*?)DTSTART[^\n]*/, "$1DTSTART:never");
    writeFileSync(calendar, broken.replaceAll("@pensum", "@elsewhere"));
    const read = await run("convert", calendar, "--into", backup);
    expect(read).toMatchObject({ code: 1, err: expect.stringMatching(/Line \d+ was skipped/) as string });
  });
});
