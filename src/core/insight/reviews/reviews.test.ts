import { describe, expect, test } from "vitest";
import { beginReview, endReview, markStep, setReviewed, takeActBack } from "../../commands/reviews";
import { editRecord, giveDay } from "../../commands";
import { bareRecord, defaultSettings, type DayPage, type PensumRecord, type Project, type Task } from "../../model";
import { Store } from "../../store";
import { standingClock } from "../../time";
import { fullDays, leftToday, projectsForReview, tasksWithoutDay } from "./material";
import { reviewSummary } from "./summary";

const today = "2026-11-27";
const now = `${today}T15:00`;
const task = (id: string, fields: Partial<Task> = {}): Task => ({
  ...bareRecord("task", { id, title: `Task ${id}`, now: "2026-11-02T09:00" }),
  ...fields,
});
const project = (id: string, fields: Partial<Project> = {}): Project => ({
  ...bareRecord("project", { id, title: `Project ${id}`, now }),
  ...fields,
});
const opened = (...records: PensumRecord[]) =>
  new Store(
    new Map([defaultSettings, ...records].map((one) => [one.id, one])),
    [],
    standingClock(now, "Europe/Berlin"),
  );
const style = { locale: "en-GB", hour12: false };

describe("what a review looks at", () => {
  test("projects by their own rhythm, the longest waiting first, with what happened since", () => {
    const store = opened(
      project("a", { reviewEveryDays: 7, reviewedOn: "2026-11-20" }),
      project("b", { reviewEveryDays: 14, reviewedOn: "2026-11-20" }),
      project("c", { reviewEveryDays: 30, reviewedOn: "2026-10-01" }),
      project("d", { reviewEveryDays: 7 }),
      project("e"),
      project("f", { reviewEveryDays: 7, state: "done" }),
      task("1", { project: "a" }),
      task("2", { project: "a", state: "done", doneAt: "2026-11-25T10:00" }),
      task("3", { project: "a", state: "done", doneAt: "2026-11-10T10:00" }),
      {
        ...bareRecord("work", { id: "w", now }),
        ...{ start: "2026-11-24T09:00", end: "2026-11-24T10:30", task: "1", text: "stakes came short" },
      },
    );
    expect(projectsForReview(store, today).map(({ project: { id } }) => id)).toEqual(["d", "c", "a"]);
    expect(projectsForReview(store, today).at(-1)).toMatchObject({
      ...{ sinceDays: 7, doneSince: 1, givenSince: 90, notes: ["stakes came short"] },
    });
    store.act(setReviewed, { project: "a" });
    expect(projectsForReview(store, today).map(({ project: { id } }) => id)).toEqual(["d", "c"]);
  });

  test("open tasks that have no day at all, and those that are left of one", () => {
    const block: PensumRecord = {
      ...bareRecord("block", { id: "bl", title: "", now }),
      ...{ start: "2026-11-30T09:00", end: "2026-11-30T10:00", task: "placed" },
    };
    const store = opened(
      task("bare"),
      task("day", { doDay: today }),
      task("due", { due: "2026-12-04" }),
      task("rests", { restUntil: "2026-12-24" }),
      task("waits", { state: "waiting" }),
      task("inbox", { unclarified: true }),
      task("done", { state: "done", doDay: today }),
      task("placed"),
      block,
    );
    expect(tasksWithoutDay(store).map(({ id }) => id)).toEqual(["bare"]);
    expect(leftToday(store, today).map(({ id }) => id)).toEqual(["day"]);
  });

  test("overfull days, with what could move to the day that has most room before it is due", () => {
    const store = opened(
      task("long", { doDay: "2026-11-30", estimateMinutes: 300 }),
      task("short", { doDay: "2026-11-30", estimateMinutes: 120, due: "2026-12-01" }),
      task("fixed", { doDay: "2026-11-30", estimateMinutes: 120, due: "2026-11-30" }),
      task("tuesday", { doDay: "2026-12-01", estimateMinutes: 200 }),
    );
    const [day, ...others] = fullDays(store, "2026-11-28", "2026-12-04");
    expect(others).toEqual([]);
    expect([day?.date, day?.overMinutes]).toEqual(["2026-11-30", 60]);
    expect(day?.movable.map(({ task: { id }, to }) => `${id} ${to}`)).toEqual(["short 2026-12-01", "long 2026-12-02"]);
  });
});

describe("a review that runs", () => {
  const begun = () => {
    const store = opened(task("a"), {
      ...bareRecord("goal", { id: "g", title: "Letter out", now }),
      ...{ span: "week", due: "2026-12-04" },
    } as PensumRecord);
    store.act(beginReview, { way: "week", from: "2026-11-23", to: "2026-11-29", title: "The week", id: "r" });
    return store;
  };

  test("keeps which steps were gone through and which were skipped, and ends once, with its page and a line on the day’s", () => {
    const store = begun();
    store.act(editRecord, { id: "a", fields: { inSummary: true } });
    store.act(markStep, { review: "r", step: "inbox", as: "skipped" });
    store.act(markStep, { review: "r", step: "projects", as: "done" });
    store.act(markStep, { review: "r", step: "inbox", as: "done" });
    expect(store.find("review", "r")).toMatchObject({ steps: ["projects", "inbox"], skipped: [] });
    const summary = reviewSummary({
      ...{ store, settings: defaultSettings, span: { from: "2026-11-23", to: "2026-11-29" }, firstWeekday: 1, style },
    });
    expect(summary).toContain("## Goals ahead\n\n- Letter out");
    expect(summary).toContain("- Fri 4 Dec: Letter out is due");
    expect(summary).toContain("## Reminders\n\n- Task a");
    store.act(endReview, { review: "r", summary });
    expect(store.find("review", "r")).toMatchObject({ endedAt: now, text: `${summary.trim()}\n` });
    const [page] = store.list("kind", "day") as readonly DayPage[];
    expect(page?.text).toContain("# The week");
    expect(() => store.act(endReview, { review: "r", summary: "" })).toThrow("has ended already");
  });

  test("takes one act back whatever came after it, and leaves what others changed of the same record", () => {
    const store = begun();
    const { changes, said } = store.act(giveDay, { tasks: ["a"], day: "2026-11-30" });
    store.act({ name: "rename", run: (tx) => (tx.update("a", { title: "Renamed" }), "Renamed it") }, undefined);
    store.act(takeActBack, { changes, said });
    expect(store.find("task", "a")).toMatchObject({ title: "Renamed" });
    expect(store.find("task", "a")?.doDay).toBeUndefined();
    store.undo();
    expect(store.find("task", "a")).toMatchObject({ title: "Renamed", doDay: "2026-11-30" });
  });
});
