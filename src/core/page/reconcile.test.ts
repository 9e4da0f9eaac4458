import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { Block, DayPage, Task } from "../model";
import { Store, type Runnable } from "../store";
import { standingClock } from "../time";
import { followPages } from "./follow";
import { stateOfLine } from "./lines";
import { readOutline } from "./outline";

const date = "2026-11-24";
const pageId = `day-${date}`;
const write: Runnable<string> = {
  name: "write",
  run(tx, text) {
    tx.put({ id: pageId, kind: "day", date, text });
    return "Wrote";
  },
};
const change: Runnable<{ id: string; fields: Partial<Task> | Partial<Block> }> = {
  name: "change",
  run(tx, { id, fields }) {
    tx.update(id, fields as never);
    return "Changed";
  },
};
const remove: Runnable<string> = {
  name: "remove",
  run(tx, id) {
    tx.remove(id);
    return "Removed";
  },
};

const newStore = () => new Store(new Map(), [followPages()], standingClock(`${date}T11:07`));
const textOf = (store: Store) => (store.get(pageId) as DayPage).text;
const lines = (store: Store) => store.list("linesByPage", pageId);
const titled = (store: Store, title: string) =>
  lines(store).find((record) => "title" in record && record.title === title)!;

/** What must always hold between a page and its records. */
function agrees(store: Store) {
  const outline = readOutline(textOf(store));
  const ids = new Set<string>();
  for (const line of outline.tasks) {
    const id = line.attributes?.id;
    if (!id) {
      expect(line.title).toBe("");
      continue;
    }
    ids.add(id);
    const task = store.find("task", id);
    expect(task).toMatchObject({
      title: line.title,
      state: stateOfLine(line),
      page: pageId,
    });
    const parentId = line.parent?.attributes?.id;
    if (parentId) expect(task?.parent).toBe(parentId);
  }
  for (const line of outline.blocks) {
    const id = line.attributes?.id as string;
    ids.add(id);
    expect(store.find("block", id)).toMatchObject({
      title: line.title,
      page: pageId,
    });
  }
  for (const { id } of lines(store)) if (!ids.has(id)) expect(textOf(store)).toContain(`#${id}`);
  for (const id of ids) expect(lines(store).map((record) => record.id)).toContain(id);
}

const line = fc.constantFrom(
  "# Morning",
  "- [ ] Order stakes",
  "- [ ] Level the *gauge* #field",
  "  - [ ] Check certificate",
  "    - [x] Nested {.kept key=value}",
  "- [x] Done before {.dropped}",
  "- [ ] ",
  "+ [ ] plain box",
  "- plain",
  "- 12:15-13:00 lunch",
  "9:00-9:30 call",
  "```",
  "> - [ ] quoted",
  "words {not attributes",
  "\t- [ ] tabbed",
  "- [ ] twice {#samesame123}",
  "",
);
const edit = fc.oneof(
  fc.record({ what: fc.constant("insert" as const), at: fc.nat(), line }),
  fc.record({ what: fc.constant("delete" as const), at: fc.nat() }),
  fc.record({ what: fc.constant("copy" as const), at: fc.nat(), to: fc.nat() }),
  fc.record({
    what: fc.constant("type" as const),
    at: fc.nat(),
    words: fc.constantFrom("x", " ", "- [ ] ", "[x]", "\n", "#desk", "{", "}", "🌱", "مرحبا"),
  }),
  fc.record({ what: fc.constant("tick" as const), at: fc.nat() }),
  fc.record({
    what: fc.constant("rename" as const),
    at: fc.nat(),
    title: fc.constantFrom("Renamed", "With {braces}", "x 🌾", "two\nlines"),
  }),
  fc.record({ what: fc.constant("undo" as const) }),
);

describe("a page and its records", () => {
  test("agree after any sequence of edits of either, and bytes outside the lines touched stay as they were", () => {
    fc.assert(
      fc.property(fc.array(line, { maxLength: 8 }), fc.array(edit, { maxLength: 14 }), (start, edits) => {
        const store = newStore();
        store.act(write, start.join("\n"));
        agrees(store);
        for (const one of edits) {
          const text = textOf(store);
          const all = text.split("\n");
          if (one.what === "undo") {
            store.undo();
            if (!store.get(pageId)) store.redo();
          } else if (one.what === "insert")
            store.act(write, all.toSpliced(one.at % (all.length + 1), 0, one.line).join("\n"));
          else if (one.what === "delete") store.act(write, all.toSpliced(one.at % all.length, 1).join("\n"));
          else if (one.what === "copy")
            store.act(write, all.toSpliced(one.to % all.length, 0, all[one.at % all.length] as string).join("\n"));
          else if (one.what === "type") {
            const at = one.at % (text.length + 1);
            store.act(write, text.slice(0, at) + one.words + text.slice(at));
          } else {
            const tasks = lines(store).filter((record) => record.kind === "task");
            const task = tasks[one.at % Math.max(1, tasks.length)] as Task | undefined;
            if (!task) continue;
            const fields: Partial<Task> =
              one.what === "tick" ? { state: task.state === "done" ? "open" : "done" } : { title: one.title };
            store.act(change, { id: task.id, fields });
            const after = textOf(store).split("\n");
            const changed = all.filter((before, index) => before !== after[index]);
            expect(after).toHaveLength(all.length);
            expect(changed.length).toBeLessThanOrEqual(1);
          }
          agrees(store);
        }
      }),
      { numRuns: 300 },
    );
  });

  test("a new line gets its id behind its words and nothing else changes", () => {
    const store = newStore();
    store.act(write, "# Day\n\n- [ ] Order stakes  \n\nwords  \n");
    expect(textOf(store)).toMatch(/^# Day\n\n- \[ \] Order stakes {3}\{#[a-z0-9]{11}\}\n\nwords {2}\n$/);
    expect(titled(store, "Order stakes")).toMatchObject({
      state: "open",
      doDay: date,
      page: pageId,
    });
  });

  test("an unknown attribute is kept when the state is written", () => {
    const store = newStore();
    store.act(write, '- [ ] Stakes {#stakes00001 .mill depth="4 m"}');
    store.act(change, { id: "stakes00001", fields: { state: "doing" } });
    expect(textOf(store)).toBe('- [ ] Stakes {#stakes00001 .doing .mill depth="4 m"}');
    store.act(change, { id: "stakes00001", fields: { state: "done" } });
    expect(textOf(store)).toBe('- [x] Stakes {#stakes00001 .mill depth="4 m"}');
  });

  test("a line that is cut and pasted again keeps what its record held", () => {
    const store = newStore();
    store.act(write, "- [ ] Stakes {#stakes00001}\nend");
    store.act(change, {
      id: "stakes00001",
      fields: { estimateMinutes: 15, due: "2026-11-26" },
    });
    store.act(write, "end");
    expect(store.get("stakes00001")).toBeUndefined();
    store.act(write, "end\n- [ ] Stakes {#stakes00001}");
    expect(store.get("stakes00001")).toMatchObject({
      estimateMinutes: 15,
      due: "2026-11-26",
    });
  });

  test("a line that an open code fence swallows keeps its record until the fence is closed", () => {
    const store = newStore();
    store.act(write, "- [ ] Stakes {#stakes00001}");
    store.act(change, { id: "stakes00001", fields: { estimateMinutes: 15 } });
    store.act(write, "```\n- [ ] Stakes {#stakes00001}");
    expect(store.get("stakes00001")).toMatchObject({ estimateMinutes: 15 });
    store.act(write, "```\n```\n- [x] Stakes {#stakes00001}");
    expect(store.get("stakes00001")).toMatchObject({ estimateMinutes: 15, state: "done" });
  });

  test("a swallowed line is a line of its page still when its task is changed or taken out and brought back", () => {
    const store = newStore();
    store.act(write, "- [ ] Stakes {#stakes00001}");
    const page = (store.get("stakes00001") as Task).page;
    store.act(write, "```\n- [ ] Stakes {#stakes00001}");
    store.act(change, { id: "stakes00001", fields: { estimateMinutes: 15 } });
    expect(store.get("stakes00001")).toMatchObject({ page });
    store.undo();
    expect(store.get("stakes00001")).toMatchObject({ page });
  });

  test("a copied line becomes a task of its own with the same fields", () => {
    const store = newStore();
    store.act(write, "- [ ] Stakes {#stakes00001}");
    store.act(change, { id: "stakes00001", fields: { estimateMinutes: 15 } });
    store.act(write, "- [ ] Stakes {#stakes00001}\n- [ ] Stakes {#stakes00001}");
    const tasks = lines(store) as Task[];
    expect(tasks).toHaveLength(2);
    expect(tasks.map((task) => task.estimateMinutes)).toEqual([15, 15]);
  });

  test("a line that starts with hours is a block, follows it when it is moved, and is no task", () => {
    const store = newStore();
    store.act(write, "- 12:15-13:00 lunch\n- 10-12 volunteers\n- 23:30-00:30 night watch\n- 14:00-13:00 slip");
    const blocks = lines(store) as Block[];
    expect(blocks.map(({ title, start, end }) => [title, start, end])).toEqual([
      ["lunch", `${date}T12:15`, `${date}T13:00`],
      ["night watch", `${date}T23:30`, "2026-11-25T00:30"],
    ]);
    store.act(change, {
      id: titled(store, "lunch").id,
      fields: { start: `${date}T12:30`, end: `${date}T13:15` },
    });
    expect(textOf(store)).toMatch(/^- 12:30-13:15 lunch \{#/);
    store.act(remove, titled(store, "lunch").id);
    expect(textOf(store)).toMatch(/^- 10-12 volunteers\n/);
  });

  test("a block line that becomes a task line takes its block along", () => {
    const store = newStore();
    store.act(write, "9:00-9:30 call");
    const { id } = titled(store, "call");
    store.act(write, `- [ ] ${textOf(store)}`);
    expect(store.get(id)).toBeUndefined();
    expect(lines(store)).toMatchObject([{ kind: "task", title: "9:00-9:30 call" }]);
    store.undo();
    expect(lines(store)).toMatchObject([{ id, kind: "block" }]);
  });

  test("hours right under a task line are a block too", () => {
    const store = newStore();
    store.act(write, "- [ ] Stakes\n12:15-13:00 walk");
    expect(lines(store).map((record) => "title" in record && record.title)).toEqual(["Stakes", "walk"]);
  });

  test("boxes in code, in quotes and after other list marks are not tasks", () => {
    const store = newStore();
    const text = "```\n- [ ] code\n```\n\n+ [ ] plain\n\n1. [ ] numbered\n\n> - [ ] quoted\n";
    store.act(write, text);
    expect(lines(store)).toEqual([]);
    expect(textOf(store)).toBe(text);
  });
});
