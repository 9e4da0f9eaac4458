import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { bareRecord, defaultSettings, type PensumRecord, type Work } from "../model";
import { faultOf } from "../model/checks";
import { clockFace, clockRun, runningEntry, workedOn } from "../plan";
import { Journal, MemoryLog, replay, Store } from "../store";
import { addMinutes, minutesBetween, type MomentText } from "../time";
import { oneClock, setState, tookFollowsLog } from ".";
import {
  breakClock,
  discardClock,
  finishClock,
  mendSilence,
  moreMinutes,
  pauseClock,
  resumeClock,
  startClock,
} from "./clock";
import { openStore } from "../workspace";
import { byId } from "../testing/arbitraries";

const zone = "UTC";
const morning = "2026-11-24T08:00";

/** A clock that is moved by hand. */
class HandClock {
  readonly zone = zone;
  minute = 0;
  now = (): MomentText => addMinutes(morning, this.minute);
  instant(): number {
    return Date.parse(`${this.now()}Z`);
  }
}

const task = (id: string, fields: object = {}): PensumRecord => ({
  ...bareRecord("task", { id, title: `Task ${id}`, now: morning }),
  ...fields,
});
const block = (id: string, start: number, end: number, fields: object = {}): PensumRecord =>
  ({
    ...bareRecord("block", { id, now: morning }),
    start: addMinutes(morning, start),
    end: addMinutes(morning, end),
    ...fields,
  }) as PensumRecord;

function opened(...records: PensumRecord[]) {
  const clock = new HandClock();
  const all = [defaultSettings, task("ta", { estimateMinutes: 90 }), task("tb"), ...records];
  const store = new Store(new Map(all.map((record) => [record.id, record])), [oneClock, tookFollowsLog], clock);
  const at = () => ({ at: clock.instant(), zone });
  const start = (id: string, more: object = {}) => store.act(startClock, { ...at(), on: { id }, ...more });
  const left = () => {
    const run = clockRun(store);
    const face = run && clockFace(run, clock.instant());
    return face?.leftMs === undefined ? undefined : face.leftMs / 60_000;
  };
  return { store, clock, at, start, left };
}

const entriesIn = (store: Store) =>
  (store.list("kind", "work") as Work[]).toSorted((a, b) => (`${a.start} ${a.id}` < `${b.start} ${b.id}` ? -1 : 1));

describe("the clock", () => {
  it("follows a rhythm in a workspace in which nobody has chosen anything yet", () => {
    const store = new Store(new Map([task("tb")].map((one) => [one.id, one])), [oneClock], new HandClock());
    store.act(startClock, { on: { id: "tb" }, rhythm: "steady", at: 0, zone });
    expect(clockFace(clockRun(store)!, 0).leftMs).toBe(50 * 60_000);
  });

  it("counts down from what is left of the estimate, and is logged from its start", () => {
    const { store, clock, start, left, at } = opened();
    start("ta");
    expect(left()).toBe(90);
    clock.minute = 52;
    expect(left()).toBe(38);
    store.act(finishClock, at());
    expect(entriesIn(store)).toMatchObject([{ task: "ta", start: morning, end: addMinutes(morning, 52) }]);
    expect(clockRun(store)).toBeUndefined();
    clock.minute = 60;
    start("ta");
    expect(left()).toBe(38);
    // It runs over, and says so.
    clock.minute = 110;
    expect(left()).toBe(-12);
    expect(clockFace(clockRun(store)!, clock.instant()).share).toBe(1);
  });

  it("counts down to the end of the block it is started on, and of a box by what its task has there", () => {
    const { clock, start, left, store } = opened(
      block("own", 0, 45, { task: "tb" }),
      block("box", 60, 180, {
        title: "Desk",
        holds: [
          { task: "ta", minutes: 30 },
          { task: "tb", minutes: 20 },
        ],
      }),
    );
    clock.minute = 10;
    start("own");
    expect(left()).toBe(35);
    clock.minute = 60;
    start("box");
    expect(clockRun(store)?.on).toEqual({ block: "box", task: "ta" });
    expect(left()).toBe(30);
    store.act(setState, { tasks: ["ta"], state: "done" });
    expect(clockRun(store)).toBeUndefined();
    start("box");
    expect(clockRun(store)?.on.task).toBe("tb");
  });

  it("counts up where nothing says how long it is, and follows a rhythm where one is chosen", () => {
    const { store, clock, start, left, at } = opened();
    start("tb");
    expect(left()).toBeUndefined();
    start("ta", { rhythm: "deep" });
    expect(left()).toBe(90);
    clock.minute = 90;
    store.act(breakClock, at());
    expect(left()).toBe(20);
    clock.minute = 110;
    store.act(resumeClock, at());
    expect(left()).toBe(90);
    clock.minute = 200;
    store.act(breakClock, at());
    // After the second sitting the break is the long one.
    expect(left()).toBe(60);
  });

  it("goes on without a rhythm that was deleted meanwhile, and keeps an estimate a length that can be kept", () => {
    const { store, clock, start, left, at } = opened();
    start("ta", { rhythm: "deep" });
    clock.minute = 30;
    store.act({ name: "none", run: (tx) => (tx.update("settings", { rhythms: [] }), "") }, {});
    store.act(breakClock, at());
    expect(left()).toBe(10);
    store.act(resumeClock, at());
    expect(left()).toBe(60);
    clock.minute = 40;
    store.act(finishClock, { ...at(), leftMinutes: 60_000 });
    expect(faultOf(store.get("ta"))).toBeUndefined();
  });

  it("keeps what was left over a pause, gives five more minutes, and says what is refused", () => {
    const { store, clock, start, left, at } = opened();
    start("ta");
    clock.minute = 30;
    store.act(pauseClock, at());
    clock.minute = 100;
    expect(left()).toBe(60);
    store.act(resumeClock, at());
    expect(left()).toBe(60);
    clock.minute = 170;
    expect(left()).toBe(-10);
    store.act(moreMinutes, { ...at(), minutes: 5 });
    expect(left()).toBe(5);
    expect(() => start("ta")).toThrow("already running");
    expect(() => store.act(resumeClock, at())).toThrow("running already");
    store.act(discardClock, at());
    expect(entriesIn(store)).toMatchObject([{ start: morning, end: addMinutes(morning, 30) }]);
    expect(() => store.act(pauseClock, at())).toThrow("off");
  });

  it("asks what of a silence was work, and goes on with as much left as there was", () => {
    const { store, clock, start, left, at } = opened();
    start("ta");
    clock.minute = 300;
    store.act(mendSilence, { ...at(), workedUntil: addMinutes(morning, 40), goOn: true });
    expect(left()).toBe(50);
    expect(entriesIn(store).map(({ start, end }) => [start.slice(11), end?.slice(11)])).toEqual([
      ["08:00", "08:40"],
      ["13:00", undefined],
    ]);
    store.undo();
    expect(left()).toBe(90 - 300);
  });

  it("ends with a task that is ticked, which took what the log says, and with an entry that is ended by hand", () => {
    const { store, clock, start } = opened();
    start("ta");
    clock.minute = 25;
    store.act(setState, { tasks: ["ta"], state: "done" });
    expect(store.find("task", "ta")?.tookMinutes).toBe(25);
    expect(clockRun(store)).toBeUndefined();
    store.undo();
    expect(runningEntry(clockRun(store))).toBe(entriesIn(store)[0]?.id);
  });

  it("adds what is left to what was worked when somebody says how much that is", () => {
    const { store, clock, start, at } = opened();
    start("ta");
    clock.minute = 50;
    store.act(finishClock, { ...at(), leftMinutes: 70 });
    expect(store.find("task", "ta")?.estimateMinutes).toBe(120);
  });
});

type Move = { act: "start" | "pause" | "break" | "resume" | "finish" | "discard" | "undo"; on: string; wait: number };
const moves = fc.array(
  fc.record({
    act: fc.constantFrom<Move["act"]>("start", "start", "pause", "break", "resume", "finish", "discard", "undo"),
    on: fc.constantFrom("ta", "tb", "tc"),
    wait: fc.constantFrom(0, 1, 7, 40, 600),
  }),
  { minLength: 1, maxLength: 40 },
);

/** What was worked by a list of acts, told without any of the code above: stretches of minutes by task. */
function workedBy(acts: readonly { act: Move["act"]; on: string; minute: number }[], now: number) {
  const stretches: [string, number, number][] = [];
  let running: { on: string; since: number } | undefined;
  let on: string | undefined;
  const end = (minute: number) => {
    if (running && minute > running.since) stretches.push([running.on, running.since, minute]);
    running = undefined;
  };
  for (const { act, on: wanted, minute } of acts) {
    if (act === "discard") running = undefined;
    else end(minute);
    if (act === "start") on = wanted;
    if (act === "start" || act === "resume") running = { on: on!, since: minute };
    if (act === "finish" || act === "discard") on = undefined;
  }
  if (running) stretches.push([running.on, running.since, now]);
  return stretches.sort((a, b) => a[1] - b[1] || a[2] - b[2]);
}

test("no minute is counted twice or lost, whatever is started, paused, switched or undone", () => {
  fc.assert(
    fc.property(moves, (all) => {
      const { store, clock, at } = opened(task("tc"));
      const kept: { act: Move["act"]; on: string; minute: number }[] = [];
      for (const { act, on, wait } of all) {
        clock.minute += wait;
        const run = clockRun(store);
        try {
          if (act === "start") store.act(startClock, { ...at(), on: { id: on } });
          if (act === "pause") store.act(pauseClock, at());
          if (act === "break") store.act(breakClock, at());
          if (act === "resume") store.act(resumeClock, at());
          if (act === "finish") store.act(finishClock, at());
          if (act === "discard") store.act(discardClock, at());
        } catch {
          expect(clockRun(store)).toBe(run);
          continue;
        }
        if (act === "undo") {
          if (store.undo() !== undefined) kept.pop();
        } else kept.push({ act, on, minute: clock.minute });
        const open = entriesIn(store).filter(({ end }) => end === undefined);
        expect(open.map(({ id }) => id)).toEqual([runningEntry(clockRun(store))].filter((id) => id !== undefined));
        for (const record of store.records()) expect(faultOf(record)).toBeUndefined();
      }
      const stretches = entriesIn(store)
        .map(({ task: id, start, end }) => [
          id,
          minutesBetween(morning, start),
          minutesBetween(morning, end ?? clock.now()),
        ])
        .sort((a, b) => (a[1] as number) - (b[1] as number) || (a[2] as number) - (b[2] as number));
      expect(stretches).toEqual(workedBy(kept, clock.minute));
    }),
    { numRuns: 300 },
  );
});

test("of two clocks that are started in two tabs at once one runs on, and the other's sitting has ended", async () => {
  const two = fc.array(
    fc.record({
      tab: fc.nat(1),
      pull: fc.boolean(),
      act: fc.constantFrom("start", "pause", "resume", "finish", "undo"),
      on: fc.constantFrom("ta", "tb"),
      wait: fc.constantFrom(0, 3, 20),
    }),
    { minLength: 2, maxLength: 25 },
  );
  await fc.assert(
    fc.asyncProperty(two, async (all) => {
      const log = new MemoryLog();
      const clock = new HandClock();
      const records = [defaultSettings, task("ta", { estimateMinutes: 60 }), task("tb")];
      const open = async () => {
        const { store } = await openStore(replay(byId(records), 99, log.entries, [], 99), clock);
        return { store, journal: new Journal(store, log, { seq: log.entries.length, by: "device.tab" }) };
      };
      const tabs = [await open(), await open()];
      const settle = async () => {
        for (const { journal } of tabs) await journal.durable();
        for (const { journal } of tabs) await journal.pull();
      };
      for (const { tab, pull, act, on, wait } of all) {
        clock.minute += wait;
        const { store } = tabs[tab] as (typeof tabs)[number];
        const at = { at: clock.instant(), zone };
        try {
          if (act === "start") store.act(startClock, { ...at, on: { id: on } });
          if (act === "pause") store.act(pauseClock, at);
          if (act === "resume") store.act(resumeClock, at);
          if (act === "finish") store.act(finishClock, at);
          if (act === "undo") store.undo();
        } catch {
          continue;
        }
        if (pull) await settle();
      }
      for (let times = 0; times < 3; times++) await settle();
      const [one, other] = tabs.map(({ store }) => store) as [Store, Store];
      expect(entriesIn(other)).toEqual(entriesIn(one));
      expect(clockRun(other)).toEqual(clockRun(one));
      const running = entriesIn(one).filter(({ end }) => end === undefined);
      expect(running.map(({ id }) => id)).toEqual([runningEntry(clockRun(one))].filter((id) => id !== undefined));
      // What two tabs said of the same minutes is shown to be settled, and counts once in the day.
      const day = workedOn(one, "2026-11-24", clock.now());
      const minutes = new Set<number>();
      for (const { startMinute, endMinute } of day.entries)
        for (let minute = startMinute; minute < endMinute; minute++) minutes.add(minute);
      expect(day.workedMinutes).toBe(minutes.size);
    }),
    { numRuns: 60 },
  );
});
