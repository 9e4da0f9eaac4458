import "fake-indexeddb/auto";
import { afterEach, describe, expect, test, vi } from "vitest";
import { editRecord, removeRecord, writePage } from "@/core/commands";
import { fetchBack, fetchFieldBack, partsOf } from "@/core/commands/fetchBack";
import { place } from "@/core/commands/place";
import { modelVersion, Refusal, type PensumRecord } from "@/core/model";
import { standingClock } from "@/core/time";
import { openPast } from "./pastWorkspace";
import { openWorkspace, type Workspace } from "./workspace";

vi.stubGlobal("navigator", {});
const opened: Workspace[] = [];
let number = 0;
afterEach(() => {
  vi.restoreAllMocks();
  for (const workspace of opened.splice(0)) workspace.close();
});

const sorted = (records: Iterable<PensumRecord>) => [...records].sort((a, b) => (a.id < b.id ? -1 : 1));

/** A workspace in which hours go by. */
async function openAt(moment: string) {
  const began = Date.now();
  let hours = 0;
  vi.spyOn(Date, "now").mockImplementation(() => began + hours * 3_600_000);
  const workspace = await openWorkspace(`past${number++}`, { clock: standingClock(moment, "Europe/Berlin") });
  opened.push(workspace);
  const at = (hour: number) => (hours = hour);
  const past = (at: string, signal = new AbortController().signal) => openPast(workspace, at, () => {}, signal);
  return { workspace, store: workspace.store, at, past };
}

async function twoTasks() {
  const open = await openAt("2026-11-23T08:00");
  const { store, workspace, at } = open;
  store.act(writePage, { id: "day-2026-11-23", text: "- [ ] Level the gauge\n- [ ] Call the mill" });
  const [gauge, mill] = sorted(store.list("kind", "task")).toSorted((a, b) =>
    "title" in a && "title" in b ? b.title.localeCompare(a.title) : 0,
  ) as [PensumRecord, PensumRecord];
  store.act(place, { task: mill.id, start: "2026-11-23T14:00" });
  await workspace.journal.durable();
  at(2);
  const before = sorted(store.records());
  store.act(editRecord, { id: gauge.id, fields: { estimateMinutes: 120 } });
  store.act(removeRecord, { id: mill.id });
  return { ...open, gauge: gauge.id, mill: mill.id, before };
}

describe("a workspace as it was", () => {
  test("has just the records of that moment, and the present ones stay", async () => {
    const { store, past, before } = await twoTasks();
    const present = sorted(store.records());
    const then = (await past("2026-11-23T09:30"))!;
    expect(sorted(then.store.records())).toEqual(before);
    expect(then.store.clock.now()).toBe("2026-11-23T09:30");
    expect(then.past!.knownFrom).toBeUndefined();
    expect(sorted((await past("2026-11-23T10:30"))!.store.records())).toEqual(present);
    // Before the log begins nothing is known but what was there at its beginning.
    const first = (await past("2026-11-20T10:00"))!;
    expect([...first.store.records()]).toEqual([]);
    expect(first.past!.knownFrom).toBeDefined();
    expect(sorted(store.records())).toEqual(present);
  });

  test("refuses every act, with the reason", async () => {
    const { past, gauge } = await twoTasks();
    const { store, turnBack } = (await past("2026-11-23T09:30"))!;
    expect(() => store.act(editRecord, { id: gauge, fields: { title: "Other" } })).toThrow(Refusal);
    expect(() => store.rehearse(removeRecord, { id: gauge })).toThrow(/nothing can be changed here/);
    expect(await turnBack("undo")).toBeUndefined();
  });

  test("gives back what is gone with its hours, and single fields, each undone alone", async () => {
    const { store, past, gauge, mill } = await twoTasks();
    const then = (await past("2026-11-23T09:30"))!.store;
    const record = then.get(mill)!;
    const deleted = sorted(store.records());
    store.act(fetchBack, { record, from: "2026-11-23", parts: partsOf(then.records(), record) });
    expect(store.find("task", mill)?.title).toBe("Call the mill");
    expect(store.list("blocksByTask", mill)).toHaveLength(1);
    store.act(fetchFieldBack, {
      record: then.get(gauge)!,
      field: "estimateMinutes",
      label: "Estimate",
      from: "2026-11-23",
    });
    expect(store.find("task", gauge)?.estimateMinutes).toBeUndefined();
    store.undo();
    expect(store.find("task", gauge)?.estimateMinutes).toBe(120);
    store.undo();
    expect(sorted(store.records())).toEqual(deleted);
    expect(() => store.act(fetchFieldBack, { record, field: "title", label: "Title", from: "2026-11-23" })).toThrow(
      /Restore all of it instead/,
    );
  });

  test("can be stopped on the way", async () => {
    const { past } = await twoTasks();
    const stop = new AbortController();
    stop.abort();
    expect(await past("2026-11-23T09:30", stop.signal)).toBeUndefined();
  });

  test("is known only as far back as the log is of this model", async () => {
    const { workspace, past } = await twoTasks();
    await workspace.journal.durable();
    const log = workspace.database!.log;
    const [first] = await log.toArray();
    await log.update(first!.seq, { version: modelVersion - 1 });
    const then = (await past("2026-11-23T07:00"))!;
    expect(then.past!.knownFrom).toBe((await log.toArray())[1]!.at);
    expect(then.store.list("kind", "task")).toHaveLength(2);
  });
});
