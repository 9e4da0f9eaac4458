import { expect, test } from "vitest";
import { dayPageId, type DayPage, type PensumRecord, type Task, type Template } from "../model";

import { openStore } from "../workspace";
import { standingClock } from "../time";
import { beginDay, noteDayBegun, templatesToBegin } from "./beginDay";
import { setState } from "./setState";
import type { Store } from "../store";

const clock = standingClock("2026-11-24T08:07", "Europe/Berlin");
const today = "2026-11-24";
const template: Template = {
  ...{ id: "mornings", kind: "template", title: "Mornings", register: "days", naming: "", fields: {}, order: 0 },
  ...{ beginsDays: true, text: "## Week {{week}}\n- [ ] water the plants\n- [ ] read the gauge" },
};
const storeOf = async (...records: PensumRecord[]) => {
  return (await openStore(new Map(records.map((one) => [one.id, one])), clock)).store;
};
const pageOf = (store: Pick<Store, "get">) => store.get(dayPageId(today)) as DayPage;

test("a day begins with the lines of a template, above what stands on its page, and their tasks are records", async () => {
  const page: DayPage = { id: dayPageId(today), kind: "day", date: today, text: "captured before" };
  const store = await storeOf(template, page);
  expect(store.act(beginDay, { date: today }).said).toBe("Began the day with “Mornings”");
  const lines = pageOf(store).text.split("\n");
  expect(lines[0]).toBe("## Week 48");
  expect(lines[1]).toMatch(/^- \[ \] water the plants \{#/);
  expect(lines.at(-1)).toBe("captured before");
  const tasks = store.list("tasksByDoDay", today) as Task[];
  expect(tasks.map(({ title }) => title).sort()).toEqual(["read the gauge", "water the plants"]);
  store.undo();
  expect(pageOf(store)).toEqual(page);
});

test("it begins once, also where it was undone, and again on the next day", async () => {
  const store = await storeOf(template);
  store.act(beginDay, { date: today });
  store.adopt(store.rehearse(noteDayBegun, { date: today }), false);
  store.undo();
  expect(templatesToBegin(store, today)).toEqual([]);
  expect(templatesToBegin(store, "2026-11-25").map(({ id }) => id)).toEqual(["mornings"]);
  expect(() => store.act(beginDay, { date: "2026-11-25" })).toThrow(/Only today/);
});

test("lines that came from another tab, which has not noted it yet, do not come once more", async () => {
  const words: Template = {
    ...template,
    id: "words",
    title: "Words",
    order: 1,
    text: "How did I sleep?\nWhat is first?",
  };
  const store = await storeOf(template, words);
  store.act(beginDay, { date: today });
  const begun = pageOf(store).text;
  expect(store.act(beginDay, { date: today }).said).toBe("No template begins this day");
  // Nor where a task of them was ticked or said otherwise meanwhile.
  const [task] = store.list("tasksByDoDay", today) as Task[];
  store.act(setState, { tasks: [task!.id], state: "done" });
  expect(store.act(beginDay, { date: today }).changes.updated.size).toBe(0);
  store.undo();
  expect(pageOf(store).text).toBe(begun);
  // What is new since is begun all the same.
  store.act({ name: "put", run: (tx) => (tx.put({ ...template, id: "later", order: 2 }), "") }, undefined);
  store.act(beginDay, { date: today });
  expect(pageOf(store).text.match(/water the plants/g)).toHaveLength(2);
});
