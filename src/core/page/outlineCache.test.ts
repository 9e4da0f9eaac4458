import { expect, test } from "vitest";
import type { DayPage } from "../model";
import { readOutline } from "./outline";
import { OutlineCache } from "./outlineCache";

const page = (text: string, date = "2026-11-24"): DayPage => ({ id: `day-${date}`, kind: "day", date, text });
const long = Array.from({ length: 4000 }, (_, at) => (at % 5 === 0 ? `- [ ] task ${at}` : "words of a page")).join(
  "\n",
);
const titles = (text: string) => readOutline(text).tasks.map((task) => task.title);

test("an outline that was read ahead, with others taking their turns, is that of the page", async () => {
  const cache = new OutlineCache();
  let turns = 0;
  await cache.prepare(page(long), async () => void turns++);
  expect(turns).toBeGreaterThan(0);
  const outline = cache.of(page(long));
  expect(outline.tasks.map((task) => task.title)).toEqual(titles(long));
  expect(cache.of(page(long))).toBe(outline);
});

test("a page that changes while it is read ahead keeps the outline of what it is now", async () => {
  const cache = new OutlineCache();
  const changed = `- [ ] first\n${long}`;
  let outline;
  await cache.prepare(page(long), async () => void (outline ??= cache.of(page(changed))));
  expect(cache.of(page(changed))).toBe(outline);
  expect(cache.of(page(changed)).tasks[0]?.title).toBe("first");
});

test("each page has an outline of its own, and the oldest are let go", () => {
  const cache = new OutlineCache();
  const dates = Array.from({ length: 12 }, (_, at) => `2026-11-${10 + at}`);
  const first = dates.map((date) => cache.of(page(`- [ ] ${date}`, date)));
  expect(first.map((outline) => outline.tasks[0]?.title)).toEqual(dates);
  expect(cache.of(page("- [ ] 2026-11-21", "2026-11-21"))).toBe(first[11]);
  expect(cache.of(page("- [ ] 2026-11-10", "2026-11-10"))).not.toBe(first[0]);
});
