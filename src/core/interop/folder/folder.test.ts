import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoRecords } from "../../../../demo/generate";
import { faultOf } from "../../model/checks";
import type { PensumRecord, Task } from "../../model";
import { followPages } from "../../page";
import { apply, Store } from "../../store";
import { standingClock } from "../../time";
import { someTask } from "../../testing/arbitraries";
import { readFolder, writeFolder, zipOf, unzip, type FolderFile, type FolderReading, type TitleSource } from "./index";

const now = "2026-11-24T11:07";
const utf8 = (text: string) => new TextEncoder().encode(text);
const text = ({ bytes }: FolderFile) => new TextDecoder("utf-8", { ignoreBOM: true }).decode(bytes);
const file = (path: string, words: string): FolderFile => ({ path, bytes: utf8(words) });
const inOrder = (records: Iterable<PensumRecord>) => [...records].sort((a, b) => (a.id < b.id ? -1 : 1));

function read(files: readonly FolderFile[], base: Iterable<PensumRecord> = [], titles: TitleSource = "fileName") {
  return readFolder(files, { base, held: [], now, titles });
}

/** The workspace after a reading was taken in. */
function after(reading: FolderReading, base: Iterable<PensumRecord> = []): Map<string, PensumRecord> {
  const records = new Map([...base].map((record) => [record.id, record]));
  apply(records, reading.changes);
  return records;
}

function byPath(files: Iterable<FolderFile>): Map<string, string> {
  return new Map([...files].map((one) => [one.path, text(one)]));
}

const write = (records: Iterable<PensumRecord>) => [...writeFolder({ records, files: [] })];

describe("a workspace written as a folder", () => {
  const records = demoRecords({ now, size: 1000, seed: 7 });
  const files = write(records);

  it("comes back the same, record for record", () => {
    const reading = read(files);
    expect(reading.faults).toEqual([]);
    const back = after(reading);
    expect(inOrder(back.values())).toEqual(inOrder(records));
    for (const record of back.values()) expect(faultOf(record)).toBeUndefined();
  });

  it("changes nothing in the workspace it came from, and no byte when it is written again", () => {
    const reading = read(files, records);
    expect(reading.changes).toEqual({ added: new Map(), updated: new Map(), removed: new Map() });
    expect(reading.same).toBe(records.length);
    expect(byPath(write(after(read(files)).values()))).toEqual(byPath(files));
  });

  it("says what tasks hold on their lines, in words", () => {
    const task = someTask("t2", {
      title: "Letter to the landowner",
      due: "2026-12-02",
      priority: "high",
      theme: "th1",
      estimateMinutes: 60,
      page: "n1",
    });
    const theme = { id: "th1", kind: "theme", title: "Reporting", dye: "woad", text: "" } as const;
    const note = {
      id: "n1",
      kind: "note",
      title: "Letters",
      tags: [],
      text: "- [ ] Letter to the landowner {#t2}\n",
      createdAt: now,
    } as const;
    const folder = byPath(write([theme, note, task]));
    expect(folder.get("notes/Letters.md")).toContain(
      "- [ ] Letter to the landowner {#t2 created=2026-11-24T08:00 due=2026-12-02 estimate=60 priority=#high theme=[[Reporting]]}\n",
    );
  });

  it("goes through a zip archive byte for byte, and a damaged one is refused", () => {
    const archive = Buffer.concat([...zipOf(files)]);
    expect(byPath(unzip(archive))).toEqual(byPath(files));
    expect(() => unzip(archive.subarray(0, 5000))).toThrow("not a zip file");
    expect(() => unzip(utf8("not a zip"))).toThrow("not a zip file");
  });

  it("refuses an archive in which a file is not what it was, by its name", () => {
    const name = "plain.md";
    const archive = Buffer.concat([...zipOf([{ path: name, bytes: utf8("the third mark of the gauge") }])]);
    archive[archive.indexOf("third")] = 0x54;
    expect(() => unzip(archive)).toThrow("“plain.md” is damaged in the archive");
  });

  it("refuses an archive that holds two files of one name, of which one would be lost", () => {
    const both = ["first", "second"].map((words) => ({ path: "same.md", bytes: utf8(words) }));
    expect(() => unzip(Buffer.concat([...zipOf(both)]))).toThrow("holds “same.md” twice");
  });
});

describe("a zip of more files than two bytes can count", () => {
  it("keeps all of them", () => {
    const bytes = utf8("x");
    const files = Array.from({ length: 65_600 }, (_, at) => ({ path: `${at}.md`, bytes }));
    const back = unzip(Buffer.concat([...zipOf(files)]));
    expect(back.length).toBe(files.length);
    expect(back.at(-1)).toEqual({ path: "65599.md", bytes: new Uint8Array(bytes) });
  }, 60_000);
});

const nasty: Readonly<Record<string, string>> = {
  "no final newline": "# Plan\n- [ ] one",
  "carriage returns": "# Plan\r\n\r\n- [ ] one\r\n  - [x] two\r\n* [ ] not one\r\n12:15-13:00 lunch\r\n",
  "byte order mark": "\uFEFF# Plan\n- [ ] one\n",
  "byte order mark and front matter": "\uFEFF---\ntags: [a]\n---\n- [ ] one\n",
  tabs: "-\t[ ] one\n\t-\t[ ] two\n\t\t- [x] three\t\n",
  "trailing spaces": "- [ ] one   \n- [ ] two {#given .x y=1}  \n- [ ] three { .doing }\n",
  "front matter that is no YAML": "---\n: : [ {\n\t- x\n---\n- [ ] one\n",
  "front matter without an end": "---\ntags: x\n- [ ] one\n",
  "front matter with comments":
    "---\n# mine\ntags:\n  - a   # first\n  - b\nauthor: {name: Ines}\nempty:\n---\n\ntext\n",
  "a rule at the top": "---\n\nwords\n\n---\n",
  "a fence with task marks": "```\n- [ ] not a task\n---\n```\n~~~md\n- [x] nor this\n",
  "nested lists": "1. one\n   - [ ] a\n     - [ ] b\n       1. [ ] c\n   - [x] d\n2. two\n",
  "tables and HTML": "| a | b |\n|---|---|\n| [ ] | x |\n\n<div>\n- [ ] inside\n</div>\n\n<!-- - [ ] gone -->\n",
  "a very long line": `- [ ] ${"word ".repeat(20_000)}\n`,
  "unknown attributes": "- [ ] one {due=2026-13-45 colour=red}\n- [ ] two {priority=high}\n",
  "links and tags":
    "[[Other note|shown]] #tag/sub @Ines ![[picture.png]] ![p](img/a%20b.png)\n- [ ] see [[Other]] #desk\n",
  "nothing at all": "",
  "line separators": "a\u2028b\u2029c\u0000d\n- [ ] e\u2028f\n",
  "half an emoji and marks": "- [ ] 👩‍🌾 é — “q” {#x\n",
  "time ranges": "- 9:00-10:00 crew\n14:00 to 15:00\n- [ ] 16:00-17:00 task\n",
};

describe("a foreign folder of Markdown", () => {
  for (const [name, words] of Object.entries(nasty))
    it(`keeps every byte of a page with ${name}, in and out and in again`, () => {
      for (const path of ["Plan.md", "Area/Sub folder/Plan.md", "Journal/2026-11-20.md"]) {
        const first = after(read([file(path, words)]));
        for (const record of first.values()) expect(faultOf(record)).toBeUndefined();
        const out = byPath(write(first.values()));
        expect(out.get(path)).toBe(words);
        const again = read(
          [...out].map(([at, held]) => file(at, held)),
          first.values(),
        );
        expect(again.changes.updated).toEqual(new Map());
        expect(again.changes.added).toEqual(new Map());
        expect(again.changes.removed).toEqual(new Map());
        expect(byPath(write(after(read([file(path, words)], first.values()), first.values()).values())).get(path)).toBe(
          words,
        );
      }
    });

  it("keeps folders, names, tags and unknown entries, and makes tasks of task lines", () => {
    const words = "---\ntags: [river, plan]\nauthor: Odile\n---\n# The plan\n- [ ] first\n  - [x] its part\n";
    const reading = read([file("Reaches/Reach 4.md", words), file("Reaches/map.png", "png"), file("bad.md", "x")]);
    const back = after(reading);
    const note = [...back.values()].find((one) => one.kind === "note" && one.title === "Reach 4");
    expect(note).toMatchObject({ folder: "Reaches", tags: ["river", "plan"] });
    expect(reading.twoTitles).toEqual([{ fileName: "Reach 4", heading: "The plan" }]);
    expect(reading.files.map(({ name, type }) => [name, type])).toEqual([["Reaches/map.png", "image/png"]]);
    const tasks = [...back.values()].filter((one): one is Task => one.kind === "task");
    expect(tasks.map(({ title, state }) => [title, state])).toEqual([
      ["first", "open"],
      ["its part", "done"],
    ]);
    expect(tasks[1]).toMatchObject({ parent: tasks[0]!.id });
    expect(tasks[1]!.doneAt).toBeUndefined();
    const headed = after(read([file("Reaches/Reach 4.md", words)], [], "heading"));
    expect([...headed.values()].some((one) => one.kind === "note" && one.title === "The plan")).toBe(true);
    expect(byPath(write(headed.values())).get("Reaches/Reach 4.md")).toBe(words);
  });

  it("writes what was added to a page, keeps the rest of it, and reads that again", () => {
    const words = "---\ntags: [river]\nauthor: Odile # who\n---\n- [ ] first\n- [ ] second\n";
    const store = new Store(after(read([file("Plan.md", words)])), [followPages()], standingClock(now));
    const note = store.list("kind", "note")[0]!;
    const [first] = store.list("kind", "task");
    store.act({ name: "test", run: (tx) => (tx.update(first!.id, { due: "2026-12-01" }), "") }, {});
    store.act({ name: "test", run: (tx) => (tx.update(note.id, { tags: ["river", "weir"] }), "") }, {});
    const out = byPath(write(store.records()));
    const page = out.get("Plan.md")!;
    expect(page).toContain("author: Odile # who\n");
    expect(page).toContain('tags: ["river","weir"]');
    expect(page).toMatch(/- \[ \] first \{#\w+ created=\S+ due=2026-12-01\}\n- \[ \] second\n$/);
    const back = after(read([...out].map(([at, held]) => file(at, held))));
    expect(inOrder(back.values()).filter((one) => one.kind === "note")).toEqual([
      {
        ...store.get(note.id),
        source: { path: "Plan.md", unknown: "author: Odile # who\n" },
        text: expect.any(String) as string,
      },
    ]);
    expect(byPath(write(back.values())).get("Plan.md")).toBe(page);
  });

  it("keeps a page that is no UTF-8 as a file, and says so", () => {
    const bytes = new Uint8Array([0x23, 0x20, 0xff, 0xfe]);
    const reading = read([{ path: "old/latin.md", bytes }, file("a.md", "a")]);
    expect(reading.faults).toEqual([{ path: "old/latin.md", reason: "Kept as a file, because it is not UTF-8 text." }]);
    expect(reading.files[0]).toMatchObject({ name: "old/latin.md", bytes });
  });
});

describe("a folder that a script wrote in", () => {
  const base = demoRecords({ now, size: 1000, seed: 7 });
  const folder = byPath(write(base));

  it("brings what was added and changed, and says what it cannot make out", () => {
    const files = new Map(folder);
    files.set(
      "tasks/Buy gloves.md",
      "---\ndue: 2026-12-02\ntheme: Desk\nestimate: 30\ncolour: red\n---\nFor the crew.\n",
    );
    files.set("registers/Renewals/Boat.md", "---\nlast-paid: 2026-01-31\nevery-n-months: 12\n---\n");
    files.set("goals/Odd.md", "---\ndue: 2026-02-31\n---\n");
    const day = [...files.keys()].find((path) => path.startsWith("days/"))!;
    files.set(day, `${files.get(day)}\n- [ ] From a script {due=2026-12-05 goal="[[Drone licence]]"}\n`);
    const reading = read(
      [...files].map(([path, words]) => file(path, words)),
      base,
    );
    expect(reading.added).toEqual({ Task: 2, Record: 1, Goal: 1 });
    expect(reading.changed).toEqual({ "Day page": 1 });
    expect(reading.faults.map(({ path }) => path)).toEqual(["goals/Odd.md"]);
    const back = after(reading, base);
    const desk = base.find((one) => one.kind === "theme" && one.title === "Desk")!.id;
    const tasks = [...back.values()].filter((one): one is Task => one.kind === "task");
    expect(tasks.find(({ title }) => title === "Buy gloves")).toMatchObject({
      due: "2026-12-02",
      theme: desk,
      estimateMinutes: 30,
      text: "For the crew.\n",
      source: { unknown: "colour: red\n" },
    });
    expect(tasks.find(({ title }) => title === "From a script")).toMatchObject({
      due: "2026-12-05",
      goal: expect.any(String) as string,
    });
    expect(byPath(write(back.values())).get("goals/Odd.md")).toContain("due: 2026-02-31\n");
  });

  it("takes the task along whose line was deleted", () => {
    const files = new Map(folder);
    const [path, words] = [...files].find(([at, held]) => at.startsWith("days/") && /- \[ \].*created=/.test(held))!;
    files.set(path, words.replace(/^- \[ \].*created=.*\n/m, ""));
    const reading = read(
      [...files].map(([at, held]) => file(at, held)),
      base,
    );
    expect(reading.removed).toBeGreaterThan(0);
  });
});

const letters = ' !"#$&*+-./:;<=>[]\\^_`{}|~@abcx019é\u2028';
const words = fc.string({ unit: fc.constantFrom(...letters), maxLength: 12 });
const line = fc.oneof(
  words,
  fc
    .constantFrom(
      "- [ ] ",
      "  - [x] ",
      "\t- [ ] ",
      "* [ ] ",
      "1. ",
      "---",
      "```",
      "> ",
      "| a | b |",
      "12:00-13:00 ",
      "- ",
      "",
    )
    .chain((mark) => words.map((rest) => mark + rest)),
  fc
    .constantFrom("{#ab}", " {.doing}", "{due=2026-12-01}", '{#cd x="1 2"}')
    .chain((end) => words.map((rest) => `- [ ] ${rest}${end}`)),
);
const page = fc
  .tuple(fc.array(line, { maxLength: 12 }), fc.constantFrom("\n", "\r\n"))
  .map(([lines, end]) => lines.join(end));

describe("any page of a foreign folder", () => {
  it("is written as it was read, but for an id that stands on two lines", () => {
    fc.assert(
      fc.property(page, fc.constantFrom("Page.md", "a/b.md", "2026-11-20.md"), (held, path) => {
        fc.pre(held.split("{#ab}").length <= 2 && held.split("{#cd").length <= 2);
        const first = after(read([file(path, held)]));
        expect(byPath(write(first.values())).get(path)).toBe(held);
      }),
      { numRuns: 400 },
    );
  });
});

const titles = fc.oneof(
  fc.constantFrom("Plan", "plan", "a/b", "[[x]]", "#tag", "yes", "1", " x", "x;y", "", "con", "…", '"q"'),
  fc.string({ maxLength: 20 }),
);
const taskFields = fc.record(
  {
    title: titles.map((title) => title.replace(/\s+/g, " ").trim()),
    state: fc.constantFrom("open" as const, "done" as const, "waiting" as const),
    doDay: fc.constantFrom("2026-11-24", "2027-01-01"),
    due: fc.constantFrom("2026-12-01", "2026-12-01T09:30"),
    estimateMinutes: fc.nat(3000),
    priority: fc.constantFrom("high", "vital", "odd one"),
    tags: fc.array(fc.string({ unit: fc.constantFrom(...'ab é;,"{}'), minLength: 1, maxLength: 6 }), { maxLength: 3 }),
    text: fc.string({ maxLength: 30 }),
    carried: fc.nat(5),
    doneAt: fc.constant("2026-11-01T10:00"),
    parent: fc.constantFrom("t0", "t1"),
    goal: fc.constantFrom("g0", "g1"),
    unclarified: fc.boolean(),
  },
  { requiredKeys: ["title", "state"] },
);

describe("any workspace", () => {
  it("comes back from its folder as it was, and the folder with it", () => {
    fc.assert(
      fc.property(
        fc.array(taskFields, { maxLength: 6 }),
        fc.array(titles, { maxLength: 3 }),
        fc.array(fc.boolean()),
        (tasks, names, onPage) => {
          const goals = ["g0", "g1"].map(
            (id, at) =>
              ({
                id,
                kind: "goal",
                title: names[at] ?? id,
                span: "year",
                state: "open",
                text: "",
                createdAt: now,
              }) as const,
          );
          const made = tasks.map((fields, at) =>
            someTask(`t${at}`, { ...fields, ...(onPage[at] && fields.title !== "" ? { page: "n0" } : {}) }),
          );
          for (const task of made) if (task.parent === task.id) delete (task as { parent?: string }).parent;
          const note = { id: "n0", kind: "note", title: "Note", tags: [], text: "", createdAt: now } as const;
          const store = new Store(new Map(), [followPages()], standingClock(now));
          const lines = made
            .filter((task) => task.page && !/[{}[\]*_`~<>\\!|&]/.test(task.title))
            .map(
              (task) =>
                `- [${task.state === "done" ? "x" : " "}] ${task.title} {#${task.id}${task.state === "waiting" ? " .waiting" : ""}}\n`,
            );
          store.act(
            {
              name: "test",
              run: (tx) => (
                [...goals, ...made.map(({ page: _page, ...task }) => task), { ...note, text: lines.join("") }].forEach(
                  (one) => tx.put(one as PensumRecord),
                ),
                ""
              ),
            },
            {},
          );
          const all = [...store.records()];
          const files = write(all);
          const reading = read(files);
          expect(reading.faults).toEqual([]);
          expect(inOrder(after(reading).values())).toEqual(inOrder(all));
          expect(byPath(write(after(reading).values()))).toEqual(byPath(files));
        },
      ),
      { numRuns: 200 },
    );
  });
});
