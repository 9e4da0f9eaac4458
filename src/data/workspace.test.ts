import { afterEach, beforeEach, describe, expect, test, vi } from "vitest";
import { addRecord, setState, writePage } from "@/core/commands";
import { defaultSettings, modelVersion, type PensumRecord } from "@/core/model";
import { NewerVersion, readCopyPieces, readSecondCopy, Replaced, entryLines } from "@/core/store";
import { someTask } from "@/core/testing/arbitraries";
import { standingClock } from "@/core/time";
import { readContents, replaceContents } from "./contents";
import { Damaged } from "./damaged";
import { WorkspaceDatabase, type FileRow } from "./database";
import { historyOf } from "./history";
import type { CopyKeeper } from "./secondCopy";
import { readSnapshot, takeSnapshot } from "./snapshots";
import { openWorkspace, type Workspace } from "./workspace";

const clock = standingClock("2026-11-24T11:07");
const opened: Workspace[] = [];
let name = "";
let number = 0;

// Node has no locks between tabs, as some browsers have none.
vi.stubGlobal("navigator", {});
beforeEach(() => {
  name = `test${number++}`;
});
afterEach(() => {
  for (const workspace of opened.splice(0)) workspace.close();
});

async function open(onReplaced = () => {}): Promise<Workspace> {
  const workspace = await openWorkspace(name, { clock, onReplaced });
  opened.push(workspace);
  return workspace;
}

/** What the database holds when all tabs are closed and it is opened anew. */
async function reopened(): Promise<Workspace> {
  for (const workspace of opened.splice(0)) workspace.close();
  return open();
}

const write = (workspace: Workspace, text: string) =>
  workspace.store.act(writePage, { id: "day-2026-11-24", text }).said;
const textIn = (workspace: Workspace) => workspace.store.find("day", "day-2026-11-24")?.text;
const sorted = (records: Iterable<PensumRecord>) => [...records].sort((a, b) => (a.id < b.id ? -1 : 1));

describe("a workspace", () => {
  test("is found again as it was, from the log alone and from a snapshot with the log after it", async () => {
    const first = await open();
    write(first, "- [ ] stakes");
    write(first, `${textIn(first)}\n- [ ] letter`);
    await first.journal.durable();
    const second = await reopened();
    expect(sorted(second.store.records())).toEqual(sorted(first.store.records()));

    expect(await takeSnapshot(second.database!, second.journal.seq, second.store.records(), 0)).toBe(true);
    write(second, `${textIn(second)}\nmore`);
    await second.journal.durable();
    const third = await reopened();
    expect(sorted(third.store.records())).toEqual(sorted(second.store.records()));
    expect((await readSnapshot(third.database!)).seq).toBe(2);
  });

  test("has the words that another tab has not written yet, before a backup replaces it", async () => {
    const here = await open();
    const there = await open();
    const holder = {};
    there.store.setUnsettled(holder, true);
    there.store.onSettle(() => {
      write(there, "typed in the other tab");
      there.store.setUnsettled(holder, false);
    });
    await here.gatherWords();
    expect(textIn(here)).toBe("typed in the other tab");
  });

  test("starts from an older snapshot where the newest is not whole", async () => {
    const workspace = await open();
    write(workspace, "one");
    await workspace.journal.durable();
    await takeSnapshot(workspace.database!, 1, workspace.store.records(), 0);
    await workspace.database!.snapshots.put({ seq: 9, part: 0, parts: 2, version: modelVersion, text: "[]" });
    expect(textIn(await reopened())).toBe("one");
  });

  test("keeps the log of the last year, and of what is older the newest entry", async () => {
    const workspace = await open();
    for (const text of ["one", "two", "three"]) {
      write(workspace, text);
      await workspace.journal.durable();
    }
    const days = 86_400_000;
    await takeSnapshot(workspace.database!, 3, workspace.store.records(), Date.now() + 300 * days);
    expect(await workspace.database!.log.count()).toBe(3);
    await takeSnapshot(workspace.database!, 3, workspace.store.records(), Date.now() + 500 * days);
    expect(await workspace.database!.log.toCollection().primaryKeys()).toEqual([3]);
    expect(textIn(await reopened())).toBe("three");
  });

  test("tells what happened to a record, the newest first", async () => {
    const workspace = await open();
    write(workspace, "- [ ] stakes");
    const [task] = workspace.store.list("kind", "task");
    workspace.store.act(setState, { tasks: [task!.id], state: "done" });
    await workspace.journal.durable();
    const history = await historyOf(workspace.database!, task!.id);
    expect(history.map(({ said, what }) => [what, said])).toEqual([
      ["updated", "Completed “stakes”"],
      ["added", "Wrote on 2026-11-24"],
    ]);
    expect(history[0]!.fields).toContain("state");
  });

  test("of a newer version is refused", async () => {
    const database = new WorkspaceDatabase(name);
    await database.snapshots.put({ seq: 0, part: 0, parts: 1, version: modelVersion + 1, text: "[]" });
    database.close();
    await expect(openWorkspace(name, { clock })).rejects.toThrow(NewerVersion);
  });
});

describe("two tabs", () => {
  test("see what the other did, and write one log", async () => {
    const [a, b] = [await open(), await open()];
    write(a, "from a");
    await a.journal.durable();
    await vi.waitFor(() => expect(textIn(b)).toBe("from a"));
    a.store.act(addRecord, { kind: "note", title: "A" });
    b.store.act(addRecord, { kind: "note", title: "B" });
    await Promise.all([a.journal.durable(), b.journal.durable()]);
    await Promise.all([a.journal.pull(), b.journal.pull()]);
    expect(sorted(a.store.records())).toEqual(sorted(b.store.records()));
    expect(await a.database!.log.toCollection().primaryKeys()).toEqual([1, 2, 3]);
  });

  test("one of which reads a backup in: what the other still wrote does not get into it, and is said not to be saved", async () => {
    const told = vi.fn();
    const [a, b] = [await open(), await open(told)];
    for (const text of ["one", "two", "three"]) write(b, text);
    await b.journal.durable();
    const records = [defaultSettings, someTask("ta")];
    await replaceContents(a.database!, { records, log: [], files: [] });
    write(b, "too late");
    await vi.waitFor(() => expect(b.journal.saving).toMatchObject({ kind: "failed", reason: expect.any(Replaced) }));
    expect(textIn(b)).toBe("too late");
    a.announceReplaced();
    await vi.waitFor(() => expect(told).toHaveBeenCalled());
    expect(sorted((await reopened()).store.records())).toEqual(sorted(records));
  });
});

test("a backup goes in over contents that cannot be read any more", async () => {
  const database = new WorkspaceDatabase(name);
  await database.snapshots.put({ seq: 3, part: 0, parts: 1, version: modelVersion, text: "not JSON" });
  await expect(openWorkspace(name, { clock })).rejects.toThrow(Damaged);
  await replaceContents(database, { records: [someTask("ta")], log: [], files: [] });
  database.close();
  expect((await open()).store.get("ta")).toEqual(someTask("ta"));
});

test("the contents of a workspace come out as they were put in", async () => {
  const database = new WorkspaceDatabase(name);
  const log = [{ at: 1, by: "a", said: "Did it", version: modelVersion, changes: "{}", ids: ["ta"] }];
  const files = [{ id: "fa", name: "gauge.png", type: "image/png", base64: "iVBORw0KGgo=" }];
  const records = Array.from({ length: 2500 }, (_, at) => someTask(`t${at}`));
  await replaceContents(database, { records, log, files });
  const contents = await readContents(database);
  expect(contents).toEqual({ records, log, files });
  database.close();
});

describe("a workspace with a second copy", () => {
  /** A copy whose files are strings. */
  function stringKeeper() {
    const kept = { log: "", refuses: false, files: [] as FileRow[], missing: [] as string[] };
    const keeper: CopyKeeper = {
      read: () => Promise.resolve(readSecondCopy([], [kept.log])),
      readPieces: () => Promise.resolve(readCopyPieces([], [kept.log])),
      readFiles: () => Promise.resolve({ files: kept.files, missing: kept.missing }),
      keepFiles: async () => {
        const database = new WorkspaceDatabase(name);
        kept.files = await database.files.toArray();
        database.close();
      },
      open: () => (kept.refuses ? Promise.reject(new Error("no such files here")) : Promise.resolve()),
      append: (entries) => Promise.resolve(void (kept.log += entryLines(entries))),
      tidy: () => Promise.resolve(),
      rebase: () => Promise.resolve(),
      close: () => {},
    };
    return { kept, keeper };
  }
  const openWith = async (copy: CopyKeeper) => {
    for (const workspace of opened.splice(0)) workspace.close();
    const workspace = await openWorkspace(name, { clock, copy });
    opened.push(workspace);
    return workspace;
  };
  const loseDatabase = async () => {
    for (const workspace of opened.splice(0)) workspace.close();
    await new WorkspaceDatabase(name).delete();
  };

  test("is whole again after its database was lost, and goes on from there", async () => {
    const { keeper } = stringKeeper();
    const first = await openWith(keeper);
    expect(first.broughtBack).toBeUndefined();
    write(first, "- [ ] stakes");
    await first.journal.durable();
    await loseDatabase();
    const second = await openWith(keeper);
    expect(second.broughtBack).toEqual({ files: 0, missing: [], filesUnknown: false });
    expect(sorted(second.store.records())).toEqual(sorted(first.store.records()));
    write(second, `${textIn(second)}\nmore`);
    await second.journal.durable();
    await loseDatabase();
    expect(textIn(await openWith(keeper))).toMatch(/stakes[^]*more$/);
    expect((await openWith(keeper)).broughtBack).toBeUndefined();
  });

  test("has no gap where a tab died between the database and the copy", async () => {
    const { kept, keeper } = stringKeeper();
    const first = await openWith(keeper);
    write(first, "one");
    await first.journal.durable();
    kept.log = "";
    const second = await openWith(keeper);
    write(second, "one, two");
    await second.journal.durable();
    await loseDatabase();
    expect(textIn(await openWith(keeper))).toBe("one, two");
  });

  test("is saved all the same where there can be no copy", async () => {
    const { kept, keeper } = stringKeeper();
    kept.refuses = true;
    const first = await openWith(keeper);
    write(first, "one");
    await first.journal.durable();
    expect(first.journal.saving.kind).toBe("saved");
    expect(kept.log).toBe("");
    expect(textIn(await openWith(keeper))).toBe("one");
  });

  test("says exactly which files came back, and has their bytes", async () => {
    const { kept, keeper } = stringKeeper();
    const first = await openWith(keeper);
    write(first, "![gauge](file:fa)");
    await first.journal.durable();
    await first.database?.files.put({ id: "fa", name: "gauge.png", type: "image/png", blob: new Blob(["bytes"]) });
    await vi.waitFor(() => expect(kept.files).toHaveLength(1));
    kept.missing = ["old map.pdf"];
    await loseDatabase();
    const second = await openWith(keeper);
    expect(second.broughtBack).toEqual({ files: 1, missing: ["old map.pdf"], filesUnknown: false });
    expect(await (await second.database?.files.get("fa"))?.blob.text()).toBe("bytes");
  });

  test.each(["never answers", "is gone"])("goes on saving when the keeper of the copy %s", async (how) => {
    vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout"], shouldAdvanceTime: true, advanceTimeDelta: 200 });
    try {
      const { keeper } = stringKeeper();
      const closed = vi.fn();
      const answer = how === "is gone" ? () => Promise.reject(new Error("ended")) : () => new Promise<never>(() => {});
      const workspace = await openWith({ ...keeper, append: answer, close: closed });
      for (const text of ["one", "two", "three"]) write(workspace, text);
      await workspace.journal.durable();
      expect(workspace.journal.saving.kind).toBe("saved");
      expect(closed).toHaveBeenCalled();
      expect(textIn(await openWith(keeper))).toBe("three");
    } finally {
      vi.useRealTimers();
    }
  });
});

describe("a database that goes away under an open tab", () => {
  test.each(["closed by the browser", "deleted by somebody"])(
    "is %s: saving resumes, and nothing is lost",
    async (how) => {
      const workspace = await openWorkspace(name, { clock });
      opened.push(workspace);
      write(workspace, "- [ ] before {#tbefore}");
      await workspace.journal.durable();
      const database = workspace.database as WorkspaceDatabase;
      database.backendDB().close();
      if (how === "deleted by somebody") {
        database.close();
        await new WorkspaceDatabase(name).delete();
      }
      write(workspace, "- [ ] before {#tbefore}\n- [ ] after {#tafter}");
      write(workspace, "- [ ] before {#tbefore}\n- [ ] after {#tafter}\nand more");
      await workspace.journal.durable();
      expect(workspace.journal.saving.kind).toBe("saved");
      write(workspace, `${textIn(workspace)} still`);
      await workspace.journal.durable();
      for (const one of opened.splice(0)) one.close();
      const again = await openWorkspace(name, { clock });
      opened.push(again);
      expect(sorted(again.store.records())).toEqual(sorted(workspace.store.records()));
      expect(textIn(again)).toContain("and more still");
    },
  );
});
