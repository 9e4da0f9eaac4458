import fc from "fast-check";
import { expect, test } from "vitest";
import { defaultSettings, isPage, Refusal, type PensumRecord, type Task } from "../model";
import { followPages, oneLine, readOutline, stateOfLine } from "../page";
import { MemoryLog, Journal, replay, Store, type Runnable } from "../store";
import { standingClock } from "../time";
import * as commands from "./index";
import { byId } from "../testing/arbitraries";

/*
 * The acts of a person, drawn by lot: whatever they do one after the other, every page agrees with its records, undo
 * leads back to the beginning, redo to the end, and the log replays to the same records.
 */

const days = ["2026-11-20", "2026-11-24", "2026-11-25", "2026-12-01"] as const;
const day = fc.constantFrom(...days);
const which = fc.nat(40);
const minute = fc.integer({ min: 0, max: 1500 });

interface Step {
  readonly name: string;
  do(store: Store): void;
}

/** A command with what it is given; `pick` finds the nth record of a kind, or nothing. */
function step<A>(
  command: Runnable<A>,
  input: fc.Arbitrary<(pick: Pick) => A | undefined>,
  holds: (store: Store, given: A) => void = () => {},
): fc.Arbitrary<Step> {
  return input.map((make) => ({
    name: command.name,
    do(store) {
      const given = make((kind, nth) => {
        const found = [...store.list("kind", kind)].sort((a, b) => (a.id < b.id ? -1 : 1));
        return found.length > 0 ? (found[nth % found.length] as never) : undefined;
      });
      if (given === undefined) return;
      store.act(command, given);
      holds(store, given);
    },
  }));
}
type Pick = <K extends PensumRecord["kind"]>(kind: K, nth: number) => Extract<PensumRecord, { kind: K }> | undefined;

const moment = (date: string, at: number) =>
  `${date}T${String(Math.floor((at % 1440) / 60)).padStart(2, "0")}:${String(at % 60).padStart(2, "0")}`;
const title = fc.constantFrom("stakes", "letter to *Odile*", "call @Ines #flood", "[[Reach 4]] notes");
/** Titles that look like marks. In a line they stand as one line of words. */
const oddTitle = fc.oneof(
  title,
  fc.constantFrom(
    "x {#foo}",
    "{.done}",
    "a | b",
    "`open",
    "~~~",
    "- [ ] inner",
    "12:00-13:00 walk",
    "two\nlines",
    "<b>",
    "\\",
  ),
  fc.string({ unit: "grapheme", minLength: 1, maxLength: 8 }).filter((text) => text.trim() !== ""),
);
const lines = fc
  .array(
    fc.constantFrom(
      "- [ ] new one",
      "  - [ ] part",
      "- 9:00-9:30 call",
      "words",
      "",
      "```",
      "- [x] done already",
      "# Head",
    ),
    { minLength: 1, maxLength: 5 },
  )
  .map((all) => all.join("\n"));

const steps: fc.Arbitrary<Step> = fc.oneof(
  step(
    commands.capture,
    fc.tuple(title, fc.option(day), fc.option(minute)).map(([words, on, at]) => () => [
      {
        kind: "task" as const,
        title: words,
        ...(on ? { day: on } : {}),
        ...(on && at !== null ? { startMinute: at % 1440, endMinute: (at % 1440) + 30 } : {}),
        estimateMinutes: 30,
        tags: [],
        people: ["Ines"],
        parts: [],
        remarks: [],
      },
    ]),
  ),
  step(
    commands.writePage,
    fc.tuple(day, lines, fc.boolean(), fc.nat(9)).map(([date, typed, before, drop]) => (pick) => {
      const page = [0, 1, 2, 3, 4].map((nth) => pick("day", nth)).find((one) => one?.date === date);
      const kept = (page?.text ?? "").split("\n").filter((_, at) => at !== drop);
      return { id: `day-${date}`, text: before ? [typed, ...kept].join("\n") : [...kept, typed].join("\n") };
    }),
  ),
  step(
    commands.place,
    fc.tuple(which, day, minute).map(([nth, date, at]) => (pick) => {
      const task = pick("task", nth);
      return task && { task: task.id, start: moment(date, at) };
    }),
    (store, { task, start }) =>
      expect(store.list("blocksByTask", task)).toContainEqual(expect.objectContaining({ start })),
  ),
  step(
    commands.moveItem,
    fc.tuple(which, day, minute, fc.integer({ min: -10, max: 200 })).map(([nth, date, at, length]) => (pick) => {
      const block = pick("block", nth);
      const end = (at % 1440) + length;
      return (
        block && {
          id: block.id,
          start: moment(date, at),
          end: end < 1440 ? moment(date, Math.max(0, end)) : `${date}T23:59`,
        }
      );
    }),
    (store, { id, start, end }) => expect(store.get(id)).toMatchObject({ start, end }),
  ),
  step(
    commands.takeOff,
    which.map((nth) => (pick) => {
      const block = pick("block", nth);
      return block && { block: block.id };
    }),
  ),
  step(
    commands.carry,
    fc.tuple(which, which, day).map(([one, other, to]) => (pick) => {
      const tasks = [pick("task", one), pick("task", other)].flatMap((task) => task?.id ?? []);
      return tasks.length > 0 ? { tasks: [...new Set(tasks)], to } : undefined;
    }),
    (store, { tasks, to }) => tasks.forEach((id) => expect(store.get(id)).toMatchObject({ doDay: to })),
  ),
  step(
    commands.giveDay,
    fc.tuple(which, fc.option(day, { nil: undefined })).map(([nth, on]) => (pick) => {
      const task = pick("task", nth);
      return task && { tasks: [task.id], day: on };
    }),
  ),
  step(
    commands.rest,
    which.map((nth) => (pick) => {
      const task = pick("task", nth);
      return task && { tasks: [task.id], until: "2026-12-24" };
    }),
  ),
  step(
    commands.setState,
    fc.tuple(which, fc.constantFrom("open", "doing", "waiting", "done", "dropped")).map(([nth, state]) => (pick) => {
      const task = pick("task", nth);
      return task && { tasks: [task.id], state: state as Task["state"] };
    }),
    (store, { tasks: [id], state }) => expect(store.get(id!)).toMatchObject({ state }),
  ),
  step(
    commands.editRecord,
    fc.tuple(which, which, oddTitle).map(([nth, other, words]) => (pick) => {
      const task = pick("task", nth);
      return (
        task && { id: task.id, fields: { title: words, parent: other % 2 === 0 ? pick("task", other)?.id : undefined } }
      );
    }),
    (store, { id, fields }) => expect(store.get(id)).toMatchObject({ title: oneLine(fields.title as string) }),
  ),
  step(
    commands.removeRecord,
    fc.tuple(fc.constantFrom("task", "block", "day", "person"), which).map(([kind, nth]) => (pick) => {
      const record = pick(kind as "task", nth);
      return record && { id: record.id };
    }),
  ),
  step(
    commands.addBlock,
    fc.tuple(day, minute).map(([date, at]) => () => ({
      start: moment(date, at % 1300),
      end: moment(date, (at % 1300) + 45),
      title: "lunch",
    })),
  ),
  step(
    commands.saveSettings,
    fc.constantFrom(5, 10).map((snapMinutes) => () => ({ snapMinutes })),
  ),
);

const stateOf = (store: Store) =>
  JSON.stringify(
    [...store.records()]
      .sort((a, b) => (a.id < b.id ? -1 : 1))
      .map((record) =>
        Object.entries(record)
          .filter(([, value]) => value !== undefined)
          .sort(),
      ),
  );

/** Every task line has its task, which says the same; every record that claims a line has one. */
function agree(store: Store) {
  const lined = new Set<string>();
  for (const page of store.records()) {
    if (!isPage(page)) continue;
    for (const line of readOutline(page.text).tasks) {
      const id = line.attributes?.id;
      if (line.title === "" && !id) continue;
      expect(store.find("task", id), `a task for the line “${line.title}”`).toMatchObject({
        title: line.title,
        state: stateOfLine(line),
        page: page.id,
      });
      expect(lined.has(id!), "two lines of one task").toBe(false);
      lined.add(id!);
    }
  }
  for (const record of store.records())
    if (record.kind === "task" && record.page) {
      const page = store.get(record.page);
      const text = isPage(page) ? page.text : "";
      expect(lined.has(record.id) || text.includes(`#${record.id}`), `a line for “${record.title}”`).toBe(true);
    }
}

test("whatever is done, pages agree with records, undo and redo lead back and forth, and the log tells the same", async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(steps, { minLength: 1, maxLength: 14 }), async (sequence) => {
      const store = new Store(
        new Map<string, PensumRecord>([["settings", defaultSettings]]),
        [followPages()],
        standingClock("2026-11-24T11:07"),
      );
      const log = new MemoryLog();
      const journal = new Journal(store, log, { seq: 0, by: "a" });
      const beginning = stateOf(store);
      let acts = 0;
      store.onAct(() => acts++);
      for (const one of sequence) {
        const before = stateOf(store);
        try {
          one.do(store);
        } catch (error) {
          if (!(error instanceof Refusal)) throw error;
          expect(stateOf(store), `${one.name} refused, and changed something`).toBe(before);
        }
        agree(store);
      }
      const done = acts;
      const end = stateOf(store);
      for (let at = 0; at < done; at++) {
        expect(store.undo()).toBeDefined();
        agree(store);
      }
      expect(store.undo()).toBeUndefined();
      expect(stateOf(store)).toBe(beginning);
      for (let at = 0; at < done; at++) store.redo();
      expect(stateOf(store)).toBe(end);
      await journal.durable();
      const told = replay(byId([defaultSettings]), 2, log.entries);
      expect(stateOf(new Store(told))).toBe(end);
    }),
    { numRuns: 300 },
  );
}, 60_000);
