import { execFile, spawn, type ExecFileException } from "node:child_process";
import {
  chmodSync,
  existsSync,
  lstatSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  symlinkSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { beforeAll, beforeEach, describe, expect, test } from "vitest";
import { writeBackup } from "@/core/interop";
import { writeFolder } from "@/core/interop/folder";
import type { PensumRecord } from "@/core/model";

/* The very command that people type, as a process of its own, on a bundle that is built for it. */

const root = fileURLToPath(new URL("..", import.meta.url));
let folder: string;

interface Ended {
  readonly code: number;
  readonly out: string;
  readonly err: string;
}

function pensum(...words: string[]): Promise<Ended> {
  return new Promise((resolve) => {
    const options = { cwd: root, env: { ...process.env, INIT_CWD: folder }, maxBuffer: 2 ** 26 };
    execFile(process.execPath, [join(root, "bin/pensum.mjs"), ...words], options, (error, out, err) =>
      resolve({ code: ((error as ExecFileException | null)?.code as number | undefined) ?? 0, out, err }),
    );
  });
}

const task = (id: string, title: string) =>
  ({
    id,
    kind: "task",
    title,
    state: "open",
    tags: [],
    people: [],
    text: "",
    carried: 0,
    createdAt: "2026-11-20T08:00",
  }) as unknown as PensumRecord;
const event = {
  id: "call",
  kind: "event",
  title: "Crew call",
  start: "2026-11-24T09:00",
  end: "2026-11-24T10:00",
  place: "",
  people: [],
  text: "",
  createdAt: "2026-11-20T08:00",
} as unknown as PensumRecord;
const theme: PensumRecord = { id: "field", kind: "theme", title: "Fieldwork", dye: "lichen", text: "" };

async function backup(name: string, ...records: PensumRecord[]): Promise<string> {
  const chunks: Uint8Array[] = [];
  for await (const chunk of writeBackup({ records, log: [], files: [] })) chunks.push(chunk);
  writeFileSync(join(folder, name), Buffer.concat(chunks));
  return name;
}

function tree(name: string, ...records: PensumRecord[]): string {
  for (const { path, bytes } of writeFolder({ records, files: [] })) {
    mkdirSync(join(folder, name, path, ".."), { recursive: true });
    writeFileSync(join(folder, name, path), bytes);
  }
  return name;
}

const titles = async (file: string) =>
  (
    JSON.parse((await pensum("query", file, "--in", "tasks", "--show", "title", "--json")).out) as {
      records: { title: string }[];
    }
  ).records.map(({ title }) => title);

beforeAll(() => rmSync(join(root, "node_modules/.pensum/pensum.mjs"), { force: true }));
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "pensum-typed-"));
});

describe("npm run pensum", { timeout: 120_000 }, () => {
  test("starts on a fresh build, and finds files from where one stands", async () => {
    const npm = await new Promise<Ended>((resolve) =>
      execFile("npm", ["run", "-s", "pensum", "--", "help"], { cwd: root }, (error, out, err) =>
        resolve({ code: error ? 1 : 0, out, err }),
      ),
    );
    expect(npm).toMatchObject({ code: 0, out: expect.stringContaining("check <file>") as string });
    expect(await pensum("check", await backup("mine.pensum", task("ta", "Stakes")))).toMatchObject({ code: 0 });
  });

  test("a reader that has seen enough is no failure", async () => {
    await backup("many.pensum", ...Array.from({ length: 3000 }, (_, at) => task(`t${at}`, `Task number ${at}`)));
    const child = spawn(process.execPath, [join(root, "bin/pensum.mjs"), "query", "many.pensum", "--in", "tasks"], {
      env: { ...process.env, INIT_CWD: folder },
    });
    let err = "";
    child.stderr.on("data", (text: Buffer) => (err += text.toString()));
    child.stdout.once("data", () => child.stdout.destroy());
    const code = await new Promise((resolve) => child.on("exit", resolve));
    expect([code, err]).toEqual([0, ""]);
  });

  test("lines that are added at the same time are all there afterwards", async () => {
    const file = await backup("mine.pensum", task("ta", "Stakes"));
    const ends = await Promise.all(["One", "Two", "Three", "Four"].map((line) => pensum("add", file, line)));
    expect(ends.map(({ code }) => code)).toEqual([0, 0, 0, 0]);
    expect((await titles(file)).sort()).toEqual(["Four", "One", "Stakes", "Three", "Two"]);
    expect(readdirSync(folder)).toEqual(["mine.pensum"]);
  });

  test("a lock that a dead process left behind does not stop anybody, and rights and links stay", async () => {
    await backup("real.pensum", task("ta", "Stakes"));
    chmodSync(join(folder, "real.pensum"), 0o600);
    symlinkSync("real.pensum", join(folder, "mine.pensum"));
    writeFileSync(join(folder, "real.pensum.lock"), "999999");
    expect(await pensum("add", "mine.pensum", "Letter")).toMatchObject({ code: 0 });
    expect(lstatSync(join(folder, "mine.pensum")).isSymbolicLink()).toBe(true);
    expect(statSync(join(folder, "real.pensum")).mode & 0o777).toBe(0o600);
    expect(await titles("real.pensum")).toHaveLength(2);
  });
});

describe("a folder", { timeout: 120_000 }, () => {
  test("keeps every file that could not be read, and says so", async () => {
    tree("vault", event, theme, task("ta", "Stakes"));
    const wrong = join(folder, "vault/events/Crew call.md");
    const path = existsSync(wrong) ? wrong : join(folder, "vault", findFile(join(folder, "vault"), "Crew call"));
    writeFileSync(path, readFileSync(path, "utf8").replace(/start: .*/, "start: soonish"));
    const before = readFileSync(path, "utf8");
    const checked = await pensum("check", "vault");
    expect([checked.code, checked.out]).toEqual([1, expect.not.stringContaining("It is whole") as string]);
    expect(checked.err).toContain("Crew call");
    expect(await pensum("add", "vault", "Letter")).toMatchObject({
      code: 1,
      err: expect.stringContaining("Crew call") as string,
    });
    expect(readFileSync(path, "utf8")).toBe(before);
    expect(await titles("vault")).toContain("Letter");
  });

  test("keeps the original where another program left a copy beside it", async () => {
    tree("vault", theme, task("ta", "Stakes"));
    const found = findFile(join(folder, "vault"), "Fieldwork");
    const path = join(folder, "vault", found);
    const copy = path.replace(/\.md$/, " (copy of another device).md");
    const original = readFileSync(path, "utf8");
    writeFileSync(copy, original.replace("dye: lichen", "dye: madder"));
    const ended = await pensum("add", "vault", "Letter");
    expect(ended).toMatchObject({ code: 1, err: expect.stringContaining("copy of another device") as string });
    expect(readFileSync(path, "utf8")).toBe(original);
    expect(readFileSync(copy, "utf8")).toContain("dye: madder");
  });
});

function findFile(top: string, part: string): string {
  return readdirSync(top, { recursive: true, encoding: "utf8" }).find((path) => path.includes(part)) as string;
}

describe("what cannot be read is told, with an exit code that says so", { timeout: 120_000 }, () => {
  test("components of a calendar", async () => {
    writeFileSync(
      join(folder, "broken.ics"),
      ["BEGIN:VCALENDAR", "BEGIN:VEVENT", "UID:a", "DTSTART:never", "END:VEVENT", "BEGIN:VEVENT", "UID:b"]
        .concat(["DTSTART:20261124T090000", "SUMMARY:Good", "END:VEVENT", "END:VCALENDAR", ""])
        .join("\r\n"),
    );
    for (const words of [
      ["check", "broken.ics"],
      ["query", "broken.ics", "--in", "events"],
      ["convert", "broken.ics", "--to", "backup", "--out", "out.pensum"],
    ])
      expect(await pensum(...words)).toMatchObject({ code: 1, err: expect.stringContaining("Line 2") as string });
  });

  test("a file that is no calendar at all", async () => {
    writeFileSync(join(folder, "noise.ics"), Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 1, 2, 3]));
    expect(await pensum("check", "noise.ics")).toMatchObject({
      code: 1,
      err: expect.stringContaining("not a calendar") as string,
    });
  });

  test("a faulty field of a backup, which opens all the same", async () => {
    await backup("mine.pensum", { ...task("ta", "Stakes"), repeat: "banana" } as PensumRecord, task("tb", "Letter"));
    expect(await pensum("check", "mine.pensum")).toMatchObject({
      code: 1,
      err: expect.stringMatching(/Stakes.*Repeat/) as string,
    });
    expect(await titles("mine.pensum")).toHaveLength(2);
  });
});

test("an export of tasks that is read back untouched changes nothing", { timeout: 120_000 }, async () => {
  await backup("mine.pensum", task("ta", "Stakes"), task("tb", "Stakes"), task("tc", "Call [[Ines]]"));
  await pensum("convert", "mine.pensum", "--to", "csv", "--in", "tasks", "--out", "tasks.csv");
  const before = readFileSync(join(folder, "mine.pensum"), "utf8")
    .split("\n")
    .filter((line) => line.startsWith('{"record'));
  const ended = await pensum("convert", "tasks.csv", "--into", "mine.pensum", "--in", "tasks", "--json");
  expect(JSON.parse(ended.out)).toMatchObject({ added: 0, changed: 0, same: 3, leftOut: [] });
  const after = readFileSync(join(folder, "mine.pensum"), "utf8")
    .split("\n")
    .filter((line) => line.startsWith('{"record'));
  expect(after).toEqual(before);
});
